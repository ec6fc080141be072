import type { Remark } from '../../errors.js';
import {
  type FabricLayer,
  type LaminateResult,
  type MatchResult,
  compare,
  laminate,
  strengths,
} from '../../laminate/index.js';
import {
  type Fabric,
  type FabricRef,
  type Process,
  type ResinFamily,
  arealWeightOf,
  fabricOf,
} from '../../material/index.js';
import { type Shape, measureOffset } from '../../geometry/index.js';
import { kept } from '../../remembered.js';
import type { SystemCard } from '../../resin/systems.js';
import {
  type Session,
  type StackInput,
  type StackPly,
  type StackResult,
  inGoes,
  likeCloths,
  proposePlies,
  sessions,
  stack,
} from '../../stack/index.js';
import { type TaperProfile, USUAL_BREAK, USUAL_WRAP, broken, regionOf } from '../../taper/index.js';
import type { ExtraPly, RepairInputs } from '../inputs.js';
import type { DamagePlan } from './damage.js';
import type { ParentPlan } from './parent.js';
import type { TaperPlan } from './taper.js';

/** What a ply is there for: the stack itself, its cover, a layer to be sanded, or one beside the stack. */
export type PlyUse = 'stack' | 'cover' | 'sanding' | ExtraPly['use'];

/** A ply of the patch with its fabric, in laying order. */
export interface PatchPly extends StackPly {
  use: PlyUse;
  /** Outline of its own, for one beside the stack. */
  own?: Shape;
  fabric: Fabric;
  orientationDeg: number;
  arealWeightGsm: number;
  fibreMassFraction: number;
}

export interface PatchFace {
  /** Outside first; a one-sided repair has one face. */
  face: 'first' | 'second';
  stack: StackResult;
  /** How deep the place of its cap is ground below the surface, mm; null where there is none. */
  sunkMm: number | null;
  plies: PatchPly[];
  /** Which plies go in one go, by the card's limit. */
  sessions: Session[];
}

export interface PatchPlan {
  /** Patch plies as proposed or chosen, deepest first, without cover. */
  chosen: readonly FabricLayer[];
  /** The same with the job's process in each. */
  layers: readonly FabricLayer[];
  proposed: boolean;
  faces: PatchFace[];
  /** The patch as a laminate, covers included. */
  laminate: LaminateResult;
  match: MatchResult;
  /** Pull the patch carries over what the parent carries, along and across; null where it is not known. */
  carries: { along: number | null; across: number | null };
  /** Ply over all, wetted as the job is; null for none. */
  cover: FabricLayer | null;
  /** The patch as a list from the outer face, covers included. */
  outward: readonly FabricLayer[];
  remarks: Remark[];
}

export function planPatch(
  inputs: RepairInputs,
  damage: DamagePlan,
  parent: ParentPlan,
  taper: TaperPlan,
  card: SystemCard,
): PatchPlan {
  const { profile } = taper;
  const lay = layUpOf(inputs.stack, inputs.taper, parent, profile, taper.footprint.faces.length, card.family);
  const extras = [...(inputs.stack.extras ?? []), ...railStrips(inputs, taper, lay.layers)];
  const faces = facesOf(lay, taper).map((part, i) => planFace(inputs, damage, taper, part, lay, extras, i, card));
  return {
    chosen: lay.chosen,
    layers: lay.layers.map(({ layer }) => layer),
    proposed: inputs.stack.plies === null,
    faces,
    laminate: lay.laminate,
    match: lay.match,
    carries: lay.carries,
    cover: lay.cover?.layer ?? null,
    outward: lay.outward,
    // Like faces say the same: once is enough.
    remarks: [
      ...(lay.noNearer ? [lay.noNearer] : []),
      ...faces.flatMap((face) => face.stack.remarks),
      ...pastMargin(inputs, lay.cover),
      ...pastTaper(inputs, taper, faces),
      ...fewDiscs(parent, taper, lay.layers.length),
    ].filter((remark, i, all) => all.findIndex((other) => JSON.stringify(other) === JSON.stringify(remark)) === i),
  };
}

/** A layer with what it comes to when it is wetted out. */
export interface Wetted {
  layer: FabricLayer;
  thicknessMm: number;
  figures: Pick<PatchPly, 'fabric' | 'orientationDeg' | 'arealWeightGsm' | 'fibreMassFraction'>;
}

