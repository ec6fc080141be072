import { dewPoint } from './dew-point.js';
import { type Air, type HourOfAir, checkAirHours, hourAt, humidityAt } from './hours.js';
import { faultOf, firstWarming } from './needs.js';
import { shedAir } from './shed.js';
import { standInWeather, sunHeightSine } from './stand-in.js';

const hour = (tempC: number, more: Partial<HourOfAir> = {}): HourOfAir => ({
  tempC,
  humidityPercent: 60,
  rainMm: 0,
  sunWPerM2: 300,
  ...more,
});
const list = (...temps: number[]): Air => ({ startAt: '2026-06-10T00:00', hours: temps.map((tempC) => hour(tempC)) });

describe('air by the hour', () => {
  it('comes again day by day past the end of the list', () => {
    const air = list(...Array.from({ length: 30 }, (_, i) => i));
    expect([hourAt(air, -3), hourAt(air, 29), hourAt(air, 30), hourAt(air, 54)].map(({ tempC }) => tempC)).toEqual([
      0, 29, 6, 6,
    ]);
  });

  it('keeps its water when it is warmed: the dew point stays', () => {
    const warmed = humidityAt({ tempC: 10, humidityPercent: 80 }, 20);
    const dew = (airTempC: number, relativeHumidityPercent: number): number =>
      dewPoint({ airTempC, relativeHumidityPercent }).dewPointC;
    expect(dew(20, warmed)).toBeCloseTo(dew(10, 80), 6);
    expect(humidityAt({ tempC: 20, humidityPercent: 80 }, 5)).toBe(100);
  });

  it('names the hour that cannot be', () => {
    expect(() => checkAirHours({ startAt: '2026-06-10T00:00', hours: [hour(10), hour(99)] }, 'air')).toThrow(
      jasmine.objectContaining({ field: 'air.hours.1.tempC' }),
    );
    expect(() => checkAirHours({ startAt: 'today', hours: [hour(10)] }, 'air')).toThrow(
      jasmine.objectContaining({ code: 'unreadable' }),
    );
  });
});

describe('the weather’s stand-in', () => {
  const year = standInWeather({ seed: 4280, startAt: '2026-01-01T00:00', hours: 2000 });
  const summer = standInWeather({ seed: 4280, startAt: '2026-06-20T00:00', hours: 720 });

  it('is the same for the same hour whenever it is asked for', () => {
    const later = standInWeather({ seed: 4280, startAt: '2026-06-25T00:00', hours: 48 });
    expect(later.hours).toEqual(summer.hours.slice(120, 168));
    expect(standInWeather({ seed: 7, startAt: '2026-06-25T00:00', hours: 48 }).hours).not.toEqual(later.hours);
  });

  it('has warm afternoons, colder winters, some rain and dry days, and no sun at night', () => {
    const mean = (of: readonly HourOfAir[]): number => of.reduce((sum, { tempC }) => sum + tempC, 0) / of.length;
    const at = (clock: number): HourOfAir[] => summer.hours.filter((_, i) => i % 24 === clock);
    expect(mean(at(15)) - mean(at(4))).toBeGreaterThan(3);
    expect(mean(summer.hours) - mean(year.hours.slice(0, 720))).toBeGreaterThan(8);
    const wet = summer.hours.filter(({ rainMm }) => rainMm > 0).length / summer.hours.length;
    expect(wet).toBeGreaterThan(0.02);
    expect(wet).toBeLessThan(0.3);
    expect(at(1).every(({ sunWPerM2 }) => sunWPerM2 === 0)).toBeTrue();
    expect(Math.max(...summer.hours.map(({ sunWPerM2 }) => sunWPerM2))).toBeGreaterThan(600);
  });

  it('never has more water in the air than it can hold', () => {
    for (const { tempC, humidityPercent } of [...year.hours, ...summer.hours])
      expect(dewPoint({ airTempC: tempC, relativeHumidityPercent: humidityPercent }).dewPointC).toBeLessThanOrEqual(
        tempC + 1e-9,
      );
  });

  it('knows how high the sun stands: 62.4° at noon on the longest day at 51°', () => {
    expect((Math.asin(sunHeightSine(51, 172, 11.5)) * 180) / Math.PI).toBeCloseTo(90 - 51 + 23.45, 1);
  });
});

