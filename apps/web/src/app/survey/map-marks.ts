import { type Point, type Shape, place } from '@ashstep/core/geometry';
import { type MapMark, snapPoint } from '@ashstep/core/survey';
import { movePoint } from '../drawing/handles';
import type { MapPress } from './survey-desk';

/** Fineness of what is set by hand, mm. */
export const HAND_GRID_MM = 1;

/** Places a new one may be drawn to: those of the main outline, if it has corners, and of all marks. */
export function snapTargets(shape: Shape, marks: readonly MapMark[]): Point[] {
  const corners = shape.kind === 'polygon' ? shape.points.map((point) => place(point, shape)) : [];
  return [...corners, ...marks.flatMap((mark) => mark.points)];
}

/** A press as the place it means. */
export const settled = (press: MapPress, targets: readonly Point[]): Point =>
  snapPoint(press, targets, press.reachMm, HAND_GRID_MM);

/** The marks with one place of one of them elsewhere; an outline never comes to cross itself. */
export function moveMarkPoint(
  marks: readonly MapMark[],
  id: string,
  index: number,
  move: (point: Point) => Point,
): MapMark[] {
  return marks.map((mark) => {
    if (mark.id !== id) return mark;
    if (mark.kind === 'crack')
      return { ...mark, points: mark.points.map((point, i) => (i === index ? move(point) : point)) };
    return { ...mark, points: movePoint({ kind: 'polygon', points: mark.points }, index, move).points };
  });
}
