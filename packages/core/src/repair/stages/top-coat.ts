import type { ResinFamily } from '../../material/index.js';
import type { RepairInputs } from '../inputs.js';

/** What goes over the laminate in the end: where epoxy is painted in place of gel coat, paint does. */
export const topCoatOf = (
  { place, resin }: Pick<RepairInputs, 'place' | 'resin'>,
  family: ResinFamily | null,
): RepairInputs['place']['finish'] =>
  family === 'epoxy' && place.finish === 'gelcoat' && resin.gelCoatWay === 'paint-instead' ? 'paint' : place.finish;
