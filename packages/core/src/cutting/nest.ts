import { LIMITS } from '../limits/index.js';
import { CoreError, requireNumber } from '../errors.js';
import { crossesOver } from '../geometry/clipping.js';
import { type Point, distanceToSegment, signedArea } from '../geometry/index.js';
import { chances } from '../statistics/index.js';
import { type LengthBound, lengthBound } from './bound.js';
import { type Lie, lieOf } from './fit.js';
import { type Layout, Lying } from './lying.js';
import { type OffCut, offCuts } from './off-cuts.js';
import { TOUCH_MM } from './rows.js';
import { BoxOrders, type LyingBox } from './skyline.js';
import { Squeeze } from './squeeze.js';

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

export interface NestResult extends LengthBound {
  placed: Placed[];
  /** Off the roll, mm. */
  lengthMm: number;
  /** Of the cloth cut off, in pieces, per cent. */
  usedPercent: number;
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
/** Orders of boxes tried before the first answer. */
const FIRST_TRIES = 500;
/** Orders tried, so many at once, between two rounds; after so many rounds only where no other nest is shorter. */
const BOX_ROUNDS = 40;
const BOX_TRIES = 800;
/** Where boxes still lie shortest after those, only every so many rounds is one of pushing. */
const BOXES_LEAD = 6;
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
 * first, in the first free place. Orders of the boxes are tried by cooling, and the shortest nest is made shorter bit by bit: pieces are
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

class Nest {
  private readonly pieces: readonly NestPiece[];
  private readonly lies: Lie[][];
  private readonly usableMm: number;
  private readonly rowMm: number;
  private readonly bound: LengthBound;
  private readonly areaMm2: number;
  private readonly tooWide: string[] = [];
  private readonly chance: () => number;
  private best: Layout;
  private readonly boxes: BoxOrders;
  private readonly gapMm: number;
  private readonly lying: Lying;
  private readonly squeeze: Squeeze;
  /** Layout being pushed into the shorter length, and the rounds spent on it. */
  private squeezed: Layout | null = null;
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
    this.lying = new Lying(this.lies, this.rowMm, this.usableMm);
    this.areaMm2 = this.lying.areasMm2.reduce((sum, area) => sum + area, 0);
    this.bound = lengthBound(this.lies, this.areaMm2, this.usableMm);
    this.squeeze = new Squeeze(this.lying, this.bound.boundMm, this.chance);
    this.boxes = new BoxOrders(
      this.lies.map((all) => this.boxesOf(all)),
      this.usableMm + gapMm,
      this.chance,
    );
    this.boxes.go(FIRST_TRIES);
    this.best = this.boxed();
    this.done = this.best.lengthMm <= this.bound.boundMm * ENOUGH || this.pieces.length < 2;
  }

  progress(): NestProgress {
    return { share: this.done ? 1 : Math.min(1, this.tries / TRIES), soFar: this.result() };
  }

  /** One round: orders of boxes, and every piece that lies over another goes where it does so least. */
  step(): void {
    this.tries++;
    if (this.tries === 1) this.take(this.lying.firstLayout());
    else if (this.tries <= BOX_ROUNDS || this.best.y) {
      this.boxes.go(BOX_TRIES);
      this.take(this.boxed());
      if (this.tries > BOX_ROUNDS && this.tries % BOXES_LEAD > 0) return;
    }
    if (!this.squeezed) {
      this.rounds = 0;
      this.squeezed = this.squeeze.pushedInto(this.best, this.best.lengthMm * (1 - this.shrink));
    }
    const layout = this.squeezed;
    const over = this.squeeze.settle(layout);
    if (over <= TOUCH_MM) {
      this.shrink = Math.min(FIRST_SHRINK, this.shrink * 1.3);
      this.squeezed = null;
      this.take(this.lying.drawnIn(layout));
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

  /** Every way a piece may lie as a box with the gap to the next, one as wide as the roll as wide as all of it; ways with the same box are one. */
  private boxesOf(lies: readonly Lie[]): LyingBox[] {
    const made = lies.map((lie, i) => ({
      lie: i,
      alongMm: lie.lengthMm + this.gapMm,
      acrossMm: Math.min(this.usableMm, lie.widthMm) + this.gapMm,
    }));
    return made.filter(
      (box, i) =>
        !made
          .slice(0, i)
          .some(({ alongMm, acrossMm }) => Math.abs(acrossMm - box.acrossMm) < TOUCH_MM && Math.abs(alongMm - box.alongMm) < TOUCH_MM), // prettier-ignore
    );
  }

  /** The best order of boxes. */
  private boxed(): Layout {
    const { places, lengthMm } = this.boxes.best;
    return {
      lie: Int32Array.from(places, (place) => place!.lie),
      x: Float64Array.from(places, (place) => place!.xMm),
      row: Int32Array.from(places, (place) => Math.floor(place!.yMm / this.rowMm)),
      y: Float64Array.from(places, (place) => place!.yMm),
      lengthMm: lengthMm - this.gapMm,
    };
  }

  result(): NestResult {
    if (this.kept) return { ...this.kept, tries: this.tries };
    const placed = this.pieces.map((piece, i): Placed => {
      const lie = this.lies[i]![this.best.lie[i]!]!;
      const [xMm, yMm] = [this.best.x[i]!, this.best.y?.[i] ?? this.best.row[i]! * this.rowMm];
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
}

/** Lies that look the same are one. */
function differing(lies: Lie[]): Lie[] {
  const same = (a: Lie, b: Lie): boolean =>
    Math.abs(a.lengthMm - b.lengthMm) < 0.05 &&
    Math.abs(a.widthMm - b.widthMm) < 0.05 &&
    a.outer.every((p) => b.outer.some((q, i) => distanceToSegment(p, q, b.outer[(i + 1) % b.outer.length]!) < SAME_MM));
  return lies.filter((lie, i) => !lies.slice(0, i).some((other) => same(lie, other)));
}
