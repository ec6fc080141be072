import { trials } from './trials.js';

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
