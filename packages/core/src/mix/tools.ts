import { LIMITS } from '../limits/index.js';
import { CoreError, type Remark, requireNumber } from '../errors.js';
import { wholeMeasures } from './whole-measures.js';
import { type Weighing, secondReadings, smallestBatch, worstError } from './mix-error.js';

/** Something both parts are measured with. */
export type MeasuringTool =
  | {
      kind: 'scale';
      name: string;
      /** Reads to so many grams, each reading off by half of it at least. */ stepG: number;
      errorG?: number;
      mostG?: number;
    }
  | {
      kind: 'lines';
      name: string;
      /** Cup or syringe: lines so far apart; read to half of it. */ stepMl: number;
      errorMl?: number;
      mostMl?: number;
    }
  | {
      kind: 'pump';
      name: string;
      /** One stroke of the resin pump and of the second. */ resinStrokeMl: number;
      secondStrokeMl: number;
      /** A stroke is off by so much. */ strokePercent: number;
    };

export interface ToolsInput {
  tools: readonly MeasuringTool[];
  /** Second part to 100 of resin, by weight. */
  per100ByWeight: number;
  resinDensityGPerMl: number;
  secondDensityGPerMl: number;
  /** Allowed error of the ratio, per cent. */
  tolerancePercent: number;
  /** How the scale is read between the parts; on one tare when left out. Cups and syringes measure each part for itself. */
  weighing?: Weighing;
  /** The batch that is wanted, g, both parts together. */
  batchG?: number;
}

export interface ToolVerdict {
  name: string;
  kind: MeasuringTool['kind'];
  /** Smallest batch it mixes within tolerance, both parts together, g; null where it never does. */
  smallestG: number | null;
  /** Worst error of the ratio for the batch wanted, per cent; null without one, where it is too large for the tool, or too small to read at all. */
  worstPercent: number | null;
  fits: boolean | null;
  /** Of a pump: strokes of each. */
  strokes: { resin: number; second: number } | null;
}

export interface ToolsResult {
  tools: ToolVerdict[];
  /** The one with the least error for the batch, where it is good enough. */
  best: string | null;
  remarks: Remark[];
}

const MOST_TOOLS = 40;
const MOST_STROKES = 400;

/**
 * What each tool can mix within tolerance: by weight on a scale, by volume in cups and syringes, in whole strokes of pumps. A reading is off by
 * half a step unless told otherwise; worst case, the two parts are off in opposite directions, the second of two poured on one tare by twice as much.
 * @throws CoreError for no tools or more than 40, ratios, densities or steps nothing has
 */
export function smallestBatches(input: ToolsInput): ToolsResult {
  if (!Array.isArray(input.tools) || input.tools.length === 0) throw new CoreError('empty', 'tools');
  if (input.tools.length > MOST_TOOLS) throw new CoreError('too-many', 'tools', { max: MOST_TOOLS });
  const byWeight = requireNumber(input.per100ByWeight, 'per100ByWeight', { min: 0.05, max: 1000 }) / 100;
  const [resin, second] = [
    requireNumber(input.resinDensityGPerMl, 'resinDensityGPerMl', { min: 0.5, max: 3 }),
    requireNumber(input.secondDensityGPerMl, 'secondDensityGPerMl', { min: 0.5, max: 3 }),
  ];
  const tolerance = requireNumber(input.tolerancePercent, 'tolerancePercent', { above: 0, max: 50 }) / 100;
  const batchG = input.batchG === undefined ? null : requireNumber(input.batchG, 'batchG', LIMITS.batchG);
  const byVolume = (byWeight * resin) / second;
  const ratio = { byWeight, byVolume, resin, second, tolerance, weighing: input.weighing };
  const tools = input.tools.map((tool, i) => verdictOf(toolJudge(tool, ratio, `tools.${i}`), tool, batchG));
  const good = tools.filter(({ fits }) => fits).sort((a, b) => Math.abs(a.worstPercent!) - Math.abs(b.worstPercent!));
  const least = Math.min(...tools.map(({ smallestG }) => smallestG ?? Infinity));
  const remarks: Remark[] =
    batchG !== null && good.length === 0
      ? [
          Number.isFinite(least)
            ? { id: 'tools.batch-too-small', params: { batchG, leastG: least } }
            : { id: 'tools.none', params: { batchG } },
        ]
      : [];
  return { tools, best: good[0]?.name ?? null, remarks };
}

const verdictOf = (judge: ToolJudge, { name, kind }: MeasuringTool, batchG: number | null): ToolVerdict => ({
  name,
  kind,
  smallestG: judge.smallestG,
  ...(batchG === null ? { worstPercent: null, fits: null, strokes: null } : judge.of(batchG)),
});

