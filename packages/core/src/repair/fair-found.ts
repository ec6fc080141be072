import { attempt, type CoreError } from '../errors.js';
import { FAIR_CLASSES, type FairClass, type FairnessResult, fairness, usualFairClass } from '../fairness/index.js';
import { type FinishRoute, type FinishWork, type RoomResult, roomCheck } from '../finish/index.js';
import { type Shape, liesWithin, outlinePoints } from '../geometry/index.js';
import type { FairRound } from './finish-inputs.js';
import type { RepairInputs } from './inputs.js';

/** How fair a job has to be: as it was set, else as is usual for its finish. */
export const fairClassOf = ({ finish, place }: Pick<RepairInputs, 'finish' | 'place'>): FairClass =>
  FAIR_CLASSES.find(({ id }) => id === finish.fairClassId) ?? usualFairClass(place.finish);

/** Fewest readings a line is told by. */
const FEWEST = 3;

/** A round of readings held against the fair curve through its sound ground; lines with too few readings, and places not read, count for nothing. */
export function fairFound(
  { lines }: FairRound,
  toleranceMm: number,
): { result: FairnessResult; error: null } | { result: null; error: CoreError } {
  const read = lines
    .map(({ name, readings }) => ({
      name,
      readings: readings.flatMap((one) => (one.zMm === null ? [] : [{ ...one, zMm: one.zMm }])),
    }))
    .filter(({ readings }) => readings.length >= FEWEST);
  return attempt(() => fairness({ lines: read, toleranceMm }));
}

/** Highest over the fair curve, mm. */
export const highestOf = ({ lines }: FairnessResult): number => Math.max(0, ...lines.map(({ highestMm }) => highestMm));
/** Largest gap under a batten, mm. */
export const battenOf = ({ lines }: FairnessResult): number => Math.max(0, ...lines.map(({ battenGapMm }) => battenGapMm)); // prettier-ignore

/** What is put on over what is faired. */
const COATS: readonly FinishWork['medium'][] = ['gelcoat', 'primer', 'paint', 'varnish'];

/**
 * Whether the cured patch lies low enough for what still goes on it, by the readings within the repair against the fair curve.
 * @returns null where nothing was read within it, or nothing goes on
 */
export function roomFound({ lines }: FairnessResult, { steps, works }: Works): RoomResult | null {
  // prettier-ignore
  const readings = lines.flatMap(({ readings: all }) => all.flatMap(({ sMm, offMm, sound }) => (sound ? [] : [{ atMm: sMm, belowMm: -offMm }]))); // prettier-ignore
  const on = goesOn({ steps, works });
  if (readings.length === 0 || on.finishMm === 0) return null;
  return attempt(() => roomCheck({ readings, when: 'after', patchMm: 0, ...on })).result;
}

type Works = Pick<FinishRoute, 'steps'> & { works: readonly FinishWork[] };

/** What fairing and finish put on, mm. */
const goesOn = ({ steps, works }: Works): { fairingMm: number; finishMm: number } => ({
  fairingMm: steps.find(({ id }) => id === 'fair')?.layerMm ?? 0,
  finishMm: works.reduce((sum, { medium, layerMm }) => sum + (COATS.includes(medium) ? (layerMm ?? 0) : 0), 0),
});

/**
 * Whether the ground has room for plies, fairing and finish, by what was read within the cut-out before anything is laid; on the slope round it the plies
 * follow the grind, which is gauged by itself.
 * @param patchMm what all plies of the face come to
 * @returns null where nothing was read within the cut-out
 */
export function groundRoom(
  { lines }: FairnessResult,
  { cutOut, patchMm, finish }: { cutOut: Shape; patchMm: number; finish: Works },
): RoomResult | null {
  const within = [outlinePoints(cutOut)];
  const readings = lines.flatMap(({ readings: all }) => all.flatMap(({ sMm, xMm, yMm, offMm, sound }) => (sound || !liesWithin({ x: xMm, y: yMm }, within) ? [] : [{ atMm: sMm, belowMm: -offMm }]))); // prettier-ignore
  if (readings.length === 0) return null;
  return attempt(() => roomCheck({ readings, when: 'before', patchMm, ...goesOn(finish) })).result;
}
