import {
  type MeasuringTool,
  type MixResult,
  type WholeMeasures,
  mix,
  toolJudge,
  wholeMeasures,
  worstError,
} from '../../mix/index.js';
import type { SystemCard } from '../../resin/systems.js';
import { kept } from '../../remembered.js';
import type { RepairInputs } from '../inputs.js';

/** A pot as it is measured: what its tool can only tell in wholes (lines, strokes, drops) goes up in both parts together. */
export interface Measured {
  /** By what is really poured: as much as is wanted, or a little over it. */
  mix: MixResult;
  /** Lines of a cup, or strokes of pumps, and what their rounding leaves of error; null where it is weighed. */
  wholes: (WholeMeasures & { kind: 'lines' | 'pump' }) | null;
  /** What it is measured with. */
  toolName: string;
  /** Worst error of the second part with what it is measured with, per cent; null where there is no telling. */
  worstErrorPercent: number | null;
  /** Whether it can be mixed so small within tolerance. */
  toolGoodEnough: boolean;
}

/** Mixed resin of a pot, without the catalyst where there is one, g. */
export const mixedG = ({ kind, resinG, secondG }: MixResult): number => resinG + (kind === 'two-part' ? secondG : 0);

/** How the pots of a job come out with what they are measured with: the tool taken, else the best the shed has for each pot, else a scale that may be off. */
export interface Measuring {
  /** Smallest pot it mixes within tolerance, g; null where it never does. */
  smallestG: number | null;
  of: (totalG: number) => Measured;
}

export const measuring = ({ mix }: RepairInputs, card: SystemCard, catalystPercent: number | null): Measuring => measuringOf(mix, card, catalystPercent); // prettier-ignore

/** A drag of the outline leaves it alone: what a shed's tools mix right is told by the tools and the card. */
const measuringOf = kept((set: RepairInputs['mix'], card: SystemCard, catalystPercent: number | null): Measuring => {
  const all = toolsOf(set).map((tool) => measuringWith(tool, set, card, catalystPercent));
  const least = Math.min(...all.map(({ smallestG }) => smallestG ?? Infinity));
  return {
    smallestG: Number.isFinite(least) ? least : null,
    of: (totalG) => {
      const best = all
        .map(({ of }) => of(totalG))
        .reduce((a, b) => (isBetter(b, a) ? b : a))
        .pot();
      // Where only whole strokes or lines come out right, and far too much: rather the least a scale mixes right.
      if (!best.toolGoodEnough || !best.wholes || mixedG(best.mix) < MUCH_MORE * totalG) return best;
      const weighed = all
        .flatMap(({ of, smallestG }) => (smallestG === null || smallestG < totalG ? [] : [of(ROUNDED_UP * smallestG)]))
        .filter(({ wholes, toolGoodEnough }) => wholes === null && toolGoodEnough)
        .map(({ pot }) => pot());
      return weighed.reduce((a, b) => (mixedG(b.mix) < mixedG(a.mix) ? b : a), best);
    },
  };
});

/** So many times what is wanted is far too much. */
const MUCH_MORE = 2;
/** The smallest pot within tolerance is just so: a hair more is within for certain. */
const ROUNDED_UP = 1.001;

/** So much is mixed to come out right and thrown away, g; more is a waste, and calls for a finer tool. Source: workshop judgement. */
const THROWN_AT_MOST_G = 60;

/** A small pot of so many grams: raised to what the tools mix right where that is little, else as it is wanted and a usual cup at the least. */
export const smallPotG = (wantedG: number, smallestG: number | null, floorG: number): number =>
  Math.max(wantedG, smallestG !== null && smallestG - wantedG <= THROWN_AT_MOST_G ? smallestG : floorG);

function toolsOf({ tool, tools = [], scaleErrorG }: RepairInputs['mix']): readonly MeasuringTool[] {
  if (tool) return [tool];
  return tools.length > 0 ? tools : [{ kind: 'scale', name: 'this scale', stepG: 1, errorG: scaleErrorG }];
}

/** What mixes within tolerance before what does not; then what weighs before what counts in wholes, for it makes the pot no larger; then what errs least. */
function isBetter(a: Tried, b: Tried): boolean {
  if (a.toolGoodEnough !== b.toolGoodEnough) return a.toolGoodEnough;
  if ((a.wholes === null) !== (b.wholes === null)) return a.wholes === null;
  return Math.abs(a.worstErrorPercent ?? Infinity) < Math.abs(b.worstErrorPercent ?? Infinity) - 1e-9;
}

/** What one tool would make of a pot; the pot itself is worked out for the tool that is taken. */
type Tried = Pick<Measured, 'wholes' | 'worstErrorPercent' | 'toolGoodEnough'> & { pot: () => Measured };