/** The plies of a patch, whatever outlines they are cut to. */
interface LayUp extends Pick<PatchPlan, 'chosen' | 'laminate' | 'match' | 'carries' | 'outward'> {
  layers: readonly Wetted[];
  cover: Wetted | null;
  sanding: Wetted | null;
  /** Why the proposal is no nearer to the parent; null where it is near, or not proposed. */
  noNearer: Remark | null;
}

/** What is laid does not change while its outline is dragged. */
const layUpOf = kept(
  (
    set: RepairInputs['stack'],
    ground: RepairInputs['taper'],
    parent: ParentPlan,
    profile: TaperProfile,
    facesCount: number,
    family: ResinFamily,
  ): LayUp => {
    const { process, coverFabricId, coverOwn } = set;
    // A wrap goes right round, a dish has its cap, a skin or a panel is all of a piece: none wants a cover ply over it.
    const covered = coverFabricId !== null && profile.kind !== 'dish' && !isWound(profile) && !isWhole(profile);
    const over = (ply: FabricRef): Wetted => wettedOut(wetted({ ...ply, orientationDeg: 0 }, process), family);
    const cover = covered ? over({ fabricId: coverFabricId, ...(coverOwn ? { own: coverOwn } : {}) }) : null;
    const sanding = set.sanding ? over(set.sanding) : null;
    const coverMm = (cover?.thicknessMm ?? 0) * (ofSkins(profile) ? 1 : facesCount);
    const outside = [sanding, cover].flatMap((ply) => (ply ? [ply.layer] : []));
    const chosen = turnedTo(
      profile,
      set.plies ?? proposed(ground, parent, profile, facesCount, family, coverMm, outside, set.onShelf),
    );
    const laid = chosen.map((layer) => wetted(layer, process));
    // Read as one list first: what is wrong is told by its place in it.
    laminate({ layers: laid, resin: family }, 'stack.plies.');
    const layers = laid.map((layer) => wettedOut(layer, family));
    const outward = [
      ...outside,
      ...layers.map(({ layer }) => layer).reverse(),
      ...(facesCount === 2 && !ofSkins(profile) ? [...outside].reverse() : []),
    ];
    const whole = laminate({ layers: outward, resin: family });
    const match = compare(parent.within, whole);
    return {
      chosen,
      layers,
      cover,
      sanding,
      laminate: whole,
      match,
      carries: carriedOver(parent, outward, whole, family),
      outward,
      noNearer:
        set.plies === null && !isWound(profile) && profile.kind !== 'dish' && wholeOf(profile) !== 'overlay'
          ? noNearer(parent, match, layers, covered, family)
          : null,
    };
  },
);

/** Why a proposed stack is a soft or a hard spot all the same: its cover makes it one, or there is nothing nearer. */
function noNearer(
  parent: ParentPlan,
  { worst, ratios }: MatchResult,
  layers: readonly Wetted[],
  covered: boolean,
  family: ResinFamily,
): Remark | null {
  if (worst !== 'soft' && worst !== 'hard') return null;
  const bare = compare(parent.within, laminate({ layers: layers.map(({ layer }) => layer).reverse(), resin: family }));
  if (covered && worst === 'hard' && bare.worst !== 'hard') return { id: 'stack.cover-hardens' };
  const least = Math.min(...ratios.map(({ ratio }) => ratio));
  return { id: 'stack.nothing-nearer', params: { soft: Number(worst === 'soft'), least, covered: Number(covered) } };
}

function carriedOver(
  parent: ParentPlan,
  layers: readonly FabricLayer[],
  whole: LaminateResult,
  resin: ResinFamily,
): PatchPlan['carries'] {
  const patch = strengths({ layers, resin });
  const ratio = (direction: 'xTension' | 'yTension'): number | null => {
    const [a, b] = [patch[direction].carryingMPa, parent.strength[direction].carryingMPa];
    return a === null || b === null ? null : (a * whole.thicknessMm) / (b * parent.within.thicknessMm);
  };
  return { along: ratio('xTension'), across: ratio('yTension') };
}

const isWound = (profile: TaperProfile): boolean => profile.kind === 'form' && profile.form.kind === 'band';
const wholeOf = (profile: TaperProfile): 'overlay' | 'panel' | null =>
  (profile.kind === 'lap' && profile.whole) || null;
const isWhole = (profile: TaperProfile): boolean => wholeOf(profile) !== null;
/** Where each face is a skin of its own it takes every ply. */
const ofSkins = (profile: TaperProfile): boolean => profile.kind === 'form' && profile.skins === true;

