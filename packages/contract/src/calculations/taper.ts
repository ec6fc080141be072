import {
  WAYS_OUT,
  footprint,
  joint,
  sides,
  grindCheck,
  dish,
  broken,
  edge,
  plug,
  curvature,
  wrap,
} from '@ashstep/core/taper';
import * as z from 'zod';
import { localRatio, shape } from '../inputs/index.js';
import { type Calculation, calculation, n, family, point, factor, HULL } from './calculation.js';

const knockDowns = z.strictObject({ preparation: factor, secondaryBond: factor, wetService: factor, age: factor });
const obstacle = z.strictObject({
  name: z.string(),
  kind: z.enum(['edge', 'fitting', 'structure']),
  points: z.array(point),
  closed: z.boolean().optional(),
  clearanceMm: factor,
  way: z.enum(WAYS_OUT).nullable().optional(),
});
function leaving<T extends object, K extends keyof T>(result: T, key: K): Omit<T, K> {
  const { [key]: _, ...rest } = result;
  return rest;
}

/** Ground round the damage, by every kind of repair. */
export const TAPER_CALCULATIONS: readonly Calculation[] = [
  calculation(
    'footprint',
    'Areas, perimeters, sizes and grinding volume of a taper, round one cut-out or several, with what is in its way',
    z.strictObject({
      shape,
      others: z.array(shape).optional(),
      ratio: n,
      depthMm: n,
      marginMm: factor,
      maskMm: factor,
      sides: z.enum(['one', 'two']).optional(),
      firstShare: factor,
      through: z.boolean().optional(),
      locals: z.array(localRatio).optional(),
      obstacles: z.array(obstacle).optional(),
      joint: z
        .strictObject({ resin: family, parentStrengthMPa: n, bondShearMPa: factor, knockDowns: knockDowns.optional() })
        .optional(),
    }),
    (input) => leaving(footprint(input), 'regions'),
    { shape: HULL, ratio: 12, depthMm: 9, obstacles: [{ name: 'Chine', kind: 'edge', points: [{ x: -500, y: 110 }, { x: 500, y: 110 }] }] }, // prettier-ignore
  ),
  calculation(
    'joint',
    'Strength of the scarf bond against the parent',
    z.strictObject({
      ratio: n,
      resin: family,
      parentStrengthMPa: n,
      bondShearMPa: factor,
      knockDowns: knockDowns.optional(),
      stepped: z
        .strictObject({
          steps: z.array(z.strictObject({ lengthMm: n, parentNPerMm: n, patchNPerMm: n })),
          loadNPerMm: factor,
          bondShearModulusMPa: factor,
          bondMm: factor,
        })
        .optional(),
    }),
    joint,
    {
      ratio: 12,
      resin: 'epoxy',
      parentStrengthMPa: 150,
      knockDowns: { secondaryBond: 0.9 },
      stepped: { steps: [{ lengthMm: 40, parentNPerMm: 40_000, patchNPerMm: 40_000 }] },
    },
  ),
  calculation(
    'sides',
    'The taper worked from outside, inside and both: what is ground, what shows, what it needs',
    z.strictObject({
      shape,
      ratio: n,
      depthMm: n,
      marginMm: factor,
      maskMm: factor,
      firstShare: factor,
      through: z.boolean().optional(),
      access: z.enum(['one', 'both']),
    }),
    sides,
    { shape: HULL, ratio: 12, depthMm: 9, access: 'both' },
  ),
  calculation(
    'grind-check',
    'Depth-gauge readings along rays against the intended slope, and what to grind where',
    z.strictObject({
      ratio: n,
      depthMm: n,
      toleranceMm: factor,
      readings: z.array(z.strictObject({ rayDeg: n, outMm: n, depthMm: n })),
    }),
    grindCheck,
    { ratio: 12, depthMm: 6, readings: [{ rayDeg: 0, outMm: 24, depthMm: 3.4 }, { rayDeg: 180, outMm: 24, depthMm: 5 }] }, // prettier-ignore
  ),
  calculation(
    'dish',
    'A countersink that keys filler in, and the glass cap over it',
    z.strictObject({ shape, depthMm: n, ratio: factor, capPastMm: factor }),
    dish,
    { shape: { kind: 'circle', diameterMm: 20 }, depthMm: 6 },
  ),
  calculation('broken-in-two', 'Sanded ground, plies and rail strips of a board or blade in two', z.strictObject({ widthMm: n, skinMm: n, ratio: n, bulgeMm: n, railMm: n, plies: n }), broken, { widthMm: 480, skinMm: 1.2, ratio: 40, bulgeMm: 60, railMm: 80, plies: 3 }), // prettier-ignore
  calculation('edge', 'Taper and plies that build a missing edge or tip up again', z.strictObject({ alongMm: n, inMm: n, thicknessMm: n, ratio: n, plies: n, trimMm: n }), edge, { alongMm: 100, inMm: 40, thicknessMm: 4, ratio: 12, plies: 4, trimMm: 10 }), // prettier-ignore
  calculation('core-plug', 'A plug of like core, its bedding paste, and what is sealed first', z.strictObject({ shape, coreMm: n, depthMm: n.optional(), gapMm: n, beddingMm: n, pasteGPerMl: n }), plug, { shape: { kind: 'circle', diameterMm: 100 }, coreMm: 20, gapMm: 2, beddingMm: 2, pasteGPerMl: 0.9 }), // prettier-ignore
  calculation('curvature', 'A patch on a curved surface: developed size, back-up, and which fabric will not drape', z.strictObject({ lengthMm: n, widthMm: n, alongMm: factor, acrossMm: factor, constructions: z.array(z.enum(['mat', 'plain', 'twill', 'roving', 'ud', 'biaxial45', 'biaxial090'])).optional() }), curvature, { lengthMm: 400, widthMm: 300, alongMm: 900, acrossMm: 600, constructions: ['roving', 'twill'] }), // prettier-ignore
  calculation(
    'wrap',
    'Strips wound at plus and minus an angle round a tube or rail',
    z.strictObject({
      diameterMm: factor,
      roundMm: factor,
      damageMm: n,
      pastMm: factor,
      stripMm: n,
      angleDeg: n,
      overlapMm: factor,
      layers: factor,
    }),
    wrap,
    { diameterMm: 40, damageMm: 100, stripMm: 50, angleDeg: 45 },
  ),
];
