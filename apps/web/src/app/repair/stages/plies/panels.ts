import type { PanelEntry } from '../stage-page';
import { StackFinder } from './stack-finder';
import { CutList } from './cut-list';

/** The panels of this stage, in their order. */
export const PANELS: readonly PanelEntry[] = [
  // What takes the place of nothing is matched with nothing.
  { panel: StackFinder, when: ({ plan }) => plan.match !== null },
  { panel: CutList },
];
