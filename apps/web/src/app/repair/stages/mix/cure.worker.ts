import { type CureConditions, type RepairInputs, followCure, planRepair } from '@ashstep/core/repair';
import { answerWithSearch } from '../../../platform/work-steps';

export interface CureAsk {
  inputs: RepairInputs;
  conditions: CureConditions;
}

answerWithSearch(({ inputs, conditions }: CureAsk) => followCure(inputs, planRepair(inputs), conditions), Infinity);
