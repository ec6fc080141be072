import * as core from '@ashstep/core';
import * as z from 'zod';
import { clueId, coreId, fabricLayer, priorId, repairInputs, shape, systemId } from './domain.js';

/** A calculation that can be run by name on JSON. */
export interface Calculation {
  name: string;
  summary: string;
  schema: z.ZodType;
  /** @throws core.CoreError for input the schema lets through but no laminate can have */
  run: (input: never) => unknown;
  example: unknown;
}

function calculation<S extends z.ZodType>(name: string, summary: string, schema: S, run: (input: z.infer<S>) => unknown, example: z.infer<S>): Calculation {
  return { name, summary, schema, run: run as Calculation['run'], example };
}

const n = z.number();
const family = z.enum(['polyester', 'vinylester', 'epoxy']);
const layer = z.union([
  fabricLayer.extend({ resin: family.optional() }),
  z.strictObject({ coreId, thicknessMm: n }),
  z.strictObject({ e1GPa: n, e2GPa: n, g12GPa: n, nu12: n, thicknessMm: n, orientationDeg: n.optional(), densityKgM3: n.optional() }),
]);
const laminate = z.strictObject({ layers: z.array(layer), resin: family.optional() });
const likelihoods = z.strictObject({ polyester: n, vinylester: n, epoxy: n, thermoplastic: n, mixed: n });
const facts = z.strictObject({
  parent: z.enum(['polyester', 'vinylester', 'epoxy', 'unknown', 'mixed', 'thermoplastic']),
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
const school = z.enum(['finish-led', 'like-for-like', 'epoxy-throughout']);
const factor = n.optional();

const HULL = { kind: 'roundedRectangle', lengthMm: 140, widthMm: 90, cornerRadiusMm: 30 } as const;

/** Every calculation the command line offers, with its input schema and a worked example. */
export const CALCULATIONS: readonly Calculation[] = [
  calculation(
    'ply',
    'Thickness, resin take-up and fibre volume of one ply',
    z.strictObject({ arealWeightGsm: n, fibreMassFraction: n, fibre: z.enum(['e-glass', 's-glass', 'carbon', 'aramid']), resin: family, fibreDensityKgM3: factor, resinDensityKgM3: factor }),
    core.ply,
    { arealWeightGsm: 600, fibreMassFraction: 0.45, fibre: 'e-glass', resin: 'polyester' },
  ),
  calculation('laminate', 'A, B, D, engineering and flexural constants, thickness and mass of a laminate', laminate, (input) => core.laminate(input), { resin: 'epoxy', layers: [{ fabricId: 'biax45-600' }, { fabricId: 'biax090-600' }] }),
  calculation('match', 'Stiffness and weight of a patch against its parent, with bands', z.strictObject({ parent: laminate, patch: laminate }), core.match, {
    parent: { resin: 'polyester', layers: [{ fabricId: 'mat-450' }, { fabricId: 'roving-500' }] },
    patch: { resin: 'epoxy', layers: [{ fabricId: 'biax45-600' }, { fabricId: 'biax090-600' }] },
  }),
  calculation(
    'resin-evidence',
    'Which resin the parent was laid with, from a prior and clues',
    z.strictObject({ prior: z.union([priorId, likelihoods]), clues: z.array(z.union([clueId, z.strictObject({ id: z.string(), likelihoods })])) }),
    core.resinEvidence,
    { prior: 'volume-built', clues: ['styrene-smell', 'tint-green-blue'] },
  ),
  calculation('resin-verdicts', 'Verdict, reasons and conditions for each resin family, and the school’s choice', z.strictObject({ facts, school: school.optional() }), core.resinVerdicts, {
    facts: { parent: 'polyester', waterline: 'below', finish: 'gelcoat', fibres: ['glass'] },
    school: 'finish-led',
  }),
  calculation(
    'footprint',
    'Areas, perimeters, sizes and grinding volume of a taper',
    z.strictObject({ shape, ratio: n, depthMm: n, marginMm: factor, maskMm: factor, sides: z.enum(['one', 'two']).optional(), firstShare: factor, through: z.boolean().optional() }),
    core.footprint,
    { shape: HULL, ratio: 12, depthMm: 9 },
  ),
  calculation(
    'joint',
    'Strength of the scarf bond against the parent',
    z.strictObject({
      ratio: n,
      resin: family,
      parentStrengthMPa: n,
      bondShearMPa: factor,
      knockDowns: z.strictObject({ preparation: factor, secondaryBond: factor, wetService: factor, age: factor }).optional(),
    }),
    core.joint,
    { ratio: 12, resin: 'epoxy', parentStrengthMPa: 150, knockDowns: { secondaryBond: 0.9 } },
  ),
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
    core.stack,
    { shape: HULL, ratio: 12, depthMm: 1.8, plies: [{ thicknessMm: 0.87 }, { thicknessMm: 0.87 }], order: 'smallest-first' },
  ),
  calculation(
    'resin-quantity',
    'Mixed resin for plies, priming and waste',
    z.strictObject({
      plies: z.array(z.strictObject({ areaMm2: n, arealWeightGsm: n, fibreMassFraction: n })),
      primeAreaMm2: factor,
      primeGsm: factor,
      wastePercent: factor,
      potFloorG: factor,
      pots: z.number().int().optional(),
    }),
    core.resinQuantity,
    { plies: [{ areaMm2: 100_000, arealWeightGsm: 450, fibreMassFraction: 0.3 }] },
  ),
  calculation(
    'mix',
    'Resin and hardener or catalyst of one batch, by weight, volume and on the scale',
    z.strictObject({ systemId, totalG: n, catalystPercent: factor, dropsPerMl: factor, hardenerPer100ByWeight: factor, hardenerPer100ByVolume: factor, resinDensityGPerMl: factor, hardenerDensityGPerMl: factor }),
    core.mix,
    {
      systemId: 'epoxy-slow',
      totalG: 175,
    },
  ),
  calculation('mix-error', 'How far a weighed batch is from its ratio, and the smallest batch a scale can mix', z.strictObject({ per100ByWeight: n, resinG: n, secondG: n, tolerancePercent: factor, readingErrorG: factor }), core.mixError, {
    per100ByWeight: 30,
    resinG: 134.6,
    secondG: 40.9,
    readingErrorG: 0.5,
  }),
  calculation(
    'batches',
    'Splits a lay-up’s resin into pots by working time',
    z.strictObject({ systemId, pliesG: z.array(n), extraG: n, layingRateGPerMin: factor, tempC: factor }),
    ({ systemId, ...rest }) => core.batches({ ...rest, card: core.requireEntry(core.SYSTEMS, systemId, 'systemId') }),
    { systemId: 'epoxy-slow', pliesG: [60, 80, 100], extraG: 40 },
  ),
  calculation('dew-point', 'Dew point, and whether a surface is dry enough', z.strictObject({ airTempC: n, relativeHumidityPercent: n, surfaceTempC: factor }), core.dewPoint, {
    airTempC: 18.4,
    relativeHumidityPercent: 62,
    surfaceTempC: 17.1,
  }),
  calculation('repair', 'The whole chain for one repair’s inputs', repairInputs, core.planRepair, repairInputs.parse({ ...core.NEW_REPAIR, laminate: { ...core.NEW_REPAIR.laminate, thicknessMm: 6 } })),
];
