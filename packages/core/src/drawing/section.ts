import { plyKey } from '../stack/index.js';
import { type Point, type Shape, outlinePoints } from '../geometry/index.js';
import { type Construction, type Fabric, fabricOf } from '../material/index.js';
import { type RepairInputs, type RepairPlan, keepsShowFace } from '../repair/index.js';
import { type TaperProfile, USUAL_PLUG, isLaidOn } from '../taper/index.js';

/** What a region is made of; the interface gives each its hatch. */
export type SectionMaterial = Construction | 'core' | 'finish' | 'new-finish' | 'backing' | 'inner-skin';

/** A closed region of the section A–A: x along the outline's length from its centre, y depth from the laminate's face, mm, downwards. */
export interface SectionRegion {
  id: string;
  layer: 'parent' | 'core' | 'patch' | 'cover' | 'finish' | 'backing';
  material: SectionMaterial;
  carbon: boolean;
  aramid: boolean;
  points: Point[];
  /** Key of the patch ply, the same as in plan and table; null for parent and finish. */
  plyKey: string | null;
  /** Round that puts it in, of a plug and its bedding and of the filler of a dish. */
  roundId?: string;
  label: string;
}

export interface SectionDrawing {
  /** As ground: the parent with its taper. */
  ground: SectionRegion[];
  /** As laid: patch plies and new finish, to be drawn over `ground`. */
  laid: SectionRegion[];
  halfCutMm: number;
  /** Worked from inside: the show face lies at the bottom. */
  inside: boolean;
  /** Nothing is cut out: the middle is the area as it was drawn. */
  uncut: boolean;
  halfFootprintMm: number;
  halfAbradedMm: number;
  depthMm: number;
  thicknessMm: number;
  /** Drawn extent: half width, top (negative, above the face) and bottom. */
  halfWidthMm: number;
  topMm: number;
  bottomMm: number;
  /** Whether the core is drawn thinner than it is. */
  coreShortened: boolean;
  /** Vertical stretch at which a correct slope stands at 45°. */
  stretch: number;
  /** Ratio of the slope as it is cut here; null where there are steps, or nothing is ground. */
  ratio: number | null;
}

const JUST_BESIDE = 1e-6;
/** A core is drawn at most this many skins thick, or the skins could not be seen. */
const CORE_SHOWN_SKINS = 2.5;
/** What lies on the surface has no slope to stand at 45°. */
const MOST_STRETCH = 12;
/** A dish is about as wide as it is deep; its cap is thin and far wider. */
const DISH_STRETCH = 4;

/** Profile of a face as polyline heights (depth from the outer face) over u = |x| − half cut-out. */
type Heights = (u: number) => number;

