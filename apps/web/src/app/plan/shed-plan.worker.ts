import { answerWithSearch } from '../platform/work-steps';
import { type ShedPlanAsk, searchShedPlan } from '@ashstep/core/repair';

/** Longer than this nobody waits for a plan. */
const MOST_MS = 4500;

// Each of the other ways is wanted, however slow the machine.
answerWithSearch(searchShedPlan, ({ variantsOf }: ShedPlanAsk) => (variantsOf === null ? MOST_MS : Infinity));
