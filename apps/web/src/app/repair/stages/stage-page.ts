import { InjectionToken, type Type } from '@angular/core';
import type { quantityText } from '../../platform/quantity.pipe';
import type { RepairState } from '../repair.store';

/** What a stage is to the sheet: its name and address, what it settles, and its panel, fetched when it is opened. */
export interface StagePage {
  /** In the address of the page; that of a stage of the core where its doing is kept with the job. */
  id: string;
  name: string;
  /** It sets what the plan is made from and nothing else: one who accepts the work only looks at it. */
  decides?: boolean;
  /** The figure that settled it, for the strip; empty while nothing has. */
  settled: (state: RepairState, words: StripWords) => string;
  open: () => Promise<Type<unknown>>;
}

/** What figures are said with in a line. */
export interface LineWords {
  /** With the unit. */
  inUnits: ReturnType<typeof quantityText>;
  /** A length without its unit. */
  length: (mm: number) => string;
  /** How many materials of the job the shelf has too little of. */
  short: (state: RepairState) => number;
}

/** What the strip says figures with. */
export interface StripWords extends Omit<LineWords, 'short'> {
  /** When the job is done by the shed's plan; null where it is not in it. */
  finishAt: string | null;
  /** When its record was sealed, by the shed's clock; null of a job that is open. */
  sealedAt: string | null;
}

/** What opens under a line: a component, and whether it has anything to do with this job; always where left out. */
export type PartPanel = Type<unknown> | { panel: Type<unknown>; when: (state: RepairState) => boolean };

/** One line of a stage's index, and what opens under it: components that take the repair's state as `state`. */
export interface StagePart {
  /** In the address, after the stage. */
  id: string;
  name: string;
  panels: readonly PartPanel[];
  /** What its panels take beside the state. */
  given?: Readonly<Record<string, unknown>>;
  /** Does its work on the drawing though it was never opened. */
  ready?: boolean;
  /** Whether it has anything to do with this job; always where left out. */
  when?: (state: RepairState) => boolean;
  /** The figure or state that matters. */
  line: (state: RepairState, words: LineWords) => string;
  /** Fields it holds, by the beginning of their paths: a figure that is wrong or missing wants attention. */
  fields?: readonly string[];
  /** What else wants attention, said in place of the line; null while nothing does. */
  wants?: (state: RepairState, words: LineWords) => string | null;
}

/** The stages in their order. */
export const STAGE_PAGES = new InjectionToken<readonly StagePage[]>('stages of a repair');
