import type { PanelEntry } from '../stage-page';
import { PotBoard } from './pot-board';
import { Rounds } from './rounds';
import { ShoppingList } from './shopping-list';
import { CureBoard } from './cure-board';
import { CureWindows } from './cure-windows';

/** Plies are laid, by pots of their own. */
const laidOut: PanelEntry['when'] = ({ plan }) => (plan.mix?.faces.length ?? 0) > 0;

/** The panels of this stage, in their order. */
export const PANELS: readonly PanelEntry[] = [
  { panel: PotBoard, when: laidOut },
  { panel: Rounds },
  { panel: ShoppingList },
  { panel: CureBoard, when: laidOut },
  { panel: CureWindows },
];
