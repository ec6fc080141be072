import { gaugeFromCsv, withReadings } from './gauge-csv';

describe('gauge readings from a file', () => {
  it('keeps good rows, decimal comma or point, and tells bad ones with their line', () => {
    const { read, left } = gaugeFromCsv('Ray_deg,out_mm,depth_mm\n0,12,3\n-90,"24,5",1.9\n\n45,deep,2\n45,10,900\n');
    expect(read).toEqual([{ rayDeg: 0, outMm: 12, depthMm: 3 }, { rayDeg: 270, outMm: 24.5, depthMm: 1.9 }]); // prettier-ignore
    expect(left.map(({ line }) => line)).toEqual([5, 6]);
    expect(left[0]!.reason).toContain('edge of the hole');
  });

  it('names the columns a file lacks', () => {
    expect(gaugeFromCsv('ray_deg,depth_mm\n0,1').left[0]!.reason).toContain('No column out_mm');
  });

  it('takes a place gauged again in for the old reading', () => {
    expect(withReadings([{ rayDeg: 360, outMm: 5, depthMm: 3 }], [{ rayDeg: 0, outMm: 5, depthMm: 2.8 }])).toEqual([
      { rayDeg: 0, outMm: 5, depthMm: 2.8 },
    ]);
  });
});
