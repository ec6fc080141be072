import { answerWithSearch } from '../platform/work-steps';
import { searchShedPlan } from '@ashstep/core/repair';

/** Longer than this nobody waits for a plan. */
const MOST_MS = 4500;

answerWithSearch(searchShedPlan, MOST_MS);
