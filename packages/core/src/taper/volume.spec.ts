import { type Shape, outlinePoints, signedArea } from '../geometry/index.js';
import { seeded } from '../testing/seeded.js';
import { stack } from '../stack/index.js';
import { footprint } from './footprint.js';

/** Independent of the formulas: the area of the drawn outline, summed over thin slices by the trapezium rule. */
function slicedVolume(shape: Shape, ratio: number, depthMm: number): number {
  const slices = 400;
  const area = (z: number): number => signedArea(outlinePoints(shape, ratio * z, 720));
  let volume = 0;
  for (let i = 0; i < slices; i++)
    volume += ((area((i * depthMm) / slices) + area(((i + 1) * depthMm) / slices)) / 2) * (depthMm / slices);
  return volume - area(0) * depthMm;
}

describe('grinding volume against slices', () => {
  const random = seeded(11);
  const shapes: Shape[] = Array.from({ length: 12 }, (_, i) => {
    const lengthMm = random.between(30, 400);
    const widthMm = random.between(20, lengthMm);
    const kinds: Shape[] = [
      { kind: 'circle', diameterMm: lengthMm },
      { kind: 'ellipse', lengthMm, widthMm, rotationDeg: random.between(-90, 90) },
      { kind: 'slot', lengthMm, widthMm },
      { kind: 'roundedRectangle', lengthMm, widthMm, cornerRadiusMm: random.between(0, widthMm / 2) },
    ];
    return kinds[i % 4]!;
  });
  shapes.forEach((shape, i) => {
    it(`agrees to 0.1 % for shape ${i}, a ${shape.kind}`, () => {
      const [ratio, depthMm] = [random.between(2, 40), random.between(0.5, 15)];
      const exact = footprint({ shape, ratio, depthMm }).taperVolumeMm3;
      expect(Math.abs(exact / slicedVolume(shape, ratio, depthMm) - 1)).toBeLessThan(0.001);
    });
  });

  it('agrees for a convex polygon whose volume is integrated', () => {
    const shape: Shape = { kind: 'polygon', points: [{ x: 0, y: 0 }, { x: 120, y: 0 }, { x: 120, y: 80 }, { x: 0, y: 80 }] }; // prettier-ignore
    const [ratio, depthMm, perimeter] = [12, 6, 400];
    expect(footprint({ shape, ratio, depthMm }).taperVolumeMm3).toBeCloseTo(
      (perimeter * ratio * depthMm ** 2) / 2 + (Math.PI * ratio ** 2 * depthMm ** 3) / 3,
      3,
    );
  });
});

describe('plies in a taper', () => {
  const random = seeded(23);
  for (let trial = 0; trial < 10; trial++) {
    const count = Math.round(random.between(1, 14));
    const plies = Array.from({ length: count }, () => ({ thicknessMm: random.between(0.1, 1.2) }));
    const depthMm = plies.reduce((sum, ply) => sum + ply.thicknessMm, 0);
    it(`grow with their level and end on the footprint, trial ${trial} of ${count} plies`, () => {
      const shape: Shape = { kind: 'ellipse', lengthMm: 120, widthMm: 70 };
      const ratio = random.between(6, 30);
      const face = footprint({ shape, ratio, depthMm }).faces[0]!;
      const laid = stack({ shape, ratio, depthMm, plies, order: 'smallest-first' }).plies;
      laid.slice(1).forEach((ply, i) => expect(ply.areaMm2).toBeGreaterThan(laid[i]!.areaMm2));
      expect(laid.at(-1)!.lengthMm).toBeCloseTo(face.footprint.lengthMm, 6);
      expect(laid.at(-1)!.areaMm2).toBeCloseTo(face.footprint.areaMm2, 3);
    });
  }
});
