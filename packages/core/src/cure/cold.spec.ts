import { forecastWindows, planDays, schedule } from '../plan/index.js';
import { batchPlan } from '../mix/index.js';
import { finishRoute } from '../finish/index.js';
import { systemOf } from '../resin/systems.js';
import { ageLawOf } from './age-law.js';
import { equivalentAge } from './air.js';
import { CURE_CARDS, cureCardOf } from './cards.js';
import { warmingFor } from './cold.js';
import { filmTime } from './film.js';
import { fitCard } from './fit.js';
import { USUAL_GLASS, glassTempC, leastTempFor, reachableAlpha } from './glass.js';
import { FRESH, cureOn, isothermalSeconds } from './kinetics.js';
import { potExotherm } from './pot.js';
import { throughCure } from './through.js';
import { windows } from './windows.js';

const SLOW = systemOf('epoxy-slow', undefined);
const MEDIUM = cureCardOf({ cardId: 'epoxy-medium' });
const THIN = [{ thicknessMm: 0.4, fibreMassFraction: 0.45 }];
const ids = (list: readonly { id: string }[]): string[] => list.map(({ id }) => id);

describe('the glass transition of a cure', () => {
  it('is DiBenedetto’s by hand: −45 + 100 · 0.5 α / (1 − 0.5 α)', () => {
    expect(glassTempC(0)).toBeCloseTo(-45, 9);
    expect(glassTempC(1)).toBeCloseTo(55, 9);
    // −45 + 100 · 0.45 / 0.55
    expect(glassTempC(0.9)).toBeCloseTo(36.818, 3);
    expect(leastTempFor(0.9)).toBeCloseTo(10.818, 3);
  });

  it('lets it get to about 0.92 at 15 °C, 0.89 at 10 and 0.86 at 5, full from 20 °C on, and all the way warm', () => {
    for (const [tempC, alpha] of [[15, 0.92], [10, 0.89], [5, 0.86]] as const) expect(Math.abs(reachableAlpha(tempC) - alpha)).toBeLessThan(0.006); // prettier-ignore
    expect(reachableAlpha(20)).toBeGreaterThan(0.95);
    expect(reachableAlpha(30)).toBe(1);
    for (const tempC of [-20, 0, 12, 25])
      expect(glassTempC(reachableAlpha(tempC))).toBeCloseTo(tempC + USUAL_GLASS.aboveC, 9);
  });

  it('is never passed, however long it lies: film, pot and lay-up', () => {
    for (const { kinetics, id } of CURE_CARDS)
      for (const tempC of [5, 10, 15]) {
        const { alpha } = cureOn(kinetics, FRESH, tempC, 3600 * 24 * 400);
        expect(alpha).withContext(id).toBeLessThanOrEqual(reachableAlpha(tempC));
        expect(alpha)
          .withContext(id)
          .toBeGreaterThan(reachableAlpha(tempC) - 0.02);
        expect(isothermalSeconds(kinetics, 0.95, tempC)).toBe(Infinity);
      }
    const cold = throughCure({ card: MEDIUM, plies: THIN, airTempC: 10, hours: 900 });
    expect(cold.fullHours).toBeNull();
    expect(cold.endAlpha).toBeLessThanOrEqual(reachableAlpha(10));
    expect(cold.endAlpha).toBeGreaterThan(0.88);
    expect(potExotherm({ card: MEDIUM, massG: 20, container: 'tray', airTempC: 10, hours: 400 }).endAlpha).toBeLessThan(
      0.91,
    );
  });

  it('gives way to a sheet that has seen it cure there', () => {
    const { card, good } = fitCard({ from: MEDIUM, points: [{ kind: 'thin', alpha: 0.95, tempC: 10, hours: 336 }, { kind: 'thin', alpha: 0.8, tempC: 10, hours: 48 }] }); // prettier-ignore
    expect(good).toBeTrue();
    expect(reachableAlpha(10, card.kinetics.glass)).toBeGreaterThan(0.95);
    expect(fitCard({ from: MEDIUM, points: [{ kind: 'thin', alpha: 0.8, tempC: 10, hours: 30 }] }).card.kinetics.glass).toBeUndefined(); // prettier-ignore
  });
});

