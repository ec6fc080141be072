import type { CureCard } from './cards.js';
import type { Container } from './containers.js';

/** Something a data sheet says of a system. */
export type SheetPoint =
  | { kind: 'pot-gel'; massG: number; tempC: number; minutes: number; container?: Container['id'] }
  | { kind: 'pot-peak'; massG: number; tempC: number; peakC: number; container?: Container['id'] }
  | {
      kind: 'thin';
      /** Degree of cure that is meant: sandable 0.8, full 0.95. */ alpha: number;
      tempC: number;
      hours: number;
    };

/** A cure card with what it was fitted to. */
export interface FittedCure {
  card: CureCard;
  points: SheetPoint[];
}
