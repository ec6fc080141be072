import { wholeMeasures } from '@ashstep/core/mix';
import {
  SPOT_KINDS,
  drillMm,
  finishFillMl,
  finishFills,
  parseSizes,
  pattern,
  spotFill,
  walkInPots,
} from '@ashstep/core/spots';
import { smallFill } from '@ashstep/core/small';
import { injection } from '@ashstep/core/taper';
import * as z from 'zod';
import { shape } from '../inputs/index.js';
import { type Calculation, calculation, factor, n } from './calculation.js';

/** Many places of damage: their sizes, places and fills, and pots in whole lines or strokes. */
export const SPOT_CALCULATIONS: readonly Calculation[] = [
  calculation(
    'hole-sizes',
    'Diameters as a repairer writes them down, "6, 6, 8, 25" or "14 x 6", and the drill for each',
    z.strictObject({ text: z.string().max(2000), system: z.enum(['metric', 'imperial']).optional() }),
    ({ text, system }) => {
      const sizesMm = parseSizes(text, system);
      return { sizesMm, drillsMm: sizesMm.map((diameterMm) => drillMm({ kind: 'circle', diameterMm })) };
    },
    { text: '6, 6, 8, 25' },
  ),
  calculation(
    'spot-fill',
    'Paste a drilled or dished place takes: its straight part and the countersink on one face or both',
    z.strictObject({
      shape,
      depthMm: n,
      ratio: factor,
      bevelMm: factor,
      faces: z.union([z.literal(1), z.literal(2)]).optional(),
    }),
    spotFill,
    { shape: { kind: 'circle', diameterMm: 7 }, depthMm: 5, bevelMm: 1.5, faces: 2 },
  ),
  calculation(
    'finish-fill',
    'What an opened crack, chip or gouge in the finish takes, and in how many fills',
    z.strictObject({
      kind: z.enum(SPOT_KINDS),
      shape,
      depthMm: n,
      medium: z.enum(['gelcoat', 'polyester', 'epoxy']),
    }),
    ({ medium, ...place }) => ({ fillMl: finishFillMl(place), fills: finishFills(place.depthMm, medium) }),
    { kind: 'gouge', shape: { kind: 'slot', lengthMm: 80, widthMm: 10 }, depthMm: 1.2, medium: 'gelcoat' },
  ),
  calculation(
    'small-fill',
    'A small fill from its openings to its pots: volume, grams, fills, catalyst in ml, g and drops, and when the next may go on',
    z.strictObject({
      openings: z.array(
        z.discriminatedUnion('form', [
          z.strictObject({ form: z.literal('groove'), lengthMm: n, widthMm: n, depthMm: n }),
          z.strictObject({ form: z.literal('trough'), lengthMm: n, widthMm: n, depthMm: n }),
          z.strictObject({ form: z.literal('dish'), diameterMm: n, depthMm: n }),
          z.strictObject({
            form: z.literal('hole'),
            diameterMm: n,
            depthMm: n,
            mouthMm: factor,
            bevelMm: factor,
            faces: z.union([z.literal(1), z.literal(2)]).optional(),
          }),
        ]),
      ),
      medium: z.enum(['gelcoat', 'polyester', 'epoxy']),
      tempC: n,
      densityGPerMl: factor,
      dropsPerMl: factor,
    }),
    smallFill,
    { openings: [{ form: 'trough', lengthMm: 80, widthMm: 10, depthMm: 1.2 }], medium: 'gelcoat', tempC: 20 },
  ),
  calculation(
    'injection',
    'Holes over a dry disbond, the row left open, and the resin it takes',
    z.strictObject({ shapes: z.array(shape), spacingMm: n, gapMm: n, holeMm: n }),
    injection,
    { shapes: [{ kind: 'circle', diameterMm: 160 }], spacingMm: 40, gapMm: 0.5, holeMm: 4 },
  ),
  calculation(
    'spot-pattern',
    'Places of a row or grid of spots, there and back as they are walked',
    z.strictObject({ along: n, rows: factor, stepMm: n, rowStepMm: factor, turnedDeg: factor }),
    (input) => ({ places: pattern(input) }),
    { along: 3, rows: 2, stepMm: 60 },
  ),
  calculation(
    'walk-in-pots',
    'Spots shared among pots in the order of the walk',
    z.strictObject({ amounts: z.array(z.number().min(0).max(1e6)).max(200), limit: z.number().min(1).max(1e6) }),
    ({ amounts, limit }) => ({ pots: walkInPots(amounts, limit) }),
    { amounts: [10, 10, 10, 25, 5], limit: 40 },
  ),
  calculation(
    'whole-measures',
    'Whole lines of a cup or strokes of two pumps that hold the ratio together, and the error they leave',
    z.strictObject({ resinUnitMl: n, secondUnitMl: n, ratioByVolume: n, resinMl: n, tolerancePercent: n }),
    wholeMeasures,
    { resinUnitMl: 1, secondUnitMl: 1, ratioByVolume: 0.2, resinMl: 12.6, tolerancePercent: 3 },
  ),
];
