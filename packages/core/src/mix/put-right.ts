import { requireNumber } from '../errors.js';
import { type MixErrorInput, mixError } from './mix-error.js';

export interface PutRightInput extends Pick<
  MixErrorInput,
  'per100ByWeight' | 'resinG' | 'secondG' | 'tolerancePercent'
> {
  /** A pot may hold so much, g; any when left out. */
  maxPotG?: number;
}

export interface PutRightResult {
  within: boolean;
  /** Too much of the second part is positive, per cent. */
  errorPercent: number;
  /** What still has to go in; null where it is within, or cannot be put right in this pot. */
  add: 'resin' | 'second' | null;
  /** So much brings it to its ratio; at the least and at the most to keep within, g. */
  addG: number;
  leastG: number;
  mostG: number;
  /** The pot would then be larger than it may be. */
  tooBig: boolean;
}

/**
 * What puts a pot right that is out of its ratio, while it stands and nothing of it is on the job: more resin where there is too much of the second
 * part, H/q − R with q the wanted ratio; more of the second part where there is too little, qR − H; and the band of it, with q(1 ± tolerance).
 * @throws CoreError as `mixError` does
 */
export function putRight(input: PutRightInput): PutRightResult {
  const { within, errorPercent } = mixError(input);
  const { resinG, secondG } = input;
  const [q, tolerance] = [input.per100ByWeight / 100, (input.tolerancePercent ?? 3) / 100];
  const maxPotG = input.maxPotG === undefined ? Infinity : requireNumber(input.maxPotG, 'maxPotG', { above: 0 });
  const none = { within, errorPercent, add: null, addG: 0, leastG: 0, mostG: 0, tooBig: false };
  if (within) return none;
  const over = errorPercent > 0;
  const [addG, leastG, mostG] = [0, over ? tolerance : -tolerance, over ? -tolerance : tolerance].map((off) =>
    over ? secondG / (q * (1 + off)) - resinG : q * (1 + off) * resinG - secondG,
  ) as [number, number, number];
  const tooBig = resinG + secondG + leastG > maxPotG;
  return { ...none, add: tooBig ? null : over ? 'resin' : 'second', addG, leastG, mostG, tooBig };
}