describe('the air of a shed', () => {
  it('follows a step outside by e in its lag, and is warmed to what it is heated to', () => {
    const step: Air = list(...Array.from({ length: 24 }, () => 10), ...Array.from({ length: 24 }, () => 20));
    const { hours } = shedAir(step, { lagHours: 6, gainC: 0, heatedToC: null });
    // Six hours after the step: 10 + 10 (1 − 1/e).
    expect(hours[29]!.tempC).toBeCloseTo(10 + 10 * (1 - Math.exp(-1)), 6);
    expect(Math.min(...shedAir(step, { lagHours: 6, gainC: 0, heatedToC: 18 }).hours.map(({ tempC }) => tempC))).toBe(
      18,
    );
    const day = shedAir(step, {
      lagHours: 6,
      gainC: 0,
      heatedToC: 18,
      heatedFromMin: 8 * 60,
      heatedToMin: 17 * 60,
    }).hours;
    // The heater comes on at eight, and warms no faster than 5 °C in an hour.
    expect([day[7]!.tempC, day[8]!.tempC, day[9]!.tempC, day[12]!.tempC]).toEqual([10, 15, 18, 18]);
    // A tent that keeps no warmth is held at its heat all the same.
    expect(shedAir(step, { lagHours: 0, gainC: 0, heatedToC: 25 }).hours.every(({ tempC }) => tempC === 25)).toBeTrue();
    expect(day[4]!.tempC).toBeLessThan(18);
  });

  it('goes by a reading at once and forgets it in half a day', () => {
    const flat = list(...Array.from({ length: 72 }, () => 15));
    const climate = { lagHours: 3, gainC: 2, heatedToC: null };
    const plain = shedAir(flat, climate).hours;
    const read = shedAir(flat, climate, { at: '2026-06-10T10:00', tempC: 21, humidityPercent: 50 }).hours;
    expect(read[9]!.tempC).toBe(plain[9]!.tempC);
    expect(read[10]!.tempC).toBeCloseTo(21, 9);
    expect(read[10]!.humidityPercent).toBeCloseTo(50, 9);
    expect(read[22]!.tempC).toBeCloseTo(17 + 4 / Math.E, 6);
  });

  it('lets in no rain and keeps the water of the air outside', () => {
    const wet: Air = {
      startAt: '2026-06-10T00:00',
      hours: Array.from({ length: 24 }, () => hour(10, { humidityPercent: 90, rainMm: 3 })),
    };
    const inside = shedAir(wet, { lagHours: 0, gainC: 8, heatedToC: null }).hours[5]!;
    expect([inside.rainMm, inside.sunWPerM2]).toEqual([0, 0]);
    expect(inside.humidityPercent).toBeCloseTo(humidityAt(wet.hours[5]!, 18), 9);
  });
});

describe('what work asks of the air', () => {
  it('is told by what is wrong first', () => {
    const of = (one: HourOfAir) =>
      faultOf({ hours: [one] }, 0, { minTempC: 15, maxTempC: 30, dry: true, noRain: true, daylight: true });
    expect(
      [
        hour(14),
        hour(31),
        hour(20, { humidityPercent: 86 }),
        hour(20, { rainMm: 1 }),
        hour(20, { sunWPerM2: 0 }),
        hour(20),
      ].map(of),
    ).toEqual(['too-cold', 'too-warm', 'too-humid', 'rain', 'dark', null]);
  });

  it('fears the dew on a surface that is colder than the air: 12 °C behind air of 18 °C at 80 %', () => {
    // Dew point of 18 °C at 80 % is 14.5; the surface, mean of three hours, 14 °C.
    const air = { hours: [hour(12), hour(12), hour(18, { humidityPercent: 80 })] };
    expect(faultOf(air, 2, { dry: true })).toBe('near-dew-point');
    expect(faultOf({ hours: [hour(18), hour(18), hour(18, { humidityPercent: 80 })] }, 2, { dry: true })).toBeNull();
  });

  it('falls where a core, an hour behind the air, gets no warmer than in the first hour', () => {
    // Means of three hours: 16, 16.7, 18, 19.3, 19.6, 18.6.
    const air = list(16, 18, 20, 19.8, 19, 17);
    expect([firstWarming(air, 0, 3), firstWarming(air, 2, 5), firstWarming(air, 3, 5)]).toEqual([1, 3, null]);
    // A heater that came on: steady air, and a core that still warms.
    const heated = list(6, 6, 17, 17, 17, 17, 17);
    expect([firstWarming(heated, 3, 6), firstWarming(heated, 4, 6)]).toEqual([4, null]);
  });
});
