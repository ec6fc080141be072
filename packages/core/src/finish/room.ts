import { CoreError, type Remark, requireNumber } from '../errors.js';
import { LIMITS } from '../limits/index.js';

export interface RoomInput {
  /** How far the place lies below the straight edge or the gauge's feet, mm, with where each was read, mm along it; negative stands proud. */
  readings: readonly { atMm: number; belowMm: number }[];
  /** Before the lay-up, or of the patch as it cured. */
  when: 'before' | 'after';
  /** Thickness the plies cure to, what is faired on them, and the finish, mm. */
  patchMm: number;
  fairingMm: number;
  finishMm: number;
}

export interface RoomResult {
  /** What has to go in, and how low the cured patch lies under level for fairing and finish, mm. */
  wantedMm: number;
  patchBelowMm: number;
  /** Room at the shallowest reading, and over all of them, mm. */
  leastMm: number;
  meanMm: number;
  /** Room left when all is in, at the shallowest; negative has to come off, mm. */
  spareMm: number;
  /** Places that want more room, each with how much is ground there, mm. */
  high: { atMm: number; byMm: number }[];
  /** Places that lie lower than is filled in one go of fairing, mm of more filler. */
  low: { atMm: number; byMm: number }[];
  verdict: 'room' | 'tight' | 'none';
  remarks: Remark[];
}

/** A difference no straight edge tells, mm. */
const TOLERANCE_MM = 0.1;
/** So much lower than wanted it is filler that is better a ply. Source: workshop practice. */
const ANOTHER_PLY_MM = 1;
const MOST_READINGS = 500;

/**
 * Whether there is room under level for plies, fairing and finish, or on the cured patch for fairing and finish; where it stands too high and by how much,
 * and where it lies so low that another ply is better than filler.
 * @throws CoreError for no reading, too many, or a figure outside its range
 */
export function roomCheck(input: RoomInput): RoomResult {
  if (input.readings.length === 0) throw new CoreError('empty', 'readings');
  if (input.readings.length > MOST_READINGS) throw new CoreError('too-many', 'readings', { max: MOST_READINGS });
  const readings = input.readings.map(({ atMm, belowMm }, i) => ({
    atMm: requireNumber(atMm, `readings.${i}.atMm`, LIMITS.placeMm),
    belowMm: requireNumber(belowMm, `readings.${i}.belowMm`, { min: -100, max: 200 }),
  }));
  const of = (field: 'patchMm' | 'fairingMm' | 'finishMm'): number => requireNumber(input[field], field, { min: 0, max: 200 }); // prettier-ignore
  const patchBelowMm = of('fairingMm') + of('finishMm');
  const wantedMm = patchBelowMm + (input.when === 'before' ? of('patchMm') : 0);
  const all = readings.map(({ belowMm }) => belowMm);
  const leastMm = Math.min(...all);
  const meanMm = all.reduce((sum, mm) => sum + mm, 0) / all.length;
  const spareMm = leastMm - wantedMm;
  const high = readings.flatMap(({ atMm, belowMm }) => (belowMm < wantedMm - TOLERANCE_MM ? [{ atMm, byMm: wantedMm - belowMm }] : [])); // prettier-ignore
  const low = readings.flatMap(({ atMm, belowMm }) => (belowMm > wantedMm + ANOTHER_PLY_MM ? [{ atMm, byMm: belowMm - wantedMm }] : [])); // prettier-ignore
  const withoutFairing = wantedMm - input.fairingMm;
  const verdict = high.length === 0 ? 'room' : leastMm >= withoutFairing - TOLERANCE_MM ? 'tight' : 'none';
  return {
    wantedMm,
    patchBelowMm,
    leastMm,
    meanMm,
    spareMm,
    high,
    low,
    verdict,
    remarks: [
      ...(verdict === 'none' ? [{ id: 'room.none', params: { byMm: -spareMm } }] : []),
      ...(verdict === 'tight' ? [{ id: 'room.tight', params: { byMm: -spareMm } }] : []),
      ...(low.length > 0 ? [{ id: 'room.low', params: { byMm: Math.max(...low.map(({ byMm }) => byMm)) } }] : []),
    ],
  };
}
