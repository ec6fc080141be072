import { type Piece, USUAL_OVERSIZE_MM, pieces } from '../stack/index.js';
import type { RepairInputs } from './inputs.js';
import type { RepairPlan } from './plan.js';

/** How the pieces of a job are cut. */
export interface CutWay {
  oversize: boolean;
  /** For the other hand. */
  mirrored: boolean;
}

/** A piece of a job and what it is marked with, without the job's own tag: "3", "2/3b", "Peel ply". */
export interface CutPiece {
  piece: Piece;
  mark: string;
}

/** Past the largest ply, so that every edge is covered, mm. */
const PAST = { peelPlyPastMm: 30, releaseFilmPastMm: 50, bleederPastMm: 40 };
const BACK_UP_PAST_MM = 40;

/** Every piece of a job in laying order, face by face; none before the plies are planned. */
export function cutPieces(
  inputs: RepairInputs,
  { damage, taper, patch }: Pick<RepairPlan, 'damage' | 'taper' | 'patch'>,
  { oversize, mirrored }: CutWay,
): CutPiece[] {
  if (!damage || !taper || !patch) return [];
  return patch.faces
    .flatMap((face, f) => {
      const of = patch.faces.length === 2 ? `${f + 1}/` : '';
      const plies = face.plies.map((ply) => ({
        laid: ply.laid,
        material: ply.fabric.name,
        offsetMm: ply.offsetMm,
        levelMm: ply.levelMm,
        beyondMm: ply.beyondMm,
        orientationDeg: ply.orientationDeg,
        ...(ply.own ? { own: ply.own } : {}),
      }));
      const cut = pieces({
        shape: damage.cutOut,
        ground: taper.footprint.regions[f]!,
        plies,
        oversizeMm: oversize ? USUAL_OVERSIZE_MM : 0,
        mirrored,
        ...PAST,
        ...(f === 0 && inputs.damage.depth === 'through' && taper.profile.kind !== 'form'
          ? { backUpPastMm: BACK_UP_PAST_MM }
          : {}),
      });
      return cut.map((piece) => ({ piece, mark: `${of}${piece.laid ?? piece.material}${piece.part}` }));
    })
    .concat(taper.plug ? [{ piece: plugPiece(taper.plug, mirrored), mark: 'Plug' }] : []);
}

/** The core plug, cut with its own arrow along the first cut-out. */
function plugPiece(
  { result, coreName }: NonNullable<NonNullable<RepairPlan['taper']>['plug']>,
  mirrored: boolean,
): Piece {
  const { outline } = result;
  const { lengthMm, widthMm, areaMm2 } = result.plug;
  const points = mirrored ? outline.map(({ x, y }) => ({ x, y: -y })).reverse() : outline;
  return {
    kind: 'core',
    laid: null,
    part: '',
    material: coreName,
    points,
    holes: [],
    lengthMm,
    widthMm,
    areaMm2,
    arrowDeg: 0,
    bias: false,
  };
}
