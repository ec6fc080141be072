import { fairness, fillRounds } from '@ashstep/core/fairness';
import { abrasiveLadder, coat, roomCheck } from '@ashstep/core/finish';
import { systemOf } from '@ashstep/core/resin';
import * as z from 'zod';
import { type Calculation, calculation, factor, n, systemId } from './calculation.js';

const FAIR_LINE = (y: number) => ({
  name: `y ${y}`,
  readings: [-200, -150, -100, -50, 0, 50, 100, 150, 200].map((x) => ({
    xMm: x,
    yMm: y,
    zMm: Math.round(100 * (-(x * x) / 6000 - 1.5 * Math.max(0, 1 - (x * x + y * y) / 10_000))) / 100,
    sound: x * x + y * y > 12_000,
  })),
});

/** Fair, coat, sand: what is done on the cured patch. */
export const FINISH_CALCULATIONS: readonly Calculation[] = [
  calculation(
    'room-check',
    'Whether there is room under level for plies, fairing and finish, and where it stands too high or lies too low',
    z.strictObject({
      readings: z.array(z.strictObject({ atMm: n, belowMm: n })),
      when: z.enum(['before', 'after']),
      patchMm: n,
      fairingMm: n,
      finishMm: n,
    }),
    roomCheck,
    {
      readings: [
        { atMm: 0, belowMm: 3.1 },
        { atMm: 50, belowMm: 3.4 },
        { atMm: 100, belowMm: 2.2 },
      ],
      when: 'before',
      patchMm: 2,
      fairingMm: 0.5,
      finishMm: 0.5,
    },
  ),
  calculation(
    'fairness',
    'Readings along lines against the fair curve through the sound ground: high and low, filler volume, batten gap, and where one more reading tells most',
    z.strictObject({
      lines: z.array(
        z.strictObject({
          name: z.string(),
          readings: z.array(z.strictObject({ xMm: n, yMm: n, zMm: n, sound: z.boolean() })),
        }),
      ),
      toleranceMm: n,
      gaugeMm: factor,
      battenMm: factor,
    }),
    fairness,
    { lines: [-80, -40, 0, 40, 80].map(FAIR_LINE), toleranceMm: 0.3 },
  ),
  calculation(
    'fill-rounds',
    'Rounds of filler for a low place: how many, millilitres and grams each, and when each may be sanded',
    z.strictObject({
      volumeMl: n,
      deepestMm: n,
      medium: z.enum(['gelcoat', 'polyester', 'epoxy']),
      tempC: n,
      densityGPerMl: factor,
      systemId: systemId.optional(),
    }),
    ({ systemId: id, ...input }) => fillRounds({ ...input, ...(id ? { card: systemOf(id, undefined) } : {}) }),
    { volumeMl: 60, deepestMm: 4, medium: 'epoxy', tempC: 20, systemId: 'epoxy-medium' },
  ),
  calculation(
    'coat',
    'A coat over an area: wet film, passes, millilitres and grams with what is lost, catalyst for each pass and the window to the next',
    z.strictObject({
      medium: z.enum(['gelcoat', 'paint']),
      areaM2: n,
      dryMm: n,
      way: z.enum(['brush', 'roller', 'spray']),
      tempC: n,
      shrink: factor,
      maxPassMm: factor,
      leastPasses: factor,
      densityGPerMl: factor,
      dropsPerMl: factor,
    }),
    coat,
    { medium: 'gelcoat', areaM2: 0.5, dryMm: 0.5, way: 'spray', tempC: 20 },
  ),
  calculation(
    'ladder',
    'Grits from the first to the last with no jump too long, what the scratches cost of the finish that is there, and the paper to have ready',
    z.strictObject({
      from: n,
      to: n,
      shelf: z.array(n).optional(),
      wetFrom: factor,
      polished: z.boolean().optional(),
      finishMm: factor,
      highMm: factor,
      thinMm: factor,
      areaM2: factor,
      sheetsPerM2: factor,
    }),
    abrasiveLadder,
    { from: 320, to: 1500, polished: true, finishMm: 0.5, highMm: 0.1, areaM2: 0.2 },
  ),
];
