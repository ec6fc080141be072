import { LIMITS } from '../limits/index.js';
import { CoreError, requireNumber } from '../errors.js';
import { crossesOver } from '../geometry/clipping.js';
import { type Point, distanceToSegment, signedArea } from '../geometry/index.js';
import { chances } from '../statistics/index.js';
import { type Lie, lieOf, noFit } from './fit.js';
import { type OffCut, offCuts } from './off-cuts.js';
import { type Barred, TOUCH_MM, barredRows, firstFree } from './rows.js';
import { BoxOrders, type LyingBox } from './skyline.js';

export interface NestPiece {
  /** Mark it carries. */
  id: string;
  /** Outline, mm. */
  points: readonly Point[];
  /** Direction of its arrow, degrees, which lies along the roll; null for what has none. */
  arrowDeg: number | null;
}

export interface NestInput {
  pieces: readonly NestPiece[];
  /** Of the roll, mm. */
  widthMm: number;
  /** Width that may be used, between the selvedges; the whole when left out. */
  usableMm?: number;
  /** Kept between pieces, mm; 5 when left out. */
  gapMm?: number;
  /** One way up the roll, or turned half round as well; half-turn when left out. */
  direction?: 'one-way' | 'half-turn';
  /** Whether the cloth is the same from both sides, so that a piece may be turned over. */
  mirror?: boolean;
  /** What can be thrown away without a thought, mm: no side of an off-cut is less; 150 when left out. */
  keepFromMm?: number;
  /** Of the search's own chance; the same gives the same nest. */
  seed?: number;
}

export interface Placed {
  id: string;
  /** Turned from its own plan by so much; over first where mirrored. */
  turnDeg: number;
  mirrored: boolean;
  /** Lower left corner of its box on the roll: along it, across it, mm. */
  xMm: number;
  yMm: number;
  /** Outline on the roll. */
  points: Point[];
}

export interface NestResult {
  placed: Placed[];
  /** Off the roll, mm. */
  lengthMm: number;
  /** Of the cloth cut off, in pieces, per cent. */
  usedPercent: number;
  /** No nest is shorter than this, mm; what it rests on. */
  boundMm: number;
  boundBy: 'area' | 'tallest' | 'wide-pieces';
  /** Length over bound. */
  overBound: number;
  offCuts: OffCut[];
  /** Too wide for the roll any way they may lie. */
  tooWide: string[];
  tries: number;
}

export interface NestProgress {
  share: number;
  soFar: NestResult;
}

export type NestSearch = Generator<NestProgress, NestResult, 'stop' | undefined>;

const MAX_PIECES = 200;
const MAX_POINTS = 4000;
const USUAL_GAP_MM = 5;
const USUAL_KEEP_MM = 150;
/** Rows a piece may stand on: fewer for many pieces, whose tables fill the memory. */
const MOST_ROWS = 480;
const LEAST_ROWS = 140;
const ROW_PIECES = 30_000;
const LEAST_ROW_MM = 1;
/** Rows looked at for a better place beside those where pieces just clear one another. */
const SEARCH_ROWS = 24;
/** Orders of boxes tried, so many at once between two rounds. */
const BOX_ROUNDS = 70;
const BOX_TRIES = 350;
/** Good enough to stop by itself. */
const ENOUGH = 1.01;
const TRIES = 20_000;
/** By how much a nest is made shorter at once, and how many rounds are given to that before less is asked. */
const FIRST_SHRINK = 0.04;
const LEAST_SHRINK = 0.002;
const ROUNDS = 90;
/** Outlines whose corners lie this near one another's edges are the same, mm. */
const SAME_MM = 0.5;

/**
 * Lays pieces on a roll so that as little of it as may be is used. Real outlines: where one piece may not stand against another is the sum of
 * the one and the other turned round, looked up row by row of the roll. The first nest lays the pieces' boxes; the next each piece, the largest
 * first, in the first free place. Orders of the boxes are then tried by cooling, and the shortest nest is made shorter bit by bit: pieces are
 * pushed into the shorter length, one after another goes where it lies over others least, and what stays over one another counts more each
 * round until nothing does. Source: best fit into a skyline; guided local search over no-fit outlines.
 *
 * Bounds of the length: area over width; the longest piece; what all those wider than half the roll take of its middle line.
 * @throws CoreError for no pieces, more than 200, outlines of no area, a roll outside 50…5000 mm, a gap outside 0…100 mm
 */
