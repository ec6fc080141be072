import { CoreError, type Remark, requireNumber } from '../errors.js';
import { deltaE00, labOfLinear, linearOf, screenColour } from './difference.js';
import type { Lab } from './light.js';

/** Red, green and blue of a pixel as the picture holds it, sRGB, 0 to 255. */
export type Pixel = readonly [number, number, number];

export interface PhotoColourInput {
  /** Pixels of the grey card in the same light, and the share of light the card throws back; 0.18 when left out. */
  card: { pixels: readonly Pixel[]; reflectance?: number };
  /** Pixels of the patch whose colour is asked for. */
  patch: readonly Pixel[];
}

export interface PhotoColour {
  lab: Lab;
  screen: string;
  /** How far the pixels of the patch stand off their mean, ΔE00, root of the mean square. */
  spread: number;
  /** What the reading may be off by, ΔE00: no photograph beats about 3. */
  plusMinus: number;
  remarks: Remark[];
}

/** Grey card; no photograph of a card and a patch is nearer than this, ΔE00. Source: workshop experience with hand-held cameras. */
const [CARD, BEST] = [0.18, 3];
/** A channel from this on has run full, under this it has run empty, and so large a share of such pixels spoils the mean. */
const [FULL, BLACK, SPOILT] = [250, 5, 0.02];
/** A card whose channels differ more than this is none, or the light is far from white; and a card this uneven is half in the shade, share. */
const [TINTED, UNEVEN] = [6, 0.15];
const [FEWEST, MOST] = [4, 250_000];

/**
 * The colour of a patch photographed beside a grey card: linear sRGB, each channel scaled so that the card comes out grey, the mean of the patch with its spread.
 * @throws CoreError without card or patch, for a picture burnt out or black there, or a card that is not grey
 */
export function colourOfPhoto(input: PhotoColourInput): PhotoColour {
  const card = linear(input.card?.pixels, 'card.pixels');
  const patch = linear(input.patch, 'patch');
  const reflectance = requireNumber(input.card.reflectance ?? CARD, 'card.reflectance', { min: 0.02, max: 1 });
  const grey = mean(card);
  const darkest = Math.min(...grey);
  if (Math.max(...grey) > TINTED * darkest) throw new CoreError('inconsistent', 'card.pixels', { why: 'not-grey' });
  const scaled = (pixel: readonly number[]): [number, number, number] => [0, 1, 2].map((k) => (pixel[k]! * reflectance) / grey[k]!) as [number, number, number]; // prettier-ignore
  const lab = labOfLinear(scaled(mean(patch)));
  const spread = Math.sqrt(patch.reduce((sum, pixel) => sum + deltaE00(lab, labOfLinear(scaled(pixel))) ** 2, 0) / patch.length); // prettier-ignore
  const green = card.map((pixel) => pixel[1]);
  const uneven = Math.sqrt(green.reduce((sum, one) => sum + (one - grey[1]) ** 2, 0) / green.length) / grey[1];
  return {
    lab,
    screen: screenColour(lab),
    spread,
    plusMinus: Math.max(BEST, spread),
    remarks: [
      ...(spread > BEST ? [{ id: 'colour.patch-uneven', params: { spread } }] : []),
      ...(uneven > UNEVEN ? [{ id: 'colour.card-uneven', params: { percent: 100 * uneven } }] : []),
      ...(lab.l > 100 ? [{ id: 'colour.lighter-than-white' }] : []),
    ],
  };
}

type Linear = [number, number, number];

function linear(pixels: readonly Pixel[] | undefined, field: string): Linear[] {
  if (!pixels || pixels.length === 0) throw new CoreError('empty', field);
  if (pixels.length < FEWEST) throw new CoreError('too-few-points', field, { min: FEWEST });
  if (pixels.length > MOST) throw new CoreError('too-many', field, { max: MOST });
  pixels.forEach((pixel, i) => [0, 1, 2].forEach((k) => requireNumber(pixel[k], `${field}.${i}.${k}`, { min: 0, max: 255 }))); // prettier-ignore
  const share = (is: (value: number) => boolean): number => pixels.filter((pixel) => pixel.some(is)).length / pixels.length; // prettier-ignore
  if (share((value) => value >= FULL) > SPOILT) throw new CoreError('inconsistent', field, { why: 'burnt-out' });
  if (pixels.filter((pixel) => pixel.every((value) => value < BLACK)).length / pixels.length > 0.5) throw new CoreError('inconsistent', field, { why: 'too-dark' }); // prettier-ignore
  return pixels.map((pixel) => linearOf(pixel));
}

const mean = (pixels: readonly Linear[]): Linear => [0, 1, 2].map((k) => pixels.reduce((sum, pixel) => sum + pixel[k]!, 0) / pixels.length) as Linear; // prettier-ignore
