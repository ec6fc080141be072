import { solveRows } from '../statistics/index.js';
import { deltaE00, type NearBy } from './difference.js';
import { type Lab, labOf, shifted } from './light.js';
import { reflected } from './mixing.js';
import type { Pigment } from './pigments.js';

/** What is looked for: amounts of some pastes so that a mix comes to a colour. */
export interface Sought {
  target: Lab;
  /** Colour of a mix in daylight is shifted by this once it has cured. */
  shift: Lab;
  /** What is in the mix whatever is added, with its mass. */
  fixed: readonly { ks: Pigment['ks']; mass: number }[];
  /** Pigment in it already, and most there may be, as a share of the whole. */
  pigmentMass: number;
  maxShare: number;
  /** Paste that is no pigment: white base added does not count for the load. */
  baseId: string;
}

export interface Found {
  pastes: readonly Pigment[];
  amounts: number[];
  lab: Lab;
  deltaE: number;
}

/** Rounds of a search, and what a share over the limit costs beside ΔE. */
const [ROUNDS, OVER_COST] = [60, 2000];
/** A search is over when a round betters the square by less than this share of it: a first look, and the last word. */
export const [GLANCE, CLOSE_LOOK] = [0.02, 1e-9];
export const NO_SHIFT: Lab = { l: 0, a: 0, b: 0 };

/** Colour of what is fixed with something added to it, in daylight. */
export function mixedLab(sought: Sought, pastes: readonly Pigment[], amounts: readonly number[]): Lab {
  const total = sought.fixed.reduce((sum, { mass }) => sum + mass, 0) + amounts.reduce((sum, one) => sum + one, 0);
  const bands = sought.fixed[0]!.ks.length;
  const curve = new Array<number>(bands);
  for (let i = 0; i < bands; i++) {
    let ks = 0;
    for (const { ks: own, mass } of sought.fixed) ks += own[i]! * mass;
    for (let p = 0; p < pastes.length; p++) ks += pastes[p]!.ks[i]! * amounts[p]!;
    curve[i] = reflected(ks / total);
  }
  return shifted(labOf(curve), sought.shift);
}

/** Share of pigment over what the gel coat takes. */
export function overLoad(sought: Sought, pastes: readonly Pigment[], amounts: readonly number[]): number {
  const added = amounts.reduce((sum, one) => sum + one, 0);
  const pigment = sought.pigmentMass + amounts.reduce((sum, one, p) => sum + (pastes[p]!.id === sought.baseId ? 0 : one), 0); // prettier-ignore
  const total = sought.fixed.reduce((sum, { mass }) => sum + mass, 0) + added;
  return Math.max(0, pigment / total - sought.maxShare);
}

/** The same amounts, of pigment no more than the gel coat takes: a descent by squares may end a hair over. */
function withinLoad(sought: Sought, pastes: readonly Pigment[], amounts: readonly number[]): number[] {
  if (overLoad(sought, pastes, amounts) === 0) return [...amounts];
  const isBase = (p: number): boolean => pastes[p]!.id === sought.baseId;
  const pigment = amounts.reduce((sum, one, p) => sum + (isBase(p) ? 0 : one), 0);
  const rest = sought.fixed.reduce((sum, { mass }) => sum + mass, 0) + amounts.reduce((sum, one, p) => sum + (isBase(p) ? one : 0), 0); // prettier-ignore
  const most = (sought.maxShare * rest - sought.pigmentMass) / (1 - sought.maxShare);
  return amounts.map((one, p) => (isBase(p) ? one : one * Math.min(1, Math.max(0, most / pigment))));
}

/**
 * Amounts of some pastes that bring a mix nearest a colour: Levenberg and Marquardt's descent on the logarithms of the amounts, so that none falls below nothing,
 * by squares that are ΔE00 near the target.
 */
