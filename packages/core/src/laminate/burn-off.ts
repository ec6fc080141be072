import { LIMITS } from '../limits/index.js';
import { CoreError, type Remark, requireEntry, requireNumber } from '../errors.js';
import { FIBRES, type FibreId, MATRICES, type ResinFamily } from '../material/index.js';

export interface BurnOffInput {
  /** Coupon before and after the resin is burnt off, g. */
  beforeG: number;
  afterG: number;
  /** Size of the coupon on the surface, mm². */
  areaMm2?: number;
  /** Thickness of the coupon, mm; the mean of several readings. */
  thicknessMm?: number;
  fibre?: FibreId;
  resin?: ResinFamily;
}

export interface BurnOffResult {
  fibreMassFraction: number;
  fibreVolumeFraction: number;
  /** Fibre and whole laminate per area; null without the area. */
  arealWeightGsm: number | null;
  laminateGsm: number | null;
  /** Thickness a laminate free of voids would have, mm; null without the area. */
  solidThicknessMm: number | null;
  /** Measured less solid thickness, per cent of measured: voids, or a wrong fibre or resin. Null without area and thickness. */
  voidPercent: number | null;
  remarks: Remark[];
}

/**
 * A burn-off coupon: fibre mass fraction ψ = m after / m before, V_f = (ψ/ρf)/(ψ/ρf + (1−ψ)/ρr), areal weight = m after / area.
 * Aramid and carbon burn too: only glass can be weighed this way.
 * @throws CoreError when more is left than there was, for sizes no coupon has, or for a fibre that burns
 */
export function burnOff(input: BurnOffInput): BurnOffResult {
  const beforeG = requireNumber(input.beforeG, 'beforeG', LIMITS.couponG);
  const afterG = requireNumber(input.afterG, 'afterG', { above: 0, max: 10_000 });
  if (afterG >= beforeG) throw new CoreError('out-of-range', 'afterG', { value: afterG, max: beforeG });
  const fibre = requireEntry(FIBRES, input.fibre ?? 'e-glass', 'fibre');
  if (fibre.id !== 'e-glass' && fibre.id !== 's-glass')
    throw new CoreError('inconsistent', 'fibre', { why: 'fibre-burns', id: fibre.id });
  const matrix = requireEntry(MATRICES, input.resin ?? 'polyester', 'resin');
  const fraction = afterG / beforeG;
  const [fibreCm3, resinCm3] = [(1000 * afterG) / fibre.densityKgM3, (1000 * (beforeG - afterG)) / matrix.densityKgM3];
  const areaMm2 = input.areaMm2 === undefined ? null : requireNumber(input.areaMm2, 'areaMm2', LIMITS.couponMm2);
  const thicknessMm =
    input.thicknessMm === undefined ? null : requireNumber(input.thicknessMm, 'thicknessMm', LIMITS.couponMm);
  const perArea = (g: number): number | null => (areaMm2 === null ? null : (g * 1e6) / areaMm2);
  const solidThicknessMm = areaMm2 === null ? null : (1000 * (fibreCm3 + resinCm3)) / areaMm2;
  const voidPercent =
    solidThicknessMm === null || thicknessMm === null ? null : 100 * (1 - solidThicknessMm / thicknessMm);
  return {
    fibreMassFraction: fraction,
    fibreVolumeFraction: fibreCm3 / (fibreCm3 + resinCm3),
    arealWeightGsm: perArea(afterG),
    laminateGsm: perArea(beforeG),
    solidThicknessMm,
    voidPercent,
    remarks: voidRemarks(voidPercent, solidThicknessMm, thicknessMm),
  };
}

/** A coupon thinner than its own fibre and resin by more than readings are off by; and more air than a laminate holds together with. */
const [FEWEST_VOIDS, MOST_VOIDS] = [-3, 20];

function voidRemarks(voidPercent: number | null, solidMm: number | null, measuredMm: number | null): Remark[] {
  if (voidPercent === null) return [];
  const params = { voidPercent, solidMm: solidMm!, measuredMm: measuredMm! };
  return voidPercent < FEWEST_VOIDS
    ? [{ id: 'burn-off.thinner-than-solid', params }]
    : voidPercent > MOST_VOIDS
      ? [{ id: 'burn-off.many-voids', params }]
      : [];
}
