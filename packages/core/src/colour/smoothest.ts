import { CoreError } from '../errors.js';
import { solveRows } from '../statistics/index.js';
import { BANDS_NM, type Lab, requireLab, WEIGHTS, xyzOfLab } from './light.js';

const [ROUNDS, CLOSE] = [60, 1e-9];

/**
 * The smoothest reflectance that has a colour in daylight: least Σ(z₊₁ − z)² with R = (1 + tanh z)/2, so that it stays between nothing and all, and its X, Y
 * and Z held, by Newton's method with Lagrange's factors. A guess of the curve where only three figures were read: other curves have the same colour.
 * @throws CoreError inconsistent for a colour no surface has in daylight
 */
export function smoothestReflectance(lab: Lab, field = 'lab'): number[] {
  const target = xyzOfLab(requireLab(lab, field));
  const n = BANDS_NM.length;
  const z = new Array<number>(n).fill(Math.atanh(Math.min(0.98, Math.max(-0.98, target[1] / 50 - 1))));
  const pull = [0, 0, 0];
  for (let round = 0; round < ROUNDS; round++) {
    const r = z.map((value) => (1 + Math.tanh(value)) / 2);
    const slope = z.map((value) => (1 - Math.tanh(value) ** 2) / 2);
    const rows = Array.from({ length: n + 3 }, () => new Array<number>(n + 4).fill(0));
    for (let i = 0; i < n; i++) {
      const row = rows[i]!;
      const ends = (i > 0 ? 1 : 0) + (i < n - 1 ? 1 : 0);
      const drag = pull.reduce((sum, factor, k) => sum + factor * WEIGHTS.D65[k]![i]!, 0);
      row[i] = 2 * ends - 2 * drag * slope[i]! * Math.tanh(z[i]!);
      if (i > 0) row[i - 1] = -2;
      if (i < n - 1) row[i + 1] = -2;
      const bent = 2 * ends * z[i]! - (i > 0 ? 2 * z[i - 1]! : 0) - (i < n - 1 ? 2 * z[i + 1]! : 0);
      for (let k = 0; k < 3; k++) row[n + k] = rows[n + k]![i] = WEIGHTS.D65[k]![i]! * slope[i]!;
      row[n + 3] = -(bent + drag * slope[i]!);
    }
    const off = target.map((value, k) => value - r.reduce((sum, one, i) => sum + WEIGHTS.D65[k]![i]! * one, 0));
    off.forEach((value, k) => (rows[n + k]![n + 3] = value));
    const step = solveRows(rows);
    if (!step) break;
    const longest = Math.max(...step.slice(0, n).map(Math.abs));
    const share = longest > 1 ? 1 / longest : 1;
    for (let i = 0; i < n; i++) z[i]! += share * step[i]!;
    for (let k = 0; k < 3; k++) pull[k]! += share * step[n + k]!;
    if (longest < CLOSE) return z.map((value) => (1 + Math.tanh(value)) / 2);
  }
  throw new CoreError('inconsistent', field, { why: 'no-surface' });
}
