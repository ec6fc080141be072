import { Remembered } from '../remembered.js';
import { type ResinFamily, fabricOf, needsStyrene } from '../material/index.js';
import { type FabricLayer, type LaminateResult, MATCH_LIMITS, compare, laminate } from '../laminate/index.js';

export interface ProposalInput {
  /** Parent plies within the depth, outer face first; empty when only the thickness is known. */
  parentPlies: readonly FabricLayer[];
  depthMm: number;
  family: ResinFamily;
  /** Of a parent that is guessed: carbon cloth in turns of 45° in place of glass. */
  fibre?: 'carbon';
  /** The parent to be matched; left out where it is itself being guessed. */
  parent?: LaminateResult;
  /** What lies over the plies, the outermost first: it is part of what is matched. */
  outside?: readonly FabricLayer[];
  /** Thickness the cover ply will take, mm. */
  coverMm: number;
  /** Fabrics the shop has, by id: of plies that match about as well, those of them are taken. */
  onShelf?: readonly string[];
  /** Faces the plies are shared between, as many to each; 1 when left out. */
  faces?: number;
}

/**
 * Patch plies for a parent, smallest (deepest) first: ply for ply where the parent is known; with epoxy, chopped mat whose binder
 * needs styrene is left out and stitched cloth takes its place, ±45 and 0/90 in the share that comes closest to the parent's
 * stiffness in every direction, the plies over it counted in. A parent of which only the thickness is known is taken as ±45 and 0/90 in
 * turn, so that no direction is weak, and matched as any other.
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
  const { depthMm, family, coverMm, faces, outside, parent, onShelf } = input;
  if (input.fibre === 'carbon') return carbonOf(depthMm - coverMm, family);
  const asked = [depthMm, family, coverMm, faces, outside, onShelf, parent && [parent.aNPerMm, parent.dNMm, parent.thicknessMm, parent.massGsm]]; // prettier-ignore
  return KNOWN.of(JSON.stringify(asked), () => nearest(input));
}

/** What is proposed for the same parent and depth, for frame after frame of a drag. */
const KNOWN = new Remembered<readonly FabricLayer[]>(60);

/** A carbon laminate of which only the thickness is known: like twills, straight and at ±45 in turn. */
function carbonOf(roomMm: number, family: ResinFamily): FabricLayer[] {
  const count = Math.max(1, Math.round(roomMm / plyThickness(CARBON_TWILL, family)));
  return Array.from({ length: count }, (_, i) => ({ fabricId: CARBON_TWILL, orientationDeg: i % 2 === 0 ? 0 : 45 }));
}
const CARBON_TWILL = 'carbon-twill-200';

/** So many plies of the cloth that comes nearest to a thickness, straight and at ±45 in turn. */
export function likeCloths(count: number, thicknessMm: number, family: ResinFamily): FabricLayer[] {
  const off = (gsm: number): number => Math.abs(count * plyThickness(`plain-${gsm}`, family) - thicknessMm);
  const gsm = CLOTH_WEIGHTS.reduce((a, b) => (off(b) < off(a) ? b : a));
  return Array.from({ length: count }, (_, i) => ({ fabricId: `plain-${gsm}`, orientationDeg: i % 2 === 0 ? 0 : 45 }));
}

const STITCHED_WEIGHTS = [800, 600, 400] as const;
/** Light cloth that makes up what stitched plies leave, g/m². */
const CLOTH_WEIGHTS = [390, 290, 203, 163, 135, 100, 80] as const;
/** More plies are not taken to come nearer by less than this, mm. */
const AS_NEAR_MM = 0.15;
/** Every direction of every ply is tried up to so many ways; of more plies they are spread evenly. */
const MOST_WAYS = 90;
/** Plies may stand so much over the room, mm: what a roller evens out. */
const OVER_MM = 0.04;
/** So many of the likeliest weights are tried. */
const MOST_WEIGHTS = 12;

/** Plies by their weight: stitched, or plain cloth. */
interface Weights {
  plies: readonly { cloth: boolean; gsm: number }[];
  leftMm: number;
}

/**
 * Plies that come nearest to the depth of a face, and in directions nearest to the stiffness of the parent; of those that come about as near, the
 * those of what is on the shelf, then the fewest.
 */
function nearest({ depthMm, family, coverMm, parent, faces = 1, outside = [], onShelf }: ProposalInput): FabricLayer[] {
  const room = Math.max(depthMm - coverMm, 0.05) / faces;
  const near = weightsFor(room, family, parent !== undefined);
  const whole = (plies: Weights['plies']): Weights['plies'] =>
    faces === 2 ? [...[...plies].reverse(), ...plies] : plies;
  if (!parent) {
    const plies = whole(near[0]!.plies);
    return spread(plies, plies.length === 1 ? 0 : Math.ceil(plies.length / 2));
  }
  const tried = near.slice(0, MOST_WEIGHTS).flatMap(({ plies }) => directionsOf(whole(plies)));
  const wanting = (layers: readonly FabricLayer[]): number => onShelf ? new Set(layers.map(({ fabricId }) => fabricId).filter((id) => !onShelf.includes(id))).size : 0; // prettier-ignore
  const judged = tried.map((layers): Judged => ({ layers, wanting: wanting(layers), misfit: misfitOf(parent, [...outside, ...[...layers].reverse()], family) })); // prettier-ignore
  return judged.reduce((a, b) => (isNearer(b, a) ? b : a)).layers;
}

