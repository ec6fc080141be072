import { windows } from '../cure/index.js';
import { type Remark, requireNumber, requireWhole } from '../errors.js';
import { mix } from '../mix/index.js';
import { GEL_COAT } from '../resin/gel-coat.js';

/** What stays on the way, as a share of what is used. Source: workshop practice. */
export const COAT_LOSS = { brush: 0.05, roller: 0.1, spray: 0.25 } as const;
export const COAT_WAYS = ['brush', 'roller', 'spray'] as const satisfies readonly (keyof typeof COAT_LOSS)[];
export type CoatWay = (typeof COAT_WAYS)[number];
/** Of gel coat: volume it shrinks by, and the wettest a pass may be, mm. Source: two or three passes for 0.4 to 0.6 mm. */
const [GEL_SHRINK, GEL_PASS_MM, GEL_LEAST_PASSES] = [0.06, 0.3, 2];

export interface CoatInput {
  /** Gel coat, or a paint or primer told by its own card. */
  medium: 'gelcoat' | 'paint';
  areaM2: number;
  /** Thickness wanted when dry, mm. */
  dryMm: number;
  way: CoatWay;
  /** Of paste and air, °C. */
  tempC: number;
  /** Share of its volume a coat loses as it dries; 0.06 of gel coat when left out, of paint it has to be given. */
  shrink?: number;
  /** Wettest a pass may be, mm; 0.3 of gel coat when left out, of paint the whole in one. */
  maxPassMm?: number;
  /** Passes at the least; two of gel coat when left out. */
  leastPasses?: number;
  /** 1.2 g/ml of gel coat when left out, of paint 1.2 as well. */
  densityGPerMl?: number;
  dropsPerMl?: number;
}

export interface CoatResult {
  /** All of it wet, and what the gauge should read after each pass, mm. */
  wetMm: number;
  passes: number;
  wetPerPassMm: number;
  /** With what is lost on the way. */
  ml: number;
  massG: number;
  lossShare: number;
  /** What each pass is mixed from; gel coat has its catalyst with it. */
  pass: {
    ml: number;
    massG: number;
    catalyst: { percent: number; ml: number; g: number; drops: number | null } | null;
  };
  /** Of gel coat, hours from one pass to the next, and to sanding; null for the rest. */
  nextFromHours: number | null;
  nextUntilHours: number | null;
  sandableHours: number | null;
  remarks: Remark[];
}

/**
 * A coat over an area: wet film t/(1 − s) for the dry thickness wanted, passes no wetter than the product allows, millilitres and grams with what is lost by
 * brush, roller or spray gun, and of gel coat its catalyst for each pass and the window to the next.
 * @throws CoreError for a figure outside its range, or a paint whose shrinkage was not given
 */
export function coat(input: CoatInput): CoatResult {
  const gel = input.medium === 'gelcoat';
  const areaM2 = requireNumber(input.areaM2, 'areaM2', { above: 0, max: 10_000 });
  const dryMm = requireNumber(input.dryMm, 'dryMm', { min: 0.005, max: 5 });
  const tempC = requireNumber(input.tempC, 'tempC', { min: -10, max: 60 });
  const shrink = requireNumber(input.shrink ?? (gel ? GEL_SHRINK : undefined), 'shrink', { min: 0, max: 0.9 });
  const density = requireNumber(input.densityGPerMl ?? GEL_COAT.resinDensityGPerMl, 'densityGPerMl', { min: 0.3, max: 3 }); // prettier-ignore
  const lossShare = COAT_LOSS[input.way];
  const wetMm = dryMm / (1 - shrink);
  const maxPassMm = requireNumber(input.maxPassMm ?? (gel ? GEL_PASS_MM : wetMm), 'maxPassMm', { min: 0.005, max: 5 });
  const least = requireWhole(input.leastPasses ?? (gel ? GEL_LEAST_PASSES : 1), 'leastPasses', { min: 1, max: 20 });
  const passes = Math.max(least, Math.ceil(wetMm / maxPassMm - 1e-9));
  const ml = (1000 * areaM2 * wetMm) / (1 - lossShare);
  const massG = ml * density;
  const mixed = gel ? mix({ card: GEL_COAT, totalG: massG / passes, tempC, ...(input.dropsPerMl === undefined ? {} : { dropsPerMl: input.dropsPerMl }) }) : null; // prettier-ignore
  const cure = gel ? windows({ card: GEL_COAT, airTempC: tempC }) : null;
  return {
    wetMm,
    passes,
    wetPerPassMm: wetMm / passes,
    ml,
    massG,
    lossShare,
    pass: {
      ml: ml / passes,
      massG: massG / passes,
      catalyst: mixed && { percent: mixed.catalystPercent!, ml: mixed.secondMl, g: mixed.secondG, drops: mixed.drops },
    },
    nextFromHours: cure?.fromHour ?? null,
    nextUntilHours: cure?.untilHour ?? null,
    sandableHours: cure?.sandableHour ?? null,
    remarks: [...(mixed?.remarks ?? []), ...(cure?.remarks ?? [])],
  };
}
