import { LIMITS } from '../limits/index.js';
import { requireNumber } from '../errors.js';
import type { Point } from '../geometry/index.js';

export interface BrokenInput {
  /** Across the board or blade at the break, rail to rail, mm. */
  widthMm: number;
  /** Thickness of the skin, mm. */
  skinMm: number;
  ratio: number;
  /** How much further the sanding runs at the middle than at the rails, mm. */
  bulgeMm: number;
  /** Width of the strip that doubles a rail, mm. */
  railMm: number;
  /** Plies a face. */
  plies: number;
}

export interface BrokenPly {
  /** From the break, at the rails and at the middle, mm. */
  atRailsMm: number;
  atMiddleMm: number;
  areaMm2: number;
}

export interface BrokenResult {
  /** Sanded on either side of the break: at the rails, and at the middle. */
  atRailsMm: number;
  atMiddleMm: number;
  /** Outline of the sanded ground of one face, the break across its middle, rails at ± half the width. */
  outline: Point[];
  sandedMm2: number;
  /** Every ply of one face, the shortest first. */
  plies: BrokenPly[];
  /** Strips that double the rails, both rails and both faces. */
  railStrips: number;
  railStripMm: number;
  railMm2: number;
}

const POINTS = 48;
/** Each strip past the sanded ground is lapped by so much, mm. */
const RAIL_PAST_MM = 25;

/**
 * A board or blade in two, its halves joined and lined up. The sanding runs n t past the break at the rails and further at the middle, along a
 * parabola, so that nothing ends in a straight line across; plies end evenly spaced within it, and every rail is doubled.
 *
 * Area of one face: 2 (W w + ⅔ b w) for width w, reach W at the rails and bulge b.
 * @throws CoreError for sizes no board has, a ratio outside 1…100, or no plies
 */
export function broken(input: BrokenInput): BrokenResult {
  const widthMm = requireNumber(input.widthMm, 'widthMm', { min: 10, max: 5000 });
  const skinMm = requireNumber(input.skinMm, 'skinMm', LIMITS.depthMm);
  const ratio = requireNumber(input.ratio, 'ratio', LIMITS.ratio);
  const bulgeMm = requireNumber(input.bulgeMm, 'bulgeMm', LIMITS.bulgeMm);
  const railMm = requireNumber(input.railMm, 'railMm', LIMITS.railMm);
  const count = Math.round(requireNumber(input.plies, 'plies', { min: 1, max: 40 }));
  const atRailsMm = ratio * skinMm;
  const outline = brokenOutline(widthMm, atRailsMm, bulgeMm);
  const area = (rails: number, bulge: number): number => 2 * widthMm * (rails + (2 / 3) * bulge);
  const plies = Array.from({ length: count }, (_, i): BrokenPly => {
    const share = (i + 1) / count;
    return {
      atRailsMm: atRailsMm * share,
      atMiddleMm: (atRailsMm + bulgeMm) * share,
      areaMm2: area(atRailsMm * share, bulgeMm * share),
    };
  });
  const railStripMm = 2 * (atRailsMm + RAIL_PAST_MM);
  return {
    atRailsMm,
    atMiddleMm: atRailsMm + bulgeMm,
    outline,
    sandedMm2: area(atRailsMm, bulgeMm),
    plies,
    railStrips: 4,
    railStripMm,
    railMm2: 4 * railStripMm * railMm,
  };
}

/** Ground across a break, rails at ± half the width: so far past it at the rails, and further at the middle by the bulge, along a parabola. */
export function brokenOutline(widthMm: number, atRailsMm: number, bulgeMm: number): Point[] {
  const reach = (y: number): number => atRailsMm + bulgeMm * (1 - ((2 * y) / widthMm) ** 2);
  const ys = Array.from({ length: POINTS + 1 }, (_, i) => -widthMm / 2 + (widthMm * i) / POINTS);
  return [...ys.map((y) => ({ x: reach(y), y })), ...[...ys].reverse().map((y) => ({ x: -reach(y), y }))];
}

/** What is measured of two halves before they are bonded. */
export interface AlignmentReading {
  what: 'string' | 'twist' | 'rocker' | 'rail-left' | 'rail-right';
  /** Off true, mm. */
  mm: number;
  limitMm: number;
  by: string;
  at: string;
}

/** Whether the last reading of each kind lies within its limit; what has not been read is named. */
export function alignment(readings: readonly AlignmentReading[]): {
  ready: boolean;
  off: AlignmentReading[];
  missing: AlignmentReading['what'][];
} {
  const last = new Map(readings.map((reading) => [reading.what, reading]));
  const off = [...last.values()].filter(({ mm, limitMm }) => Math.abs(mm) > limitMm);
  const missing = (['string', 'twist', 'rocker'] as const).filter((what) => !last.has(what));
  return { ready: off.length === 0 && missing.length === 0, off, missing };
}
