import { CURE_CARDS } from '@ashstep/core/cure';
import { requireEntry } from '@ashstep/core/errors';
import { CONSISTENCIES } from '@ashstep/core/material';
import {
  LAYING_WORKS,
  WEIGHINGS,
  resinQuantity,
  mix,
  mixError,
  putRight,
  batches,
  quantities,
  paste,
  smallestBatches,
  weighing as weighingOf,
  fillet,
  batchPlan,
  jobCost,
  layingRate,
} from '@ashstep/core/mix';
import { SYSTEMS } from '@ashstep/core/resin';
import * as z from 'zod';
import { loggedRate } from '../inputs/index.js';
import { type Calculation, calculation, n, factor, container, systemId } from './calculation.js';

const pasteFields = {
  volumeMl: n,
  fillerId: z.string().optional(),
  consistency: z.enum(CONSISTENCIES).optional(),
  heapToResin: factor,
  resinDensityGPerMl: factor,
  use: z.enum(['bonding', 'bedding', 'fillet', 'fairing', 'plug']).optional(),
};
const weighing = z.enum(WEIGHINGS);
const pack = z.strictObject({ size: n, price: n });

/** Resin by weight and volume, pots, tools, packs and money. */
export const MIX_CALCULATIONS: readonly Calculation[] = [
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
    resinQuantity,
    { plies: [{ areaMm2: 100_000, arealWeightGsm: 450, fibreMassFraction: 0.3 }] },
  ),
  calculation(
    'mix',
    'Resin and hardener or catalyst of one batch, by weight, volume and on the scale',
    z.strictObject({
      systemId,
      totalG: n,
      catalystPercent: factor,
      tempC: factor,
      dropsPerMl: factor,
      weighing: weighing.optional(),
      hardenerPer100ByWeight: factor,
      hardenerPer100ByVolume: factor,
      resinDensityGPerMl: factor,
      hardenerDensityGPerMl: factor,
    }),
    mix,
    {
      systemId: 'epoxy-slow',
      totalG: 175,
    },
  ),
  calculation(
    'mix-error',
    'How far a weighed batch is from its ratio, and the smallest batch a scale can mix',
    z.strictObject({
      per100ByWeight: n,
      resinG: n,
      secondG: n,
      tolerancePercent: factor,
      readingErrorG: factor,
      weighing: weighing.optional(),
    }),
    mixError,
    {
      per100ByWeight: 30,
      resinG: 134.6,
      secondG: 40.9,
      readingErrorG: 0.5,
    },
  ),
  calculation(
    'put-right',
    'What puts a pot right that is out of its ratio, while nothing of it is on the job',
    z.strictObject({ per100ByWeight: n, resinG: n, secondG: n, tolerancePercent: factor, maxPotG: factor }),
    putRight,
    { per100ByWeight: 30, resinG: 134, secondG: 44 },
  ),
  calculation(
    'batches',
    'Splits a lay-up’s resin into pots by working time',
    z.strictObject({ systemId, pliesG: z.array(n), extraG: n, layingRateGPerMin: factor, tempC: factor }),
    ({ systemId, ...rest }) => batches({ ...rest, card: requireEntry(SYSTEMS, systemId, 'systemId') }),
    { systemId: 'epoxy-slow', pliesG: [60, 80, 100], extraG: 40 },
  ),
  calculation(
    'quantities',
    'Everything a job takes: plies, primers, pastes, coats and waste, and the packs to buy',
    z.strictObject({
      plies: z.array(z.strictObject({ areaMm2: n, arealWeightGsm: n, fibreMassFraction: n })).optional(),
      primes: z
        .array(
          z.strictObject({
            surface: z.enum(['laminate', 'closed-foam', 'open-foam', 'old-mat', 'wood']),
            areaMm2: n,
            gsm: factor,
          }),
        )
        .optional(),
      pastes: z.array(z.strictObject({ name: z.string(), ...pasteFields })).optional(),
      coats: z
        .array(z.strictObject({ name: z.string(), areaMm2: n, thicknessMm: n, densityGPerMl: factor }))
        .optional(),
      wastePercent: factor,
      potFloorG: factor,
      pots: factor,
      per100ByWeight: factor,
      packs: z.strictObject({ resin: z.array(pack).optional(), second: z.array(pack).optional() }).optional(),
    }),
    quantities,
    {
      plies: [{ areaMm2: 100_000, arealWeightGsm: 450, fibreMassFraction: 0.3 }],
      primes: [{ surface: 'laminate', areaMm2: 200_000 }],
      pastes: [{ name: 'Fillet', volumeMl: 100, fillerId: 'silica', use: 'fillet' }],
      per100ByWeight: 30,
      packs: { resin: [{ size: 1000, price: 30 }, { size: 250, price: 12 }] }, // prettier-ignore
    },
  ),
  calculation('paste', 'Resin and filler for a volume of paste', z.strictObject(pasteFields), paste, {
    volumeMl: 250,
    fillerId: 'silica',
    use: 'bedding',
  }),
  calculation(
    'smallest-batch',
    'Smallest batch each measuring tool mixes within tolerance, and the best tool for a batch',
    z.strictObject({
      tools: z.array(
        z.discriminatedUnion('kind', [
          z.strictObject({ kind: z.literal('scale'), name: z.string(), stepG: n, errorG: factor, mostG: factor }),
          z.strictObject({ kind: z.literal('lines'), name: z.string(), stepMl: n, errorMl: factor, mostMl: factor }),
          z.strictObject({
            kind: z.literal('pump'),
            name: z.string(),
            resinStrokeMl: n,
            secondStrokeMl: n,
            strokePercent: n,
          }),
        ]),
      ),
      per100ByWeight: n,
      resinDensityGPerMl: n,
      secondDensityGPerMl: n,
      tolerancePercent: n,
      weighing: weighing.optional(),
      batchG: factor,
    }),
    smallestBatches,
    { tools: [{ kind: 'scale', name: 'Scale 1 g', stepG: 1 }, { kind: 'lines', name: 'Cup', stepMl: 5 }], per100ByWeight: 30, resinDensityGPerMl: 1.15, secondDensityGPerMl: 0.97, tolerancePercent: 3, batchG: 60 }, // prettier-ignore
  ),
  calculation(
    'weighing',
    'What the scale should read for a batch, on one tare and re-zeroed, and how far off the ratio each may be',
    z.strictObject({
      systemId,
      totalG: n,
      catalystPercent: factor,
      tempC: factor,
      hardenerPer100ByWeight: factor,
      hardenerPer100ByVolume: factor,
      stepG: factor,
      readingErrorG: factor,
    }),
    weighingOf,
    { systemId: 'epoxy-slow', totalG: 120, stepG: 1 },
  ),
  calculation(
    'fillet',
    'Volume of a fillet by radius and length, and the paste for it',
    z.strictObject({
      radiusMm: n,
      lengthMm: n,
      angleDeg: factor,
      fillerId: z.string().optional(),
      resinDensityGPerMl: factor,
    }),
    fillet,
    {
      radiusMm: 12,
      lengthMm: 800,
      fillerId: 'silica',
    },
  ),
  calculation(
    'batch-plan',
    'Pots of a lay-up by how they really warm, each with the minute it falls due',
    z.strictObject({
      systemId,
      pliesG: z.array(n),
      extraG: n,
      layingRateGPerMin: factor,
      tempC: n,
      container: container.optional(),
      catalystPercent: factor,
    }),
    ({ systemId: id, ...rest }) =>
      batchPlan({
        ...rest,
        card: requireEntry(SYSTEMS, id, 'systemId'),
        cure: requireEntry(CURE_CARDS, id, 'systemId'),
      }),
    { systemId: 'epoxy-medium', pliesG: [60, 80, 100, 120], extraG: 40, layingRateGPerMin: 12, tempC: 24 },
  ),
  calculation(
    'laying-rate',
    'How fast plies go down, by area, work and hands, or by the shed’s own log',
    z.strictObject({
      areaMm2: n,
      wound: z.boolean().optional(),
      onFilm: z.boolean().optional(),
      stiffShare: factor,
      hands: factor,
      overhead: z.boolean().optional(),
      log: z.partialRecord(z.enum(LAYING_WORKS), loggedRate).optional(),
    }),
    layingRate,
    { areaMm2: 150_000, hands: 2 },
  ),
  calculation(
    'cost',
    'What a job costs by what it uses, and by what is bought for it in whole packs',
    z.strictObject({
      materials: z.array(z.strictObject({ name: z.string(), amount: n, packs: z.array(pack) })),
      hours: factor,
      ratePerHour: factor,
      heating: z.strictObject({ kw: n, hours: n, pricePerKwh: n }).optional(),
    }),
    jobCost,
    { materials: [{ name: 'Resin', amount: 700, packs: [{ size: 1000, price: 30 }, { size: 250, price: 12 }] }], hours: 3, ratePerHour: 40 }, // prettier-ignore
  ),
];