/** So much off a band is no difference. */
const SAME_MISFIT = 0.005;

interface Judged {
  layers: FabricLayer[];
  /** Fabrics of it that are not on the shelf. */
  wanting: number;
  misfit: Misfit;
}

const isNearer = (a: Judged, b: Judged): boolean => {
  if (Math.abs(a.misfit.out - b.misfit.out) > SAME_MISFIT) return a.misfit.out < b.misfit.out;
  if (a.wanting !== b.wanting) return a.wanting < b.wanting;
  if (a.layers.length !== b.layers.length) return a.layers.length < b.layers.length;
  return a.misfit.off < b.misfit.off;
};

interface Misfit {
  /** How far the worst direction lies out of the band of a match, by its logarithm. */
  out: number;
  off: number;
}

function misfitOf(parent: LaminateResult, layers: FabricLayer[], family: ResinFamily): Misfit {
  const logs = compare(parent, laminate({ layers, resin: family })).ratios.map(({ ratio }) => Math.log(ratio));
  return {
    out: Math.max(0, ...logs.map((log) => Math.max(Math.log(MATCH_LIMITS.soft) - log, log - Math.log(MATCH_LIMITS.match)))), // prettier-ignore
    off: Math.max(...logs.map(Math.abs)),
  };
}

/** Stacks of like stitched plies, a lighter one on them, and light cloth in thin ones or for what is left, that come about as near to a room as any; the fewest plies first. */
function weightsFor(room: number, family: ResinFamily, topped: boolean): Weights[] {
  const stitched = STITCHED_WEIGHTS.map((gsm) => ({ cloth: false, gsm, mm: plyThickness(`biax45-${gsm}`, family) }));
  const cloths = CLOTH_WEIGHTS.map((gsm) => ({ cloth: true, gsm, mm: plyThickness(`plain-${gsm}`, family) }));
  const likes = stitched.flatMap((ply) => {
    const count = Math.floor(room / ply.mm + 0.04);
    const like = Array.from({ length: count }, () => ply);
    return [like, ...stitched.filter(({ gsm }) => gsm < ply.gsm).map((top) => [...like, top])];
  });
  const alone = cloths.flatMap((a) => [[a], ...cloths.filter(({ gsm }) => gsm <= a.gsm).map((b) => [a, b])]);
  const thin = room < 2 * stitched.at(-1)!.mm + OVER_MM;
  const all =
    [...likes, ...(topped || thin ? likes.flatMap((like) => cloths.map((cloth) => [...like, cloth])) : []), ...(thin ? alone : [])] // prettier-ignore
      .filter((plies) => plies.length > 0)
      .map((plies) => ({ plies, leftMm: room - plies.reduce((sum, { mm }) => sum + mm, 0) }));
  const under = all.filter(({ leftMm }) => leftMm >= -OVER_MM);
  if (under.length === 0) return [all.reduce((a, b) => (Math.abs(b.leftMm) < Math.abs(a.leftMm) ? b : a))];
  const nearestMm = Math.min(...under.map(({ leftMm }) => Math.abs(leftMm)));
  return under
    .filter(({ leftMm }) => Math.abs(leftMm) <= nearestMm + Math.min(AS_NEAR_MM, room / (topped ? 4 : 10)))
    .sort((a, b) => a.plies.length - b.plies.length || Math.abs(a.leftMm) - Math.abs(b.leftMm));
}

/** The plies of a stack turned this way and that: every way of a few, evenly spread ones of many. */
function directionsOf(plies: Weights['plies']): FabricLayer[][] {
  const ways = plies.reduce<FabricLayer[][]>(
    (made, ply) =>
      made.length > MOST_WAYS ? made : made.flatMap((below) => turnedWays(ply).map((layer) => [...below, layer])),
    [[]],
  );
  if (ways.length <= MOST_WAYS) return ways;
  return Array.from({ length: plies.length + 1 }, (_, diagonal) => spread(plies, diagonal));
}

/** Plies of these weights of which `diagonal` lie at ±45, spread as evenly as they will go. */
function spread(plies: Weights['plies'], diagonal: number): FabricLayer[] {
  const count = plies.length;
  return plies.map((ply, i) => {
    const [straight, turned] = turnedWays(ply);
    return Math.ceil(((i + 1) * diagonal) / count) > Math.ceil((i * diagonal) / count) ? turned! : straight!;
  });
}

/** Straight, at ±45, and of stitched cloth either face up. */
const turnedWays = ({ cloth, gsm }: Weights['plies'][number]): FabricLayer[] =>
  cloth
    ? [0, 45].map((orientationDeg) => ({ fabricId: `plain-${gsm}`, orientationDeg }))
    : [
        { fabricId: `biax090-${gsm}`, orientationDeg: 0 },
        { fabricId: `biax45-${gsm}`, orientationDeg: 0 },
        { fabricId: `biax090-${gsm}`, orientationDeg: 90 },
      ];

export function plyThickness(fabricId: string, family: ResinFamily): number {
  return laminate({ layers: [{ fabricId }], resin: family }).thicknessMm;
}