export function* searchNest(input: NestInput): NestSearch {
  const nest = new Nest(input);
  yield nest.progress();
  while (!nest.done) {
    nest.step();
    if ((yield nest.progress()) === 'stop') break;
  }
  return nest.result();
}

/** The same after so many tries. @throws CoreError as `searchNest` does */
export function nest(input: NestInput & { tries?: number }): NestResult {
  const tries = requireNumber(input.tries ?? 200, 'tries', { min: 0, max: 1e6 });
  const search = searchNest(input);
  for (let step = search.next(); ;) {
    if (step.done) return step.value;
    step = search.next(step.value.soFar.tries >= tries ? 'stop' : undefined);
  }
}

/** Where every piece lies. */
interface Layout {
  lie: Int32Array;
  x: Float64Array;
  row: Int32Array;
  lengthMm: number;
}

class Nest {
  private readonly pieces: readonly NestPiece[];
  private readonly lies: Lie[][];
  private readonly usableMm: number;
  private readonly rowMm: number;
  private readonly bound: Pick<NestResult, 'boundMm' | 'boundBy'>;
  private readonly areaMm2: number;
  private readonly tooWide: string[] = [];
  private readonly tables: Barred[] = [];
  private readonly firstLie: number[] = [];
  private readonly lieCount: number;
  private readonly chance: () => number;
  private best: Layout;
  private readonly boxes: BoxOrders;
  private readonly gapMm: number;
  /** Layout being pushed into the shorter length, what each pair lying over one another counts, and the rounds spent on it. */
  private squeezed: Layout | null = null;
  private weights = new Float64Array(0);
  /** What a piece meets on a row: spans, what they count and how far across they reach. */
  private readonly met: Record<'begin' | 'end' | 'weight' | 'most', Float64Array>;
  /** Across the roll, with a gap past its edge. */
  private readonly rows: number;
  private rounds = 0;
  private shrink = FIRST_SHRINK;
  private tries = 0;
  private kept: NestResult | null = null;
  done = false;

  constructor(private readonly input: NestInput) {
    if (!Array.isArray(input.pieces) || input.pieces.length === 0) throw new CoreError('empty', 'pieces');
    if (input.pieces.length > MAX_PIECES) throw new CoreError('too-many', 'pieces', { max: MAX_PIECES });
    const widthMm = requireNumber(input.widthMm, 'widthMm', { min: 50, max: 5000 });
    this.usableMm = requireNumber(input.usableMm ?? widthMm, 'usableMm', { min: 50, max: widthMm });
    const gapMm = requireNumber(input.gapMm ?? USUAL_GAP_MM, 'gapMm', { min: 0, max: 100 });
    this.gapMm = gapMm;
    requireNumber(input.keepFromMm ?? USUAL_KEEP_MM, 'keepFromMm', { min: 10, max: 5000 });
    this.rowMm = Math.max(
      LEAST_ROW_MM,
      this.usableMm / Math.min(MOST_ROWS, Math.max(LEAST_ROWS, ROW_PIECES / input.pieces.length)),
    );
    this.chance = chances(input.seed ?? 1);
    const lies = input.pieces.map((piece, i) => this.liesOf(piece, i, gapMm));
    const fit = lies.map((all) => all.filter((lie) => lie.widthMm <= this.usableMm + TOUCH_MM));
    fit.forEach((all, i) => {
      if (all.length === 0) this.tooWide.push(input.pieces[i]!.id);
    });
    this.pieces = input.pieces.filter((_, i) => fit[i]!.length > 0);
    this.lies = fit.filter((all) => all.length > 0);
    let count = 0;
    for (const all of this.lies) {
      this.firstLie.push(count);
      count += all.length;
    }
    this.lieCount = count;
    this.areaMm2 = this.pieces.reduce((sum, piece) => sum + Math.abs(signedArea(piece.points)), 0);
    this.bound = this.boundOf();
    const room = (): Float64Array => new Float64Array(4 * this.pieces.length + 4);
    this.met = { begin: room(), end: room(), weight: room(), most: room() };
    this.rows = Math.floor((this.usableMm + gapMm) / this.rowMm + TOUCH_MM);
    this.boxes = new BoxOrders(
      this.lies.map((all) => this.boxesOf(all)),
      this.rows,
      this.chance,
    );
    this.best = this.boxed();
    this.done = this.best.lengthMm <= this.bound.boundMm * ENOUGH || this.pieces.length < 2;
  }