describe('full cure in the cold', () => {
  it('comes by warming: the time a film takes there, stretched to what the system says at 22 °C', () => {
    const { leastC, warmC, hours } = warmingFor(MEDIUM, 168);
    expect(leastC).toBeCloseTo(glassTempC(0.95) - 26, 9);
    expect(warmC).toBe(25);
    expect(hours).toBeCloseTo(
      (168 * isothermalSeconds(MEDIUM.kinetics, 0.95, 25)) / isothermalSeconds(MEDIUM.kinetics, 0.95, 22),
      6,
    );
  });

  it('is told by windows, lay-up, days and schedule with the same warmth', () => {
    const found = windows({ card: SLOW, airTempC: 16 });
    expect(found.fullHour).toBeNull();
    expect(ids(found.remarks)).toEqual(['cure.full-needs-warmth']);
    const { warmC, hours } = warmingFor(cureCardOf({ cardId: 'epoxy-slow' }), SLOW.fullCureHours);
    expect(found.remarks[0]!.params).toEqual(jasmine.objectContaining({ warmC, hours }));
    expect(ids(throughCure({ cardId: 'epoxy-slow', plies: THIN, airTempC: 16, hours: 12 }).remarks)).toEqual([
      'cure.full-needs-warmth',
    ]);
    const days = planDays({
      startAt: '2026-04-16T08:00',
      card: SLOW,
      tempC: 16,
      faces: [{ groundVolumeMm3: 20_000, plies: 4, resinG: 300, pots: 2 }],
      abradedAreaMm2: 40_000,
      layingRateGPerMin: 6,
      finishSteps: finishRoute('epoxy', 'gelcoat', 'after-full-cure').steps,
    });
    expect(days.remarks).toEqual([{ id: 'days.full-cure-warm', params: jasmine.objectContaining({ warmC, hours }) }]); // prettier-ignore
    const planned = schedule({
      startAt: '2026-04-16T08:00',
      tempC: 16,
      people: [],
      tasks: [{ id: 'cure', minutes: 0, byItself: true, ageHours: SLOW.fullCureHours, system: SLOW, stage: 'full' }],
    });
    expect(planned.tasks[0]!.remarks).toEqual([{ id: 'schedule.warmed', params: jasmine.objectContaining({ warmC, hours }) }]); // prettier-ignore
    expect(planned.broken).toBe(0);
    expect((Date.parse(`${planned.finishAt}Z`) - Date.parse('2026-04-16T08:00Z')) / 3_600_000).toBeCloseTo(hours, 1);
  });

  it('comes of itself in the warm, and says nothing then', () => {
    const { fullHour, remarks } = windows({ card: SLOW, airTempC: 22 });
    expect(fullHour).toBeCloseTo(SLOW.fullCureHours, 6);
    expect(remarks).toEqual([]);
    expect(ageLawOf(SLOW, 'full')(22)).toBeCloseTo(1, 9);
    expect(ageLawOf(SLOW, 'full')(19)).toBe(0);
  });
});

describe('colder than a system may be used at', () => {
  const lay = { id: 'cure', minutes: 0, byItself: true, ageHours: 24, system: SLOW } as const;

  it('is said by every calculation that knows the card, and not at its minimum', () => {
    const told = (tempC: number): string[][] =>
      [
        ids(windows({ card: SLOW, airTempC: tempC }).remarks),
        ids(throughCure({ cardId: 'epoxy-slow', plies: THIN, airTempC: [{ hour: 0, tempC: 21 }, { hour: 6, tempC }], hours: 8 }).remarks), // prettier-ignore
        ids(potExotherm({ cardId: 'epoxy-slow', massG: 100, airTempC: tempC, hours: 2 }).remarks),
        ids(
          batchPlan({ card: SLOW, cure: cureCardOf({ cardId: 'epoxy-slow' }), pliesG: [50, 60], extraG: 10, tempC })
            .remarks,
        ),
        ids(schedule({ startAt: '2026-04-16T08:00', tempC, people: [], tasks: [lay] }).tasks[0]!.remarks),
        ids(equivalentAge({ airTempC: tempC, toHour: 5, minTempC: SLOW.minTempC }).remarks),
      ].map((found) => found.filter((id) => id === 'cure.too-cold'));
    expect(told(SLOW.minTempC - 1)).toEqual(Array.from({ length: 6 }, () => ['cure.too-cold']));
    expect(told(SLOW.minTempC)).toEqual(Array.from({ length: 6 }, () => []));
  });

  it('names the coldest there is and what is asked for', () => {
    const list = [{ hour: 0, tempC: 20 }, { hour: 5, tempC: 9 }, { hour: 9, tempC: 18 }]; // prettier-ignore
    expect(windows({ card: SLOW, airTempC: list }).remarks[0]).toEqual({
      id: 'cure.too-cold',
      params: { coldestC: 9, minTempC: 15 },
    });
    // What was colder before it was laid is nothing to it.
    expect(ids(windows({ card: SLOW, airTempC: list, laidHour: 9 }).remarks)).toEqual(['cure.full-needs-warmth']);
  });
});

