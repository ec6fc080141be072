import { seeded } from '../testing/seeded.js';
import { type TapFeatures, findTap, scoreTap, tapFeatures, tapPicture, together } from './tap-sound.js';

const RATE = 44_100;

describe('the sound of a tap', () => {
  const random = seeded(20_261_128);
  const normal = (): number => Math.sqrt(-2 * Math.log(random.between(1e-9, 1))) * Math.cos(2 * Math.PI * random.between(0, 1)); // prettier-ignore
  /** A decaying tone with an overtone, in white noise so far under its first 20 ms, after 30 ms of noise alone. */
  function tap(frequencyHz: number, fall20Ms: number, snrDb: number, overtone = 0.3): number[] {
    const silent = Math.round(0.03 * RATE);
    const tau = fall20Ms / 1000 / Math.log(10);
    const clean = Array.from({ length: Math.round(0.15 * RATE) }, (_, i) => {
      const t = i / RATE;
      return Math.exp(-t / tau) * (Math.sin(2 * Math.PI * frequencyHz * t) + overtone * Math.sin(2 * Math.PI * 2.3 * frequencyHz * t)); // prettier-ignore
    });
    const loud = clean.slice(0, Math.round(0.02 * RATE)).reduce((sum, value) => sum + value * value, 0) / (0.02 * RATE);
    const noise = Math.sqrt(loud / 10 ** (snrDb / 10));
    return [
      ...Array.from({ length: silent }, () => noise * normal()),
      ...clean.map((value) => value + noise * normal()),
    ];
  }
  const about = (value: number, share: number): number => value * Math.exp(share * normal());
  const ringing = (snrDb: number): TapFeatures => tapFeatures(tap(about(2400, 0.08), about(40, 0.15), snrDb), RATE);
  const dull = (snrDb: number): TapFeatures => tapFeatures(tap(about(850, 0.1), about(14, 0.15), snrDb), RATE);

  it('has its pitch, its fall and its darkness', () => {
    const found = tapFeatures(tap(1800, 36, 60, 0), RATE);
    expect(found.frequencyHz).toBeCloseTo(1800, -1);
    expect(found.fall20Ms / 36).toBeCloseTo(1, 1);
    expect(found.lowShare).toBeLessThan(0.1);
    expect(tapFeatures(tap(500, 36, 60, 0), RATE).lowShare).toBeGreaterThan(0.9);
    // The same pitch at another rate of recording.
    const half = tap(1800, 36, 60, 0).filter((_, i) => i % 2 === 0);
    expect(tapFeatures(half, RATE / 2).frequencyHz).toBeCloseTo(1800, -1);
  });

  for (const [snrDb, share] of [
    [20, 0.95],
    [10, 0.85],
  ] as const)
    // prettier-ignore
    it(`is told right in ${100 * share} of 100 at ${snrDb} dB over the noise, the doubtful counted apart`, () => {
      const references = Array.from({ length: 5 }, () => ringing(snrDb));
      const all = Array.from({ length: 200 }, (_, i) => {
        const is = i % 2 === 0 ? 'sound' : 'dull';
        return { is, told: scoreTap(is === 'sound' ? ringing(snrDb) : dull(snrDb), references).sound };
      });
      const sure = all.filter(({ told }) => told !== 'doubtful');
      expect(sure.filter(({ is, told }) => is === told).length / sure.length).toBeGreaterThanOrEqual(share);
      expect(sure.length / all.length).toBeGreaterThan(0.7);
    });

  it('goes by the sound ones of the same job, not by a pitch: what rings low all over is sound', () => {
    const low = (): TapFeatures => tapFeatures(tap(about(900, 0.05), about(40, 0.1), 25), RATE);
    const references = Array.from({ length: 6 }, low);
    expect(scoreTap(low(), references).sound).not.toBe('dull');
  });

  it('is found in what a microphone hears, once it has rung out, and each once', () => {
    const quiet = (s: number): number[] => Array.from({ length: Math.round(s * RATE) }, () => 0.001 * normal());
    const heard = [...quiet(0.3), ...tap(2400, 40, 60), ...quiet(0.4), ...tap(850, 14, 60), ...quiet(0.2)];
    const first = findTap(heard, RATE)!;
    expect(first.onset / RATE).toBeCloseTo(0.33, 2);
    expect(tapFeatures(first.samples, RATE).frequencyHz).toBeCloseTo(2400, -2);
    const second = findTap(heard, RATE, first.onset + 0.25 * RATE)!;
    expect(second.onset / RATE).toBeCloseTo(0.3 + 0.18 + 0.4 + 0.03, 2);
    expect(findTap(heard, RATE, second.onset + 0.25 * RATE)).toBeNull();
    // Cut off while it rings.
    expect(findTap(heard.slice(0, Math.round(0.36 * RATE)), RATE)).toBeNull();
    expect(findTap(quiet(0.5), RATE)).toBeNull();
  });

  it('is surer told twice, and can be seen: its loudness falls as it does, and is highest at its pitch', () => {
    const references = Array.from({ length: 5 }, () => ringing(20));
    const [a, b] = [scoreTap(dull(20), references), scoreTap(dull(20), references)];
    const both = together(a, b);
    expect(both.score).toBeCloseTo((a.score + b.score) / 2, 9);
    expect(both.doubt).toBeLessThan(Math.min(a.doubt, b.doubt));
    const { decayDb, bands } = tapPicture(tap(1600, 30, 60, 0), RATE);
    expect(Math.max(...decayDb)).toBe(0);
    // 20 dB in 30 ms: ten frames of 3 ms.
    expect(decayDb[11]! - decayDb[1]!).toBeCloseTo(-20, -1);
    expect(bands.find(({ db }) => db === 0)!.hz / 1600).toBeCloseTo(1, 0);
  });

  it('wants five to go by, a tap that can be heard, and a rate there is', () => {
    const one = ringing(30);
    expect(() => scoreTap(one, [one, one, one, one])).toThrow();
    expect(() => scoreTap({ ...one, frequencyHz: -1 }, [one, one, one, one, one])).toThrow();
    expect(() => tapFeatures(Array<number>(5000).fill(0), RATE)).toThrow();
    expect(() => tapFeatures([0.1, 0.2], RATE)).toThrow();
    expect(() => tapFeatures(tap(1800, 36, 30), 100)).toThrow();
  });
});
