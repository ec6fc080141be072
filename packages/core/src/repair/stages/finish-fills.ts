import { FINISH_FILLS, finishFillMl, finishFills } from '../../spots/index.js';
import type { SystemCard } from '../../resin/systems.js';
import type { RepairInputs } from '../inputs.js';
import type { DamagePlan } from './damage.js';

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

/** A fill is mixed with so much to spare for knife and board, and a little at the least. Source: 15 % and 3 g in practice. */
const [FILL_SPARE, LEAST_FILL_SPARE_ML] = [0.15, 2.5];

/** Fills of a job that mends the finish alone, one after another; none before its depth is known. */
export function finishFillsOf(inputs: RepairInputs, damage: DamagePlan, card: SystemCard): FinishFill[] {
  if (inputs.damage.depth !== 'finish' || inputs.damage.depthMm === null) return [];
  const medium = inputs.place.finish === 'gelcoat' ? 'gelcoat' : card.family === 'epoxy' ? 'epoxy' : 'polyester';
  const places = damage.spots.map(({ id, kind, cut, depthMm }) => {
    const depth = depthMm ?? inputs.damage.depthMm!;
    return { id, depth, ml: finishFillMl({ kind, shape: cut, depthMm: depth }) };
  });
  const ml = places.reduce((sum, place) => sum + place.ml, 0);
  const count = Math.max(...places.map(({ depth }) => finishFills(depth, medium)));
  const { shrink, thickestMm } = FINISH_FILLS[medium];
  const thick = Math.max(...places.map(({ depth }) => Math.ceil(depth / thickestMm - 1e-9)));
  const shares = places.map((place) => ({ spotId: place.id, part: place.ml / ml }));
  const name = medium === 'gelcoat' ? 'Gel coat fill' : 'Fill';
  return Array.from({ length: count }, (_, i): FinishFill => {
    // As many as the thickest fill asks for share it; those after take up what has shrunk.
    const own = i < thick ? ml / thick : ml * shrink ** (i - thick + 1);
    return {
      id: count === 1 ? 'fill' : `fill.${i + 1}`,
      name: count === 1 ? name : `${name} ${i + 1} of ${count}`,
      medium,
      volumeMl: own + Math.max(FILL_SPARE * own, LEAST_FILL_SPARE_ML),
      shares,
    };
  });
}