describe('the top of a pot', () => {
  it('lies between its steps: as in steps a hundred times finer', () => {
    const fine = potExotherm({ card: MEDIUM, massG: 150, airTempC: 21, hours: 1 });
    let [tempC, alpha, peak, at] = [21, 0, 21, 0];
    const { k1, k2, n, heatJPerG } = MEDIUM.kinetics;
    for (let t = 0; t < 3600; t += 0.1) {
      const k = ({ aPerS, eJPerMol }: typeof k1): number => aPerS * Math.exp(-eJPerMol / (8.31446 * (tempC + 273.15)));
      const rate = (k(k1) + k(k2) * alpha) * (1 - alpha) ** n;
      tempC += 0.1 * ((heatJPerG * rate) / 1.9 - (fine.lossWPerK * (tempC - 21)) / (150 * 1.9));
      alpha += 0.1 * rate;
      if (tempC > peak) [peak, at] = [tempC, t];
    }
    expect(fine.peakTempC).toBeCloseTo(peak, 0);
    expect(Math.abs(60 * fine.peakMin - at)).toBeLessThan(3);
  });
});

describe('a thin film', () => {
  it('takes as long as windows say of its system, and as its cure says of a card', () => {
    const film = filmTime({ system: SLOW, tempC: 18 });
    const found = windows({ card: SLOW, airTempC: 18 });
    expect([film.tackHours, film.sandableHours, film.fullHours]).toEqual([
      found.fromHour,
      found.sandableHour,
      found.fullHour,
    ]);
    expect(filmTime({ card: MEDIUM, tempC: 22 }).sandableHours).toBeCloseTo(
      isothermalSeconds(MEDIUM.kinetics, 0.8, 22) / 3600,
      9,
    );
    expect(filmTime({ card: MEDIUM, tempC: 12 }).fullHours).toBeNull();
    expect(() => filmTime({ card: MEDIUM, tempC: 12, catalystPercent: 2 })).toThrow(
      jasmine.objectContaining({ code: 'not-used' }),
    );
  });

  it('of a fast epoxy at 8 °C is not sandable before a day', () => {
    const fast = systemOf('epoxy-fast', undefined);
    expect(filmTime({ system: fast, tempC: 8 }).sandableHours!).toBeGreaterThan(24);
    expect(windows({ card: fast, airTempC: 22 }).sandableHour).toBeCloseTo(4, 6);
  });
});

describe('windows over a forecast', () => {
  const air = {
    startAt: '2026-10-05T06:00',
    hours: Array.from({ length: 48 }, (_, i) => ({
      tempC: 14 + 6 * Math.sin((Math.PI * i) / 12),
      humidityPercent: 60,
      rainMm: 0,
      sunWPerM2: 0,
    })),
  };

  it('are those of its hours, on its clock', () => {
    const found = forecastWindows({ card: SLOW, air, laidAt: '2026-10-05T10:00', nowAt: '2026-10-05T20:00' });
    const plain = windows({
      card: SLOW,
      airTempC: air.hours.map(({ tempC }, hour) => ({ hour, tempC })),
      laidHour: 4,
      nowHour: 14,
    });
    const { at, ...rest } = found;
    expect(rest).toEqual(plain);
    expect(at.from!.startsWith('2026-10-05T')).toBeTrue();
    expect(found.remarks.map(({ id }) => id)).toContain('cure.too-cold');
  });

  it('refuse a time that does not exist, saying how one is given', () => {
    expect(() => forecastWindows({ card: SLOW, air, laidAt: 'yesterday' })).toThrow(
      jasmine.objectContaining({ field: 'laidAt', params: jasmine.objectContaining({ want: 'time' }) }),
    );
  });
});
