import { COUNTS, LIMITS } from '../limits/index.js';
import { CoreError, requireNumber } from '../errors.js';

export interface QuantityPly {
  areaMm2: number;
  arealWeightGsm: number;
  /** Fibre mass fraction ψ of the wetted ply. */
  fibreMassFraction: number;
}

export interface QuantityInput {
  plies: readonly QuantityPly[];
  /** Abraded face to prime before the first ply, mm². */
  primeAreaMm2?: number;
  /** Resin for priming, g/m²; 125 when left out (100-150 on laminate, more on open foam and old mat). */
  primeGsm?: number;
  /** Stays in pot, brush and roller, per cent of the rest; 12 when left out. */
  wastePercent?: number;
  /** Waste is at least this much for each pot, g; 25 when left out. */
  potFloorG?: number;
  /** Pots the work is split into; 1 when left out. */
  pots?: number;
}

export interface QuantityResult {
  /** Dry fabric and resin mix of each ply, in the order given, g. */
  plies: { fabricG: number; resinG: number }[];
  fabricG: number;
  pliesResinG: number;
  primeG: number;
  wasteG: number;
  totalResinG: number;
}

export const DEFAULT_PRIME_GSM = 125;
export const DEFAULT_WASTE_PERCENT = 12;
export const DEFAULT_POT_FLOOR_G = 25;

/**
 * Mixed resin for a patch: areal weight × area × (1−ψ)/ψ a ply, priming, and waste as a share with a floor a pot.
 * @throws CoreError for no plies, more than 200, or figures out of range
 */
export function resinQuantity(input: QuantityInput): QuantityResult {
  if (!Array.isArray(input.plies) || input.plies.length === 0) throw new CoreError('empty', 'plies');
  if (input.plies.length > COUNTS.plies) throw new CoreError('too-many', 'plies', { max: COUNTS.plies });
  const plies = input.plies.map((ply, i) => {
    const areaM2 = requireNumber(ply.areaMm2, `plies.${i}.areaMm2`, { above: 0, max: 4e8 }) / 1e6;
    const weight = requireNumber(ply.arealWeightGsm, `plies.${i}.arealWeightGsm`, { min: 1, max: 5000 });
    const psi = requireNumber(ply.fibreMassFraction, `plies.${i}.fibreMassFraction`, LIMITS.fibreMassFraction);
    const fabricG = areaM2 * weight;
    return { fabricG, resinG: (fabricG * (1 - psi)) / psi };
  });
  const primeAreaM2 = requireNumber(input.primeAreaMm2 ?? 0, 'primeAreaMm2', LIMITS.areaMm2) / 1e6;
  const primeG = primeAreaM2 * requireNumber(input.primeGsm ?? DEFAULT_PRIME_GSM, 'primeGsm', LIMITS.primeGsm);
  const wastePercent = requireNumber(input.wastePercent ?? DEFAULT_WASTE_PERCENT, 'wastePercent', LIMITS.wastePercent);
  const floorG = requireNumber(input.potFloorG ?? DEFAULT_POT_FLOOR_G, 'potFloorG', LIMITS.potFloorG);
  const pots = requireNumber(input.pots ?? 1, 'pots', { min: 1, max: 1000 });
  const pliesResinG = plies.reduce((sum, ply) => sum + ply.resinG, 0);
  const wasteG = Math.max(((pliesResinG + primeG) * wastePercent) / 100, floorG * pots);
  return {
    plies,
    fabricG: plies.reduce((sum, ply) => sum + ply.fabricG, 0),
    pliesResinG,
    primeG,
    wasteG,
    totalResinG: pliesResinG + primeG + wasteG,
  };
}
