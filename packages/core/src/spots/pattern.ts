import { COUNTS, LIMITS } from '../limits/index.js';
import { CoreError, requireNumber, requireWhole } from '../errors.js';
import type { Point, Shape } from '../geometry/index.js';

export interface PatternInput {
  /** How many along a row, and how many rows. */
  along: number;
  rows?: number;
  /** From one to the next along a row, and from row to row, mm. */
  stepMm: number;
  rowStepMm?: number;
  /** Which way the rows run, degrees counter-clockwise from x. */
  turnedDeg?: number;
}

/**
 * Places of a row or a grid, from the first, which is at nothing: row by row, there and back, as one walks.
 * @throws CoreError for counts under 1 or more places than a job may have, steps outside 1 mm … 20 m
 */
export function pattern(input: PatternInput): Point[] {
  const along = requireWhole(input.along, 'along', { min: 1, max: COUNTS.spots });
  const rows = requireWhole(input.rows ?? 1, 'rows', { min: 1, max: COUNTS.spots });
  if (along * rows > COUNTS.spots) throw new CoreError('too-many', 'along', { max: COUNTS.spots });
  const step = requireNumber(input.stepMm, 'stepMm', LIMITS.lengthMm);
  const rowStep = requireNumber(input.rowStepMm ?? input.stepMm, 'rowStepMm', LIMITS.lengthMm);
  const turn = (requireNumber(input.turnedDeg ?? 0, 'turnedDeg', LIMITS.angleDeg) * Math.PI) / 180;
  return Array.from({ length: along * rows }, (_, i) => {
    const row = Math.floor(i / along);
    const at = row % 2 === 0 ? i % along : along - 1 - (i % along);
    const [x, y] = [at * step, row * rowStep];
    return { x: x * Math.cos(turn) - y * Math.sin(turn), y: x * Math.sin(turn) + y * Math.cos(turn) };
  });
}

/** A shape put somewhere else. */
export const movedBy = (shape: Shape, { x, y }: Point): Shape => ({
  ...shape,
  centreXMm: (shape.centreXMm ?? 0) + x,
  centreYMm: (shape.centreYMm ?? 0) + y,
});
