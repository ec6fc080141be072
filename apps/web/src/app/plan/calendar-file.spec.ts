import { calendarFile } from './calendar-file';
import { plannedShed } from './planned.testing';

describe('the calendar file', () => {
  const { steps } = plannedShed([{ id: 'a' }]);
  const made = new Date('2026-04-16T06:00:00Z');
  const lines = (text: string): string[] => text.replace(/\r\n /g, '').split('\r\n');

  it('has every step of hands once, on the shed’s wall clock, with why', () => {
    const text = lines(calendarFile(steps, 'A', made));
    const hands = steps.filter(({ step }) => step.kind === 'hands');
    expect(text[0]).toBe('BEGIN:VCALENDAR');
    expect(text.filter((line) => line === 'BEGIN:VEVENT').length).toBe(hands.length);
    const first = hands[0]!.task.startAt.replace(/[-:]/g, '');
    expect(text).toContain(`DTSTART:${first}00`);
    expect(text).toContain('SUMMARY:A: Wash and de-wax');
    expect(text.some((line) => line.startsWith('DESCRIPTION:Craft a.'))).toBeTrue();
    expect(new Set(text.filter((line) => line.startsWith('UID:'))).size).toBe(hands.length);
  });

  it('leaves out what is done', () => {
    const [first, ...rest] = steps;
    const text = calendarFile([{ ...first!, done: true }, ...rest], 'A', made);
    expect(text).not.toContain('SUMMARY:A: Wash and de-wax');
  });
});
