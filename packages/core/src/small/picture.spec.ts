import { SMALL_KINDS } from '../repair/index.js';
import { smallPicture } from './picture.js';

describe('the picture of a small job', () => {
  it('is drawn for every kind, within its own sheet', () => {
    for (const kind of SMALL_KINDS) {
      const { width, height, parts, dimensions } = smallPicture(kind);
      expect(parts.length).withContext(kind).toBeGreaterThan(1);
      expect(dimensions.length).withContext(kind).toBeGreaterThan(0);
      const figures = parts.flatMap(({ d }) => [...d.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)]);
      expect(figures.length).withContext(kind).toBeGreaterThan(4);
      for (const [, x, y] of figures) {
        expect(Number(x)).withContext(kind).toBeGreaterThanOrEqual(0);
        expect(Number(x)).withContext(kind).toBeLessThanOrEqual(width);
        expect(Number(y)).withContext(kind).toBeGreaterThanOrEqual(0);
        expect(Number(y)).withContext(kind).toBeLessThanOrEqual(height);
      }
    }
  });

  it('shows the figures it is given, deeper as they are deeper, one hole of each size', () => {
    const gouge = (depthMm: number) =>
      smallPicture({ kind: 'gouge', lengthMm: 80, widthMm: 10, depthMm, reachesFibre: false, colour: '', more: [] });
    expect(gouge(1.2).dimensions.map(({ mm }) => mm)).toEqual([80, 1.2]);
    const deep = (depthMm: number): number => {
      const { y1, y2 } = gouge(depthMm).dimensions.find(({ thin }) => thin)!;
      return y2 - y1;
    };
    expect(deep(2)).toBeGreaterThan(deep(1));
    expect(deep(40)).toBeLessThan(62);
    const holes = smallPicture({ kind: 'holes', diametersMm: [6, 6, 25, 8, 6], thicknessMm: 5, through: true, bothFaces: false }); // prettier-ignore
    expect(holes.dimensions.map(({ mm }) => mm)).toEqual([6, 8, 25, 5]);
  });
});