  progress(): NestProgress {
    return { share: this.done ? 1 : Math.min(1, this.tries / TRIES), soFar: this.result() };
  }

  /** One round: every piece that lies over another goes where it does so least. */
  step(): void {
    this.tries++;
    if (this.tries === 1) this.take(this.firstLayout());
    else if (this.tries <= BOX_ROUNDS) {
      this.boxes.go(BOX_TRIES, 1 - this.tries / BOX_ROUNDS);
      this.take(this.boxed());
    }
    this.squeezed ??= this.pushedInto(this.best.lengthMm * (1 - this.shrink));
    const layout = this.squeezed;
    const over = this.settle(layout);
    if (over <= TOUCH_MM) {
      this.shrink = Math.min(FIRST_SHRINK, this.shrink * 1.3);
      this.squeezed = null;
      this.take(this.drawnIn(layout));
    } else if (++this.rounds > ROUNDS) {
      this.shrink = Math.max(LEAST_SHRINK, this.shrink / 2);
      this.squeezed = null;
    }
    this.done = this.tries >= TRIES || this.best.lengthMm <= this.bound.boundMm * ENOUGH;
  }

  /** A layout that holds becomes the best where it is shorter; what was being pushed together is then no use any more. */
  private take(layout: Layout): void {
    if (layout.lengthMm >= this.best.lengthMm - TOUCH_MM) return;
    [this.best, this.kept, this.squeezed] = [layout, null, null];
  }

  /** Every way a piece may lie as a box with the gap to the next, one as wide as the roll in all its rows; ways with the same box are one. */
  private boxesOf(lies: readonly Lie[]): LyingBox[] {
    const made = lies.map((lie, i) => ({
      lie: i,
      alongMm: lie.lengthMm + this.gapMm,
      rows: Math.min(this.rows, Math.max(1, Math.ceil((lie.widthMm + this.gapMm) / this.rowMm - TOUCH_MM))),
    }));
    return made.filter(
      (box, i) =>
        !made.slice(0, i).some(({ alongMm, rows }) => rows === box.rows && Math.abs(alongMm - box.alongMm) < TOUCH_MM),
    );
  }

  /** The best order of boxes. */
  private boxed(): Layout {
    const { places, lengthMm } = this.boxes.best;
    return {
      lie: Int32Array.from(places, ({ lie }) => lie),
      x: Float64Array.from(places, ({ xMm }) => xMm),
      row: Int32Array.from(places, ({ row }) => row),
      lengthMm: lengthMm - this.gapMm,
    };
  }

  result(): NestResult {
    if (this.kept) return { ...this.kept, tries: this.tries };
    const placed = this.pieces.map((piece, i): Placed => {
      const lie = this.lies[i]![this.best.lie[i]!]!;
      const [xMm, yMm] = [this.best.x[i]!, this.best.row[i]! * this.rowMm];
      return {
        id: piece.id,
        turnDeg: lie.turnDeg,
        mirrored: lie.mirrored,
        xMm,
        yMm,
        points: lie.points.map(({ x, y }) => ({ x: x + xMm, y: y + yMm })),
      };
    });
    // Where every piece is too wide there is nothing to cut off.
    const lengthMm = Math.max(0, this.best.lengthMm);
    const cloth = lengthMm * this.input.widthMm;
    this.kept = {
      placed,
      lengthMm,
      usedPercent: cloth === 0 ? 0 : (100 * this.areaMm2) / cloth,
      ...this.bound,
      overBound: this.bound.boundMm === 0 ? 1 : lengthMm / this.bound.boundMm,
      offCuts: offCuts(placed, lengthMm, this.usableMm, this.input.keepFromMm ?? USUAL_KEEP_MM),
      tooWide: this.tooWide,
      tries: this.tries,
    };
    return this.kept;
  }

