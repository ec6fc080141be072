import { attempt, CoreError, type Remark, requireNumber, requireWhole } from '../errors.js';
import { LIMITS } from '../limits/index.js';
import { deltaE00, nearBy, screenColour } from './difference.js';
import { type Lab, labOf, onBands, REFLECTANCE, requireLab } from './light.js';
import { mixed } from './mixing.js';
import { type Pigment, WHITE_BASE } from './pigments.js';
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
import { smoothestReflectance } from './smoothest.js';

/** What the pastes are measured with: whole drops of a mass, or the steps of a scale. */
export type MeasuredIn = { way: 'drops'; gPerDrop?: number } | { way: 'scale'; stepG: number };

export interface RecipeInput {
  /** Colour looked for, in daylight (D65, 2°), and its curve where it was read. */
  target: Lab;
  targetReflectance?: readonly number[];
  /** The made-up white base and shelf when left out. */
  base?: ShelfEntry;
  shelf?: readonly ShelfEntry[];
  /** Batch at hand, all of it, g. */
  batchG: number;
  measuredIn: MeasuredIn;
  /** Most pigment the gel coat takes, share by mass; 0.1 when left out. */
  maxShare?: number;
  /** Most pigments to mix, up to four. */
  mostPigments?: number;
  /** What the shop measured that a cured coat differs by from its drawdowns. */
  shift?: Lab;
}

export interface RecipePart {
  id: string;
  /** Share of the whole by mass, as worked out and as measured out. */
  share: number;
  measuredShare: number;
  amountG: number;
  /** Whole drops; null for what goes on the scale. */
  drops: number | null;
}

export interface RecipeResult {
  /** White base first, then the pigments, most first. */
  parts: RecipePart[];
  /** ΔE00 before anything is rounded, and with what can be measured out, under daylight and under lamplight; null in lamplight for a colour no surface has. */
  exact: { deltaE00: number; lab: Lab };
  measured: { deltaE00: number; deltaE00A: number | null; lab: Lab; screen: string };
  target: { lab: Lab; screen: string; curveGuessed: boolean };
  /** ΔE00 that rounding loses, and the smallest batch from which on it loses under 0.3, g; null when none up to 10 kg. */
  roundingLoss: number;
  smallestBatchG: number | null;
  pigmentShare: number;
  remarks: Remark[];
}

/** A drop of tinting paste where the shop has not weighed its own, g: a 25th of a millilitre at 1.25 g/ml. Source: workshop estimate. */
export const USUAL_DROP_G = 0.05;
/** Most pigment by mass where the card says nothing, share. Source: gel coats in general. */
export const USUAL_MAX_SHARE = 0.1;
/** ΔE00 a rounding may cost, what no eye tells from the best, and what an eye sees. */
const [ROUNDING_COST, TELLS_NOT, SEEN] = [0.3, 0.05, 1];
/** Batches that are looked at for the smallest sensible, g. */
const BATCHES_G = [
  10, 20, 30, 40, 50, 75, 100, 150, 200, 250, 300, 400, 500, 750, 1000, 1500, 2000, 3000, 5000, 10_000,
];
/** A shelf larger than this is thinned by pairs before it is searched whole. */
const WHOLE_SEARCH = 10;
/** Where each search begins, share; and how many of each count of pigments are looked at closely. */
const [START, CLOSELY] = [0.005, 16];

/** Steps a measure goes up by, g. */
export function stepOf(measuredIn: MeasuredIn, field = 'measuredIn'): number {
  return measuredIn.way === 'drops'
    ? requireNumber(measuredIn.gPerDrop ?? USUAL_DROP_G, `${field}.gPerDrop`, LIMITS.dropG)
    : requireNumber(measuredIn.stepG, `${field}.stepG`, LIMITS.scaleStepG);
}

/**
 * The recipe that comes nearest a colour with what is on the shelf: of every choice of up to four pigments the amounts of least ΔE00 in daylight, of those no eye
 * tells apart the fewest pigments and then the least difference in lamplight; measured out in whole drops or steps of the scale.
 * Source: Kubelka and Munk, single constant; CIEDE2000.
 * @throws CoreError for an empty or doubled shelf, or a figure outside its range
 */
