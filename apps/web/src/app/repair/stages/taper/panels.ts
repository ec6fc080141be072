import type { PanelEntry } from '../stage-page';
import { WaysOut } from './ways-out';
import { SidesTable } from './sides-table';
import { JointChart } from './joint-chart';
import { GrindLog } from './grind-log';

/** The panels of this stage, in their order. */
export const PANELS: readonly PanelEntry[] = [
  { panel: WaysOut },
  { panel: SidesTable },
  { panel: JointChart },
  { panel: GrindLog },
];
