import type { Calculation } from './calculation.js';
import { CHART_CALCULATIONS } from './charts.js';
import { COLOUR_CALCULATIONS } from './colour.js';
import { CURE_CALCULATIONS } from './cure.js';
import { FINISH_CALCULATIONS } from './finish.js';
import { LAMINATE_CALCULATIONS } from './laminate.js';
import { MIX_CALCULATIONS } from './mix.js';
import { PLAN_CALCULATIONS } from './plan.js';
import { PLIES_CALCULATIONS } from './plies.js';
import { RESIN_CALCULATIONS } from './resin.js';
import { SMALL_CALCULATIONS } from './small.js';
import { SPOT_CALCULATIONS } from './spots.js';
import { SURVEY_CALCULATIONS } from './survey.js';
import { TAPER_CALCULATIONS } from './taper.js';
import { TROUBLE_CALCULATIONS } from './trouble.js';

export type { Calculation };

/** Every calculation the command line offers, with its input schema and a worked example. */
export const CALCULATIONS: readonly Calculation[] = [
  ...LAMINATE_CALCULATIONS,
  ...RESIN_CALCULATIONS,
  ...SURVEY_CALCULATIONS,
  ...TAPER_CALCULATIONS,
  ...SPOT_CALCULATIONS,
  ...SMALL_CALCULATIONS,
  ...CHART_CALCULATIONS,
  ...PLIES_CALCULATIONS,
  ...MIX_CALCULATIONS,
  ...CURE_CALCULATIONS,
  ...FINISH_CALCULATIONS,
  ...COLOUR_CALCULATIONS,
  ...TROUBLE_CALCULATIONS,
  ...PLAN_CALCULATIONS,
];
