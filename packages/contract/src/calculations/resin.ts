import { resinEvidence, resinVerdicts } from '@ashstep/core/resin';
import { lapShearMPa, trials, trialsWithin } from '@ashstep/core/trials';
import * as z from 'zod';
import { clueId, priorId } from '../inputs/index.js';
import { type Calculation, calculation, n, family, factor } from './calculation.js';

const likelihoods = z.strictObject({ polyester: n, vinylester: n, epoxy: n, thermoplastic: n, mixed: n });
const parent = z.enum(['polyester', 'vinylester', 'epoxy', 'unknown', 'mixed', 'thermoplastic']);
const facts = z.strictObject({
  parent,
  waterline: z.enum(['above', 'below']).optional(),
  finish: z.enum(['gelcoat', 'paint', 'bare']).optional(),
  fibres: z.array(z.enum(['glass', 'carbon', 'aramid'])).optional(),
  coreStyrene: z.enum(['dissolves', 'softens', 'resists']).optional(),
  coreReachable: z.boolean().optional(),
  coreWooden: z.boolean().optional(),
  matBinder: z.enum(['emulsion', 'powder', 'stitched', 'none']).optional(),
  epoxyInBond: z.boolean().optional(),
  pressedPanel: z.boolean().optional(),
  specialService: z.enum(['none', 'drinking-water', 'fuel', 'heat', 'fire', 'food']).optional(),
  certified: z.boolean().optional(),
  likeForLike: z.boolean().optional(),
  hoursToFinish: n.optional(),
  humidityPercent: n.optional(),
  dewMarginC: n.optional(),
  tooCold: z.array(family).optional(),
  outOfDate: z.array(family).optional(),
});
const failureAreas = z.strictObject({ oldLaminatePercent: n, newLaminatePercent: n, bondLinePercent: n });
const school = z.enum(['finish-led', 'like-for-like', 'epoxy-throughout']);

/** Resin in the parent, resin to take, and bond trials. */
export const RESIN_CALCULATIONS: readonly Calculation[] = [
  calculation(
    'resin-evidence',
    'Which resin the parent was laid with, from a prior and clues',
    z.strictObject({
      prior: z.union([priorId, likelihoods]),
      clues: z.array(z.union([clueId, z.strictObject({ id: z.string(), likelihoods })])),
    }),
    resinEvidence,
    { prior: 'volume-built', clues: ['styrene-smell', 'tint-green-blue'] },
  ),
  calculation(
    'resin-verdicts',
    'Verdict, reasons and conditions for each resin family, and the school’s choice',
    z.strictObject({
      facts,
      school: school.optional(),
      zones: z.array(z.strictObject({ name: z.string(), parent, epoxyInBond: z.boolean().optional() })).optional(),
    }),
    resinVerdicts,
    {
      facts: { parent: 'polyester', waterline: 'below', finish: 'gelcoat', fibres: ['glass'] },
      school: 'finish-led',
    },
  ),
  calculation(
    'trials',
    'Groups of bond trials compared, with a plain word when there are too few to tell',
    z.strictObject({
      groups: z.array(
        z.strictObject({ name: z.string(), values: z.array(n), failures: z.array(failureAreas).optional() }),
      ),
      confidence: factor,
    }),
    trials,
    { groups: [{ name: 'Keyed surface', values: [10.2, 12.1, 13.8, 11.4] }, { name: 'Bare fibre', values: [15.9, 17.2, 14.8, 16.4] }] }, // prettier-ignore
  ),
  calculation(
    'trials-within',
    'Bond trials of two factors: one compared within the other, so that a strong resin does not pass for a good preparation',
    z.strictObject({
      coupons: z.array(
        z.strictObject({ level: z.string(), block: z.string(), value: n, failure: failureAreas.optional() }),
      ),
      confidence: factor,
    }),
    trialsWithin,
    {
      coupons: [
        ...[7, 9].map((value) => ({ level: 'Keyed', block: 'Polyester', value })),
        ...[10, 12].map((value) => ({ level: 'Bare', block: 'Polyester', value })),
        ...[17, 19].map((value) => ({ level: 'Keyed', block: 'Epoxy', value })),
        ...[20, 22].map((value) => ({ level: 'Bare', block: 'Epoxy', value })),
      ],
    },
  ),
  calculation(
    'lap-shear',
    'Strength of a lapped coupon from the force it held, MPa',
    z.strictObject({ forceN: n, widthMm: n, overlapMm: n }),
    ({ forceN, widthMm, overlapMm }) => ({
      shearMPa: lapShearMPa(forceN, widthMm, overlapMm),
      faceMm2: widthMm * overlapMm,
    }),
    { forceN: 3750, widthMm: 25, overlapMm: 12.5 },
  ),
];
