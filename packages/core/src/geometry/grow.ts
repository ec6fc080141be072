import { LIMITS } from '../limits/index.js';
import { requireNumber } from '../errors.js';
import { soundBoundary } from './boundary.js';
import { outlinePoints } from './offset.js';
import { type Point, type Shape, checkShape, signedArea } from './shape.js';

/** Outlines change seldom, the plan with every frame of a drag: the last of each. */
const KNOWN = new WeakMap<readonly Point[], { asked: string; made: Point[] }>();

function grownOutline(points: readonly Point[], marginMm: number, minCornerRadiusMm: number): Point[] {
  const asked = `${marginMm} ${minCornerRadiusMm}`;
  const known = KNOWN.get(points);
  if (known?.asked === asked) return known.made;
  const round = marginMm > 0 && roundEnough(points, minCornerRadiusMm - marginMm);
  const made = round
    ? outlinePoints({ kind: 'polygon', points }, marginMm)
    : soundBoundary([points], marginMm, minCornerRadiusMm)[0]!;
  KNOWN.set(points, { asked, made });
  return made;
}

/** What a rounding may cut off of a bend before it is one that must be looked at, mm. */
const BITE_MM = 0.02;

/**
 * Whether a run has no outward bend that a disc of a radius would not lie in: over every stretch that turns up to a right angle, what an arc of the radius
 * would cut off of one as long and as bent is next to nothing. So it is with most traced outlines, and nothing need be searched for them.
 */
function roundEnough(points: readonly Point[], radiusMm: number): boolean {
  if (radiusMm <= 0) return true;
  const run = signedArea(points) >= 0 ? points : [...points].reverse();
  const count = run.length;
  const at = (i: number): Point => run[((i % count) + count) % count]!;
  const turns = run.map((b, i) => {
    const [a, c] = [at(i - 1), at(i + 1)];
    return Math.atan2(
      (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x),
      (b.x - a.x) * (c.x - b.x) + (b.y - a.y) * (c.y - b.y),
    );
  });
  for (let from = 0; from < count; from++) {
    let [turn, length] = [0, 0];
    for (let k = from; k < from + count; k++) {
      turn += turns[k % count]!;
      if (turn > Math.PI / 2) turn = Math.PI / 2;
      const sharper = radiusMm - length / Math.max(turn, 1e-9);
      if (turn > 0 && sharper > 0 && sharper * (1 / Math.cos(turn / 2) - 1) > BITE_MM) return false;
      length += Math.hypot(at(k + 1).x - at(k).x, at(k + 1).y - at(k).y);
      if (length > radiusMm * Math.PI * 0.5) break;
    }
  }
  return true;
}

type Ellipse = Extract<Shape, { kind: 'ellipse' }>;

/**
 * The cut-out of a shape: nowhere less than the margin away from it, and with no corner sharper than `minCornerRadiusMm`. Circle, slot and rounded
 * rectangle stay what they are; a round end has no corner, however narrow. A grown ellipse is no ellipse: it comes as the outline it is.
 * @throws CoreError for a bad shape, margin or radius
 */
export function growShape(shape: Shape, marginMm: number, minCornerRadiusMm = 0): Shape {
  checkShape(shape);
  requireNumber(marginMm, 'marginMm', LIMITS.damageMarginMm);
  requireNumber(minCornerRadiusMm, 'minCornerRadiusMm', LIMITS.minCornerRadiusMm);
  switch (shape.kind) {
    case 'circle':
      return { ...shape, diameterMm: shape.diameterMm + 2 * marginMm };
    case 'ellipse':
      return grownEllipse(shape, marginMm, minCornerRadiusMm);
    case 'slot':
      return { ...shape, lengthMm: shape.lengthMm + 2 * marginMm, widthMm: shape.widthMm + 2 * marginMm };
    case 'roundedRectangle': {
      const grow = growthForCorner(shape.cornerRadiusMm, marginMm, minCornerRadiusMm);
      const lengthMm = shape.lengthMm + 2 * grow;
      const widthMm = shape.widthMm + 2 * grow;
      const radius = Math.max(shape.cornerRadiusMm + marginMm, minCornerRadiusMm);
      return { ...shape, lengthMm, widthMm, cornerRadiusMm: Math.min(radius, Math.min(lengthMm, widthMm) / 2) };
    }
    case 'polygon':
      return { ...shape, points: grownOutline(shape.points, marginMm, minCornerRadiusMm) };
  }
}

