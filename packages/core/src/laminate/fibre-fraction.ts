import { CoreError, type Remark, requireEntry, requireNumber } from '../errors.js';
import { FIBRES, type FibreId, MATRICES, type ResinFamily } from '../material/index.js';

export interface FibreFractionInput {
  /** Measured thickness of the laminate or ply, mm. */
  thicknessMm: number;
  /** Dry fibre in it, g/m²: all plies together. */
  arealWeightGsm: number;
  fibre: FibreId;
  resin: ResinFamily;
}

export interface FibreFractionResult {
  /** ψ and V_f of a laminate without voids that is so thick. */
  fibreMassFraction: number;
  fibreVolumeFraction: number;
  resinGsm: number;
  totalGsm: number;
  remarks: Remark[];
}

/** Under this a laminate is mostly resin; over it, it is short of resin. By mass, hand lay-up to press. */
const [RICH_UNDER, DRY_OVER] = [0.25, 0.75];

/**
 * Fibre mass fraction by measured thickness: t = w/ρf + w (1 − ψ)/(ψ ρr), turned round to 1/ψ = 1 + ρr (t/w − 1/ρf).
 * @throws CoreError for a thickness that the fibre alone fills, with the least there could be, and figures no laminate has
 */
export function fibreFraction(input: FibreFractionInput): FibreFractionResult {
  const fibre = requireEntry(FIBRES, input.fibre, 'fibre');
  const matrix = requireEntry(MATRICES, input.resin, 'resin');
  const w = requireNumber(input.arealWeightGsm, 'arealWeightGsm', { min: 1, max: 200_000 });
  const solidMm = w / fibre.densityKgM3;
  const thicknessMm = requireNumber(input.thicknessMm, 'thicknessMm', { min: 0.01, max: 200 });
  if (thicknessMm <= solidMm)
    throw new CoreError('out-of-range', 'thicknessMm', { value: thicknessMm, above: solidMm, max: 200 });
  const resinGsm = matrix.densityKgM3 * (thicknessMm - solidMm);
  const fibreMassFraction = w / (w + resinGsm);
  const remark =
    fibreMassFraction < RICH_UNDER ? 'fibre-fraction.rich' : fibreMassFraction > DRY_OVER ? 'fibre-fraction.dry' : null;
  return {
    fibreMassFraction,
    fibreVolumeFraction: solidMm / thicknessMm,
    resinGsm,
    totalGsm: w + resinGsm,
    remarks: remark ? [{ id: remark, params: { percent: 100 * fibreMassFraction } }] : [],
  };
}
