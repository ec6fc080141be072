import { CoreError, requireNumber } from '../errors.js';
import type { TapSound } from './extent.js';

/** What a tap sounds like. */
export interface TapFeatures {
  /** Dominant frequency, Hz. */
  frequencyHz: number;
  /** Time in which it falls by 20 dB, ms. */
  fall20Ms: number;
  /** Share of its energy under 1 kHz. */
  lowShare: number;
  /** How far it stands out of the noise before it, dB. */
  aboveNoiseDb: number;
}

export interface TapScore {
  sound: TapSound;
  /** How much lower, shorter and darker than the sound ones, in their own spread; nothing like them at 0. */
  score: number;
  /** The score may be off by so much. */
  doubt: number;
  features: TapFeatures;
}

const RATE_HZ = { min: 8000, max: 192_000 };
const MOST_SAMPLES = 192_000;
/** A tap is looked at for so long from its onset, s; its loudness in frames so long. */
const [LOOKED_S, FRAME_S] = [0.1, 0.003];
/** Below and above this nothing of a tap is heard, Hz; and what counts as dark. */
const [LEAST_HZ, MOST_HZ, DARK_HZ] = [80, 8000, 1000];
/** A frame counts while it stands so far over the noise, dB. */
const OVER_NOISE_DB = 6;
const FEWEST_REFERENCES = 5;
/** Taps of one hand on sound laminate differ by this at the least, as a share: pitch, fall, darkness. Source: made-up taps with a hand's spread. */
const LEAST_SPREAD = { frequencyHz: 0.08, fall20Ms: 0.2, lowShare: 0.25 } as const;
export const USUAL_TAP_THRESHOLD = 2;
/** A single tap in no noise is this sure, in spreads; noise adds to it. */
const [OWN_DOUBT, NOISE_DOUBT_AT_20_DB] = [0.4, 0.25];

/**
 * Features of a recorded tap: the onset is where it is loudest; what is heard before that is the noise, and is taken off.
 * @param samples amplitude, any scale
 * @throws CoreError for a recording too short or silent, and rates outside 8…192 kHz
 */
export function tapFeatures(samples: readonly number[], rateHz: number): TapFeatures {
  requireNumber(rateHz, 'rateHz', RATE_HZ);
  if (samples.length > MOST_SAMPLES) throw new CoreError('too-many', 'samples', { max: MOST_SAMPLES });
  const looked = Math.round(LOOKED_S * rateHz);
  const onset = onsetOf(samples, rateHz);
  const tap = samples.slice(onset, onset + looked);
  if (tap.length < looked / 3 || !samples.every(Number.isFinite) || samples.every((one) => one === 0))
    throw new CoreError('empty', 'samples');
  const before = samples.slice(0, Math.max(0, onset - Math.round(0.002 * rateHz)));
  const noise = before.length < 32 ? 0 : meanSquare(before);
  const frame = Math.max(8, Math.round(FRAME_S * rateHz));
  const power = Array.from({ length: Math.floor(tap.length / frame) }, (_, i) =>
    meanSquare(tap.slice(i * frame, (i + 1) * frame)),
  );
  const first = Math.max(...power.slice(0, 3));
  const spectrum = powerSpectrum(tap);
  const binHz = rateHz / (2 * spectrum.length);
  // White noise spreads its power evenly over all bins.
  const floor = (noise * tap.length) / 2 / spectrum.length;
  const heard = spectrum.map((value, i) =>
    i * binHz < LEAST_HZ || i * binHz > MOST_HZ ? 0 : Math.max(0, value - 2 * floor),
  );
  const total = heard.reduce((sum, value) => sum + value, 0);
  if (total === 0) throw new CoreError('empty', 'samples');
  return {
    frequencyHz: peakOf(heard) * binHz,
    fall20Ms: fallOf(power, noise, frame / rateHz),
    lowShare: heard.reduce((sum, value, i) => (i * binHz < DARK_HZ ? sum + value : sum), 0) / total,
    aboveNoiseDb: noise === 0 ? 120 : 10 * Math.log10(Math.max(1, first / noise)),
  };
}

/** A frame this much louder than most is the beginning of a tap; and none that is quieter than this of full scale. */
const [BEGINS_OVER, LEAST_AMPLITUDE] = [6, 0.004];
/** Kept of a recording before a tap begins, as the noise, and after it, s. */
const [KEPT_BEFORE_S, KEPT_AFTER_S] = [0.05, 0.13];

/**
 * The first tap in what a microphone hears.
 * @param samples amplitude of full scale 1
 * @param from sample to begin at
 * @returns the sample it begins at and the recording of it, as `tapFeatures` takes it; null where there is none, or it has not rung out yet
 */
