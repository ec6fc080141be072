import type { Air } from '../air/index.js';
import { equivalentAge } from '../cure/index.js';
import { seeded } from '../testing/seeded.js';
import { AirClock, steadyAir } from './air-clock.js';
import { parseLocal } from './calendar.js';

const START = '2026-04-16T00:00';
const AT = parseLocal(START, 'at');
const airOf = (temps: readonly number[], patch: object = {}): Air => ({
  startAt: START,
  hours: temps.map((tempC) => ({ tempC, humidityPercent: 50, rainMm: 0, sunWPerM2: 300, ...patch })),
});

describe('the air as a clock', () => {
  it('keeps time at 22 °C', () => {
    const clock = new AirClock(steadyAir(START, 22));
    expect(clock.ageBetween(AT, AT + 600)).toBeCloseTo(10, 9);
    expect(clock.minuteOfAge(AT + 90, 10)).toBeCloseTo(AT + 690, 6);
  });

  it('runs at about half the speed for ten degrees less', () => {
    const clock = new AirClock(steadyAir(START, 12));
    expect(clock.minuteOfAge(AT, 10) - AT).toBeGreaterThan(1.9 * 600);
    expect(clock.minuteOfAge(AT, 10) - AT).toBeLessThan(2.3 * 600);
  });

  it('says the same of a changing temperature as the equivalent age does', () => {
    const random = seeded(8);
    const temps = Array.from({ length: 72 }, () => random.between(4, 32));
    const clock = new AirClock(airOf(temps));
    let byHour = 0;
    for (let hour = 0; hour < 48; hour++)
      byHour += equivalentAge({ airTempC: temps[hour]!, fromHour: 0, toHour: 1, atTempC: 22 }).hours;
    expect(clock.ageBetween(AT, AT + 48 * 60)).toBeCloseTo(byHour, 6);
  });

  it('gets back to the moment an age was told for, whenever it began', () => {
    const random = seeded(9);
    const clock = new AirClock(airOf(Array.from({ length: 120 }, () => random.between(-2, 30))));
    for (let trial = 0; trial < 200; trial++) {
      const from = AT + random.between(-300, 5000);
      const to = from + random.between(1, 9000);
      expect(clock.minuteOfAge(from, clock.ageBetween(from, to))).toBeCloseTo(to, 3);
    }
  });

  it('is in no hurry where it freezes, and never goes back', () => {
    const clock = new AirClock(airOf([-20, -20, -20]));
    expect(clock.minuteOfAge(AT, 0)).toBe(AT);
    expect(clock.minuteOfAge(AT, 5)).toBeGreaterThan(AT + 20 * 60);
  });

  it('stops work at the last hour that is in the way, and says from when it may be tried again', () => {
    const clock = new AirClock(airOf([20, 20, 8, 20, 9, 20, 20, 20]));
    expect(clock.stopOf({ minTempC: 15 }, AT, AT + 120)).toBeNull();
    expect(clock.stopOf({ minTempC: 15 }, AT, AT + 180)).toEqual({ fault: 'too-cold', againMin: AT + 180 });
    // The work is over in time, but it must hold.
    expect(clock.stopOf({ minTempC: 15, holdMin: 150 }, AT + 60, AT + 120)).toEqual({
      fault: 'too-cold',
      againMin: AT + 300,
    });
    expect(clock.stopOf({ minTempC: 15 }, AT + 300, AT + 480)).toBeNull();
  });

  it('names what is wrong: too warm, rain, dark', () => {
    expect(new AirClock(airOf([31])).stopOf({ maxTempC: 28 }, AT, AT + 30)!.fault).toBe('too-warm');
    expect(new AirClock(airOf([20], { rainMm: 1 })).stopOf({ noRain: true }, AT, AT + 30)!.fault).toBe('rain');
    expect(new AirClock(airOf([20], { sunWPerM2: 0 })).stopOf({ daylight: true }, AT, AT + 30)!.fault).toBe('dark');
    expect(new AirClock(airOf([20], { humidityPercent: 95 })).stopOf({ dry: true }, AT, AT + 30)!.fault).toBe(
      'too-humid',
    );
  });
});
