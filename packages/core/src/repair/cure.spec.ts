import { cureCardFor } from '../cure/index.js';
import { systemOf } from '../resin/systems.js';
import { type CureFound, followCure } from './cure.js';
import { expectedAir } from '../testing/inputs.js';
import { NEW_REPAIR, type RepairInputs } from './inputs.js';
import { planRepair } from './plan.js';

const THICK: RepairInputs = {
  ...NEW_REPAIR,
  laminate: { ...NEW_REPAIR.laminate, thicknessMm: 14, clueIds: ['plate-epoxy'] },
  resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-fast' },
  air: expectedAir(24),
};

function followed(inputs: RepairInputs, stopAfter = Infinity): CureFound {
  const run = followCure(inputs, planRepair(inputs));
  for (let i = 1; ; i++) {
    const step = run.next(i > stopAfter ? 'stop' : undefined);
    if (step.done) return step.value;
  }
}

describe('the cure of a patch', () => {
  it('is followed in more and more goes until nothing gets too hot; each go cooler than all at once', () => {
    const { options } = followed(THICK).faces[0]!;
    expect(options[0]!.remarks.map(({ id }) => id)).toContain('cure.resin-too-hot');
    for (let i = 1; i < options.length; i++) expect(options[i]!.peakTempC).toBeLessThan(options[i - 1]!.peakTempC);
    expect(options.at(-1)!.fits || options.length === 4).toBeTrue();
    expect(options.at(-1)!.hours!).toBeGreaterThan(options[0]!.hours!);
  });

  it('lays every ply in one go or another', () => {
    for (const { runs } of followed(THICK).faces[0]!.options) {
      const plies = planRepair(THICK).patch!.faces[0]!.plies.length;
      expect(runs.flatMap(({ from, to }) => Array.from({ length: to - from + 1 }, (_, i) => from + i))).toEqual(
        Array.from({ length: plies }, (_, i) => i + 1),
      );
    }
  });

  it('holds foam under it to what the foam stands', () => {
    const foam: RepairInputs = {
      ...THICK,
      laminate: { ...THICK.laminate, thicknessMm: 8, core: { coreId: 'eps', thicknessMm: 60, reachable: true } },
    };
    const found = followed(foam, 1);
    expect(found.limits.underC).toBe(70);
    expect(found.faces[0]!.options[0]!.remarks.map(({ id }) => id)).toContain('cure.under-too-hot');
  });

  it('ends when told, with what it has, and says nothing before there is a patch', () => {
    expect(followed(THICK, 1).faces[0]!.options.length).toBeLessThanOrEqual(2);
    expect(followed(NEW_REPAIR).faces).toEqual([]);
  });
});

describe('the cure card of a system', () => {
  it('is the shipped one while its figures are', () => {
    expect(cureCardFor(systemOf('epoxy-slow', undefined)).fit).toBeNull();
  });

  it('is fitted to a shop’s own figures, epoxy or polyester', () => {
    for (const [id, potLifeMin, sandableHours] of [
      ['epoxy-slow', 60, 30],
      ['polyester', 12, 3],
    ] as const) {
      const { fit, card } = cureCardFor({ ...systemOf(id, undefined), id: 'own-x', potLifeMin, sandableHours });
      expect(card.id).toBe('own-x');
      expect(fit!.worstPercent).toBeLessThan(15);
    }
  });
});
