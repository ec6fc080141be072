import { attempt } from '../errors.js';
import { type Point, outlinePoints } from '../geometry/index.js';
import { type CheckedReading, type GrindCheckResult, grindCheck, middleOf, regionOf } from '../taper/index.js';
import type { RepairInputs } from './inputs.js';
import type { RepairPlan } from './plan.js';

/** A gauge reading where it was taken on the plan. */
export interface GaugePlace extends CheckedReading, Point {}

export interface GrindFound {
  check: GrindCheckResult;
  places: GaugePlace[];
}

const OUTLINE_POINTS = 360;

/** The ground as it was gauged, held against the slope as planned on each ray; null before there is a reading, and where no slope is ground. */
export function grindFound(
  inputs: RepairInputs,
  { damage, taper }: Pick<RepairPlan, 'damage' | 'taper'>,
): GrindFound | null {
  const readings = inputs.survey.gauge;
  if (!damage || !taper || readings.length === 0 || taper.profile.kind !== 'slope') return null;
  const region = regionOf(taper.footprint.regions[0]!);
  const outline = outlinePoints(damage.cutOut, 0, OUTLINE_POINTS);
  const centre = middleOf(outline);
  const ends = new Map(
    [...new Set(readings.map(({ rayDeg }) => rayDeg))].map((rayDeg) => [
      rayDeg,
      whereItLeaves(outline, centre, rayDeg),
    ]),
  );
  const rayRatios = [...ends].map(([rayDeg, end]) => ({ rayDeg, ratio: region.ratioAt(end) }));
  const check = attempt(() =>
    grindCheck({ ratio: taper.ratio, depthMm: taper.footprint.faces[0]!.depthMm, readings, rayRatios }),
  ).result;
  if (!check) return null;
  const places = check.rays.flatMap((ray) =>
    ray.readings.map((reading) => ({
      ...reading,
      ...out(ends.get(reading.rayDeg) ?? whereItLeaves(outline, centre, reading.rayDeg), reading),
    })),
  );
  return { check, places };
}

const out = (from: Point, { rayDeg, outMm }: CheckedReading): Point => ({
  x: from.x + outMm * Math.cos((rayDeg * Math.PI) / 180),
  y: from.y + outMm * Math.sin((rayDeg * Math.PI) / 180),
});

/** Where a ray from the middle crosses an outline for the last time. */
function whereItLeaves(outline: readonly Point[], from: Point, rayDeg: number): Point {
  const [dx, dy] = [Math.cos((rayDeg * Math.PI) / 180), Math.sin((rayDeg * Math.PI) / 180)];
  let furthest = 0;
  outline.forEach((a, i) => {
    const b = outline[(i + 1) % outline.length]!;
    const [ex, ey] = [b.x - a.x, b.y - a.y];
    const across = dx * ey - dy * ex;
    if (across === 0) return;
    const along = ((a.x - from.x) * ey - (a.y - from.y) * ex) / across;
    const share = ((a.x - from.x) * dy - (a.y - from.y) * dx) / across;
    if (share >= 0 && share <= 1) furthest = Math.max(furthest, along);
  });
  return { x: from.x + furthest * dx, y: from.y + furthest * dy };
}