/** Section A–A through the middle of the repair, along the cut-out's length; null until the taper is known. */
export function sectionDrawing(inputs: RepairInputs, plan: RepairPlan): SectionDrawing | null {
  const { damage, parent, taper, patch } = plan;
  if (!damage || !parent || !taper) return null;
  const { profile } = taper;
  const [outer, inner] = taper.footprint.faces;
  const { half, ratio } = cutAlong(plan.damage!, taper);
  const halfFootprint = half + ratio * outer!.depthMm;
  const halfAbraded = halfFootprint + inputs.taper.marginMm;
  const halfWidth = halfAbraded + inputs.taper.maskMm + 20;
  const core = inputs.laminate.core;
  const coreShownMm = core ? Math.min(core.thicknessMm, Math.max(1, CORE_SHOWN_SKINS * parent.thicknessMm)) : 0;
  const totalMm = parent.thicknessMm + (core ? coreShownMm + parent.thicknessMm : 0);
  const finishMm = inputs.laminate.finishThicknessMm;
  const slope: Heights = (u) => heightOf(profile, outer!.depthMm, ratio, u);
  const under: Heights = inner ? (u) => Math.max(0, inner.depthMm - Math.max(0, u) / ratio) : () => 0;
  const skins = profile.kind === 'form' && profile.skins === true;
  const opened = taper.kind === 'core';
  const { centreXMm: middleX = 0, centreYMm: middleY = 0 } = damage.cutOut;
  const frame: Frame = {
    middleX,
    middleY,
    half,
    halfWidth,
    ratio,
    profile,
    sunk: patch?.faces[0]?.sunkMm ?? 0,
    grown: profile.kind === 'slope' && inputs.stack.growMm !== undefined,
    outerDepth: isWhole(profile) ? 0 : outer!.depthMm,
    innerDepth: skins ? 0 : (inner?.depthMm ?? 0),
    through: !isWhole(profile) && (inputs.damage.depth === 'through' || core !== null),
  };
  const ground = [
    // A panel of its own lies on a film: there is nothing under it.
    ...(taper.kind === 'panel' ? [] : parentRegions(parent, frame)),
    ...(core && taper.kind !== 'panel'
      ? coreRegions(coreShownMm, parent.thicknessMm, frame, {
          openMm: opened ? coreShownMm * coreOut(inputs) : 0,
          skins,
        })
      : []),
    ...(taper.kind === 'panel'
      ? [former(halfWidth)]
      : taper.inside
        ? finishRegions(finishMm, keepsShowFace(inputs) ? half : 0, halfWidth, totalMm)
        : finishRegions(finishMm, halfAbraded, halfWidth)),
  ];
  const open = inputs.damage.depth === 'through' && !core && !inner && profile.kind !== 'form' && !isWhole(profile);
  const backedMm = parent.thicknessMm + (taper.inside ? finishMm : 0);
  if (open) ground.push(backing(half, backedMm));
  const laid: SectionRegion[] = [];
  if (open && taper.inside && finishMm > 0) laid.push(showFace(half, parent.thicknessMm, finishMm));
  if (core && opened) laid.push(...plugRegions(inputs, coreShownMm, parent.thicknessMm, half));
  if (profile.kind === 'dish')
    laid.push({
      ...filler(half, half + ratio * (outer!.depthMm - frame.sunk), outer!.depthMm, frame.sunk),
      roundId: lastFill(plan),
    });
  // What is lapped or wrapped over is filled flush first.
  if (isLaidOn(profile) && !isWhole(profile)) laid.push(filler(half, half, outer!.depthMm));
  patch?.faces.forEach((face, i) => {
    const base = profile.kind === 'dish' ? capGround(frame) : i === 0 ? slope : under;
    const flip = i === 0 ? (y: number): number => y : (y: number): number => (skins ? totalMm : parent.thicknessMm) - y;
    const { regions, surface, breaks } = patchRegions(face, i, base, frame, inputs.stack.order, flip);
    laid.push(...regions);
    if (i === 0 && finishMm > 0 && !isWhole(profile) && !taper.inside)
      laid.push(newFinish(surface, breaks, frame, halfAbraded, finishMm));
  });
  return {
    ground,
    laid,
    halfCutMm: half,
    uncut: isWhole(profile),
    halfFootprintMm: halfFootprint,
    halfAbradedMm: halfAbraded,
    depthMm: parent.depthMm,
    thicknessMm: parent.thicknessMm,
    halfWidthMm: halfWidth,
    inside: taper.inside,
    topMm: -Math.max(taper.inside ? 0 : finishMm, 1),
    bottomMm: totalMm + (taper.inside ? finishMm : 0) + (core || inner ? 0 : 1.2),
    coreShortened: core !== null && coreShownMm < core.thicknessMm,
    ratio: isLaidOn(profile) || profile.kind === 'steps' || profile.kind === 'dish' ? null : ratio,
    stretch: profile.kind === 'dish' ? DISH_STRETCH : isLaidOn(profile) ? Math.min(ratio, MOST_STRETCH) : ratio,
  };
}

/** Nothing is cut out under what is laid. */
const isWhole = (profile: TaperProfile): boolean => profile.kind === 'lap' && profile.whole !== undefined;

/** Half of what is cut out along the section, and how far the ground runs out from there for each millimetre of depth. */
function cutAlong(
  damage: NonNullable<RepairPlan['damage']>,
  taper: NonNullable<RepairPlan['taper']>,
): { half: number; ratio: number } {
  const { profile, ratio } = taper;
  const half = damage.cut.lengthMm / 2;
  if (profile.kind !== 'form') return { half, ratio };
  const depthMm = profile.depthsMm[0]!;
  switch (profile.form.kind) {
    case 'band':
      return { half: profile.form.wrap.coveredMm / 2 - ratio * depthMm, ratio };
    case 'edge':
      return { half: profile.form.alongMm / 2, ratio };
    case 'bulge':
      return { half: 0, ratio: ratio + profile.form.bulgeMm / depthMm };
  }
}

