import { TOUCH_MM } from './rows.js';

/** A way a piece may lie, as a box with the gap to the next: along the roll and across it, mm. */
export interface LyingBox {
  lie: number;
  alongMm: number;
  acrossMm: number;
}

export interface BoxPlace {
  lie: number;
  xMm: number;
  yMm: number;
}

/** Boxes laid one by one: where each came to lie, null for what was left out; how long it is; the area of what was left out. */
export interface LaidBoxes {
  places: (BoxPlace | null)[];
  lengthMm: number;
  leftMm2: number;
}

/** A box fills its step where so little is left beside it, and is close to that where so little, mm. */
const FULL_MM = 1;
const CLOSE_MM = 20;
/** Ends this near one another are level, mm. */
const LEVEL_MM = 20;

/**
 * Boxes laid one by one into the lowest step of what is laid, each time the first of the order that fits the step best: as wide as it is, or
 * ending level with a neighbour or with the length that may be used. What fits nothing any more is filled up and lost. Source: best fit into
 * a skyline.
 */
class Steps {
  /** Where a piece's boxes begin among all of them. */
  private readonly first: Int32Array;
  private readonly along: Float64Array;
  private readonly across: Float64Array;
  /** Pieces by how narrow they can lie. */
  private readonly narrowFirst: readonly number[];
  private readonly least: Float64Array;
  private readonly areas: Float64Array;
  readonly areaMm2: number;
  /** The end of what is laid, seen across the roll: from here on it lies so far along, up to the next step. */
  private readonly from: Float64Array;
  private readonly end: Float64Array;
  private count = 0;
  private readonly box: Int32Array;
  private readonly x: Float64Array;
  private readonly y: Float64Array;
  /** Boxes of the pieces not laid yet, in the order, with their sizes beside them: they are gone through for every piece laid. */
  private readonly rest: Int32Array;
  private readonly restAlong: Float64Array;
  private readonly restAcross: Float64Array;
  private readonly pieceOf: Int32Array;
  private left = 0;

  constructor(
    private readonly boxes: readonly (readonly LyingBox[])[],
    private readonly widthMm: number,
  ) {
    const pieces = boxes.length;
    this.first = new Int32Array(pieces + 1);
    boxes.forEach((all, i) => (this.first[i + 1] = this.first[i]! + all.length));
    const flat = boxes.flat();
    this.along = Float64Array.from(flat, ({ alongMm }) => alongMm);
    this.across = Float64Array.from(flat, ({ acrossMm }) => acrossMm);
    this.least = Float64Array.from(boxes, (all) => Math.min(...all.map(({ acrossMm }) => acrossMm)));
    this.narrowFirst = boxes.map((_, i) => i).sort((a, b) => this.least[a]! - this.least[b]!);
    this.areas = Float64Array.from(boxes, ([box]) => box!.alongMm * box!.acrossMm);
    this.areaMm2 = this.areas.reduce((sum, area) => sum + area, 0);
    [this.from, this.end] = [new Float64Array(pieces + 2), new Float64Array(pieces + 2)];
    [this.box, this.rest] = [new Int32Array(pieces), new Int32Array(flat.length)];
    [this.restAlong, this.restAcross] = [new Float64Array(flat.length), new Float64Array(flat.length)];
    this.pieceOf = Int32Array.from(boxes.flatMap((all, i) => all.map(() => i)));
    [this.x, this.y] = [new Float64Array(pieces), new Float64Array(pieces)];
  }

