import { studentQuantile, studentTwoTailed } from './student.js';

describe('Student’s t', () => {
  // Published table of two-tailed 5 % points.
  for (const [df, t] of [
    [1, 12.7062],
    [2, 4.3027],
    [4, 2.7764],
    [10, 2.2281],
    [30, 2.0423],
    [120, 1.9799],
  ] as const)
    it(`is exceeded by ${t} in one case of twenty with ${df} degrees of freedom`, () => {
      expect(studentTwoTailed(t, df)).toBeCloseTo(0.05, 5);
      expect(studentQuantile(0.05, df)).toBeCloseTo(t, 3);
    });

  it('agrees with the closed forms for one and four degrees of freedom', () => {
    for (const t of [0.1, 0.7, 1.5, 6]) {
      expect(studentTwoTailed(t, 1)).toBeCloseTo(1 - (2 / Math.PI) * Math.atan(t), 10);
      const u = 1 + (t * t) / 4;
      expect(studentTwoTailed(t, 4)).toBeCloseTo(1 - 0.75 * (t / Math.sqrt(u)) * (1 - (t * t) / (12 * u)), 10);
    }
  });

  it('is certain to exceed nothing', () => {
    expect(studentTwoTailed(0, 7)).toBeCloseTo(1, 12);
  });
});
