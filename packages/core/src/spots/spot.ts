import { CoreError } from '../errors.js';
import { type Shape, checkShape } from '../geometry/index.js';

/** What is the matter with a place: what is broken is cut to sound material, a drilled hole is drilled to fresh material, and a dent or gouge is only opened. */
export const SPOT_KINDS = ['broken', 'hole', 'ding', 'gouge', 'crack'] as const;
export type SpotKind = (typeof SPOT_KINDS)[number];

/** One place of damage of a job; there may be many, in the order they are walked round. */
export interface Spot {
  /** Stays the same while the spot lives. */
  id: string;
  name: string;
  kind: SpotKind;
  shape: Shape;
  /** Depth of its own, mm; as deep as the main damage where null. */
  depthMm: number | null;
}

/** A hole is drilled at least so much wider, mm in diameter, to come to fresh material. Source: workshop practice. */
const FRESH_MM = 1;

/** Drill for a hole so wide, mm: a millimetre over it at the least, in whole millimetres. @throws CoreError for what is no circle */
export function drillMm(shape: Shape): number {
  if (shape.kind !== 'circle') throw new CoreError('inconsistent', 'shape', { why: 'no-drill' });
  checkShape(shape);
  return Math.ceil(shape.diameterMm + FRESH_MM - 1e-9);
}

/** A drilled hole as it is drilled out: no margin is kept, for its edge is clean. */
export function drilled(shape: Shape): Shape {
  return shape.kind === 'circle' ? { ...shape, diameterMm: drillMm(shape) } : shape;
}
