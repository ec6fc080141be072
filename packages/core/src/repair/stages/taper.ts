import { type Point, outlinePoints } from '../../geometry/index.js';
import type { SystemCard } from '../../resin/systems.js';
import { footprint, joint, ratioDefault } from '../../taper/index.js';
import type { Neighbour, RepairInputs } from '../inputs.js';
import type { TaperPlan } from '../plan.js';
import type { DamagePlan } from './damage.js';
import type { ParentPlan } from './parent.js';

export function planTaper(inputs: RepairInputs, damage: DamagePlan, parent: ParentPlan, card: SystemCard): TaperPlan {
  const { taper, place } = inputs;
  const range = ratioDefault(place.service, card.family, parent.depthMm);
  const ratio = taper.ratio ?? range.start;
  const result = footprint({
    shape: damage.cutOut,
    ratio,
    depthMm: parent.depthMm,
    marginMm: taper.marginMm,
    maskMm: taper.maskMm,
    sides: taper.sides,
    through: inputs.damage.depth === 'through',
  });
  const strength = parent.within.strengthXMPa;
  const strengthRatio = strength === null ? null : joint({ ratio, resin: card.family, parentStrengthMPa: strength, knockDowns: taper.knockDowns });
  const reach = result.faces[0]!.taperWidthMm + taper.marginMm;
  const edge = outlinePoints(damage.cutOut, reach, 72);
  return {
    ratio,
    range,
    footprint: result,
    joint: strengthRatio,
    clearances: inputs.damage.neighbours.map((neighbour) => ({ name: neighbour.name, mm: clearance(edge, outlinePoints(damage.cutOut, 0, 72), neighbour) })),
  };
}

/** Least distance from the abraded edge to a line; negative by how far the line is run over. */
function clearance(edge: readonly Point[], cutOut: readonly Point[], line: Neighbour): number {
  const a = { x: line.fromXMm, y: line.fromYMm };
  const b = { x: line.toXMm, y: line.toYMm };
  const centre = cutOut.reduce((sum, p) => ({ x: sum.x + p.x / cutOut.length, y: sum.y + p.y / cutOut.length }), { x: 0, y: 0 });
  const side = (p: Point): number => (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x);
  const home = Math.sign(side(centre)) || 1;
  const over = edge.filter((p) => Math.sign(side(p)) === -home && alongside(p, a, b));
  if (over.length > 0) return -Math.max(...over.map((p) => distanceToSegment(p, a, b)));
  return Math.min(...edge.map((p) => distanceToSegment(p, a, b)));
}

function alongside(p: Point, a: Point, b: Point): boolean {
  const t = projection(p, a, b);
  return t >= 0 && t <= 1;
}

function projection(p: Point, a: Point, b: Point): number {
  const square = (b.x - a.x) ** 2 + (b.y - a.y) ** 2;
  return square === 0 ? 0 : ((p.x - a.x) * (b.x - a.x) + (p.y - a.y) * (b.y - a.y)) / square;
}

function distanceToSegment(p: Point, a: Point, b: Point): number {
  const t = Math.min(1, Math.max(0, projection(p, a, b)));
  return Math.hypot(p.x - a.x - t * (b.x - a.x), p.y - a.y - t * (b.y - a.y));
}
