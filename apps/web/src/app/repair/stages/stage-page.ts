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

/** What the strip says figures with. */
export interface StripWords {
  /** With the unit. */
  inUnits: ReturnType<typeof quantityText>;
  /** A length without its unit. */
  length: (mm: number) => string;
  /** When the job is done by the shed's plan; null where it is not in it. */
  finishAt: string | null;
}

/** A panel of a stage: a component that takes the repair's state as `state`. */
export interface PanelEntry {
  panel: Type<unknown>;
  /** Whether it has anything to do with this job; always where left out. */
  when?: (state: RepairState) => boolean;
}

/** The stages in their order. */
export const STAGE_PAGES = new InjectionToken<readonly StagePage[]>('stages of a repair');
