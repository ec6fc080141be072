import { attempt } from '@ashstep/core/errors';
import { type Bought, type JobCostResult, type Pack, jobCost, packsFor } from '@ashstep/core/mix';
import type { ShopSettings } from '@ashstep/core/plan';
import type { Material } from '@ashstep/core/repair';
import type { Hardener, SystemCard } from '@ashstep/core/resin';
import type { Lot } from './library.js';

/** What there is of something on the shelf, and what must be bought of it. */
export interface StockLine extends Material {
  /** The shelf is kept of it by lots; of coats never, of paper where there was ever a lot. What is not kept is neither there nor short. */
  kept: boolean;
  /** In its unit, out of lots that are in date. */
  onHand: number;
  lots: {
    code: string;
    amount: number;
    expiresOn: string | null;
    /** Out of date on the day, or before it is needed. */ expired: boolean;
  }[];
  short: number;
  /** What to buy for what is short, in the packs it last came in; null where nothing is short or no pack is known. */
  buy: Bought | null;
  /** Sizes and prices it has come in, the newest price of each; none where it never had one. */
  packs: Pack[];
}

const KIND_OF: Record<Material['kind'], { kind: Lot['kind']; part: Lot['part'] } | null> = {
  resin: { kind: 'system', part: 'resin' },
  second: { kind: 'system', part: 'hardener' },
  fabric: { kind: 'fabric', part: 'whole' },
  filler: { kind: 'filler', part: 'whole' },
  coat: null,
  abrasive: { kind: 'abrasive', part: 'whole' },
};

/** So much of something in the unit it is bought by. */
export function amountWords(value: number, unit: Material['unit']): string {
  switch (unit) {
    case 'm2':
      return `${value.toFixed(2)} m²`;
    case 'piece':
      return `${value.toFixed(0)}`;
    case 'ml':
      return value >= 1000 ? `${(value / 1000).toFixed(2)} l` : `${value.toFixed(0)} ml`;
    case 'g':
      return value >= 1000 ? `${(value / 1000).toFixed(2)} kg` : `${value.toFixed(0)} g`;
  }
}

/**
 * A job's materials against the shelf: what lots hold of each, in date on the day it is wanted, what is short, and the packs that fill it.
 * @param onDay the day it is wanted, "2026-04-16"
 */
export function stockFor(
  materials: readonly Material[],
  lots: readonly Lot[],
  systems: readonly SystemCard[],
  hardeners: readonly Hardener[],
  onDay: string,
): StockLine[] {
  return materials.map((material) => {
    const own = lots.filter((lot) => isOf(lot, material));
    const unitsOf = (lot: Lot): number | null => inUnit(lot, material, systems, hardeners);
    const shelf = own.filter((lot) => !lot.usedUp && lot.packs > 0).flatMap((lot) => {
      const each = unitsOf(lot);
      return each === null ? [] : [{ code: lot.code, amount: Math.max(0, each * lot.packSize * lot.packs - (lot.drawnG ?? 0)), expiresOn: lot.expiresOn, expired: lot.expiresOn !== null && lot.expiresOn < onDay }];
    }); // prettier-ignore
    const onHand = shelf.filter(({ expired }) => !expired).reduce((sum, { amount }) => sum + amount, 0);
    const kept = material.kind !== 'coat' && (material.kind !== 'abrasive' || own.length > 0);
    const short = kept ? Math.max(0, material.amount - onHand) : 0;
    const packs = packsOf(own, unitsOf);
    const buy = short > 0 && packs.length > 0 ? attempt(() => packsFor(short, packs)).result : null;
    return { ...material, kept, onHand, lots: shelf, short, buy, packs };
  });
}

function isOf(lot: Lot, { kind, entryId }: Material): boolean {
  const wanted = KIND_OF[kind];
  if (!wanted || lot.entryId !== entryId) return false;
  // A hardener is a lot of its own, or the second part of its system.
  if (kind === 'second' && lot.kind === 'hardener') return true;
  return lot.kind === wanted.kind && lot.part === wanted.part;
}

/** How much of a material's unit one of a lot's is; null where it cannot be told. */
function inUnit(
  lot: Lot,
  { kind, unit }: Material,
  systems: readonly SystemCard[],
  hardeners: readonly Hardener[],
): number | null {
  if (lot.unit === unit) return 1;
  if (unit !== 'g' || lot.unit !== 'ml') return null;
  const card = systems.find(({ id }) => id === lot.entryId);
  const hardener = hardeners.find(({ id }) => id === lot.entryId);
  const second = (
    of: { kind: string; hardenerDensityGPerMl?: number; catalystDensityGPerMl?: number } | undefined,
  ): number | null => of?.hardenerDensityGPerMl ?? of?.catalystDensityGPerMl ?? null;
  if (kind === 'resin') return card?.resinDensityGPerMl ?? null;
  return kind === 'second' ? second(hardener ?? card) : null;
}

/** Every size it has come in, with the newest price. */
function packsOf(lots: readonly Lot[], unitsOf: (lot: Lot) => number | null): Pack[] {
  const bySize = new Map<number, number>();
  for (const lot of [...lots].sort((a, b) => (a.receivedOn < b.receivedOn ? -1 : 1))) {
    const each = unitsOf(lot);
    if (each !== null && lot.price !== null) bySize.set(lot.packSize * each, lot.price);
  }
  return [...bySize].map(([size, price]) => ({ size, price })).slice(-6);
}

/** What a unit of something costs by the packs it comes in; null where it never had a price. */
export const costOfUnit = ({ packs }: Pick<StockLine, 'packs'>): number | null =>
  packs.length === 0 ? null : jobCost({ materials: [{ name: '', amount: 1, packs }] }).usedTotal;

/** What must be bought for a job, beside what the shelf has of it. */
export const toBuy = (lines: readonly StockLine[]): number =>
  lines.reduce((sum, { short, buy }) => sum + (short > 0 && buy ? buy.price : 0), 0);

/** What a job costs with these lines and hours, and the names of what has no price. */
export function costOfJob(
  lines: readonly StockLine[],
  handsMin: number,
  money: ShopSettings['money'],
  heatedHours = 0,
): JobCostResult & { missing: string[]; toBuy: number } {
  const priced = lines.filter(({ packs }) => packs.length > 0);
  const cost = jobCost({
    materials: priced.map(({ name, amount, packs }) => ({ name, amount, packs })),
    hours: handsMin / 60,
    ratePerHour: money.perHour,
    heating: { kw: money.heaterKw, hours: heatedHours, pricePerKwh: money.perKwh },
  });
  return {
    ...cost,
    toBuy: toBuy(lines),
    missing: lines.filter(({ packs, amount }) => packs.length === 0 && amount > 0).map(({ name }) => name),
  };
}