interface Frame {
  profile: TaperProfile;
  half: number;
  halfWidth: number;
  ratio: number;
  outerDepth: number;
  innerDepth: number;
  /** How far the place of a cap is ground below the surface; 0 where there is none. */
  sunk: number;
  /** Plies end by a width of their own, not on the slope. */
  grown: boolean;
  /** Middle of the damage, through which the section goes. */
  middleX: number;
  middleY: number;
  through: boolean;
}

function describe({ name, parts }: Fabric): Pick<SectionRegion, 'material' | 'carbon' | 'aramid' | 'label'> {
  const part = parts[0]!;
  return { material: part.construction, carbon: part.fibre === 'carbon', aramid: part.fibre === 'aramid', label: name };
}

const plain = { carbon: false, aramid: false, plyKey: null } as const;

/** Parent layers left and right of the ground taper; below a part-depth floor they run right across. */
function parentRegions(parent: NonNullable<RepairPlan['parent']>, frame: Frame): SectionRegion[] {
  const scale = parent.thicknessMm / parent.whole.thicknessMm;
  const depth = frame.outerDepth + frame.innerDepth;
  let z = 0;
  return parent.plies.flatMap((ply, i) => {
    const [z0, z1] = [z, z + parent.whole.layerThicknessMm[i]! * scale];
    z = z1;
    const cut = Math.min(z1, depth);
    const pieces: SectionRegion[] = [];
    const base = { layer: 'parent' as const, ...describe(fabricOf(ply)), plyKey: null };
    if (z0 < cut - 1e-9) {
      const stepped = frame.profile.kind === 'steps' ? steppedEdge(frame, parent.withinPlies.length - 1 - i) : null;
      const turns = [frame.outerDepth, frame.sunk, frame.sunk + JUST_BESIDE].filter((at) => at > z0 && at < cut);
      const levels = [z0, ...turns.sort((a, b) => a - b), cut];
      const edge = levels.map((level) => ({ x: frame.half + (stepped ?? slopeReach(level, frame)), y: level }));
      const right = [...edge, { x: frame.halfWidth, y: cut }, { x: frame.halfWidth, y: z0 }];
      pieces.push(
        { ...base, id: `parent-${i}-r`, points: right },
        { ...base, id: `parent-${i}-l`, points: right.map((p) => ({ x: -p.x, y: p.y })) },
      );
    }
    if (z1 > depth + 1e-9)
      pieces.push({
        ...base,
        id: `parent-${i}-under`,
        points: rectangle(-frame.halfWidth, Math.max(z0, depth), frame.halfWidth, z1),
      });
    return pieces;
  });
}

/** Where a parent ply ends that is so many above the deepest: upright, on its own step. */
const steppedEdge = ({ profile }: Frame, above: number): number =>
  profile.kind === 'steps' ? profile.stepMm * Math.max(0, above) : 0;

/** How far the slope stands from the cut-out edge at a depth below the outer face. */
function slopeReach(level: number, frame: Frame): number {
  if (isLaidOn(frame.profile)) return 0;
  if (level <= frame.sunk && frame.sunk > 0) return capReach(frame) + CAP_FADE * (frame.sunk - level);
  return level <= frame.outerDepth
    ? frame.ratio * (frame.outerDepth - level)
    : frame.ratio * (level - frame.outerDepth);
}

/** The ground of a cap runs out to the surface at so much to one. */
const CAP_FADE = 10;

/** How far past the cut-out the ground of a cap is level. */
const capReach = ({ profile, ratio, outerDepth }: Frame): number =>
  ratio * outerDepth + (profile.kind === 'dish' ? profile.capPastMm : 0);

/** Ground a cap lies on, sunk below the surface and run out to it. */
const capGround =
  (frame: Frame): Heights =>
  (u) =>
    Math.max(0, frame.sunk - Math.max(0, u - capReach(frame)) / CAP_FADE);