function measuringWith(
  tool: MeasuringTool,
  { weighing, dropsPerMl }: RepairInputs['mix'],
  card: SystemCard,
  catalystPercent: number | null,
): { smallestG: number | null; of: (totalG: number) => Tried } {
  const mixOf = (totalG: number): MixResult =>
    mix({
      card,
      totalG,
      ...(weighing ? { weighing } : {}),
      ...(catalystPercent === null ? {} : { catalystPercent, ...(dropsPerMl === undefined ? {} : { dropsPerMl }) }),
    });
  const { per100ByWeight, per100ByVolume } = mixOf(100);
  const { tolerancePercent, resinDensityGPerMl } = card;
  const secondDensityGPerMl = card.kind === 'two-part' ? card.hardenerDensityGPerMl : card.catalystDensityGPerMl;
  const judge = toolJudge(
    tool,
    {
      byWeight: per100ByWeight / 100,
      byVolume: per100ByVolume / 100,
      resin: resinDensityGPerMl,
      second: secondDensityGPerMl,
      tolerance: tolerancePercent / 100,
      weighing,
    },
    'mix.tools',
  );
  /** Resin of a batch, and the batch for so much of it, g. */
  const resinOf = (totalG: number): number => (card.kind === 'two-part' ? totalG / (1 + per100ByWeight / 100) : totalG);
  const totalFor = (resinG: number): number => (card.kind === 'two-part' ? resinG * (1 + per100ByWeight / 100) : resinG); // prettier-ignore
  const tried = (verdict: Omit<Tried, 'pot'>, poured: () => MixResult): Tried => ({
    ...verdict,
    pot: () => ({ mix: poured(), toolName: tool.name, ...verdict }),
  });

  /** What is poured of a batch that is measured in wholes: the band stays that of the ratio. */
  const inWholes = (totalG: number, units: { kind: 'lines' | 'pump'; a: number; b: number }): Tried => {
    const found = wholeMeasures({
      resinUnitMl: units.a,
      secondUnitMl: units.b,
      ratioByVolume: per100ByVolume / 100,
      resinMl: resinOf(totalG) / resinDensityGPerMl,
      tolerancePercent,
    });
    const error = tool.kind === 'lines' ? (tool.errorMl ?? tool.stepMl / 2) : 0;
    const most = tool.kind === 'lines' ? tool.mostMl : undefined;
    const worst =
      tool.kind === 'lines' ? worstOfLines(found, per100ByVolume / 100, error) : judge.of(totalG).worstPercent;
    const isGood =
      worst !== null &&
      Math.abs(worst) <= tolerancePercent + 1e-9 &&
      (most === undefined || found.resinMl + found.secondMl <= most);
    const poured = (): MixResult => {
      const resinG = found.resinMl * resinDensityGPerMl;
      const secondG = found.secondMl * secondDensityGPerMl;
      const exact = mixOf(totalFor(resinG));
      return {
        ...exact,
        secondG,
        secondMl: found.secondMl,
        scaleG: [0, resinG, weighing === 're-zeroed' ? secondG : resinG + secondG],
        drops: null,
        dropsPercent: null,
        remarks: exact.remarks.filter(({ id }) => !/drops/.test(id)),
      };
    };
    return tried({ wholes: { ...found, kind: units.kind }, worstErrorPercent: worst, toolGoodEnough: isGood }, poured);
  };

  /** Resin to what the scale can show: up to its next step, or to the nearest where drops are counted to it. Of one of which only the error is known the step is not. */
  const onStep = (resinG: number, countsDrops: boolean): number => {
    if (tool.kind !== 'scale' || tool.errorG !== undefined) return resinG;
    const steps = resinG / tool.stepG;
    return Math.max(1, countsDrops ? Math.round(steps) : Math.ceil(steps - 1e-6)) * tool.stepG;
  };
  const weighed = (totalG: number): MixResult => {
    if (card.kind === 'two-part') return mixOf(totalFor(onStep(resinOf(totalG), false)));
    const { resinG, drops } = withWholeDrops(mixOf(totalG), mixOf);
    return mixOf(onStep(resinG, drops !== null));
  };
  const of = (totalG: number): Tried => {
    if (tool.kind === 'lines') return inWholes(totalG, { kind: 'lines', a: tool.stepMl, b: tool.stepMl });
    if (tool.kind === 'pump') return inWholes(totalG, { kind: 'pump', a: tool.resinStrokeMl, b: tool.secondStrokeMl });
    const mixed = weighed(totalG);
    const counted = countedVerdict(mixed, tool.errorG ?? tool.stepG / 2, tolerancePercent);
    const { worstPercent, fits } = counted ?? judge.of(mixed.resinG + mixed.secondG);
    return tried({ wholes: null, worstErrorPercent: worstPercent, toolGoodEnough: fits }, () => mixed);
  };
  return { smallestG: judge.smallestG, of };
}

/** The worst of reading each part off by so much, at the lines that are really poured to; null where there may be no resin at all. */
function worstOfLines({ resinMl, secondMl }: WholeMeasures, ratio: number, errorMl: number): number | null {
  return errorMl >= resinMl ? null : 100 * worstError(resinMl, secondMl, ratio, errorMl, 1);
}

/** A batch counted in drops goes up to the next whole one, resin and all, so that the per cent is the one that is wanted. */
function withWholeDrops(mixed: MixResult, mixOf: (totalG: number) => MixResult): MixResult {
  if (mixed.drops === null) return mixed;
  const exact = (mixed.drops * mixed.catalystPercent!) / mixed.dropsPercent!;
  return mixOf((mixed.resinG * Math.max(1, Math.ceil(exact - 1e-9))) / exact);
}

/** A catalyst counted in drops is never on the scale: its drops to a resin that is off by one reading. */
function countedVerdict(
  { dropsPercent, catalystPercent, resinG }: MixResult,
  errorG: number,
  tolerancePercent: number,
): { worstPercent: number | null; fits: boolean } | null {
  if (dropsPercent === null) return null;
  if (errorG >= resinG) return { worstPercent: null, fits: false };
  const off = (resin: number): number => 100 * ((dropsPercent * resinG) / (catalystPercent! * resin) - 1);
  const worstPercent = [off(resinG - errorG), off(resinG + errorG)].reduce((a, b) =>
    Math.abs(b) > Math.abs(a) ? b : a,
  );
  return { worstPercent, fits: Math.abs(worstPercent) <= tolerancePercent + 1e-9 };
}
