import { LIMITS } from '../limits/index.js';
import { requireNumber } from '../errors.js';

export interface EdgeInput {
  /** Of the edge that is gone, along it and inwards, mm. */
  alongMm: number;
  inMm: number;
  thicknessMm: number;
  ratio: number;
  plies: number;
  /** Left standing past the edge to be trimmed, mm. */
  trimMm: number;
}

export interface EdgePly {
  face: 'first' | 'second';
  /** Along the edge and from its trimmed line inwards, with what is trimmed off, mm. */
  lengthMm: number;
  depthMm: number;
  areaMm2: number;
}

export interface EdgeResult {
  /** Tapered on each face round what is gone, mm. */
  taperMm: number;
  groundMm2: number;
  plies: EdgePly[];
}

/**
 * A missing edge or tip built up again. Both faces are tapered towards it, each by half the thickness; plies go on from both sides in turn and
 * run past the edge, to be trimmed to shape. The k-th of m plies of a face reaches k/m of the taper past what is gone on the three sides that are left.
 * @throws CoreError for sizes no edge has, a ratio outside 1…100, or no plies
 */
export function edge(input: EdgeInput): EdgeResult {
  const alongMm = requireNumber(input.alongMm, 'alongMm', LIMITS.lengthMm);
  const inMm = requireNumber(input.inMm, 'inMm', LIMITS.lengthMm);
  const thicknessMm = requireNumber(input.thicknessMm, 'thicknessMm', LIMITS.thicknessMm);
  const ratio = requireNumber(input.ratio, 'ratio', LIMITS.ratio);
  const count = Math.round(requireNumber(input.plies, 'plies', { min: 1, max: 200 }));
  const trimMm = requireNumber(input.trimMm, 'trimMm', LIMITS.trimMm);
  const taperMm = (ratio * thicknessMm) / 2;
  const plies = Array.from({ length: count }, (_, i): EdgePly => {
    const onFace = i % 2 === 0 ? Math.ceil(count / 2) : Math.floor(count / 2);
    const reach = (taperMm * (Math.floor(i / 2) + 1)) / onFace;
    const [lengthMm, depthMm] = [alongMm + 2 * reach, inMm + reach + trimMm];
    return { face: i % 2 === 0 ? 'first' : 'second', lengthMm, depthMm, areaMm2: lengthMm * depthMm };
  });
  return { taperMm, groundMm2: 2 * ((alongMm + 2 * taperMm) * (inMm + taperMm) - alongMm * inMm), plies };
}
