import { deltaE00 } from '@ashstep/core/colour';
import type { ColourTrial, FairRound, LightMark, ReadColour } from '@ashstep/core/repair';
import { differenceWords, pigmentName, whiteName } from './colour-words.js';

/** What was done just before a round of readings. */
export const FAIR_AFTER: Readonly<Record<FairRound['after'], string>> = {
  ground: 'as ground',
  cured: 'as it cured',
  sanded: 'after sanding',
  filled: 'after filling',
};

/** What a low light shows. */
export const LIGHT_MARK_NAMES: Readonly<Record<LightMark['kind'], string>> = {
  high: 'High',
  low: 'Low',
  pinhole: 'Pinhole',
  scratch: 'Scratch',
};

/** A colour as it was told, and by what. */
export const readColourWords = ({ l, a, b, from, instrument, plusMinus }: ReadColour): string =>
  `L ${l.toFixed(1)}, a ${a.toFixed(1)}, b ${b.toFixed(1)}, ${from === 'typed' ? 'typed' : instrument}${plusMinus === null ? '' : `, ± ${plusMinus.toFixed(0)}`}`;

const grams = (decimals: number) => (g: number): string => `${g.toFixed(decimals)} g`; // prettier-ignore

/** What is in a cup, white first, each weight as it is said. */
export const inCup = (trial: ColourTrial, ofWhite = grams(1), ofPaste = grams(2)): string =>
  [`${ofWhite(trial.baseG)} ${whiteName(trial)}`, ...trial.pigments.map((one) => `${ofPaste(one.amountG)} ${pigmentName(one)}`)].join(', '); // prettier-ignore

/** A cup that was mixed for a colour, and how near it came. */
export function trialWords(trial: ColourTrial, target: ReadColour | null): string {
  const deltaE = trial.read && target ? deltaE00(target, trial.read) : null;
  const wet = trial.wet ? `Read wet ${readColourWords(trial.wet)}. ` : '';
  return `${trial.corrects ? 'Corrected' : 'Mixed'}: ${inCup(trial)}. ${wet}${
    trial.read ? `Read cured ${readColourWords(trial.read)}` : wet ? 'Not read cured' : 'Not read'
  }${deltaE === null ? '' : `; ΔE ${deltaE.toFixed(1)}, ${differenceWords(deltaE)}`}.`;
}
