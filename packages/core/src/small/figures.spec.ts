import { CoreError } from '../errors.js';
import { NEW_REPAIR, type RepairInputs, planRepair } from '../repair/index.js';
import { type SmallFigures, figuresOf, smallInputs } from './figures.js';

const on = (finish: RepairInputs['place']['finish']): RepairInputs => ({ ...NEW_REPAIR, place: { ...NEW_REPAIR.place, finish } }); // prettier-ignore

const GOUGE = { kind: 'gouge', lengthMm: 80, widthMm: 10, depthMm: 1.2, more: [], reachesFibre: false, colour: 'ivory' } as const; // prettier-ignore
const DING = { kind: 'ding', lengthMm: 40, widthMm: 30, depthMm: 12, more: [], skinBroken: true, thicknessMm: 0.8, coreId: 'eps', coreMm: 60, wet: false } as const; // prettier-ignore
const HOLES = { kind: 'holes', diametersMm: [6, 6, 8, 25], thicknessMm: 6, through: true, bothFaces: true } as const;
const KINDS: readonly SmallFigures[] = [
  GOUGE,
  { kind: 'cracks', cracksMm: 240, spreadMm: 90, cause: 'knock', thicknessMm: null },
  { kind: 'cracks', cracksMm: 240, spreadMm: 90, cause: 'flex', thicknessMm: 5 },
  DING,
  { ...DING, skinBroken: false, thicknessMm: null },
  HOLES,
  { ...HOLES, through: false, bothFaces: false },
  { kind: 'edge', lengthMm: 100, widthMm: 30, thicknessMm: 4 },
  { kind: 'hole', sizeMm: 50, thicknessMm: 6, bothFaces: true },
  { kind: 'tube', diameterMm: 30, lengthMm: 40, sharePercent: 40, wallMm: 2, carriesPeople: false },
  { kind: 'disbond', lengthMm: 200, widthMm: 120, gapMm: 0.5, wet: false },
  { kind: 'coat', lengthMm: 400, widthMm: 300, coat: 'seal', lowMm: 0 },
  { kind: 'coat', lengthMm: 400, widthMm: 300, coat: 'fairing', lowMm: 1.5 },
];

