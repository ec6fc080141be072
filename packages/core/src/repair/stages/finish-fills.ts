import { GEL_COAT } from '../../resin/gel-coat.js';
import {
  type FINISH_FILLS,
  LEAST_FILL_SPARE_G,
  fillShares,
  finishFillMl,
  finishFills,
  withSpare,
} from '../../spots/index.js';
import type { SystemCard } from '../../resin/systems.js';
import type { RepairInputs } from '../inputs.js';
import type { DamagePlan } from './damage.js';
import { mendsGelCoatOnly } from './kind.js';

/** What a spot takes of something mixed for several, by its id. */
export interface Share {
  spotId: string;
  part: number;
}

/** A fill of the finish where no fibre is broken, of all its places together. */
export interface FinishFill {
  id: string;
  name: string;
  medium: keyof typeof FINISH_FILLS;
  volumeMl: number;
  shares: Share[];
}

/** What is to spare at the least, of a paste as heavy as gel coat. */
const LEAST_FILL_SPARE_ML = LEAST_FILL_SPARE_G / GEL_COAT.resinDensityGPerMl;

/** Fills of a job that mends the finish alone, one after another; none before its depth is known. */
export function finishFillsOf(inputs: RepairInputs, damage: DamagePlan, card: SystemCard): FinishFill[] {
  if (inputs.damage.depth !== 'finish' || inputs.damage.depthMm === null) return [];
  const medium = mendsGelCoatOnly(inputs) ? 'gelcoat' : card.family === 'epoxy' ? 'epoxy' : 'polyester';
  const places = damage.spots.map(({ id, kind, cut, depthMm }) => {
    const depth = depthMm ?? inputs.damage.depthMm!;
    return { id, depth, ml: finishFillMl({ kind, shape: cut, depthMm: depth }) };
  });
  const ml = places.reduce((sum, place) => sum + place.ml, 0);
  const count = Math.max(...places.map(({ depth }) => finishFills(depth, medium)));
  const deepest = Math.max(...places.map(({ depth }) => depth));
  const ownOf = fillShares(deepest, medium, count).shares;
  const shares = places.map((place) => ({ spotId: place.id, part: place.ml / ml }));
  const name = medium === 'gelcoat' ? 'Gel coat fill' : 'Fill';
  return Array.from({ length: count }, (_, i): FinishFill => {
    const own = ml * ownOf[i]!;
    return {
      id: count === 1 ? 'fill' : `fill.${i + 1}`,
      name: count === 1 ? name : `${name} ${i + 1} of ${count}`,
      medium,
      volumeMl: withSpare(own, LEAST_FILL_SPARE_ML),
      shares,
    };
  });
}
