import {
  type OffsetMeasures,
  type Shape,
  growShape,
  measureOffset,
  outlineHolds,
  outlinePoints,
  soundBoundary,
} from '../../geometry/index.js';
import { type Spot, drilled } from '../../spots/index.js';
import { type MapMark, outlineOfMark } from '../../survey/index.js';
import type { RepairInputs } from '../inputs.js';

export interface DamagePlan {
  /** Sound boundary to cut to: the visible outline grown by the margin, corners rounded. */
  cutOut: Shape;
  visible: OffsetMeasures;
  cut: OffsetMeasures;
  /** Cut-outs of their own for further damage that is repaired in the same patch: spots, then marks. */
  others: Shape[];
  /** Every place of the job in the order of the walk, the main one first, as it is cut. */
  spots: CutSpot[];
  /** Mapped damage and cracks that no cut-out takes in whole. */
  leftOut: MapMark[];
}

/** A place as it is cut or drilled. */
export interface CutSpot extends Pick<Spot, 'id' | 'name' | 'kind' | 'depthMm'> {
  cut: Shape;
}

/** Id of the main place among the spots. */
export const MAIN_SPOT = 'main';

export function planDamage(inputs: RepairInputs): DamagePlan {
  const { kind, shape, marginMm, minCornerRadiusMm, depthMm } = inputs.damage;
  const visible = measureOffset(shape, 0, 'damage.shape');
  const cutOut = cutOf({ kind, shape }, marginMm, minCornerRadiusMm);
  const spots = inputs.damage.spots.map((spot): CutSpot => cutSpot(spot, marginMm, minCornerRadiusMm));
  const others = [
    ...spots.map(({ cut }) => cut),
    ...inputs.survey.marks.filter((mark) => mark.hole).flatMap((mark) => holeOf(mark, marginMm, minCornerRadiusMm)),
  ];
  return {
    cutOut,
    others,
    spots: [{ id: MAIN_SPOT, name: '', kind, depthMm, cut: cutOut }, ...spots],
    visible,
    cut: measureOffset(cutOut, 0),
    leftOut: leftOut(inputs.survey.marks, [cutOut, ...others]),
  };
}

/** What is cut of a place: a drilled hole to fresh material, with no margin; the rest to sound material. */
function cutOf({ kind, shape }: Pick<Spot, 'kind' | 'shape'>, marginMm: number, minCornerRadiusMm: number): Shape {
  return kind === 'hole' && shape.kind === 'circle' ? drilled(shape) : growShape(shape, marginMm, minCornerRadiusMm);
}

const CUT = new WeakMap<Spot, { marginMm: number; minCornerRadiusMm: number; made: CutSpot }>();

function cutSpot(spot: Spot, marginMm: number, minCornerRadiusMm: number): CutSpot {
  const known = CUT.get(spot);
  if (known?.marginMm === marginMm && known.minCornerRadiusMm === minCornerRadiusMm) return known.made;
  const { id, name, kind, depthMm } = spot;
  const made = { id, name, kind, depthMm, cut: cutOf(spot, marginMm, minCornerRadiusMm) };
  CUT.set(spot, { marginMm, minCornerRadiusMm, made });
  return made;
}

/** Marks change seldom, the plan with every frame of a drag: the last cut-outs worked out of each. */
const KNOWN = new WeakMap<MapMark, { marginMm: number; minCornerRadiusMm: number; made: Shape[] }>();

/** Sound boundary round a mark of its own; none for a mark that cannot be drawn as an outline. */
function holeOf(mark: MapMark, marginMm: number, minCornerRadiusMm: number): Shape[] {
  const known = KNOWN.get(mark);
  if (known?.marginMm === marginMm && known.minCornerRadiusMm === minCornerRadiusMm) return known.made;
  const outline = outlineOfMark(mark);
  const [points] = outline ? soundBoundary([outline], marginMm, minCornerRadiusMm) : [];
  const made: Shape[] = points ? [{ kind: 'polygon', points }] : [];
  KNOWN.set(mark, { marginMm, minCornerRadiusMm, made });
  return made;
}

function leftOut(marks: readonly MapMark[], cutOuts: readonly Shape[]): MapMark[] {
  const damage = marks.filter((mark) => mark.kind !== 'earlier-repair');
  if (damage.length === 0) return [];
  const covers = cutOuts.map((cutOut) => outlinePoints(cutOut));
  return damage.filter((mark) => {
    const outline = outlineOfMark(mark);
    return outline !== null && !covers.some((cover) => outlineHolds(cover, outline));
  });
}
