import { searchFit } from '@ashstep/core/cure';
import { answerWithSearch } from '../platform/work-steps';

/** Longer than this nobody waits for a fit. */
const MOST_MS = 5000;

answerWithSearch(searchFit, MOST_MS);
