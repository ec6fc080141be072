import { requireNumber } from '../errors.js';

/** A pot and the spots it serves, by their places in the walk; one too large for a pot is served by several. */
export interface PotOfWalk {
  amount: number;
  spots: number[];
}

/**
 * Spots shared among pots in the order they are walked: each pot takes as many whole spots as it may hold, evened out so that the last is no dribble.
 * @param amounts what each spot takes
 * @param limit the most a pot may be
 * @throws CoreError for a limit that is nothing
 */
export function walkInPots(amounts: readonly number[], limit: number): PotOfWalk[] {
  const most = requireNumber(limit, 'limit', { above: 0 });
  const total = amounts.reduce((sum, amount) => sum + amount, 0);
  if (total === 0) return [];
  const fewest = Math.ceil(total / most - 1e-9);
  // The least a pot can be made to hold without taking more pots than at the most it may hold.
  let [low, high] = [total / fewest, most];
  const needed = packed(amounts, most).length;
  for (let i = 0; i < 40; i++) {
    const half = (low + high) / 2;
    if (packed(amounts, half).length <= needed) high = half;
    else low = half;
  }
  return packed(amounts, high);
}

function packed(amounts: readonly number[], most: number): PotOfWalk[] {
  const pots: PotOfWalk[] = [];
  amounts.forEach((amount, spot) => {
    const parts = Math.max(1, Math.ceil(amount / most - 1e-9));
    for (let part = 0; part < parts; part++) {
      const last = pots.at(-1);
      if (last && last.amount + amount / parts <= most + 1e-9) {
        last.amount += amount / parts;
        if (!last.spots.includes(spot)) last.spots.push(spot);
      } else pots.push({ amount: amount / parts, spots: [spot] });
    }
  });
  return pots;
}
