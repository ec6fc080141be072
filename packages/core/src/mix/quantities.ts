import { LIMITS } from '../limits/index.js';
import { CoreError, requireEntry, requireNumber } from '../errors.js';
import { type PasteInput, paste } from './paste.js';
import { type QuantityPly, resinQuantity } from './quantity.js';

/** What is primed, and what it drinks, g/m². Source: 100-150 on abraded laminate, more on open foam and old mat. */
export const PRIME_GSM = { laminate: 125, 'closed-foam': 150, 'open-foam': 300, 'old-mat': 200, wood: 180 } as const;
export type PrimedSurface = keyof typeof PRIME_GSM;

export interface Pack {
  /** In the unit of what is bought: g, ml or m². */
  size: number;
  price: number;
}

export interface QuantitiesInput {
  plies?: readonly QuantityPly[];
  primes?: readonly { surface: PrimedSurface; areaMm2: number; gsm?: number }[];
  pastes?: readonly (PasteInput & { name: string })[];
  /** Gel coat and top coats by thickness; 1.15 g/ml when left out. */
  coats?: readonly { name: string; areaMm2: number; thicknessMm: number; densityGPerMl?: number }[];
  wastePercent?: number;
  potFloorG?: number;
  pots?: number;
  /** Second part to 100 of resin, by weight: the mix is shared between them. */
  per100ByWeight?: number;
  /** Sizes each part is sold in. */
  packs?: { resin?: readonly Pack[]; second?: readonly Pack[] };
}

export interface Bought {
  packs: { size: number; count: number }[];
  amount: number;
  price: number;
  left: number;
}

export interface QuantitiesResult {
  pliesG: number[];
  fabricG: number;
  primesG: number[];
  pastesG: number[];
  fillersG: number[];
  wasteG: number;
  /** Mixed resin in all, g. */
  mixedG: number;
  resinG: number | null;
  secondG: number | null;
  coatsG: number[];
  buy: { resin: Bought | null; second: Bought | null };
}

const COAT_DENSITY = 1.15;
const MOST = 200;

/**
 * Everything a job takes: plies by weight and wetting, primers by surface, pastes by volume, coats by thickness, and the waste of the pots; and
 * what to buy of it in the packs there are.
 * @throws CoreError for a job of nothing, more than 200 of anything, or figures nothing has
 */
export function quantities(input: QuantitiesInput): QuantitiesResult {
  const { plies = [], primes = [], pastes = [], coats = [] } = input;
  if (plies.length + primes.length + pastes.length + coats.length === 0) throw new CoreError('empty', 'plies');
  for (const [field, list] of Object.entries({ plies, primes, pastes, coats }))
    if (list.length > MOST) throw new CoreError('too-many', field, { max: MOST });
  const wastePercent = requireNumber(input.wastePercent ?? 12, 'wastePercent', LIMITS.wastePercent);
  const floorG = requireNumber(input.potFloorG ?? 25, 'potFloorG', LIMITS.potFloorG);
  const pots = requireNumber(input.pots ?? 1, 'pots', { min: 0, max: 1000 });
  const laid = plies.length > 0 ? resinQuantity({ plies }) : null;
  const primesG = primes.map(({ surface, areaMm2, gsm }, i) => {
    const usual = requireEntry(Object.entries(PRIME_GSM).map(([id, value]) => ({ id, value })), surface, `primes.${i}.surface`).value; // prettier-ignore
    return (
      (requireNumber(areaMm2, `primes.${i}.areaMm2`, LIMITS.areaMm2) / 1e6) *
      requireNumber(gsm ?? usual, `primes.${i}.gsm`, LIMITS.primeGsm)
    );
  });
  const made = pastes.map(({ name: _, ...one }) => paste(one));
  const coatsG = coats.map(
    ({ areaMm2, thicknessMm, densityGPerMl }, i) =>
      (requireNumber(areaMm2, `coats.${i}.areaMm2`, LIMITS.areaMm2) / 1000) *
      requireNumber(thicknessMm, `coats.${i}.thicknessMm`, { min: 0, max: 50 }) *
      requireNumber(densityGPerMl ?? COAT_DENSITY, `coats.${i}.densityGPerMl`, { min: 0.2, max: 3 }),
  );
  const used =
    sum(laid?.plies.map(({ resinG }) => resinG) ?? []) + sum(primesG) + sum(made.map(({ resinG }) => resinG));
  const wasteG = used === 0 ? 0 : Math.max((used * wastePercent) / 100, floorG * pots);
  const mixedG = used + wasteG;
  const per100 =
    input.per100ByWeight === undefined
      ? null
      : requireNumber(input.per100ByWeight, 'per100ByWeight', { min: 0.05, max: 1000 });
  const resinG = per100 === null ? null : (mixedG * 100) / (100 + per100);
  const secondG = resinG === null ? null : mixedG - resinG;
  return {
    pliesG: laid?.plies.map((ply) => ply.resinG) ?? [],
    fabricG: laid?.fabricG ?? 0,
    primesG,
    pastesG: made.map((one) => one.resinG),
    fillersG: made.map((one) => one.fillerG),
    wasteG,
    mixedG,
    resinG,
    secondG,
    coatsG,
    buy: {
      resin: input.packs?.resin ? packsFor(resinG ?? mixedG, input.packs.resin, 'packs.resin') : null,
      second: input.packs?.second && secondG !== null ? packsFor(secondG, input.packs.second, 'packs.second') : null,
    },
  };
}

