import type { Shape } from '@ashstep/core/geometry';

/** What an outline of its own is typed as. */
export type OutlineKind = 'disc' | 'strip' | 'triangle' | 'drawn';

/** An outline as its figures: sizes along and across, its middle, and how it is turned. */
export interface OutlineForm {
  kind: OutlineKind;
  /** Across a disc; along a strip; the foot of a triangle. */
  lengthMm: number;
  /** Across a strip; from the foot of a triangle to its tip. */
  widthMm: number;
  xMm: number;
  yMm: number;
  turnDeg: number;
}

const CORNER_MM = 5;

/** A triangle has its foot along and its tip across, its middle half way between them. */
const triangle = ({ lengthMm, widthMm }: OutlineForm): { x: number; y: number }[] => [
  { x: -lengthMm / 2, y: -widthMm / 2 },
  { x: lengthMm / 2, y: -widthMm / 2 },
  { x: 0, y: widthMm / 2 },
];

export function outlineOf(form: OutlineForm): Shape {
  const at = { centreXMm: form.xMm, centreYMm: form.yMm, rotationDeg: form.turnDeg };
  switch (form.kind) {
    case 'disc':
      return { kind: 'circle', diameterMm: form.lengthMm, ...at };
    case 'triangle':
      return { kind: 'polygon', points: triangle(form), ...at };
    default: {
      const { lengthMm, widthMm } = form;
      return { kind: 'roundedRectangle', lengthMm, widthMm, cornerRadiusMm: Math.min(CORNER_MM, lengthMm / 2, widthMm / 2), ...at }; // prettier-ignore
    }
  }
}

/** The figures of an outline; one that was drawn, of whatever form, has the sizes it takes up. */
export function formOf(shape: Shape): OutlineForm {
  const at = { xMm: shape.centreXMm ?? 0, yMm: shape.centreYMm ?? 0, turnDeg: shape.rotationDeg ?? 0 };
  if (shape.kind === 'circle') return { kind: 'disc', lengthMm: shape.diameterMm, widthMm: shape.diameterMm, ...at };
  if (shape.kind !== 'polygon')
    return {
      kind: shape.kind === 'roundedRectangle' ? 'strip' : 'drawn',
      lengthMm: shape.lengthMm,
      widthMm: shape.widthMm,
      ...at,
    };
  const [xs, ys] = [shape.points.map(({ x }) => x), shape.points.map(({ y }) => y)];
  const size = { lengthMm: Math.max(...xs) - Math.min(...xs), widthMm: Math.max(...ys) - Math.min(...ys) };
  const typed = triangle({ kind: 'triangle', ...size, ...at });
  const alike =
    shape.points.length === 3 &&
    shape.points.every((p, i) => Math.abs(p.x - typed[i]!.x) + Math.abs(p.y - typed[i]!.y) < 1e-6);
  return { kind: alike ? 'triangle' : 'drawn', ...size, ...at };
}
