import { BANDS_NM, type Spectrum } from './light.js';

/** A colourant of the shelf: its absorption over scattering at each band, were the mix nothing else. */
export interface Pigment {
  id: string;
  ks: Spectrum;
}

/** Absorbs most at `nm`, `width` either side down to six tenths of it. */
const peak = (nm: number, width: number, high: number) => (at: number): number => high * Math.exp(-((at - nm) ** 2) / (2 * width ** 2)); // prettier-ignore
/** Absorbs below `nm`, and lets through above it, over about `width`. */
const below = (nm: number, width: number, high: number) => (at: number): number => high / (1 + Math.exp((at - nm) / width)); // prettier-ignore
const curve = (...terms: ((nm: number) => number)[]): number[] => BANDS_NM.map((nm) => terms.reduce((sum, term) => sum + term(nm), 0)); // prettier-ignore
const flat = (high: number) => (): number => high;

/** The white gel coat everything is added to. Made up, of the usual look of a white pigment: clean, a little warm at the violet end. */
export const WHITE_BASE: Pigment = { id: 'white-base', ks: curve(flat(0.0042), below(408, 6, 0.35)) };

/**
 * A made-up shelf, so that colour can be tried before a shop has read its own drawdowns. No paste on sale has these curves: a recipe from them is a first trial.
 * Source: shapes of absorption usual for such pigments, strengths of tinting pastes to be used under a tenth by mass.
 */
export const GENERIC_PIGMENTS: readonly Pigment[] = [
  { id: 'black', ks: curve(flat(62), below(520, 60, 6)) },
  { id: 'yellow', ks: curve(below(488, 9, 46), flat(0.15)) },
  { id: 'ochre', ks: curve(below(505, 24, 24), flat(1.1), peak(640, 30, 0.5)) },
  { id: 'orange', ks: curve(below(560, 11, 44), flat(0.2)) },
  { id: 'red', ks: curve(below(588, 10, 42), peak(540, 30, 12), flat(0.25)) },
  { id: 'oxide-red', ks: curve(below(578, 17, 34), flat(2.6), peak(660, 25, 1.2)) },
  { id: 'magenta', ks: curve(peak(545, 32, 48), peak(505, 24, 14), flat(0.4)) },
  { id: 'violet', ks: curve(peak(580, 36, 46), peak(535, 26, 16), peak(630, 24, 10), flat(0.6)) },
  { id: 'blue', ks: curve(peak(615, 38, 62), peak(690, 34, 36), below(410, 10, 4), flat(0.5)) },
  { id: 'green', ks: curve(peak(640, 40, 52), below(448, 16, 36), peak(700, 30, 22), flat(0.8)) },
];
