import { COUNTS } from '../limits/index.js';
import { CoreError, requireEntry } from '../errors.js';
import { MATRICES, type ResinFamily } from '../material/index.js';
import { type Lamina, type LayerInput, laminae } from './layers.js';
import type { Matrix3 } from './matrix3.js';

export interface LaminateInput {
  /** From the outer face inwards. */
  layers: readonly LayerInput[];
  /** Resin of every fabric layer that names none. */
  resin?: ResinFamily;
}

/** A homogeneous sheet in its place; z runs inwards from the mid-plane, mm. */
export interface Sheet {
  lamina: Lamina;
  /** Place of its layer in the input. */
  layer: number;
  top: number;
  bottom: number;
}

/** Every sheet of a laminate in its place. @throws CoreError for no layers, more than 200, unknown ids, or constants no material can have */
export function sheetsOf({ layers, resin }: LaminateInput, prefix = ''): Sheet[] {
  const field = `${prefix}layers`;
  if (!Array.isArray(layers) || layers.length === 0) throw new CoreError('empty', field);
  if (layers.length > COUNTS.plies) throw new CoreError('too-many', field, { max: COUNTS.plies });
  const family = requireEntry(MATRICES, resin ?? 'epoxy', `${prefix}resin`).id;
  const sheets: Sheet[] = [];
  let depth = 0;
  layers.forEach((layer, i) => {
    for (const lamina of laminae(layer, family, `${field}.${i}`)) {
      sheets.push({ lamina, layer: i, top: depth, bottom: depth + lamina.thicknessMm });
      depth += lamina.thicknessMm;
    }
  });
  for (const sheet of sheets) {
    sheet.top -= depth / 2;
    sheet.bottom -= depth / 2;
  }
  return sheets;
}

/** A = Σ Q̄ t in N/mm, B = ½ Σ Q̄ (z²) in N and D = ⅓ Σ Q̄ (z³) in N·mm about the mid-plane; all three symmetric. */
export function stiffnessOf(sheets: readonly Sheet[]): { a: Matrix3; b: Matrix3; d: Matrix3 } {
  const sums = [new Float64Array(6), new Float64Array(6), new Float64Array(6)] as const;
  for (const { lamina, top, bottom } of sheets) {
    const [[q11, q12, q16], [, q22, q26], [, , q66]] = lamina.qbar;
    const powers = [1000 * (bottom - top), 500 * (bottom * bottom - top * top), (1000 / 3) * (bottom ** 3 - top ** 3)];
    for (let i = 0; i < 3; i++) {
      const [sum, by] = [sums[i]!, powers[i]!];
      sum[0]! += q11 * by;
      sum[1]! += q12 * by;
      sum[2]! += q16 * by;
      sum[3]! += q22 * by;
      sum[4]! += q26 * by;
      sum[5]! += q66 * by;
    }
  }
  const [a, b, d] = sums.map(([xx, xy, xs, yy, ys, ss]) => [[xx, xy, xs], [xy, yy, ys], [xs, ys, ss]] as Matrix3); // prettier-ignore
  return { a: a!, b: b!, d: d! };
}