  /**
   * Lays them, none past the length that may be used; gives back the area of what is left out, mm², or Infinity once so much is lost that it
   * would be more than it may be.
   */
  lay(order: ArrayLike<number>, mostMm: number, mostLeftMm2 = Infinity): number {
    this.left = 0;
    for (let o = 0; o < order.length; o++) {
      const i = order[o]!;
      for (let b = this.first[i]!; b < this.first[i + 1]!; b++) {
        this.rest[this.left] = b;
        this.restAlong[this.left] = this.along[b]!;
        this.restAcross[this.left++] = this.across[b]!;
      }
    }
    this.box.fill(-1);
    [this.count, this.from[0], this.end[0]] = [1, 0, 0];
    // What is lost beyond what the length has to spare is left out.
    let mayLoseMm2 = mostLeftMm2 + mostMm * this.widthMm - this.areaMm2 + TOUCH_MM;
    let narrow = 0;
    while (this.left > 0) {
      const k = this.lowest();
      const wide = (k + 1 < this.count ? this.from[k + 1]! : this.widthMm) - this.from[k]!;
      while (this.box[this.narrowFirst[narrow]!]! >= 0) narrow++;
      const fits = this.least[this.narrowFirst[narrow]!]! <= wide + TOUCH_MM;
      if (fits && this.layOne(k, wide, mostMm)) continue;
      const level = Math.min(this.before(k), this.behind(k));
      if (level === Infinity) break;
      mayLoseMm2 -= wide * (level - this.end[k]!);
      if (mayLoseMm2 < 0) return Infinity;
      this.fillUp(k);
    }
    let area = 0;
    for (let i = 0; this.left > 0 && i < this.boxes.length; i++) if (this.box[i]! < 0) area += this.areas[i]!;
    return area;
  }

  /** Of what was laid last. */
  laid(leftMm2: number): LaidBoxes {
    let lengthMm = 0;
    const places = this.boxes.map((all, i) => {
      const b = this.box[i]!;
      if (b < 0) return null;
      lengthMm = Math.max(lengthMm, this.x[i]! + this.along[b]!);
      return { lie: all[b - this.first[i]!]!.lie, xMm: this.x[i]!, yMm: this.y[i]! };
    });
    return { places, lengthMm, leftMm2 };
  }

  private lowest(): number {
    let k = 0;
    for (let i = 1; i < this.count; i++) if (this.end[i]! < this.end[k]!) k = i;
    return k;
  }

  private before(k: number): number {
    return k > 0 ? this.end[k - 1]! : Infinity;
  }

  private behind(k: number): number {
    return k + 1 < this.count ? this.end[k + 1]! : Infinity;
  }

  /** Lays the piece that fits a step best, if any does. */
  private layOne(k: number, wide: number, mostMm: number): boolean {
    const { restAlong, restAcross, left } = this;
    const at = this.end[k]!;
    const [before, behind, roomMm] = [this.before(k), this.behind(k), mostMm - at + TOUCH_MM];
    let best = -1;
    let pick = -1;
    for (let o = 0; o < left && best < 4; o++) {
      const spare = wide - restAcross[o]!;
      const along = restAlong[o]!;
      if (spare < -TOUCH_MM || along > roomMm) continue;
      const end = at + along;
      let fit = spare < FULL_MM ? 3 : spare <= CLOSE_MM ? 2 : 0;
      if (Math.abs(end - before) < LEVEL_MM || Math.abs(end - behind) < LEVEL_MM || mostMm - end < LEVEL_MM) fit++;
      if (fit <= best) continue;
      best = fit;
      pick = o;
    }
    if (pick < 0) return false;
    const picked = this.rest[pick]!;
    const end = at + this.along[picked]!;
    const across = this.across[picked]!;
    // Against the neighbour whose end it comes nearer to, so that what is left between stays one.
    const first = before === Infinity || (behind !== Infinity && Math.abs(end - before) <= Math.abs(end - behind));
    const i = this.pieceOf[picked]!;
    this.box[i] = picked;
    this.x[i] = at;
    this.y[i] = first ? this.from[k]! : this.from[k]! + wide - across;
    this.takeFromRest(pick - (picked - this.first[i]!), this.first[i + 1]! - this.first[i]!);
    if (wide - across < TOUCH_MM) this.end[k] = end;
    else {
      for (let j = this.count++; j > k + 1; j--) {
        this.from[j] = this.from[j - 1]!;
        this.end[j] = this.end[j - 1]!;
      }
      this.from[k + 1] = first ? this.from[k]! + across : this.from[k]! + wide - across;
      this.end[k] = first ? end : at;
      this.end[k + 1] = first ? at : end;
    }
    return true;
  }

  /** The boxes of a piece stand together. So few are moved that a loop is sooner done than `copyWithin`. */
  private takeFromRest(at: number, count: number): void {
    this.left -= count;
    for (let o = at; o < this.left; o++) {
      this.rest[o] = this.rest[o + count]!;
      this.restAlong[o] = this.restAlong[o + count]!;
      this.restAcross[o] = this.restAcross[o + count]!;
    }
  }

