import { colourCorrect, colourOfPhoto, colourRecipe, drawdownFit, dryDown } from '@ashstep/core/colour';
import * as z from 'zod';
import { type Calculation, calculation, factor, n } from './calculation.js';

const lab = z.strictObject({ l: n, a: n, b: n });
const curve = z.array(n).max(301);
const entry = z.union([z.string(), z.strictObject({ id: z.string(), ks: curve })]);
const measuredIn = z.discriminatedUnion('way', [
  z.strictObject({ way: z.literal('drops'), gPerDrop: factor }),
  z.strictObject({ way: z.literal('scale'), stepG: n }),
]);
const pixels = z.array(z.tuple([n, n, n]));

/** Colour matched with the pigments of the shelf. */
export const COLOUR_CALCULATIONS: readonly Calculation[] = [
  calculation(
    'colour-recipe',
    'Pigments for a colour in whole drops or steps of the scale: ΔE00 in daylight and lamplight, what rounding loses, the smallest sensible batch',
    z.strictObject({
      target: lab,
      targetReflectance: curve.optional(),
      base: entry.optional(),
      shelf: z.array(entry).optional(),
      batchG: n,
      measuredIn,
      maxShare: factor,
      mostPigments: factor,
      shift: lab.optional(),
    }),
    colourRecipe,
    { target: { l: 88, a: -2, b: 8 }, batchG: 200, measuredIn: { way: 'drops' } },
  ),
  calculation(
    'colour-correct',
    'What to add to a cup that came out wrong: additions only, the least that brings it near enough, white base counted',
    z.strictObject({
      target: lab,
      base: entry.optional(),
      shelf: z.array(entry).optional(),
      cup: z.strictObject({ baseG: n, pigments: z.array(z.strictObject({ id: z.string(), amountG: n })) }),
      measured: lab,
      shift: lab.optional(),
      measuredIn,
      maxShare: factor,
      aim: factor,
    }),
    colourCorrect,
    {
      target: { l: 88, a: -2, b: 8 },
      cup: { baseG: 200, pigments: [{ id: 'ochre', amountG: 0.5 }, { id: 'blue', amountG: 0.2 }] },
      measured: { l: 89.5, a: -3.2, b: 5.1 },
      measuredIn: { way: 'scale', stepG: 0.05 },
    }, // prettier-ignore
  ),
  calculation(
    'drawdown-fit',
    'The curve of a pigment, and of its white base, from drawdowns at two or more strengths',
    z.strictObject({
      base: entry.optional(),
      drawdowns: z.array(z.strictObject({ share: n, reflectance: curve.optional(), lab: lab.optional() })),
    }),
    drawdownFit,
    {
      base: 'white-base',
      drawdowns: [
        { share: 0.01, lab: { l: 72, a: -20, b: -18 } },
        { share: 0.04, lab: { l: 55, a: -24, b: -27 } },
      ],
    },
  ),
  calculation(
    'dry-down',
    'What a cured coat differs by from its wet cup, from the cups a shop read both ways',
    z.strictObject({ pairs: z.array(z.strictObject({ wet: lab, cured: lab })) }),
    ({ pairs }) => dryDown(pairs),
    {
      pairs: [
        { wet: { l: 88, a: -2, b: 8 }, cured: { l: 87.2, a: -1.9, b: 8.6 } },
        { wet: { l: 52, a: 36, b: 15 }, cured: { l: 51, a: 36.3, b: 15.4 } },
      ],
    },
  ),
  calculation(
    'colour-of-photo',
    'The colour of a patch photographed beside a grey card, with its spread and what it may be off by',
    z.strictObject({ card: z.strictObject({ pixels, reflectance: factor }), patch: pixels }),
    colourOfPhoto,
    {
      card: { pixels: [[120, 116, 108], [121, 117, 109], [119, 115, 107], [120, 116, 109]] },
      patch: [[206, 199, 176], [207, 200, 176], [205, 198, 175], [206, 199, 177]],
    }, // prettier-ignore
  ),
];