/** What a person starts from: ply for ply in a taper, so many layers of one cloth in a wrap, one cap over a dish. */
function proposed(
  ground: RepairInputs['taper'],
  parent: ParentPlan,
  profile: TaperProfile,
  facesCount: number,
  family: ResinFamily,
  coverMm: number,
  outside: readonly FabricLayer[],
  onShelf: readonly string[] | undefined,
): readonly FabricLayer[] {
  if (wholeOf(profile) === 'overlay') return OVERLAY_PLIES;
  // Faces that share the depth evenly are laid alike; else it is one list, shared out by depth.
  const alike = ofSkins(profile) || (ground.firstShare ?? 0.5) === 0.5;
  const plies = proposePlies({
    // Carbon is mended with carbon, counted or not.
    parentPlies: parent.guessed && parent.fibre === null ? [] : parent.withinPlies,
    depthMm: parent.depthMm,
    family,
    coverMm,
    faces: ofSkins(profile) || !alike ? 1 : facesCount,
    parent: parent.within,
    outside,
    ...(onShelf ? { onShelf } : {}),
  });
  if (
    profile.kind === 'lap' &&
    parent.guessed &&
    parent.fibre === null &&
    parent.thicknessMm <= THIN_SHELL_MM &&
    plies.length < LEAST_DISCS
  )
    // prettier-ignore
    return likeCloths(LEAST_DISCS, Math.max(0, parent.depthMm - coverMm), family);
  if (isWound(profile)) return Array.from({ length: ground.wrap?.layers ?? USUAL_WRAP.layers }, () => plies.at(-1)!);
  return profile.kind === 'dish' ? [{ fabricId: CAP_FABRIC, orientationDeg: 0 }] : plies;
}

/** A shell no thicker is mended with at least so many plies or discs, each larger than the one under it. Source: workshop practice. */
const THIN_SHELL_MM = 2.5;
const LEAST_DISCS = 4;

/** A skin over a worn area starts as two light plies, so that no direction is weak. */
const OVERLAY_PLIES: readonly FabricLayer[] = [
  { fabricId: 'biax45-400', orientationDeg: 0 },
  { fabricId: 'biax090-400', orientationDeg: 0 },
];
const CAP_FABRIC = 'plain-203';

/** Strips of a wrap are wound to either hand in turn. */
function turnedTo(profile: TaperProfile, plies: readonly FabricLayer[]): readonly FabricLayer[] {
  if (profile.kind !== 'form' || profile.form.kind !== 'band') return plies;
  const { angleDeg } = profile.form;
  return plies.map((ply, i) => ({ ...ply, orientationDeg: i % 2 === 0 ? angleDeg : -angleDeg }));
}

/** The plies of each face, its own smallest first. */
function facesOf({ layers }: LayUp, taper: TaperPlan): (readonly Wetted[])[] {
  return ofSkins(taper.profile) ? [layers, layers] : splitFaces(layers, taper);
}

/**
 * Shares the plies between the faces of a two-sided repair: those below the second face's depth belong to it and are laid from
 * the middle outwards, so their order turns round.
 */
function splitFaces(layers: readonly Wetted[], taper: TaperPlan): (readonly Wetted[])[] {
  const [first, second] = taper.footprint.faces;
  if (!second) return [layers];
  const total = layers.reduce((sum, { thicknessMm }) => sum + thicknessMm, 0);
  const share = second.depthMm / (first!.depthMm + second.depthMm);
  let top = 0;
  const split = layers.findIndex(({ thicknessMm }) => (top += thicknessMm) - thicknessMm / 2 > total * share);
  const at = Math.min(Math.max(split, 1), layers.length - 1);
  return layers.length < 2 ? [layers, layers] : [layers.slice(at), layers.slice(0, at).reverse()];
}