  /** A step that nothing fits becomes part of its lower neighbour. */
  private fillUp(k: number): void {
    const [before, behind] = [this.before(k), this.behind(k)];
    this.end[k] = Math.min(before, behind);
    if (behind <= before) this.takeOut(k + 1);
    if (before <= behind) this.takeOut(k);
  }

  private takeOut(k: number): void {
    this.count--;
    for (let j = k; j < this.count; j++) {
      this.from[j] = this.from[j + 1]!;
      this.end[j] = this.end[j + 1]!;
    }
  }
}

/** Boxes laid once in an order, none past a length where one is given. @param order places of the pieces in `boxes` */
export function layInSteps(
  boxes: readonly (readonly LyingBox[])[],
  order: ArrayLike<number>,
  widthMm: number,
  mostMm = Infinity,
): LaidBoxes {
  const steps = new Steps(boxes, widthMm);
  return steps.laid(steps.lay(order, mostMm));
}

const STARTS: readonly ((box: LyingBox) => number)[] = [
  ({ acrossMm }) => acrossMm,
  ({ alongMm }) => alongMm,
  ({ acrossMm, alongMm }) => acrossMm * alongMm,
];
/** How much more may be left out than before and still be gone on with while it is warm, as a share of all there is. */
const WARMTH = 0.003;
/** It is warmed anew after so many orders. */
const COOLING = 10_000;
/** By so much shorter than the best is what they are to fit into. */
const SHORTER = 0.003;

/**
 * Orders of boxes by cooling, for a length a little shorter than the best: two change places or one moves, and what more they leave out is
 * gone on with by chance, less and less. Once nothing is left out that is the best, and less is asked. What is left out tells one order from
 * another where their lengths would be the same.
 */
export class BoxOrders {
  best: LaidBoxes;
  private readonly steps: Steps;
  private readonly order: Int32Array;
  private mostMm = Infinity;
  private leftMm2 = 0;
  private tried = 0;

  constructor(
    boxes: readonly (readonly LyingBox[])[],
    private readonly widthMm: number,
    private readonly chance: () => number,
  ) {
    this.steps = new Steps(boxes, widthMm);
    const orders = STARTS.map((key) => boxes.map((_, i) => i).sort((a, b) => key(boxes[b]![0]!) - key(boxes[a]![0]!)));
    const laid = orders.map((order) => this.steps.laid(this.steps.lay(order, Infinity)));
    const least = laid.reduce((k, { lengthMm }, i) => (lengthMm < laid[k]!.lengthMm ? i : k), 0);
    this.best = laid[least]!;
    this.order = Int32Array.from(orders[least]!);
    this.askLess();
  }

  /** So many orders more. Of one there is no other order. */
  go(tries: number): void {
    const count = this.order.length;
    if (count < 2) return;
    for (let t = 0; t < tries && this.mostMm * this.widthMm >= this.steps.areaMm2; t++) {
      const [i, j] = [Math.floor(this.chance() * count), Math.floor(this.chance() * count)];
      const change = this.chance() < 0.5;
      if (change) this.change(i, j);
      else this.move(i, j);
      const warm = WARMTH * this.steps.areaMm2 * (1 - (this.tried++ % COOLING) / COOLING);
      const mostLeft = this.leftMm2 - warm * Math.log(1 - this.chance());
      const left = this.steps.lay(this.order, this.mostMm, mostLeft);
      if (left > mostLeft) {
        if (change) this.change(i, j);
        else this.move(j, i);
        continue;
      }
      this.leftMm2 = left;
      while (this.leftMm2 === 0) {
        this.best = this.steps.laid(0);
        this.askLess();
      }
    }
  }

  private askLess(): void {
    this.mostMm = this.best.lengthMm * (1 - SHORTER);
    this.tried = 0;
    this.leftMm2 = this.steps.lay(this.order, this.mostMm);
  }

  private change(i: number, j: number): void {
    [this.order[i], this.order[j]] = [this.order[j]!, this.order[i]!];
  }

  private move(from: number, to: number): void {
    const piece = this.order[from]!;
    if (from < to) this.order.copyWithin(from, from + 1, to + 1);
    else this.order.copyWithin(to + 1, to, from);
    this.order[to] = piece;
  }
}
