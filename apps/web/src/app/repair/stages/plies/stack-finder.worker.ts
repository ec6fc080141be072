import { type SolveStackInput, searchStacks } from '@ashstep/core/stack';
import { answerWithSearch } from '../../../platform/work-steps';

/** A stack that is good is there within a second or two; what proves it best may take longer than anybody waits. */
const MOST_MS = 20_000;

answerWithSearch((input: SolveStackInput) => searchStacks(input), MOST_MS);