function planFace(
  inputs: RepairInputs,
  damage: DamagePlan,
  taper: TaperPlan,
  part: readonly Wetted[],
  { cover, sanding }: LayUp,
  extras: readonly ExtraPly[],
  index: number,
  card: SystemCard,
): PatchFace {
  const sunkMm = taper.profile.kind === 'dish' ? sunkOf(inputs, taper, [...part, cover, sanding]) : null;
  const result = stack(
    {
      shape: damage.cutOut,
      ratio: taper.ratio,
      depthMm: taper.footprint.faces[index]!.depthMm,
      plies: part,
      order: inputs.stack.order,
      ...endsOf(taper.profile, part.length, taper.footprint.faces[index]!.depthMm, taper.ratio, inputs.stack.growMm),
      ...(cover ? { cover: { thicknessMm: cover.thicknessMm, overlapMm: inputs.stack.coverOverlapMm } } : {}),
      ...(sanding ? { sanding: { thicknessMm: sanding.thicknessMm } } : {}),
      ...(sunkMm === null ? {} : { sunkMm }),
      // Inside nothing is faired or finished over it: it may come up flush.
      ...(taper.inside
        ? {}
        : {
            finishThicknessMm: inputs.laminate.finishThicknessMm,
            finishAllowanceMm: inputs.stack.finishAllowanceMm,
          }),
    },
    regionOf(taper.footprint.regions[index]!),
  );
  const face = index === 0 ? 'first' : 'second';
  const stacked = result.plies.map((ply): PatchPly => {
    const use = !ply.cover ? 'stack' : ply.sizeIndex > part.length ? 'sanding' : cover ? 'cover' : 'sanding';
    const { figures } = use === 'stack' ? part[ply.sizeIndex]! : use === 'cover' ? cover! : sanding!;
    const { fabric, orientationDeg, arealWeightGsm, fibreMassFraction } = figures;
    return { ...ply, use, fabric, orientationDeg, arealWeightGsm, fibreMassFraction };
  });
  const plies = withExtras(
    stacked,
    extras.filter((extra) => extra.face === face),
    inputs.stack.process,
    card.family,
  );
  return {
    face,
    stack: result,
    sunkMm,
    plies,
    sessions: goesOf(
      plies.map((ply) => ply.thicknessMm),
      inputs.stack.goes,
      card.maxSessionMm,
    ),
  };
}

const goesOf = (pliesMm: readonly number[], goes: number | undefined, limitMm: number): Session[] =>
  goes === undefined ? sessions(pliesMm, limitMm) : inGoes(pliesMm, Math.min(goes, pliesMm.length));

/** What a wetted layer comes to. */
export function wettedOut(layer: FabricLayer, family: ResinFamily, field = 'stack.plies'): Wetted {
  const alone = laminate({ layers: [layer], resin: family });
  const fabric = fabricOf(layer, field);
  const arealWeightGsm = arealWeightOf(fabric);
  return {
    layer,
    thicknessMm: alone.layerThicknessMm[0]!,
    figures: {
      fabric,
      orientationDeg: layer.orientationDeg ?? 0,
      arealWeightGsm,
      fibreMassFraction: arealWeightGsm / alone.massGsm,
    },
  };
}

/** Plies beside the stack put where they are laid, and everything numbered anew. */
function withExtras(
  stacked: PatchPly[],
  extras: readonly ExtraPly[],
  process: Process,
  family: ResinFamily,
): PatchPly[] {
  if (extras.length === 0) return stacked;
  const made = extras.map((extra, i) => {
    const { fabricId, own, orientationDeg } = extra;
    const { thicknessMm, figures } = wettedOut(
      wetted({ fabricId, ...(own ? { own } : {}), orientationDeg }, process),
      family,
    );
    const ply: PatchPly = {
      ...measureOffset(extra.shape, 0, `stack.extras.${i}.shape`),
      ...figures,
      laid: 0,
      sizeIndex: -1,
      cover: false,
      offsetMm: 0,
      levelMm: 0,
      beyondMm: 0,
      thicknessMm,
      use: extra.use,
      own: extra.shape,
    };
    return { ply, after: extra.after };
  });
  const at = (from: number, to: number): PatchPly[] =>
    made.filter(({ after }) => after >= from && after < to).map(({ ply }) => ply);
  const all = [
    ...at(0, 1),
    ...stacked.flatMap((ply, i) => [ply, ...at(i + 1, i + 1 === stacked.length ? Infinity : i + 2)]),
  ];
  return all.map((ply, i) => ({ ...ply, laid: i + 1 }));
}

/** Strips that double the rails of a board in two, on both faces and over everything. */
function railStrips(inputs: RepairInputs, taper: TaperPlan, layers: readonly Wetted[]): ExtraPly[] {
  if (taper.kind !== 'broken') return [];
  const { widthMm, bulgeMm, railMm } = inputs.taper.broken ?? USUAL_BREAK;
  const { railStripMm } = broken({
    widthMm,
    bulgeMm,
    railMm,
    skinMm: taper.footprint.faces[0]!.depthMm,
    ratio: taper.ratio,
    plies: layers.length,
  });
  const { centreXMm = 0, centreYMm = 0, rotationDeg = 0 } = inputs.damage.shape;
  const turn = (rotationDeg * Math.PI) / 180;
  const { fabricId, own } = layers.at(-1)!.layer;
  return (['first', 'second'] as const).flatMap((face) =>
    [1, -1].map((side): ExtraPly => {
      const out = (side * (widthMm - railMm)) / 2;
      const shape: Shape = {
        kind: 'roundedRectangle',
        lengthMm: railStripMm,
        widthMm: railMm,
        cornerRadiusMm: 0,
        centreXMm: centreXMm - out * Math.sin(turn),
        centreYMm: centreYMm + out * Math.cos(turn),
        rotationDeg,
      };
      return {
        id: `rail-${face}-${side}`,
        use: 'local',
        fabricId,
        ...(own ? { own } : {}),
        orientationDeg: 0,
        shape,
        face,
        after: Number.MAX_SAFE_INTEGER,
      };
    }),
  );
}

