import { CoreError, type Remark, requireNumber } from '../errors.js';
import { deltaE00 } from './difference.js';
import { BANDS_NM, type Lab, labOf, onBands, REFLECTANCE, requireLab } from './light.js';
import { absorbed, mixed } from './mixing.js';
import { readPigment, type ShelfEntry } from './shelf.js';
import { smoothestReflectance } from './smoothest.js';

/** A drawdown: pigment as a share of the whole by mass, and how it was read, by its curve or by its colour alone. */
export interface Drawdown {
  share: number;
  reflectance?: readonly number[];
  lab?: Lab;
}

export interface DrawdownFitInput {
  /** White base whose curve is known; fitted with the pigment when left out. */
  base?: ShelfEntry;
  drawdowns: readonly Drawdown[];
}

export interface DrawdownFit {
  /** K/S at unit concentration at each band, of the pigment and of the base. */
  ks: number[];
  baseKs: number[];
  bandsNm: readonly number[];
  /** ΔE00 by which each drawdown stands off what the fit says of it. */
  off: { share: number; deltaE00: number }[];
  worst: number;
  remarks: Remark[];
}

/** Fewest strengths, most drawdowns, and a drawdown that stands off more than the eye sees. */
const [FEWEST, MOST, DISAGREES] = [2, 40, 1];

/**
 * A pigment's curve by least squares from drawdowns at two or more strengths: K/S of each is (1 − c) of the base and c of the pigment, band by band, never below nothing.
 * Source: Kubelka and Munk, single constant.
 * @throws CoreError too-few-points for fewer than two strengths, or a figure outside its range
 */
export function drawdownFit(input: DrawdownFitInput): DrawdownFit {
  const base = input.base === undefined ? null : readPigment(input.base, 'base');
  if (input.drawdowns.length > MOST) throw new CoreError('too-many', 'drawdowns', { max: MOST });
  const read = input.drawdowns.map((one, i) => readDrawdown(one, `drawdowns.${i}`, base ? { above: 0, max: 1 } : { min: 0, max: 1 })); // prettier-ignore
  if (new Set(read.map(({ share }) => share)).size < FEWEST) throw new CoreError('too-few-points', 'drawdowns', { min: FEWEST }); // prettier-ignore
  const sum = (of: (one: { share: number; rest: number }) => number): number => read.reduce((all, { share }) => all + of({ share, rest: 1 - share }), 0); // prettier-ignore
  const [pp, pb, bb] = [sum(({ share }) => share ** 2), sum(({ share, rest }) => share * rest), sum(({ rest }) => rest ** 2)]; // prettier-ignore
  const both = BANDS_NM.map((_, band) => {
    const measured = read.map(({ curve }) => absorbed(curve[band]!));
    const toPigment = read.reduce((all, { share }, i) => all + share * measured[i]!, 0);
    const toBase = read.reduce((all, { share }, i) => all + (1 - share) * measured[i]!, 0);
    const alone = (ofBase: number): number => Math.max(0, (toPigment - pb * ofBase) / pp);
    if (base) return { ks: alone(base.ks[band]!), baseKs: base.ks[band]! };
    const whole = pp * bb - pb * pb;
    const [ks, baseKs] = [(toPigment * bb - toBase * pb) / whole, (toBase * pp - toPigment * pb) / whole];
    if (baseKs < 0) return { ks: alone(0), baseKs: 0 };
    return ks < 0 ? { ks: 0, baseKs: Math.max(0, toBase / bb) } : { ks, baseKs };
  });
  const [ks, baseKs] = [both.map((one) => one.ks), both.map((one) => one.baseKs)];
  const off = read.map(({ share, curve }) => ({
    share,
    deltaE00: deltaE00(labOf(curve), labOf(mixed([{ share: 1 - share, ks: baseKs }, { share, ks }]))),
  })); // prettier-ignore
  const worst = Math.max(...off.map((one) => one.deltaE00));
  return {
    ks,
    baseKs,
    bandsNm: BANDS_NM,
    off,
    worst,
    remarks: [
      ...(read.some(({ guessed }) => guessed) ? [{ id: 'colour.curve-guessed' }] : []),
      ...(worst > DISAGREES ? [{ id: 'colour.drawdowns-disagree', params: { worst } }] : []),
    ],
  };
}

function readDrawdown(one: Drawdown, field: string, limits: { min?: number; above?: number; max: number }) {
  const share = requireNumber(one.share, `${field}.share`, limits);
  if (one.reflectance) return { share, curve: onBands(one.reflectance, `${field}.reflectance`, REFLECTANCE), guessed: false }; // prettier-ignore
  if (!one.lab) throw new CoreError('empty', `${field}.reflectance`);
  return { share, curve: smoothestReflectance(requireLab(one.lab, `${field}.lab`), `${field}.lab`), guessed: true };
}
