import { type ForecastRow, hourlyForecast } from './forecast.js';
import { sunHeightSine } from './stand-in.js';

const row = (at: string, tempC: number, patch: Partial<ForecastRow> = {}): ForecastRow => ({
  at,
  tempC,
  humidityPercent: 60,
  rainMm: null,
  sunWPerM2: 0,
  ...patch,
});

describe('a forecast taken in', () => {
  it('joins rows three hours apart along a straight line and shares their rain out', () => {
    const { air, between } = hourlyForecast([
      row('2026-04-16T09:00', 16, { rainMm: 3, humidityPercent: 90 }),
      row('2026-04-16T06:00', 10),
    ]);
    expect(air.startAt).toBe('2026-04-16T06:00');
    expect(air.hours.map(({ tempC }) => tempC)).toEqual([10, 12, 14, 16]);
    expect(air.hours.map(({ humidityPercent }) => humidityPercent)).toEqual([60, 70, 80, 90]);
    expect(air.hours.map(({ rainMm }) => rainMm)).toEqual([0, 1, 1, 1]);
    expect(between).toBe(2);
  });

  it('ends where rows are more than half a day apart, and says so', () => {
    const { air, cutAt } = hourlyForecast([
      row('2026-04-16T06:00', 10),
      row('2026-04-16T07:00', 11),
      row('2026-04-17T07:00', 9),
    ]);
    expect(air.hours.length).toBe(2);
    expect(cutAt).toBe('2026-04-16T07:00');
  });

  it('takes a day and more without any sun as a column nobody filled in', () => {
    const rows = Array.from({ length: 31 }, (_, i) => row(`2026-04-${16 + Math.floor(i / 24)}T${String(i % 24).padStart(2, '0')}:00`, 12)); // prettier-ignore
    const sunAt = (list: ForecastRow[], hour: number) => hourlyForecast(list).air.hours[hour]!.sunWPerM2;
    expect(sunAt(rows, 12)).toBeGreaterThan(300);
    expect(sunAt(rows, 1)).toBe(0);
    // A night, or one dull day with an hour of sun in it, is as it was told.
    expect(sunAt(rows.slice(0, 6), 5)).toBe(0);
    expect(sunAt([...rows.slice(0, -1), { ...rows.at(-1)!, sunWPerM2: 40 }], 12)).toBe(0);
  });

  it('takes the later of two rows for one hour', () => {
    expect(
      hourlyForecast([row('2026-04-16T06:00', 10), row('2026-04-16T06:10', 14)]).air.hours.map(({ tempC }) => tempC),
    ).toEqual([14]);
  });

  it('works the sun out where nothing is said of it: none at night, half of a clear sky at noon', () => {
    const { air } = hourlyForecast([
      row('2026-06-21T00:00', 12, { sunWPerM2: null }),
      row('2026-06-21T12:00', 20, { sunWPerM2: null }),
    ]);
    expect(air.hours[0]!.sunWPerM2).toBe(0);
    // 21 June at 51° north, half past noon: sin h = sin 51 sin 23.45 + cos 51 cos 23.45 cos 7.5 = 0.882; half of 1098 × 0.882 × e^(−0.057/0.882).
    expect(sunHeightSine(51, 172, 12)).toBeCloseTo(0.882, 3);
    expect(Math.abs(air.hours[12]!.sunWPerM2 - 454)).toBeLessThan(2);
  });

  it('needs rows and times', () => {
    expect(() => hourlyForecast([])).toThrowMatching(({ code }) => code === 'empty');
    expect(() => hourlyForecast([row('noon', 10)])).toThrow();
  });
});
