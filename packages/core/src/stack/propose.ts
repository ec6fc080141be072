import { type Construction, FABRICS, type Fabric, type ResinFamily, arealWeightOf, isChoppedMat } from '../material/index.js';
import { requireEntry } from '../errors.js';
import { type FabricLayer, laminate } from '../laminate/index.js';

export interface ProposalInput {
  /** Parent plies within the depth, outer face first; empty when only the thickness is known. */
  parentPlies: readonly FabricLayer[];
  depthMm: number;
  family: ResinFamily;
  /** Thickness the cover ply will take, mm. */
  coverMm: number;
}

/**
 * Patch plies for a parent, smallest (deepest) first: ply for ply where the parent is known; with epoxy, chopped mat whose binder
 * needs styrene is left out and stitched cloth takes its place, alternating ±45 and 0/90 so that no direction is weak. Where
 * only the thickness is known the same alternation fills the depth.
 */
export function proposePlies(input: ProposalInput): FabricLayer[] {
  const deepestFirst = [...input.parentPlies].reverse();
  const needsStyrene = (layer: FabricLayer): boolean => {
    const fabric = requireEntry(FABRICS, layer.fabricId, 'fabricId');
    return isChoppedMat(fabric) && fabric.binder !== 'stitched';
  };
  if (deepestFirst.length > 0 && !(input.family === 'epoxy' && deepestFirst.some(needsStyrene)))
    return deepestFirst.map(({ fabricId, orientationDeg }) => ({ fabricId, orientationDeg: orientationDeg ?? 0 }));
  return alternating(input);
}

const STITCHED_WEIGHTS = [800, 600, 400] as const;

/** The stitched weight whose whole number of plies comes closest under the depth; at least one ply. */
function alternating({ depthMm, family, coverMm }: ProposalInput): FabricLayer[] {
  const room = Math.max(depthMm - coverMm, 0.1);
  const candidates = STITCHED_WEIGHTS.map((weight) => {
    const thickness = plyThickness(`biax45-${weight}`, family);
    const count = Math.max(1, Math.floor(room / thickness + 0.04));
    return { weight, count, left: Math.abs(room - count * thickness) };
  });
  const thin = plyThickness('biax45-400', family) > room + 0.1;
  if (thin) return thinPlies(room, family);
  const best = candidates.filter((c) => c.count >= 2 || c.weight === 400).reduce((a, b) => (b.left < a.left - 0.15 ? b : a));
  return Array.from({ length: best.count }, (_, i) => ({ fabricId: `${i % 2 === 0 ? 'biax45' : 'biax090'}-${best.weight}`, orientationDeg: 0 }));
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