export function colourRecipe(input: RecipeInput): RecipeResult {
  const target = requireLab(input.target, 'target');
  const curve = input.targetReflectance ? onBands(input.targetReflectance, 'targetReflectance', REFLECTANCE) : attempt(() => smoothestReflectance(target)).result; // prettier-ignore
  const base = readPigment(input.base ?? WHITE_BASE.id, 'base');
  const shelf = readShelf(input.shelf, base);
  const batchG = requireNumber(input.batchG, 'batchG', LIMITS.colourBatchG);
  const stepG = stepOf(input.measuredIn);
  const maxShare = requireNumber(input.maxShare ?? USUAL_MAX_SHARE, 'maxShare', { above: 0, max: 0.5 });
  const most = requireWhole(input.mostPigments ?? 4, 'mostPigments', { min: 1, max: 4 });
  const shift = input.shift ? requireShift(input.shift) : NO_SHIFT;
  const sought: Sought = {
    target,
    shift,
    fixed: [{ ks: base.ks, mass: 1 }],
    pigmentMass: 0,
    maxShare,
    baseId: base.id,
  };
  const all = [plain(sought), ...search(sought, shelf, most)].sort((a, b) => a.deltaE - b.deltaE);
  const best = all[0]!;
  const inLamp = (found: Found): number | null => (curve ? deltaE00(labOf(curve, 'A'), labOf(curveOf(base, found), 'A')) : null); // prettier-ignore
  const chosen = all
    .filter(({ deltaE }) => deltaE <= best.deltaE + TELLS_NOT)
    .map(withoutTraces)
    .sort((a, b) => a.amounts.length - b.amounts.length || (inLamp(a) ?? 0) - (inLamp(b) ?? 0))[0]!;
  const out = measuredOut(sought, chosen, batchG, stepG);
  const exact = { deltaE00: chosen.deltaE, lab: chosen.lab };
  const added = chosen.amounts.reduce((sum, one) => sum + one, 0);
  const totalG = out.baseG + out.steps.reduce((sum, one) => sum + one * stepG, 0);
  const drops = input.measuredIn.way === 'drops';
  const pigments = chosen.pastes
    .map(({ id }, p): RecipePart => {
      const amountG = out.steps[p]! * stepG;
      return { id, share: chosen.amounts[p]! / (1 + added), measuredShare: amountG / totalG, amountG, drops: drops ? out.steps[p]! : null }; // prettier-ignore
    })
    .sort((a, b) => b.share - a.share);
  const roundingLoss = Math.max(0, out.found.deltaE - exact.deltaE00);
  return {
    parts: [{ id: base.id, share: 1 / (1 + added), measuredShare: out.baseG / totalG, amountG: out.baseG, drops: null }, ...pigments],
    exact,
    measured: { deltaE00: out.found.deltaE, deltaE00A: inLamp(out.found), lab: out.found.lab, screen: screenColour(out.found.lab) },
    target: { lab: target, screen: screenColour(target), curveGuessed: input.targetReflectance === undefined },
    roundingLoss,
    smallestBatchG: smallestBatch(sought, chosen, stepG),
    pigmentShare: added / (1 + added),
    remarks: recipeRemarks(target, chosen, added / (1 + added), maxShare, roundingLoss, pigments),
  }; // prettier-ignore
}

/** @throws CoreError for a shift that is no number or larger than any dry-down */
export function requireShift(shift: Lab): Lab {
  const one = (key: 'l' | 'a' | 'b'): number => requireNumber(shift[key], `shift.${key}`, { min: -20, max: 20 });
  return { l: one('l'), a: one('a'), b: one('b') };
}

/** The base with nothing in it. */
function plain(sought: Sought): Found {
  const lab = mixedLab(sought, [], []);
  return { pastes: [], amounts: [], lab, deltaE: deltaE00(sought.target, lab) };
}

