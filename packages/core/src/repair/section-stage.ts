import { STAGES, type Stage } from '../hazards/index.js';
import type { InputSection } from './inputs.js';

/** Stage that settles a section; readings, of damage and of air, are gathered at any time and settle nothing by themselves. */
const SECTION_STAGE: Record<InputSection, Stage | null> = {
  place: 'look',
  damage: 'look',
  severity: 'look',
  survey: null,
  laminate: 'laminate',
  resin: 'resin',
  air: null,
  taper: 'taper',
  stack: 'plies',
  mix: 'mix',
  rounds: 'mix',
  days: 'days',
  // What it was told on one page beside the rest: the sections it sets stand for themselves.
  small: null,
  // Gathered while it is faired and coloured, from the cured patch to the last coat.
  finish: null,
};

/** Place of the stage a section settles; past all others for one that settles nothing, so that it upsets none. */
export const stageOfSection = (section: InputSection): number => STAGES.indexOf(SECTION_STAGE[section] ?? 'signoff');

/** Stages done after an edit of a section, of those done before it: what leans on the section needs another look. Once all is laid and finished nothing is undone by it. */
export function stagesAfterEdit(done: number, section: InputSection): number {
  const settled = stageOfSection(section) + 1;
  return done > settled && done < STAGES.length - 1 ? settled : done;
}