  private liesOf(piece: NestPiece, i: number, gapMm: number): Lie[] {
    if (!Array.isArray(piece.points) || piece.points.length < 3)
      throw new CoreError('too-few-points', `pieces.${i}.points`, { min: 3 });
    if (piece.points.length > MAX_POINTS) throw new CoreError('too-many', `pieces.${i}.points`, { max: MAX_POINTS });
    piece.points.forEach(({ x, y }, k) => {
      requireNumber(x, `pieces.${i}.points.${k}.x`, { min: -50_000, max: 50_000 });
      requireNumber(y, `pieces.${i}.points.${k}.y`, { min: -50_000, max: 50_000 });
    });
    if (Math.abs(signedArea(piece.points)) < 1) throw new CoreError('out-of-range', `pieces.${i}.points`, { min: 1 });
    if (crossesOver(piece.points)) throw new CoreError('self-crossing', `pieces.${i}.points`);
    const free = piece.arrowDeg === null;
    const base = free ? 0 : -requireNumber(piece.arrowDeg, `pieces.${i}.arrowDeg`, LIMITS.angleDeg);
    const turns = free ? [0, 90, 180, 270] : this.input.direction === 'one-way' ? [0] : [0, 180];
    const overs = this.input.mirror || free ? [false, true] : [false];
    // Turned over first, the arrow points the other way about.
    return differing(
      overs.flatMap((over) => turns.map((turn) => lieOf(piece.points, (over ? -base : base) + turn, over, gapMm))),
    );
  }

