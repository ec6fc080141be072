import { fairFromCsv } from './fair-csv';

const SQUARE = [
  { x: -50, y: -50 },
  { x: 50, y: -50 },
  { x: 50, y: 50 },
  { x: -50, y: 50 },
];

describe('fairness readings from a file', () => {
  it('keeps lines in their order, knows sound ground by the repair or as it is said, and tells bad rows', () => {
    const { lines, count, left } = fairFromCsv('line,x_mm,y_mm,z_mm,sound\nA,-120,0,0.1,\nA,0,0,"-1,2",\nB,0,30,-1,yes\nA,120,0,high,\n,0,0,0,\nB,10,30,-1,perhaps\n', SQUARE); // prettier-ignore
    expect(lines).toEqual([
      { name: 'A', readings: [{ xMm: -120, yMm: 0, zMm: 0.1, sound: true }, { xMm: 0, yMm: 0, zMm: -1.2, sound: false }] },
      { name: 'B', readings: [{ xMm: 0, yMm: 30, zMm: -1, sound: true }] },
    ]); // prettier-ignore
    expect([count, left.map(({ line }) => line)]).toEqual([3, [5, 6, 7]]);
    expect(left[0]!.reason).toContain('proud is more');
  });

  it('names the columns a file lacks', () => {
    expect(fairFromCsv('line,x_mm\nA,0\n', SQUARE).left[0]!.reason).toContain('No column y_mm, z_mm');
  });
});
