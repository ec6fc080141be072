import { LIMITS } from '../../limits/index.js';
import { type Point, distanceToSegment, liesWithin, outlinePoints } from '../../geometry/index.js';
import { type Remark, requireNumber } from '../../errors.js';
import { pulledMPa } from '../../laminate/index.js';
import { coreOf } from '../../material/index.js';
import type { SystemCard } from '../../resin/systems.js';
import {
  BOND_SHEAR_MPA,
  type FootprintResult,
  type JointFacts,
  type JointResult,
  type Obstacle,
  type PlugResult,
  type RatioRange,
  type RepairKind,
  type TaperProfile,
  USUAL_BREAK,
  USUAL_CAP_PAST_MM,
  USUAL_DISH_RATIO,
  USUAL_EDGE,
  USUAL_LAP_MM,
  USUAL_OVERLAY,
  USUAL_PLUG,
  USUAL_STAGGER_MM,
  USUAL_STEP_MM,
  USUAL_TRIM_MM,
  USUAL_WRAP,
  alongside,
  footprint,
  joint,
  middleOf,
  plug,
  ratioDefault,
  regionOf,
  wrap,
} from '../../taper/index.js';
import { serviceOf } from '../facts.js';
import type { Neighbour, RepairInputs } from '../inputs.js';
import { repairKind } from './kind.js';
import type { DamagePlan } from './damage.js';
import { fromInside, keepsShowFace, laysGelCoatFirst } from './working-side.js';
import type { ParentPlan } from './parent.js';

export interface TaperPlan {
  kind: RepairKind;
  profile: TaperProfile;
  ratio: number;
  range: RatioRange;
  footprint: FootprintResult;
  joint: JointResult | null;
  /** Plug of a core that is mended, and what it is cut from; null for the rest. */
  plug: { coreName: string; result: PlugResult } | null;
  /** Bond shear it is worked out with, and the shop's trials it rests on; null for the trade's usual value. */
  bond: { mpa: number; source: string | null };
  /** Distance from the abraded edge to each neighbour, mm, negative when it is run over; and the room it must leave. */
  clearances: { name: string; mm: number; wantedMm: number }[];
  /** The one face that is worked is the inside. */
  inside: boolean;
  /** Show face that has to be finished, mm²: the abraded ground, or no more than the hole where it is worked from inside. */
  shownMm2: number;
  remarks: Remark[];
}

export function planTaper(inputs: RepairInputs, damage: DamagePlan, parent: ParentPlan, card: SystemCard): TaperPlan {
  const { taper, place } = inputs;
  const { core } = inputs.laminate;
  const range = ratioDefault(serviceOf(place), card.family, parent.depthMm);
  const kind = repairKind(inputs);
  const profile = profileOf(inputs, damage, parent);
  const ratio = ratioOf(profile, taper, parent.depthMm, taper.ratio ?? range.start);
  const bond = taper.bond?.[card.family];
  const strength = pulledMPa(parent.strength);
  const facts: JointFacts | null =
    strength === null
      ? null
      : {
          resin: card.family,
          parentStrengthMPa: strength,
          knockDowns: taper.knockDowns,
          ...(bond ? { bondShearMPa: bond.mpa } : {}),
        };
  const result = footprint({
    shape: damage.cutOut,
    others: damage.others,
    ratio,
    depthMm: parent.depthMm,
    marginMm: kind === 'panel' ? 0 : taper.marginMm,
    maskMm: kind === 'panel' ? 0 : taper.maskMm,
    sides: profile.kind === 'slope' ? taper.sides : 'one',
    ...(taper.firstShare === undefined ? {} : { firstShare: taper.firstShare }),
    profile,
    through: inputs.damage.depth === 'through',
    ...(taper.locals ? { locals: taper.locals } : {}),
    obstacles: inputs.damage.neighbours.map(obstacleOf),
    ...(facts ? { joint: facts } : {}),
  });
  // The joint is as weak as its steepest side.
  const steepest = Math.min(...result.faces.map((face) => face.steepestRatio));
  const reach = result.faces[0]!.taperWidthMm + taper.marginMm;
  const edge = outlinePoints(damage.cutOut, reach, 72);
  return {
    kind,
    profile,
    ratio,
    range,
    footprint: result,
    joint: facts && joint({ ...facts, ratio: Math.max(LIMITS.ratio.min, Math.min(ratio, steepest, LIMITS.ratio.max)) }),
    plug:
      core && kind === 'core'
        ? {
            coreName: coreOf(core, 'laminate.core').name,
            result: plug(
              { ...(taper.plug ?? USUAL_PLUG), shape: damage.cutOut, coreMm: core.thicknessMm },
              'taper.plug.',
            ),
          }
        : null,
    bond: bond ?? { mpa: BOND_SHEAR_MPA[card.family], source: null },
    clearances: (profile.kind === 'form' ? [] : inputs.damage.neighbours).map((neighbour) => ({
      name: neighbour.name,
      mm: clearance(edge, outlinePoints(damage.cutOut, 0, 72), neighbour),
      wantedMm: neighbour.clearanceMm ?? 0,
    })),
    inside: fromInside(inputs),
    shownMm2: keepsShowFace(inputs) ? result.cutOut.areaMm2 : result.faces[0]!.abraded.areaMm2,
    remarks: [...result.remarks, ...earlierRepairs(inputs, result), ...sideRemarks(inputs)],
  };
}

