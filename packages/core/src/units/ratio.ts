import { CoreError } from '../errors.js';
import { readFigure } from './figure.js';

const PAIR = /^([\d.,\s]+?)\s*(?:[:/]|\bto\b|\bin\b)\s*([\d.,\s]+?)$/i;

/** Two figures of a ratio, or null for one figure alone. @throws CoreError `unreadable` for anything else, or a part that is nothing */
function pairOf(text: string): [number, number] | null {
  const found = PAIR.exec(text);
  if (!found) return null;
  const [a, b] = [readFigure(found[1]!), readFigure(found[2]!)];
  if (!(a > 0) || !(b > 0)) throw new CoreError('unreadable', 'text', { text, want: 'ratio' });
  return [a, b];
}

function alone(text: string, want: string): number {
  try {
    return readFigure(text);
  } catch (error) {
    if (error instanceof CoreError && error.code === 'unreadable') throw new CoreError('unreadable', 'text', { text, want }); // prettier-ignore
    throw error;
  }
}

/**
 * A taper as people write it, length over depth: "12", "12:1", "1:12", "1 in 12".
 * @throws CoreError `unreadable`
 */
export function parseTaperRatio(text: string): number {
  const pair = pairOf(text.trim());
  return pair ? Math.max(...pair) / Math.min(...pair) : alone(text, 'ratio');
}

export interface MixRatio {
  /** Second part to 100 of resin. */
  per100: number;
  /** What it is counted by, where that was said. */
  by: 'weight' | 'volume' | null;
}

/**
 * The ratio of a two-part resin as cans have it, resin first: "2:1", "100:40 by weight", "5 to 1 by volume", or the second part alone, "40".
 * @throws CoreError `unreadable`
 */
export function parseMixRatio(text: string): MixRatio {
  const said = /^(.*?)\s*(?:by\s+|\()?\s*(weight|volume|w\/w|v\/v|wt|vol)\.?\)?$/i.exec(text.trim());
  const by = said ? (said[2]!.toLowerCase().startsWith('v') ? 'volume' : 'weight') : null;
  const figures = said ? said[1]!.trim() : text.trim();
  const pair = pairOf(figures);
  return { per100: pair ? (100 * pair[1]) / pair[0] : alone(figures, 'mix-ratio'), by };
}
