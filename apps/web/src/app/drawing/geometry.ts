import type { Point } from '@ashstep/core/geometry';

/** Where the sheet shows plan millimetres: px = origin ± mm × scale, y upwards in the plan. */
export interface Viewport {
  originX: number;
  originY: number;
  scale: number;
}

export const toScreen = (view: Viewport, p: Point): Point => ({
  x: view.originX + p.x * view.scale,
  y: view.originY - p.y * view.scale,
});
export const toPlan = (view: Viewport, x: number, y: number): Point => ({
  x: (x - view.originX) / view.scale,
  y: (view.originY - y) / view.scale,
});

const tenth = (value: number): number => Math.round(value * 10) / 10;

/** SVG path of a closed run of points already in px. */
export const closedPath = (points: readonly Point[]): string =>
  pathOf(
    points,
    ({ x }) => x,
    ({ y }) => y,
  );

/** SVG path of a closed run of places on the plan. */
export const planPath = ({ originX, originY, scale }: Viewport, points: readonly Point[]): string =>
  pathOf(
    points,
    ({ x }) => originX + x * scale,
    ({ y }) => originY - y * scale,
  );

/** Written in one go: a drag asks for some thousands of points with every frame. */
function pathOf(points: readonly Point[], x: (p: Point) => number, y: (p: Point) => number): string {
  let path = '';
  for (const p of points) path += `${path === '' ? 'M' : 'L'}${tenth(x(p))} ${tenth(y(p))}`;
  return path === '' ? '' : `${path}Z`;
}

/** Scale and origin that fit the bounds into a box with room for dimensions all round. */
export function fit(
  bounds: { minX: number; minY: number; maxX: number; maxY: number },
  width: number,
  height: number,
  top: number,
  margin = 54,
  side = margin,
): Viewport {
  const scale = Math.max(
    0.01,
    Math.min((width - 2 * side) / (bounds.maxX - bounds.minX), (height - 2 * margin) / (bounds.maxY - bounds.minY)),
  );
  return {
    scale,
    originX: width / 2 - (scale * (bounds.minX + bounds.maxX)) / 2,
    originY: top + height / 2 + (scale * (bounds.minY + bounds.maxY)) / 2,
  };
}

/** Steps of a ruler whose ticks stand at least `gapPx` apart: 1, 2 or 5 times a power of ten, in the unit given. */
export function rulerStep(pxPerUnit: number, gapPx: number): number {
  const raw = gapPx / pxPerUnit;
  const power = 10 ** Math.floor(Math.log10(raw));
  return [1, 2, 5, 10].map((m) => m * power).find((step) => step >= raw) ?? 10 * power;
}
