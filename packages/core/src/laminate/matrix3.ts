/** Symmetric-use 3×3 matrices as nested arrays, rows first. */
export type Matrix3 = [[number, number, number], [number, number, number], [number, number, number]];

export const zero3 = (): Matrix3 => [
  [0, 0, 0],
  [0, 0, 0],
  [0, 0, 0],
];

export function multiply(a: Matrix3, b: Matrix3): Matrix3 {
  const out = zero3();
  for (let i = 0; i < 3; i++)
    for (let j = 0; j < 3; j++) for (let k = 0; k < 3; k++) out[i]![j]! += a[i]![k]! * b[k]![j]!;
  return out;
}

export function subtract(a: Matrix3, b: Matrix3): Matrix3 {
  const out = zero3();
  for (let i = 0; i < 3; i++) for (let j = 0; j < 3; j++) out[i]![j]! = a[i]![j]! - b[i]![j]!;
  return out;
}

/** Inverse by cofactors. The stiffness matrices inverted here are positive definite, so the determinant is never zero. */
export function invert(m: Matrix3): Matrix3 {
  const [[a, b, c], [d, e, f], [g, h, i]] = m;
  const A = e * i - f * h;
  const B = f * g - d * i;
  const C = d * h - e * g;
  const det = a * A + b * B + c * C;
  return [
    [A / det, (c * h - b * i) / det, (b * f - c * e) / det],
    [B / det, (a * i - c * g) / det, (c * d - a * f) / det],
    [C / det, (b * g - a * h) / det, (a * e - b * d) / det],
  ];
}
