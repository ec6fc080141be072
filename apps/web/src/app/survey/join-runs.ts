import { type Point, signedArea } from '@ashstep/core/geometry';
import type { FoundOutline } from './outline';

/** Ends nearer to one another than this share of the drawing are one place. */
const JOIN_SHARE = 1e-4;

/** The corners of what points take up; however many there are. */
export function bounds(points: readonly Point[]): { least: Point; most: Point } {
  const least = { x: Infinity, y: Infinity };
  const most = { x: -Infinity, y: -Infinity };
  for (const { x, y } of points) {
    [least.x, least.y] = [Math.min(least.x, x), Math.min(least.y, y)];
    [most.x, most.y] = [Math.max(most.x, x), Math.max(most.y, y)];
  }
  return { least, most };
}

/** Places along a line, and the layer or name it has. */
export interface Run {
  name: string;
  points: Point[];
}

/** Open runs put end to end where they meet, the nearest first; what comes back to its beginning is closed. */
export function joinRuns(runs: readonly Run[]): { closed: FoundOutline[]; open: number } {
  const left = runs.filter(({ points }) => points.length >= 2);
  const { least, most } = bounds(left.flatMap(({ points }) => points));
  const reach = Math.max(1e-9, (most.x - least.x + most.y - least.y) * JOIN_SHARE) || 1e-9;
  const ends = new Ends(reach);
  for (const run of left) ends.add(run);
  const closed: FoundOutline[] = [];
  let open = 0;
  for (const begun of left) {
    if (!ends.take(begun)) continue;
    const points = [...begun.points];
    const back = (): number => (points.length > 3 ? apart(points[0]!, points.at(-1)!) : Infinity);
    for (let next = ends.nearest(points.at(-1)!); next && next.off < back(); next = ends.nearest(points.at(-1)!)) {
      ends.take(next.run);
      const more = next.fromEnd ? [...next.run.points].reverse() : next.run.points;
      for (const point of more.slice(1)) points.push(point);
    }
    if (back() <= reach) closed.push({ name: begun.name, points: points.slice(0, -1) });
    else open++;
  }
  return { closed, open };
}

export const apart = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y);

/** A cell and those about it, its own first. */
const AROUND = [0, -1, 1].flatMap((i) => [0, -1, 1].map((j) => [i, j] as const));

interface End {
  run: Run;
  fromEnd: boolean;
}

/** The ends of runs that are not joined yet, by where they lie. */
class Ends {
  private readonly cells = new Map<string, Set<End>>();
  private readonly free = new Set<Run>();

  constructor(private readonly reach: number) {}

  add(run: Run): void {
    this.free.add(run);
    for (const fromEnd of [false, true]) {
      const key = this.key(this.end(run, fromEnd), 0, 0);
      const cell = this.cells.get(key) ?? new Set();
      this.cells.set(key, cell.add({ run, fromEnd }));
    }
  }

  /** Takes a run out; whether it was in. */
  take(run: Run): boolean {
    return this.free.delete(run);
  }

  /** The free end next to a place, within reach. */
  nearest(place: Point): (End & { off: number }) | null {
    let best: (End & { off: number }) | null = null;
    for (const [i, j] of AROUND) {
      const cell = this.cells.get(this.key(place, i, j));
      for (const end of cell ?? []) {
        const off = apart(this.end(end.run, end.fromEnd), place);
        if (!this.free.has(end.run)) cell!.delete(end);
        else if (off <= this.reach && off < (best?.off ?? Infinity)) best = { ...end, off };
        // Where thousands of lines meet in one place, any of them will do.
        if (best?.off === 0) return best;
      }
    }
    return best;
  }

  private end({ points }: Run, fromEnd: boolean): Point {
    return fromEnd ? points.at(-1)! : points[0]!;
  }

  private key({ x, y }: Point, i: number, j: number): string {
    return `${Math.floor(x / this.reach) + i} ${Math.floor(y / this.reach) + j}`;
  }
}

/** The largest first, without what has no area. */
export const bySize = (outlines: FoundOutline[]): FoundOutline[] =>
  outlines
    .filter(({ points }) => points.length >= 3 && Math.abs(signedArea(points)) > 0)
    .sort((a, b) => Math.abs(signedArea(b.points)) - Math.abs(signedArea(a.points)));
