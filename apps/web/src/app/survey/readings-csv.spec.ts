import type { Reading } from '@ashstep/core/survey';
import { notYetThere, readingsFromCsv, readingsToCsv } from './readings-csv';

const READINGS: Reading[] = [
  { kind: 'tap', sound: 'dull', xMm: 25, yMm: -50, instrument: 'coin', by: 'Ilse, bench 2', at: '2026-04-16T08:05' },
  { kind: 'hardness', value: 41, xMm: 5, yMm: 5, instrument: 'impressor', by: '', at: null, after: true },
  { kind: 'moisture', value: 18.5, xMm: 0, yMm: 0, instrument: '', by: '', at: null },
];

describe('readings as a file', () => {
  it('come back as they went out, commas in names and all', () => {
    expect(readingsFromCsv(readingsToCsv(READINGS))).toEqual({ readings: READINGS, left: [] });
  });

  it('are not taken in twice, and a tap that sounds otherwise now is another', () => {
    const { readings } = readingsFromCsv(readingsToCsv(READINGS));
    expect(notYetThere(readings, READINGS)).toEqual({ fresh: [], known: 3 });
    const again: Reading = { ...(READINGS[0] as Extract<Reading, { kind: 'tap' }>), sound: 'sound' };
    expect(notYetThere([...readings, again], READINGS)).toEqual({ fresh: [again], known: 3 });
  });

  it('keeps the good rows and tells line and reason of the bad ones', () => {
    const text =
      'kind,x_mm,y_mm,value\ntap,0,0,dull\ntap,zero,0,dull\ntap,0,25,soggy\n\nsmell,0,0,1\nmoisture,10,"12,5",21\nthickness,0,99999,3\n';
    const { readings, left } = readingsFromCsv(text);
    expect(readings.map((r) => [r.kind, r.xMm, r.yMm])).toEqual([
      ['tap', 0, 0],
      ['moisture', 10, 12.5],
    ]);
    expect(left.map((row) => row.line)).toEqual([3, 4, 6, 8]);
    expect(left[0]!.reason).toContain('x_mm “zero”');
    expect(left[1]!.reason).toContain('sound, dull or doubtful');
    expect(left[2]!.reason).toContain('kind “smell”');
  });

  it('says which column is missing', () => {
    expect(readingsFromCsv('x_mm,y_mm\n1,2\n').left).toEqual([
      { line: 1, reason: jasmine.stringContaining('No column kind, value') as unknown as string },
    ]);
    expect(readingsFromCsv('').readings).toEqual([]);
  });

  it('refuses a time it cannot read', () => {
    expect(readingsFromCsv('kind,x_mm,y_mm,value,at\ntap,0,0,dull,yesterday').left[0]!.reason).toContain(
      'Write it like',
    );
    expect(readingsFromCsv('kind,x_mm,y_mm,value,at\ntap,0,0,dull,2026-02-30T08:00').left.length).toBe(1);
  });
});
