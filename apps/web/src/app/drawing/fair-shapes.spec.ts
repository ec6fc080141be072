import { NEW_REPAIR } from '@ashstep/core/repair';
import { fairRead, fairShapes } from './fair-shapes';

const round = (highMm: number | null) => ({
  id: 'r',
  after: 'cured' as const,
  instrument: '',
  by: 'A',
  at: null,
  lines: [-60, 0, 60].map((yMm, i) => ({
    name: 'ABC'[i]!,
    readings: [-150, -100, -50, 0, 50, 100, 150].map((xMm) => ({ xMm, yMm, zMm: highMm === null ? null : xMm === 0 && yMm === 0 ? highMm : 0, sound: Math.abs(xMm) > 90 })), // prettier-ignore
  })),
});
const shapes = (highMm: number | null, scale: number) =>
  fairShapes(fairRead({ ...NEW_REPAIR.finish, fair: [round(highMm)] }, { ...NEW_REPAIR.place, finish: 'paint' }), [], { scale, originX: 0, originY: 0 }, 'metric'); // prettier-ignore

describe('how fair it is, drawn', () => {
  it('has the high in steps, its figure, and a dot where it is fair', () => {
    const { bands, spots } = shapes(1.2, 1);
    expect(bands.map(({ side, title }) => [side, title])).toEqual([['high', '0.4 high or more'], ['high', '0.8 high or more']]); // prettier-ignore
    expect(spots.filter(({ figure }) => figure !== '').map(({ x, y, figure, stands }) => [x, y, figure, stands])).toEqual([[0, 0, '1.2', 'high']]); // prettier-ignore
    expect(shapes(-1.2, 1).bands.every(({ side }) => side === 'low')).toBeTrue();
  });

  it('has nothing before a place is read', () => {
    expect(shapes(null, 1)).toEqual({ bands: [], spots: [], marks: [] });
  });
});
