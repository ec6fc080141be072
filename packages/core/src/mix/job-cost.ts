import { LIMITS } from '../limits/index.js';
import { CoreError, requireNumber } from '../errors.js';
import { type Bought, type Pack, packsFor } from './quantities.js';

export interface JobCostInput {
  /** What is used of everything, in the unit its packs are in. */
  materials: readonly { name: string; amount: number; packs: readonly Pack[] }[];
  hours?: number;
  ratePerHour?: number;
  /** Heaters and tents: kilowatts for so many hours at so much a kilowatt-hour. */
  heating?: { kw: number; hours: number; pricePerKwh: number };
}

export interface JobCostResult {
  materials: { name: string; used: number; bought: Bought }[];
  /** At the price of the packs bought, by what is used of them; and with what is left over. */
  usedTotal: number;
  boughtTotal: number;
  hands: number;
  heating: number;
  /** Used materials, hands and heating. */
  total: number;
  /** The same with everything bought for it. */
  totalBought: number;
}

/**
 * What a job costs by what it uses, and by what must be bought for it in whole packs: the difference is what stays on the shelf.
 * @throws CoreError for nothing at all, amounts, hours or prices below nothing
 */
export function jobCost(input: JobCostInput): JobCostResult {
  const hours = requireNumber(input.hours ?? 0, 'hours', { min: 0, max: 10_000 });
  const rate = requireNumber(input.ratePerHour ?? 0, 'ratePerHour', LIMITS.perHour);
  if (input.materials.length === 0 && hours === 0 && !input.heating) throw new CoreError('empty', 'materials');
  const materials = input.materials.map(({ name, amount, packs }, i) => {
    const bought = packsFor(
      requireNumber(amount, `materials.${i}.amount`, { min: 0, max: 1e9 }),
      packs,
      `materials.${i}.packs`,
    );
    return { name, used: amount === 0 ? 0 : (bought.price * amount) / (amount + bought.left), bought };
  });
  const usedTotal = materials.reduce((sum, { used }) => sum + used, 0);
  const boughtTotal = materials.reduce((sum, { bought }) => sum + bought.price, 0);
  const { kw, hours: heated, pricePerKwh } = input.heating ?? { kw: 0, hours: 0, pricePerKwh: 0 };
  const heating =
    requireNumber(kw, 'heating.kw', LIMITS.perKwh) *
    requireNumber(heated, 'heating.hours', { min: 0, max: 10_000 }) *
    requireNumber(pricePerKwh, 'heating.pricePerKwh', LIMITS.perKwh);
  const hands = hours * rate;
  return {
    materials,
    usedTotal,
    boughtTotal,
    hands,
    heating,
    total: usedTotal + hands + heating,
    totalBought: boughtTotal + hands + heating,
  };
}
