import { Remembered } from '../remembered.js';
import type { RepairInputs } from './inputs.js';
import { type RepairPlan, planRepair } from './plan.js';

/** Of a shed that changes, all jobs but one are as they were. */
const MOST_KNOWN = 100;
const known = new Remembered<RepairPlan>(MOST_KNOWN);

/** The plan of a job of the shed, worked out once for the same inputs; never to be changed in place. */
export const knownPlan = (inputs: RepairInputs): RepairPlan =>
  known.of(JSON.stringify(inputs), () => planRepair(inputs));
