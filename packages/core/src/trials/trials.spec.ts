import { type BlockedCoupon, lapShearMPa, trials, trialsWithin } from './trials.js';

describe('bond trials', () => {
  it('tests two groups by the hand sum', () => {
    // Means 12 and 22, variances 4 and 4: t = −10/√(8/3) = −6.1237 with 4 degrees of freedom, p = 0.0036 by the closed form.
    const { groups, pairs } = trials({ groups: [{ name: '80 grit', values: [10, 12, 14] }, { name: 'bare fibre', values: [20, 22, 24] }] }); // prettier-ignore
    expect(groups[0]).toEqual(jasmine.objectContaining({ count: 3, mean: 12, spread: 2, lowest: 10, highest: 14 }));
    expect(pairs[0]!.t).toBeCloseTo(-6.1237, 4);
    expect(pairs[0]!.df).toBeCloseTo(4, 10);
    expect(pairs[0]!.p).toBeCloseTo(0.0036, 4);
    expect(pairs[0]!.verdict).toBe('different');
    // 4.3027 · 2/√3 each way.
    expect(groups[0]!.meanBand![1] - 12).toBeCloseTo(4.968, 3);
  });

  it('weighs unequal spreads and sizes as Welch and Satterthwaite do', () => {
    // s²/n: 1/4·… worked by hand: a: mean 5, variance 2.5, n 5; b: mean 9, variance 20, n 4. df = (0.5 + 5)²/(0.25/4 + 25/3) = 3.603.
    const { pairs } = trials({ groups: [{ name: 'a', values: [3, 4, 5, 6, 7] }, { name: 'b', values: [4, 8, 10, 14] }] }); // prettier-ignore
    const variance = ((4 - 9) ** 2 + 1 + 1 + 25) / 3;
    expect(pairs[0]!.t).toBeCloseTo(-4 / Math.sqrt(0.5 + variance / 4), 10);
    expect(pairs[0]!.df).toBeCloseTo((0.5 + variance / 4) ** 2 / (0.25 / 4 + (variance / 4) ** 2 / 3), 10);
    expect(pairs[0]!.verdict).toBe('not-shown');
  });

  it('says when there are too few to tell', () => {
    expect(trials({ groups: [{ name: 'a', values: [10, 11] }, { name: 'b', values: [90, 91, 92] }] }).pairs[0]!.verdict).toBe('too-few'); // prettier-ignore
    expect(trials({ groups: [{ name: 'a', values: [10] }] }).groups[0]).toEqual(
      jasmine.objectContaining({ spread: null, meanBand: null }),
    );
  });

  it('does not make certainty of readings without spread', () => {
    const [pair] = trials({ groups: [{ name: 'a', values: [3, 3, 3] }, { name: 'b', values: [5, 5, 5] }] }).pairs; // prettier-ignore
    expect(pair!.p).toBeNull();
    expect(pair!.verdict).toBe('too-few');
  });

  it('means where they broke', () => {
    const failures = [
      { oldLaminatePercent: 100, newLaminatePercent: 0, bondLinePercent: 0 },
      { oldLaminatePercent: 40, newLaminatePercent: 0, bondLinePercent: 40 },
    ];
    expect(trials({ groups: [{ name: 'a', values: [1, 2], failures }] }).groups[0]!.failures).toEqual({
      oldLaminatePercent: 70,
      newLaminatePercent: 0,
      bondLinePercent: 20,
      mixedPercent: 10,
    });
  });

  it('refuses empty groups and areas over the whole', () => {
    expect(() => trials({ groups: [] })).toThrowMatching((e) => e.field === 'groups');
    expect(() => trials({ groups: [{ name: 'a', values: [] }] })).toThrowMatching((e) => e.field === 'groups.0.values');
    const failures = [{ oldLaminatePercent: 80, newLaminatePercent: 0, bondLinePercent: 40 }];
    expect(() => trials({ groups: [{ name: 'a', values: [1], failures }] })).toThrowMatching(
      (e) => e.field === 'groups.0.failures.0',
    );
  });
});

describe('bond trials of two factors', () => {
  const of = (level: string, block: string, ...values: number[]): BlockedCoupon[] =>
    values.map((value) => ({ level, block, value }));
  /** In either resin bare fibre holds 3 MPa more; epoxy holds 10 more than polyester. */
  const TWO = [
    ...of('Keyed', 'Polyester', 7, 8, 9),
    ...of('Bare', 'Polyester', 10, 11, 12),
    ...of('Keyed', 'Epoxy', 17, 18, 19),
    ...of('Bare', 'Epoxy', 20, 21, 22),
  ];

  it('are compared within the other factor, by the hand sum: pooled they would show nothing', () => {
    const [pair] = trialsWithin({ coupons: TWO }).pairs;
    // Each cell has a sum of squares of 2, 8 degrees of freedom in all: s² = 1. Weights 9/6 each, 3 in all: t = −3·√3.
    expect(pair).toEqual(jasmine.objectContaining({ difference: -3, df: 8, blocks: 2, verdict: 'different' }));
    expect(pair!.t).toBeCloseTo(-3 * Math.sqrt(3), 9);
    const pooled = trials({ groups: ['Keyed', 'Bare'].map((name) => ({ name, values: TWO.filter(({ level }) => level === name).map(({ value }) => value) })) }); // prettier-ignore
    expect(pooled.pairs[0]!.verdict).toBe('not-shown');
  });

  it('do not let a strong resin pass for a good preparation', () => {
    const uneven = [...of('Keyed', 'Polyester', 7, 8, 9, 8), ...of('Bare', 'Polyester', 8), ...of('Keyed', 'Epoxy', 18), ...of('Bare', 'Epoxy', 17, 18, 19, 18)]; // prettier-ignore
    const [pair] = trialsWithin({ coupons: uneven }).pairs;
    expect(pair!.difference).toBeCloseTo(0, 9);
    expect(pair!.verdict).toBe('not-shown');
  });

  it('that were never made side by side say nothing of one another', () => {
    const apart = [...of('Keyed', 'Polyester', 7, 8, 9), ...of('Bare', 'Epoxy', 20, 21, 22)];
    expect(trialsWithin({ coupons: apart }).pairs[0]).toEqual(
      jasmine.objectContaining({ verdict: 'never-together', blocks: 0, p: null }),
    );
  });

  it('of one block are compared as ever', () => {
    const one = TWO.filter(({ block }) => block === 'Epoxy');
    const groups = ['Keyed', 'Bare'].map((name) => ({ name, values: one.filter(({ level }) => level === name).map(({ value }) => value) })); // prettier-ignore
    expect(trialsWithin({ coupons: one }).pairs[0]).toEqual(jasmine.objectContaining(trials({ groups }).pairs[0]!));
  });

  it('too few within the blocks are told as such', () => {
    const few = [...of('Keyed', 'Polyester', 7, 8), ...of('Bare', 'Polyester', 12, 13, 14), ...of('Keyed', 'Epoxy', 20)]; // prettier-ignore
    expect(trialsWithin({ coupons: few }).pairs[0]!.verdict).toBe('too-few');
  });
});

describe('a lapped coupon', () => {
  it('holds its force over its face: 3,750 N on 25 by 12.5 mm is 12 MPa', () => {
    expect(lapShearMPa(3750, 25, 12.5)).toBe(12);
    expect(() => lapShearMPa(3750, 0, 12.5)).toThrowError();
  });
});
