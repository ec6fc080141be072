import { seeded } from '../testing/seeded.js';
import { CURE_CARDS, type CureCard, cureCardOf } from './cards.js';
import { type FitCardResult, fitCard, reproduce, searchFit } from './fit.js';
import { FRESH, arrheniusAt22, cureOn, cureRate, isothermalSeconds } from './kinetics.js';
import { potExotherm } from './pot.js';
import { CONTAINERS } from './containers.js';
import { throughCure } from './through.js';

const MEDIUM = cureCardOf({ cardId: 'epoxy-medium' });
const POLYESTER = cureCardOf({ cardId: 'polyester' });
/** dα/dt = k (1−α)ⁿ, k the same at every temperature. */
const plain = (kPerS: number, n: number): CureCard => ({
  ...MEDIUM,
  kinetics: { k1: arrheniusAt22(kPerS, 0), k2: arrheniusAt22(0, 0), m: 0, n, heatJPerG: 300 },
});

describe('cure at one temperature', () => {
  it('is the closed form for m = 0: 1 − e^(−kt) of first order, 1 − (1 + (n−1)kt)^(−1/(n−1)) else', () => {
    for (const [n, minutes] of [
      [1, 30],
      [2, 30],
      [2.5, 240],
    ] as const) {
      const [k, t] = [4e-4, minutes * 60];
      const exact = n === 1 ? 1 - Math.exp(-k * t) : 1 - (1 + (n - 1) * k * t) ** (-1 / (n - 1));
      expect(cureOn(plain(k, n).kinetics, { ...FRESH, used: 1 }, 22, t).alpha / exact).toBeCloseTo(1, 3);
      expect(isothermalSeconds(plain(k, n).kinetics, exact, 22) / t).toBeCloseTo(1, 5);
    }
  });

  it('goes as fast in one step as in many', () => {
    let state = { ...FRESH, used: 1 };
    for (let i = 0; i < 60; i++) state = cureOn(MEDIUM.kinetics, state, 40, 60);
    expect(cureOn(MEDIUM.kinetics, { ...FRESH, used: 1 }, 40, 3600).alpha).toBeCloseTo(state.alpha, 3);
  });

  it('waits for the inhibitor: half as long with twice the catalyst, sooner warm', () => {
    const at = (tempC: number, percent: number): number =>
      isothermalSeconds(POLYESTER.kinetics, 0, tempC, percent) / 60;
    expect(at(22, 2)).toBeCloseTo(17.15, 6);
    expect(at(22, 4)).toBeCloseTo(17.15 / 2, 6);
    expect(at(32, 2)).toBeLessThan(9);
    expect(cureOn(POLYESTER.kinetics, FRESH, 22, 17 * 60).alpha).toBe(0);
    expect(cureOn(POLYESTER.kinetics, FRESH, 22, 18 * 60).alpha).toBeGreaterThan(0);
  });

  it('has a rate by hand: 22 °C, α = 0.5, (5.3905e-5 + 9.1509e-4 · 0.5) · 0.5^3.3517', () => {
    expect(cureRate(MEDIUM.kinetics, 0.5, 22)).toBeCloseTo((5.3905e-5 + 9.1509e-4 * 0.5) * 0.5 ** 3.3517, 12);
    expect(cureRate(MEDIUM.kinetics, 1, 22)).toBe(0);
  });
});