const sum = (list: readonly number[]): number => list.reduce((total, x) => total + x, 0);

const MOST_SIZES = 6;
const MOST_OF_ONE = 500;
/** Ways looked at before the best so far is taken; never reached by packs that anybody sells. */
const MOST_WAYS = 200_000;

/**
 * Packs that hold an amount for the least money; of those that cost the same, the least left over. Every way of covering it is looked at, the
 * size that is cheapest by the gram first, and given up as soon as what is still wanted would cost more than the best so far even at the
 * next size's price.
 * @throws CoreError for no sizes or more than six, sizes or prices below nothing, or more than 500 packs of the largest
 */
export function packsFor(amount: number, packs: readonly Pack[], field = 'packs'): Bought {
  if (packs.length === 0) throw new CoreError('empty', field);
  if (packs.length > MOST_SIZES) throw new CoreError('too-many', field, { max: MOST_SIZES });
  packs.forEach(({ size, price }, i) => {
    requireNumber(size, `${field}.${i}.size`, { min: 1e-6, max: 1e7 });
    requireNumber(price, `${field}.${i}.price`, { min: 0, max: 1e7 });
  });
  const wanted = requireNumber(amount, 'amount', { min: 0, max: 1e9 });
  if (wanted / Math.max(...packs.map(({ size }) => size)) > MOST_OF_ONE)
    throw new CoreError('too-many', field, { max: MOST_OF_ONE });
  const sizes = [...packs].sort((a, b) => a.price / a.size - b.price / b.size || b.size - a.size);
  const counts = sizes.map(() => 0);
  let best = { price: Infinity, left: Infinity, counts: [...counts] };
  let ways = 0;
  const better = (price: number, left: number): boolean =>
    price < best.price - 1e-9 || (price < best.price + 1e-9 && left < best.left - 1e-9);
  const tryFrom = (at: number, missing: number, price: number): void => {
    if (missing <= 1e-9) {
      if (better(price, -missing)) best = { price, left: Math.max(0, -missing), counts: [...counts] };
      return;
    }
    if (at === sizes.length) return;
    const { size, price: each } = sizes[at]!;
    const most = Math.ceil(missing / size - 1e-9);
    const next = sizes[at + 1];
    for (let count = most; count >= 0 && ways < MOST_WAYS; count--) {
      ways++;
      const still = missing - count * size;
      const short = still > 1e-9;
      if (short && !next) break;
      const bound = price + count * each + (short ? (still * next!.price) / next!.size : 0);
      if (!better(bound, 0)) {
        // Where some is still wanted, fewer of this size only cost more.
        if (short) break;
        continue;
      }
      counts[at] = count;
      tryFrom(at + 1, still, price + count * each);
    }
    counts[at] = 0;
  };
  tryFrom(0, wanted, 0);
  const bought = sizes.map(({ size }, i) => ({ size, count: best.counts[i]! })).filter(({ count }) => count > 0);
  return { packs: bought.sort((a, b) => b.size - a.size), amount: wanted, price: best.price, left: best.left };
}
