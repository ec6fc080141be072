import type { Remark } from '../../errors.js';
import { type FabricLayer, type LaminateResult, type MatchResult, compare, laminate } from '../../laminate/index.js';
import { FABRICS, HAND_LAY_FRACTION, PROCESS_GAIN, type Process, type ResinFamily, arealWeightOf } from '../../material/index.js';
import { requireEntry } from '../../errors.js';
import type { SystemCard } from '../../resin/systems.js';
import { type StackPly, type StackResult, proposePlies, stack } from '../../stack/index.js';
import type { RepairInputs } from '../inputs.js';
import type { TaperPlan } from '../plan.js';
import type { DamagePlan } from './damage.js';
import type { ParentPlan } from './parent.js';

/** A ply of the patch with its fabric, in laying order. */
export interface PatchPly extends StackPly {
  fabricId: string;
  orientationDeg: number;
  arealWeightGsm: number;
  fibreMassFraction: number;
}

export interface PatchFace {
  /** Outside first; a one-sided repair has one face. */
  face: 'first' | 'second';
  stack: StackResult;
  plies: PatchPly[];
}

export interface PatchPlan {
  /** Patch plies of the whole thickness, deepest first, without cover. */
  layers: readonly FabricLayer[];
  proposed: boolean;
  faces: PatchFace[];
  /** The patch as a laminate, covers included. */
  laminate: LaminateResult;
  match: MatchResult;
  remarks: Remark[];
}

export function planPatch(inputs: RepairInputs, damage: DamagePlan, parent: ParentPlan, taper: TaperPlan, card: SystemCard): PatchPlan {
  const family = card.family;
  const { process, coverFabricId } = inputs.stack;
  const cover = coverFabricId === null ? null : wetted({ fabricId: coverFabricId, orientationDeg: 0 }, process);
  const coverMm = cover ? thicknessOf([cover], family)[0]! : 0;
  const facesCount = taper.footprint.faces.length;
  const chosen = inputs.stack.plies ?? proposePlies({ parentPlies: parent.guessed ? [] : parent.withinPlies, depthMm: parent.depthMm, family, coverMm: coverMm * facesCount, ...(parent.guessed ? {} : { parent: parent.within }) });
  const layers = chosen.map((layer) => wetted(layer, process));
  const thicknesses = thicknessOf(layers, family, 'stack.plies.');
  const faces = splitFaces(layers, thicknesses, taper).map((part, i) => planFace(inputs, damage, taper, part, cover, coverMm, i, family));
  const outside = cover ? [cover] : [];
  const whole = laminate({ layers: [...outside, ...[...layers].reverse(), ...(facesCount === 2 ? outside : [])], resin: family });
  return { layers, proposed: inputs.stack.plies === null, faces, laminate: whole, match: compare(parent.within, whole), remarks: faces.flatMap((face) => face.stack.remarks) };
}

interface FacePart {
  layers: FabricLayer[];
  thicknesses: number[];
}

/**
 * Shares the plies between the faces of a two-sided repair: those below the second face's depth belong to it and are laid from
 * the middle outwards, so their order turns round.
 */
function splitFaces(layers: FabricLayer[], thicknesses: number[], taper: TaperPlan): FacePart[] {
  if (taper.footprint.faces.length === 1) return [{ layers, thicknesses }];
  const total = thicknesses.reduce((sum, t) => sum + t, 0);
  const share = taper.footprint.faces[1]!.depthMm / (taper.footprint.faces[0]!.depthMm + taper.footprint.faces[1]!.depthMm);
  let top = 0;
  const split = thicknesses.findIndex((t) => (top += t) - t / 2 > total * share);
  const at = Math.min(Math.max(split, 1), layers.length - 1);
  if (layers.length < 2)
    return [
      { layers, thicknesses },
      { layers, thicknesses },
    ];
  return [
    { layers: layers.slice(at), thicknesses: thicknesses.slice(at) },
    { layers: layers.slice(0, at).reverse(), thicknesses: thicknesses.slice(0, at).reverse() },
  ];
}

function planFace(inputs: RepairInputs, damage: DamagePlan, taper: TaperPlan, part: FacePart, cover: FabricLayer | null, coverMm: number, index: number, family: ResinFamily): PatchFace {
  const result = stack({
    shape: damage.cutOut,
    ratio: taper.ratio,
    depthMm: taper.footprint.faces[index]!.depthMm,
    plies: part.thicknesses.map((thicknessMm) => ({ thicknessMm })),
    order: inputs.stack.order,
    ...(cover ? { cover: { thicknessMm: coverMm, overlapMm: inputs.stack.coverOverlapMm } } : {}),
    finishThicknessMm: inputs.laminate.finishThicknessMm,
    finishAllowanceMm: inputs.stack.finishAllowanceMm,
  });
  const plies = result.plies.map((ply) => {
    const layer = ply.cover ? cover! : part.layers[ply.sizeIndex]!;
    const fabric = requireEntry(FABRICS, layer.fabricId, 'stack.plies');
    const wet = laminate({ layers: [layer], resin: family });
    const arealWeightGsm = arealWeightOf(fabric);
    return { ...ply, fabricId: layer.fabricId, orientationDeg: layer.orientationDeg ?? 0, arealWeightGsm, fibreMassFraction: arealWeightGsm / wet.massGsm };
  });
  return { face: index === 0 ? 'first' : 'second', stack: result, plies };
}

function thicknessOf(layers: readonly FabricLayer[], family: ResinFamily, prefix = ''): number[] {
  return laminate({ layers, resin: family }, prefix).layerThicknessMm;
}

/** A layer with the fibre mass fraction its process gives, where that differs from hand lay-up. */
function wetted(layer: FabricLayer, process: Process): FabricLayer {
  if (process === 'hand' || layer.fibreMassFraction !== undefined) return layer;
  const fabric = requireEntry(FABRICS, layer.fabricId, 'stack.plies');
  return { ...layer, fibreMassFraction: HAND_LAY_FRACTION[fabric.parts[0]!.construction] + PROCESS_GAIN[process] };
}
