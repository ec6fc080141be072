import { hardness } from '@ashstep/core/inspection';
import { type TapFeatures, type TapReading, extent, enclose, homography, drying, scoreTap } from '@ashstep/core/survey';
import { QUANTITY_KINDS, parseQuantity, formatQuantity } from '@ashstep/core/units';
import * as z from 'zod';
import { shape } from '../inputs/index.js';
import { type Calculation, calculation, n, point, factor } from './calculation.js';

const pixel = z.strictObject({ xPx: n, yPx: n });
const TAP_GRID: TapReading[] = [-50, -25, 0, 25, 50].flatMap((xMm) =>
  [-50, -25, 0, 25, 50].map((yMm): TapReading => ({
    xMm,
    yMm,
    sound: Math.abs(xMm) <= 25 && yMm >= 0 && yMm <= 25 ? 'dull' : 'sound',
  })),
);

const tapFeatures = z.strictObject({ frequencyHz: n, fall20Ms: n, lowShare: n, aboveNoiseDb: n });
const RINGING: TapFeatures[] = [2310, 2480, 2390, 2550, 2420].map((frequencyHz, i) => ({
  frequencyHz,
  fall20Ms: 38 + i,
  lowShare: 0.08,
  aboveNoiseDb: 24,
}));

/** Readings, and pictures of damage. */
export const SURVEY_CALCULATIONS: readonly Calculation[] = [
  calculation(
    'extent',
    'Hidden extent of damage from taps: half-way line, its doubt, the boundary to cut to, and where to tap next',
    z.strictObject({
      readings: z.array(z.strictObject({ xMm: n, yMm: n, sound: z.enum(['sound', 'dull', 'doubtful']) })),
      outline: shape.optional(),
      marginMm: factor,
      minCornerRadiusMm: factor,
    }),
    extent,
    { readings: TAP_GRID, outline: { kind: 'slot', lengthMm: 40, widthMm: 4 } },
  ),
  calculation(
    'enclose',
    'Circle, ellipse, slot and rounded rectangle round an outline, the one that takes least first',
    z.strictObject({
      points: z.array(point).optional(),
      outlines: z.array(z.array(point)).optional(),
      minCornerRadiusMm: factor,
    }),
    enclose,
    { points: [{ x: 0, y: 0 }, { x: 120, y: 10 }, { x: 140, y: 60 }, { x: 30, y: 70 }], minCornerRadiusMm: 25 }, // prettier-ignore
  ),
  calculation(
    'homography',
    'Squares up a picture from four corners of a known rectangle',
    z.strictObject({
      corners: z.array(pixel),
      widthMm: n,
      heightMm: n,
      check: z.strictObject({ from: pixel, to: pixel, lengthMm: n }).optional(),
      points: z.array(pixel).optional(),
    }),
    homography,
    { corners: [{ xPx: 410, yPx: 905 }, { xPx: 820, yPx: 880 }, { xPx: 790, yPx: 600 }, { xPx: 430, yPx: 610 }], widthMm: 200, heightMm: 150, points: [{ xPx: 600, yPx: 750 }] }, // prettier-ignore
  ),
  calculation(
    'units',
    'A figure as people type it, read into the working unit and shown in both systems',
    z.strictObject({
      text: z.string(),
      kind: z.enum(QUANTITY_KINDS),
      system: z.enum(['metric', 'imperial']).optional(),
    }),
    ({ text, kind, system }) => {
      const value = parseQuantity(text, kind, system);
      return {
        value,
        metric: formatQuantity(value, kind, 'metric', 4),
        imperial: formatQuantity(value, kind, 'imperial', 4),
      };
    },
    { text: '4 1/2 in', kind: 'length' },
  ),
  calculation(
    'hardness',
    'Hardness readings: mean, lowest, lower bound of the mean, and whether they pass',
    z.strictObject({
      readings: z.array(n),
      method: z.enum(['shore-d', 'impressor']),
      limit: factor,
      confidence: factor,
    }),
    hardness,
    {
      readings: [82, 84, 81, 79, 83, 85, 82, 80, 84, 83],
      method: 'shore-d',
    },
  ),
  calculation(
    'drying',
    'When a wet core or laminate will be dry enough, with its band',
    z.strictObject({ readings: z.array(z.strictObject({ day: n, value: n })), limit: n, dryReference: factor }),
    drying,
    { readings: [{ day: 0, value: 24 }, { day: 2, value: 19.6 }, { day: 4, value: 16.1 }, { day: 7, value: 13.1 }], limit: 10, dryReference: 8 }, // prettier-ignore
  ),
  calculation(
    'tap-score',
    'A tap by what it sounds like, against taps on sound laminate of the same job: sound, dull or doubtful',
    z.strictObject({ tap: tapFeatures, sound: z.array(tapFeatures).max(1000), threshold: factor }),
    ({ tap, sound, threshold }) => scoreTap(tap, sound, threshold),
    { tap: { frequencyHz: 880, fall20Ms: 13, lowShare: 0.7, aboveNoiseDb: 22 }, sound: RINGING },
  ),
];
