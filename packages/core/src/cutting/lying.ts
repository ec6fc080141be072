import { signedArea } from '../geometry/index.js';
import { type Lie, noFit } from './fit.js';
import { type Barred, TOUCH_MM, barredRows, firstFree } from './rows.js';

/** Where every piece lies: which way, how far along the roll and on which row; of boxes how far across it, mm, at or past that row. */
export interface Layout {
  lie: Int32Array;
  x: Float64Array;
  row: Int32Array;
  y?: Float64Array;
  lengthMm: number;
}

/** Pieces on a roll in rows: every way each may lie, and where one bars another. */
export class Lying {
  readonly areasMm2: readonly number[];
  private readonly tables: Barred[] = [];
  private readonly firstLie: number[] = [];
  private readonly lieCount: number;

  constructor(
    readonly lies: readonly (readonly Lie[])[],
    readonly rowMm: number,
    readonly usableMm: number,
  ) {
    this.areasMm2 = lies.map(([lie]) => Math.abs(signedArea(lie!.points)));
    let count = 0;
    for (const all of lies) {
      this.firstLie.push(count);
      count += all.length;
    }
    this.lieCount = count;
  }

  lastRow(lie: Lie): number {
    return Math.floor((this.usableMm - lie.widthMm + TOUCH_MM) / this.rowMm);
  }

  table(fixed: number, fixedLie: number, moving: number, movingLie: number): Barred {
    const key = (this.firstLie[fixed]! + fixedLie) * this.lieCount + this.firstLie[moving]! + movingLie;
    return (this.tables[key] ??= barredRows(
      noFit(this.lies[fixed]![fixedLie]!, this.lies[moving]![movingLie]!),
      this.rowMm,
    ));
  }

  /** Each piece, the largest first, where it ends nearest to the roll's beginning. */
  firstLayout(): Layout {
    const count = this.lies.length;
    const order = this.areasMm2.map((_, i) => i).sort((a, b) => this.areasMm2[b]! - this.areasMm2[a]!);
    const layout: Layout = {
      lie: new Int32Array(count),
      x: new Float64Array(count),
      row: new Int32Array(count),
      lengthMm: 0,
    };
    order.forEach((piece, at) => {
      let best = { endMm: Infinity, xMm: 0, row: 0, lie: 0 };
      this.lies[piece]!.forEach((lie, l) => {
        const tables = order.slice(0, at).map((other) => ({
          table: this.table(other, layout.lie[other]!, piece, l),
          xMm: layout.x[other]!,
          row: layout.row[other]!,
        }));
        for (let r = this.lastRow(lie); r >= 0; r--) {
          const xMm = firstFree(tables, r, best.endMm - lie.lengthMm);
          if (xMm + lie.lengthMm <= best.endMm + TOUCH_MM) best = { endMm: xMm + lie.lengthMm, xMm, row: r, lie: l };
        }
      });
      [layout.x[piece], layout.row[piece], layout.lie[piece]] = [best.xMm, best.row, best.lie];
      layout.lengthMm = Math.max(layout.lengthMm, best.endMm);
    });
    return layout;
  }

  /** A nest that holds, with every piece slid towards the roll's beginning along its row as far as it goes. */
  drawnIn(layout: Layout): Layout {
    const order = this.lies.map((_, i) => i).sort((a, b) => layout.x[a]! - layout.x[b]!);
    for (const piece of [...order, ...order]) layout.x[piece] = this.slid(layout, piece);
    const lengthMm = Math.max(
      ...order.map((piece) => layout.x[piece]! + this.lies[piece]![layout.lie[piece]!]!.lengthMm),
    );
    return { ...layout, lengthMm };
  }

  /** Where a piece comes to a stop that slides towards the beginning. */
  private slid(layout: Layout, piece: number): number {
    let stop = 0;
    for (let other = 0; other < this.lies.length; other++) {
      if (other === piece) continue;
      const { first, at, spans } = this.table(other, layout.lie[other]!, piece, layout.lie[piece]!);
      const row = layout.row[piece]! - layout.row[other]! - first;
      if (row < 0 || row >= at.length - 1) continue;
      for (let s = at[row]!; s < at[row + 1]!; s += 2) {
        const end = layout.x[other]! + spans[s + 1]!;
        if (end <= layout.x[piece]! + TOUCH_MM) stop = Math.max(stop, end);
      }
    }
    return Math.min(stop, layout.x[piece]!);
  }

  /** How far two pieces would have to be drawn apart, along the roll or across it, mm; 0 where they are apart. */
  depth(layout: Layout, a: number, b: number): number {
    const { first, at, spans } = this.table(a, layout.lie[a]!, b, layout.lie[b]!);
    const row = layout.row[b]! - layout.row[a]! - first;
    if (row < 0 || row >= at.length - 1) return 0;
    const apart = layout.x[b]! - layout.x[a]!;
    for (let s = at[row]!; s < at[row + 1]!; s += 2)
      if (apart > spans[s]! && apart < spans[s + 1]!)
        return Math.min(apart - spans[s]!, spans[s + 1]! - apart, this.rowsOut(row, at));
    return 0;
  }

  /** Across the roll out of what is barred, mm. */
  rowsOut(row: number, at: Int32Array): number {
    return Math.min(row + 1, at.length - 1 - row) * this.rowMm;
  }
}
