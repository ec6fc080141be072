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
import { isUncut } from './kind.js';

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

/** What each spot is called, by id: by its name, or its number in the walk. */
export const spotNames = (spots: readonly Pick<Spot, 'id' | 'name'>[]): ReadonlyMap<string, string> =>
  new Map([{ id: MAIN_SPOT, name: '' }, ...spots].map(({ id, name }, i) => [id, name || String(i + 1)]));

export function planDamage(inputs: RepairInputs): DamagePlan {
  const { kind, shape, depthMm } = inputs.damage;
  // What is laid over, injected or filled is not cut to sound material first.
  const [marginMm, minCornerRadiusMm] = isUncut(inputs) ? [0, 0] : [inputs.damage.marginMm, inputs.damage.minCornerRadiusMm]; // prettier-ignore
  const visible = measureOffset(shape, 0, 'damage.shape');
  const cutOut = isUncut(inputs) ? shape : cutOf({ kind, shape }, marginMm, minCornerRadiusMm);
  const spots = inputs.damage.spots.map((spot) => cutSpot(spot, marginMm, minCornerRadiusMm));
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

/** Spots and marks change seldom, the plan with every frame of a drag: what was worked out last of each is kept, for as long as margin and corners stay. */
function keptOfEach<T extends object, R>(
  make: (of: T, marginMm: number, minCornerRadiusMm: number) => R,
): (of: T, marginMm: number, minCornerRadiusMm: number) => R {
  const known = new WeakMap<T, { marginMm: number; minCornerRadiusMm: number; made: R }>();
  return (of, marginMm, minCornerRadiusMm) => {
    const before = known.get(of);
    if (before?.marginMm === marginMm && before.minCornerRadiusMm === minCornerRadiusMm) return before.made;
    const made = make(of, marginMm, minCornerRadiusMm);
    known.set(of, { marginMm, minCornerRadiusMm, made });
    return made;
  };
}

const cutSpot = keptOfEach((spot: Spot, marginMm, minCornerRadiusMm): CutSpot => {
  const { id, name, kind, depthMm } = spot;
  return { id, name, kind, depthMm, cut: cutOf(spot, marginMm, minCornerRadiusMm) };
});

/** Sound boundary round a mark of its own; none for a mark that cannot be drawn as an outline. */
const holeOf = keptOfEach((mark: MapMark, marginMm, minCornerRadiusMm): Shape[] => {
  const outline = outlineOfMark(mark);
  const [points] = outline ? soundBoundary([outline], marginMm, minCornerRadiusMm) : [];
  return points ? [{ kind: 'polygon', points }] : [];
});

function leftOut(marks: readonly MapMark[], cutOuts: readonly Shape[]): MapMark[] {
  const damage = marks.filter((mark) => mark.kind !== 'earlier-repair');
  if (damage.length === 0) return [];
  const covers = cutOuts.map((cutOut) => outlinePoints(cutOut));
  return damage.filter((mark) => {
    const outline = outlineOfMark(mark);
    return outline !== null && !covers.some((cover) => outlineHolds(cover, outline));
  });
}