/** An earlier repair that the bond reaches is a part of the parent with a resin of its own: it is asked for while no part is put down. */
function earlierRepairs({ survey, laminate, taper }: RepairInputs, { regions, faces }: FootprintResult): Remark[] {
  const earlier = survey.marks.filter(({ kind }) => kind === 'earlier-repair');
  if (earlier.length === 0 || (laminate.zones ?? []).length > 0) return [];
  const ground = regionOf(regions[0]!).outlines(faces[0]!.depthMm, taper.marginMm);
  const reached = earlier.filter(({ points }) => points.some((p) => liesWithin(p, ground)));
  return reached.map(({ name }): Remark => ({ id: 'taper.earlier-repair', params: { name } }));
}

/** What the side it is worked from asks for. */
function sideRemarks(inputs: RepairInputs): Remark[] {
  const { place, resin } = inputs;
  const wantsFirst = place.finish === 'gelcoat' && resin.gelCoatWay === 'gel-coat-first';
  return [
    ...(fromInside(inputs) ? [{ id: 'taper.seen-from-inside' }] : []),
    ...(wantsFirst && !laysGelCoatFirst(inputs) ? [{ id: 'taper.gel-coat-first-outside' }] : []),
  ];
}

const SLOPE: TaperProfile = { kind: 'slope' };

/** What is ground round the cut-out, by the kind of repair. */
function profileOf(inputs: RepairInputs, damage: DamagePlan, parent: ParentPlan): TaperProfile {
  const { taper } = inputs;
  const kind = repairKind(inputs);
  const { depthMm } = parent;
  if (kind === 'dish') return { kind: 'dish', capPastMm: USUAL_CAP_PAST_MM, sunkMm: taper.sunkMm ?? null };
  if (kind === 'wrap') {
    const set: NonNullable<RepairInputs['taper']['wrap']> = taper.wrap ?? USUAL_WRAP;
    return {
      kind: 'form',
      depthsMm: [depthMm],
      form: {
        kind: 'band',
        wrap: wrap({ ...set, damageMm: alongTube(set, damage) }),
        ...(set.across ? { across: true } : {}),
        stripMm: set.stripMm,
        angleDeg: set.angleDeg,
      },
    };
  }
  if (kind === 'edge')
    return {
      kind: 'form',
      depthsMm: [depthMm / 2, depthMm / 2],
      form: { kind: 'edge', ...edgeOf(taper, damage), side: facing(inputs, damage) },
    };
  if (kind === 'broken') {
    const { widthMm, bulgeMm } = taper.broken ?? USUAL_BREAK;
    const skins = inputs.laminate.core !== null;
    return {
      kind: 'form',
      skins,
      depthsMm: skins ? [depthMm, depthMm] : [depthMm / 2, depthMm / 2],
      form: { kind: 'bulge', widthMm, bulgeMm },
    };
  }
  if (kind === 'stepped') {
    const scale = parent.thicknessMm / parent.whole.thicknessMm;
    return {
      kind: 'steps',
      stepMm: requireNumber(taper.stepMm ?? USUAL_STEP_MM, 'stepMm', LIMITS.stepMm),
      thicknessesMm: parent.withinPlies.map((_, i) => parent.whole.layerThicknessMm[i]! * scale).reverse(),
    };
  }
  if (kind === 'overlay')
    return {
      kind: 'lap',
      reachMm: requireNumber(taper.lapMm ?? USUAL_OVERLAY.reachMm, 'lapMm', LIMITS.lapMm),
      staggerMm: requireNumber(taper.staggerMm ?? USUAL_OVERLAY.staggerMm, 'staggerMm', LIMITS.staggerMm),
      whole: 'overlay',
    };
  // A panel is laid larger than it is to be, every ply alike, and trimmed.
  if (kind === 'panel')
    return {
      kind: 'lap',
      reachMm: requireNumber(taper.lapMm ?? USUAL_TRIM_MM, 'lapMm', LIMITS.lapMm),
      staggerMm: 0,
      whole: 'panel',
    };
  if (kind === 'lap')
    return {
      kind: 'lap',
      reachMm: requireNumber(taper.lapMm ?? USUAL_LAP_MM, 'lapMm', LIMITS.lapMm),
      staggerMm: requireNumber(taper.staggerMm ?? USUAL_STAGGER_MM, 'staggerMm', LIMITS.staggerMm),
    };
  return SLOPE;
}

