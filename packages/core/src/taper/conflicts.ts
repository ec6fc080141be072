import { type Shape, outlinePoints } from '../geometry/index.js';
import type { ResinFamily } from '../material/index.js';
import { type KnockDowns, joint } from './joint.js';
import { MAX_RATIO } from './ratios.js';
import { type Obstacle, STEEPEST_RATIO, WAYS_OUT, type WayOut, distanceBetween } from './region.js';

/** What the efficiency of a joint is worked out from. */
export interface JointFacts {
  resin: ResinFamily;
  parentStrengthMPa: number;
  bondShearMPa?: number;
  knockDowns?: KnockDowns;
}

export interface WayOption {
  way: WayOut;
  possible: boolean;
  /** Ratio towards the obstacle with this way out. */
  ratio: number;
  /** Efficiency of the joint there; null when the joint is not known. */
  efficiency: number | null;
  /** What it asks for. */
  needs: 'reach-both-faces' | 'round-edge' | 'take-off' | null;
}

/** Something the abraded ground would run into. */
export interface Conflict {
  /** Place in the list of obstacles. */
  index: number;
  name: string;
  kind: Obstacle['kind'];
  /** From the nearest cut-out to it, mm. */
  distanceMm: number;
  /** Room wanted: taper, margin and clearance, mm. */
  wantedMm: number;
  /** The way out taken, if any. */
  taken: WayOut | null;
  ways: WayOption[];
}

export interface ConflictsInput {
  shapes: readonly Shape[];
  ratio: number;
  depthMm: number;
  sides: 'one' | 'two';
  marginMm: number;
  obstacles: readonly Obstacle[];
  joint?: JointFacts;
}

/** Least room to spare that is no conflict, mm. */
const TOUCHING_MM = 0.01;

/**
 * What a taper would run into, with the room it wants and the four ways out, each with the ratio it leaves and its joint efficiency:
 * steeper on that side, n = (distance − clearance − margin)/depth; shared between both faces; wrapped round an edge; the fitting taken off.
 */
export function conflictsOf({ shapes, ratio, depthMm, sides, marginMm, obstacles, joint: facts }: ConflictsInput): Conflict[] {
  if (obstacles.length === 0) return [];
  const outlines = shapes.map((shape) => outlinePoints(shape, 0, 144));
  const efficiencyAt = (n: number): number | null => (facts ? joint({ ...facts, ratio: Math.min(MAX_RATIO, Math.max(1, n)) }).efficiency : null);
  const faceMm = sides === 'two' ? depthMm / 2 : depthMm;
  return obstacles.flatMap((obstacle, index) => {
    const distanceMm = distanceBetween(outlines, obstacle);
    const clearanceMm = obstacle.clearanceMm ?? 0;
    const wantedMm = ratio * faceMm + marginMm + clearanceMm;
    if (distanceMm >= wantedMm - TOUCHING_MM) return [];
    const fitting = (distanceMm - clearanceMm - marginMm) / faceMm;
    const option = (way: WayOut): WayOption => {
      switch (way) {
        case 'steeper':
          return { way, possible: fitting >= STEEPEST_RATIO, ratio: Math.max(0, fitting), efficiency: fitting >= 1 ? efficiencyAt(fitting) : facts ? 0 : null, needs: null };
        case 'two-sided':
          return { way, possible: sides === 'one' && distanceMm >= (ratio * depthMm) / 2 + marginMm + clearanceMm, ratio, efficiency: efficiencyAt(ratio), needs: 'reach-both-faces' };
        case 'wrap':
          return { way, possible: obstacle.kind === 'edge', ratio, efficiency: efficiencyAt(ratio), needs: 'round-edge' };
        case 'remove':
          return { way, possible: obstacle.kind === 'fitting', ratio, efficiency: efficiencyAt(ratio), needs: 'take-off' };
      }
    };
    return [{ index, name: obstacle.name, kind: obstacle.kind, distanceMm, wantedMm, taken: obstacle.way ?? null, ways: WAYS_OUT.map(option) }];
  });
}
