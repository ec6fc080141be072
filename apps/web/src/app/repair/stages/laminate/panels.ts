import type { PanelEntry } from '../stage-page';
import { RingReader } from './ring-reader';
import { StiffnessChart } from '../stiffness-chart';
import { EvidenceBoard } from './evidence-board';
import { Coupon } from './coupon';

/** The panels of this stage, in their order. */
export const PANELS: readonly PanelEntry[] = [
  { panel: RingReader },
  { panel: StiffnessChart },
  { panel: EvidenceBoard },
  { panel: Coupon },
];
