import { COUNTS, LIMITS } from '../limits/index.js';
import { CoreError, requireNumber } from '../errors.js';
import {
  type Point,
  type Shape,
  checkShape,
  halfTurn,
  liesWithin,
  measureOffset,
  outlinePoints,
  signedArea,
} from '../geometry/index.js';
import { type RegionInput, regionOf } from '../taper/index.js';

export interface PieceOfPly {
  /** Number in laying order. */
  laid: number;
  material: string;
  /** Outward offset of its outline from the cut-out, mm. */
  offsetMm: number;
  /** Level of the ground it ends on and how far beyond, mm; needed where the ground is given. */
  levelMm?: number;
  beyondMm?: number;
  orientationDeg?: number;
  /** Outline of its own, whatever the ground. */
  own?: Shape;
}

export interface PiecesInput {
  /** Cut-out outline. */
  shape: Shape;
  plies: readonly PieceOfPly[];
  /** The ground, where it is more than one plain taper: its outlines are taken. */
  ground?: RegionInput;
  /** Added all round the plies, to be trimmed when wet or green, mm; 0 cuts them exact. */
  oversizeMm?: number;
  /** What covers the lay-up: over all plies and this much past the largest, mm; none where left out. */
  peelPlyPastMm?: number;
  releaseFilmPastMm?: number;
  bleederPastMm?: number;
  /** Back-up sheet behind the cut-out, past its edge, mm; none where left out. */
  backUpPastMm?: number;
  /** For the other hand: left for right. */
  mirrored?: boolean;
}

export type PieceKind = 'ply' | 'peel-ply' | 'release-film' | 'bleeder' | 'back-up' | 'core';

export interface Piece {
  kind: PieceKind;
  /** Laying number of a ply; null for the rest. */
  laid: number | null;
  /** Of a ply in several pieces, which one: a, b, c; empty for a whole one. */
  part: string;
  material: string;
  /** Outline, plan millimetres, the side that faces up. */
  points: Point[];
  /** Runs left out of it, clockwise. */
  holes: Point[][];
  lengthMm: number;
  widthMm: number;
  areaMm2: number;
  /** Direction of the arrow on the piece, degrees; null for film. */
  arrowDeg: number | null;
  /** Lies turned on the roll. */
  bias: boolean;
}

/** How far an outline goes: on one plain taper by its offset, else by its level of the ground and beyond. */
interface Reach {
  offsetMm: number;
  levelMm: number;
  beyondMm: number;
  own?: Shape;
}

export const USUAL_OVERSIZE_MM = 10;
const CHORD_POINTS = 180;

/**
 * Every piece to cut: plies in laying order, each its own outline and the oversize, then what covers them and the back-up behind.
 * A mirrored piece is turned over about the reference direction, and its arrow with it. A ply that ends in separate grounds comes in as many pieces.
 * @throws CoreError for a bad outline, no plies or more than 200, or an allowance outside 0…500 mm
 */