export function findTap(
  samples: ArrayLike<number>,
  rateHz: number,
  from = 0,
): { onset: number; samples: number[] } | null {
  requireNumber(rateHz, 'rateHz', RATE_HZ);
  const frame = Math.max(8, Math.round(FRAME_S * rateHz));
  const loud = Array.from({ length: Math.floor(samples.length / frame) }, (_, i) => {
    let sum = 0;
    for (let j = i * frame; j < (i + 1) * frame; j++) sum += samples[j]! ** 2;
    return Math.sqrt(sum / frame);
  });
  const usual = [...loud].sort((a, b) => a - b)[Math.floor(loud.length / 2)] ?? 0;
  const limit = Math.max(LEAST_AMPLITUDE, BEGINS_OVER * usual);
  const at = loud.findIndex((level, i) => i * frame >= from && level > limit && (loud[i - 1] ?? 0) < level / 2);
  if (at < 0) return null;
  const onset = at * frame;
  const [start, end] = [onset - Math.round(KEPT_BEFORE_S * rateHz), onset + Math.round(KEPT_AFTER_S * rateHz)];
  if (end > samples.length) return null;
  return { onset, samples: Array.from({ length: end - Math.max(0, start) }, (_, i) => samples[Math.max(0, start) + i]!) }; // prettier-ignore
}

/** Two taps at one place are surer than one: their mean, and less doubt. */
export function together(a: TapScore, b: TapScore, threshold = USUAL_TAP_THRESHOLD): TapScore {
  const score = (a.score + b.score) / 2;
  const doubt = Math.hypot(a.doubt, b.doubt) / 2;
  return { ...b, score, doubt, sound: verdictOf(score, doubt, threshold) };
}

const verdictOf = (score: number, doubt: number, threshold: number): TapSound =>
  score > threshold + doubt ? 'dull' : score < threshold - doubt ? 'sound' : 'doubtful';

/** What can be seen of a tap: how its loudness falls, dB under its loudest every three milliseconds, and its loudness by pitch, dB under the highest, in thirds of an octave. */
export function tapPicture(
  samples: readonly number[],
  rateHz: number,
): { decayDb: number[]; bands: { hz: number; db: number }[] } {
  const { onset, frame } = { onset: onsetOf(samples, rateHz), frame: Math.max(8, Math.round(FRAME_S * rateHz)) };
  const tap = samples.slice(onset, onset + Math.round(LOOKED_S * rateHz));
  const power = Array.from({ length: Math.floor(tap.length / frame) }, (_, i) => meanSquare(tap.slice(i * frame, (i + 1) * frame))); // prettier-ignore
  const [top, spectrum] = [Math.max(...power), powerSpectrum(tap)];
  const binHz = rateHz / (2 * spectrum.length);
  const bands = Array.from({ length: 21 }, (_, i) => LEAST_HZ * 2 ** (i / 3)).map((hz) => ({
    hz,
    sum: spectrum.reduce((sum, value, i) => (i * binHz >= hz / 2 ** (1 / 6) && i * binHz < hz * 2 ** (1 / 6) ? sum + value : sum), 0), // prettier-ignore
  }));
  const most = Math.max(...bands.map(({ sum }) => sum));
  const under = (value: number, of: number): number => Math.max(-60, 10 * Math.log10(Math.max(1e-12, value / of)));
  return { decayDb: power.map((one) => under(one, top)), bands: bands.map(({ hz, sum }) => ({ hz, db: under(sum, most) })) }; // prettier-ignore
}

/** Where a recorded tap begins: a moment before it is loudest. */
function onsetOf(samples: readonly number[], rateHz: number): number {
  const loudest = samples.reduce((best, value, i) => (Math.abs(value) > Math.abs(samples[best]!) ? i : best), 0);
  return Math.max(0, loudest - Math.round(0.001 * rateHz));
}

/**
 * A tap against taps on sound laminate of the same job: the mean of how much lower, shorter and darker it is, in logs and in their own spread. Never by a
 * fixed frequency. What lies within the doubt of the threshold asks for another tap.
 * @throws CoreError for fewer than five taps to go by, features no tap has, and thresholds outside 0.5…20
 */
export function scoreTap(
  features: TapFeatures,
  sound: readonly TapFeatures[],
  threshold = USUAL_TAP_THRESHOLD,
): TapScore {
  requireNumber(threshold, 'threshold', { min: 0.5, max: 20 });
  if (sound.length < FEWEST_REFERENCES) throw new CoreError('too-few-points', 'sound', { min: FEWEST_REFERENCES });
  [features, ...sound].forEach((one, i) => checkFeatures(one, i === 0 ? 'tap' : `sound.${i - 1}`));
  const off = (key: keyof typeof LEAST_SPREAD): number => {
    const logs = sound.map((one) => Math.log(Math.max(1e-3, one[key])));
    const mean = logs.reduce((sum, value) => sum + value, 0) / logs.length;
    const spread = Math.sqrt(logs.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (logs.length - 1));
    return (Math.log(Math.max(1e-3, features[key])) - mean) / Math.max(spread, LEAST_SPREAD[key]);
  };
  // Each counts as far as it is towards dull; far off in one alone does not make a dull tap.
  const parts = [-off('frequencyHz'), -off('fall20Ms'), off('lowShare')].map((part) =>
    Math.min(2.5 * threshold, Math.max(-2.5 * threshold, part)),
  );
  const score = parts.reduce((sum, part) => sum + part, 0) / parts.length;
  const doubt = OWN_DOUBT + NOISE_DOUBT_AT_20_DB * 10 ** ((20 - Math.min(60, features.aboveNoiseDb)) / 20);
  return { sound: verdictOf(score, doubt, threshold), score, doubt, features };
}

