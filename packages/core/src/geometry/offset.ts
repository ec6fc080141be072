import { LIMITS } from '../limits/index.js';
import { CoreError, attempt } from '../errors.js';
import { type Point, type Shape, checkShape, closedLength, place, signedArea } from './shape.js';
import { growBy } from './vary.js';

/** Measures of an outline grown outward with round joins. Areas mm², lengths mm. */
export interface OffsetMeasures {
  areaMm2: number;
  perimeterMm: number;
  /** Overall size along the shape's own axes (a polygon: along x and y). */
  lengthMm: number;
  widthMm: number;
}

/**
 * Area, perimeter and overall size of a shape grown outward by `growMm` with round joins.
 *
 * Convex shapes: A + P r + π r² and P + 2 π r (Steiner), exact. A polygon that is not convex goes through the clipping library.
 * @throws CoreError for a bad shape or a negative or absurd growth
 */
export function measureOffset(shape: Shape, growMm: number, field = 'shape'): OffsetMeasures {
  checkShape(shape, field);
  if (!(growMm <= LIMITS.placeMm.max))
    throw new CoreError('too-large', field, { max: LIMITS.placeMm.max, value: growMm });
  const base = measureShape(shape);
  const size = { lengthMm: base.lengthMm + 2 * growMm, widthMm: base.widthMm + 2 * growMm };
  if (shape.kind === 'polygon' && !isConvex(shape.points)) {
    const points = offsetPolygon(shape.points, growMm);
    return { areaMm2: Math.abs(signedArea(points)), perimeterMm: closedLength(points), ...size };
  }
  return {
    areaMm2: base.areaMm2 + base.perimeterMm * growMm + Math.PI * growMm ** 2,
    perimeterMm: base.perimeterMm + 2 * Math.PI * growMm,
    ...size,
  };
}

function measureShape(shape: Shape): OffsetMeasures {
  switch (shape.kind) {
    case 'circle': {
      const d = shape.diameterMm;
      return { areaMm2: (Math.PI * d * d) / 4, perimeterMm: Math.PI * d, lengthMm: d, widthMm: d };
    }
    case 'ellipse': {
      const { lengthMm, widthMm } = shape;
      return {
        areaMm2: (Math.PI * lengthMm * widthMm) / 4,
        perimeterMm: ellipsePerimeter(lengthMm / 2, widthMm / 2),
        lengthMm,
        widthMm,
      };
    }
    case 'slot':
      return measureRounded(shape.lengthMm, shape.widthMm, slotRadius(shape));
    case 'roundedRectangle':
      return measureRounded(shape.lengthMm, shape.widthMm, shape.cornerRadiusMm);
    case 'polygon': {
      const xs = shape.points.map((p) => p.x);
      const ys = shape.points.map((p) => p.y);
      return {
        areaMm2: Math.abs(signedArea(shape.points)),
        perimeterMm: closedLength(shape.points),
        lengthMm: Math.max(...xs) - Math.min(...xs),
        widthMm: Math.max(...ys) - Math.min(...ys),
      };
    }
  }
}

/** A slot is rounded at its ends, whichever way it is the longer. */
const slotRadius = ({ lengthMm, widthMm }: { lengthMm: number; widthMm: number }): number =>
  Math.min(lengthMm, widthMm) / 2;

function measureRounded(lengthMm: number, widthMm: number, r: number): OffsetMeasures {
  return {
    areaMm2: lengthMm * widthMm - (4 - Math.PI) * r * r,
    perimeterMm: 2 * (lengthMm + widthMm - 4 * r) + 2 * Math.PI * r,
    lengthMm,
    widthMm,
  };
}

/**
 * Perimeter of an ellipse with half axes a and b, by the arithmetic-geometric mean (exact to rounding).
 * Source: P = 2π/M(a,b) · (a² − Σ 2ⁿ⁻¹ cₙ²).
 */
export function ellipsePerimeter(a: number, b: number): number {
  let mean = Math.max(a, b);
  let geometric = Math.min(a, b);
  let weight = 0.5;
  let sum = weight * (mean * mean - geometric * geometric);
  const square = mean * mean;
  while (Math.abs(mean - geometric) > 1e-14 * mean) {
    const difference = (mean - geometric) / 2;
    [mean, geometric] = [(mean + geometric) / 2, Math.sqrt(mean * geometric)];
    weight *= 2;
    sum += weight * difference * difference;
  }
  return ((2 * Math.PI) / mean) * (square - sum);
}

/** Whether a run of points turns one way only. */
export function isConvex(points: readonly Point[]): boolean {
  let sign = 0;
  for (let i = 0; i < points.length; i++) {
    const a = points[i]!;
    const b = points[(i + 1) % points.length]!;
    const c = points[(i + 2) % points.length]!;
    const turn = (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x);
    if (turn !== 0) {
      if (sign !== 0 && Math.sign(turn) !== sign) return false;
      sign = Math.sign(turn);
    }
  }
  return true;
}

/**
 * Points of a shape grown outward by `growMm` with round joins, in plan co-ordinates, counter-clockwise, not closed.
 * `segments` is the number of points spent on a full turn of arc. Measures for display come from `measureOffset`, never
 * from these points.
 */
