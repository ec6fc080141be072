import { finishRoute } from '../finish/routes.js';
import { SYSTEMS } from '../resin/systems.js';
import { parseLocal } from './calendar.js';
import { type DaysInput, planDays } from './days.js';
import type { Go } from './steps.js';

const card = SYSTEMS.find((s) => s.id === 'polyester')!;
const planned = (goes: readonly Go[], tempC = 22, own: Partial<typeof card> = {}): ReturnType<typeof planDays> => {
  const input: DaysInput = {
    startAt: '2026-04-16T08:00',
    card: { ...card, ...own } as typeof card,
    tempC,
    faces: [{ groundVolumeMm3: 50_000, plies: 8, resinG: 900, pots: 2, goes }],
    abradedAreaMm2: 90_000,
    layingRateGPerMin: 10,
    finishSteps: finishRoute('polyester', 'paint', 'after-full-cure').steps,
  };
  return planDays(input);
};
const go = { resinG: 450, pots: 1 };
const ids = (days: ReturnType<typeof planDays>): string[] =>
  days.tasks
    .map(({ id }) => id)
    .filter((id) => ['lay-up', 'between-goes', 'abrade-between', 'cure-to-sand'].includes(id));

describe('a lay-up in several goes', () => {
  it('waits between them as long as the card says, at the day’s temperature', () => {
    const days = planned([go, go], 12, { minTempC: 5, recoatFromHours: 2, recoatUntilHours: 100 });
    expect(ids(days)).toEqual(['lay-up', 'between-goes', 'lay-up', 'cure-to-sand']);
    const wait = days.tasks.find(({ id }) => id === 'between-goes')!;
    // Ten degrees colder than the card: exp(54 000/8.31446 · (1/285.15 − 1/295.15)) = 2.164 times its two hours.
    expect(parseLocal(wait.endAt, 'x') - parseLocal(wait.startAt, 'x')).toBe(260);
  });

  it('abrades where the next go falls after the window', () => {
    expect(ids(planned([go, go], 22, { recoatFromHours: 8, recoatUntilHours: 10 }))).toContain('abrade-between');
    expect(ids(planned([go, go], 22, { recoatFromHours: 1, recoatUntilHours: 100 }))).not.toContain('abrade-between');
  });

  it('is one lay-up where it goes on at once', () => {
    expect(ids(planned([{ resinG: 900, pots: 2 }]))).toEqual(['lay-up', 'cure-to-sand']);
  });
});
