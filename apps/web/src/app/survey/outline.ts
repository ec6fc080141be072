import type { Point } from '@ashstep/core/geometry';

/** A closed outline found in a file, y upwards, in the file's own units. */
export interface FoundOutline {
  name: string;
  points: Point[];
}

export interface OutlineFile {
  outlines: FoundOutline[];
  /** Lines that do not come back to where they began. */
  open: number;
  /** Millimetres in one of its units, where the file says so. */
  mmPerUnit: number | null;
}

/** Why a file holds nothing that can be used. */
export class UnreadableOutline extends Error {}

export const UNITS: Readonly<Record<string, { label: string; mm: number }>> = {
  mm: { label: 'Millimetres', mm: 1 },
  cm: { label: 'Centimetres', mm: 10 },
  m: { label: 'Metres', mm: 1000 },
  in: { label: 'Inches', mm: 25.4 },
  px: { label: 'Pixels, 96 to the inch', mm: 25.4 / 96 },
};
