import { Remembered } from '../remembered.js';
import {
  type Construction,
  FABRICS,
  type Fabric,
  type ResinFamily,
  arealWeightOf,
  fabricOf,
  needsStyrene,
} from '../material/index.js';
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
  /** Faces the plies are shared between, as many to each; 1 when left out. */
  faces?: number;
}

/**
 * Patch plies for a parent, smallest (deepest) first: ply for ply where the parent is known; with epoxy, chopped mat whose binder
 * needs styrene is left out and stitched cloth takes its place, ±45 and 0/90 in the share that comes closest to the parent's
 * stiffness in every direction. Where only the thickness is known ±45 and 0/90 alternate, so that no direction is weak.
 */
export function proposePlies(input: ProposalInput): readonly FabricLayer[] {
  const deepestFirst = [...input.parentPlies].reverse();
  if (
    deepestFirst.length > 0 &&
    !(input.family === 'epoxy' && deepestFirst.some((layer) => needsStyrene(fabricOf(layer))))
  )
    return deepestFirst.map(({ fabricId, own, orientationDeg }) => ({
      fabricId,
      ...(own ? { own } : {}),
      orientationDeg: orientationDeg ?? 0,
    }));
  const { depthMm, family, coverMm, faces, parent } = input;
  const asked = [depthMm, family, coverMm, faces, parent && [parent.aNPerMm, parent.dNMm, parent.thicknessMm, parent.massGsm]]; // prettier-ignore
  return KNOWN.of(JSON.stringify(asked), () => alternating(input));
}

/** What is proposed for the same parent and depth, for frame after frame of a drag. */
const KNOWN = new Remembered<readonly FabricLayer[]>(60);

const STITCHED_WEIGHTS = [800, 600, 400] as const;
/** More plies are not taken to come nearer by less than this, mm. */
const AS_NEAR_MM = 0.15;

/**
 * Stitched plies of one weight, and a lighter one on top where it helps, that come nearest to the depth of a face; of those that come about
 * as near, the fewest.
 */
function alternating({ depthMm, family, coverMm, parent, faces = 1 }: ProposalInput): FabricLayer[] {
  const room = Math.max(depthMm - coverMm, 0.1) / faces;
  const thickness = Object.fromEntries(
    STITCHED_WEIGHTS.map((weight) => [weight, plyThickness(`biax45-${weight}`, family)]),
  ) as Record<number, number>;
  if (thickness[400]! > room + 0.1) return Array.from({ length: faces }, () => thinPlies(room, family)).flat();
  const candidates = STITCHED_WEIGHTS.flatMap((weight) => {
    const count = Math.max(weight === 400 ? 1 : 0, Math.floor(room / thickness[weight]! + 0.04));
    const like = Array.from({ length: count }, () => weight as number);
    const tops = STITCHED_WEIGHTS.filter(
      (top) => top < weight && count * thickness[weight]! + thickness[top]! <= room + 0.04,
    );
    return [like, ...tops.map((top) => [...like, top])].map((weights) => ({
      weights,
      leftMm: Math.abs(room - weights.reduce((sum, w) => sum + thickness[w]!, 0)),
    }));
  }).filter(({ weights }) => weights.length >= 2 || (weights.length === 1 && weights[0] === 400));
  const nearestMm = Math.min(...candidates.map(({ leftMm }) => leftMm));
  const near = candidates.filter(({ leftMm }) => leftMm <= nearestMm + AS_NEAR_MM);
  const best = near.reduce((a, b) =>
    b.weights.length < a.weights.length || (b.weights.length === a.weights.length && b.leftMm < a.leftMm) ? b : a,
  );
  const weights = faces === 2 ? [...best.weights].reverse().concat(best.weights) : best.weights;
  if (!parent) return spread(weights, Math.ceil(weights.length / 2));
  const shares = Array.from({ length: weights.length + 1 }, (_, diagonal) => spread(weights, diagonal));
  const misfit = (layers: FabricLayer[]): number =>
    Math.max(...compare(parent, laminate({ layers, resin: family })).ratios.map((r) => Math.abs(Math.log(r.ratio))));
  return shares.map((layers) => ({ layers, misfit: misfit(layers) })).reduce((a, b) => (b.misfit < a.misfit ? b : a))
    .layers;
}

/** Plies of these weights of which `diagonal` lie at ±45, spread as evenly as they will go. */
function spread(weights: readonly number[], diagonal: number): FabricLayer[] {
  const count = weights.length;
  return weights.map((weight, i) => {
    const turned = Math.ceil(((i + 1) * diagonal) / count) > Math.ceil((i * diagonal) / count);
    return { fabricId: `${turned ? 'biax45' : 'biax090'}-${weight}`, orientationDeg: 0 };
  });
}

function thinPlies(room: number, family: ResinFamily): FabricLayer[] {
  const cloths = FABRICS.filter(
    (f) =>
      f.parts.length === 1 &&
      f.parts[0]!.fibre === 'e-glass' &&
      f.parts[0]!.construction === ('plain' satisfies Construction),
  );
  const error = (f: Fabric): number => Math.abs(room - plyThickness(f.id, family));
  const best = [...cloths].sort((a, b) => error(a) - error(b) || arealWeightOf(a) - arealWeightOf(b))[0]!;
  return [{ fabricId: best.id, orientationDeg: 0 }];
}

export function plyThickness(fabricId: string, family: ResinFamily): number {
  return laminate({ layers: [{ fabricId }], resin: family }).thicknessMm;
}
