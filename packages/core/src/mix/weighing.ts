import { LIMITS } from '../limits/index.js';
import { type Remark, requireNumber } from '../errors.js';
import { type MixInput, mix } from './mix.js';
import { WEIGHINGS, type Weighing, mixError } from './mix-error.js';

export interface WeighingInput extends Pick<
  MixInput,
  'systemId' | 'card' | 'totalG' | 'catalystPercent' | 'tempC' | 'hardenerPer100ByWeight' | 'hardenerPer100ByVolume'
> {
  /** The scale reads to so many grams; 1 when left out. */
  stepG?: number;
  /** A reading may be off by this, g; half a step when left out. */
  readingErrorG?: number;
}

/** One way of reading the scale through a batch. */
export interface WeighingWay {
  weighing: Weighing;
  /** What it should read after the resin and after the second part, g; and the same to its own step. */
  readsG: [number, number];
  toStepG: [number, number];
  /** Error of the ratio by reading to the step, and at the worst, per cent. */
  stepPercent: number;
  worstPercent: number;
  surelyWithin: boolean;
  smallestBatchG: number;
}

export interface WeighingResult {
  resinG: number;
  secondG: number;
  tolerancePercent: number;
  /** On one tare, and set to nothing between the parts. */
  ways: WeighingWay[];
  remarks: Remark[];
}

/**
 * What the scale should read for a batch, poured on one tare and set to nothing between the parts, and how far off the ratio each may be: the resin is
 * taken to the nearest step, the second part as its ratio to that wants.
 * @throws CoreError as `mix` and `mixError` do
 */
export function weighing({ stepG, readingErrorG, ...batch }: WeighingInput): WeighingResult {
  const step = requireNumber(stepG ?? 1, 'stepG', LIMITS.toolStep);
  const error = requireNumber(readingErrorG ?? step / 2, 'readingErrorG', LIMITS.toolError);
  const { resinG, secondG, per100ByWeight, tolerancePercent, remarks } = mix(batch);
  const toStep = (g: number): number => Number((step * Math.round(g / step)).toFixed(6));
  const ways = WEIGHINGS.map((way): WeighingWay => {
    const poured = Math.max(step, toStep(resinG));
    const second = toStep(way === 'cumulative' ? resinG + secondG : secondG) - (way === 'cumulative' ? poured : 0);
    const asked = { per100ByWeight, tolerancePercent, weighing: way };
    const read = mixError({ ...asked, resinG: poured, secondG: Math.max(0, second) });
    const worst = mixError({ ...asked, resinG, secondG, readingErrorG: Math.min(error, 0.9 * resinG) });
    const whole = poured + Math.max(0, second);
    return {
      weighing: way,
      readsG: [resinG, way === 'cumulative' ? resinG + secondG : secondG],
      toStepG: [poured, way === 'cumulative' ? Number(whole.toFixed(6)) : Math.max(0, second)],
      stepPercent: read.errorPercent,
      worstPercent: worst.worstPercent,
      surelyWithin: worst.surelyWithin,
      smallestBatchG: worst.smallestBatchG,
    };
  });
  return { resinG, secondG, tolerancePercent, ways, remarks };
}
