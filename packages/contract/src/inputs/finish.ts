import { FAIR_CLASSES } from '@ashstep/core/fairness';
import { COAT_WAYS } from '@ashstep/core/finish';
import { COUNTS, LIMITS } from '@ashstep/core/limits';
import { type FinishInputs, LIGHT_MARKS } from '@ashstep/core/repair';
import * as z from 'zod';
import { byWhom, entryId, entryName, ids, millimetres, wallClock, within } from './pieces.js';

const taken = { instrument: z.string().max(120), by: byWhom, at: wallClock.nullable() };
const fairPlace = z.strictObject({
  xMm: millimetres,
  yMm: millimetres,
  zMm: within(LIMITS.fairMm).nullable(),
  sound: z.boolean(),
});
const fairRound = z.strictObject({
  id: z.uuid(),
  after: z.enum(['ground', 'cured', 'sanded', 'filled']),
  lines: z
    .array(z.strictObject({ name: z.string().max(20), readings: z.array(fairPlace).max(COUNTS.fairPlaces) }))
    .min(1)
    .max(COUNTS.fairLines),
  ...taken,
});
const readColour = z.strictObject({
  l: within(LIMITS.labL),
  a: within(LIMITS.labAB),
  b: within(LIMITS.labAB),
  from: z.enum(['typed', 'meter', 'photo']),
  plusMinus: z.number().min(0).max(100).nullable(),
  ...taken,
});
const colourTrial = z.strictObject({
  id: z.uuid(),
  baseG: within(LIMITS.colourBatchG),
  white: z.strictObject({ id: entryId, name: entryName }).optional(),
  pigments: z
    .array(z.strictObject({ id: entryId, name: entryName.optional(), amountG: within(LIMITS.pigmentG) }))
    .max(24),
  corrects: z.boolean(),
  wet: readColour.optional(),
  read: readColour.nullable(),
  by: byWhom,
  at: wallClock.nullable(),
});

/** What is measured and decided while the repair is faired and finished. */
export const finish = z.strictObject({
  fairClassId: ids(FAIR_CLASSES).nullable(),
  fair: z.array(fairRound).max(COUNTS.fairRounds),
  colour: z.strictObject({
    target: readColour.nullable(),
    polished: z.boolean(),
    batchG: within(LIMITS.colourBatchG).nullable(),
    measuredIn: z
      .discriminatedUnion('way', [
        z.strictObject({ way: z.literal('drops'), gPerDrop: within(LIMITS.dropG).optional() }),
        z.strictObject({ way: z.literal('scale'), stepG: within(LIMITS.scaleStepG) }),
      ])
      .nullable(),
    whiteId: entryId.optional(),
    trials: z.array(colourTrial).max(COUNTS.colourTrials),
  }),
  coat: z.strictObject({
    areaMm2: within(LIMITS.coatAreaMm2).nullable(),
    dryMm: within(LIMITS.coatDryMm).nullable(),
    way: z.enum(COAT_WAYS),
    solidsPercent: within(LIMITS.solidsPercent).nullable(),
    recoatHours: within(LIMITS.canHours).optional(),
    hardHours: within(LIMITS.canHours).optional(),
  }),
  paintEdge: z.enum(['fade', 'hard']).nullable(),
  nonSkid: z.boolean(),
  putBack: z.string().max(300),
  lightMarks: z
    .array(
      z.strictObject({
        id: z.uuid(),
        kind: z.enum(LIGHT_MARKS),
        xMm: millimetres,
        yMm: millimetres,
        by: byWhom,
        at: wallClock.nullable(),
      }),
    )
    .max(COUNTS.lightMarks)
    .optional(),
  leftOut: z
    .array(
      z.strictObject({
        workId: z.string().min(1).max(60),
        why: z.string().trim().min(3, 'Say why in a few words.').max(200),
      }),
    )
    .max(COUNTS.finishLeftOut)
    .optional(),
}) satisfies z.ZodType<FinishInputs>;