/** Depth below the outer face so far beyond the cut-out. */
function heightOf(profile: TaperProfile, depthMm: number, ratio: number, u: number): number {
  if (isLaidOn(profile)) return 0;
  if (profile.kind !== 'steps') return Math.max(0, depthMm - Math.max(0, u) / ratio);
  if (u < 0) return depthMm;
  const whole = profile.thicknessesMm.reduce((sum, mm) => sum + mm, 0);
  const bare = profile.thicknessesMm.slice(0, Math.floor(u / profile.stepMm) + 1).reduce((sum, mm) => sum + mm, 0);
  return depthMm * Math.max(0, 1 - bare / whole);
}

/** Share of the core that is taken out for a plug. */
const coreOut = ({ taper, laminate: { core } }: RepairInputs): number =>
  (taper.plug?.depthMm ?? core!.thicknessMm) / core!.thicknessMm;

/** Core and inner skin: the core opened for a plug, as deep as it is drawn, the skin tapered where it is worked from its own side. */
function coreRegions(
  coreShownMm: number,
  skinMm: number,
  { half, halfWidth, ratio }: Frame,
  { openMm, skins }: { openMm: number; skins: boolean },
): SectionRegion[] {
  const bottom = skinMm + coreShownMm;
  const core = { ...plain, layer: 'core', material: 'core', label: 'Core' } as const;
  const skin = { ...plain, layer: 'parent', material: 'inner-skin', label: 'Inner skin' } as const;
  const right = [{ x: half, y: bottom }, { x: halfWidth, y: bottom }, { x: halfWidth, y: bottom + skinMm }, { x: half + ratio * skinMm, y: bottom + skinMm }]; // prettier-ignore
  const pit = openMm > 0 ? [{ x: -half, y: skinMm }, { x: -half, y: skinMm + openMm }, { x: half, y: skinMm + openMm }, { x: half, y: skinMm }] : []; // prettier-ignore
  return [
    ...(openMm >= coreShownMm ? [{ ...core, id: 'core-r', points: rectangle(half, skinMm, halfWidth, bottom) }, { ...core, id: 'core-l', points: rectangle(-halfWidth, skinMm, -half, bottom) }] : [{ ...core, id: 'core', points: [...pit, { x: halfWidth, y: skinMm }, { x: halfWidth, y: bottom }, { x: -halfWidth, y: bottom }, { x: -halfWidth, y: skinMm }] }]), // prettier-ignore
    ...(skins ? [{ ...skin, id: 'inner-skin-r', points: right }, { ...skin, id: 'inner-skin-l', points: right.map(({ x, y }) => ({ x: -x, y })) }] : [{ ...skin, id: 'inner-skin', points: rectangle(-halfWidth, bottom, halfWidth, bottom + skinMm) }]), // prettier-ignore
  ];
}

/** A plug bedded in paste: under it and in the gap round it, both as thick as they are drawn. */
function plugRegions(inputs: RepairInputs, coreShownMm: number, skinMm: number, half: number): SectionRegion[] {
  const { gapMm, beddingMm } = inputs.taper.plug ?? USUAL_PLUG;
  const shown = coreShownMm / inputs.laminate.core!.thicknessMm;
  const [top, bottom] = [skinMm, skinMm + coreShownMm * coreOut(inputs)];
  return [
    {
      ...plain,
      id: 'bedding',
      roundId: 'plug',
      layer: 'finish',
      material: 'new-finish',
      label: 'Bedding paste',
      points: rectangle(-half, top, half, bottom),
    },
    {
      ...plain,
      id: 'plug',
      roundId: 'plug',
      layer: 'patch',
      material: 'core',
      label: 'Core plug',
      points: rectangle(-half + gapMm, top, half - gapMm, bottom - beddingMm * shown),
    },
  ];
}

/** The last of the fills of a dish. */
const lastFill = ({ rounds }: RepairPlan): string =>
  rounds.findLast(({ id }) => id === 'dish' || id.startsWith('dish.'))?.id ?? 'dish';

function filler(half: number, mouth: number, depthMm: number, topMm = 0): SectionRegion {
  const points = [{ x: -half, y: depthMm }, { x: half, y: depthMm }, { x: mouth, y: topMm }, { x: -mouth, y: topMm }]; // prettier-ignore
  return { ...plain, id: 'filler', layer: 'finish', material: 'new-finish', label: 'Filler', points };
}

