import { drillMm, drilled, movedBy, parseSizes, pattern, spotFill, walkInPots } from './index.js';

const circle = (diameterMm: number) => ({ kind: 'circle', diameterMm }) as const;

describe('sizes of many holes as they are written down', () => {
  it('are read one by one, with counts and units', () => {
    expect(parseSizes('6, 6, 8, 25')).toEqual([6, 6, 8, 25]);
    expect(parseSizes('3 x 6; 25 mm')).toEqual([6, 6, 6, 25]);
    expect(parseSizes('6,6,8')).toEqual([6, 6, 8]);
    expect(parseSizes('14×6')).toEqual(Array(14).fill(6));
    expect(parseSizes('1/4, 3/8', 'imperial').map((mm) => Number(mm.toFixed(9)))).toEqual([6.35, 9.525]);
    expect(parseSizes('1/4 in, 8')).toEqual([6.35, 8]);
  });

  it('are asked about or refused where they are none', () => {
    expect(() => parseSizes('6,5')).toThrow(jasmine.objectContaining({ code: 'ambiguous-figure' }));
    expect(() => parseSizes(' ')).toThrow(jasmine.objectContaining({ code: 'empty' }));
    expect(() => parseSizes('6, wide')).toThrow(jasmine.objectContaining({ code: 'unreadable' }));
    expect(() => parseSizes('900 x 6')).toThrow(jasmine.objectContaining({ code: 'too-many' }));
    expect(() => parseSizes('0 x 6, 4')).toThrow(jasmine.objectContaining({ code: 'unreadable' }));
  });
});

describe('a drilled hole', () => {
  it('is drilled a millimetre wider at the least, to whole millimetres', () => {
    expect([6, 6.35, 8, 25].map((d) => drillMm(circle(d)))).toEqual([7, 8, 9, 26]);
    expect(drilled(circle(6))).toEqual({ kind: 'circle', diameterMm: 7 });
  });

  it('takes a cylinder and a cone frustum: 7 mm through 5 mm, countersunk 1.5 mm at 45° on both faces', () => {
    // π 3.5² · 2 + 2 · π 1.5 (5² + 5 · 3.5 + 3.5²)/3 = 76.97 + 171.98 mm³
    const { fillMl, mouthMm } = spotFill({ shape: circle(7), depthMm: 5, bevelMm: 1.5, faces: 2 });
    const byHand = Math.PI * (3.5 ** 2 * 2 + (2 * 1.5 * (25 + 17.5 + 12.25)) / 3);
    expect(fillMl).toBeCloseTo(byHand / 1000, 9);
    expect(mouthMm).toBeCloseTo(10, 9);
  });

  it('is countersunk all through from one face unless told otherwise, and never deeper than it is', () => {
    // π 5 (8.5² + 8.5 · 3.5 + 3.5²)/3
    expect(spotFill({ shape: circle(7), depthMm: 5 }).fillMl).toBeCloseTo((Math.PI * 5 * (72.25 + 29.75 + 12.25)) / 3000, 9); // prettier-ignore
    expect(spotFill({ shape: circle(7), depthMm: 5, bevelMm: 40, faces: 2 }).bevelMm).toBe(2.5);
    expect(spotFill({ shape: circle(10), depthMm: 4, bevelMm: 0 }).fillMl).toBeCloseTo(Math.PI * 0.1, 9);
  });
});

describe('a row or grid', () => {
  it('is walked there and back', () => {
    expect(pattern({ along: 3, rows: 2, stepMm: 100, rowStepMm: 50 })).toEqual([
      { x: 0, y: 0 }, { x: 100, y: 0 }, { x: 200, y: 0 }, { x: 200, y: 50 }, { x: 100, y: 50 }, { x: 0, y: 50 },
    ]); // prettier-ignore
    const [, up] = pattern({ along: 2, stepMm: 80, turnedDeg: 90 });
    expect([up!.x, up!.y].map((mm) => Math.round(mm))).toEqual([0, 80]);
    expect(movedBy({ ...circle(6), centreXMm: 10 }, up!).centreXMm).toBeCloseTo(10, 9);
    expect(() => pattern({ along: 40, rows: 40, stepMm: 10 })).toThrow(jasmine.objectContaining({ code: 'too-many' }));
  });
});

describe('pots for spots in the order of the walk', () => {
  it('hold whole spots, are evened out, and lose none', () => {
    const pots = walkInPots(Array(14).fill(10), 60);
    // 140 in three pots: no fewer will do, and none need hold more than 50.
    expect(pots.map(({ amount }) => amount)).toEqual([50, 50, 40]);
    expect(pots.flatMap(({ spots }) => spots)).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13]);
  });

  it('share a spot too large for one, and go on with what is left', () => {
    const pots = walkInPots([5, 130, 5], 60);
    expect(pots.reduce((sum, { amount }) => sum + amount, 0)).toBeCloseTo(140, 9);
    for (const { amount } of pots) expect(amount).toBeLessThanOrEqual(60 + 1e-6);
    expect(pots.filter(({ spots }) => spots.includes(1)).length).toBeGreaterThan(2);
    expect(walkInPots([0, 0], 10)).toEqual([]);
  });
});
