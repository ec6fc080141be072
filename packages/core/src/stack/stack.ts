import { COUNTS, LIMITS } from '../limits/index.js';
import { CoreError, type Remark, requireNumber } from '../errors.js';
import { type Shape, checkShape } from '../geometry/index.js';
import { type Region, taperRegion } from '../taper/index.js';

export type LayingOrder = 'smallest-first' | 'largest-first';

/** A patch ply as far as the stack is concerned: how thick it is when wetted out. */
export interface StackPlyInput {
  thicknessMm: number;
}

export interface StackInput {
  /** Cut-out outline, mm. */
  shape: Shape;
  ratio: number;
  /** Depth of laminate that was tapered on this face, mm. */
  depthMm: number;
  /** Structural plies in order of size, smallest first, whatever order they are laid in. */
  plies: readonly StackPlyInput[];
  order: LayingOrder;
  /** Level of the ground each ply ends on, smallest first, mm, where it is not its own height: steps and laps; and how far beyond, one for all or each its own. */
  endsMm?: readonly number[];
  beyondMm?: number | readonly number[];
  /** The plies lie on the surface, not in a taper: no level to keep under, but where the surface is sunk for them. */
  onSurface?: boolean;
  /** How far the surface they lie on is sunk, mm. */
  sunkMm?: number;
  /** Cover ply over all; left out: none. */
  cover?: { thicknessMm: number; overlapMm: number };
  /** Layer to be sanded over everything, as large as what lies under it; left out: none. */
  sanding?: { thicknessMm: number };
  /** Thickness of gel coat or paint on the parent outside the laminate, mm. */
  finishThicknessMm?: number;
  /** Room the finish needs above the stack, mm. */
  finishAllowanceMm?: number;
}

export interface StackPly {
  /** 1 for the first ply laid. */
  laid: number;
  /** Place by size, 0 for the smallest; the cover ply comes last. */
  sizeIndex: number;
  cover: boolean;
  /** Outward offset of its outline from the cut-out at the ruling ratio, mm. */
  offsetMm: number;
  /** Level of the taper its outline lies on, and how far beyond that it reaches, mm. */
  levelMm: number;
  beyondMm: number;
  lengthMm: number;
  widthMm: number;
  areaMm2: number;
  perimeterMm: number;
  thicknessMm: number;
}

export interface StackResult {
  /** In laying order. */
  plies: StackPly[];
  /** Structural plies only, mm. */
  structuralMm: number;
  /** With the cover ply, mm. */
  totalMm: number;
  /** From the top of the stack to the finished surface; negative when it stands proud, mm. */
  roomMm: number;
  /** Whether the room is at least the finish allowance. */
  level: 'fits' | 'proud' | 'low';
  remarks: Remark[];
}

/** Room may fall short of the allowance by this before it counts: no straight edge shows less, mm. */
const LEVEL_TOLERANCE_MM = 0.05;
/** A stack lower than this below its allowance wants a filler ply rather than fairing compound, mm. */
const LOW_MM = 1.5;

/**
 * Outlines, sizes and level of a patch in a taper.
 *
 * Ply k ends on its own level of the slope: its outline is the cut-out grown by n Σ_{j≤k} tⱼ with round joins; the cover ply's
 * by n d + overlap, and never less than the ply it covers. Where the ground is not one plain taper its outlines are the ground's own.
 * Plies may grow by a width of their own instead, whatever the ratio. Largest first lays the same outlines in reverse, cover last.
 * @throws CoreError for a bad outline, no plies or more than 200, thicknesses outside 0.01…20 mm, ratio or depth out of range
 */
