import type { AirFigure } from '@ashstep/core/repair';
import { whenText } from '../platform/when.pipe';

/** Where a figure of the air comes from, in a word or two; only what was read is a reading. */
export function airFrom({ source, at }: AirFigure): string {
  switch (source) {
    case 'reading':
      return `read ${whenText(at)}`;
    case 'forecast':
      return 'forecast, not read';
    case 'typed':
      return 'planned, not read';
    default:
      return 'usual, not read';
  }
}