/** New gel coat in the hole, or what closes it, level with the old on the show face. */
const showFace = (half: number, topMm: number, finishMm: number): SectionRegion => ({
  ...plain,
  id: 'new-finish',
  layer: 'finish',
  material: 'new-finish',
  label: 'New finish on the show face',
  points: rectangle(-half, topMm, half, topMm + finishMm),
});

/** The old finish either side, on the face at a depth: above it where that is the worked one. */
function finishRegions(finishMm: number, from: number, to: number, faceMm = 0): SectionRegion[] {
  if (finishMm <= 0) return [];
  const base = { ...plain, layer: 'finish' as const, material: 'finish' as const, label: 'Finish' };
  const top = faceMm === 0 ? -finishMm : faceMm;
  return [
    { ...base, id: 'finish-r', points: rectangle(from, top, to, top + finishMm) },
    { ...base, id: 'finish-l', points: rectangle(-to, top, -from, top + finishMm) },
  ];
}

/** Film or former a panel is laid on. */
const former = (halfWidth: number): SectionRegion => ({
  ...plain,
  id: 'former',
  layer: 'backing',
  material: 'backing',
  label: 'Film or former, not to scale',
  points: rectangle(-halfWidth, 0, halfWidth, 1),
});

function backing(half: number, thicknessMm: number): SectionRegion {
  return {
    ...plain,
    id: 'backing',
    layer: 'backing',
    material: 'backing',
    label: 'Backing, not to scale',
    points: rectangle(-half * 1.5, thicknessMm, half * 1.5, thicknessMm + 1),
  };
}

const rectangle = (x0: number, y0: number, x1: number, y1: number): Point[] => [
  { x: x0, y: y0 },
  { x: x1, y: y0 },
  { x: x1, y: y1 },
  { x: x0, y: y1 },
];

type Face = NonNullable<RepairPlan['patch']>['faces'][number];

/** How far past the cut-out a ply reaches along the section. */
const reachOf = ({ levelMm, beyondMm }: Face['plies'][number], { ratio }: Frame): number => ratio * levelMm + beyondMm;

/**
 * The plies as they really lie. Smallest first, each is a slab between two levels whose ends follow the slope. Largest first,
 * each drapes over what is below it, so the first lies on the whole slope and later ones end in steps. The cover drapes over all.
 */
function patchRegions(
  face: Face,
  faceIndex: number,
  base: Heights,
  frame: Frame,
  order: string,
  flip: (y: number) => number,
): { regions: SectionRegion[]; surface: Heights; breaks: readonly number[] } {
  let surface: Heights = base;
  const regions: SectionRegion[] = [];
  const steps =
    frame.profile.kind === 'steps'
      ? frame.profile.thicknessesMm.map((_, k) => (k + 1) * (frame.profile as { stepMm: number }).stepMm)
      : [];
  const breaks = [
    0,
    ...steps,
    ...face.plies.map((p) => reachOf(p, frame)),
    (faceIndex === 0 ? frame.outerDepth : frame.innerDepth) * frame.ratio,
    ...(frame.sunk > 0 ? [capReach(frame), capReach(frame) + CAP_FADE * frame.sunk] : []),
  ];
  for (const ply of face.plies) {
    const below = surface;
    if (ply.own) {
      regions.push(...extraRegion(ply, ply.own, faceIndex, below, frame, flip));
      continue;
    }
    const reach = reachOf(ply, frame);
    const slab =
      order === 'smallest-first' &&
      !ply.cover &&
      !frame.grown &&
      (frame.profile.kind === 'slope' || (frame.profile.kind === 'form' && !isLaidOn(frame.profile)));
    const lift: Heights = slab ? levelled(below, ply.thicknessMm, base) : (u) => below(u) - ply.thicknessMm;
    const polygon = slab ? slabPolygon(ply, face, frame, base) : drapePolygon(below, lift, reach, breaks, frame);
    surface = (u) => (u <= reach + 1e-9 ? lift(u) : below(u));
    regions.push({
      id: plyKey(faceIndex, ply.laid),
      plyKey: plyKey(faceIndex, ply.laid),
      layer: ply.cover ? 'cover' : 'patch',
      ...describe(ply.fabric),
      points: polygon.map((p) => ({ x: p.x, y: flip(p.y) })),
    });
  }
  return { regions, surface, breaks };
}

