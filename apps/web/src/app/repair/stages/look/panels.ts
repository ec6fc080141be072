import type { PanelEntry } from '../stage-page';
import { Spots } from './spots';
import { Severity } from './severity';
import { Photograph } from '../../../survey/photograph';
import { OutlineImport } from '../../../survey/outline-import';
import { Marks } from '../../../survey/marks';
import { Taps } from '../../../survey/taps';
import { DryingLog } from '../../../survey/drying-log';
import { ReadingLog } from '../../../survey/reading-log';
import { Found } from '../../../survey/found';

const broken: PanelEntry['when'] = ({ inputs }) => inputs.damage.depth !== 'finish';
const mayBeWet: PanelEntry['when'] = ({ inputs }) =>
  inputs.laminate.core !== null || inputs.survey.readings.some(({ kind }) => kind === 'moisture');

/** The panels of this stage, in their order. */
export const PANELS: readonly PanelEntry[] = [
  { panel: Spots },
  { panel: Severity },
  { panel: Photograph },
  { panel: OutlineImport },
  { panel: Marks },
  { panel: Taps, when: broken },
  { panel: DryingLog, when: mayBeWet },
  { panel: ReadingLog },
  { panel: Found, when: broken },
];