export function stack(input: StackInput, ground?: Region): StackResult {
  const shape = checkShape(input.shape);
  const ratio = requireNumber(input.ratio, 'ratio', {
    min: input.onSurface ? 0 : LIMITS.ratio.min,
    max: input.endsMm ? LIMITS.widthRatio.max : LIMITS.ratio.max,
  });
  const depthMm = requireNumber(input.depthMm, 'depthMm', LIMITS.depthMm);
  if (!Array.isArray(input.plies) || input.plies.length === 0) throw new CoreError('empty', 'plies');
  if (input.plies.length > COUNTS.plies) throw new CoreError('too-many', 'plies', { max: COUNTS.plies });
  if (input.order !== 'smallest-first' && input.order !== 'largest-first')
    throw new CoreError('unknown-id', 'order', { id: String(input.order) });
  const thicknesses = input.plies.map((ply, i) =>
    requireNumber(ply.thicknessMm, `plies.${i}.thicknessMm`, { min: 0.01, max: 20 }),
  );
  const region = ground ?? taperRegion({ shapes: [shape], ratio, depthMm, marginMm: 0 });
  const beyondOf = (i: number): number => {
    const { beyondMm = 0 } = input;
    return typeof beyondMm === 'number'
      ? requireNumber(beyondMm, 'beyondMm', LIMITS.beyondMm)
      : requireNumber(beyondMm[i], `beyondMm.${i}`, LIMITS.beyondMm);
  };
  let level = 0;
  const structural = thicknesses.map((thicknessMm, sizeIndex) => {
    level += thicknessMm;
    return outline(region, ratio, {
      sizeIndex,
      cover: false,
      thicknessMm,
      levelMm: input.endsMm
        ? requireNumber(input.endsMm[sizeIndex], `endsMm.${sizeIndex}`, { min: 0, max: LIMITS.depthMm.max })
        : level,
      beyondMm: beyondOf(sizeIndex),
    });
  });
  const structuralMm = level;
  const widest = structural.reduce((a, b) => (b.offsetMm > a.offsetMm ? b : a));
  const inOrder = input.order === 'smallest-first' ? structural : [...structural].reverse();
  const covered = input.cover
    ? [...inOrder, coverPly(region, ratio, depthMm, widest, input.cover, thicknesses.length)]
    : inOrder;
  const sandingMm = input.sanding
    ? requireNumber(input.sanding.thicknessMm, 'sanding.thicknessMm', { min: 0.01, max: 20 })
    : 0;
  const largest = covered.reduce((a, b) => (b.offsetMm > a.offsetMm ? b : a));
  const all = input.sanding
    ? [...covered, { ...largest, sizeIndex: thicknesses.length + 1, cover: true, thicknessMm: sandingMm }]
    : covered;
  const totalMm = structuralMm + (input.cover?.thicknessMm ?? 0) + sandingMm;
  return {
    plies: all.map((ply, i) => ({ ...ply, laid: i + 1 })),
    structuralMm,
    totalMm,
    ...checkLevel(input, depthMm, totalMm, structuralMm),
  };
}

function outline(
  region: Region,
  ratio: number,
  ply: Pick<StackPly, 'sizeIndex' | 'cover' | 'thicknessMm' | 'levelMm' | 'beyondMm'>,
): Omit<StackPly, 'laid'> {
  const { sizeIndex, cover, thicknessMm, levelMm, beyondMm } = ply;
  const { areaMm2, perimeterMm, lengthMm, widthMm } = region.laid(ply).measures;
  const offsetMm = ratio * levelMm + beyondMm;
  return { sizeIndex, cover, offsetMm, levelMm, beyondMm, lengthMm, widthMm, areaMm2, perimeterMm, thicknessMm };
}

function coverPly(
  region: Region,
  ratio: number,
  depthMm: number,
  widest: Pick<StackPly, 'offsetMm' | 'levelMm' | 'beyondMm'>,
  cover: NonNullable<StackInput['cover']>,
  sizeIndex: number,
): Omit<StackPly, 'laid'> {
  const thicknessMm = requireNumber(cover.thicknessMm, 'cover.thicknessMm', { min: 0.01, max: 20 });
  const overlapMm = requireNumber(cover.overlapMm, 'cover.overlapMm', LIMITS.coverOverlapMm);
  const reaches = ratio * depthMm + overlapMm >= widest.offsetMm;
  return outline(region, ratio, {
    sizeIndex,
    cover: true,
    thicknessMm,
    levelMm: reaches ? depthMm : widest.levelMm,
    beyondMm: reaches ? overlapMm : widest.beyondMm,
  });
}

function checkLevel(
  input: StackInput,
  depthMm: number,
  totalMm: number,
  structuralMm: number,
): Pick<StackResult, 'roomMm' | 'level' | 'remarks'> {
  const finish = requireNumber(input.finishThicknessMm ?? 0, 'finishThicknessMm', LIMITS.finishMm);
  const allowance = requireNumber(input.finishAllowanceMm ?? 0, 'finishAllowanceMm', LIMITS.finishMm);
  if (input.onSurface && input.sunkMm === undefined)
    return { roomMm: finish - totalMm, level: 'fits', remarks: [{ id: 'stack.on-surface', params: { totalMm } }] };
  const deepMm = input.onSurface ? requireNumber(input.sunkMm, 'sunkMm', { min: 0, max: depthMm }) : depthMm;
  const roomMm = deepMm + finish - totalMm;
  const remarks: Remark[] = [];
  const level = roomMm < allowance - LEVEL_TOLERANCE_MM ? 'proud' : roomMm > allowance + LOW_MM ? 'low' : 'fits';
  if (level !== 'fits') remarks.push({ id: `stack.${level}`, params: { roomMm, allowanceMm: allowance } });
  if (!input.onSurface && structuralMm > depthMm + LEVEL_TOLERANCE_MM)
    remarks.push({ id: 'stack.past-footprint', params: { overMm: structuralMm - depthMm } });
  return { roomMm, level, remarks };
}
