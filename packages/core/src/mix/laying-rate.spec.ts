import { layingRate, perHands } from './laying-rate.js';

const at = (m2: number, more: object = {}) => layingRate({ areaMm2: m2 * 1e6, ...more });

describe('the pace of a lay-up', () => {
  it('is that of a brush on small patches, a fin roller up to 0.3 m² and a roller on flats, each within its range', () => {
    // Between 0.0025 m² at 5 and 0.02 m² at 15: at 0.01 m² it is 5 + 10 · ln 4 / ln 8 = 11.7, told as 12.
    expect(at(0.01)).toEqual(jasmine.objectContaining({ work: 'brush', gPerMin: 12, lowGPerMin: 5, highGPerMin: 15 }));
    // Between 0.05 at 25 and 0.3 at 50: at 0.15 it is 25 + 25 · ln 3 / ln 6 = 40.3.
    expect(at(0.15)).toEqual(jasmine.objectContaining({ work: 'small-roller', gPerMin: 40, source: 'table' }));
    // Between 0.5 at 60 and 2 at 150: at 1 it is halfway by its logarithm, 105, told as 100.
    expect(at(1)).toEqual(jasmine.objectContaining({ work: 'roller', gPerMin: 100 }));
    expect([at(0.0001).gPerMin, at(30).gPerMin]).toEqual([5, 150]);
  });

  it('never falls as the area grows', () => {
    const paces = Array.from({ length: 200 }, (_, i) => at(0.001 * 1.05 ** i).gPerMin);
    expect(paces.every((pace, i) => i === 0 || pace >= paces[i - 1]!)).toBeTrue();
  });

  it('is that of tape where it is wound, and of the table where plies are wetted on film, but not on large flats', () => {
    // √(4 · 8) = 5.7 and √(20 · 40) = 28.3.
    expect([at(0.3, { wound: true }).work, at(0.3, { wound: true }).gPerMin]).toEqual(['wrap', 6]);
    expect([at(0.01, { onFilm: true }).work, at(0.01, { onFilm: true }).gPerMin]).toEqual(['film', 30]);
    expect(at(1, { onFilm: true }).work).toBe('roller');
  });

  it('is half with bound mat in epoxy, 0.6 of it overhead, 1.7 times with a second pair of hands', () => {
    expect(at(0.15, { stiffShare: 1 }).gPerMin).toBe(20);
    // 40.3 · 0.6 = 24.2, told as 25.
    expect(at(0.15, { overhead: true }).gPerMin).toBe(25);
    // 40.3 · 1.7 = 68.5, told as 60; 40.3 · 2.4 = 96.7, told as 100.
    expect([at(0.15, { hands: 2 }).gPerMin, at(0.15, { hands: 3 }).gPerMin]).toEqual([60, 100]);
    expect(perHands(68, 2)).toBeCloseTo(40, 9);
    expect(perHands(24, 1, true)).toBeCloseTo(40, 9);
  });

  it('is that of the shed’s log once it has three lay-ups of the work', () => {
    const log = (lays: number) => ({ brush: { gPerMin: 8.4, lays, lowGPerMin: 6, highGPerMin: 11 } });
    expect(at(0.01, { log: log(2) }).source).toBe('table');
    expect(at(0.01, { log: log(3) })).toEqual({
      work: 'brush',
      gPerMin: 8.4,
      source: 'log',
      lowGPerMin: 6,
      highGPerMin: 11,
      lays: 3,
    });
    // 8.4 · 1.7 = 14.28: what was logged is not rounded.
    expect(at(0.01, { log: log(3), hands: 2 }).gPerMin).toBeCloseTo(14.28, 9);
    expect(at(1, { log: log(9) }).source).toBe('table');
  });

  it('refuses no hands and shares of nothing', () => {
    expect(() => at(0.1, { hands: 0 })).toThrowError(/hands/);
    expect(() => at(0.1, { stiffShare: 1.2 })).toThrowError(/stiffShare/);
  });
});