  private boundOf(): Pick<NestResult, 'boundMm' | 'boundBy'> {
    const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0);
    const lengths = this.lies.map((all) => Math.min(...all.map((lie) => lie.lengthMm)));
    // Wider than half the roll, a piece lies over its middle line however it lies, and none lie there over one another.
    const across = this.lies
      .filter((all) => all.every((lie) => lie.widthMm > this.usableMm / 2))
      .map((all) => Math.min(...all.map((lie) => leastChord(lie, this.usableMm))));
    const options = [
      { boundMm: this.areaMm2 / this.usableMm, boundBy: 'area' as const },
      { boundMm: Math.max(0, ...lengths), boundBy: 'tallest' as const },
      { boundMm: sum(across), boundBy: 'wide-pieces' as const },
    ];
    return options.reduce((a, b) => (b.boundMm > a.boundMm ? b : a));
  }

  private lastRow(lie: Lie): number {
    return Math.floor((this.usableMm - lie.widthMm + TOUCH_MM) / this.rowMm);
  }

  /** Each piece, the largest first, where it ends nearest to the roll's beginning. */
  private firstLayout(): Layout {
    const count = this.pieces.length;
    const area = this.pieces.map((piece) => Math.abs(signedArea(piece.points)));
    const order = area.map((_, i) => i).sort((a, b) => area[b]! - area[a]!);
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

  /** The best layout with everything past a shorter length pushed back into it, anywhere. */
  private pushedInto(lengthMm: number): Layout {
    this.rounds = 0;
    this.weights = new Float64Array(this.pieces.length ** 2).fill(1);
    const longest = Math.max(...this.pieces.map((_, i) => this.lies[i]![this.best.lie[i]!]!.lengthMm));
    const layout: Layout = {
      lie: this.best.lie.slice(),
      x: this.best.x.slice(),
      row: this.best.row.slice(),
      lengthMm: Math.max(lengthMm, longest, this.bound.boundMm),
    };
    this.pieces.forEach((_, i) => {
      const lie = this.lies[i]![layout.lie[i]!]!;
      const roomMm = layout.lengthMm - lie.lengthMm;
      if (layout.x[i]! <= roomMm) return;
      layout.x[i] = this.chance() * roomMm;
      layout.row[i] = Math.floor(this.chance() * (this.lastRow(lie) + 1));
    });
    return layout;
  }

  /** One round over the pieces that lie over others, in chance order; gives back how much still does. */
  private settle(layout: Layout): number {
    const order = this.pieces.map((_, i) => i);
    for (let i = order.length - 1; i > 0; i--) {
      const j = Math.floor(this.chance() * (i + 1));
      [order[i], order[j]] = [order[j]!, order[i]!];
    }
    for (const piece of order) if (this.overOthers(layout, piece) > TOUCH_MM) this.moveWell(layout, piece);
    let [total, worst] = [0, 0];
    const count = this.pieces.length;
    const pairs: [number, number, number][] = [];
    for (let a = 0; a < count; a++) {
      for (let b = a + 1; b < count; b++) {
        const depth = this.depth(layout, a, b);
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

  /** How far two pieces would have to be drawn apart, along the roll or across it, mm; 0 where they are apart. */
  private depth(layout: Layout, a: number, b: number): number {
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
  private rowsOut(row: number, at: Int32Array): number {
    return Math.min(row + 1, at.length - 1 - row) * this.rowMm;
  }

  private overOthers(layout: Layout, piece: number): number {
    let total = 0;
    for (let other = 0; other < this.pieces.length; other++)
      if (other !== piece) total += this.depth(layout, other, piece);
    return total;
  }

  /** Moves a piece to the place, among rows and lies, where what it lies over counts least. */
  private moveWell(layout: Layout, piece: number): void {
    const count = this.pieces.length;
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
      const tables = this.pieces.map((_, other) =>
        other === piece ? null : this.table(other, layout.lie[other]!, piece, l),
      );
      for (const r of this.rowsToTry(layout, tables, this.lastRow(lie))) {
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
              this.rowsOut(row, table.at),
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
    for (let other = 0; other < this.pieces.length; other++)
      if (other !== piece) cost += this.weights[other * this.pieces.length + piece]! * this.depth(layout, other, piece);
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

  /** A nest that holds, with every piece slid towards the roll's beginning along its row as far as it goes. */
  private drawnIn(layout: Layout): Layout {
    const order = this.pieces.map((_, i) => i).sort((a, b) => layout.x[a]! - layout.x[b]!);
    for (const piece of [...order, ...order]) layout.x[piece] = this.slid(layout, piece);
    const lengthMm = Math.max(
      ...order.map((piece) => layout.x[piece]! + this.lies[piece]![layout.lie[piece]!]!.lengthMm),
    );
    return { ...layout, lengthMm };
  }

  /** Where a piece comes to a stop that slides towards the beginning. */
  private slid(layout: Layout, piece: number): number {
    let stop = 0;
    for (let other = 0; other < this.pieces.length; other++) {
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

  private table(fixed: number, fixedLie: number, moving: number, movingLie: number): Barred {
    const key = (this.firstLie[fixed]! + fixedLie) * this.lieCount + this.firstLie[moving]! + movingLie;
    return (this.tables[key] ??= barredRows(
      noFit(this.lies[fixed]![fixedLie]!, this.lies[moving]![movingLie]!),
      this.rowMm,
    ));
  }
}

/** Least length of a piece along the roll's middle line, wherever across the roll it lies. A rectangle's is its length. */
function leastChord({ points, widthMm }: Lie, usableMm: number): number {
  const [low, high] = [widthMm - usableMm / 2, usableMm / 2];
  const levels = [low, high, ...points.map(({ y }) => y).filter((y) => y > low && y < high)].map((y) =>
    Math.min(widthMm - TOUCH_MM, Math.max(TOUCH_MM, y)),
  );
  const chord = (y: number): number => {
    const { at, first, spans } = barredRows([points.map((p) => ({ x: p.x, y: p.y - y }))], 1);
    let length = 0;
    for (let k = at[-first]!; k + 1 < at[1 - first]!; k += 2) length += spans[k + 1]! - spans[k]!;
    return length;
  };
  return Math.min(...levels.map(chord));
}

/** Lies that look the same are one. */
function differing(lies: Lie[]): Lie[] {
  const same = (a: Lie, b: Lie): boolean =>
    Math.abs(a.lengthMm - b.lengthMm) < 0.05 &&
    Math.abs(a.widthMm - b.widthMm) < 0.05 &&
    a.outer.every((p) => b.outer.some((q, i) => distanceToSegment(p, q, b.outer[(i + 1) % b.outer.length]!) < SAME_MM));
  return lies.filter((lie, i) => !lies.slice(0, i).some((other) => same(lie, other)));
}
