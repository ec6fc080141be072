import type { Form } from './form.js';

/** Kinds of repair that are ground and laid each their own way. Left out of a job, it is the taper its depth and faces call for. */
export const REPAIR_KINDS = [
  'taper',
  'stepped',
  'lap',
  'wrap',
  'dish',
  'edge',
  'broken',
  'core',
  'overlay',
  'panel',
  'injection',
] as const;
export type RepairKind = (typeof REPAIR_KINDS)[number];

/**
 * What lies round a cut-out: a slope, steps of one width a ply, nothing but abraded ground that plies lap over, the bevel of a dish, or
 * ground of a form of its own, with the depth ground away on each face.
 */
export type TaperProfile =
  | { kind: 'slope' }
  | { kind: 'steps'; stepMm: number; thicknessesMm: readonly number[] }
  | {
      kind: 'lap';
      reachMm: number;
      staggerMm: number;
      /** Nothing is cut out under it: a skin over a whole area, or a panel of its own. */ whole?: 'overlay' | 'panel';
    }
  | {
      kind: 'dish';
      capPastMm: number;
      /** How far the place of the cap is ground below the surface, mm; null for what cap and finish want. */ sunkMm:
        number | null;
    }
  | {
      kind: 'form';
      form: Form;
      depthsMm: readonly number[];
      /** Each face is a skin of its own, over a core. */ skins?: boolean;
    };

/** Whether plies lie on the surface, nothing ground away for them. */
export const isLaidOn = (profile: TaperProfile): boolean =>
  profile.kind === 'lap' || (profile.kind === 'form' && profile.form.kind === 'band');

/** What a wrap, a break, an edge and a plug start from. */
export const USUAL_WRAP = { roundMm: 120, stripMm: 50, angleDeg: 45, overlapMm: 10, layers: 2, pastMm: 50 };
export const USUAL_BREAK = { widthMm: 480, bulgeMm: 60, railMm: 80 };
export const USUAL_EDGE = { alongMm: 100, inMm: 40, trimMm: 10 };
export const USUAL_PLUG = { gapMm: 2, beddingMm: 2, pasteGPerMl: 0.9 };
/** Least taper across a break: a hinge goes through less. */
export const BREAK_RATIO = 12;

export const USUAL_STEP_MM = 15;
/** Past the last crack on every side. */
export const USUAL_LAP_MM = 50;
export const USUAL_STAGGER_MM = 10;
/** A skin over a whole area: how far it runs past it, and each ply short of the next. */
export const USUAL_OVERLAY = { reachMm: 25, staggerMm: 15 };
/** A new panel is laid so much larger all round, and trimmed. */
export const USUAL_TRIM_MM = 15;