/** A ply beside the stack where the section cuts it, on what lies there; a filler lies in the low place it fills. */
function extraRegion(
  ply: Face['plies'][number],
  shape: Shape,
  faceIndex: number,
  below: Heights,
  frame: Frame,
  flip: (y: number) => number,
): SectionRegion[] {
  const crossed = crossings(outlinePoints(shape), frame.middleY);
  if (crossed.length < 2) return [];
  const [from, to] = [Math.min(...crossed) - frame.middleX, Math.max(...crossed) - frame.middleX];
  const stops = Array.from({ length: EXTRA_STOPS + 1 }, (_, i) => from + ((to - from) * i) / EXTRA_STOPS);
  const at = (x: number): number => below(Math.abs(x) - frame.half);
  const lower = stops.map((x) => ({ x, y: at(x) }));
  const upper = stops.map((x) => ({ x, y: at(x) - ply.thicknessMm })).reverse();
  const key = plyKey(faceIndex, ply.laid);
  return [
    {
      id: key,
      plyKey: key,
      layer: 'patch',
      ...describe(ply.fabric),
      points: [...lower, ...upper].map((p) => ({ x: p.x, y: flip(p.y) })),
    },
  ];
}

const EXTRA_STOPS = 24;

/** Where a closed outline crosses a level line, x. */
function crossings(points: readonly Point[], y: number): number[] {
  return points.flatMap((a, i) => {
    const b = points[(i + 1) % points.length]!;
    return a.y > y !== b.y > y ? [a.x + ((b.x - a.x) * (y - a.y)) / (b.y - a.y)] : [];
  });
}

/** Surface after a flat slab: one thickness above the level below, or the slope itself where that is already higher. */
function levelled(below: Heights, thicknessMm: number, base: Heights): Heights {
  return (u) => Math.min(base(u), below(0) - thicknessMm);
}

function slabPolygon(ply: Face['plies'][number], face: Face, frame: Frame, base: Heights): Point[] {
  const under = face.plies
    .filter((p) => p.use === 'stack' && p.sizeIndex < ply.sizeIndex)
    .reduce((sum, p) => sum + p.thicknessMm, 0);
  const floor = base(0);
  const [bottom, top] = [floor - under, floor - under - ply.thicknessMm];
  const inner = frame.half + frame.ratio * under;
  const outer = frame.half + reachOf(ply, frame);
  return [
    { x: -inner, y: bottom },
    { x: inner, y: bottom },
    { x: outer, y: top },
    { x: -outer, y: top },
  ];
}

function drapePolygon(below: Heights, above: Heights, reach: number, breaks: readonly number[], frame: Frame): Point[] {
  const stops = stopsTo(reach, breaks);
  const right = (heights: Heights): Point[] => stops.map((u) => ({ x: frame.half + u, y: heights(u) }));
  const lower = right(below);
  const upper = right(above);
  return [...mirrored(lower), ...lower, ...[...upper].reverse(), ...upper.map((p) => ({ x: -p.x, y: p.y }))];
}

/** Places from just within the cut-out outwards between which heights run straight; either side of a step. */
const stopsTo = (reach: number, breaks: readonly number[]): number[] =>
  [
    ...new Set(
      [0, ...breaks.flatMap((b) => [b - JUST_BESIDE, b + JUST_BESIDE]), reach].filter(
        (u) => u >= -JUST_BESIDE && u <= reach,
      ),
    ),
  ].sort((a, b) => a - b);

const mirrored = (points: Point[]): Point[] => [...points].reverse().map((p) => ({ x: -p.x, y: p.y }));

/** Fairing and finish from what is laid up to the face of the old finish; nothing where plies stand past it. */
function newFinish(
  surface: Heights,
  breaks: readonly number[],
  frame: Frame,
  halfAbraded: number,
  finishMm: number,
): SectionRegion {
  const stops = stopsTo(halfAbraded - frame.half, breaks);
  const lower = stops.map((u) => ({ x: frame.half + u, y: surface(u) }));
  const upper = lower.map(({ x, y }) => ({ x, y: Math.min(-finishMm, y) })).reverse();
  return {
    ...plain,
    id: 'new-finish',
    layer: 'finish',
    material: 'new-finish',
    label: 'Fairing and finish',
    points: [...mirrored(lower), ...lower, ...upper, ...mirrored(upper)],
  };
}
