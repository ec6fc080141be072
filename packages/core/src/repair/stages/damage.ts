import {
  type OffsetMeasures,
  type Shape,
  growShape,
  measureOffset,
  outlineHolds,
  outlinePoints,
  soundBoundary,
} from '../../geometry/index.js';
import { type MapMark, outlineOfMark } from '../../survey/index.js';
import type { RepairInputs } from '../inputs.js';

export interface DamagePlan {
  /** Sound boundary to cut to: the visible outline grown by the margin, corners rounded. */
  cutOut: Shape;
  visible: OffsetMeasures;
  cut: OffsetMeasures;
  /** Cut-outs of their own for further damage that is repaired in the same patch. */
  others: Shape[];
  /** Mapped damage and cracks that no cut-out takes in whole. */
  leftOut: MapMark[];
}

export function planDamage(inputs: RepairInputs): DamagePlan {
  const { shape, marginMm, minCornerRadiusMm } = inputs.damage;
  const visible = measureOffset(shape, 0, 'damage.shape');
  const cutOut = growShape(shape, marginMm, minCornerRadiusMm);
  const others = inputs.survey.marks
    .filter((mark) => mark.hole)
    .flatMap((mark) => holeOf(mark, marginMm, minCornerRadiusMm));
  return {
    cutOut,
    others,
    visible,
    cut: measureOffset(cutOut, 0),
    leftOut: leftOut(inputs.survey.marks, [cutOut, ...others]),
  };
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
