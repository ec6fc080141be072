import type { Lie } from './fit.js';
import type { Layout, Lying } from './lying.js';
import { type Barred, TOUCH_MM } from './rows.js';

/** Rows looked at for a better place beside those where pieces just clear one another. */
const SEARCH_ROWS = 24;

/**
 * Pieces pushed into a shorter length than they take: one after another goes where it lies over others least, and what stays over one
 * another counts more each round. Source: guided local search over no-fit outlines.
 */
export class Squeeze {
  private readonly lies: readonly (readonly Lie[])[];
  /** What each pair lying over one another counts. */
  private weights = new Float64Array(0);
  /** What a piece meets on a row: spans, what they count and how far across they reach. */
  private readonly met: Record<'begin' | 'end' | 'weight' | 'most', Float64Array>;

  constructor(
    private readonly lying: Lying,
    /** No layout is shorter, mm. */
    private readonly boundMm: number,
    private readonly chance: () => number,
  ) {
    this.lies = lying.lies;
    const room = (): Float64Array => new Float64Array(4 * this.lies.length + 4);
    this.met = { begin: room(), end: room(), weight: room(), most: room() };
  }

  /** The best layout with everything past a shorter length pushed back into it, anywhere. */
  pushedInto(best: Layout, lengthMm: number): Layout {
    this.weights = new Float64Array(this.lies.length ** 2).fill(1);
    const longest = Math.max(...this.lies.map((_, i) => this.lies[i]![best.lie[i]!]!.lengthMm));
    const layout: Layout = {
      lie: best.lie.slice(),
      x: best.x.slice(),
      row: best.row.slice(),
      lengthMm: Math.max(lengthMm, longest, this.boundMm),
    };
    this.lies.forEach((_, i) => {
      const lie = this.lies[i]![layout.lie[i]!]!;
      const roomMm = layout.lengthMm - lie.lengthMm;
      if (layout.x[i]! <= roomMm) return;
      layout.x[i] = this.chance() * roomMm;
      layout.row[i] = Math.floor(this.chance() * (this.lying.lastRow(lie) + 1));
    });
    return layout;
  }

  /** One round over the pieces that lie over others, in chance order; gives back how much still does. */
  settle(layout: Layout): number {
    const order = this.lies.map((_, i) => i);
    for (let i = order.length - 1; i > 0; i--) {
      const j = Math.floor(this.chance() * (i + 1));
      [order[i], order[j]] = [order[j]!, order[i]!];
    }
    for (const piece of order) if (this.overOthers(layout, piece) > TOUCH_MM) this.moveWell(layout, piece);
    let [total, worst] = [0, 0];
    const count = this.lies.length;
    const pairs: [number, number, number][] = [];
    for (let a = 0; a < count; a++) {
      for (let b = a + 1; b < count; b++) {
        const depth = this.lying.depth(layout, a, b);
        if (depth <= TOUCH_MM) continue;
        total += depth;
        worst = Math.max(worst, depth);
        pairs.push([a, b, depth]);
      }
    }
    for (const [a, b, depth] of pairs) {
      const more = 0.2 + depth / worst;
      this.weights[a * count + b]! += more;
      this.weights[b * count + a]! += more;
    }
    return total;
  }

  private overOthers(layout: Layout, piece: number): number {
    let total = 0;
    for (let other = 0; other < this.lies.length; other++)
      if (other !== piece) total += this.lying.depth(layout, other, piece);
    return total;
  }

  /** Moves a piece to the place, among rows and lies, where what it lies over counts least. */
  private moveWell(layout: Layout, piece: number): void {
    const count = this.lies.length;
    let best = {
      cost: this.costHere(layout, piece),
      xMm: layout.x[piece]!,
      row: layout.row[piece]!,
      lie: layout.lie[piece]!,
    };
    const { begin, end, weight, most } = this.met;
    for (let l = 0; l < this.lies[piece]!.length; l++) {
      const lie = this.lies[piece]![l]!;
      const roomMm = layout.lengthMm - lie.lengthMm;
      if (roomMm < 0) continue;
      const tables = this.lies.map((_, other) =>
        other === piece ? null : this.lying.table(other, layout.lie[other]!, piece, l),
      );
      for (const r of this.rowsToTry(layout, tables, this.lying.lastRow(lie))) {
        if (best.cost <= TOUCH_MM) break;
        let n = 0;
        for (let other = 0; other < count; other++) {
          const table = tables[other];
          if (!table) continue;
          const row = r - layout.row[other]! - table.first;
          if (row < 0 || row >= table.at.length - 1) continue;
          for (let s = table.at[row]!; s < table.at[row + 1]! && n < begin.length; s += 2) {
            const [a, b] = [layout.x[other]! + table.spans[s]!, layout.x[other]! + table.spans[s + 1]!];
            if (b <= 0 || a >= roomMm) continue;
            [begin[n], end[n], weight[n], most[n]] = [
              a,
              b,
              this.weights[other * count + piece]!,
              this.lying.rowsOut(row, table.at),
            ];
            n++;
          }
        }
        // What counts grows and falls in straight lines, so the least of it lies at an end of a span or of the room.
        for (let c = -2; c < 2 * n; c++) {
          const xMm = c === -2 ? 0 : c === -1 ? roomMm : c < n ? begin[c]! : end[c - n]!;
          if (xMm < 0 || xMm > roomMm) continue;
          let cost = 0;
          for (let k = 0; k < n && cost < best.cost; k++)
            if (xMm > begin[k]! && xMm < end[k]!)
              cost += weight[k]! * Math.min(xMm - begin[k]!, end[k]! - xMm, most[k]!);
          if (cost < best.cost) best = { cost, xMm, row: r, lie: l };
        }
      }
    }
    [layout.x[piece], layout.row[piece], layout.lie[piece]] = [best.xMm, best.row, best.lie];
  }

  private costHere(layout: Layout, piece: number): number {
    let cost = 0;
    for (let other = 0; other < this.lies.length; other++)
      if (other !== piece)
        cost += this.weights[other * this.lies.length + piece]! * this.lying.depth(layout, other, piece);
    return cost;
  }

  /** Rows where a piece would just clear another, the edges of the roll, and some between, in chance order. */
  private rowsToTry(layout: Layout, tables: readonly (Barred | null)[], last: number): number[] {
    const rows = new Set([0, last]);
    tables.forEach((table, other) => {
      if (!table) return;
      const below = layout.row[other]! + table.first;
      for (const r of [below - 1, below + table.at.length - 1]) if (r >= 0 && r <= last) rows.add(r);
    });
    for (let k = 0; k < SEARCH_ROWS; k++) rows.add(Math.floor(this.chance() * (last + 1)));
    return [...rows];
  }
}