describe('a pot', () => {
  it('goes to start + H/c when nothing is lost', () => {
    const pot = potExotherm({ card: plain(1e-3, 1), massG: 200, airTempC: 20, lossWPerK: 0, hours: 6 });
    expect(pot.adiabaticTempC).toBeCloseTo(20 + 300 / 1.9, 9);
    expect(pot.peakTempC).toBeCloseTo(pot.adiabaticTempC, 1);
  });

  it('cools as Newton says when nothing cures: e^(−hA t / mc)', () => {
    const pot = potExotherm({ card: plain(0, 1), massG: 500, startTempC: 60, airTempC: 20, lossWPerK: 0.5, hours: 1 });
    expect(pot.points.at(-1)!.tempC).toBeCloseTo(20 + 40 * Math.exp((-0.5 * 3600) / (500 * 1.9)), 1);
  });

  it('gives a catalysed first-order cure its own peak: the sum worked in 0.05 s steps', () => {
    const card = plain(8e-4, 1);
    let [tempC, alpha, peak] = [22, 0, 22];
    for (let t = 0; t < 7200; t += 0.05) {
      const rate = 8e-4 * (1 - alpha);
      tempC += 0.05 * ((300 * rate) / 1.9 - (0.2 * (tempC - 22)) / (300 * 1.9));
      alpha += 0.05 * rate;
      peak = Math.max(peak, tempC);
    }
    expect(potExotherm({ card, massG: 300, airTempC: 22, lossWPerK: 0.2 }).peakTempC / peak).toBeCloseTo(1, 3);
  });

  it('runs hotter the more of it there is, hotter in foam, and hardly at all spread in a tray', () => {
    const peak = (massG: number, container: 'cup' | 'foam-cup' | 'tray'): number =>
      potExotherm({ cardId: 'epoxy-slow', massG, airTempC: 22, container }).peakTempC;
    expect(peak(500, 'cup')).toBeGreaterThan(peak(100, 'cup'));
    expect(peak(100, 'foam-cup')).toBeGreaterThan(peak(100, 'cup'));
    expect(peak(500, 'tray')).toBeLessThan(40);
  });

  it('loses heat by its own surface: a cup as high as wide, 8 W/m²K of wall and floor, 10 on top', () => {
    const width = Math.cbrt((4 * (100 / 1.1 / 1e6)) / Math.PI);
    const floor = (Math.PI * width ** 2) / 4;
    expect(potExotherm({ cardId: 'epoxy-medium', massG: 100, airTempC: 22 }).lossWPerK).toBeCloseTo(
      8 * (floor + Math.PI * width ** 2) + 10 * floor,
      9,
    );
    expect(CONTAINERS.length).toBe(4);
  });

  it('warns of one that runs away, and refuses what no shed has', () => {
    expect(potExotherm({ cardId: 'epoxy-fast', massG: 400, airTempC: 25 }).remarks.map(({ id }) => id)).toEqual([
      'cure.pot-too-hot',
    ]);
    expect(() => potExotherm({ cardId: 'epoxy-fast', massG: 0, airTempC: 22 })).toThrow(
      jasmine.objectContaining({ field: 'massG' }),
    );
    expect(() => potExotherm({ cardId: 'glue', massG: 10, airTempC: 22 })).toThrow(
      jasmine.objectContaining({ field: 'cardId' }),
    );
  });
});

