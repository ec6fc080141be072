import { CoreError, attempt, requireNumber } from '../errors.js';
import { lowest, mean } from '../statistics/index.js';
import { SYSTEMS, type SystemCard } from '../resin/systems.js';
import { CURE_CARDS, type CureCard } from './cards.js';
import { type Glass, USUAL_GLASS, leastTempFor } from './glass.js';
import { CARD_TEMP_C, type Kinetics, arrheniusAt22, isothermalHours, rateConstant } from './kinetics.js';
import { potExotherm } from './pot.js';
import type { SheetPoint } from './sheet.js';

export interface FitCardInput {
  points: readonly SheetPoint[];
  /** What is not fitted is taken from here: densities, gel and sanding levels, the inhibitor. */
  from: CureCard;
  /** Fit stops after so many tries; 500 when left out. */
  mostSteps?: number;
  /** Activation energies are fitted too where all points are at one temperature, for they set how a pot warms itself. */
  energies?: boolean;
}

export interface Reproduced {
  point: SheetPoint;
  /** What the fitted card gives in the point's own unit; null where it never gets there. */
  found: number | null;
  errorPercent: number | null;
}

export interface FitCardResult {
  card: CureCard;
  reproduced: Reproduced[];
  /** null where a point is never reached at all. */
  worstPercent: number | null;
  /** Every point within fifteen per cent. */
  good: boolean;
  steps: number;
}

const GOOD_PERCENT = 15;
const MOST_POINTS = 40;
/** Held near where the search begins where the points leave it open. */
const LEASH = 1e-3;
/** What is searched: rates at 22 °C as logarithms, n, both energies, the heat; the last three in steps of about one. */
const [ENERGY_STEP, HEAT_STEP] = [10_000, 100];
/** A rate of nothing has no logarithm, and one next to nothing shows no search which way to go; per second. */
const LEAST_RATE = 1e-5;
const LEAST = [-Infinity, -Infinity, 1, 1, 1, 0.5];
const MOST = [Infinity, Infinity, 5, 12, 12, 8];
const SPREAD = [0.7, 0.7, 0.3, 0.7, 0.7, 0.5];
/** By how much n is shifted where a search ends badly. */
const RESTARTS = [0, 1, -1];
/** A degree of cure that a sheet gives is not the last that can be reached. */
const CLEAR = 0.012;
const MOST_ABOVE_C = 60;

/**
 * Rates of a cure card fitted to what a data sheet gives: gel of a mass in a pot, thin-film times, the pot's peak. Fitted are both rates at
 * 22 °C and n; the activation energies where there are points at two temperatures, the heat where a peak is given. A degree of cure told for a
 * temperature at which the card would be a glass moves its glass transition. Least squares of the logarithms
 * of times, and of the peak's rise, by a downhill simplex.
 * @throws CoreError for no points or more than 40, or one no sheet has
 */
export function fitCard({ points, from, mostSteps, energies }: FitCardInput): FitCardResult {
  if (!Array.isArray(points) || points.length === 0) throw new CoreError('empty', 'points');
  if (points.length > MOST_POINTS) throw new CoreError('too-many', 'points', { max: MOST_POINTS });
  points.forEach(checkPoint);
  const temps = new Set(points.map(({ tempC }) => tempC));
  const [fitsE, fitsH] = [temps.size > 1 || energies === true, points.some(({ kind }) => kind === 'pot-peak')];
  const { k1, k2 } = from.kinetics;
  const faster = fasterBy(from, points);
  const start = [
    Math.log(Math.max(LEAST_RATE, faster * rateConstant(k1, CARD_TEMP_C))),
    Math.log(Math.max(LEAST_RATE, faster * rateConstant(k2, CARD_TEMP_C))),
    from.kinetics.n,
    k1.eJPerMol / ENERGY_STEP,
    k2.eJPerMol / ENERGY_STEP,
    from.kinetics.heatJPerG / HEAT_STEP,
  ];
  const free = [0, 1, 2, ...(fitsE ? [3, 4] : []), ...(fitsH ? [5] : [])];
  const whole = (at: readonly number[]): number[] => start.map((x, i) => (free.includes(i) ? at[free.indexOf(i)]! : x));
  const glass = glassFor(points, from);
  const cardAt = (at: readonly number[]): CureCard => ({
    ...from,
    kinetics: { ...kineticsAt(whole(at), from.kinetics), ...(glass ? { glass } : {}) },
  });
  const value = (at: readonly number[]): number => {
    const all = whole(at);
    if (all.some((x, i) => x < LEAST[i]! || x > MOST[i]!)) return Infinity;
    const card = cardAt(at);
    const leash = free.reduce((sum, i) => sum + (LEASH * (all[i]! - start[i]!)) ** 2, 0);
    return points.reduce((sum, point) => sum + misfit(point, reproduce(card, point)) ** 2, leash);
  };
  // Films alone settle n, and a search that begins far from it can settle in the wrong hollow: then it begins again from another.
  let steps = 0;
  const best = firstGood(RESTARTS, (shift) => {
    const at = free.map((i) => (i === 2 ? Math.min(MOST[2]!, Math.max(LEAST[2]!, start[2]! + shift)) : start[i]!));
    const found = lowest(value, at, free.map((i) => SPREAD[i]!), mostSteps ?? 500, 1e-9); // prettier-ignore
    steps += found.steps;
    return { ...compareToSheet(cardAt(found.at), points), steps };
  });
  return { ...best, steps };
}

