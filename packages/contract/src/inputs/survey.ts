import { COUNTS, LIMITS } from '@ashstep/core/limits';
import * as z from 'zod';
import { outlineAndDepth } from './damage.js';
import { angleDeg, byWhom, lengthMm, millimetres, planPoint, shape, wallClock, within } from './pieces.js';

const taken = {
  xMm: millimetres,
  yMm: millimetres,
  instrument: z.string().max(60),
  by: byWhom,
  at: wallClock.nullable(),
  after: z.boolean().optional(),
};
const reading = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('tap'), sound: z.enum(['sound', 'dull', 'doubtful']), ...taken }),
  z.strictObject({
    kind: z.enum(['moisture', 'thickness', 'hardness']),
    value: within(LIMITS.reading),
    ...taken,
  }),
]);
const mark = z.strictObject({
  id: z.uuid(),
  kind: z.enum(['damage', 'crack', 'earlier-repair']),
  name: z.string().max(80),
  points: z.array(planPoint).max(COUNTS.outlinePoints).min(2),
  widthMm: within(LIMITS.markWidthMm),
  hole: z.boolean().optional(),
});
const along = z.number().min(0).max(LIMITS.picturePx.max);
const pixel = z.strictObject({ xPx: along, yPx: along });
const side = within(LIMITS.rectangleSideMm);
const laidPhoto = z.strictObject({
  id: z.uuid(),
  corners: z.array(pixel).length(4),
  widthMm: side,
  heightMm: side,
  xMm: millimetres,
  yMm: millimetres,
  turnedDeg: angleDeg,
  check: z.strictObject({ from: pixel, to: pixel, lengthMm }).nullable(),
});
const ring = z.strictObject({
  widthMm: z.number().gt(0).max(2000).optional(),
  depthMm: z.number().gt(0).max(LIMITS.depthMm.max).optional(),
  look: z.enum(['random', 'squares', 'lines', 'unknown']).optional(),
  colour: z.enum(['pale', 'dark', 'yellow', 'mixed']).optional(),
  directionDeg: angleDeg.optional(),
});
const scale = within(LIMITS.meterScale).nullable();

/** What was measured on the surface. */
export const survey = z.strictObject({
  readings: z.array(reading).max(COUNTS.readings),
  gridSpacingMm: within(LIMITS.gridSpacingMm),
  marks: z.array(mark).max(COUNTS.marks),
  photo: laidPhoto.nullable(),
  gauge: z
    .array(
      z.strictObject({
        rayDeg: angleDeg,
        outMm: within(LIMITS.gaugeOutMm),
        depthMm: within(LIMITS.gaugeDepthMm),
        /** What it was read with; none where it was typed. */
        instrument: z.string().max(60).optional(),
      }),
    )
    .max(COUNTS.gauge),
  visible: shape.nullable(),
  expected: z.strictObject(outlineAndDepth).nullable(),
  moistureLimit: scale,
  dryReference: scale,
  rings: z.strictObject({ ratio: within(LIMITS.ringRatio), rings: z.array(ring).min(1).max(COUNTS.rings) }).nullable(),
  coupon: z
    .strictObject({
      beforeG: within(LIMITS.couponG),
      afterG: z.number().gt(0).max(LIMITS.couponG.max),
      areaMm2: within(LIMITS.couponMm2).optional(),
      thicknessMm: within(LIMITS.couponMm).optional(),
      instrument: z.string().max(120).optional(),
    })
    .nullable(),
});
