import { isZone, wallClockIn } from './wall-clock.js';

describe('the clocks of a zone', () => {
  it('say an instant in their own time, on both sides of a change', () => {
    // Lisbon goes from UTC to UTC+1 at 01:00 UTC on 29 March 2026, and back at 01:00 UTC on 25 October.
    const lisbon = (instant: string): string => wallClockIn('Europe/Lisbon', instant);
    expect(lisbon('2026-03-29T00:59:59Z')).toBe('2026-03-29T00:59');
    expect(lisbon('2026-03-29T01:00:00Z')).toBe('2026-03-29T02:00');
    expect(lisbon('2026-10-25T00:30:00Z')).toBe('2026-10-25T01:30');
    expect(lisbon('2026-10-25T01:30:00Z')).toBe('2026-10-25T01:30');
    expect(wallClockIn('Asia/Kolkata', '2026-04-16T20:00:00Z')).toBe('2026-04-17T01:30');
  });

  it('read an instant however it is told', () => {
    const at = Date.UTC(2026, 3, 16, 8, 5, 59, 999);
    for (const told of [
      at,
      new Date(at),
      '2026-04-16T08:05:59.999Z',
      '2026-04-16T08:05:59.999123+00:00',
      '2026-04-16T10:05:59+02:00',
    ])
      expect(wallClockIn('UTC', told)).toBe('2026-04-16T08:05');
  });

  it('leave a time read off a clock as it is', () => {
    expect(wallClockIn('Asia/Tokyo', '2026-04-16T08:05')).toBe('2026-04-16T08:05');
    expect(wallClockIn('Asia/Tokyo', '2026-04-16T08:05:30')).toBe('2026-04-16T08:05');
  });

  it('are known by name, or not', () => {
    expect(['UTC', 'Europe/Lisbon', 'America/New_York'].every(isZone)).toBeTrue();
    expect(['', 'Moon/Base', 'UTC+99'].some(isZone)).toBeFalse();
  });
});
