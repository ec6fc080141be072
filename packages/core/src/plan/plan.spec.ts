import { windows } from '../cure/index.js';
import { finishRoute } from '../finish/routes.js';
import { SYSTEMS } from '../resin/systems.js';
import { DEFAULT_HOURS, formatLocal, nextOpen, nextStarts, parseLocal, workInOneGo, workThrough } from './calendar.js';
import { type DaysInput, planDays } from './days.js';

const at = (text: string) => parseLocal(text, 'x');

describe('shed calendar', () => {
  it('opens at the next working hour', () => {
    expect(formatLocal(nextOpen(at('2026-04-17T18:00'), DEFAULT_HOURS))).toBe('2026-04-20T08:00'); // Friday evening to Monday
    expect(formatLocal(nextOpen(at('2026-04-16T10:42'), DEFAULT_HOURS))).toBe('2026-04-16T10:42');
  });

  it('puts down long work overnight and lay-ups until they fit one day', () => {
    expect(formatLocal(workThrough(at('2026-04-16T16:00'), 120, DEFAULT_HOURS).end)).toBe('2026-04-17T09:00');
    expect(nextStarts(at('2026-04-16T10:42'), DEFAULT_HOURS, 3).map(formatLocal)).toEqual(['2026-04-16T10:42', '2026-04-17T08:00', '2026-04-20T08:00']); // prettier-ignore
    expect(formatLocal(workInOneGo(at('2026-04-16T16:00'), 120, DEFAULT_HOURS).start)).toBe('2026-04-17T08:00');
  });

  it('refuses a 30th of February and nonsense', () => {
    for (const text of ['2026-02-30T08:00', 'tomorrow', '2026-04-16T25:00'])
      expect(() => at(text)).toThrow(jasmine.objectContaining({ code: 'unreadable' }));
  });
});

describe('plan of the days', () => {
  const card = SYSTEMS.find((s) => s.id === 'epoxy-slow')!;
  const input: DaysInput = {
    startAt: '2026-04-16T08:00',
    card,
    tempC: 22,
    faces: [{ groundVolumeMm3: 310_000, plies: 11, resinG: 460, pots: 3 }],
    abradedAreaMm2: 134_000,
    layingRateGPerMin: 6,
    finishSteps: finishRoute('epoxy', 'gelcoat', 'after-full-cure').steps,
  };
  const task = (days: ReturnType<typeof planDays>, id: string) => days.tasks.find((t) => t.id === id)!;

  it('waits 24 h from the end of the lay-up to sanding and seven days to gel coat at 22 °C', () => {
    const days = planDays(input);
    const laid = at(task(days, 'lay-up').endAt);
    expect(at(task(days, 'cure-to-sand').endAt) - laid).toBe(24 * 60);
    expect(at(task(days, 'full-cure').endAt) - laid).toBe(7 * 24 * 60);
    expect(at(task(days, 'gel-coat').startAt)).toBeGreaterThanOrEqual(laid + 7 * 24 * 60);
  });

  it('dates the recoat window from the end of the lay-up: 4 to 24 h for the slow card', () => {
    const days = planDays(input);
    const laid = at(task(days, 'lay-up').endAt);
    expect([at(days.recoatWindow!.fromAt) - laid, at(days.recoatWindow!.untilAt) - laid]).toEqual([4 * 60, 24 * 60]);
    expect(planDays({ ...input, faces: [] }).recoatWindow).toBeNull();
  });

  it('never puts hands on outside shed hours', () => {
    for (const { kind, startAt, endAt } of planDays(input).tasks.filter((t) => t.kind === 'hands')) {
      expect(kind).toBe('hands');
      for (const time of [startAt.slice(11), endAt.slice(11)])
        expect(time >= '08:00' && time <= '17:00')
          .withContext(time)
          .toBeTrue();
      expect([0, 6]).not.toContain(new Date(`${startAt}:00Z`).getUTCDay());
    }
  });

  it('stretches the waits ten degrees colder as windows do, and paint needs no full cure', () => {
    const cold = planDays({ ...input, card: { ...card, minTempC: 5 }, tempC: 12 });
    expect(at(task(cold, 'cure-to-sand').endAt) - at(task(cold, 'cure-to-sand').startAt)).toBeCloseTo(
      60 * windows({ card, airTempC: 12 }).sandableHour!,
      -1,
    );
    // exp(54 000/8.31446 · (1/285.15 − 1/295.15)) = 2.164
    expect(windows({ card, airTempC: 12 }).sandableHour! / card.sandableHours).toBeCloseTo(2.164, 2);
    expect(
      task(planDays({ ...input, finishSteps: finishRoute('epoxy', 'paint', 'after-full-cure').steps }), 'full-cure'),
    ).toBeUndefined();
  });

  it('lays the second face after the first has cured and is ground back', () => {
    const days = planDays({ ...input, faces: [input.faces[0]!, input.faces[0]!] });
    const second = days.tasks.find((t) => t.id === 'grind-back')!;
    expect(at(second.startAt)).toBeGreaterThanOrEqual(at(task(days, 'cure-to-sand').endAt));
  });

  it('takes full cure as warmed where the air would take more than twice as long over it, as the shed’s plan does', () => {
    const vinylester = SYSTEMS.find((s) => s.id === 'vinylester')!;
    const warmed = (tempC: number) =>
      planDays({ ...input, card: { ...vinylester, minTempC: 5 }, tempC }).remarks.filter(
        ({ id }) => id === 'days.full-cure-warm',
      );
    expect(warmed(20)).toEqual([]);
    expect(warmed(8).length).toBe(1);
    expect(Number(warmed(8)[0]!.params!['hours'])).toBeLessThan(2 * vinylester.fullCureHours);
  });

  it('puts a lay-up that no day is long enough for down overnight, and says so', () => {
    const days = planDays({ ...input, faces: [{ ...input.faces[0]!, resinG: 4000 }] });
    const { startAt, endAt } = task(days, 'lay-up');
    // 4000 g at 6 g a minute and three pots: more than the nine hours of a day
    expect(startAt.slice(0, 10) < endAt.slice(0, 10)).toBeTrue();
    expect(days.remarks.map(({ id }) => id)).toContain('days.lay-up-too-long');
  });

  it('refuses to plan below the system’s minimum and a shed that never opens', () => {
    expect(() => planDays({ ...input, tempC: 5 })).toThrow(jasmine.objectContaining({ field: 'tempC' }));
    expect(() => planDays({ ...input, hours: { fromMin: 480, toMin: 480, openDays: [1] } })).toThrow(
      jasmine.objectContaining({ field: 'hours.toMin' }),
    );
  });
});
