import { MILD } from './planned.testing';
import { forecastFromCsv, forecastToCsv } from './forecast-csv';

describe('a forecast as a table', () => {
  it('comes back as it went out', () => {
    const { forecast, left } = forecastFromCsv(forecastToCsv(MILD));
    expect(left).toEqual([]);
    expect(forecast!.air).toEqual(MILD);
    expect(forecast!.between).toBe(0);
  });

  it('reads decimal commas and a space for the T, leaves rain and sun out, and tells of the hours between', () => {
    const { forecast, left } = forecastFromCsv(
      'at;temp_c;humidity_percent\n2026-04-16 06:00;8,5;80\n2026-04-16 09:00;11,5;74\n',
    );
    expect(left).toEqual([]);
    expect(forecast!.air.hours.map(({ tempC }) => tempC)).toEqual([8.5, 9.5, 10.5, 11.5]);
    expect(forecast!.between).toBe(2);
  });

  it('keeps the good rows and tells the line and reason of the bad', () => {
    const { forecast, left } = forecastFromCsv(
      'at,temp_c,humidity_percent,rain_mm\n2026-04-16T06:00,8,80,0\nnoon,9,80,0\n2026-04-16T08:00,88,80,0\n2026-04-16T09:00,10,0,0\n2026-04-16T10:00,10,70,-1\n',
    );
    expect(forecast!.air.hours.length).toBe(1);
    expect(left.map(({ line }) => line)).toEqual([3, 4, 5, 6]);
    expect(left[0]!.reason).toContain('2026-04-16T08:00');
    expect(left[1]!.reason).toContain('temp_c “88” must be from -40 to 60');
    expect(left[3]!.reason).toContain('rain_mm');
  });

  it('says which column is missing, and gives nothing for no rows', () => {
    expect(forecastFromCsv('at,temp_c\n2026-04-16T06:00,8\n').left[0]!.reason).toContain('humidity_percent');
    expect(forecastFromCsv('at,temp_c,humidity_percent\n').forecast).toBeNull();
  });
});
