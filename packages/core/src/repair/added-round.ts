import type { Shape } from '../geometry/index.js';
import type { FabricLayer } from '../laminate/index.js';
import type { Consistency, Filler } from '../material/index.js';
import type { PasteInput } from '../mix/index.js';

/** A paste of the job: bedding, fillets, filled cells, plugs, fairing. */
export interface PasteWork {
  kind: 'paste';
  use: NonNullable<PasteInput['use']>;
  /** Finished paste, ml. */
  volumeMl: number;
  fillerId: string;
  /** The shop's own filler under this id. */
  own?: Filler;
  consistency?: Consistency;
}

/** A gel coat, top coat or sealing coat of the job. */
export interface CoatWork {
  kind: 'coat';
  /** What is put on: gel or top coat with its own catalyst, the resin of the job, or paint and the like, mixed as its own can says. */
  medium: CoatMedium;
  thicknessMm: number;
  /** Coated, mm²; the abraded ground when null. */
  areaMm2: number | null;
  densityGPerMl: number;
}

export const COAT_MEDIA = ['gelcoat', 'resin', 'paint'] as const;
export type CoatMedium = (typeof COAT_MEDIA)[number];

/** Plies laid beside those of the patch, the lowest first. */
export interface LayWork {
  kind: 'lay';
  plies: readonly FabricLayer[];
  /** Outline of the lowest ply; the footprint of the patch when null. */
  shape: Shape | null;
  /** Each ply is wider than the one below it by so much on every side, mm. */
  growMm: number;
}

/** Something laid, filled or coated in one go, beside what the plan lays by itself. */
export interface AddedRound {
  /** Stays the same while the round lives. */
  id: string;
  name: string;
  /** Before the plies of the patch, or after them; among its like in the order of the list. */
  when: 'before' | 'after';
  /** Onto the round before while that is green, or onto it cured and abraded. */
  onto: 'green' | 'abraded';
  /** Spots it is for, by id; all of them where none is named. */
  spotIds: readonly string[];
  work: PasteWork | CoatWork | LayWork;
}

/** How a polyester or vinylester surface that hardens in the open is kept from the air: it stays sticky else. Never between layers. */
export const CLOSING_WAYS = ['film', 'wax', 'pva', 'gelcoat-wax'] as const;
export type ClosingWay = (typeof CLOSING_WAYS)[number];