export function nearest(
  sought: Sought,
  pastes: readonly Pigment[],
  start: readonly number[],
  seen: NearBy,
  until: number,
): Found {
  const residual = (logs: readonly number[]): number[] => {
    const amounts = logs.map(Math.exp);
    const lab = mixedLab(sought, pastes, amounts);
    const { target } = sought;
    return [...seen({ l: lab.l - target.l, a: lab.a - target.a, b: lab.b - target.b }), OVER_COST * overLoad(sought, pastes, amounts)]; // prettier-ignore
  };
  const square = (values: readonly number[]): number => values.reduce((sum, one) => sum + one * one, 0);
  let logs = start.map((one) => Math.log(Math.max(1e-9, one)));
  let now = residual(logs);
  let damping = 0.01;
  for (let round = 0; round < ROUNDS && square(now) > 1e-10; round++) {
    const slopes = logs.map((_, p) => {
      const moved = residual(logs.map((one, q) => (q === p ? one + 1e-4 : one)));
      return moved.map((value, k) => (value - now[k]!) / 1e-4);
    });
    const step = solveRows(
      slopes.map((row, p) => [
        ...slopes.map((other, q) => row.reduce((sum, value, k) => sum + value * other[k]!, 0) + (p === q ? damping + 1e-9 : 0)),
        -row.reduce((sum, value, k) => sum + value * now[k]!, 0),
      ]), // prettier-ignore
    );
    if (!step) break;
    const next = logs.map((one, p) => Math.min(20, Math.max(-25, one + Math.min(1.5, Math.max(-1.5, step[p]!)))));
    const then = residual(next);
    const [was, is] = [square(now), square(then)];
    if (is < was) {
      [logs, now] = [next, then];
      damping = Math.max(1e-7, damping / 4);
      if (was - is < until * was) break;
    } else {
      damping *= 5;
      if (damping > 1e7) break;
    }
  }
  const amounts = withinLoad(sought, pastes, logs.map(Math.exp)); // prettier-ignore
  const lab = mixedLab(sought, pastes, amounts);
  return { pastes, amounts, lab, deltaE: deltaE00(sought.target, lab) };
}

/** Every choice of one up to `most` of a list. */
export function* choices<T>(from: readonly T[], most: number, start = 0): Generator<T[]> {
  for (let i = start; i < from.length; i++) {
    yield [from[i]!];
    if (most > 1) for (const rest of choices(from, most - 1, i + 1)) yield [from[i]!, ...rest];
  }
}

/** As near as the search can be told to come: the amounts found first, looked at closely. */
export const closer = (sought: Sought, found: Found, seen: NearBy): Found =>
  found.pastes.length === 0 ? found : nearest(sought, found.pastes, found.amounts, seen, CLOSE_LOOK);

/** The few of many that a first look puts nearest. */
export const nearestOf = (found: readonly Found[], count: number): Found[] => [...found].sort((a, b) => a.deltaE - b.deltaE).slice(0, count); // prettier-ignore

/**
 * The same in whole steps of a measure, of each paste the one below or above, whichever together come nearest. None goes up where that is more over the load than
 * all of them down.
 */
export function inSteps(sought: Sought, { pastes, amounts }: Found, step: number): { found: Found; steps: number[] } {
  const lower = amounts.map((one) => Math.floor(one / step + 1e-9));
  const measured = (steps: readonly number[]): number[] => steps.map((one) => one * step);
  const most = overLoad(sought, pastes, measured(lower));
  let best: { found: Found; steps: number[] } | null = null;
  for (let choice = 0; choice < 2 ** pastes.length; choice++) {
    const steps = lower.map((one, p) => one + ((choice >> p) & 1));
    const out = measured(steps);
    if (choice > 0 && overLoad(sought, pastes, out) > most) continue;
    const lab = mixedLab(sought, pastes, out);
    const found: Found = { pastes, amounts: out, lab, deltaE: deltaE00(sought.target, lab) };
    if (!best || found.deltaE < best.found.deltaE) best = { found, steps };
  }
  return best!;
}
