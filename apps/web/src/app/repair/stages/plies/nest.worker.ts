import { type NestInput, searchNest } from '@ashstep/core/cutting';
import { answerWithSearch } from '../../../platform/work-steps';

/** What is gained after this is not worth the waiting. */
const MOST_MS = 10_000;

answerWithSearch((input: NestInput) => searchNest(input), MOST_MS);
