import { type CureConditions, type RepairInputs, followCure, planRepair } from '@ashstep/core/repair';
import { answerWithSearch } from '../../../platform/work-steps';

export interface CureAsk {
  inputs: RepairInputs;
  conditions: CureConditions;
}

/** Longer than this nobody waits for a cure. */
const MOST_MS = 15_000;

answerWithSearch(({ inputs, conditions }: CureAsk) => followCure(inputs, planRepair(inputs), conditions), MOST_MS);
