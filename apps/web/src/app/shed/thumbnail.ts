import { type PlanOutline, runsOf } from '@ashstep/core/drawing';
import { closedPath } from '../drawing/geometry';
import type { BoardJob } from './board-job';

/** Thumbnails are drawn at one common scale, px for a millimetre. */
const ONE_SCALE = 100 / 470;
/** Their box, and the middle of it, px. */
const THUMB_PX = { across: 120, down: 92 };
const EDGE_PX = 1;

type Outlines = BoardJob['outlines'];

/** An outline of a job as a path in its thumbnail, about the middle of all that is worked on; empty where there is none. */
export function thumbnail({ outlines }: Pick<BoardJob, 'outlines'>, outline: PlanOutline | null): string {
  const whole = extentOf(outlines);
  if (!outline || !whole) return '';
  const scale = scaleOf(outlines);
  return runsOf(outline)
    .map((run) =>
      closedPath(
        run.map(({ x, y }) => ({
          x: THUMB_PX.across / 2 + (x - whole.midX) * scale,
          y: THUMB_PX.down / 2 - (y - whole.midY) * scale,
        })),
      ),
    )
    .join('');
}

/** Whether a thumbnail is drawn smaller than the others, which it would not fit in beside. */
export const isDrawnSmaller = ({ outlines }: Pick<BoardJob, 'outlines'>): boolean => scaleOf(outlines) < ONE_SCALE;

function scaleOf(outlines: Outlines): number {
  const whole = extentOf(outlines);
  if (!whole) return ONE_SCALE;
  return Math.min(
    ONE_SCALE,
    (THUMB_PX.across - 2 * EDGE_PX) / whole.lengthMm,
    (THUMB_PX.down - 2 * EDGE_PX) / whole.widthMm,
  );
}

/** Size and middle of all that is worked on, mm. */
function extentOf({ mask, footprint, cutOut, damage }: Outlines) {
  const whole = mask ?? footprint ?? cutOut ?? damage;
  if (!whole) return null;
  const points = runsOf(whole).flat();
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
  const [left, right, low, high] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  return { lengthMm: right - left, widthMm: high - low, midX: (left + right) / 2, midY: (low + high) / 2 };
}
