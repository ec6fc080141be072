import { CoreError, requireNumber } from '../errors.js';

/** Wavelengths everything is worked at, nm: 400 to 700 in steps of 10. */
export const BANDS_NM: readonly number[] = Array.from({ length: 31 }, (_, i) => 400 + 10 * i);
/** Fewest values a curve may be given by. */
const LEAST_BANDS = 16;
/** A reading may lie a little over white: fluorescence, or a warm white tile. */
export const REFLECTANCE = { min: 0, max: 1.2 } as const;

/** One value a band, 31 of them. */
export type Spectrum = readonly number[];
/** CIELAB, of a light's own white. */
export interface Lab {
  l: number;
  a: number;
  b: number;
}
/** Daylight, and a lamp with a filament. */
export type Light = 'D65' | 'A';

/** Colour matching functions of the 2° standard observer, x̄ ȳ z̄ at each band. Source: CIE 1931. */
const OBSERVER: readonly (readonly [number, number, number])[] = [
  [0.01431, 0.000396, 0.06785],
  [0.04351, 0.00121, 0.2074],
  [0.13438, 0.004, 0.6456],
  [0.2839, 0.0116, 1.3856],
  [0.34828, 0.023, 1.74706],
  [0.3362, 0.038, 1.77211],
  [0.2908, 0.06, 1.6692],
  [0.19536, 0.09098, 1.28764],
  [0.09564, 0.13902, 0.81295],
  [0.03201, 0.20802, 0.46518],
  [0.0049, 0.323, 0.272],
  [0.0093, 0.503, 0.1582],
  [0.06327, 0.71, 0.07825],
  [0.1655, 0.862, 0.04216],
  [0.2904, 0.954, 0.0203],
  [0.43345, 0.99495, 0.00875],
  [0.5945, 0.995, 0.0039],
  [0.7621, 0.952, 0.0021],
  [0.9163, 0.87, 0.00165],
  [1.0263, 0.757, 0.0011],
  [1.0622, 0.631, 0.0008],
  [1.0026, 0.503, 0.00034],
  [0.85445, 0.381, 0.00019],
  [0.6424, 0.265, 0.00005],
  [0.4479, 0.175, 0.00002],
  [0.2835, 0.107, 0],
  [0.1649, 0.061, 0],
  [0.0874, 0.032, 0],
  [0.04677, 0.017, 0],
  [0.0227, 0.00821, 0],
  [0.011359, 0.004102, 0],
];
/** Power of daylight D65 at each band. Source: CIE standard illuminant D65. */
// prettier-ignore
const D65: Spectrum = [
  82.7549, 91.486, 93.4318, 86.6823, 104.865, 117.008, 117.812, 114.861, 115.923, 108.811, 109.354, 107.802, 104.79, 107.689, 104.405, 104.046,
  100, 96.3342, 95.788, 88.6856, 90.0062, 89.5991, 87.6987, 83.2886, 83.6992, 80.0268, 80.2146, 82.2778, 78.2842, 69.7213, 71.6091,
];
/** Power of lamplight A, by its formula. Source: CIE standard illuminant A. */
const LAMP: Spectrum = BANDS_NM.map(
  (nm) => 100 * (560 / nm) ** 5 * (Math.expm1(1.435e7 / (2848 * 560)) / Math.expm1(1.435e7 / (2848 * nm))),
);

/** What a band counts for X, Y and Z of a perfect white at 100. */
type Weights = readonly [Spectrum, Spectrum, Spectrum];
const weightsOf = (power: Spectrum): Weights => {
  const whole = power.reduce((sum, p, i) => sum + p * OBSERVER[i]![1], 0);
  return [0, 1, 2].map((k) => power.map((p, i) => (100 * p * OBSERVER[i]![k]!) / whole)) as unknown as Weights;
};
export const WEIGHTS: Readonly<Record<Light, Weights>> = { D65: weightsOf(D65), A: weightsOf(LAMP) };
const sum = (values: Spectrum): number => values.reduce((all, one) => all + one, 0);
export const WHITE: Readonly<Record<Light, readonly [number, number, number]>> = {
  D65: WEIGHTS.D65.map(sum) as unknown as [number, number, number],
  A: WEIGHTS.A.map(sum) as unknown as [number, number, number],
};

/** Where the cube root gives way to a straight line. Source: CIE 15. */
const [EDGE, SLOPE] = [216 / 24_389, 24_389 / 27];
const rooted = (t: number): number => (t > EDGE ? Math.cbrt(t) : (SLOPE * t + 16) / 116);
const unrooted = (f: number): number => (f ** 3 > EDGE ? f ** 3 : (116 * f - 16) / SLOPE);

/** Lab of a reflectance under a light, against a perfect white in the same light. Source: CIE 15. */
export function labOf(reflectance: Spectrum, light: Light = 'D65'): Lab {
  const [wx, wy, wz] = WEIGHTS[light];
  let [x, y, z] = [0, 0, 0];
  for (let i = 0; i < reflectance.length; i++) {
    const r = reflectance[i]!;
    x += wx[i]! * r;
    y += wy[i]! * r;
    z += wz[i]! * r;
  }
  const white = WHITE[light];
  const [fx, fy, fz] = [rooted(x / white[0]), rooted(y / white[1]), rooted(z / white[2])];
  return { l: 116 * fy - 16, a: 500 * (fx - fy), b: 200 * (fy - fz) };
}

/** X, Y and Z of a Lab under a light. */
export function xyzOfLab({ l, a, b }: Lab, light: Light = 'D65'): [number, number, number] {
  const fy = (l + 16) / 116;
  const white = WHITE[light];
  return [white[0] * unrooted(fy + a / 500), white[1] * unrooted(fy), white[2] * unrooted(fy - b / 200)];
}

/**
 * A curve on the bands everything is worked at: evenly spread over 400 to 700 nm, sixteen values or more, straight between them.
 * @throws CoreError too-few-points for fewer, out-of-range for a value outside the limits
 */
export function onBands(values: readonly number[], field: string, limits: { min: number; max: number }): number[] {
  if (!Array.isArray(values) || values.length < LEAST_BANDS) throw new CoreError('too-few-points', field, { min: LEAST_BANDS }); // prettier-ignore
  if (values.length > 301) throw new CoreError('too-many', field, { max: 301 });
  values.forEach((value, i) => requireNumber(value, `${field}.${i}`, limits));
  return BANDS_NM.map((nm) => {
    const at = ((nm - 400) / 300) * (values.length - 1);
    const before = Math.min(values.length - 2, Math.floor(at));
    return values[before]! + (at - before) * (values[before + 1]! - values[before]!);
  });
}

/** A colour as a shift makes it. */
export const shifted = ({ l, a, b }: Lab, by: Lab): Lab => ({ l: l + by.l, a: a + by.a, b: b + by.b });

/** @throws CoreError for a figure that is no number or outside CIELAB */
export function requireLab(lab: Lab, field: string): Lab {
  return {
    l: requireNumber(lab?.l, `${field}.l`, { min: 0, max: 100 }),
    a: requireNumber(lab?.a, `${field}.a`, { min: -128, max: 128 }),
    b: requireNumber(lab?.b, `${field}.b`, { min: -128, max: 128 }),
  };
}
