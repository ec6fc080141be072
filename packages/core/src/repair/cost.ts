import type { RepairPlan } from './plan.js';

/** What the shop paid last, in its own money; only what it has a price for is there. */
export interface Prices {
  /** Of a gram of resin, by system id; of a gram of hardener or catalyst, by the id of its own entry or of the system it comes with. */
  resinPerG: Readonly<Record<string, number>>;
  secondPerG: Readonly<Record<string, number>>;
  /** Of a square metre, by fabric id. */
  fabricPerM2: Readonly<Record<string, number>>;
}

export const NO_PRICES: Prices = { resinPerG: {}, secondPerG: {}, fabricPerM2: {} };

export interface MaterialCost {
  resin: number;
  fabric: number;
  total: number;
  /** Names of what has no price and is not in the total. */
  missing: string[];
}

/** Cost of the resin mixed, waste and all, and of the fabric cut, without off-cuts; null before the mix is planned. */
export function materialCost(plan: Pick<RepairPlan, 'resin' | 'patch' | 'mix'>, prices: Prices): MaterialCost | null {
  const { mix, patch } = plan;
  const card = plan.resin?.card;
  if (!mix || !patch || !card) return null;
  const missing = new Set<string>();
  const priced = (price: number | undefined, amount: number, name: string): number => {
    if (price === undefined && amount > 0) missing.add(name);
    return (price ?? 0) * amount;
  };
  const second = card.kind === 'two-part' ? 'hardener' : 'catalyst';
  const resin = priced(prices.resinPerG[card.id], mix.totalResinG, card.name) + priced(prices.secondPerG[plan.resin!.secondId ?? card.id], mix.totalSecondG, `${card.name}, ${second}`);
  const plies = patch.faces.flatMap((face) => face.plies);
  const fabric = plies.reduce((sum, ply) => sum + priced(prices.fabricPerM2[ply.fabric.id], ply.areaMm2 / 1e6, ply.fabric.name), 0);
  return { resin, fabric, total: resin + fabric, missing: [...missing] };
}
