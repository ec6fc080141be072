import { inputsWith } from '../testing/inputs.js';
import { jobSteps } from '../plan/index.js';
import type { AddedRound } from './added-round.js';
import { planRepair } from './plan.js';
import { stepsInputOf } from './steps.js';
import type { InputsPatch } from '../testing/inputs.js';

const paste = (id: string, more: Partial<AddedRound> = {}): AddedRound => ({
  id,
  name: id,
  when: 'after',
  onto: 'abraded',
  spotIds: [],
  work: { kind: 'paste', use: 'fairing', volumeMl: 60, fillerId: 'hollow-spheres' },
  ...more,
});
const seven: AddedRound = { ...paste('more'), name: 'Seven more', work: { kind: 'lay', plies: Array(7).fill({ fabricId: 'twill-203', orientationDeg: 0 }), shape: null, growMm: 0 } }; // prettier-ignore

const HULL: InputsPatch = {
  damage: { shape: { kind: 'circle', diameterMm: 120, centreXMm: 0, centreYMm: 0 } },
  laminate: { thicknessMm: 3, clueIds: ['plate-polyester'] },
  stack: { goes: 1 },
  resin: { systemId: 'polyester' },
  days: { startAt: '2026-04-16T08:00' },
};
const planned = (patch: InputsPatch, base = HULL) => planRepair(inputsWith({ ...base, ...patch }));
const stepsOf = (patch: InputsPatch, base = HULL): string[] => {
  const inputs = inputsWith({ ...base, ...patch });
  return jobSteps(stepsInputOf(inputs, planRepair(inputs))!).map(({ key }) => key);
};

/** Fourteen holes of a moved fitting: twelve of 6 mm, one of 8 and one of 25, through 5 mm, both faces within reach. */
const HOLES: InputsPatch = {
  ...HULL,
  place: { access: 'both' },
  resin: { systemId: 'epoxy-medium' },
  damage: {
    kind: 'hole',
    shape: { kind: 'circle', diameterMm: 6, centreXMm: 0, centreYMm: 0 },
    spots: [...Array(11).fill(6), 8, 25].map((diameterMm: number, i) => ({
      id: `s${i + 2}`,
      name: String(i + 2),
      kind: 'hole' as const,
      shape: { kind: 'circle' as const, diameterMm, centreXMm: 60 * (i + 1), centreYMm: 0 },
      depthMm: null,
    })),
  },
  laminate: { thicknessMm: 5, clueIds: ['plate-polyester'] },
  taper: { kind: 'dish', bevelMm: 1.5 },
};

describe('rounds of a job', () => {
  it('are the goes of the patch alone where nothing is added, each with its own pots', () => {
    const plan = planned({ stack: { goes: 2 } });
    expect(plan.rounds.map(({ id, onto }) => [id, onto])).toEqual([['f0.g0', 'ground'], ['f0.g1', 'green']]); // prettier-ignore
    const keys = plan.rounds.flatMap(({ plies }) => plies.map(({ key }) => key));
    expect(keys).toEqual(plan.patch!.faces[0]!.plies.map(({ laid }) => `f0-p${laid}`));
    expect(plan.rounds.reduce((sum, { pots }) => sum + pots.length, 0)).toBe(plan.mix!.pots);
    for (const { pots, plies } of plan.rounds) for (const pot of pots) expect(Math.max(...pot.plies)).toBeLessThanOrEqual(plies.length); // prettier-ignore
  });

  it('have both faces of a thick laminate one after the other, the second ground back into the first', () => {
    const two = planned({ taper: { sides: 'two' }, place: { access: 'both' } });
    expect(two.rounds.map(({ face, onto }) => [face, onto])).toEqual([[0, 'ground'], [1, 'abraded']]); // prettier-ignore
  });

  it('put bedding before the plies, and what was still low after them, with resin of its own', () => {
    const bedding = paste('bed', { when: 'before', work: { kind: 'paste', use: 'bedding', volumeMl: 200, fillerId: 'silica' } }); // prettier-ignore
    const [plain, plan] = [planned({}), planned({ rounds: { added: [seven, bedding] } })];
    expect(plan.rounds.map(({ id }) => id)).toEqual(['bed', 'f0.g0', 'more']);
    const more = plan.rounds[2]!;
    expect([more.plies.length, more.plies[6]!.key, more.onto]).toEqual([7, 'more-p7', 'abraded']);
    // Seven of 203 g/m² at ψ 0.45 over the footprint.
    const areaM2 = plan.taper!.footprint.faces[0]!.footprint.areaMm2 / 1e6;
    expect(more.plies.reduce((sum, { resinG }) => sum + resinG, 0)).toBeCloseTo((7 * areaM2 * 203 * 0.55) / 0.45, 6);
    expect(plan.mix!.totalResinG - plain.mix!.totalResinG).toBeGreaterThan(100);
  });

  it('grow by a fixed width a ply, from an outline of their own', () => {
    const work = { kind: 'lay' as const, plies: [{ fabricId: 'twill-203' }, { fabricId: 'twill-203' }], shape: { kind: 'circle' as const, diameterMm: 40 }, growMm: 25 }; // prettier-ignore
    const { plies } = planned({ rounds: { added: [{ ...seven, work }] } }).rounds.at(-1)!;
    expect(plies.map(({ lengthMm }) => lengthMm)).toEqual([40, 90]);
  });
});

