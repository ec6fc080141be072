import { type FabricLayer, type Lamina, laminae } from '../laminate/index.js';
import type { FabricRef, Process, ResinFamily } from '../material/index.js';

/** A fabric the solver may lay. */
export interface StockFabric extends FabricRef {
  /** Price of a square metre; the cost of a stack is told only where every fabric in it has one. */
  costPerM2?: number;
  /** Most plies there is cloth for. */
  mostPlies?: number;
}

/** A fabric in one direction, as sheets of their own stiffness (N/mm²). */
export interface Option {
  fabric: number;
  layer: FabricLayer;
  sheets: { t: number; q: readonly number[] }[];
  t: number;
  /** Σ q t, N/mm, of 11, 22, 66. */
  a: readonly number[];
  mass: number;
  cost: number | null;
  turned: number;
}

/** A fabric in a direction as an option. */
export function optionOf(
  fabric: StockFabric,
  index: number,
  orientationDeg: number,
  resin: ResinFamily,
  process: Process,
  field = `fabrics.${index}`,
): Option {
  const { fabricId, own } = fabric;
  const layer: FabricLayer = { fabricId, ...(own ? { own } : {}), orientationDeg };
  const sheets: Lamina[] = laminae({ ...layer, process }, resin, field);
  // Laminae run from the face inwards; a stack is laid from the bottom up.
  const q = (sheet: Lamina): number[] => [sheet.qbar[0][0] * 1000, sheet.qbar[1][1] * 1000, sheet.qbar[2][2] * 1000];
  const upwards = [...sheets].reverse().map((sheet) => ({ t: sheet.thicknessMm, q: q(sheet) }));
  return {
    fabric: index,
    layer,
    sheets: upwards,
    t: upwards.reduce((sum, { t }) => sum + t, 0),
    a: [0, 1, 2].map((k) => upwards.reduce((sum, sheet) => sum + sheet.q[k]! * sheet.t, 0)),
    mass: sheets.reduce((sum, sheet) => sum + sheet.massGsm, 0),
    cost: fabric.costPerM2 ?? null,
    turned: sheets.reduce((sum, sheet) => sum + sheet.qbar[0][2] * sheet.thicknessMm, 0),
  };
}

/** A fabric turned into itself is one option: the same in stiffness, and no more turned to one side. */
export function distinct(options: Option[]): Option[] {
  const near = (a: number, b: number): boolean => Math.abs(a - b) <= 1e-9 * Math.max(1, Math.abs(a), Math.abs(b));
  return options.filter(
    (option, i) =>
      !options
        .slice(0, i)
        .some(
          (other) =>
            other.fabric === option.fabric &&
            near(other.turned, option.turned) &&
            other.sheets.every((sheet, k) => sheet.q.every((q, n) => near(q, option.sheets[k]!.q[n]!))),
        ),
  );
}

/** Nothing pulls to one side: A16 is nothing but rounding. */
export function balanced(options: readonly Option[]): boolean {
  const size = options.reduce((sum, option) => sum + Math.abs(option.turned), 0);
  return Math.abs(options.reduce((sum, option) => sum + option.turned, 0)) <= 1e-6 * Math.max(1e-6, size);
}

/** Bending stiffness with sheets shared out evenly above and below the middle, the first of them outermost. */
export function bent(sheets: Option['sheets'], k: number, half: number): number {
  let [z, d] = [half, 0];
  for (const { t, q } of sheets) {
    const inner = z - t / 2;
    d += (q[k]! * 2 * (z * z * z - inner * inner * inner)) / 3;
    z = inner;
  }
  return d;
}