export function pieces(input: PiecesInput): Piece[] {
  const shape = checkShape(input.shape);
  if (!Array.isArray(input.plies) || input.plies.length === 0) throw new CoreError('empty', 'plies');
  if (input.plies.length > COUNTS.plies) throw new CoreError('too-many', 'plies', { max: COUNTS.plies });
  const allowance = { min: 0, max: 500 };
  const oversizeMm = requireNumber(input.oversizeMm ?? 0, 'oversizeMm', allowance);
  const ground = input.ground && regionOf(input.ground);
  const cut = (kind: PieceKind, reach: Reach, rest: Pick<Piece, 'laid' | 'material' | 'arrowDeg'>): Piece[] => {
    const arrowDeg = rest.arrowDeg === null ? null : halfTurn(input.mirrored ? -rest.arrowDeg : rest.arrowDeg);
    const turned = (points: Point[]): Point[] =>
      input.mirrored ? points.map(({ x, y }) => ({ x, y: -y })).reverse() : points;
    const laid = ground && !ground.plain && kind === 'ply' && !reach.own ? ground.laid(reach) : null;
    if (laid?.strips)
      return partsOf(laid.strips).map((strip, i) => ({
        kind,
        ...rest,
        part: letter(i),
        ...strip,
        arrowDeg: 0,
        bias: false,
      }));
    const plain = reach.own ?? shape;
    const parts =
      !ground || ground.plain || reach.own
        ? [
            {
              points: outlinePoints(plain, reach.offsetMm, CHORD_POINTS),
              holes: [],
              ...measureOffset(plain, reach.offsetMm),
            },
          ]
        : partsOf(laid?.outlines ?? ground.outlines(reach.levelMm, reach.beyondMm));
    return parts.map(({ points, holes, lengthMm, widthMm, areaMm2 }, i) => ({
      kind,
      ...rest,
      part: parts.length > 1 ? letter(i) : '',
      points: turned(points),
      holes: holes.map(turned),
      lengthMm,
      widthMm,
      areaMm2,
      arrowDeg,
      bias: arrowDeg !== null && arrowDeg % 90 !== 0,
    }));
  };
  const reachOf = ({ offsetMm, levelMm, beyondMm, own }: PieceOfPly, moreMm: number): Reach => ({
    offsetMm: offsetMm + moreMm,
    levelMm: levelMm ?? 0,
    beyondMm: (beyondMm ?? (levelMm === undefined ? offsetMm : 0)) + moreMm,
    ...(own ? { own: checkShape(own) } : {}),
  });
  const plies = input.plies.flatMap((ply, i) => {
    requireNumber(ply.offsetMm, `plies.${i}.offsetMm`, { min: 0, max: 5000 });
    const arrowDeg = requireNumber(ply.orientationDeg ?? 0, `plies.${i}.orientationDeg`, LIMITS.angleDeg);
    return cut('ply', reachOf(ply, oversizeMm), { laid: ply.laid, material: ply.material, arrowDeg });
  });
  const onGround = input.plies.filter(({ own }) => !own);
  const largest = (onGround.length > 0 ? onGround : input.plies).reduce((a, b) => (b.offsetMm > a.offsetMm ? b : a));
  const over = (
    kind: PieceKind,
    material: string,
    pastMm: number | undefined,
    field: string,
    from: PieceOfPly = largest,
  ): Piece[] =>
    pastMm === undefined
      ? []
      : cut(kind, reachOf(from, requireNumber(pastMm, field, allowance)), { laid: null, material, arrowDeg: null });
  return [
    ...plies,
    ...over('peel-ply', 'Peel ply', input.peelPlyPastMm, 'peelPlyPastMm'),
    ...over('release-film', 'Release film', input.releaseFilmPastMm, 'releaseFilmPastMm'),
    ...over('bleeder', 'Bleeder', input.bleederPastMm, 'bleederPastMm'),
    ...over('back-up', 'Back-up sheet', input.backUpPastMm, 'backUpPastMm', {
      laid: 0,
      material: '',
      offsetMm: 0,
      levelMm: 0,
      beyondMm: 0,
    }),
  ];
}

/** Strips of a wrap are cut square and straight, the arrow along them, and turned when they are wound. */
const letter = (i: number): string => String.fromCharCode(97 + (i % 26));

/** Outer runs, each with the holes in it, and their measures. */
function partsOf(
  runs: readonly Point[][],
): (Pick<Piece, 'points' | 'holes'> & Pick<Piece, 'lengthMm' | 'widthMm' | 'areaMm2'>)[] {
  return runs
    .filter((run) => signedArea(run) > 0)
    .map((points) => {
      const holes = runs.filter((run) => signedArea(run) < 0 && liesWithin(run[0]!, [points]));
      const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
      return {
        points,
        holes,
        lengthMm: Math.max(...xs) - Math.min(...xs),
        widthMm: Math.max(...ys) - Math.min(...ys),
        areaMm2: [points, ...holes].reduce((sum, run) => sum + signedArea(run), 0),
      };
    });
}
