import {
  type FabricLayer,
  type LaminateResult,
  type LayerInput,
  MATCH_LIMITS,
  type MatchDirection,
  type MatchRatio,
  compare,
  laminate,
} from '../laminate/index.js';
import type { ResinFamily } from '../material/index.js';

/** Where a patch is stiffer or softer than its parent, and the ply that does most of it. */
export interface Spot {
  kind: 'hard' | 'soft';
  direction: MatchDirection;
  ratio: number;
  /** Place of the ply, deepest first; null where no one ply does it but the whole is too thick or too thin. */
  ply: number | null;
  /** The same ratio, were that ply as stiff as the parent is on average. */
  ratioThen: number;
}

/** A ply that moves the ratio by less than this share of the miss is not what does it. */
const SHARE = 0.1;

/**
 * The direction furthest outside the band, and which ply does it: the one that, were it as stiff as the parent's average at the same
 * thickness, would bring the ratio nearest to one. Null within the band.
 */
export function spotOf(
  parent: LaminateResult,
  plies: readonly FabricLayer[],
  cover: FabricLayer | null,
  resin: ResinFamily,
): Spot | null {
  const made = (layers: readonly LayerInput[]): LaminateResult =>
    laminate({ layers: [...(cover ? [cover] : []), ...[...layers].reverse()], resin });
  const out = compare(parent, made(plies)).ratios.filter(
    ({ ratio }) => ratio < MATCH_LIMITS.soft || ratio > MATCH_LIMITS.hard,
  );
  if (out.length === 0) return null;
  const far = (ratio: number): number => Math.abs(Math.log(ratio));
  const { direction, ratio }: MatchRatio = out.reduce((a, b) => (far(b.ratio) > far(a.ratio) ? b : a));
  const { exGPa, eyGPa, gxyGPa, nuxy } = parent.inPlane;
  const tries = plies.map((ply, i) => {
    const average: LayerInput = {
      e1GPa: exGPa,
      e2GPa: eyGPa,
      g12GPa: gxyGPa,
      nu12: nuxy,
      thicknessMm: laminate({ layers: [ply], resin }).thicknessMm,
    };
    const changed = plies.map((layer, k): LayerInput => (k === i ? average : layer));
    return {
      ply: i,
      ratioThen: compare(parent, made(changed)).ratios.find((one) => one.direction === direction)!.ratio,
    };
  });
  const best = tries.reduce((a, b) => (far(b.ratioThen) < far(a.ratioThen) - 1e-9 ? b : a));
  const does = far(ratio) - far(best.ratioThen) > SHARE * far(ratio);
  return {
    kind: ratio > 1 ? 'hard' : 'soft',
    direction,
    ratio,
    ply: does ? best.ply : null,
    ratioThen: does ? best.ratioThen : ratio,
  };
}
