import { parseLocal } from '@ashstep/core/plan';
import { HANDS, plannedShed } from './planned.testing';
import { countdown, nextDayOfHands, shedDay, spanOf, spanText } from './today';

const min = (at: string): number => parseLocal(at, 'at');
const NAMES = new Map<string, string>([[HANDS[0], 'Ilse Varga'], [HANDS[1], 'Tomas Quill']]); // prettier-ignore

describe('what a day holds', () => {
  const { steps } = plannedShed([{ id: 'a' }, { id: 'b' }]);
  const day = shedDay(steps, '2026-04-16', NAMES);

  it('gives everybody their own steps in order, and nobody two at once', () => {
    expect(day.people.map(({ name }) => name)).toEqual(['Ilse Varga', 'Tomas Quill']);
    for (const { parts } of day.people) {
      expect(parts.length).toBeGreaterThan(1);
      parts.slice(1).forEach((part, i) => expect(part.fromMin).toBeGreaterThanOrEqual(parts[i]!.toMin));
      expect(parts.every(({ planned }) => planned.step.kind === 'hands')).toBeTrue();
    }
  });

  it('tells what comes ready by itself on the day only', () => {
    for (const { planned, toMin } of day.ending) {
      expect(planned.step.kind).not.toBe('hands');
      expect(toMin).toBeLessThanOrEqual(min('2026-04-17T00:00'));
    }
    const all = ['2026-04-16', '2026-04-17'].flatMap((date) => shedDay(steps, date, NAMES).ending);
    expect(all.some(({ planned }) => planned.step.id === 'cure-to-sand')).toBeTrue();
    expect(shedDay(steps, '2026-04-01', NAMES)).toEqual({ people: [], ending: [] });
  });

  it('counts down to a step, through it and past it', () => {
    const part = { ...day.people[0]!.parts[0]!, fromMin: min('2026-04-16T09:00'), toMin: min('2026-04-16T10:30') };
    expect(countdown(part, min('2026-04-16T08:20'))).toBe('in 40 min');
    expect(countdown(part, min('2026-04-16T09:20'))).toBe('1 h 10 min left');
    expect(countdown(part, min('2026-04-16T11:00'))).toBe('30 min over');
    expect(countdown({ ...part, planned: { ...part.planned, begun: true } }, min('2026-04-16T08:30'))).toBe('2 h left');
    expect(countdown({ ...part, planned: { ...part.planned, done: true } }, min('2026-04-16T11:00'))).toBe('done');
    expect(spanText(3 * 1440)).toBe('3 days');
  });

  it('finds the next day with work, over days without any', () => {
    const wanting = steps.filter(({ step }) => step.kind === 'hands');
    const days = wanting.map(({ task }) => task.startAt.slice(0, 10)).sort();
    expect(nextDayOfHands(steps, '2026-04-01')).toBe(days[0]!);
    for (let day = days[0]!, next: string | null = day; next; day = next) {
      next = nextDayOfHands(steps, day);
      if (!next) break;
      expect(next > day).toBeTrue();
      expect(shedDay(steps, next, NAMES).people).not.toEqual([]);
      expect(days.filter((one) => one > day && one < next!)).toEqual([]);
    }
    const last = wanting
      .map(({ task }) => task.endAt)
      .sort()
      .at(-1)!;
    expect(nextDayOfHands(steps, last.slice(0, 10))).toBeNull();
  });

  it('says the other day where a step runs over midnight', () => {
    expect(spanOf({ fromMin: min('2026-04-16T16:00'), toMin: min('2026-04-17T09:30') }, '2026-04-16')).toBe(
      '16:00 to Fri 17 09:30',
    );
  });
});
