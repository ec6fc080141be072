import { type Remark, requireEntry, requireNumber } from '../errors.js';
import { type CureCard, cureCardOf } from './cards.js';
import { coldRemarks, minTempOf } from './cold.js';
import { CONTAINERS, type Container } from './containers.js';
import { checkCatalyst, cureRate, inhibitorRate } from './kinetics.js';
import { topOf } from './peak.js';

export interface PotInput {
  cardId?: string;
  card?: CureCard;
  massG: number;
  container?: Container['id'];
  /** As mixed; the air's when left out. */
  startTempC?: number;
  airTempC: number;
  catalystPercent?: number;
  /** Followed for so long; 24 h when left out. */
  hours?: number;
  /** Heat lost for each degree over the air, W/K, in place of the container's own. */
  lossWPerK?: number;
  /** A peak above this is too hot; 100 °C when left out. */
  tooHotC?: number;
}

export interface PotPoint {
  min: number;
  tempC: number;
  alpha: number;
}

export interface PotResult {
  /** null when it does not gel in the time followed. */
  gelMin: number | null;
  peakTempC: number;
  peakMin: number;
  lossWPerK: number;
  /** Temperature were nothing lost: start + H/c. */
  adiabaticTempC: number;
  tooHot: boolean;
  endAlpha: number;
  points: PotPoint[];
  remarks: Remark[];
}

export const USUAL_TOO_HOT_C = 100;
const USUAL_HOURS = 24;
/** Local error a step may make, °C; a degree of cure counts a hundred times as much. */
const TOLERANCE = 0.01;
const ALPHA_WEIGHT = 100;
const MOST_POINTS = 400;
const FASTEST_LOSS_PER_S = 5;

/** A pot as it stands: minutes since it was mixed, its temperature, degree of cure, and share of the inhibitor used up. */
export interface PotState {
  min: number;
  tempC: number;
  alpha: number;
  used: number;
}

/** What a pot is, apart from how far it has come. */
export interface Pot {
  card: CureCard;
  massG: number;
  airTempC: number;
  lossWPerK: number;
  catalystPercent: number | undefined;
}

/** A pot by what is told of it, checked, and how warm it was mixed. @throws CoreError as `potExotherm` does */
export function potOf(
  input: Pick<
    PotInput,
    'cardId' | 'card' | 'massG' | 'container' | 'startTempC' | 'airTempC' | 'catalystPercent' | 'lossWPerK'
  >,
): { pot: Pot; start: PotState } {
  const card = cureCardOf(input);
  const massG = requireNumber(input.massG, 'massG', { min: 1, max: 50_000 });
  const airTempC = requireNumber(input.airTempC, 'airTempC', { min: -20, max: 60 });
  const startTempC = requireNumber(input.startTempC ?? airTempC, 'startTempC', { min: -20, max: 80 });
  const catalystPercent = checkCatalyst(card.kinetics, card.name, input.catalystPercent);
  const container = requireEntry(CONTAINERS, input.container ?? 'cup', 'container');
  const lossWPerK =
    input.lossWPerK === undefined
      ? lossOf(container, massG / card.densityGPerMl)
      : requireNumber(input.lossWPerK, 'lossWPerK', { min: 0, max: 1e4 });
  return {
    pot: { card, massG, airTempC, lossWPerK, catalystPercent },
    start: { min: 0, tempC: startTempC, alpha: 0, used: card.kinetics.inhibitor ? 0 : 1 },
  };
}

/**
 * Course of a pot from a state on: m c dT/dt = m H dα/dt − hA (T − T_air), with dα/dt from the card; the inhibitor is used up first. Stepped by a
 * second-order rule with the error held by a third-order one. Its points begin with that state and end at the minute given, or where nothing more is wanted.
 */