/** What two parts are to come to: second part to one of resin, densities g/ml, and how much of the ratio may be missed. */
export interface ToolRatio {
  byWeight: number;
  byVolume: number;
  resin: number;
  second: number;
  /** Of one. */
  tolerance: number;
  weighing?: Weighing | undefined;
}

/** One tool and one ratio: the smallest batch it mixes right, g, worked out once, and what it makes of any other. */
export interface ToolJudge {
  smallestG: number | null;
  of: (batchG: number) => Pick<ToolVerdict, 'worstPercent' | 'strokes'> & { fits: boolean };
}

/** @throws CoreError for steps, strokes or errors no tool has, by their field */
export function toolJudge(tool: MeasuringTool, ratio: ToolRatio, field: string): ToolJudge {
  return tool.kind === 'pump' ? pumpJudge(tool, ratio, field) : steppedJudge(tool, ratio, field);
}

/** A scale, or a cup or syringe with lines: read to half a step unless told otherwise. */
function steppedJudge(
  tool: Exclude<MeasuringTool, { kind: 'pump' }>,
  { byWeight, byVolume, resin, second, tolerance, weighing }: ToolRatio,
  field: string,
): ToolJudge {
  const scaleErrors = secondReadings(weighing, 'weighing');
  /** Grams of a batch that measures one millilitre. */
  const gPerMl = (resin + byVolume * second) / (1 + byVolume);
  const [step, own, most, ratio, unitG, errors] =
    tool.kind === 'scale'
      ? [tool.stepG, tool.errorG, tool.mostG, byWeight, 1, scaleErrors]
      : [tool.stepMl, tool.errorMl, tool.mostMl, byVolume, gPerMl, 1];
  const error = requireNumber(
    own ?? requireNumber(step, `${field}.step`, { above: 0, max: 1000 }) / 2,
    `${field}.error`,
    { min: 0, max: 1000 },
  );
  const smallest = smallestBatch(ratio, tolerance, error, errors) * unitG;
  return {
    smallestG: most !== undefined && smallest / unitG > most ? null : smallest,
    of: (batchG) => {
      const holds = most === undefined || batchG / unitG <= most;
      const worst = holds ? worstOf(batchG / unitG, ratio, error, errors) : null;
      return { worstPercent: worst, fits: worst !== null && Math.abs(worst) <= 100 * tolerance + 1e-9, strokes: null };
    },
  };
}

/** Worst error of the ratio of a batch, per cent, signed; null where there may be no resin in it at all. */
function worstOf(total: number, ratio: number, error: number, secondErrors: number): number | null {
  const resin = total / (1 + ratio);
  return error >= resin ? null : 100 * worstError(resin, total - resin, ratio, error, secondErrors);
}

/** Whole strokes of two pumps: those that hold the ratio together for the batch or a little over it, and the fewest that are within tolerance at all. */
function pumpJudge(
  tool: Extract<MeasuringTool, { kind: 'pump' }>,
  { byVolume, resin, second, tolerance }: ToolRatio,
  field: string,
): ToolJudge {
  const a = requireNumber(tool.resinStrokeMl, `${field}.resinStrokeMl`, LIMITS.strokeMl);
  const b = requireNumber(tool.secondStrokeMl, `${field}.secondStrokeMl`, LIMITS.strokeMl);
  const off = requireNumber(tool.strokePercent, `${field}.strokePercent`, LIMITS.strokePercent) / 100;
  const worst = (resins: number, seconds: number): number => {
    const exact = (seconds * b) / (resins * a) / byVolume;
    const [high, low] = [(exact * (1 + off)) / (1 - off) - 1, (exact * (1 - off)) / (1 + off) - 1];
    return 100 * (Math.abs(high) >= Math.abs(low) ? high : low);
  };
  const nearest = (resins: number): number => Math.max(1, Math.round((resins * a * byVolume) / b));
  const massOf = (resins: number, seconds: number): number => resins * a * resin + seconds * b * second;
  const fewest = Array.from({ length: MOST_STROKES }, (_, i) => i + 1).find(
    (resins) => Math.abs(worst(resins, nearest(resins))) <= 100 * tolerance + 1e-9,
  );
  const smallestG = fewest === undefined ? null : massOf(fewest, nearest(fewest));
  return {
    smallestG,
    of: (batchG) => {
      const counted = wholeMeasures({
        resinUnitMl: a,
        secondUnitMl: b,
        ratioByVolume: byVolume,
        resinMl: batchG / (resin + byVolume * second),
        tolerancePercent: 100 * tolerance,
      });
      const strokes = { resin: counted.resin, second: counted.second };
      const worstPercent = worst(strokes.resin, strokes.second);
      // Whole strokes make no less than the smallest: a batch under that is another batch.
      const fits = smallestG !== null && batchG >= smallestG - 1e-9 && Math.abs(worstPercent) <= 100 * tolerance + 1e-9;
      return { worstPercent, fits, strokes };
    },
  };
}
