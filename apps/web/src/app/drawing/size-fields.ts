import { requireNumber } from '@ashstep/core/errors';
import { type Point, type Shape, checkShape, place } from '@ashstep/core/geometry';
import { LIMITS } from '@ashstep/core/limits';
import type { DimensionChain } from './annotations';
import { type Viewport, toScreen } from './geometry';
import { possible } from './handles';
import type { SheetEdit } from './movables';

/** A dimension on the sheet that can be typed: where it stands, what it measures, and what another figure comes to. */
export interface SizeField extends Point {
  key: string;
  label: string;
  /** Null while nobody has said it: what is drawn is only a start. */
  mm: number | null;
  /** @throws CoreError where it cannot be that */
  edit(mm: number): SheetEdit;
}

type SizeKey = 'lengthMm' | 'widthMm' | 'diameterMm';

/** Clear of the outline's edge and of its grips, px. */
const CLEAR_PX = 34;
/** The fields of the chain stand this far above it, and this far to either side of their parts, px. */
const [ABOVE_CHAIN_PX, ASIDE_PX] = [42, 34];

/** Length and width of an outline, or its diameter, below and beside it; empty while nobody has measured it. */
export function outlineSizes(shape: Shape, port: Viewport, measured = true): SizeField[] {
  if (shape.kind === 'polygon') return [];
  const clear = CLEAR_PX / port.scale;
  const [length, width] = shape.kind === 'circle' ? [shape.diameterMm, shape.diameterMm] : [shape.lengthMm, shape.widthMm]; // prettier-ignore
  const at = (key: SizeKey, label: string, mm: number, x: number, y: number): SizeField => ({
    key,
    label: `Outline, ${label}`,
    mm: measured ? mm : null,
    ...toScreen(port, place({ x, y }, shape)),
    edit: (typed) => resized(shape, key, typed),
  });
  if (shape.kind === 'circle') return [at('diameterMm', 'diameter', length, 0, -length / 2 - clear)];
  return [
    at('lengthMm', 'length', length, 0, -width / 2 - clear),
    at('widthMm', 'width', width, -length / 2 - 1.8 * clear, 0),
  ];
}

function resized(shape: Shape, key: SizeKey, mm: number): SheetEdit {
  const next = checkShape(possible({ ...shape, [key]: mm } as Shape));
  const size = next[key as keyof Shape];
  return {
    section: 'damage',
    change: (now) => ({
      shape: now.shape.kind === shape.kind ? possible({ ...now.shape, [key]: size } as Shape) : now.shape,
    }),
  };
}

/** Margin and taper where they stand in the chain, at its left end; of a taper that is cut so deep at one slope. */
export function chainSizes(chain: DimensionChain & { y: number }, depthMm: number): SizeField[] {
  const [margin, taper] = chain.parts;
  const y = chain.y - ABOVE_CHAIN_PX;
  return [
    {
      key: 'margin',
      label: 'On the drawing, margin',
      mm: margin!.mm,
      x: margin!.x - ASIDE_PX,
      y,
      edit: (mm) => {
        const marginMm = requireNumber(mm, 'marginMm', LIMITS.taperMarginMm);
        return { section: 'taper', change: () => ({ marginMm }) };
      },
    },
    {
      key: 'taper',
      label: 'On the drawing, taper each way',
      mm: taper!.mm,
      x: taper!.x + ASIDE_PX,
      y,
      edit: (mm) => {
        const { min, max } = LIMITS.ratio;
        requireNumber(mm, 'taper', { min: min * depthMm, max: max * depthMm });
        return { section: 'taper', change: () => ({ ratio: Math.round((100 * mm) / depthMm) / 100 }) };
      },
    },
  ];
}
