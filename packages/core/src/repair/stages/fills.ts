import type { ResinFamily } from '../../material/index.js';
import { FINISH_FILLS, spotFill } from '../../spots/index.js';
import { USUAL_DISH_RATIO } from '../../taper/index.js';
import type { RepairInputs } from '../inputs.js';
import type { CutSpot, DamagePlan } from './damage.js';

/** A place that is filled: what it is drilled and countersunk to, and what it takes. */
export interface SpotFill extends Pick<CutSpot, 'id' | 'name' | 'kind'> {
  /** Of a drilled hole. */
  drillMm: number | null;
  depthMm: number;
  bevelMm: number;
  mouthMm: number;
  fillMl: number;
}

/** Every place of a job that is dished and filled, in the order of the walk; a through hole is countersunk from both faces where the far one can be reached. */
export function spotFills(inputs: RepairInputs, damage: DamagePlan, depthMm: number): SpotFill[] {
  const { bevelMm, dishRatio } = inputs.taper;
  const faces = inputs.damage.depth === 'through' && inputs.place.access === 'both' ? 2 : 1;
  return damage.spots.map(({ id, name, kind, cut, depthMm: own }) => {
    const depth = own ?? depthMm;
    const fill = spotFill({
      shape: cut,
      depthMm: depth,
      ratio: dishRatio ?? USUAL_DISH_RATIO,
      ...(bevelMm === undefined ? {} : { bevelMm }),
      faces,
    });
    // A hole is cut as wide as its drill.
    const drillMm = kind === 'hole' && cut.kind === 'circle' ? cut.diameterMm : null;
    return { id, name, kind, drillMm, depthMm: depth, ...fill };
  });
}

/** How many fills one after another a place so deep takes. */
export const fillsFor = (depthMm: number, family: ResinFamily): number =>
  Math.max(1, Math.ceil(depthMm / FINISH_FILLS[family === 'epoxy' ? 'epoxy' : 'polyester'].thickestMm - 1e-9));
