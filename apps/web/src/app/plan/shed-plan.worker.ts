import { answerWithSearch } from '../platform/work-steps';
import { planning } from './shed-planning';

/** Longer than this nobody waits for a plan. */
const MOST_MS = 4500;

answerWithSearch(planning, MOST_MS);
