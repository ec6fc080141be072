import {
  ply,
  laminate as stackOfPlies,
  match,
  failure,
  strengths,
  polar,
  fibreFraction,
  burnOff,
  readRings,
} from '@ashstep/core/laminate';
import * as z from 'zod';
import { type Calculation, calculation, n, family, laminate, factor } from './calculation.js';

/** Plies, laminates, and what a laminate is made of. */
export const LAMINATE_CALCULATIONS: readonly Calculation[] = [
  calculation(
    'ply',
    'Thickness, resin take-up and fibre volume of one ply',
    z.strictObject({
      arealWeightGsm: n,
      fibreMassFraction: n,
      fibre: z.enum(['e-glass', 's-glass', 'carbon', 'aramid']),
      resin: family,
      fibreDensityKgM3: factor,
      resinDensityKgM3: factor,
    }),
    ply,
    { arealWeightGsm: 600, fibreMassFraction: 0.45, fibre: 'e-glass', resin: 'polyester' },
  ),
  calculation(
    'laminate',
    'A, B, D, engineering and flexural constants, thickness and mass of a laminate',
    laminate,
    (input) => stackOfPlies(input),
    { resin: 'epoxy', layers: [{ fabricId: 'biax45-600' }, { fabricId: 'biax090-600' }] },
  ),
  calculation(
    'match',
    'Stiffness and weight of a patch against its parent, with bands',
    z.strictObject({ parent: laminate, patch: laminate }),
    match,
    {
      parent: { resin: 'polyester', layers: [{ fabricId: 'mat-450' }, { fabricId: 'roving-500' }] },
      patch: { resin: 'epoxy', layers: [{ fabricId: 'biax45-600' }, { fabricId: 'biax090-600' }] },
    },
  ),
  calculation(
    'first-ply',
    'Strains and stresses of every sheet of a laminate under load, what fails first by maximum strain and by Tsai-Wu, and its strength direction by direction',
    laminate.extend({
      loads: z.strictObject({
        nxNPerMm: factor,
        nyNPerMm: factor,
        nxyNPerMm: factor,
        mxN: factor,
        myN: factor,
        mxyN: factor,
      }),
      heldFlat: z.boolean().optional(),
    }),
    (input) => ({ ...failure(input), strengthsMPa: strengths(input) }),
    { resin: 'epoxy', layers: [{ fabricId: 'biax45-600' }, { fabricId: 'biax090-600' }], loads: { nxNPerMm: 50 } },
  ),
  calculation(
    'polar',
    'Stiffness of a laminate by direction, in the plane and in bending',
    laminate.extend({ stepDeg: factor }),
    polar,
    { resin: 'epoxy', layers: [{ fabricId: 'ud-600' }, { fabricId: 'biax45-600' }], stepDeg: 45 },
  ),
  calculation(
    'fibre-fraction',
    'Fibre mass and volume fraction from measured thickness and areal weight',
    z.strictObject({
      thicknessMm: n,
      arealWeightGsm: n,
      fibre: z.enum(['e-glass', 's-glass', 'carbon', 'aramid']),
      resin: family,
    }),
    fibreFraction,
    { thicknessMm: 4.2, arealWeightGsm: 2250, fibre: 'e-glass', resin: 'polyester' },
  ),
  calculation(
    'burn-off',
    'Fibre mass fraction, areal weight and voids from a burn-off coupon',
    z.strictObject({
      beforeG: n,
      afterG: n,
      areaMm2: factor,
      thicknessMm: factor,
      fibre: z.enum(['e-glass', 's-glass', 'carbon', 'aramid']).optional(),
      resin: family.optional(),
    }),
    burnOff,
    { beforeG: 7.5, afterG: 2.25, areaMm2: 2500, thicknessMm: 2.1 },
  ),
  calculation(
    'rings',
    'Plies of a laminate from the rings of a taper, with the likeliest fabrics',
    z.strictObject({
      ratio: n,
      rings: z.array(
        z.strictObject({
          widthMm: factor,
          depthMm: factor,
          look: z.enum(['random', 'squares', 'lines', 'unknown']).optional(),
          colour: z.enum(['pale', 'dark', 'yellow', 'mixed']).optional(),
          directionDeg: factor,
        }),
      ),
      widthErrorMm: factor,
      depthErrorMm: factor,
      resin: family.optional(),
      measuredThicknessMm: factor,
    }),
    readRings,
    { ratio: 12, rings: [{ widthMm: 12.4, look: 'random' }, { widthMm: 8.2, look: 'squares', directionDeg: 0 }], measuredThicknessMm: 1.7 }, // prettier-ignore
  ),
];
