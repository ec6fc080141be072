import { type Remark, requireNumber } from '../errors.js';
import { LIMITS } from '../limits/index.js';
import { deltaE00, nearBy, screenColour } from './difference.js';
import { type Lab, requireLab, shifted } from './light.js';
import { type Pigment, WHITE_BASE } from './pigments.js';
import { type MeasuredIn, requireOn, requireShift, stepOf, USUAL_MAX_SHARE } from './recipe.js';
import {
  choices,
  closer,
  type Found,
  GLANCE,
  inSteps,
  mixedLab,
  nearest,
  nearestOf,
  NO_SHIFT,
  type Sought,
} from './search.js';
import { readPigment, readShelf, type ShelfEntry } from './shelf.js';

export interface CorrectInput {
  target: Lab;
  base?: ShelfEntry;
  shelf?: readonly ShelfEntry[];
  /** What is in the cup, g. */
  cup: { baseG: number; pigments: readonly { id: string; amountG: number }[] };
  /** Colour the trial was read as, and what it still shifts by on cure when it was read wet. */
  measured: Lab;
  shift?: Lab;
  measuredIn: MeasuredIn;
  maxShare?: number;
  /** ΔE00 that is near enough; half a step of the eye when left out. */
  aim?: number;
}

export interface CorrectResult {
  /** What goes in beside what is in the cup, white base counted. */
  additions: { id: string; amountG: number; drops: number | null }[];
  addedG: number;
  cupG: number;
  was: { deltaE00: number; lab: Lab; screen: string };
  expected: { deltaE00: number; lab: Lab; screen: string };
  /** How far the cup stood off what its recipe foretold, ΔE00: pastes, drops or scale. */
  offForetold: number;
  pigmentShare: number;
  remarks: Remark[];
}

const USUAL_AIM = 0.5;
/** Most things put in at once, how many choices of them are looked at closely, and where the search for each begins, share of the cup. */
const [MOST_ADDED, CLOSELY, START, START_BASE] = [3, 60, 0.002, 0.05];
/** As good as the best of all that can be added, ΔE00; and an addition this many times the cup is rather a new batch. */
const [AS_GOOD, ANEW] = [0.1, 1];

/**
 * What to add to a cup that came out wrong: only additions, of up to three pastes or the white base, the least mass that brings it to what is near enough, or nearest
 * where nothing does. What the cup was foretold and what was read differ by something that the recipe does not know; it is taken to stay as it is.
 * @throws CoreError for an empty cup, a pigment that is not on the shelf, or a figure outside its range
 */
export function colourCorrect(input: CorrectInput): CorrectResult {
  const target = requireLab(input.target, 'target');
  const base = readPigment(input.base ?? WHITE_BASE.id, 'base');
  const shelf = readShelf(input.shelf, base);
  const shift = input.shift ? requireShift(input.shift) : NO_SHIFT;
  const read = requireLab(input.measured, 'measured');
  const measured = shifted(read, shift);
  const baseG = requireNumber(input.cup.baseG, 'cup.baseG', LIMITS.colourBatchG);
  const inCup = input.cup.pigments.map(({ id, amountG }, i) => ({ ks: requireOn(shelf, id, `cup.pigments.${i}.id`).ks, mass: requireNumber(amountG, `cup.pigments.${i}.amountG`, LIMITS.pigmentG) })); // prettier-ignore
  const stepG = stepOf(input.measuredIn);
  const maxShare = requireNumber(input.maxShare ?? USUAL_MAX_SHARE, 'maxShare', { above: 0, max: 0.5 });
  const aim = requireNumber(input.aim ?? USUAL_AIM, 'aim', { above: 0, max: 10 });
  const pigmentMass = inCup.reduce((sum, { mass }) => sum + mass, 0);
  const cupG = baseG + pigmentMass;
  const fixed = [{ ks: base.ks, mass: baseG }, ...inCup];
  const foretold = mixedLab({ target, shift: NO_SHIFT, fixed, pigmentMass, maxShare, baseId: base.id }, [], []);
  const off = { l: measured.l - foretold.l, a: measured.a - foretold.a, b: measured.b - foretold.b };
  const sought: Sought = { target, shift: off, fixed, pigmentMass, maxShare, baseId: base.id };
  const was = deltaE00(target, measured);
  const nothing: Found = { pastes: [], amounts: [], lab: measured, deltaE: was };
  const found = was <= aim ? nothing : added(sought, [base, ...shelf], cupG, stepG, aim, nothing);
  const steps = found.amounts.map((one) => Math.round(one / stepG));
  const additions = found.pastes
    .map(({ id }, p) => ({ id, amountG: found.amounts[p]!, drops: input.measuredIn.way === 'drops' && id !== base.id ? steps[p]! : null }))
    .filter(({ amountG }) => amountG > 0); // prettier-ignore
  const addedG = additions.reduce((sum, { amountG }) => sum + amountG, 0);
  const pigment = pigmentMass + additions.reduce((sum, { id, amountG }) => sum + (id === base.id ? 0 : amountG), 0);
  const pigmentShare = pigment / (cupG + addedG);
  return {
    additions,
    addedG,
    cupG,
    was: { deltaE00: was, lab: measured, screen: screenColour(measured) },
    expected: { deltaE00: found.deltaE, lab: found.lab, screen: screenColour(found.lab) },
    offForetold: deltaE00(foretold, measured),
    pigmentShare,
    remarks: [
      ...(was <= aim ? [{ id: 'colour.near-enough', params: { deltaE: was } }] : []),
      ...(was > aim && additions.length === 0 ? [{ id: 'colour.nothing-helps', params: { deltaE: was } }] : []),
      ...(additions.length > 0 && found.deltaE > 1 ? [{ id: 'colour.still-off', params: { deltaE: found.deltaE } }] : []),
      ...(addedG > ANEW * cupG ? [{ id: 'colour.start-anew', params: { addedG, cupG } }] : []),
      ...(pigmentShare > maxShare + 1e-9 ? [{ id: 'colour.overloaded', params: { percent: 100 * pigmentShare, limit: 100 * maxShare } }] : []),
    ], // prettier-ignore
  };
}

/** Least that helps as much as anything does, in whole steps. */
function added(
  sought: Sought,
  pastes: readonly Pigment[],
  cupG: number,
  stepG: number,
  aim: number,
  nothing: Found,
): Found {
  const seen = nearBy(sought.target);
  const glance = (some: readonly Pigment[]): Found => nearest(sought, some, some.map(({ id }) => cupG * (id === sought.baseId ? START_BASE : START)), seen, GLANCE); // prettier-ignore
  const tried = nearestOf([...choices(pastes, MOST_ADDED)].map(glance), CLOSELY);
  const all = [nothing, ...tried.map((one) => inSteps(sought, closer(sought, one, seen), stepG).found)];
  const best = Math.min(...all.map(({ deltaE }) => deltaE));
  const mass = ({ amounts }: Found): number => amounts.reduce((sum, one) => sum + one, 0);
  return all.filter(({ deltaE }) => deltaE <= Math.max(aim, best + AS_GOOD)).sort((a, b) => mass(a) - mass(b))[0]!;
}
