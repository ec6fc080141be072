import type { FabricLayer, LaminateInput, MatchResult } from '../laminate/index.js';
import type { Process, ResinFamily } from '../material/index.js';
import type { StockFabric } from './options.js';

export type { StockFabric } from './options.js';

/** How much each miss counts; the score is the weighted sum of squared logarithms of patch over parent. */
export interface SolveWeights {
  /** Each of A11, A22, A66, D11, D22, D66. */
  stiffness: number;
  thickness: number;
  weight: number;
  /** For every ply. */
  count: number;
  /** For every 100 of cost a square metre. */
  cost: number;
}

export interface SolveStackInput {
  parent: LaminateInput;
  resin: ResinFamily;
  fabrics: readonly StockFabric[];
  process?: Process;
  /** Directions a ply may take, degrees; 0, 90 and ±45 when left out. */
  orientationsDeg?: readonly number[];
  /** 10 when left out. */
  maxPlies?: number;
  /** Level limit: the stack with its cover may not be thicker, mm. */
  maxThicknessMm?: number;
  /** Ply that closes the stack in any case, outermost. */
  cover?: FabricLayer;
  /** Only stacks whose plies at +θ are matched by as many at −θ; so when left out. */
  balanced?: boolean;
  weights?: Partial<SolveWeights>;
  /** How many of the best to give; 5 when left out. */
  keep?: number;
}

export interface StackSolution {
  /** Deepest first, without the cover. */
  layers: FabricLayer[];
  score: number;
  match: MatchResult;
  thicknessMm: number;
  massGsm: number;
  /** Of the fabric alone; null where one has no price. */
  costPerM2: number | null;
}

export interface SolveStackResult {
  best: StackSolution[];
  /** The best of every number of plies: what each further ply buys. */
  byCount: StackSolution[];
  /** Nothing better is left. */
  proven: boolean;
  /** No stack scores less. */
  lowerBound: number;
  /** Stacks worked through classical theory. */
  tried: number;
}

export interface SolveProgress {
  /** Rough share of the search done, 0…1. */
  share: number;
  tried: number;
  soFar: SolveStackResult;
}

export const USUAL_WEIGHTS: SolveWeights = { stiffness: 1, thickness: 1, weight: 0.25, count: 0.0005, cost: 0 };
