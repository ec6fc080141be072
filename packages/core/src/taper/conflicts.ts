import { LIMITS } from '../limits/index.js';
import { type Point, type Shape, closedLength, closelySet, outlinePoints } from '../geometry/index.js';
import type { ResinFamily } from '../material/index.js';
import { type KnockDowns, joint } from './joint.js';
import {
  type LocalRatio,
  type Obstacle,
  STEEPEST_RATIO,
  WAYS_OUT,
  type WayOut,
  distanceBetween,
  distanceTo,
  freeRatio,
} from './region.js';

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
  /** From the cut-out to it, mm: where it is short of the most room. */
  distanceMm: number;
  /** Room wanted: taper, margin and clearance, mm. */
  wantedMm: number;
  /** The way out taken, if any. */
  taken: WayOut | null;
  ways: WayOption[];
  /** Where none of them would do: what would, with what changed. */
  changes: WayChange[];
}

/**
 * What would make a way out: a narrower margin, so that it goes steeper there; both faces and steeper; so much more room; or, where the damage
 * itself reaches it, that it is told as part of the repair.
 */
export type WayChange =
  | { change: 'margin'; marginMm: number }
  | { change: 'both-and-steeper'; ratio: number }
  | { change: 'room'; moreMm: number }
  | { change: 'crosses' };

export interface ConflictsInput {
  shapes: readonly Shape[];
  ratio: number;
  /** Of the whole taper, and what each face has of it, mm. */
  depthMm: number;
  depthsMm: readonly number[];
  locals?: readonly LocalRatio[];
  marginMm: number;
  obstacles: readonly Obstacle[];
  joint?: JointFacts;
}

/** Least room to spare that is no conflict, mm. */
const TOUCHING_MM = 0.01;
const OUTLINE_POINTS = 400;

/**
 * What a taper would run into on either face, with the room it wants and the four ways out, each with the ratio it leaves and its joint efficiency:
 * steeper on that side, n = (distance − clearance − margin)/depth; shared between both faces; wrapped round an edge; the fitting taken off. The
 * deeper face reaches furthest, and each place of the cut-out as far as the ratio of its own side takes it.
 */
export function conflictsOf({
  shapes,
  ratio,
  depthMm,
  depthsMm,
  locals = [],
  marginMm,
  obstacles,
  joint: facts,
}: ConflictsInput): Conflict[] {
  if (obstacles.length === 0) return [];
  const outlines = shapes.map((shape) => outlinePoints(shape, 0, 144));
  const efficiencyAt = (n: number): number | null =>
    facts ? joint({ ...facts, ratio: Math.min(LIMITS.ratio.max, Math.max(1, n)) }).efficiency : null;
  const faceMm = Math.max(...depthsMm);
  const tightest =
    locals.length === 0
      ? (obstacle: Obstacle): Tight => ({ distanceMm: distanceBetween(outlines, obstacle), ratio })
      : tightestBy(outlines, freeRatio({ ratio, locals }, outlines), faceMm);
  return obstacles.flatMap((obstacle, index) => {
    const { distanceMm, ratio: own } = tightest(obstacle);
    const clearanceMm = obstacle.clearanceMm ?? 0;
    const wantedMm = own * faceMm + marginMm + clearanceMm;
    if (distanceMm >= wantedMm - TOUCHING_MM) return [];
    const fitting = (distanceMm - clearanceMm - marginMm) / faceMm;
    const option = (way: WayOut): WayOption => {
      switch (way) {
        case 'steeper':
          return {
            way,
            possible: fitting >= STEEPEST_RATIO,
            ratio: Math.max(0, fitting),
            efficiency: fitting >= 1 ? efficiencyAt(fitting) : facts ? 0 : null,
            needs: null,
          };
        case 'two-sided':
          return {
            way,
            possible: depthsMm.length === 1 && distanceMm >= (own * depthMm) / 2 + marginMm + clearanceMm,
            ratio: own,
            efficiency: efficiencyAt(own),
            needs: 'reach-both-faces',
          };
        case 'wrap':
          return {
            way,
            possible: obstacle.kind === 'edge',
            ratio: own,
            efficiency: efficiencyAt(own),
            needs: 'round-edge',
          };
        case 'remove':
          return {
            way,
            possible: obstacle.kind === 'fitting',
            ratio: own,
            efficiency: efficiencyAt(own),
            needs: 'take-off',
          };
      }
    };
    const ways = WAYS_OUT.map(option);
    return [
      {
        index,
        name: obstacle.name,
        kind: obstacle.kind,
        distanceMm,
        wantedMm,
        taken: obstacle.way ?? null,
        ways,
        changes: ways.some(({ possible }) => possible)
          ? []
          : changesFor(distanceMm - clearanceMm, marginMm, faceMm, depthsMm.length === 1),
      },
    ];
  });
}

/** No narrower margin is worth abrading, mm. */
const LEAST_MARGIN_MM = 5;

/** What would help where nothing does: `roomMm` from the cut-out to where the ground must end. */
function changesFor(roomMm: number, marginMm: number, faceMm: number, oneFace: boolean): WayChange[] {
  if (roomMm <= TOUCHING_MM) return [{ change: 'crosses' }];
  const steepestMm = STEEPEST_RATIO * faceMm;
  const narrow = Math.floor(roomMm - steepestMm);
  const both = (roomMm - marginMm) / (faceMm / 2);
  return [
    ...(narrow >= LEAST_MARGIN_MM ? [{ change: 'margin' as const, marginMm: narrow }] : []),
    ...(oneFace && both >= STEEPEST_RATIO ? [{ change: 'both-and-steeper' as const, ratio: both }] : []),
    { change: 'room' as const, moreMm: Math.ceil(steepestMm + marginMm - roomMm) },
  ];
}

/** Where an obstacle is met first: how far the cut-out is from it there, and the ratio of that side. */
interface Tight {
  distanceMm: number;
  ratio: number;
}

/** Of sides with ratios of their own, the place whose taper falls shortest of the room to an obstacle. */
function tightestBy(
  outlines: readonly Point[][],
  ratioAt: (at: Point) => number,
  faceMm: number,
): (obstacle: Obstacle) => Tight {
  const places = outlines
    .flatMap((points) => closelySet(points, closedLength(points) / OUTLINE_POINTS))
    .map((at) => ({ at, ratio: ratioAt(at) }));
  return (obstacle) => {
    const inside = distanceBetween(outlines, obstacle) === 0;
    const found = places.map(({ at, ratio }) => ({ distanceMm: distanceTo(at, obstacle), ratio }));
    const worst = found.reduce((a, b) => (b.ratio * faceMm - b.distanceMm > a.ratio * faceMm - a.distanceMm ? b : a));
    return inside ? { ...worst, distanceMm: 0 } : worst;
  };
}
