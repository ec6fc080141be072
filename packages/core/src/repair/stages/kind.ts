import type { RepairKind } from '../../taper/index.js';
import type { RepairInputs } from '../inputs.js';

/** How a job is repaired: as it was set, else holes are dished and filled and all else is tapered. */
export const repairKind = ({ taper, damage }: Pick<RepairInputs, 'taper' | 'damage'>): RepairKind =>
  taper.kind ?? (damage.kind === 'hole' ? 'dish' : 'taper');

/** The kind of a job as checks and words go by it: where no fibre is broken, the finish alone is mended. */
export const workedAs = (inputs: Pick<RepairInputs, 'taper' | 'damage'>): RepairKind | 'finish' =>
  inputs.damage.depth === 'finish' ? 'finish' : repairKind(inputs);

/** Kinds that lie on the outline as it is drawn: nothing is cut to sound material. */
const UNCUT: readonly (RepairKind | 'finish')[] = ['overlay', 'panel', 'injection', 'finish'];

export const isUncut = (inputs: Pick<RepairInputs, 'taper' | 'damage'>): boolean => UNCUT.includes(workedAs(inputs));

/** Whether plies are laid at all. */
export const laysPlies = (inputs: Pick<RepairInputs, 'taper' | 'damage'>): boolean => {
  const kind = workedAs(inputs);
  return kind !== 'injection' && kind !== 'finish';
};

/** A dent deeper than this goes down into what lies under the gel coat, mm. Source: gel coat is 0.4 to 0.8 mm thick, seldom over 1. */
const GEL_COAT_MM = 1;

/** Only gel coat is hurt, and that above the waterline: it is mended with gel coat, whatever resin lies under it. Not where fibre shows, a dent goes deeper, or a whole area is sealed or faired. */
export const mendsGelCoatOnly = ({ damage, place, small }: Pick<RepairInputs, 'damage' | 'place' | 'small'>): boolean =>
  damage.depth === 'finish' &&
  place.finish === 'gelcoat' &&
  place.waterline === 'above' &&
  damage.toFibre !== true &&
  !(damage.kind === 'ding' && (damage.depthMm ?? 0) > GEL_COAT_MM) &&
  (small.coat ?? 'gelcoat') === 'gelcoat';