describe('the shipped cure cards by the rules of the workshop', () => {
  const gels: [string, number][] = [['epoxy-slow', 45], ['epoxy-medium', 20], ['epoxy-fast', 11], ['polyester', 18], ['vinylester', 25]]; // prettier-ignore
  for (const [cardId, minutes] of gels)
    it(`${cardId}: 100 g at 22 °C gel in about ${minutes} min, near twice that at 12 °C and half of it at 32 °C`, () => {
      const gel = (airTempC: number): number => potExotherm({ cardId, massG: 100, airTempC, hours: 12 }).gelMin!;
      expect(Math.abs(gel(22) / minutes - 1)).toBeLessThan(0.05);
      expect(gel(32) / gel(22)).toBeGreaterThan(0.4);
      expect(gel(32) / gel(22)).toBeLessThan(0.58);
      expect(gel(12) / gel(22)).toBeGreaterThan(1.9);
      // A slow hardener in a cold cup stretches more.
      expect(gel(12) / gel(22)).toBeLessThan(cardId === 'epoxy-slow' ? 2.7 : 2.45);
    });

  it('thin laminates are sandable in 24, 8, 4, 4 and 6 h, epoxies full within seven days', () => {
    const hours = (cardId: string, alpha: number): number =>
      isothermalSeconds(cureCardOf({ cardId }).kinetics, alpha, 22) / 3600;
    for (const [cardId, wanted] of [['epoxy-slow', 24], ['epoxy-medium', 8], ['epoxy-fast', 4], ['polyester', 4], ['vinylester', 6]] as const) expect(Math.abs(hours(cardId, 0.8) / wanted - 1)).withContext(cardId).toBeLessThan(0.15); // prettier-ignore
    for (const { id, family } of CURE_CARDS) if (family === 'epoxy') expect(hours(id, 0.95)).toBeLessThanOrEqual(168);
  });

  it('a fast epoxy at 8 °C is not sandable before a day, and 20 g spread thin outlast 100 g in the cup', () => {
    expect(isothermalSeconds(cureCardOf({ cardId: 'epoxy-fast' }).kinetics, 0.8, 8)).toBeGreaterThan(24 * 3600);
    for (const [cardId] of gels.slice(0, 3))
      expect(potExotherm({ cardId, massG: 20, container: 'tray', airTempC: 22 }).gelMin!).toBeGreaterThan(
        2.5 * potExotherm({ cardId, massG: 100, airTempC: 22 }).gelMin!,
      );
  });

  it('4 mm of polyester mat at 20 °C get to 55-80 °C on what keeps the heat, 40-60 °C on laminate', () => {
    const peak = (backing: 'pvc-foam' | 'laminate', thicknessMm: number): number =>
      throughCure({
        cardId: 'polyester',
        plies: Array.from({ length: 4 }, () => ({ thicknessMm: 1, fibreMassFraction: 0.3 })),
        under: [{ backing, thicknessMm }],
        airTempC: 20,
        hours: 6,
      }).peakTempC;
    expect(peak('pvc-foam', 25)).toBeGreaterThan(55);
    expect(peak('pvc-foam', 25)).toBeLessThan(80);
    for (const mm of [4, 6, 9]) {
      expect(peak('laminate', mm)).toBeGreaterThan(40);
      expect(peak('laminate', mm)).toBeLessThan(60);
    }
  });

  it('12 mm of medium epoxy peak between 80 and 105 °C in air and on foam', () => {
    for (const under of [[], [{ backing: 'pvc-foam' as const, thicknessMm: 20 }]]) {
      const { peakTempC } = throughCure({
        cardId: 'epoxy-medium',
        plies: Array.from({ length: 12 }, () => ({ thicknessMm: 1, fibreMassFraction: 0.5 })),
        under,
        airTempC: 22,
      });
      expect(peakTempC).toBeGreaterThan(78);
      expect(peakTempC).toBeLessThan(105);
    }
  });
});