export function potCourse(
  { card, massG, airTempC, lossWPerK, catalystPercent }: Pot,
  from: PotState,
  untilMin: number,
  enough: (state: PotState) => boolean = () => false,
): PotState[] {
  const { kinetics, heatCapacityJPerGK: c } = card;
  // What loses its heat within a fifth of a second is as warm as the air, however much faster it could.
  const loses = Math.min(lossWPerK / (massG * c), FASTEST_LOSS_PER_S);
  const slope = (tempC: number, alpha: number, used: number): [number, number, number] => {
    const free = used >= 1;
    const cure = free ? cureRate(kinetics, Math.min(alpha, 1), tempC) : 0;
    return [
      (kinetics.heatJPerG * cure) / c - loses * (tempC - airTempC),
      cure,
      free ? 0 : inhibitorRate(kinetics, tempC, catalystPercent),
    ];
  };
  const endS = untilMin * 60;
  let [t, tempC, alpha, used, step] = [from.min * 60, from.tempC, from.alpha, from.used, 1];
  const points: PotState[] = [from];
  while (t < endS && !enough(points.at(-1)!)) {
    step = Math.min(step, endS - t);
    const [dT1, dA1, dU1] = slope(tempC, alpha, used);
    // The inhibitor runs out within a step: the step ends there.
    if (used < 1 && dU1 * step > 1 - used) step = Math.max((1 - used) / dU1, 1e-6);
    const [dT2, dA2, dU2] = slope(tempC + 0.5 * step * dT1, alpha + 0.5 * step * dA1, used);
    const [dT3, dA3] = slope(tempC + 0.75 * step * dT2, alpha + 0.75 * step * dA2, used);
    const next = {
      tempC: tempC + (step * (2 * dT1 + 3 * dT2 + 4 * dT3)) / 9,
      alpha: Math.min(1, alpha + (step * (2 * dA1 + 3 * dA2 + 4 * dA3)) / 9),
    };
    const [dT4, dA4] = slope(next.tempC, next.alpha, used);
    const error = Math.max(
      Math.abs(step * ((-5 * dT1) / 72 + dT2 / 12 + dT3 / 9 - dT4 / 8)),
      ALPHA_WEIGHT * Math.abs(step * ((-5 * dA1) / 72 + dA2 / 12 + dA3 / 9 - dA4 / 8)),
    );
    if (error > TOLERANCE && step > 1e-3) {
      step *= Math.max(0.2, 0.9 * (TOLERANCE / error) ** (1 / 3));
      continue;
    }
    [t, tempC, alpha] = [t + step, next.tempC, next.alpha];
    if (used < 1) used = Math.min(1, used + step * dU2) > 1 - 1e-9 ? 1 : used + step * dU2;
    points.push({ min: t / 60, tempC, alpha, used });
    step = Math.min(300, step * Math.min(3, error === 0 ? 3 : Math.max(0.3, 0.9 * (TOLERANCE / error) ** (1 / 3))));
  }
  return points;
}

/** Minute at which a course comes to a degree of cure, between its points; null where it does not. */
export function minuteOf(points: readonly PotState[], alpha: number): number | null {
  const i = points.findIndex((point) => point.alpha >= alpha);
  if (i < 0) return null;
  const [before, after] = [points[i - 1], points[i]!];
  if (!before) return after.min;
  return before.min + ((alpha - before.alpha) / (after.alpha - before.alpha)) * (after.min - before.min);
}

/**
 * Resin in a pot, left to itself: when it gels, how hot it gets, by `potCourse`.
 * @throws CoreError for masses outside 1 g…50 kg, temperatures no shed has, an unknown card or container
 */
export function potExotherm(input: PotInput): PotResult {
  const { pot, start } = potOf(input);
  const { card, massG, airTempC, lossWPerK } = pot;
  const hours = requireNumber(input.hours ?? USUAL_HOURS, 'hours', { above: 0, max: 400 });
  const tooHotC = requireNumber(input.tooHotC ?? USUAL_TOO_HOT_C, 'tooHotC', { min: 30, max: 300 });
  const points = potCourse(pot, start, 60 * hours);
  let hottest = 0;
  for (let i = 1; i < points.length; i++) if (points[i]!.tempC > points[hottest]!.tempC) hottest = i;
  const peak = topOf(points[hottest - 1], points[hottest]!, points[hottest + 1]);
  const tooHot = peak.tempC > tooHotC;
  return {
    gelMin: minuteOf(points, card.gelAlpha),
    peakTempC: peak.tempC,
    peakMin: peak.min,
    lossWPerK,
    adiabaticTempC: start.tempC + card.kinetics.heatJPerG / card.heatCapacityJPerGK,
    tooHot,
    endAlpha: points.at(-1)!.alpha,
    points: thinned(points.map(({ min, tempC, alpha }) => ({ min, tempC, alpha }))),
    remarks: [
      ...coldRemarks(minTempOf(card), airTempC),
      ...(tooHot ? [{ id: 'cure.pot-too-hot', params: { peakTempC: peak.tempC, limitC: tooHotC, massG } }] : []),
    ],
  };
}

/** Heat lost for each degree, W/K: a round pot as high as its shape says, or resin spread to a depth. */
function lossOf({ heightToWidth, depthMm, wallWPerM2K, topWPerM2K }: Container, volumeMl: number): number {
  const m3 = volumeMl / 1e6;
  if (heightToWidth === null) {
    const area = m3 / (depthMm! / 1000);
    return area * (wallWPerM2K + topWPerM2K);
  }
  const width = Math.cbrt((4 * m3) / (Math.PI * heightToWidth));
  const floor = (Math.PI * width ** 2) / 4;
  return wallWPerM2K * (floor + Math.PI * width ** 2 * heightToWidth) + topWPerM2K * floor;
}

/** As many points as a chart needs: the first, the last, and those between evenly by their place. */
function thinned(points: readonly PotPoint[]): PotPoint[] {
  const every = Math.max(1, Math.ceil(points.length / MOST_POINTS));
  return points.filter((_, i) => i % every === 0 || i === points.length - 1);
}
