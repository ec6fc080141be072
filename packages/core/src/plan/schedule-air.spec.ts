import type { Air, HourOfAir } from '../air/index.js';
import { equivalentAge } from '../cure/index.js';
import { AirClock } from './air-clock.js';
import { parseLocal } from './calendar.js';
import { schedule } from './schedule.js';
import type { ScheduleInput, ScheduleResult, ScheduleTask } from './tasks.js';

const at = (text: string): number => parseLocal(text, 'x');
/** From Thursday midnight, a temperature for every hour of the day. */
const days = (tempOf: (clock: number, day: number) => number, more: Partial<HourOfAir> = {}): Air => ({
  startAt: '2026-04-16T00:00',
  hours: Array.from({ length: 10 * 24 }, (_, i) => ({
    tempC: tempOf(i % 24, Math.floor(i / 24)),
    humidityPercent: 55,
    rainMm: 0,
    sunWPerM2: i % 24 > 6 && i % 24 < 20 ? 300 : 0,
    ...more,
  })),
});
const planned = (tasks: ScheduleTask[], air: Air, more: Partial<ScheduleInput> = {}): ScheduleResult =>
  schedule({ startAt: '2026-04-16T08:00', people: [{ id: 'ilse' }], air: { shed: air }, ...more, tasks });
const of = (result: ScheduleResult, id: string) => result.tasks.find((task) => task.id === id)!;

describe('a plan by the air', () => {
  it('lets a cure run by its temperature: ten degrees colder is about twice as long', () => {
    const tasks: ScheduleTask[] = [{ id: 'lay', minutes: 60 }, { id: 'cure', minutes: 0, byItself: true, ageHours: 8, after: [{ id: 'lay' }] }]; // prettier-ignore
    const hours = (tempC: number): number => {
      const { startAt, endAt } = of(planned(tasks, days(() => tempC)), 'cure'); // prettier-ignore
      return (at(endAt) - at(startAt)) / 60;
    };
    expect(hours(22)).toBeCloseTo(8, 2);
    // exp(54000/8.314 (1/285.15 − 1/295.15)) = 2.163
    expect(hours(12) / hours(22)).toBeCloseTo(2.163, 2);
  });

  it('ages over warm days and cold nights as the integral does', () => {
    const air = days((clock) => 14 + 6 * Math.cos((2 * Math.PI * (clock - 15)) / 24));
    const clock = new AirClock(air);
    const from = at('2026-04-16T10:00');
    const list = air.hours.map(({ tempC }, i) => ({ hour: i + 0.5, tempC }));
    const { hours } = equivalentAge({ airTempC: list, fromHour: 10, toHour: 58, atTempC: 22 });
    expect(clock.ageBetween(from, from + 48 * 60)).toBeCloseTo(hours, 0);
    expect(clock.ageBetween(from, clock.minuteOfAge(from, 20))).toBeCloseTo(20, 6);
  });

  it('waits for air that is warm enough and stays so until it has gelled', () => {
    const air = days((clock) => (clock >= 10 && clock < 15 ? 18 : 12));
    const lay = (minutes: number, holdMin: number): ScheduleTask => ({
      id: 'lay',
      minutes,
      inOneGo: true,
      needs: { minTempC: 15, holdMin },
    });
    const early = of(planned([lay(60, 120)], air), 'lay');
    expect(early.startAt).toBe('2026-04-16T10:00');
    expect(early.why).toEqual({ id: 'air', taskId: null, fault: 'too-cold' });
    // Two hours' work and three of holding just fit; one more never does.
    expect(of(planned([lay(120, 180)], air), 'lay').startAt).toBe('2026-04-16T10:00');
    const never = planned([lay(120, 240)], air);
    expect(of(never, 'lay').remarks).toEqual([{ id: 'schedule.never-fit', params: { fault: 'too-cold' } }]);
    expect(never.broken).toBe(1);
  });

  it('lays a sealed core up on a falling temperature, never in the morning', () => {
    const air = days((clock) => 16 + 5 * Math.cos((2 * Math.PI * (clock - 14)) / 24));
    const { startAt, why } = of(
      planned([{ id: 'lay', minutes: 90, inOneGo: true, needs: { falling: true, holdMin: 90 } }], air),
      'lay',
    );
    // Warmest at 14:00, the core an hour later.
    expect(startAt).toBe('2026-04-16T14:00');
    expect(why.fault).toBe('warming');
  });

  it('lays a sealed core up in the afternoon outdoors, in daylight, whatever the night after it', () => {
    const air = days((clock) => 16 + 5 * Math.cos((2 * Math.PI * (clock - 14)) / 24));
    const task: ScheduleTask = { id: 'lay', minutes: 120, inOneGo: true, place: 'outdoors', needs: { falling: true, daylight: true, noRain: true, holdMin: 240 } }; // prettier-ignore
    const { startAt, endAt, why } = of(planned([task], air, { air: { shed: air, outdoors: air } }), 'lay');
    // It holds until 20:00 and after; the sun is gone by then.
    expect([startAt, endAt, why.fault]).toEqual(['2026-04-16T14:00', '2026-04-16T16:00', 'warming']);
  });

  it('begins what never stops warming when it warms least, not on the first morning', () => {
    // Fast until one, slower until six, and cold again when the hands are gone.
    const air = days((clock) =>
      clock < 8 || clock >= 19 ? 12 : clock < 13 ? 12 + 1.5 * (clock - 8) : 19.5 + 0.6 * (clock - 13),
    );
    const lay: ScheduleTask = { id: 'lay', minutes: 60, inOneGo: true, needs: { falling: true, holdMin: 180 } };
    const { startAt, remarks } = of(planned([lay], air), 'lay');
    expect(startAt).toBe('2026-04-16T16:00');
    expect(remarks.map(({ id }) => id)).toContain('schedule.never-fit');
  });

  it('keeps out of the rain and the dark outdoors, and not in the shed', () => {
    const wet = days(() => 18);
    const raining: Air = { ...wet, hours: wet.hours.map((hour, i) => ({ ...hour, rainMm: i < 36 ? 2 : 0 })) };
    const paint: ScheduleTask = { id: 'paint', minutes: 60, inOneGo: true, needs: { noRain: true, daylight: true } };
    expect(
      of(planned([{ ...paint, place: 'outdoors' }], wet, { air: { shed: wet, outdoors: raining } }), 'paint').startAt,
    ).toBe('2026-04-17T12:00');
    expect(of(planned([paint], wet, { air: { shed: wet, outdoors: raining } }), 'paint').startAt).toBe(
      '2026-04-16T08:00',
    );
  });

  it('counts a window in age, too: at 12 °C it stays open twice as long', () => {
    const tasks = (startAt: string): ScheduleTask[] => [{ id: 'lay', minutes: 60 }, { id: 'next', minutes: 30, pinnedAt: startAt, after: [{ id: 'lay', waitAgeHours: 2, withinAgeHours: 6 }] }]; // prettier-ignore
    const remarks = (startAt: string, tempC: number): string[] => of(planned(tasks(startAt), days(() => tempC)), 'next').remarks.map(({ id }) => id); // prettier-ignore
    // Laid by 09:00.
    expect(remarks('2026-04-16T10:00', 22)).toEqual(['schedule.too-soon']);
    expect(remarks('2026-04-16T11:00', 22)).toEqual([]);
    expect(remarks('2026-04-16T16:30', 22)).toEqual(['schedule.too-late']);
    expect(remarks('2026-04-16T16:30', 12)).toEqual([]);
    expect(remarks('2026-04-16T11:00', 12)).toEqual(['schedule.too-soon']);
  });

  it('tells what the air does to a task that is set by hand', () => {
    const { remarks } = of(planned([{ id: 'lay', minutes: 60, pinnedAt: '2026-04-16T09:00', inOneGo: true, needs: { minTempC: 20 } }], days(() => 15)), 'lay'); // prettier-ignore
    expect(remarks).toEqual([{ id: 'schedule.air', params: { fault: 'too-cold' } }]);
  });
});