describe('closing from the air', () => {
  it('is for every polyester round that ends a session, and never between layers', () => {
    const goes = planned({ stack: { goes: 2 }, rounds: { added: [{ ...seven, onto: 'green' }, paste('fair')] } });
    expect(goes.rounds.map(({ id, closing }) => [id, closing])).toEqual([['f0.g0', null], ['f0.g1', null], ['more', 'film'], ['fair', 'film']]); // prettier-ignore
    expect(planned({ rounds: { closing: 'wax' } }).rounds[0]!.closing).toBe('wax');
  });

  it('is nothing to epoxy', () => {
    expect(planned({ resin: { systemId: 'epoxy-slow' } }).rounds.every(({ closing }) => closing === null)).toBeTrue();
  });
});

describe('the steps of rounds', () => {
  it('fill before, lay, close from the air, and abrade before what comes after a night', () => {
    const bedding = paste('bed', { when: 'before', work: { kind: 'paste', use: 'bedding', volumeMl: 200, fillerId: 'silica' } }); // prettier-ignore
    expect(stepsOf({ rounds: { added: [bedding, seven] } }).slice(0, 15)).toEqual(['wash', 'grind', 'paste-bedding', 'close-air', 'cure-to-sand', 'abrade-round', 'cut-plies', 'lay-up', 'close-air#2', 'cure-to-sand#2', 'abrade-round#2', 'lay-more', 'close-air#3', 'cure-to-sand#3', 'level']); // prettier-ignore
  });

  it('go on green without sanding, within the window', () => {
    const inputs = inputsWith({ ...HULL, rounds: { added: [{ ...seven, onto: 'green' }] } });
    const steps = jobSteps(stepsInputOf(inputs, planRepair(inputs))!);
    expect(steps.map(({ key }) => key).slice(3, 8)).toEqual(['lay-up', 'between-goes', 'lay-more', 'close-air', 'cure-to-sand']); // prettier-ignore
    expect(steps.find(({ id }) => id === 'lay-more')!.after).toContain({ key: 'lay-up', withinAgeHours: planned({}).resin!.card!.recoatUntilHours }); // prettier-ignore
  });

  it('date the same in a list of their own as they did without any', () => {
    expect(stepsOf({}, { ...HULL, resin: { systemId: 'epoxy-slow' } })).not.toContain('close-air');
  });
});

describe('fourteen holes', () => {
  it('are drilled to fresh material with no margin, filled by the sum of their plugs, and capped one by one', () => {
    const plan = planned({}, HOLES);
    const fills = plan.mix!.fills;
    expect(fills.map(({ drillMm }) => drillMm)).toEqual([...Array(12).fill(7), 9, 26]);
    // A cylinder 2 mm long between two frusta 1.5 mm deep at 45°.
    const byHand = (d: number): number => { const [r, R] = [d / 2, d / 2 + 1.5]; return Math.PI * (r * r * 2 + (2 * 1.5 * (R * R + R * r + r * r)) / 3) / 1000; }; // prettier-ignore
    const wanted = 12 * byHand(7) + byHand(9) + byHand(26);
    expect(fills.reduce((sum, { fillMl }) => sum + fillMl, 0)).toBeCloseTo(wanted, 9);
    const [filler] = plan.mix!.pastes;
    // Under 30 ml the spare is what stays on cup and board, 3 ml.
    const made = filler!.paste;
    expect(made.resinMl + made.fillerG / 2.2).toBeCloseTo(wanted + 3, 6);
    expect(plan.rounds.map(({ id, kind, spotIds }) => [id, kind, spotIds.length])).toEqual([['dish', 'paste', 14], ['f0.g0', 'lay', 14]]); // prettier-ignore
    // Round outlines are cut by the clipping library to a few hundredths of a millimetre.
    const areaMm2 = (Math.PI / 4) * (12 * 49 + 81 + 676);
    expect(Math.abs(plan.taper!.footprint.cutOut.areaMm2 / areaMm2 - 1)).toBeLessThan(0.02);
  });

  it('want fill upon fill where they are deep, and pots for so many spots in the order of the walk', () => {
    const deep = planned({ laminate: { thicknessMm: 24, clueIds: ['plate-polyester'] } }, HOLES);
    expect(deep.mix!.pastes.map(({ id }) => id)).toEqual(['dish.1', 'dish.2', 'dish.3']);
    const many = planned({ damage: { ...HOLES.damage, spots: HOLES.damage!.spots!.map((spot) => ({ ...spot, shape: { ...spot.shape, diameterMm: 110 } as typeof spot.shape })) } }, HOLES); // prettier-ignore
    const { pots } = many.mix!.pastes[0]!;
    expect(pots.length).toBeGreaterThan(1);
    const walked = pots.flatMap(({ spotIds }) => spotIds);
    expect(walked).toEqual(
      [...walked].sort((a, b) => Number(a.replace(/\D/g, '') || 1) - Number(b.replace(/\D/g, '') || 1)),
    );
    expect(new Set(walked).size).toBe(14);
  });

  it('take the smallest of holes at its size: nothing is dropped', () => {
    const one = planned({ damage: { ...HOLES.damage, spots: [] } }, HOLES);
    expect(one.mix!.pastes.length).toBe(1);
    expect(one.mix!.pastes[0]!.paste.resinG).toBeGreaterThan(3);
  });
});
