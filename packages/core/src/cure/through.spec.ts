import { seeded } from '../testing/seeded.js';
import { usualAgeLaw } from './age-law.js';
import { equivalentAge, hourOfAge } from './air.js';
import { cureCardOf } from './cards.js';
import { laminateHeat } from './heat-materials.js';
import { arrheniusAt22, isothermalSeconds } from './kinetics.js';
import { type ThroughInput, throughCure } from './through.js';

const MEDIUM = cureCardOf({ cardId: 'epoxy-medium' });
const INERT = { ...MEDIUM, kinetics: { ...MEDIUM.kinetics, k1: arrheniusAt22(0, 0), k2: arrheniusAt22(0, 0) } };
const thick = (mm: number, count = 20): ThroughInput['plies'] =>
  Array.from({ length: count }, () => ({ thicknessMm: mm / count, fibreMassFraction: 0.5 }));

describe('heat through a lay-up', () => {
  it('without cure is Fourier’s sum: a hot slab, both faces held cold', () => {
    const mm = 10;
    const { conductivityWPerMK, densityKgM3, heatCapacityJPerKgK } = laminateHeat(0.5, 1100, 1900);
    const diffusivity = conductivityWPerMK / (densityKgM3 * heatCapacityJPerKgK);
    const result = throughCure({
      card: INERT,
      plies: thick(mm),
      startTempC: 60,
      airTempC: 20,
      frontWPerM2K: 1e6,
      backWPerM2K: 1e6,
      hours: 0.05,
    });
    // θ(middle) = (4/π) Σ (−1)^k/(2k+1) exp(−(2k+1)² π² a t / L²)
    const exact = (min: number): number => {
      const fo = (diffusivity * min * 60) / (mm / 1000) ** 2;
      let sum = 0;
      for (let k = 0; k < 40; k++)
        sum += ((k % 2 === 0 ? 1 : -1) / (2 * k + 1)) * Math.exp(-((2 * k + 1) ** 2) * Math.PI ** 2 * fo);
      return 20 + 40 * (4 / Math.PI) * sum;
    };
    for (const { min, middleC } of result.points.filter((point) => point.min > 0.5))
      expect(Math.abs(middleC - exact(min))).toBeLessThan(0.4);
  });

  it('with nothing lost ends at start + heat over capacity', () => {
    const { densityKgM3, heatCapacityJPerKgK, resinKgM3 } = laminateHeat(0.5, 1100, 1900);
    const result = throughCure({
      card: { ...MEDIUM, kinetics: { ...MEDIUM.kinetics, n: 1 } },
      plies: thick(6),
      airTempC: 22,
      frontWPerM2K: 0,
      backWPerM2K: 0,
      hours: 24,
    });
    expect(result.endAlpha).toBeGreaterThan(0.999);
    expect(
      result.peakTempC / (22 + (resinKgM3 * 1000 * MEDIUM.kinetics.heatJPerG) / (densityKgM3 * heatCapacityJPerKgK)),
    ).toBeCloseTo(1, 2);
  });

  it('thin and well cooled cures as at one temperature', () => {
    const result = throughCure({
      card: MEDIUM,
      plies: thick(0.4, 2),
      airTempC: 22,
      frontWPerM2K: 1e5,
      backWPerM2K: 1e5,
    });
    expect(result.sandableHours! / (isothermalSeconds(MEDIUM.kinetics, 0.8, 22) / 3600)).toBeCloseTo(1, 1);
    expect(result.peakTempC).toBeLessThan(22.5);
  });

  it('a medium epoxy lay-up of 12.7 mm peaks near 100 °C on foam and near 80 °C in air', () => {
    expect(
      Math.abs(
        throughCure({
          card: MEDIUM,
          plies: thick(12.7),
          under: [{ backing: 'pvc-foam', thicknessMm: 25 }],
          airTempC: 22,
        }).peakTempC - 100,
      ),
    ).toBeLessThan(8);
    expect(
      Math.abs(throughCure({ card: MEDIUM, plies: thick(12.7), airTempC: 22, backWPerM2K: 10 }).peakTempC - 80),
    ).toBeLessThan(8);
  });

  it('keeps its heat balance within one per cent, whatever it lies on', () => {
    const random = seeded(11);
    for (let i = 0; i < 12; i++) {
      const under =
        random.between(0, 1) < 0.5
          ? []
          : [
              {
                backing: (['steel', 'eps-foam', 'laminate'] as const)[Math.floor(random.between(0, 3))]!,
                thicknessMm: random.between(1, 30),
              },
            ];
      const result = throughCure({
        cardId: ['epoxy-fast', 'polyester', 'epoxy-slow'][i % 3]!,
        plies: thick(random.between(1, 14), 6),
        under,
        airTempC: random.between(8, 32),
        heaterWPerM2: random.between(0, 300),
        hours: 24,
      });
      expect(result.balance.errorPercent).toBeLessThan(1);
    }
  });

  it('is the same in slices half as thick', () => {
    const at = (sliceMm: number): number =>
      throughCure({
        card: MEDIUM,
        plies: thick(8, 8),
        under: [{ backing: 'laminate', thicknessMm: 6 }],
        airTempC: 20,
        sliceMm,
        hours: 6,
      }).peakTempC;
    expect(Math.abs(at(0.1) - at(0.2))).toBeLessThan(1);
  });

  it('ends where resin chars, in no time, and says so', () => {
    const result = throughCure({
      cardId: 'epoxy-fast',
      plies: [{ thicknessMm: 2, fibreMassFraction: 0.3 }],
      airTempC: 20,
      heaterWPerM2: 5000,
      frontWPerM2K: 0,
      backWPerM2K: 0,
      hours: 100,
    });
    expect(result.peakTempC).toBeGreaterThan(349);
    expect(result.peakTempC).toBeLessThan(360);
    expect(result.remarks.map(({ id }) => id)).toContain('cure.chars');
    expect(result.steps).toBeLessThan(5000);
  });

  it('names each limit it goes over, and refuses what no lay-up is', () => {
    const result = throughCure({
      cardId: 'epoxy-fast',
      plies: thick(12),
      under: [{ backing: 'eps-foam', thicknessMm: 50 }],
      airTempC: 22,
      limits: { resinC: 90, underC: 70, finishC: 300 },
    });
    expect(result.remarks.map(({ id }) => id)).toEqual(['cure.resin-too-hot', 'cure.under-too-hot']);
    expect(() => throughCure({ cardId: 'polyester', plies: [], airTempC: 22 })).toThrow(
      jasmine.objectContaining({ code: 'empty' }),
    );
    expect(() => throughCure({ cardId: 'polyester', plies: thick(4), airTempC: [{ hour: 2, tempC: 20 }, { hour: 2, tempC: 21 }] })).toThrow(jasmine.objectContaining({ field: 'airTempC.1.hour' })); // prettier-ignore
  });
});

