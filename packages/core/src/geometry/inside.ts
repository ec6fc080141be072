import type { Point } from './shape.js';

/** Whether a point lies within an outline, by how often a ray from it crosses it. On the outline itself it may be told either way. */
export const isInside = (outline: readonly Point[], { x, y }: Point): boolean =>
  outline.reduce((inside, a, i) => {
    const b = outline[(i + 1) % outline.length]!;
    const crosses = a.y > y !== b.y > y && x < a.x + ((y - a.y) * (b.x - a.x)) / (b.y - a.y);
    return crosses ? !inside : inside;
  }, false);
