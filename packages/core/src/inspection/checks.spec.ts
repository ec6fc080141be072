import { GRITS, MAX_GRIT_JUMP, WET_FROM_GRIT, finishRoute } from '../finish/index.js';
import { CAUTIONS, cautionsFor } from '../hazards/cautions.js';
import { INSPECTION_CHECKS, inspectionList, judge } from './checks.js';

const check = (id: string) => INSPECTION_CHECKS.find((c) => c.id === id)!;
const ten = (value: number) => Array.from({ length: 10 }, () => value);

describe('acceptance', () => {
  it('judges hardness by mean and by its lowest reading', () => {
    expect(judge(check('hardness-d'), { readings: [82, 83, 80, 81, 84, 83, 82, 84, 82, 82] })).toEqual(
      jasmine.objectContaining({ pass: true, mean: 82.3, count: 10 }),
    );
    expect(judge(check('hardness-d'), { readings: ten(79) }).why).toBe('mean-outside');
    expect(judge(check('hardness-d'), { readings: [...ten(90).slice(1), 67.9] }).why).toBe('one-too-low');
    expect(judge(check('hardness-d'), { readings: [85, 85] }).why).toBe('too-few');
    expect(judge(check('hardness-impressor'), { readings: [27, 29, 26, 28, 25, 27, 28, 26, 27, 28] }).pass).toBeFalse();
  });

  it('gives the sample spread: 82.3 ± 1.25', () => {
    expect(judge(check('hardness-d'), { readings: [82, 83, 80, 81, 84, 83, 82, 84, 82, 82] }).spread).toBeCloseTo(
      1.2517,
      4,
    );
  });

  it('holds the limits of taper, thickness, mix and void', () => {
    const one = (id: string, value: number) => judge(check(id), { readings: [value] }).pass;
    expect([
      one('taper', 90),
      one('taper', 89.9),
      one('thickness', 99.9),
      one('thickness', 115),
      one('mix', 3),
      one('mix', -3.1),
      one('void', 6),
      one('void', 5),
    ]).toEqual([true, false, false, true, true, false, false, true]);
  });

  it('asks for what is missing', () => {
    expect(() => judge(check('solvent-wipe'), {})).toThrow(jasmine.objectContaining({ field: 'pass' }));
    expect(() => judge(check('fairness'), { readings: [] })).toThrow(jasmine.objectContaining({ field: 'readings' }));
    expect(() => judge(check('fairness'), { readings: [Number.NaN] })).toThrow(
      jasmine.objectContaining({ field: 'readings.0' }),
    );
  });

  it('fits the list to the job', () => {
    const ids = (facts: object) =>
      inspectionList({ stack: true, taper: true, bonded: true, repair: 'taper', ...facts }).map((c) => c.id);
    expect(
      ids({ family: 'epoxy', mixKind: 'two-part', through: true, waterline: 'below', finish: 'gelcoat' }),
    ).toContain('tight');
    expect(ids({ family: 'polyester', mixKind: 'catalysed' })).toContain('hardness-impressor');
    expect(ids({ family: 'polyester', mixKind: 'catalysed' })).not.toContain('hardness-d');
    expect(
      inspectionList({ stack: false, taper: false, family: 'polyester', finish: 'gelcoat' }).map((c) => c.id),
    ).not.toContain('plies');
  });
});

describe('finish routes', () => {
  it('never jump more than twofold in grit', () => {
    for (const family of ['polyester', 'vinylester', 'epoxy'] as const)
      for (const finish of ['gelcoat', 'paint', 'bare'] as const)
        for (const way of ['after-full-cure', 'paint-instead', 'gel-coat-first'] as const) {
          const { ladder, steps } = finishRoute(family, finish, way);
          expect(steps.length).toBeGreaterThan(0);
          ladder.slice(1).forEach((grit, i) => expect(grit / ladder[i]!).toBeLessThanOrEqual(grit >= WET_FROM_GRIT ? MAX_GRIT_JUMP.wet : MAX_GRIT_JUMP.dry)); // prettier-ignore
          ladder.forEach((grit) => expect(GRITS).toContain(grit));
        }
  });

  it('make gel coat wait for the full cure of epoxy only', () => {
    const waits = (family: 'epoxy' | 'polyester') =>
      finishRoute(family, 'gelcoat', 'after-full-cure').steps.some((s) => s.afterFullCure);
    expect(waits('epoxy')).toBeTrue();
    expect(waits('polyester')).toBeFalse();
    expect(finishRoute('epoxy', 'gelcoat', 'paint-instead').id).toBe('paint-epoxy');
  });
});

describe('cautions', () => {
  it('come where they are triggered, worse first, two at the most', () => {
    const mixing = cautionsFor('mix', { mixKind: 'catalysed', family: 'polyester' });
    expect(mixing.map((c) => c.id)).toEqual(['peroxide', 'styrene']);
    expect(cautionsFor('mix', { mixKind: 'two-part', family: 'epoxy' }).map((c) => c.id)).toEqual([
      'sensitising',
      'exotherm',
    ]);
    expect(cautionsFor('taper', { fibres: ['carbon'] })[0]!.id).toBe('dust-carbon');
    expect(cautionsFor('look', { service: 'primary' })[0]!.id).toBe('life-at-stake');
  });

  it('have ids of their own', () => expect(new Set(CAUTIONS.map((c) => c.id)).size).toBe(CAUTIONS.length));
});
