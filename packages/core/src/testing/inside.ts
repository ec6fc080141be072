import type { Point } from '../geometry/index.js';

/** Whether a place lies within an outline: how often a line from it to the right crosses it, counted anew for specs to check outlines by. */
export function pointInside({ x, y }: Point, outline: readonly Point[]): boolean {
  let inside = false;
  outline.forEach((a, i) => {
    const b = outline[(i + 1) % outline.length]!;
    if (a.y > y !== b.y > y && x < a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x)) inside = !inside;
  });
  return inside;
}
