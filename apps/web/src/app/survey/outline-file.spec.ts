import { dxfOf } from '@ashstep/core/cutting';
import { outlinePoints, signedArea } from '@ashstep/core/geometry';
import { outlineOnPlan, readOutlines } from './outline-file';

const area = (points: readonly { x: number; y: number }[]): number => Math.abs(signedArea(points));
const dxf = (...entities: string[]): string => `0\nSECTION\n2\nENTITIES\n${entities.join('\n')}\n0\nENDSEC\n0\nEOF\n`;
const line = (x1: number, y1: number, x2: number, y2: number): string =>
  `0\nLINE\n8\nCUT\n10\n${x1}\n20\n${y1}\n11\n${x2}\n21\n${y2}`;

describe('an outline from a file', () => {
  it('comes back from our own cutting file, read by another library, a layer a ply, in millimetres', async () => {
    const [small, large] = [60, 90].map((diameterMm) => outlinePoints({ kind: 'circle', diameterMm }));
    const file = await readOutlines(dxfOf([{ name: 'PL-2 · 1', outlines: [small!], words: [{ at: { x: 0, y: 0 }, text: 'Biaxial ±45°', heightMm: 7 }] }, { name: 'PL-2 · 2', outlines: [large!], lines: [[{ x: 0, y: 0 }, { x: 9, y: 0 }]] }]), 'x.dxf'); // prettier-ignore
    expect(file.mmPerUnit).toBe(1);
    expect(file.outlines.map(({ name }) => name)).toEqual(['PL-2_2', 'PL-2_1']);
    expect(file.outlines.map(({ points }) => area(points))).toEqual([jasmine.any(Number), jasmine.any(Number)]);
    expect(area(file.outlines[0]!.points) / area(large!)).toBeCloseTo(1, 4);
    expect(file.open).toBe(1);
  });

  it('joins lines and arcs end to end, whichever way each was drawn, and counts what stays open', async () => {
    const arc = '0\nARC\n8\nCUT\n10\n100\n20\n25\n40\n25\n50\n270\n51\n90';
    const file = await readOutlines(
      dxf(line(0, 0, 100, 0), arc, line(0, 50, 100, 50), line(0, 50, 0, 0), line(500, 0, 600, 0)),
      'slot.dxf',
    );
    expect([file.outlines.length, file.open, file.mmPerUnit]).toEqual([1, 1, null]);
    expect(area(file.outlines[0]!.points) / (100 * 50 + (Math.PI * 25 ** 2) / 2)).toBeCloseTo(1, 2);
  });

  it('follows bulges of a polyline, circles and ellipses', async () => {
    const slot =
      '0\nLWPOLYLINE\n8\n0\n90\n4\n70\n1\n10\n0\n20\n0\n10\n80\n20\n0\n42\n1\n10\n80\n20\n40\n10\n0\n20\n40\n42\n1';
    const ellipse = '0\nELLIPSE\n8\nE\n10\n0\n20\n0\n11\n30\n21\n0\n40\n0.5\n41\n0\n42\n6.283185307179586';
    const file = await readOutlines(dxf(slot, ellipse), 'a.dxf');
    const [first, second] = file.outlines.map(({ points }) => area(points));
    expect(first! / (80 * 40 + Math.PI * 400)).toBeCloseTo(1, 2);
    expect(second! / (Math.PI * 30 * 15)).toBeCloseTo(1, 2);
  });

  it('reads SVG with its moves and its scale, y turned up', async () => {
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="100mm" viewBox="0 0 400 200"><g id="hole" transform="translate(10 20)"><path d="M0 0H100V60H0Z"/></g><circle id="c" r="10" transform="scale(2)"/><path d="M0 0L5 5"/></svg>';
    const file = await readOutlines(svg, 'a.svg');
    expect(file.mmPerUnit).toBe(0.5);
    expect([file.outlines.map(({ name }) => name), file.open]).toEqual([['hole', 'c'], 1]);
    expect(area(file.outlines[0]!.points)).toBeCloseTo(6000, -2);
    expect(area(file.outlines[1]!.points) / (Math.PI * 400)).toBeCloseTo(1, 2);
    expect(Math.max(...file.outlines[0]!.points.map(({ y }) => y))).toBeCloseTo(-20, 0);
  });

  it('follows the curve of a spline, not the places that pull at it', async () => {
    // A circle of radius 20 as four rational quarter arcs: the classic NURBS circle, weights 1 and √½.
    const [w, r] = [Math.SQRT1_2, 20];
    const controls = [[1, 0], [1, 1], [0, 1], [-1, 1], [-1, 0], [-1, -1], [0, -1], [1, -1], [1, 0]]; // prettier-ignore
    const spline = [
      '0\nSPLINE\n8\nCUT\n70\n5\n71\n2',
      ...[0, 0, 0, 1, 1, 2, 2, 3, 3, 4, 4, 4].map((knot) => `40\n${knot}`),
      ...controls.map((_, i) => `41\n${i % 2 ? w : 1}`),
      ...controls.map(([x, y]) => `10\n${x! * r}\n20\n${y! * r}`),
    ].join('\n');
    const [circle] = (await readOutlines(dxf(spline), 'spline.dxf')).outlines;
    for (const { x, y } of circle!.points) expect(Math.hypot(x, y)).toBeCloseTo(r, 9);
    expect(area(circle!.points) / (Math.PI * r * r)).toBeCloseTo(1, 2);
  });

  it('goes smoothly through the places a spline is known by', async () => {
    const places = Array.from({ length: 13 }, (_, i) => [
      30 * Math.cos((i * Math.PI) / 6),
      30 * Math.sin((i * Math.PI) / 6),
    ]);
    const spline = ['0\nSPLINE\n8\nCUT\n70\n1\n71\n3', ...places.map(([x, y]) => `11\n${x}\n21\n${y}`)].join('\n');
    const [ring] = (await readOutlines(dxf(spline), 'through.dxf')).outlines;
    expect(area(ring!.points) / (Math.PI * 900)).toBeCloseTo(1, 1);
  });

  it('keeps the corners of a path, goes on with relative moves, and follows arcs', async () => {
    const svg = (d: string, extra = ''): string =>
      `<svg xmlns="http://www.w3.org/2000/svg"><path d="${d}" ${extra}/></svg>`;
    const [l] = (await readOutlines(svg('m10 10h30v20h-10v10h-20z'), 'l.svg')).outlines;
    expect(l!.points.map(({ x, y }) => `${x} ${y}`)).toEqual([
      '10 -10',
      '40 -10',
      '40 -30',
      '30 -30',
      '30 -40',
      '10 -40',
    ]);
    const two = await readOutlines(svg('m0 0h10v10h-10z m20 0h10v10h-10z'), 'two.svg');
    expect(two.outlines.map(({ points }) => [points[0]!.x, area(points)])).toEqual([[0, 100], [20, 100]]); // prettier-ignore
    const [slot] = (await readOutlines(svg('M0 0H40A10 10 0 0 1 40 20H0A10 10 0 0 1 0 0', 'transform="rotate(30) scale(2 1)"'), 's.svg')).outlines; // prettier-ignore
    expect(area(slot!.points) / (2 * (800 + Math.PI * 100))).toBeCloseTo(1, 3);
    const [box] = (await readOutlines('<svg xmlns="http://www.w3.org/2000/svg"><rect width="60" height="40" rx="10"/></svg>', 'r.svg')).outlines; // prettier-ignore
    expect(area(box!.points) / (2400 - (4 - Math.PI) * 100)).toBeCloseTo(1, 3);
  });

  it('joins a fine outline of many short lines, drawn in any order, without keeping the page waiting', async () => {
    const [radius, count] = [500, 12_000];
    const at = (i: number): [number, number] => [
      radius * Math.cos((2 * Math.PI * i) / count),
      radius * Math.sin((2 * Math.PI * i) / count),
    ];
    const pieces = Array.from({ length: count }, (_, i) =>
      i % 2 ? line(...at(i), ...at(i + 1)) : line(...at(i + 1), ...at(i)),
    );
    pieces.sort((a, b) => (a.slice(-9) < b.slice(-9) ? -1 : 1));
    const file = await readOutlines(dxf(...pieces), 'fine.dxf');
    expect([file.outlines.length, file.open]).toEqual([1, 0]);
    expect(area(file.outlines[0]!.points) / (Math.PI * radius ** 2)).toBeCloseTo(1, 5);
    expect(outlineOnPlan(file.outlines[0]!, 1, { x: 0, y: 0 }).length).toBeLessThanOrEqual(200);
  });

  it('holds more points than a call takes arguments', async () => {
    const points = Array.from({ length: 300_000 }, (_, i) => ({
      x: Math.cos(i / 47_746.48),
      y: Math.sin(i / 47_746.48),
    }));
    expect(outlineOnPlan({ name: 'many', points }, 100, { x: 0, y: 0 }).length).toBeLessThanOrEqual(200);
    const loose = Array.from({ length: 9000 }, (_, i) =>
      line((i % 100) * 300, Math.floor(i / 100) * 300, (i % 100) * 300 + 50, Math.floor(i / 100) * 300),
    );
    await expectAsync(readOutlines(dxf(...loose), 'loose.dxf')).toBeRejectedWithError(/9000 open lines/);
  });

  it('reads thousands of lines that meet in one place', async () => {
    const star = Array.from({ length: 9000 }, (_, i) => line(0, 0, Math.cos(i) * 100, Math.sin(i) * 100));
    await expectAsync(readOutlines(dxf(...star), 'star.dxf')).toBeRejectedWithError(/open lines and no closed one/);
  });

  it('is set about a place in true size, with few enough corners', async () => {
    const points = outlinePoints({ kind: 'ellipse', lengthMm: 20, widthMm: 10 }, 0, 1200);
    const placed = outlineOnPlan({ name: 'E', points }, 10, { x: 40, y: -5 }, 60);
    expect(placed.length).toBeLessThanOrEqual(60);
    expect(area(placed) / (Math.PI * 100 * 50)).toBeCloseTo(1, 1);
    expect(Math.max(...placed.map(({ x }) => x))).toBeCloseTo(140, 0);
  });

  it('refuses what holds no closed outline, in words that say what to do', async () => {
    await expectAsync(readOutlines(dxf(line(0, 0, 1, 1)), 'a.dxf')).toBeRejectedWithError(
      /1 open lines and no closed one/,
    );
    await expectAsync(readOutlines('not a drawing at all', 'a.dxf')).toBeRejectedWithError(/no DXF in text|no outline/);
    await expectAsync(readOutlines('<svg><path', 'a.svg')).toBeRejectedWithError(/damaged/);
    await expectAsync(readOutlines('<svg xmlns="http://www.w3.org/2000/svg"/>', 'a.svg')).toBeRejectedWithError(
      /no outline in this file/,
    );
  });
});
