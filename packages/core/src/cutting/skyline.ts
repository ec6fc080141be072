/** A way a piece may lie, as a box: along the roll in mm, across it in whole rows, the gap to the next in both. */
export interface LyingBox {
  lie: number;
  alongMm: number;
  rows: number;
}

export interface BoxPlace {
  lie: number;
  xMm: number;
  row: number;
}

/** The end of what is laid, seen across the roll: from a row on it lies so far along, up to the next step. */
interface Steps {
  from: number[];
  alongMm: number[];
}

/** Rows left over beside a piece that still count as a close fit. */
const CLOSE_ROWS = 2;
/** Ends this near one another are level, mm. */
const LEVEL_MM = 4;

/**
 * Boxes laid one by one into the lowest step of what is laid, each time the first of the order that fits the step best: as wide as it is,
 * or ending level with a neighbour. What fits nothing any more is filled up and lost. Source: best fit into a skyline.
 * @param order places of the pieces in `boxes`
 */
export function layInSteps(
  boxes: readonly (readonly LyingBox[])[],
  order: ArrayLike<number>,
  rows: number,
): { places: BoxPlace[]; lengthMm: number } {
  const steps: Steps = { from: [0], alongMm: [0] };
  const places = new Array<BoxPlace>(boxes.length);
  const laid = new Uint8Array(boxes.length);
  let lengthMm = 0;
  for (let left = order.length; left > 0;) {
    const k = lowest(steps);
    const [from, at] = [steps.from[k]!, steps.alongMm[k]!];
    const wide = (steps.from[k + 1] ?? rows) - from;
    const before = k > 0 ? steps.alongMm[k - 1]! : Infinity;
    const behind = k + 1 < steps.alongMm.length ? steps.alongMm[k + 1]! : Infinity;
    let [best, pick, box] = [-1, -1, null as LyingBox | null];
    for (let o = 0; o < order.length && best < 4; o++) {
      const i = order[o]!;
      if (laid[i]) continue;
      for (const tried of boxes[i]!) {
        if (tried.rows > wide) continue;
        const spare = wide - tried.rows;
        const end = at + tried.alongMm;
        const fit =
          (spare === 0 ? 3 : spare <= CLOSE_ROWS ? 2 : 0) +
          (Math.abs(end - before) < LEVEL_MM || Math.abs(end - behind) < LEVEL_MM ? 1 : 0);
        if (fit > best) [best, pick, box] = [fit, i, tried];
      }
    }
    if (!box) {
      fillUp(steps, k, before, behind);
      continue;
    }
    const end = at + box.alongMm;
    // Against the neighbour whose end it comes nearer to, so that what is left between stays one.
    const first = before === Infinity || (behind !== Infinity && Math.abs(end - before) <= Math.abs(end - behind));
    places[pick] = { lie: box.lie, xMm: at, row: first ? from : from + wide - box.rows };
    laid[pick] = 1;
    left--;
    lengthMm = Math.max(lengthMm, end);
    raise(steps, k, box.rows, wide, end, first);
  }
  return { places, lengthMm };
}

function lowest({ alongMm }: Steps): number {
  let k = 0;
  for (let i = 1; i < alongMm.length; i++) if (alongMm[i]! < alongMm[k]!) k = i;
  return k;
}

/** A step that nothing fits becomes part of its lower neighbour. */
function fillUp({ from, alongMm }: Steps, k: number, before: number, behind: number): void {
  alongMm[k] = Math.min(before, behind);
  if (behind <= before) [from, alongMm].forEach((list) => list.splice(k + 1, 1));
  if (before <= behind) [from, alongMm].forEach((list) => list.splice(k, 1));
}

function raise({ from, alongMm }: Steps, k: number, rows: number, wide: number, end: number, first: boolean): void {
  if (rows === wide) alongMm[k] = end;
  else if (first) {
    from.splice(k + 1, 0, from[k]! + rows);
    alongMm.splice(k, 0, end);
  } else {
    from.splice(k + 1, 0, from[k]! + wide - rows);
    alongMm.splice(k + 1, 0, end);
  }
}

const STARTS: readonly ((box: LyingBox) => number)[] = [
  ({ rows }) => rows,
  ({ alongMm }) => alongMm,
  ({ rows, alongMm }) => rows * alongMm,
];
/** How much longer a worse order may be and still be gone on with at first, as a share of the length. */
const WARMTH = 0.005;

/** Orders of boxes by cooling: two change places or one moves; a worse one is gone on with by chance, less and less. */
export class BoxOrders {
  best: { places: BoxPlace[]; lengthMm: number };
  private order: number[];
  private lengthMm: number;

  constructor(
    private readonly boxes: readonly (readonly LyingBox[])[],
    private readonly rows: number,
    private readonly chance: () => number,
  ) {
    const orders = STARTS.map((key) => boxes.map((_, i) => i).sort((a, b) => key(boxes[b]![0]!) - key(boxes[a]![0]!)));
    const laid = orders.map((order) => layInSteps(boxes, order, rows));
    const least = laid.reduce((k, { lengthMm }, i) => (lengthMm < laid[k]!.lengthMm ? i : k), 0);
    this.best = laid[least]!;
    this.order = orders[least]!;
    this.lengthMm = this.best.lengthMm;
  }

  /** So many orders more, with so much of the warmth left, 1…0. */
  go(tries: number, warm: number): void {
    const count = this.order.length;
    for (let t = 0; t < tries; t++) {
      const order = [...this.order];
      const [i, j] = [Math.floor(this.chance() * count), Math.floor(this.chance() * count)];
      if (this.chance() < 0.5) [order[i], order[j]] = [order[j]!, order[i]!];
      else order.splice(j, 0, order.splice(i, 1)[0]!);
      const laid = layInSteps(this.boxes, order, this.rows);
      if (
        laid.lengthMm > this.lengthMm &&
        this.chance() >= Math.exp((this.lengthMm - laid.lengthMm) / (WARMTH * warm * this.best.lengthMm))
      )
        continue;
      [this.order, this.lengthMm] = [order, laid.lengthMm];
      if (laid.lengthMm < this.best.lengthMm) this.best = laid;
    }
  }
}
