import type { RepairInputs } from '../inputs.js';
import type { RepairKind } from '../../taper/index.js';
import { repairKind } from './kind.js';

type Worked = Pick<RepairInputs, 'taper' | 'damage'>;

/** Whether the one face of a kind that is ground may be the inside. */
export const worksEitherFace = (kind: RepairKind): boolean => kind === 'taper' || kind === 'stepped' || kind === 'lap';

/** Whether the one face that is ground and laid is the inside. */
export const fromInside = (inputs: Worked): boolean =>
  inputs.taper.sides === 'one' &&
  inputs.taper.from === 'inside' &&
  inputs.damage.depth !== 'finish' &&
  worksEitherFace(repairKind(inputs));

/** Whether the show face is opened no further than the hole itself: a single skin worked from inside, right through. */
export const keepsShowFace = (inputs: Worked & Pick<RepairInputs, 'laminate'>): boolean =>
  fromInside(inputs) && inputs.damage.depth === 'through' && inputs.laminate.core === null;

/** Whether gel coat goes in before the first ply, against a back-up on the show face. */
export const laysGelCoatFirst = (inputs: Worked & Pick<RepairInputs, 'laminate' | 'place' | 'resin'>): boolean =>
  keepsShowFace(inputs) && inputs.place.finish === 'gelcoat' && inputs.resin.gelCoatWay === 'gel-coat-first';

/** Whether both faces are laid wet in one go. */
export const bothInOneGo = ({ taper }: Pick<RepairInputs, 'taper'>): boolean =>
  taper.sides === 'two' && taper.oneGo === true;