/** How far damage goes along the tube it is on. */
export const alongTube = (set: RepairInputs['taper']['wrap'], { visible }: DamagePlan): number =>
  set?.across ? visible.widthMm : visible.lengthMm;

/** What is gone of an edge: as it was set, else the outline as it was drawn. */
export const edgeOf = (
  taper: RepairInputs['taper'],
  { visible }: DamagePlan,
): NonNullable<RepairInputs['taper']['edge']> =>
  taper.edge ?? { ...USUAL_EDGE, alongMm: visible.lengthMm, inMm: visible.widthMm };

/** Steps, laps and wraps have a width of their own; over the depth it is what the ratio is to a slope. */
function ratioOf(profile: TaperProfile, taper: RepairInputs['taper'], depthMm: number, sloped: number): number {
  switch (profile.kind) {
    case 'steps':
      return (profile.stepMm * profile.thicknessesMm.length) / depthMm;
    case 'lap':
      return profile.reachMm / depthMm;
    case 'dish':
      // Countersunk only so deep, the mouth is as wide as that makes it.
      return ((taper.dishRatio ?? USUAL_DISH_RATIO) * Math.min(taper.bevelMm ?? depthMm, depthMm)) / depthMm;
    case 'form':
      return profile.form.kind === 'band' ? (taper.wrap ?? USUAL_WRAP).pastMm / depthMm : sloped;
    case 'slope':
      return sloped;
  }
}

/** Which way a missing edge faces: towards the nearest edge near by, seen in the frame of the damage. */
function facing(inputs: RepairInputs, damage: DamagePlan): 1 | -1 {
  const { centreXMm = 0, centreYMm = 0, rotationDeg = 0 } = damage.cutOut;
  const centre = { x: centreXMm, y: centreYMm };
  const edges = inputs.damage.neighbours
    .filter(({ kind }) => kind === 'edge')
    .map((line) => ({
      line,
      mm: distanceToSegment(centre, { x: line.fromXMm, y: line.fromYMm }, { x: line.toXMm, y: line.toYMm }),
    }));
  if (edges.length === 0) return 1;
  const { line } = edges.reduce((a, b) => (b.mm < a.mm ? b : a));
  const turn = (rotationDeg * Math.PI) / 180;
  const across =
    (Math.cos(turn) * (line.fromYMm + line.toYMm - 2 * centre.y) -
      Math.sin(turn) * (line.fromXMm + line.toXMm - 2 * centre.x)) /
    2;
  return across < 0 ? -1 : 1;
}

export function obstacleOf({ name, kind, fromXMm, fromYMm, toXMm, toYMm, clearanceMm, way }: Neighbour): Obstacle {
  return { name, kind, points: [{ x: fromXMm, y: fromYMm }, { x: toXMm, y: toYMm }], clearanceMm: clearanceMm ?? 0, way: way ?? null }; // prettier-ignore
}

/** Least distance from the abraded edge to a line; negative by how far the line is run over. */
function clearance(edge: readonly Point[], cutOut: readonly Point[], line: Neighbour): number {
  const a = { x: line.fromXMm, y: line.fromYMm };
  const b = { x: line.toXMm, y: line.toYMm };
  const side = (p: Point): number => (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x);
  const home = Math.sign(side(middleOf(cutOut))) || 1;
  const over = edge.filter((p) => Math.sign(side(p)) === -home && alongside(p, a, b));
  if (over.length > 0) return -Math.max(...over.map((p) => distanceToSegment(p, a, b)));
  return Math.min(...edge.map((p) => distanceToSegment(p, a, b)));
}
