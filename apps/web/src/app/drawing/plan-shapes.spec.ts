import { NEW_REPAIR, type RepairInputs, planRepair } from '@ashstep/core/repair';
import { inWords } from './plan-shapes';

describe('the drawing in words', () => {
  const told = (damage: Partial<RepairInputs['damage']>): string => {
    const inputs: RepairInputs = { ...NEW_REPAIR, damage: { ...NEW_REPAIR.damage, ...damage } };
    return inWords(inputs, planRepair(inputs), 'metric');
  };
  const shape = { kind: 'ellipse', lengthMm: 140, widthMm: 90 } as const;

  it('gives the size of what is measured', () => {
    expect(told({ shape, unsaid: undefined })).toMatch(/^Damage 140 by 90, cut-out 160 by 110\./);
  });

  it('gives no size where only a start is drawn', () => {
    expect(told({ unsaid: ['shape'] })).toMatch(/^The damage is not measured yet; only a start is drawn\./);
  });
});
