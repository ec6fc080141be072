import { NO_FINISH } from '@ashstep/core/repair';
import type { AnyInputs } from './upgrade-2.js';

/** Until version 6 nothing of the finish was measured. From version 7 on readings of how fair it is, and its colour, are kept with the job. */
export const toVersion7 = (inputs: AnyInputs): AnyInputs => ({ ...inputs, finish: { ...NO_FINISH } });
