import { CoreError } from '../errors.js';

/** A number as people write it: in groups of three with a space between, or with points and commas. */
const RUN = /(?:\d{1,3}(?: \d{3})+(?!\d)(?!\s*\/)|\d+)(?:[.,]\d+)*|[.,]\d+/g;
const GROUPED = /^\d{1,3}(?:([.,])\d{3})(?:\1\d{3})*$/;

/**
 * Every number in a text with a point for its decimal sign and nothing between thousands. A comma or a point alone is the decimal sign; where both
 * stand, or one of them several times, the last that stands only once is, and the others part thousands.
 * @throws CoreError `ambiguous-figure` where it could be read two ways, with both; `unreadable` where it can be read in none
 */
export const plainFigures = (text: string, field = 'text'): string => text.replace(RUN, (run) => plain(run, field));

function plain(run: string, field: string): string {
  const spaced = run.includes(' ');
  const bare = run.replace(/ /g, '');
  const signs = bare.replace(/\d/g, '');
  if (signs.length <= 1) return bare.replace(',', '.');
  if (!spaced && GROUPED.test(bare)) return bare.replace(/[.,]/g, '');
  const last = Math.max(bare.lastIndexOf('.'), bare.lastIndexOf(','));
  const [whole, fraction] = [bare.slice(0, last), bare.slice(last + 1)];
  if (spaced || whole.includes(bare[last]!) || !GROUPED.test(whole))
    throw new CoreError('unreadable', field, { text: run });
  const read = `${whole.replace(/[.,]/g, '')}.${fraction}`;
  if (fraction.length === 3)
    throw new CoreError('ambiguous-figure', field, { text: run, one: read, other: read.replace('.', '') });
  return read;
}

/**
 * One number and nothing else, as people write it; a true minus is a minus.
 * @throws CoreError `unreadable` or `ambiguous-figure`, as `plainFigures`
 */
export function readFigure(text: string, field = 'text'): number {
  const [, sign, rest] = /^([-+]?)\s*(.*)$/s.exec(text.trim().replace('\u2212', '-'))!;
  const figure = plainFigures(rest!, field);
  if (!/^(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?$/i.test(figure)) throw new CoreError('unreadable', field, { text });
  const value = Number(figure);
  if (!Number.isFinite(value)) throw new CoreError('unreadable', field, { text });
  return sign === '-' ? -value : value;
}
