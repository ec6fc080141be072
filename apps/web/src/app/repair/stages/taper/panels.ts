import { isUncut } from '@ashstep/core/repair';
import { isLaidOn } from '@ashstep/core/taper';
import type { PanelEntry } from '../stage-page';
import { WaysOut } from './ways-out';
import { SidesTable } from './sides-table';
import { JointChart } from './joint-chart';
import { GrindLog } from './grind-log';

/** It is ground to a slope whose sides and ratios can be chosen. */
const sloped: PanelEntry['when'] = ({ plan }) => plan.taper?.profile.kind === 'slope';
/** There is a joint with the parent to look at. */
const joined: PanelEntry['when'] = ({ inputs }) => !isUncut(inputs);
/** Something is ground away that a gauge can go into. */
const ground: PanelEntry['when'] = ({ plan }) => plan.taper !== null && !isLaidOn(plan.taper.profile);

/** The panels of this stage, in their order. */
export const PANELS: readonly PanelEntry[] = [
  { panel: WaysOut, when: sloped },
  { panel: SidesTable, when: sloped },
  { panel: JointChart, when: joined },
  { panel: GrindLog, when: ground },
];
