import { COUNTS, LIMITS } from '../limits/index.js';
import { CoreError, requireNumber } from '../errors.js';
import { type UnitSystem, parseQuantity } from '../units/index.js';

/** "3 x 25", "3 × 25 mm": so many of one size. */
const MANY = /^(\d{1,3})\s*[x×*]\s*(.+)$/i;

/**
 * Diameters as a repairer writes them down: "6, 6, 8, 25", "14 x 6", "3/8 in; 1/2 in".
 * @param system what a bare figure is in
 * @returns one diameter a hole, mm
 * @throws CoreError `empty`, `unreadable` for a part that is no size, `ambiguous-figure` for "6,5", which may be one size or two, `out-of-range`, `too-many`
 */
export function parseSizes(text: string, system: UnitSystem = 'metric'): number[] {
  const told = text.trim();
  if (told === '') throw new CoreError('empty', 'text');
  const alone = /^(\d+),(\d+)(\s*[a-z"″]+)?$/i.exec(told);
  if (alone)
    throw new CoreError('ambiguous-figure', 'text', { text: told, one: `${alone[1]}.${alone[2]}`, other: `${alone[1]}, ${alone[2]}` }); // prettier-ignore
  // A comma between figures parts sizes; one that ends a row of them is a slip.
  const parts = told
    .split(/[;\n]+|,\s*/)
    .map((part) => part.trim())
    .filter((part) => part !== '');
  const sizes = parts.flatMap((part) => {
    const many = MANY.exec(part);
    const size = requireNumber(parseQuantity(many?.[2] ?? part, 'length', system), 'text', LIMITS.sizeMm);
    const count = many ? Number(many[1]) : 1;
    if (count === 0) throw new CoreError('unreadable', 'text', { text: part });
    return Array.from({ length: Math.min(count, COUNTS.spots + 1) }, () => size);
  });
  if (sizes.length > COUNTS.spots) throw new CoreError('too-many', 'text', { max: COUNTS.spots });
  return sizes;
}