describe('a card fitted to a data sheet', () => {
  it('gives a known card back from its own figures', () => {
    const wanted = MEDIUM;
    const gel = potExotherm({ card: wanted, massG: 150, airTempC: 22, hours: 6 }).gelMin!;
    const thin = (alpha: number): number => isothermalSeconds(wanted.kinetics, alpha, 22) / 3600;
    const from = {
      ...wanted,
      kinetics: { ...wanted.kinetics, k1: arrheniusAt22(2e-5, 38_980), k2: arrheniusAt22(2e-4, 59_470), n: 2 },
    };
    const fit = fitCard({ from, points: [{ kind: 'pot-gel', massG: 150, tempC: 22, minutes: gel }, { kind: 'thin', alpha: 0.8, tempC: 22, hours: thin(0.8) }, { kind: 'thin', alpha: 0.95, tempC: 22, hours: thin(0.95) }] }); // prettier-ignore
    expect(fit.good).toBeTrue();
    expect(fit.worstPercent).toBeLessThan(1);
    expect(fit.card.kinetics.n).toBeCloseTo(wanted.kinetics.n, 1);
  });

  it('finds how warmth speeds it from two temperatures, and the heat from a peak', () => {
    const random = seeded(3);
    const energy = 45_000 + 20_000 * random.between(0, 1);
    const truth: CureCard = {
      ...MEDIUM,
      kinetics: {
        ...MEDIUM.kinetics,
        k1: arrheniusAt22(6e-5, energy),
        k2: arrheniusAt22(6e-4, energy),
        n: 2.6,
        heatJPerG: 380,
      },
    };
    const points = [15, 30].flatMap((tempC) => [
      {
        kind: 'thin' as const,
        alpha: 0.8,
        tempC,
        hours: reproduce(truth, { kind: 'thin', alpha: 0.8, tempC, hours: 1 })!,
      },
      {
        kind: 'pot-gel' as const,
        massG: 200,
        tempC,
        minutes: reproduce(truth, { kind: 'pot-gel', massG: 200, tempC, minutes: 1 })!,
      },
    ]);
    const peakC = reproduce(truth, { kind: 'pot-peak', massG: 200, tempC: 30, peakC: 100 })!;
    const fit = fitCard({ from: MEDIUM, points: [...points, { kind: 'pot-peak', massG: 200, tempC: 30, peakC }] });
    expect(fit.worstPercent).toBeLessThan(5);
    expect(Math.abs(fit.card.kinetics.k1.eJPerMol / energy - 1)).toBeLessThan(0.1);
    expect(Math.abs(fit.card.kinetics.heatJPerG / 380 - 1)).toBeLessThan(0.1);
  });

  it('says when a point is never reached, and does not call that a fit', () => {
    // Nothing that gels in half an hour is a tenth cured after six days.
    const { worstPercent, good, reproduced } = fitCard({ from: MEDIUM, points: [{ kind: 'pot-gel', massG: 100, tempC: 22, minutes: 30 }, { kind: 'thin', alpha: 0.8, tempC: 22, hours: 14 }, { kind: 'thin', alpha: 0.095, tempC: 22, hours: 150 }] }); // prettier-ignore
    expect([good, worstPercent, reproduced.some(({ errorPercent }) => errorPercent === null)]).toEqual([
      false,
      null,
      true,
    ]);
  });

  it('in rounds, tells how far it is, gets no worse, and keeps what it has when told to stop', () => {
    const points = [{ kind: 'pot-gel' as const, massG: 150, tempC: 20, minutes: 24 }, { kind: 'thin' as const, alpha: 0.8, tempC: 20, hours: 9 }, { kind: 'pot-peak' as const, massG: 150, tempC: 20, peakC: 150 }]; // prettier-ignore
    const told: [number, number][] = [];
    const search = searchFit({ from: MEDIUM, points });
    let step = search.next();
    for (; !step.done; step = search.next()) told.push([step.value.share, step.value.soFar.worstPercent!]);
    told.slice(1).forEach(([share, worst], i) => {
      expect(share).toBeGreaterThan(told[i]![0]);
      expect(worst).toBeLessThanOrEqual(told[i]![1]);
    });
    expect(step.value.good).toBeTrue();
    const stopped = searchFit({ from: MEDIUM, points });
    const first = stopped.next();
    expect(stopped.next('stop')).toEqual({ done: true, value: (first.value as { soFar: FitCardResult }).soFar });
  });

  it('says when a sheet contradicts itself, and refuses an empty one', () => {
    const fit = fitCard({ from: MEDIUM, points: [{ kind: 'thin', alpha: 0.8, tempC: 22, hours: 8 }, { kind: 'thin', alpha: 0.8, tempC: 22, hours: 24 }] }); // prettier-ignore
    expect(fit.good).toBeFalse();
    expect(() => fitCard({ from: MEDIUM, points: [] })).toThrow(jasmine.objectContaining({ code: 'empty' }));
  });
});