describe('equivalent age', () => {
  it('at the reference is the clock itself, and doubles for about ten degrees', () => {
    expect(equivalentAge({ airTempC: 23, toHour: 10 }).hours).toBeCloseTo(10, 9);
    expect(equivalentAge({ airTempC: 33, toHour: 10 }).hours).toBeCloseTo(
      10 * Math.exp((54_000 / 8.31446) * (1 / 296.15 - 1 / 306.15)),
      6,
    );
  });

  it('over a straight rise is the sum of small steps', () => {
    let sum = 0;
    for (let i = 0; i < 20_000; i++)
      sum +=
        (12 / 20_000) * Math.exp((54_000 / 8.31446) * (1 / 296.15 - 1 / (273.15 + 10 + (20 * (i + 0.5)) / 20_000)));
    const list = [{ hour: 0, tempC: 10 }, { hour: 12, tempC: 30 }]; // prettier-ignore
    const result = equivalentAge({ airTempC: list });
    expect(result.hours).toBeCloseTo(sum, 4);
    expect(equivalentAge({ airTempC: result.meanTempC, toHour: 12 }).hours).toBeCloseTo(result.hours, 6);
  });

  it('is reached at the hour that gives it back', () => {
    const list = Array.from({ length: 100 }, (_, hour) => ({ hour, tempC: 14 + 6 * Math.sin((hour * Math.PI) / 12) }));
    const hour = hourOfAge(list, 3, 20, usualAgeLaw)!;
    expect(equivalentAge({ airTempC: list, fromHour: 3, toHour: hour, atTempC: 22 }).hours).toBeCloseTo(20, 2);
    expect(hourOfAge(-20, 0, 1000, usualAgeLaw, 100)).toBeNull();
  });
});

describe('a lay-up cut too fine', () => {
  it('is cut coarser by itself, and told what would do where the slice was asked for', () => {
    const plies = Array.from({ length: 200 }, () => ({ thicknessMm: 1, fibreMassFraction: 0.5 }));
    expect(throughCure({ card: INERT, plies, airTempC: 20, hours: 0.05 }).steps).toBeGreaterThan(0);
    expect(() => throughCure({ card: INERT, plies, airTempC: 20, sliceMm: 0.1 })).toThrow(
      jasmine.objectContaining({ code: 'too-fine', field: 'sliceMm', params: jasmine.objectContaining({ min: 1 }) }),
    );
    expect(() =>
      throughCure({ card: INERT, plies: plies.map((ply) => ({ ...ply, thicknessMm: 2 })), airTempC: 20 }),
    ).toThrow(jasmine.objectContaining({ code: 'too-thick', params: { value: 400, max: 300 } }));
  });
});
