import { nest } from '@ashstep/core/cutting';
import { stack, solveStack, pieces } from '@ashstep/core/stack';
import * as z from 'zod';
import { fabricLayer, shape } from '../inputs/index.js';
import { fabric } from '../materials.js';
import { type Calculation, calculation, n, family, laminate, point, factor, HULL } from './calculation.js';

/** Stacks, pieces and the roll. */
export const PLIES_CALCULATIONS: readonly Calculation[] = [
  calculation(
    'stack',
    'Outlines, sizes and level of the plies in a taper',
    z.strictObject({
      shape,
      ratio: n,
      depthMm: n,
      plies: z.array(z.strictObject({ thicknessMm: n })),
      order: z.enum(['smallest-first', 'largest-first']),
      cover: z.strictObject({ thicknessMm: n, overlapMm: n }).optional(),
      finishThicknessMm: factor,
      finishAllowanceMm: factor,
    }),
    stack,
    {
      shape: HULL,
      ratio: 12,
      depthMm: 1.8,
      plies: [{ thicknessMm: 0.87 }, { thicknessMm: 0.87 }],
      order: 'smallest-first',
    },
  ),
  calculation(
    'solve-stack',
    'The stacks of given fabrics that come closest to a parent, and whether any better is left',
    z.strictObject({
      parent: laminate,
      resin: family,
      fabrics: z.array(
        z.strictObject({ fabricId: z.string(), own: fabric.optional(), costPerM2: factor, mostPlies: factor }),
      ),
      process: z.enum(['hand', 'film', 'vacuum']).optional(),
      orientationsDeg: z.array(n).optional(),
      maxPlies: factor,
      maxThicknessMm: factor,
      cover: fabricLayer.optional(),
      balanced: z.boolean().optional(),
      weights: z
        .strictObject({ stiffness: factor, thickness: factor, weight: factor, count: factor, cost: factor })
        .optional(),
      keep: factor,
      mostTried: factor,
    }),
    solveStack,
    { parent: { resin: 'polyester', layers: [{ fabricId: 'mat-450' }, { fabricId: 'roving-500' }] }, resin: 'epoxy', fabrics: [{ fabricId: 'biax45-400' }, { fabricId: 'biax090-400' }, { fabricId: 'mat-stitched-300' }], maxPlies: 4, keep: 2 }, // prettier-ignore
  ),
  calculation(
    'pieces',
    'Every piece to cut: plies, peel ply, film, bleeder, back-up, with outline, size and arrow',
    z.strictObject({
      shape,
      plies: z.array(z.strictObject({ laid: n, material: z.string(), offsetMm: n, orientationDeg: factor })),
      oversizeMm: factor,
      peelPlyPastMm: factor,
      releaseFilmPastMm: factor,
      bleederPastMm: factor,
      backUpPastMm: factor,
      mirrored: z.boolean().optional(),
    }),
    pieces,
    {
      shape: HULL,
      plies: [{ laid: 1, material: 'Biaxial ±45 600', offsetMm: 10, orientationDeg: 45 }],
      oversizeMm: 10,
      peelPlyPastMm: 30,
    },
  ),
  calculation(
    'nest',
    'Pieces laid on a roll, with its length, how much is used, the bound it cannot be under, and off-cuts worth keeping',
    z.strictObject({
      pieces: z.array(z.strictObject({ id: z.string(), points: z.array(point), arrowDeg: n.nullable() })),
      widthMm: n,
      usableMm: factor,
      gapMm: factor,
      direction: z.enum(['one-way', 'half-turn']).optional(),
      mirror: z.boolean().optional(),
      keepFromMm: factor,
      seed: factor,
      tries: factor,
    }),
    nest,
    { pieces: [{ id: '1', points: [{ x: 0, y: 0 }, { x: 400, y: 0 }, { x: 400, y: 300 }, { x: 0, y: 300 }], arrowDeg: 0 }, { id: '2', points: [{ x: 0, y: 0 }, { x: 300, y: 0 }, { x: 300, y: 200 }, { x: 0, y: 200 }], arrowDeg: 90 }], widthMm: 1000 }, // prettier-ignore
  ),
];