/** The first fit that is good of those begun from one place after another; the best where none is. */
function firstGood<T>(starts: readonly T[], fitFrom: (start: T) => FitCardResult): FitCardResult {
  let best: FitCardResult | null = null;
  for (const start of starts) {
    const found = fitFrom(start);
    if (!best || worstOf(found) < worstOf(best)) best = found;
    if (best.good) break;
  }
  return best!;
}

/** How well a card gives back what a sheet says. */
export function compareToSheet(card: CureCard, points: readonly SheetPoint[]): Omit<FitCardResult, 'steps'> {
  const reproduced = points.map((point): Reproduced => {
    const got = reproduce(card, point);
    return { point, found: got, errorPercent: got === null ? null : 100 * (got / wantedOf(point) - 1) };
  });
  const worst = Math.max(
    ...reproduced.map(({ errorPercent }) => (errorPercent === null ? Infinity : Math.abs(errorPercent))),
  );
  return { card, reproduced, worstPercent: Number.isFinite(worst) ? worst : null, good: worst <= GOOD_PERCENT };
}

/** Steps of a round of `searchFit`, and rounds at the most. */
const ROUND_STEPS = 90;
const MOST_ROUNDS = 8;
/** Better by less than this, per cent, is no better. */
const BETTER_PERCENT = 0.5;
/** A point that is never reached counts as so far off, per cent. */
const NEVER_PERCENT = 1e6;
const worstOf = ({ worstPercent }: FitCardResult): number => worstPercent ?? NEVER_PERCENT;

/**
 * The same in rounds, each begun from the best card of those before, until one gives nothing more; tells the best after every round.
 * @throws CoreError as `fitCard` does
 */
export function* searchFit({
  points,
  from,
}: Omit<FitCardInput, 'mostSteps'>): Generator<
  { share: number; soFar: FitCardResult },
  FitCardResult,
  'stop' | undefined
> {
  let best = fitCard({ points, from, mostSteps: ROUND_STEPS });
  for (let round = 1; round < MOST_ROUNDS; round++) {
    if ((yield { share: round / MOST_ROUNDS, soFar: best }) === 'stop') break;
    const next = fitCard({ points, from: best.card, mostSteps: ROUND_STEPS });
    const steps = best.steps + next.steps;
    const better = worstOf(best) - worstOf(next);
    best = { ...(better > 0 ? next : best), steps };
    if (better < BETTER_PERCENT) break;
  }
  return best;
}

function kineticsAt([k1, k2, n, e1, e2, h]: readonly number[], from: Kinetics): Kinetics {
  return {
    ...from,
    k1: arrheniusAt22(Math.exp(k1!), e1! * ENERGY_STEP),
    k2: arrheniusAt22(Math.exp(k2!), e2! * ENERGY_STEP),
    n: n!,
    heatJPerG: h! * HEAT_STEP,
  };
}

/** How many times as fast a card must be to meet the films of a sheet on the whole: the search begins there. */
function fasterBy(from: CureCard, points: readonly SheetPoint[]): number {
  const misses = points.flatMap((point) => {
    const found = point.kind === 'thin' ? reproduce(from, point) : null;
    return found ? [Math.log(found / wantedOf(point))] : [];
  });
  return misses.length === 0 ? 1 : Math.exp(mean(misses));
}

/** A sheet that gives a degree of cure at a temperature has seen it got there: the glass transition is moved out of its way. Undefined where it is not in it. */
function glassFor(points: readonly SheetPoint[], from: CureCard): Glass | undefined {
  const { glass = USUAL_GLASS } = from.kinetics;
  const short = Math.max(
    0,
    ...points.map((point) =>
      point.kind === 'thin' && leastTempFor(point.alpha, glass) >= point.tempC
        ? leastTempFor(Math.min(0.999, point.alpha + CLEAR), glass) - point.tempC
        : 0,
    ),
  );
  return short > 0 ? { ...glass, aboveC: Math.min(MOST_ABOVE_C, glass.aboveC + short) } : undefined;
}

/** What a card gives for a point of a sheet, in its own unit; null where it never gets there. */
export function reproduce(card: CureCard, point: SheetPoint): number | null {
  if (point.kind === 'thin') return isothermalHours(card.kinetics, point.alpha, point.tempC);
  const { result } = attempt(() =>
    potExotherm({
      card,
      massG: point.massG,
      airTempC: point.tempC,
      hours: 12,
      ...(point.container ? { container: point.container } : {}),
    }),
  );
  if (!result) return null;
  return point.kind === 'pot-gel' ? result.gelMin : result.peakTempC;
}