/** Plies that grow by a width of their own may end past the ground. */
function pastTaper(
  { stack: { growMm } }: RepairInputs,
  { profile, footprint }: TaperPlan,
  faces: readonly PatchFace[],
): Remark[] {
  if (growMm === undefined || profile.kind !== 'slope') return [];
  const over = faces.map(({ plies }, i) => Math.max(...plies.filter(({ use }) => use === 'stack').map(({ offsetMm }) => offsetMm)) - footprint.faces[i]!.taperWidthMm); // prettier-ignore
  const overMm = Math.max(...over);
  return overMm > 0.5 ? [{ id: 'stack.grows-past-taper', params: { overMm, taperMm: footprint.faces[over.indexOf(overMm)]!.taperWidthMm } }] : []; // prettier-ignore
}

/** A thin shell is mended with plies enough that each may be larger than the one before. */
function fewDiscs(parent: ParentPlan, { kind }: TaperPlan, plies: number): Remark[] {
  return kind === 'lap' && parent.thicknessMm <= THIN_SHELL_MM && plies < LEAST_DISCS
    ? [{ id: 'stack.few-discs', params: { plies, least: LEAST_DISCS } }]
    : [];
}

/** A cover that runs past what is abraded lies on gloss there. */
function pastMargin({ stack: { coverOverlapMm }, taper: { marginMm } }: RepairInputs, cover: Wetted | null): Remark[] {
  return cover && coverOverlapMm > marginMm
    ? [{ id: 'stack.cover-past-margin', params: { overlapMm: coverOverlapMm, marginMm } }]
    : [];
}

/** How far the place of a cap is ground down: as it was set, else what the cap and the finish over it want, and never through half the laminate. */
function sunkOf(inputs: RepairInputs, { profile, footprint }: TaperPlan, laid: readonly (Wetted | null)[]): number {
  const { depthMm } = footprint.faces[0]!;
  const set = profile.kind === 'dish' ? profile.sunkMm : null;
  if (set !== null) return Math.min(set, depthMm);
  const capMm = laid.reduce((sum, ply) => sum + (ply?.thicknessMm ?? 0), 0);
  const wantedMm = capMm + inputs.stack.finishAllowanceMm - inputs.laminate.finishThicknessMm;
  return Math.min(Math.max(0, wantedMm), depthMm / 2);
}

/** Where plies end that do not end on their own level: on a step each, or short of one another by the stagger. */
function endsOf(
  profile: TaperProfile,
  plies: number,
  depthMm: number,
  ratio: number,
  growMm: number | undefined,
): Pick<StackInput, 'endsMm' | 'beyondMm' | 'onSurface'> {
  if (profile.kind === 'slope')
    return growMm === undefined
      ? {}
      : { endsMm: Array.from({ length: plies }, () => 0), beyondMm: Array.from({ length: plies }, (_, i) => growMm * (i + 1)) }; // prettier-ignore
  if (profile.kind === 'dish')
    return { endsMm: Array.from({ length: plies }, () => depthMm), beyondMm: profile.capPastMm, onSurface: true };
  if (isWound(profile)) return { endsMm: Array.from({ length: plies }, () => depthMm), onSurface: true };
  if (profile.kind !== 'lap') return { endsMm: Array.from({ length: plies }, (_, i) => (depthMm * (i + 1)) / plies) };
  return {
    endsMm: Array.from(
      { length: plies },
      (_, i) => Math.max(0, profile.reachMm - (plies - 1 - i) * profile.staggerMm) / ratio,
    ),
    onSurface: true,
  };
}

/** A layer laid by the job's process, unless it says otherwise itself. */
export function wetted(layer: FabricLayer, process: Process): FabricLayer {
  return layer.process === undefined && layer.fibreMassFraction === undefined ? { ...layer, process } : layer;
}
