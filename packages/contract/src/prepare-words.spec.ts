import { NEW_REPAIR, type RepairInputs, planRepair } from '@ashstep/core/repair';
import { preparationChecks } from '@ashstep/core/inspection';
import { sayIn } from '@ashstep/core/units';
import { prepareWords } from './prepare-words.js';

describe('the preparation of a core as it is led at the bench', () => {
  const cored = (coreId: string, taper: Partial<RepairInputs['taper']>): RepairInputs => ({
    ...NEW_REPAIR,
    damage: { ...NEW_REPAIR.damage, shape: { kind: 'circle', diameterMm: 80 }, depth: 'through' },
    laminate: {
      ...NEW_REPAIR.laminate,
      known: 'plies',
      plies: [{ fabricId: 'plain-203' }, { fabricId: 'plain-203' }],
      core: { coreId, thicknessMm: 55, reachable: true },
    },
    resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-slow' },
    taper: { ...NEW_REPAIR.taper, ...taper },
    days: { ...NEW_REPAIR.days, startAt: '2026-06-15T08:00' },
  });
  const told = (inputs: RepairInputs, check: string, at = 0): string => {
    const plan = planRepair(inputs);
    const words = prepareWords(check, { inputs, plan, round: plan.rounds[at]!, say: sayIn('metric') }); // prettier-ignore
    return words!.lines.join(' ');
  };
  const checks = (inputs: RepairInputs): string[] => preparationChecks(planRepair(inputs).facts).map(({ id }) => id);

  it('says how deep it is taken out, and how large and thick its plug is', () => {
    const plug = { gapMm: 2, beddingMm: 2, pasteGPerMl: 0.9 };
    expect(told(cored('eps', { kind: 'core', plug: { ...plug, depthMm: 16 } }), 'core-out')).toMatch(
      /^16 mm deep.*100 mm × 100 mm\..*96 mm × 96 mm, 14 mm thick/,
    );
    expect(told(cored('eps', { kind: 'core', plug }), 'core-out')).toMatch(
      /^Down to the inner skin.*96 mm × 96 mm, 53 mm thick/,
    );
    expect(checks(cored('eps', { kind: 'core' }))).toContain('core-out');
    expect(checks(cored('eps', { kind: 'taper' }))).not.toContain('core-out');
  });

  it('wants nothing behind a hole that a core fills', () => {
    expect(checks(cored('eps', { kind: 'taper' }))).not.toContain('backing');
    const solid = cored('eps', {});
    expect(checks({ ...solid, laminate: { ...solid.laminate, core: null } })).toContain('backing');
  });

  it('keeps solvent off a core until the first skin is over it', () => {
    const board = cored('eps', { kind: 'core' });
    expect(told(board, 'dry-clean')).toContain('solvent melts this core');
    expect(told(cored('balsa', { kind: 'core' }), 'dry-clean')).toContain('none on the open core');
    const { rounds } = planRepair(board);
    const lay = rounds.findIndex(({ kind }) => kind === 'lay');
    expect(lay).toBeGreaterThan(0);
    expect(told(board, `${rounds[lay]!.id}.wiped`, lay)).toContain('solvent melts this core');
    const solid = { ...board, laminate: { ...board.laminate, core: null }, taper: { ...board.taper, kind: 'taper' } } as RepairInputs; // prettier-ignore
    expect(told(solid, 'dry-clean')).not.toContain('core');
  });
});
