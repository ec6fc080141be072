import { type Construction, FABRICS, type Fabric, type ResinFamily, arealWeightOf, isChoppedMat } from '../material/index.js';
import { requireEntry } from '../errors.js';
import { type FabricLayer, type LaminateResult, compare, laminate } from '../laminate/index.js';

export interface ProposalInput {
  /** Parent plies within the depth, outer face first; empty when only the thickness is known. */
  parentPlies: readonly FabricLayer[];
  depthMm: number;
  family: ResinFamily;
  /** The parent to be matched; left out when its plies are only guessed. */
  parent?: LaminateResult;
  /** Thickness the cover ply will take, mm. */
  coverMm: number;
}

/**
 * Patch plies for a parent, smallest (deepest) first: ply for ply where the parent is known; with epoxy, chopped mat whose binder
 * needs styrene is left out and stitched cloth takes its place, ±45 and 0/90 in the share that comes closest to the parent's
 * stiffness in every direction. Where only the thickness is known ±45 and 0/90 alternate, so that no direction is weak.
 */
export function proposePlies(input: ProposalInput): FabricLayer[] {
  const deepestFirst = [...input.parentPlies].reverse();
  const needsStyrene = (layer: FabricLayer): boolean => {
    const fabric = requireEntry(FABRICS, layer.fabricId, 'fabricId');
    return isChoppedMat(fabric) && fabric.binder !== 'stitched';
  };
  if (deepestFirst.length > 0 && !(input.family === 'epoxy' && deepestFirst.some(needsStyrene))) return deepestFirst.map(({ fabricId, orientationDeg }) => ({ fabricId, orientationDeg: orientationDeg ?? 0 }));
  return alternating(input);
}

const STITCHED_WEIGHTS = [800, 600, 400] as const;

/** The stitched weight whose whole number of plies comes closest under the depth; at least one ply. */
function alternating({ depthMm, family, coverMm, parent }: ProposalInput): FabricLayer[] {
  const room = Math.max(depthMm - coverMm, 0.1);
  const candidates = STITCHED_WEIGHTS.map((weight) => {
    const thickness = plyThickness(`biax45-${weight}`, family);
    const count = Math.max(1, Math.floor(room / thickness + 0.04));
    return { weight, count, left: Math.abs(room - count * thickness) };
  });
  const thin = plyThickness('biax45-400', family) > room + 0.1;
  if (thin) return thinPlies(room, family);
  const best = candidates.filter((c) => c.count >= 2 || c.weight === 400).reduce((a, b) => (b.left < a.left - 0.15 ? b : a));
  const half = Math.ceil(best.count / 2);
  if (!parent) return spread(best.count, half, best.weight);
  const shares = Array.from({ length: best.count + 1 }, (_, diagonal) => spread(best.count, diagonal, best.weight));
  const misfit = (layers: FabricLayer[]): number => Math.max(...compare(parent, laminate({ layers, resin: family })).ratios.map((r) => Math.abs(Math.log(r.ratio))));
  return shares.map((layers) => ({ layers, misfit: misfit(layers) })).reduce((a, b) => (b.misfit < a.misfit ? b : a)).layers;
}

/** `count` plies of which `diagonal` lie at ±45, spread as evenly as they will go. */
function spread(count: number, diagonal: number, weight: number): FabricLayer[] {
  return Array.from({ length: count }, (_, i) => {
    const turned = Math.ceil(((i + 1) * diagonal) / count) > Math.ceil((i * diagonal) / count);
    return { fabricId: `${turned ? 'biax45' : 'biax090'}-${weight}`, orientationDeg: 0 };
  });
}

function thinPlies(room: number, family: ResinFamily): FabricLayer[] {
  const cloths = FABRICS.filter((f) => f.parts.length === 1 && f.parts[0]!.fibre === 'e-glass' && f.parts[0]!.construction === ('plain' satisfies Construction));
  const error = (f: Fabric): number => Math.abs(room - plyThickness(f.id, family));
  const best = [...cloths].sort((a, b) => error(a) - error(b) || arealWeightOf(a) - arealWeightOf(b))[0]!;
  return [{ fabricId: best.id, orientationDeg: 0 }];
}

export function plyThickness(fabricId: string, family: ResinFamily): number {
  return laminate({ layers: [{ fabricId }], resin: family }).thicknessMm;
}
