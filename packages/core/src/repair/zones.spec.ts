import { NEW_REPAIR, type RepairInputs } from './inputs.js';
import { serviceOf } from './facts.js';
import { planRepair } from './plan.js';
import type { MapMark } from '../survey/index.js';

const job = (laminate: Partial<RepairInputs['laminate']>, place: Partial<RepairInputs['place']> = {}): RepairInputs => ({
  ...NEW_REPAIR,
  place: { ...NEW_REPAIR.place, ...place },
  laminate: { ...NEW_REPAIR.laminate, thicknessMm: 4, clueIds: ['styrene-smell', 'plate-polyester'], ...laminate },
}); // prettier-ignore
const zone = (clueIds: string[], more: object = {}) => ({ id: 'z', name: 'Earlier patch', priorId: 'open', clueIds, epoxyInBond: false, ...more }); // prettier-ignore

describe('zones of the parent', () => {
  it('are believed each by its own clues, and the most careful verdict rules', () => {
    const plain = planRepair(job({}));
    const patched = planRepair(job({ zones: [zone(['plate-epoxy'])] }));
    expect([plain.resin!.parent, plain.resin!.card!.family]).toEqual(['polyester', 'polyester']);
    expect(patched.resin!.zones.map(({ name, parent }) => [name, parent])).toEqual([['Earlier patch', 'epoxy']]);
    // The main laminate is believed what it was.
    expect([patched.resin!.parent, patched.resin!.card!.family]).toEqual(['polyester', 'epoxy']);
  });

  it('are asked for where the bond reaches an earlier repair on the map, until one is put down', () => {
    const mark = (x: number): MapMark => ({ id: 'm', kind: 'earlier-repair', name: 'Old patch', points: [{ x, y: -20 }, { x: x + 60, y: -20 }, { x: x + 60, y: 20 }], widthMm: 0, hole: false }); // prettier-ignore
    const asked = (x: number, zones: RepairInputs['laminate']['zones'] = []) => {
      const inputs = job({ zones });
      return planRepair({ ...inputs, survey: { ...inputs.survey, marks: [mark(x)] } }).taper!.remarks.map(({ id }) => id); // prettier-ignore
    };
    expect(asked(60)).toContain('taper.earlier-repair');
    expect(asked(900)).not.toContain('taper.earlier-repair');
    expect(asked(60, [zone(['plate-epoxy'])])).not.toContain('taper.earlier-repair');
  });

  it('of a thermoplastic hold the lay-up, whatever lies beside them', () => {
    const plan = planRepair(job({ zones: [zone([], { priorId: 'moulded-shell' })] }));
    expect(plan.resin!.card).toBeNull();
    expect(plan.holds.map(({ id }) => id)).toEqual(['hold.thermoplastic']);
  });

  it('that span the waterline are judged as below it', () => {
    const spans = job({}, { waterline: 'spans' });
    expect(serviceOf(spans.place)).toBe('high');
    const plan = planRepair(spans);
    expect([plan.facts['waterline'], plan.resin!.verdicts.why]).toEqual(['below', 'water']);
    expect(plan.inspection.map(({ id }) => id)).toContain('tight');
  });
});

describe('what to look at next', () => {
  it('weighs how often a clue can be had at all: a plate that says it all is no advice', () => {
    const { next } = planRepair(job({ clueIds: [] })).resin!.evidence;
    const of = (id: string) => next.find((gain) => gain.id === id)!;
    const plate = of('plate-polyester');
    expect(plate.worthBits).toBeCloseTo(0.1 * plate.gainBits, 12);
    const best = [...next].sort((a, b) => b.worthBits - a.worthBits)[0]!;
    expect(best.id.startsWith('plate')).toBeFalse();
  });
});