/** By one pigment, two, and so on: no further than where no eye tells the best from the target. */
function search(sought: Sought, shelf: readonly Pigment[], most: number): Found[] {
  const seen = nearBy(sought.target);
  const glance = (pastes: readonly Pigment[]): Found => nearest(sought, pastes, pastes.map(() => START), seen, GLANCE); // prettier-ignore
  const pigments = shelf.length > WHOLE_SEARCH ? thinned(shelf, [...choices(shelf, 2)].map(glance)) : shelf;
  const all: Found[] = [];
  for (let count = 1; count <= most; count++) {
    const found = [...choices(pigments, count)].filter(({ length }) => length === count).map(glance);
    all.push(...nearestOf(found, CLOSELY).map((one) => closer(sought, one, seen)));
    if (all.some(({ deltaE }) => deltaE < TELLS_NOT)) break;
  }
  return all;
}

/** The pigments that do best in pairs. */
function thinned(shelf: readonly Pigment[], pairs: readonly Found[]): Pigment[] {
  const best = ({ id }: Pigment): number => Math.min(...pairs.filter(({ pastes }) => pastes.some((paste) => paste.id === id)).map(({ deltaE }) => deltaE)); // prettier-ignore
  return shelf.map((one) => ({ one, best: best(one) })).sort((a, b) => a.best - b.best).slice(0, WHOLE_SEARCH).map(({ one }) => one); // prettier-ignore
}

const curveOf = (base: Pigment, { pastes, amounts }: Found): number[] => {
  const total = 1 + amounts.reduce((sum, one) => sum + one, 0);
  return mixed([{ share: 1 / total, ks: base.ks }, ...pastes.map(({ ks }, p) => ({ share: amounts[p]! / total, ks }))]);
};

/** Without the pastes a search brought down to nothing. */
function withoutTraces(found: Found): Found {
  const kept = found.amounts.map((one) => one > 1e-6);
  if (kept.every(Boolean)) return found;
  return { ...found, pastes: found.pastes.filter((_, p) => kept[p]), amounts: found.amounts.filter((_, p) => kept[p]) };
}

/** What can be measured out for a batch; the search goes by a base of one, so a step is a share of it. */
function measuredOut(sought: Sought, chosen: Found, batchG: number, stepG: number) {
  const baseG = batchG / (1 + chosen.amounts.reduce((sum, one) => sum + one, 0));
  return { ...inSteps(sought, chosen, stepG / baseG), baseG };
}

function smallestBatch(sought: Sought, chosen: Found, stepG: number): number | null {
  let smallest: number | null = null;
  for (const batchG of [...BATCHES_G].reverse()) {
    if (measuredOut(sought, chosen, batchG, stepG).found.deltaE - chosen.deltaE >= ROUNDING_COST) break;
    smallest = batchG;
  }
  return smallest;
}

function recipeRemarks(
  target: Lab,
  { lab, deltaE }: Found,
  share: number,
  maxShare: number,
  loss: number,
  parts: readonly RecipePart[],
): Remark[] {
  const chroma = ({ a, b }: Lab): number => Math.hypot(a, b);
  const full = share > 0.98 * maxShare;
  return [
    ...(deltaE > SEEN
      ? [{ id: full ? 'colour.load-reached' : 'colour.out-of-reach', params: { deltaE, lighter: lab.l - target.l, duller: chroma(target) - chroma(lab), percent: 100 * maxShare } }]
      : []),
    ...(loss >= ROUNDING_COST ? [{ id: 'colour.batch-too-small', params: { loss } }] : []),
    ...(parts.some(({ drops }) => drops !== null && drops < 5) ? [{ id: 'colour.few-drops' }] : []),
  ]; // prettier-ignore
}

/** Names a fault of a shelf or cup where an id is on neither. */
export function requireOn(shelf: readonly Pigment[], id: string, field: string): Pigment {
  const found = shelf.find((one) => one.id === id);
  if (!found) throw new CoreError('unknown-id', field, { id });
  return found;
}