export function outlinePoints(shape: Shape, growMm = 0, segments = 96): Point[] {
  switch (shape.kind) {
    case 'circle':
      return roundedPoints(0, 0, shape.diameterMm / 2 + growMm, segments).map((p) => place(p, shape));
    case 'slot': {
      const r = slotRadius(shape);
      return roundedPoints(shape.lengthMm / 2 - r, shape.widthMm / 2 - r, r + growMm, segments).map((p) =>
        place(p, shape),
      );
    }
    case 'roundedRectangle': {
      const r = shape.cornerRadiusMm;
      return roundedPoints(shape.lengthMm / 2 - r, shape.widthMm / 2 - r, r + growMm, segments).map((p) =>
        place(p, shape),
      );
    }
    case 'ellipse':
      return ellipsePoints(shape.lengthMm / 2, shape.widthMm / 2, growMm, segments).map((p) => place(p, shape));
    case 'polygon':
      return offsetPolygon(shape.points, growMm).map((p) => place(p, shape));
  }
}

/**
 * An outline that a hand can edit: at most so many corners, on a grid of half millimetres, no two in one place. Corners are left out
 * evenly, fewer of them where leaving out more would make the outline cross itself.
 */
export function handOutline(points: readonly Point[], most: number): Point[] {
  for (let every = Math.max(1, Math.ceil(points.length / most)); ; every--) {
    const kept = points
      .filter((_, i) => i % every === 0)
      .map((p) => ({ x: Math.round(p.x * 2) / 2, y: Math.round(p.y * 2) / 2 }));
    const apart = kept.filter((p, i) => {
      const before = kept[(i + kept.length - 1) % kept.length]!;
      return p.x !== before.x || p.y !== before.y;
    });
    if (every === 1 || !crosses(apart)) return apart;
  }
}

const crosses = (points: readonly Point[]): boolean =>
  attempt(() => checkShape({ kind: 'polygon', points })).error !== null;

/** A rectangle of half sizes (hx, hy) grown by r with round corners. */
function roundedPoints(hx: number, hy: number, r: number, segments: number): Point[] {
  if (r === 0)
    return [
      { x: hx, y: -hy },
      { x: hx, y: hy },
      { x: -hx, y: hy },
      { x: -hx, y: -hy },
    ];
  const perCorner = Math.max(2, Math.round(segments / 4));
  const points: Point[] = [];
  const corners = [
    [hx, hy],
    [-hx, hy],
    [-hx, -hy],
    [hx, -hy],
  ] as const;
  corners.forEach(([cx, cy], corner) => {
    for (let i = 0; i <= perCorner; i++) {
      const angle = (Math.PI / 2) * (corner + i / perCorner);
      points.push({ x: cx + r * Math.cos(angle), y: cy + r * Math.sin(angle) });
    }
  });
  return points;
}

/** Points of a grown ellipse, set closer where it bends more for its size, so that no chord cuts off more than another. */
function ellipsePoints(a: number, b: number, grow: number, segments: number): Point[] {
  return evenlyCut(a, b, grow, segments).map((angle) => {
    const [x, y] = [Math.cos(angle), Math.sin(angle)];
    const reach = Math.hypot(a * x, b * y);
    return { x: (a * a * x) / reach + grow * x, y: (b * b * y) / reach + grow * y };
  });
}

const QUARTER_PIECES = 256;

/**
 * Directions of its normals in which a grown ellipse is cut into chords that lie about as far inside it: a chord over an angle φ on a radius ρ + g lies
 * (ρ + g) φ²/8 inside, so each takes as much of ∫ √(ρ + g) dφ.
 */
function evenlyCut(a: number, b: number, grow: number, segments: number): number[] {
  const quarter = [0];
  for (let i = 0; i < QUARTER_PIECES; i++) {
    const angle = ((i + 0.5) / QUARTER_PIECES) * (Math.PI / 2);
    const radius = (a * a * b * b) / Math.hypot(a * Math.cos(angle), b * Math.sin(angle)) ** 3 + grow;
    quarter.push(quarter[i]! + Math.sqrt(radius));
  }
  const whole = quarter[QUARTER_PIECES]!;
  const inQuarter = (share: number): number => {
    const wanted = share * whole;
    let [low, high] = [0, QUARTER_PIECES];
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (quarter[middle]! <= wanted) low = middle;
      else high = middle;
    }
    return ((low + (wanted - quarter[low]!) / (quarter[high]! - quarter[low]!)) / QUARTER_PIECES) * (Math.PI / 2);
  };
  return Array.from({ length: segments }, (_, i) => {
    const place = (4 * i) / segments;
    const turn = Math.floor(place);
    const share = place - turn;
    // The second and fourth quarter run back from the short axis to the long one.
    return (turn * Math.PI) / 2 + (turn % 2 === 0 ? inQuarter(share) : Math.PI / 2 - inQuarter(1 - share));
  });
}

function offsetPolygon(points: readonly Point[], growMm: number): Point[] {
  const forward = signedArea(points) >= 0 ? [...points] : [...points].reverse();
  if (growMm === 0) return forward;
  const [outer] = growBy([forward], () => growMm).sort((p, q) => Math.abs(signedArea(q)) - Math.abs(signedArea(p)));
  if (!outer) throw new CoreError('inconsistent', 'shape');
  return outer;
}
