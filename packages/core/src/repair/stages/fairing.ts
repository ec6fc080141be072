import { fairingFiller } from '../../finish/index.js';
import type { ResinFamily } from '../../material/index.js';
import type { RepairInputs } from '../inputs.js';

/** Out of the water the sun is on it. */
export const standsInSun = ({ place }: Pick<RepairInputs, 'place'>): boolean => place.waterline !== 'below';

/** Filler of the fairing paste of a job, by its resin and what goes over it: where epoxy is painted in place of gel coat, paint does. */
export const fairingFillerOf = (inputs: Pick<RepairInputs, 'place' | 'resin'>, family: ResinFamily): string =>
  fairingFiller(
    family,
    inputs.resin.gelCoatWay === 'paint-instead' ? 'paint' : inputs.place.finish,
    standsInSun(inputs),
  );
