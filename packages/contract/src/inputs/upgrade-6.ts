import { NOT_SMALL } from '@ashstep/core/repair';
import type { AnyInputs } from './upgrade-2.js';

/** Until version 5 every job was opened in full. From version 6 on it says whether it is carried on one page. */
export const toVersion6 = (inputs: AnyInputs): AnyInputs => ({ ...inputs, small: { ...NOT_SMALL } });
