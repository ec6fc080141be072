import { signedArea } from '../geometry/index.js';
import { pieces } from './pieces.js';

const HOLE = { kind: 'ellipse', lengthMm: 100, widthMm: 60, centreXMm: 20, centreYMm: 15, rotationDeg: 30 } as const;
const PLIES = [
  { laid: 1, material: 'Biaxial', offsetMm: 10, orientationDeg: 45 },
  { laid: 2, material: 'Twill', offsetMm: 25 },
];

describe('the pieces to cut', () => {
  it('are the plies exact or oversize, then covers past the largest and the back-up past the hole', () => {
    const round = { shape: { kind: 'circle', diameterMm: 100 } as const, plies: PLIES };
    const cut = pieces({ ...round, oversizeMm: 10, peelPlyPastMm: 30, backUpPastMm: 20 });
    expect(cut.map(({ kind, laid, lengthMm }) => [kind, laid, lengthMm])).toEqual([
      ['ply', 1, 140],
      ['ply', 2, 170],
      ['peel-ply', null, 210],
      ['back-up', null, 140],
    ]);
    expect(pieces(round).map(({ areaMm2 }) => areaMm2)).toEqual([jasmine.any(Number), jasmine.any(Number)]);
    expect(pieces(round)[0]!.areaMm2).toBeCloseTo(Math.PI * 60 ** 2, 1);
  });

  it('have outlines of the area they say, counter-clockwise, mirrored ones too', () => {
    for (const mirrored of [false, true])
      for (const piece of pieces({ shape: HOLE, plies: PLIES, mirrored }))
        expect(signedArea(piece.points) / piece.areaMm2).toBeCloseTo(1, 2);
  });

  it('turn over for the other hand: below for above, −45° for 45°, a quarter turn the same', () => {
    const [right] = pieces({ shape: HOLE, plies: PLIES });
    const [left] = pieces({ shape: HOLE, plies: PLIES, mirrored: true });
    expect(Math.max(...left!.points.map(({ y }) => y))).toBeCloseTo(-Math.min(...right!.points.map(({ y }) => y)), 6);
    expect([right!.arrowDeg, left!.arrowDeg, right!.bias]).toEqual([45, -45, true]);
    expect(pieces({ shape: HOLE, plies: [{ ...PLIES[0]!, orientationDeg: 90 }], mirrored: true })[0]!.arrowDeg).toBe(
      90,
    );
  });

  it('refuse no plies and allowances past reason', () => {
    expect(() => pieces({ shape: HOLE, plies: [] })).toThrowMatching((e) => e.field === 'plies');
    expect(() => pieces({ shape: HOLE, plies: PLIES, oversizeMm: 900 })).toThrowMatching(
      (e) => e.field === 'oversizeMm',
    );
    expect(() => pieces({ shape: HOLE, plies: PLIES, bleederPastMm: -1 })).toThrowMatching(
      (e) => e.field === 'bleederPastMm',
    );
  });
});