function checkFeatures({ frequencyHz, fall20Ms, lowShare, aboveNoiseDb }: TapFeatures, field: string): void {
  requireNumber(frequencyHz, `${field}.frequencyHz`, { above: 0, max: 96_000 });
  requireNumber(fall20Ms, `${field}.fall20Ms`, { above: 0, max: 10_000 });
  requireNumber(lowShare, `${field}.lowShare`, { min: 0, max: 1 });
  requireNumber(aboveNoiseDb, `${field}.aboveNoiseDb`, { min: 0, max: 200 });
}

const meanSquare = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value * value, 0) / values.length;

/** Milliseconds to fall 20 dB, by the straight line through the loudness in dB from its loudest frame to where the noise begins. */
function fallOf(power: readonly number[], noise: number, frameS: number): number {
  const top = power.indexOf(Math.max(...power));
  const levels: { s: number; db: number }[] = [];
  for (let i = top; i < power.length; i++) {
    const clear = power[i]! - noise;
    if (clear <= 0 || (noise > 0 && 10 * Math.log10(power[i]! / noise) < OVER_NOISE_DB)) break;
    const db = 10 * Math.log10(clear / power[top]!);
    levels.push({ s: (i - top) * frameS, db });
    if (db < -40) break;
  }
  if (levels.length < 2) return 1000 * frameS;
  const [ms, mdb] = [
    levels.reduce((sum, { s }) => sum + s, 0) / levels.length,
    levels.reduce((sum, { db }) => sum + db, 0) / levels.length,
  ];
  const slope =
    levels.reduce((sum, { s, db }) => sum + (s - ms) * (db - mdb), 0) /
    levels.reduce((sum, { s }) => sum + (s - ms) ** 2, 0);
  return slope >= 0 ? 1000 * LOOKED_S : Math.min(1000 * LOOKED_S * 3, (1000 * -20) / slope);
}

/** Place of the highest bin, between bins by the parabola through it and its neighbours. */
function peakOf(spectrum: readonly number[]): number {
  const top = spectrum.reduce((best, value, i) => (value > spectrum[best]! ? i : best), 0);
  const [a, b, c] = [spectrum[top - 1] ?? 0, spectrum[top]!, spectrum[top + 1] ?? 0];
  const bend = a - 2 * b + c;
  return bend === 0 ? top : top + (0.5 * (a - c)) / bend;
}

/** Power by frequency of a run of samples, up to half its rate; padded to a power of two. */
function powerSpectrum(samples: readonly number[]): number[] {
  const size = 2 ** Math.ceil(Math.log2(samples.length));
  const [re, im] = [new Float64Array(size), new Float64Array(size)];
  samples.forEach((value, i) => (re[i] = value));
  fft(re, im);
  return Array.from({ length: size / 2 }, (_, i) => (re[i]! ** 2 + im[i]! ** 2) / size);
}

/** Fourier transform in place, by halving (Cooley and Tukey); the length is a power of two. */
function fft(re: Float64Array, im: Float64Array): void {
  const n = re.length;
  for (let i = 1, j = 0; i < n; i++) {
    let bit = n >> 1;
    for (; j & bit; bit >>= 1) j ^= bit;
    j ^= bit;
    if (i < j) {
      [re[i], re[j]] = [re[j]!, re[i]!];
      [im[i], im[j]] = [im[j]!, im[i]!];
    }
  }
  const turn = (-2 * Math.PI) / n;
  const cosines = Float64Array.from({ length: n / 2 }, (_, i) => Math.cos(turn * i));
  const sines = Float64Array.from({ length: n / 2 }, (_, i) => Math.sin(turn * i));
  for (let length = 2; length <= n; length *= 2) {
    const [half, stride] = [length / 2, n / length];
    for (let i = 0; i < n; i += length)
      for (let k = 0; k < half; k++) {
        const cos = cosines[k * stride]!;
        const sin = sines[k * stride]!;
        const a = i + k;
        const b = a + half;
        const x = re[b]! * cos - im[b]! * sin;
        const y = re[b]! * sin + im[b]! * cos;
        re[b] = re[a]! - x;
        im[b] = im[a]! - y;
        re[a] = re[a]! + x;
        im[a] = im[a]! + y;
      }
  }
}
