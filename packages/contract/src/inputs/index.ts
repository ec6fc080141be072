import type { RepairInputs } from '@ashstep/core/repair';
import * as z from 'zod';
import { air } from './air.js';
import { damage } from './damage.js';
import { days } from './days.js';
import { finish } from './finish.js';
import { laminate } from './laminate.js';
import { mix } from './mix.js';
import { place } from './place.js';
import { resin } from './resin.js';
import { rounds } from './rounds.js';
import { severity } from './severity.js';
import { small } from './small.js';
import { stack } from './stack.js';
import { survey } from './survey.js';
import { taper } from './taper.js';

export { airRead } from './air.js';
export { shopRates } from './days.js';
export { fabricLayer } from './layers.js';
export { clueId, priorId } from './laminate.js';
export { loggedRate, measuringTool } from './mix.js';
export { shape, wallClock } from './pieces.js';
export { extraPly } from './stack.js';
export { alignmentReading, bondSetting, localRatio } from './taper.js';

/** The sections of a repair's inputs; each is saved on its own. */
export const inputSections = {
  place,
  damage,
  severity,
  survey,
  laminate,
  resin,
  air,
  taper,
  stack,
  mix,
  rounds,
  days,
  small,
  finish,
} as const;

export const repairInputs = z.strictObject(inputSections) satisfies z.ZodType<RepairInputs>;
export type SectionName = keyof typeof inputSections;
export const sectionNames = Object.keys(inputSections) as SectionName[];
export const sectionName = z.enum(sectionNames as [SectionName, ...SectionName[]]);

export type StoredInputs = z.infer<typeof repairInputs>;
