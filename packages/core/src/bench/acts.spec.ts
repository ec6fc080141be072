import { USUAL_SHOP } from '../plan/index.js';
import { NEW_REPAIR, type RepairInputs, type RoundPot, mixedG, planRepair, resinConditions } from '../repair/index.js';
import { type Act, actsOf } from './acts.js';
import { PRIME_POT } from './rest-pot.js';

const HULL: RepairInputs = {
  ...NEW_REPAIR,
  laminate: { ...NEW_REPAIR.laminate, thicknessMm: 4, clueIds: ['plate-polyester'] },
  resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-medium' },
};
/** Acts up to the last round of the lay-up, and those after it. */
function acts(inputs: RepairInputs, part: 'lay-up' | 'finish' = 'lay-up'): Act[] {
  const plan = planRepair(inputs);
  const ids = new Set(plan.rounds.map(({ id }) => id));
  return actsOf(inputs, plan).filter(({ round }) => ids.has(round.id) === (part === 'lay-up'));
}
const kinds = (all: readonly Act[]): string[] => [...new Set(all.map(({ kind }) => kind))];

describe('the acts of a job', () => {
  it('go from the preparation to what is put away: begin, mix, prime, every ply in order, press, clear', () => {
    const all = acts(HULL);
    expect(kinds(all)).toEqual(['photo', 'check', 'begin', 'mix', 'prime', 'ply', 'press', 'clear']);
    const plan = planRepair(HULL);
    const plies = all.flatMap((act) => (act.kind === 'ply' ? [act.ply.key] : []));
    expect(plies).toEqual(plan.rounds.flatMap((round) => round.plies.map(({ key }) => key)));
    expect(all.filter(({ kind }) => kind === 'clear').length).toBe(4 * plan.rounds.length);
    expect(new Set(all.map(({ id }) => id)).size).toBe(all.length);
  });

  it('mix every pot once, and before the first ply that is wetted from it', () => {
    const thick: RepairInputs = { ...HULL, laminate: { ...HULL.laminate, thicknessMm: 9 }, damage: { ...HULL.damage, shape: { kind: 'roundedRectangle', lengthMm: 400, widthMm: 300, cornerRadiusMm: 30 } } }; // prettier-ignore
    const all = acts(thick);
    const pots = planRepair(thick).rounds.flatMap(({ id, pots: own }) => own.map(({ label }) => `mix:${id}:${label}`));
    expect(pots.length).toBeGreaterThan(2);
    expect(all.flatMap(({ id, kind }) => (kind === 'mix' ? [id] : []))).toEqual(pots);
    for (const act of all)
      if (act.kind === 'ply' && act.pot)
        expect(all.findIndex(({ id }) => id === `mix:${act.round.id}:${act.pot!.label}`)).toBeLessThan(
          all.indexOf(act),
        );
  });

  it('see to what the resin is suitable on before it is begun, and not to what comes with the finish', () => {
    const board: RepairInputs = { ...HULL, place: { ...HULL.place, craftKind: 'board', finish: 'paint', waterline: 'below' }, laminate: { ...HULL.laminate, priorId: 'eps-board', clueIds: [], core: { coreId: 'eps', thicknessMm: 60, reachable: true } } }; // prettier-ignore
    const conditions = resinConditions(planRepair(board).resin);
    expect(conditions.map(({ atFinish }) => atFinish ?? false).sort()).toEqual([false, true]);
    const all = acts(board);
    const seen = all.filter((act) => act.kind === 'check' && conditions.some(({ id }) => id === act.check));
    expect(seen.length).toBe(1);
    expect(all.indexOf(seen[0]!)).toBe(all.findIndex(({ kind }) => kind === 'begin') - 1);
  });

  it('warm the bottles where it is cold, and not where it is warm', () => {
    const at = (tempC: number): RepairInputs => ({ ...HULL, air: { ...HULL.air, expected: { source: 'typed', tempC, humidityPercent: 50, surfaceTempC: tempC, by: 'A', at: null } } }); // prettier-ignore
    expect(kinds(acts(at(14)))).toContain('warm');
    expect(kinds(acts(at(21)))).not.toContain('warm');
  });

  it('are those of the kind: a coat is done all over, holes one by one, a patch on both faces twice', () => {
    const both = acts({ ...HULL, place: { ...HULL.place, access: 'both' }, laminate: { ...HULL.laminate, thicknessMm: 9 }, taper: { ...HULL.taper, sides: 'two' } }); // prettier-ignore
    expect(both.filter(({ kind }) => kind === 'begin').length).toBeGreaterThan(1);
    const holes: RepairInputs = {
      ...HULL,
      damage: {
        ...HULL.damage,
        kind: 'hole',
        shape: { kind: 'circle', diameterMm: 6 },
        spots: [30, 60].map((x, i) => ({ id: `h${i}`, name: '', kind: 'hole', shape: { kind: 'circle', diameterMm: 6, centreXMm: x, centreYMm: 0 }, depthMm: null })), // prettier-ignore
      },
      taper: { ...HULL.taper, kind: 'dish' },
    };
    const of = acts(holes);
    expect(kinds(of)).toContain('spot');
    // A little neat resin is mixed by itself to prime with, before the paste is.
    const [neat, prime, paste] = of.filter(({ kind, round }) => round.kind === 'paste' && (kind === 'mix' || kind === 'prime')); // prettier-ignore
    expect([neat, paste].map((act) => (act!.kind === 'mix' ? [act.pot.label === PRIME_POT, act.pot.fillerG > 0] : []))).toEqual([[true, false], [false, true]]); // prettier-ignore
    expect(prime!.kind).toBe('prime');
    // A fine scale mixes so little right; for a coarse one no cup full is mixed to be thrown away.
    const neatOf = (inputs: RepairInputs): RoundPot => acts(inputs).flatMap((act) => (act.kind === 'mix' && act.pot.label === PRIME_POT ? [act.pot] : []))[0]!; // prettier-ignore
    const fine = neatOf({ ...holes, mix: { ...holes.mix, tools: USUAL_SHOP.tools } });
    expect([fine.toolGoodEnough, mixedG(fine.mix) < 60]).toEqual([true, true]);
    expect([neatOf(holes).toolGoodEnough, Math.round(mixedG(neatOf(holes).mix))]).toEqual([false, holes.mix.potFloorG]);
    for (const round of planRepair(holes).rounds.filter(({ kind }) => kind === 'paste')) {
      const walked = of.flatMap((act) => (act.kind === 'spot' && act.round.id === round.id ? [act.spotId] : []));
      expect(walked.toSorted()).toEqual(round.spotIds.toSorted());
    }
  });

  it('ask for a picture of what was found before anything is washed, and of what was laid before it is covered', () => {
    const all = acts(HULL);
    expect(all[0]).toEqual(jasmine.objectContaining({ kind: 'photo', shows: 'found' }));
    const laid = all.findIndex((act) => act.kind === 'photo' && act.shows === 'laid');
    expect(laid).toBe(all.length - 1 - 4);
  });

  it('are none while nothing is planned', () => {
    expect(actsOf(NEW_REPAIR, planRepair(NEW_REPAIR))).toEqual([]);
  });

  it('go on with the finish: what is put on is begun, mixed and logged, what hands do is ticked, gel coat is closed from the air last', () => {
    const all = acts(HULL, 'finish');
    const { works } = planRepair(HULL).finish!;
    expect([...new Set(all.map(({ round }) => round.id))]).toEqual(works.map(({ id }) => id));
    const of = (id: string): string[] => all.flatMap(({ round, kind }) => (round.id === id ? [kind] : []));
    expect(of('fair-fill-1')).toEqual(['begin', 'mix', 'done', 'clear', 'clear']);
    expect(of('fair-sand-1')).toEqual(['work']);
    expect(of('gel-coat-1')).not.toContain('close');
    expect(of('gel-coat-2')).toEqual(['begin', 'mix', 'done', 'close', 'clear', 'clear']);
    const paint = acts({ ...HULL, place: { ...HULL.place, finish: 'paint' } }, 'finish');
    expect(paint.flatMap(({ round, kind }) => (round.id === 'paint-1' ? [kind] : []))).toEqual(['begin', 'done']);
    expect(new Set(all.map(({ id }) => id)).size).toBe(all.length);
  });
});
