import type { Point } from '@ashstep/core/geometry';
import svgPath from 'svgpath';
import { apart, bounds, bySize } from './join-runs';
import { type FoundOutline, type OutlineFile, UNITS, UnreadableOutline } from './outline';

/** Ends nearer to one another than this share of a line's size are one place. */
const CLOSED_SHARE = 1e-4;
/** Places taken on a curved piece. */
const PER_CURVE = 24;

/** Closed outlines of an SVG, with all the moves round them. @throws UnreadableOutline */
export function readSvg(text: string): OutlineFile {
  const drawn = new DOMParser().parseFromString(text, 'image/svg+xml');
  const root = drawn.documentElement;
  if (drawn.querySelector('parsererror') || root.localName !== 'svg')
    throw new UnreadableOutline('This SVG is damaged. Save it again, as plain SVG.');
  const outlines: FoundOutline[] = [];
  let open = 0;
  for (const shape of drawn.querySelectorAll('path, polygon, polyline, rect, circle, ellipse, line'))
    for (const { points, closed } of runsOf(pathOf(shape), movesOf(shape))) {
      if (closed) outlines.push({ name: shape.id || shape.closest('g[id]')?.id || 'Outline', points });
      else open++;
    }
  return { outlines: bySize(outlines), open, mmPerUnit: svgScale(root) };
}

/** The moves of a shape and of all it stands in, the outermost first. */
function movesOf(shape: Element): string {
  const moves: string[] = [];
  for (let at: Element | null = shape; at && at.localName !== 'svg'; at = at.parentElement)
    moves.unshift(at.getAttribute('transform') ?? '');
  return moves.join(' ');
}

/** Any shape as a path. */
function pathOf(shape: Element): string {
  const figure = (name: string): number => Number.parseFloat(shape.getAttribute(name) ?? '') || 0;
  const corners = (shape.getAttribute('points') ?? '').trim();
  switch (shape.localName) {
    case 'path':
      return shape.getAttribute('d') ?? '';
    case 'polygon':
      return corners && `M${corners}Z`;
    case 'polyline':
      return corners && `M${corners}`;
    case 'line':
      return `M${figure('x1')} ${figure('y1')}L${figure('x2')} ${figure('y2')}`;
    case 'rect':
      return rounded(figure('x'), figure('y'), figure('width'), figure('height'), figure('rx') || figure('ry'), figure('ry') || figure('rx')); // prettier-ignore
    default: {
      const [rx, ry] = shape.localName === 'circle' ? [figure('r'), figure('r')] : [figure('rx'), figure('ry')];
      return rounded(figure('cx') - rx, figure('cy') - ry, 2 * rx, 2 * ry, rx, ry);
    }
  }
}

function rounded(x: number, y: number, width: number, height: number, rx: number, ry: number): string {
  const [a, b] = [Math.min(rx, width / 2), Math.min(ry, height / 2)];
  if (!(a > 0 && b > 0)) return `M${x} ${y}h${width}v${height}h${-width}Z`;
  const arc = (dx: number, dy: number): string => `a${a} ${b} 0 0 1 ${dx} ${dy}`;
  return `M${x + a} ${y}h${width - 2 * a}${arc(a, b)}v${height - 2 * b}${arc(-a, b)}h${2 * a - width}${arc(-a, -b)}v${2 * b - height}${arc(a, -b)}Z`;
}

/** Runs of a path, y upwards: its corners as they are, places on its curves between. */
function runsOf(d: string, moves: string): { points: Point[]; closed: boolean }[] {
  const runs: { points: Point[]; closed: boolean }[] = [];
  const add = (x: number, y: number): unknown => runs.at(-1)?.points.push({ x, y: -y });
  const path = svgPath(d).abs().unshort().transform(moves).unarc();
  path.iterate((segment, _index, fromX, fromY) => {
    const [kind, ...to] = segment as [string, ...number[]];
    // After an end of its own a run may go on from where it began.
    if (kind === 'M' || (runs.at(-1)?.closed && kind !== 'Z')) runs.push({ points: [], closed: false });
    if (kind !== 'M' && runs.at(-1)?.points.length === 0) add(fromX, fromY);
    if (kind === 'M' || kind === 'L') add(to[0]!, to[1]!);
    else if (kind === 'H') add(to[0]!, fromY);
    else if (kind === 'V') add(fromX, to[0]!);
    else if (kind === 'C' || kind === 'Q')
      for (let k = 1; k <= PER_CURVE; k++) {
        const t = k / PER_CURVE;
        add(
          bezier([fromX, ...to.filter((_, i) => i % 2 === 0)], t),
          bezier([fromY, ...to.filter((_, i) => i % 2 === 1)], t),
        );
      }
    else if (runs.length > 0) runs.at(-1)!.closed = true;
  });
  return runs.filter(({ points }) => points.length > 1).map(closedIfMet);
}

/** One axis of a curve by its pulls, halved down (de Casteljau). */
function bezier(pulls: readonly number[], t: number): number {
  return pulls.length === 1
    ? pulls[0]!
    : bezier(
        pulls.slice(1).map((pull, i) => pulls[i]! + (pull - pulls[i]!) * t),
        t,
      );
}

/** A run that comes back to its beginning is closed, and says so once. */
function closedIfMet({ points, closed }: { points: Point[]; closed: boolean }): { points: Point[]; closed: boolean } {
  const { least, most } = bounds(points);
  const meets = points.length > 3 && apart(points[0]!, points.at(-1)!) < CLOSED_SHARE * apart(least, most);
  return { points: meets ? points.slice(0, -1) : points, closed: closed || meets };
}

function svgScale(root: Element): number | null {
  const [, size, unit] = /^\s*([\d.]+)\s*(mm|cm|in)\s*$/.exec(root.getAttribute('width') ?? '') ?? [];
  const box = root.getAttribute('viewBox')?.trim().split(/[\s,]+/).map(Number); // prettier-ignore
  if (!size || !unit || !box?.[2]) return null;
  return (Number(size) * UNITS[unit]!.mm) / box[2];
}
