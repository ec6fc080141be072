import { BOND } from './bond.js';
import type { Cause } from './cause.js';
import { MIX_AND_CURE } from './cure.js';
import { FINISH } from './finish.js';
import { LAYING } from './laminate.js';

export type { Cause };

/**
 * Causes of faults, with what each shows and what is found when it is looked for.
 * Source: what repairers name as cause of each fault and how they tell one from another; weights and chances are judgement of the trade.
 */
export const CAUSES: readonly Cause[] = [...MIX_AND_CURE, ...LAYING, ...BOND, ...FINISH];
