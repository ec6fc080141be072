import type { PanelEntry } from '../stage-page';
import { JobCost } from './job-cost';

/** The panels of this stage, in their order. */
export const PANELS: readonly PanelEntry[] = [{ panel: JobCost, when: ({ plan }) => plan.mix !== null }];
