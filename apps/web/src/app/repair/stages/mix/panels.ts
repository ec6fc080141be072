import type { PanelEntry } from '../stage-page';
import { PotBoard } from './pot-board';
import { Rounds } from './rounds';
import { ShoppingList } from './shopping-list';
import { CureBoard } from './cure-board';
import { CureWindows } from './cure-windows';

/** The panels of this stage, in their order. */
export const PANELS: readonly PanelEntry[] = [
  { panel: PotBoard },
  { panel: Rounds },
  { panel: ShoppingList },
  { panel: CureBoard },
  { panel: CureWindows },
];