/** What a sheet gives for a point, in its own unit. */
export const wantedOf = (point: SheetPoint): number =>
  point.kind === 'pot-gel' ? point.minutes : point.kind === 'thin' ? point.hours : point.peakC;

/** A point that is never reached is as bad as one ten times off. */
function misfit(point: SheetPoint, found: number | null): number {
  if (found === null || found <= 0) return Math.log(10);
  if (point.kind === 'pot-peak') return (found - point.peakC) / Math.max(5, point.peakC - point.tempC);
  return Math.log(found / wantedOf(point));
}

function checkPoint(point: SheetPoint, i: number): void {
  requireNumber(point.tempC, `points.${i}.tempC`, { min: -10, max: 80 });
  if (point.kind === 'thin') {
    requireNumber(point.alpha, `points.${i}.alpha`, { min: 0.05, max: 0.99 });
    requireNumber(point.hours, `points.${i}.hours`, { min: 0.01, max: 5000 });
    return;
  }
  requireNumber(point.massG, `points.${i}.massG`, { min: 1, max: 50_000 });
  if (point.kind === 'pot-gel') requireNumber(point.minutes, `points.${i}.minutes`, { min: 0.5, max: 1440 });
  else requireNumber(point.peakC, `points.${i}.peakC`, { min: point.tempC, max: 350 });
}

/** A cure card for a system, and how well it gives the system's own figures back where it had to be fitted. */
export interface CureCardFound {
  card: CureCard;
  /** null for a shipped card. */
  fit: Pick<FitCardResult, 'reproduced' | 'worstPercent' | 'good'> | null;
}

const OWN_STEPS = 220;
/** Full cure on a card is told for a week on a shelf: most of it is reached before. */
const FULL_SHARE = 0.9;

/** The cure card of a system that is known without fitting: its own, or the shipped one where its figures are as shipped; else null. */
export function knownCure(system: SystemCard): CureCard | null {
  if (system.cure) return system.cure.card;
  const shipped = SYSTEMS.find(({ id }) => id === system.id);
  const same =
    shipped &&
    shipped.potLifeMin === system.potLifeMin &&
    shipped.sandableHours === system.sandableHours &&
    shipped.fullCureHours === system.fullCureHours;
  return same ? (CURE_CARDS.find(({ id }) => id === system.id) ?? null) : null;
}

/** What a system's own figures say as a data sheet, and the card a fit to it begins from. */
export function sheetOf(system: SystemCard): Required<Pick<FitCardInput, 'from' | 'points'>> {
  return sheetFrom(system, nearestCards(system)[0]!);
}

/** Shipped cards of a system's family, the one that is most like it in pot life and sanding first. */
function nearestCards({ id, family, potLifeMin, sandableHours }: SystemCard): CureCard[] {
  const unlike = (card: CureCard): number => {
    const shipped = SYSTEMS.find((system) => system.id === card.id)!;
    return card.id === id
      ? -1
      : Math.abs(Math.log(potLifeMin / shipped.potLifeMin)) + Math.abs(Math.log(sandableHours / shipped.sandableHours));
  };
  return CURE_CARDS.filter((card) => card.family === family).sort((a, b) => unlike(a) - unlike(b));
}

function sheetFrom(system: SystemCard, from: CureCard): Required<Pick<FitCardInput, 'from' | 'points'>> {
  const { inhibitor } = from.kinetics;
  // What is held back by an inhibitor gels soon after it is used up.
  const held = inhibitor
    ? {
        ...from,
        kinetics: {
          ...from.kinetics,
          inhibitor: {
            ...inhibitor,
            minutes:
              inhibitor.minutes *
              (system.potLifeMin /
                (reproduce(from, { kind: 'pot-gel', massG: 100, tempC: CARD_TEMP_C, minutes: 1 }) ?? 1)),
          },
        },
      }
    : from;
  const points: SheetPoint[] = [
    { kind: 'pot-gel', massG: 100, tempC: CARD_TEMP_C, minutes: system.potLifeMin },
    { kind: 'thin', alpha: from.sandableAlpha, tempC: CARD_TEMP_C, hours: system.sandableHours },
    {
      kind: 'thin',
      alpha: from.fullAlpha,
      tempC: CARD_TEMP_C,
      hours: Math.max(system.fullCureHours * FULL_SHARE, system.sandableHours * 1.5),
    },
  ];
  return { from: { ...held, id: system.id, name: system.name }, points };
}

/** The known cure card of a system; else one fitted to its pot life, sanding and full cure, from whichever card of its family it can be fitted to best. */
export function cureCardFor(system: SystemCard): CureCardFound {
  const known = knownCure(system);
  if (known) return { card: { ...known, minTempC: system.minTempC }, fit: null };
  const found = firstGood(nearestCards(system), (from) =>
    fitCard({ ...sheetFrom(system, from), mostSteps: OWN_STEPS }),
  );
  const { card, reproduced, worstPercent, good } = found.good
    ? found
    : fitCard({ points: sheetOf(system).points, from: found.card, mostSteps: OWN_STEPS, energies: true });
  return { card: { ...card, minTempC: system.minTempC }, fit: { reproduced, worstPercent, good } };
}