/** Growth that keeps the whole margin at the corners of a rectangle whose corners are rounded to a wider radius. */
function growthForCorner(radiusMm: number, marginMm: number, minCornerRadiusMm: number): number {
  const widening = minCornerRadiusMm - radiusMm;
  return widening <= marginMm ? marginMm : widening - (widening - marginMm) / Math.SQRT2;
}

/** Tangents laid to a grown ellipse, evenly by its angle and again evenly along it. */
const TANGENTS = 64;

/**
 * An ellipse grown by the margin. Where its ends come out sharper than they may be, a disc of the smallest radius is laid to touch each tip of the grown
 * outline from within, and what discs and outline span together is taken. All of the grown ellipse lies in it: its normals meet the long
 * axis no further out than the discs' own middles, or the disc holds its end.
 */
function grownEllipse(
  { kind: _, lengthMm, widthMm, rotationDeg = 0, ...place }: Ellipse,
  marginMm: number,
  radiusMm: number,
): Shape {
  const [a, b] = [Math.max(lengthMm, widthMm) / 2, Math.min(lengthMm, widthMm) / 2];
  const placed = { ...place, rotationDeg: lengthMm >= widthMm ? rotationDeg : rotationDeg + 90 };
  if (a === b) return { kind: 'circle', diameterMm: 2 * (a + marginMm), ...placed };
  const sharp = (b * b) / a + marginMm < radiusMm;
  const discX = a + marginMm - radiusMm;
  if (sharp && discX <= 0) return { kind: 'circle', diameterMm: 2 * (a + marginMm), ...placed };
  if (sharp && b + marginMm <= radiusMm)
    return { kind: 'slot', lengthMm: 2 * (a + marginMm), widthMm: 2 * radiusMm, ...placed };
  if (marginMm === 0 && !sharp) return { kind: 'ellipse', lengthMm: 2 * a, widthMm: 2 * b, ...placed };
  /** How far the outline reaches in a direction from the middle. */
  const reach = (angle: number): number => {
    const [x, y] = [Math.cos(angle), Math.sin(angle)];
    const grown = Math.hypot(a * x, b * y) + marginMm;
    return sharp ? Math.max(grown, discX * Math.abs(x) + radiusMm) : grown;
  };
  return { kind: 'polygon', points: withinTangents(tangentAngles(a, b), reach), ...placed };
}

/** Directions of tangents: evenly all round, and those at places even along the ellipse. */
function tangentAngles(a: number, b: number): number[] {
  const even = Array.from({ length: TANGENTS }, (_, i) => (2 * Math.PI * i) / TANGENTS);
  const along = even.map((t) => Math.atan2(a * Math.sin(t), b * Math.cos(t)));
  const sorted = [...even, ...along.map((angle) => (angle < 0 ? angle + 2 * Math.PI : angle))].sort((p, q) => p - q);
  return sorted.filter((angle, i) => i === 0 || angle - sorted[i - 1]! > 1e-4);
}

/** Corners where neighbouring tangents meet: the outline lies within, so nothing of it is cut off. */
function withinTangents(angles: readonly number[], reach: (angle: number) => number): Point[] {
  return angles.map((angle, i) => {
    const next = angles[(i + 1) % angles.length]!;
    const [h, k, s] = [reach(angle), reach(next), Math.sin(next - angle)];
    return { x: (h * Math.sin(next) - k * Math.sin(angle)) / s, y: (k * Math.cos(angle) - h * Math.cos(next)) / s };
  });
}