describe('figures of a small job', () => {
  it('of every kind make a job that is planned whole, and are read back as they were given', () => {
    for (const figures of KINDS)
      for (const finish of ['gelcoat', 'paint', 'bare'] as const) {
        const inputs = smallInputs(on(finish), figures);
        const plan = planRepair(inputs);
        expect(plan.problems).withContext(`${figures.kind}, ${finish}`).toEqual([]);
        expect(plan.rounds.length).withContext(figures.kind).toBeGreaterThan(0);
        expect(figuresOf(inputs)).withContext(figures.kind).toEqual(figures);
      }
  });

  it('tell how it is worked: gel coat alone, fibre, broken skin, holes, tube, injection', () => {
    const kinds = (figures: SmallFigures, finish: 'gelcoat' | 'paint' = 'gelcoat'): string[] =>
      planRepair(smallInputs(on(finish), figures)).rounds.map(({ kind, medium, use }) => medium ?? use ?? kind);
    expect(kinds(GOUGE)).toEqual(['gelcoat', 'gelcoat']);
    expect(kinds({ ...GOUGE, reachesFibre: true })).toEqual(['fairing', 'gelcoat']);
    expect(kinds(DING, 'paint')).toEqual(['fairing', 'lay', 'fairing']);
    expect(kinds(HOLES, 'paint')).toEqual(['plug', 'lay', 'fairing', 'fairing']);
    expect(kinds({ kind: 'tube', diameterMm: 30, lengthMm: 40, sharePercent: 40, wallMm: 2, carriesPeople: false })).toEqual(['lay', 'resin']); // prettier-ignore
    expect(kinds({ kind: 'disbond', lengthMm: 200, widthMm: 120, gapMm: 0.5, wet: false })[0]).toBe('injection');
  });

  it('are faired by silica where gel coat stands in the sun, by spheres under paint', () => {
    const coat: SmallFigures = { kind: 'coat', lengthMm: 400, widthMm: 300, coat: 'fairing', lowMm: 1.5 };
    const fillers = (['gelcoat', 'paint'] as const).map((finish) => planRepair(smallInputs(on(finish), coat)).mix!.pastes[0]!.fillerId); // prettier-ignore
    expect(fillers).toEqual(['silica', 'hollow-spheres']);
  });

  it('below the waterline a gouge is filled with the resin of the job, for gel coat alone lets water through', () => {
    const below = { ...on('gelcoat'), place: { ...on('gelcoat').place, waterline: 'below' as const } };
    const plan = planRepair(smallInputs(below, GOUGE));
    expect(plan.rounds.map(({ medium, use }) => medium ?? use)).toEqual(['fairing', 'gelcoat']);
    expect(plan.finish!.id).toBe('gel-coat-after-full-cure');
  });

  it('hold what is wet within, and a tube that carries people', () => {
    const holds = (figures: SmallFigures): string[] => planRepair(smallInputs(on('paint'), figures)).holds.map(({ id }) => id); // prettier-ignore
    expect(holds({ ...DING, wet: true })).toEqual(['hold.wet-within']);
    expect(holds(DING)).toEqual([]);
    expect(holds({ kind: 'tube', diameterMm: 30, lengthMm: 40, sharePercent: 40, wallMm: 2, carriesPeople: true })).toEqual(['hold.beyond']); // prettier-ignore
  });

  it('that change keep the rest: rounds put down by hand, places moved on the plan, what was taken away', () => {
    const first = smallInputs(on('paint'), HOLES);
    const moved: RepairInputs = {
      ...first,
      damage: { ...first.damage, spots: first.damage.spots.map((spot) => ({ ...spot, name: `by ${spot.id}`, shape: { ...spot.shape, centreYMm: 33 } })) }, // prettier-ignore
      rounds: { ...first.rounds, added: [...first.rounds.added.slice(1), { id: 'mine', name: 'Primer', when: 'after', onto: 'abraded', spotIds: [], work: { kind: 'coat', medium: 'paint', thicknessMm: 0.1, areaMm2: null, densityGPerMl: 1.3 } }] }, // prettier-ignore
    };
    const now = smallInputs(moved, { ...HOLES, diametersMm: [6, 6, 8, 25, 10], thicknessMm: 7 });
    expect(now.rounds.added.map(({ id }) => id)).toEqual(['small-2', 'mine']);
    expect(now.damage.spots.map(({ name, shape }) => [name, shape.centreYMm])).toEqual([
      ['by spot-2', 33],
      ['by spot-3', 33],
      ['by spot-4', 33],
      ['', 0],
    ]);
    expect(now.laminate.thicknessMm).toBe(7);
  });

  it('of a place that is taken out leave the others their ids: what the log has of them stays theirs', () => {
    const ids = (from: RepairInputs, diametersMm: readonly number[]): string[] => smallInputs(from, { ...HOLES, diametersMm }).damage.spots.map(({ id }) => id); // prettier-ignore
    const five = smallInputs(on('paint'), { ...HOLES, diametersMm: [6, 7, 8, 9, 10] });
    expect(five.damage.spots.map(({ id }) => id)).toEqual(['spot-2', 'spot-3', 'spot-4', 'spot-5']);
    expect(ids(five, [6, 7, 9, 10])).toEqual(['spot-2', 'spot-4', 'spot-5']);
    expect(ids(five, [6, 7, 12, 9, 10])).toEqual(['spot-2', 'spot-3', 'spot-4', 'spot-5']);
    expect(ids(five, [6, 7, 8, 20, 9, 10])).toEqual(['spot-2', 'spot-3', 'spot-6', 'spot-4', 'spot-5']);
    const gouges = smallInputs(on('gelcoat'), { ...GOUGE, more: [{ lengthMm: 9, widthMm: 9, depthMm: 1 }, { lengthMm: 8, widthMm: 4, depthMm: 1 }] }); // prettier-ignore
    const left = smallInputs(gouges, { ...GOUGE, more: [{ lengthMm: 8, widthMm: 4, depthMm: 1 }] });
    expect(left.damage.spots.map(({ id }) => id)).toEqual(['spot-3']);
  });

  it('nothing has are refused at their field', () => {
    const field = (figures: SmallFigures): string => {
      try {
        smallInputs(on('gelcoat'), figures);
        return 'taken';
      } catch (error) {
        return (error as CoreError).field;
      }
    };
    expect(field({ ...GOUGE, lengthMm: 40_000 })).toBe('lengthMm');
    expect(field({ ...GOUGE, depthMm: 0 })).toBe('depthMm');
    expect(field({ ...GOUGE, more: [{ lengthMm: 10, widthMm: 0, depthMm: 1 }] })).toBe('more.0.widthMm');
    expect(field({ ...DING, thicknessMm: null })).toBe('thicknessMm');
    expect(field({ ...DING, coreMm: null })).toBe('coreMm');
    expect(field({ ...HOLES, diametersMm: [] })).toBe('diametersMm');
    expect(field({ ...HOLES, diametersMm: [6, 400] })).toBe('diametersMm.1');
    expect(field({ kind: 'cracks', cracksMm: 240, spreadMm: 90, cause: 'flex', thicknessMm: null })).toBe('thicknessMm'); // prettier-ignore
    expect(field({ kind: 'tube', diameterMm: 30, lengthMm: 40, sharePercent: 40, wallMm: 16, carriesPeople: false })).toBe('wallMm'); // prettier-ignore
  });
});
