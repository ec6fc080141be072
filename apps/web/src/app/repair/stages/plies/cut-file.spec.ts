import { pieces } from '@ashstep/core/stack';
import { type PieceLabel, cutFileSvg, cutListCsv } from './cut-file';

const CUT = pieces({
  shape: { kind: 'roundedRectangle', lengthMm: 300, widthMm: 200, cornerRadiusMm: 40, rotationDeg: 25 },
  plies: Array.from({ length: 9 }, (_, i) => ({
    laid: i + 1,
    material: i % 2 ? 'Twill <203> & "best"' : 'Biaxial',
    offsetMm: 12 * i,
    orientationDeg: i % 2 ? 45 : 0,
  })),
  oversizeMm: 10,
  peelPlyPastMm: 30,
});
const LABELS: PieceLabel[] = CUT.map((piece, i) => ({ piece, mark: `PL-2 · ${i + 1}` }));

describe('the cut file', () => {
  const drawn = new DOMParser().parseFromString(cutFileSvg(LABELS), 'image/svg+xml');
  const root = drawn.documentElement;
  const outlines = [...drawn.querySelectorAll('polygon')].map((polygon) =>
    polygon
      .getAttribute('points')!
      .split(' ')
      .map((pair) => pair.split(',').map(Number) as [number, number]),
  );

  it('is at 1:1: a unit a millimetre, and a check square of 100.0', () => {
    const [, , width, height] = root.getAttribute('viewBox')!.split(' ').map(Number);
    expect(root.getAttribute('width')).toBe(`${width}mm`);
    expect(root.getAttribute('height')).toBe(`${height}mm`);
    const square = drawn.querySelector('#check rect')!;
    expect([square.getAttribute('width'), square.getAttribute('height')]).toEqual(['100', '100']);
  });

  it('has every piece in its true size, in a layer of its own, none over another nor over the square nor off the sheet', () => {
    expect(outlines.length).toBe(CUT.length);
    const boxes = outlines.map((points) => ({
      minX: Math.min(...points.map(([x]) => x)),
      maxX: Math.max(...points.map(([x]) => x)),
      minY: Math.min(...points.map(([, y]) => y)),
      maxY: Math.max(...points.map(([, y]) => y)),
    }));
    const area = (points: [number, number][]): number =>
      Math.abs(
        points.reduce(
          (sum, [x, y], i) => sum + x * points[(i + 1) % points.length]![1] - points[(i + 1) % points.length]![0] * y,
          0,
        ),
      ) / 2;
    outlines.forEach((points, i) => expect(area(points) / CUT[i]!.areaMm2).toBeCloseTo(1, 2));
    const [, , width, height] = root.getAttribute('viewBox')!.split(' ').map(Number) as [
      number,
      number,
      number,
      number,
    ];
    const all = [...boxes, { minX: 20, maxX: 120, minY: 20, maxY: 120 }];
    for (const [i, a] of all.entries()) {
      expect(a.minX >= 0 && a.minY >= 0 && a.maxX <= width && a.maxY <= height).toBeTrue();
      for (const b of all.slice(i + 1))
        expect(a.maxX <= b.minX || b.maxX <= a.minX || a.maxY <= b.minY || b.maxY <= a.minY).toBeTrue();
    }
  });

  it('marks each piece, and names with signs of the markup stay words', () => {
    expect(drawn.querySelector('#piece-2')!.getAttribute('data-mark')).toBe('PL-2 · 2');
    expect(drawn.querySelector('#piece-2')!.textContent).toContain('Twill <203> & "best"');
    expect(drawn.querySelector('#piece-2')!.textContent).toContain('45°, face up');
  });

  it('goes out as a list too, a row a piece', () => {
    const lines = cutListCsv(LABELS).split('\n');
    expect(lines.length).toBe(CUT.length + 1);
    expect(lines[0]).toBe('mark,kind,material,length_mm,width_mm,area_cm2,arrow_deg,bias');
    expect(lines.at(-1)).toContain('peel-ply,Peel ply');
  });
});
