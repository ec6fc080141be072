import type { Remark } from '../../errors.js';
import { fairingFiller, noSpheres } from '../../finish/index.js';
import { FILLERS, type ResinFamily } from '../../material/index.js';
import type { AddedRound } from '../added-round.js';
import type { RepairInputs } from '../inputs.js';
import { topCoatOf } from './top-coat.js';

/** Out of the water the sun is on it. */
export const standsInSun = ({ place }: Pick<RepairInputs, 'place'>): boolean => place.waterline !== 'below';

type Standing = Pick<RepairInputs, 'place' | 'resin'>;
/** Filler of the fairing paste of a job, by its resin and what goes over it. */
export const fairingFillerOf = (inputs: Standing, family: ResinFamily): string =>
  fairingFiller(family, topCoatOf(inputs, family), standsInSun(inputs));

/** A fairing somebody put down with light filler over the plies, where none should be. */
export function fairingRemarks(
  inputs: Standing,
  family: ResinFamily,
  { when, work }: Pick<AddedRound, 'when' | 'work'>,
): Remark[] {
  if (work.kind !== 'paste' || work.use !== 'fairing' || when !== 'after') return [];
  const filler = work.own ?? FILLERS.find(({ id }) => id === work.fillerId);
  if (filler?.purpose !== 'light' || !noSpheres(topCoatOf(inputs, family), standsInSun(inputs))) return [];
  return [{ id: 'paste.spheres-under-gelcoat', params: { filler: filler.name } }];
}