describe('a plan by people’s own hours', () => {
  it('works when each is there, and not when they are away', () => {
    const tasks: ScheduleTask[] = [{ id: 'a', minutes: 120, inOneGo: true, skill: 'lay-up' }, { id: 'b', minutes: 60, skill: 'inspect' }]; // prettier-ignore
    const result = schedule({
      startAt: '2026-04-16T08:00',
      people: [
        {
          id: 'ilse',
          skills: ['lay-up'],
          hours: { fromMin: 480, toMin: 1020, openDays: [1, 2, 3, 4, 5] },
          away: [{ fromAt: '2026-04-16T08:00', untilAt: '2026-04-16T13:00' }],
        },
        { id: 'maren', skills: ['inspect'], hours: { fromMin: 780, toMin: 960, openDays: [5] } },
      ],
      tasks,
    });
    expect(of(result, 'a').startAt).toBe('2026-04-16T13:00');
    expect(of(result, 'a').why.id).toBe('person');
    // Maren comes on Fridays at one.
    expect(of(result, 'b').startAt).toBe('2026-04-17T13:00');
  });

  it('brings two together for what takes two', () => {
    const both: ScheduleTask = { id: 'turn', minutes: 60, people: 2, inOneGo: true };
    const result = schedule({ startAt: '2026-04-16T08:00', people: [{ id: 'i' }, { id: 't', hours: { fromMin: 600, toMin: 1020, openDays: [4] } }], tasks: [both, { id: 'alone', minutes: 120 }] }); // prettier-ignore
    expect(of(result, 'turn').startAt).toBe('2026-04-16T10:00');
    expect(of(result, 'turn').people).toEqual(['i', 't']);
    expect(of(result, 'alone').endAt).toBe('2026-04-16T10:00');
  });
});

describe('a plan gone on with', () => {
  it('keeps what is done as it was, and cures from when it was really laid', () => {
    const tasks: ScheduleTask[] = [
      { id: 'lay', minutes: 120, actual: { startAt: '2026-04-15T14:00', endAt: '2026-04-15T16:20' } },
      { id: 'cure', minutes: 0, byItself: true, ageHours: 20, after: [{ id: 'lay' }] },
      { id: 'sand', minutes: 60, after: [{ id: 'cure' }] },
    ];
    const result = schedule({ startAt: '2026-04-16T08:00', people: [{ id: 'i' }], tasks });
    expect(of(result, 'lay')).toEqual(
      jasmine.objectContaining({
        startAt: '2026-04-15T14:00',
        endAt: '2026-04-15T16:20',
        why: { id: 'done', taskId: null },
      }),
    );
    expect(of(result, 'sand').startAt).toBe('2026-04-16T12:20');
  });
});
