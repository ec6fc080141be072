import { seeded } from '../testing/seeded.js';
import { ageLaw, usualAgeLaw } from './age-law.js';
import { equivalentAge, hourOfAge } from './air.js';
import { CURE_CARDS, cureCardOf } from './cards.js';
import { FRESH, cureOn, isothermalSeconds } from './kinetics.js';
import { potExotherm } from './pot.js';
import { CONTAINERS } from './containers.js';
import { throughCure } from './through.js';

/** Steps of the working are so coarse. */
const NOISE = 5e-4;
const rising = (values: readonly number[]): void =>
  values
    .slice(1)
    .forEach((value, i) => expect(value).toBeGreaterThanOrEqual(values[i]! - NOISE * Math.abs(values[i]!)));
const TEMPS = [8, 14, 20, 26, 32];

describe('every shipped card', () => {
  for (const { id, name } of CURE_CARDS)
    describe(name, () => {
      const card = cureCardOf({ cardId: id });

      it('cures sooner the warmer it is, and further the longer', () => {
        rising(TEMPS.map((tempC) => -isothermalSeconds(card.kinetics, 0.6, tempC)));
        rising([0.1, 0.3, 0.6, 0.8, 0.95].map((alpha) => isothermalSeconds(card.kinetics, alpha, 20)));
      });

      it('gets where it was said to be at the second it was said', () => {
        for (const alpha of [0.2, 0.5, 0.9])
          expect(cureOn(card.kinetics, FRESH, 20, isothermalSeconds(card.kinetics, alpha, 20)).alpha).toBeCloseTo(
            alpha,
            3,
          );
      });

      it('about halves its gel for ten degrees, and waits by no less', () => {
        const gel = (airTempC: number): number => potExotherm({ card, massG: 100, airTempC, hours: 12 }).gelMin!;
        const factor = gel(15) / gel(25);
        expect(factor).toBeGreaterThan(1.6);
        expect(factor).toBeLessThan(2.6);
        expect(ageLaw(card, 'sandable')(25) / ageLaw(card, 'sandable')(15)).toBeGreaterThan(1.6);
      });

      it('gels sooner and peaks higher the larger the pot and the warmer the air', () => {
        const pot = (massG: number, airTempC: number) => potExotherm({ card, massG, airTempC, hours: 12 });
        rising([30, 100, 300, 900].map((massG) => pot(massG, 22).peakTempC));
        const sooner = (gels: (number | null)[]): void => rising(gels.map((min, i) => 0.01 * i - (min ?? 720)));
        sooner([30, 100, 300, 900].map((massG) => pot(massG, 22).gelMin));
        sooner(TEMPS.map((airTempC) => pot(200, airTempC).gelMin));
      });

      it('never gets hotter than all its heat could make it, in any pot', () => {
        const { heatJPerG } = card.kinetics;
        for (const { id: container } of CONTAINERS) {
          const { peakTempC, points } = potExotherm({ card, massG: 500, airTempC: 25, container, hours: 12 });
          expect(peakTempC).toBeLessThanOrEqual(25 + heatJPerG / 1.4);
          rising(points.map(({ alpha }) => alpha));
          expect(Math.max(...points.map(({ alpha }) => alpha))).toBeLessThanOrEqual(1);
        }
      });
    });
});

describe('a lay-up', () => {
  const plies = (count: number) => Array.from({ length: count }, () => ({ thicknessMm: 0.8, fibreMassFraction: 0.5 }));
  const cured = (patch: object = {}) =>
    throughCure({
      cardId: 'epoxy-medium',
      plies: plies(8),
      under: [{ backing: 'laminate', thicknessMm: 4 }],
      airTempC: 20,
      hours: 24,
      sliceMm: 0.8,
      ...patch,
    });

  it('gets hotter the thicker it is laid at once', () => {
    rising([2, 5, 10, 16].map((count) => cured({ plies: plies(count) }).peakTempC));
  });

  it('is ready the sooner the warmer the air: gel, green, sanding, in their order', () => {
    rising([14, 18, 22, 28].map((airTempC) => -(cured({ airTempC }).gelHours ?? 99)));
    const { gelHours, greenHours, sandableHours } = cured();
    rising([gelHours!, greenHours!, sandableHours!]);
  });

  it('peaks highest on foam, which keeps its heat in, and lowest on laminate, which takes it up', () => {
    rising(
      [cured(), cured({ under: [] }), cured({ under: [{ backing: 'pvc-foam', thicknessMm: 20 }] })].map(
        ({ peakTempC }) => peakTempC,
      ),
    );
  });

  it('is warmed by a lamp, and by as much longer as it shines', () => {
    rising(
      [cured(), cured({ heaterWPerM2: 400, heaterHours: 1 }), cured({ heaterWPerM2: 400, heaterHours: 4 })].map(
        ({ sandableHours }) => -(sandableHours ?? 99),
      ),
    );
  });

  it('stays where it is where everything is at one temperature and nothing is left to cure', () => {
    const { outerPeakC, peakTempC } = cured({
      card: {
        ...cureCardOf({ cardId: 'epoxy-medium' }),
        kinetics: { ...cureCardOf({ cardId: 'epoxy-medium' }).kinetics, heatJPerG: 0 },
      },
    });
    expect(peakTempC).toBeCloseTo(20, 6);
    expect(outerPeakC).toBeCloseTo(20, 6);
  });
});

describe('age', () => {
  it('adds up: a night and the day after are the two together', () => {
    const random = seeded(41);
    for (let trial = 0; trial < 40; trial++) {
      const air = Array.from({ length: 48 }, (_, hour) => ({ hour, tempC: random.between(-3, 32) }));
      const cut = random.between(1, 46);
      const age = (fromHour: number, toHour: number): number =>
        equivalentAge({ airTempC: air, fromHour, toHour }).hours;
      expect(age(0, cut) + age(cut, 47)).toBeCloseTo(age(0, 47), 3);
    }
  });

  it('is found again by the hour it was reached at', () => {
    const random = seeded(42);
    for (let trial = 0; trial < 40; trial++) {
      const mean = random.between(6, 24);
      const air = Array.from({ length: 72 }, (_, hour) => ({
        hour,
        tempC: mean + 5 * Math.sin(hour / 4) + random.between(-1, 1),
      }));
      const to = random.between(2, 60);
      const { hours } = equivalentAge({ airTempC: air, fromHour: 1, toHour: to, atTempC: 22 });
      expect(Math.abs(hourOfAge(air, 1, hours, usualAgeLaw)! - to)).toBeLessThan(0.005 * to);
    }
  });
});
