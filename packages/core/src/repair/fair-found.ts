import { attempt, type CoreError } from '../errors.js';
import { FAIR_CLASSES, type FairClass, type FairnessResult, fairness, usualFairClass } from '../fairness/index.js';
import { type FinishRoute, type FinishWork, type RoomResult, roomCheck } from '../finish/index.js';
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
export function roomFound(
  { lines }: FairnessResult,
  { steps, works }: Pick<FinishRoute, 'steps'> & { works: readonly FinishWork[] },
): RoomResult | null {
  // prettier-ignore
  const readings = lines.flatMap(({ readings: all }) => all.flatMap(({ sMm, offMm, sound }) => (sound ? [] : [{ atMm: sMm, belowMm: -offMm }]))); // prettier-ignore
  const finishMm = works.reduce((sum, { medium, layerMm }) => sum + (COATS.includes(medium) ? (layerMm ?? 0) : 0), 0);
  if (readings.length === 0 || finishMm === 0) return null;
  const fairingMm = steps.find(({ id }) => id === 'fair')?.layerMm ?? 0;
  return attempt(() => roomCheck({ readings, when: 'after', patchMm: 0, fairingMm, finishMm })).result;
}
