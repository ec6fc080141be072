import { type BoardRow, HOLD_NAMES, SMALL_WORDS, STAGE_NAMES } from '@ashstep/contract';
import { type PlanOutline, planDrawing } from '@ashstep/core/drawing';
import { STAGES } from '@ashstep/core/hazards';
import { kept } from '@ashstep/core/remembered';
import { type RepairPlan, knownPlan } from '@ashstep/core/repair';
import type { ClockBar } from './shed-clock';

export type Shelf = 'bench' | 'waiting' | 'inspect';

export interface BoardJob {
  row: BoardRow;
  shelf: Shelf;
  stage: number;
  /** Next act in bold, and a line under it. */
  act: string;
  under: string;
  urgent: boolean;
  outlines: {
    mask: PlanOutline | null;
    footprint: PlanOutline | null;
    cutOut: PlanOutline | null;
    damage: PlanOutline | null;
  };
  steps: ClockBar[];
}

const RESIN = STAGES.indexOf('resin');

/** A board has so many jobs, of which one changes at a time. */
const MOST_JOBS = 100;

/** A job as the board shows it: where it stands, its next act, its outlines. */
export const boardJob = kept(made, MOST_JOBS);

function made(row: BoardRow): BoardJob {
  const plan = knownPlan(row.inputs);
  const view = planDrawing(row.inputs, plan);
  const stage = Math.min(row.stageReached, 9);
  return {
    row,
    stage,
    ...standing(row, plan, stage),
    steps: plan.days?.tasks ?? [],
    outlines: { mask: view.abraded, footprint: view.footprint, cutOut: view.cutOut, damage: view.damage },
  };
}

function standing(
  row: BoardRow,
  plan: RepairPlan,
  stage: number,
): Pick<BoardJob, 'shelf' | 'act' | 'under' | 'urgent'> {
  const plies = plan.patch?.faces.reduce((sum, face) => sum + face.plies.length, 0) ?? 0;
  if (row.openRework > 0)
    return {
      shelf: 'waiting',
      act: `Rework: ${row.openRework} ${row.openRework === 1 ? 'check' : 'checks'} failed`,
      under: 'Cause and action, then look again',
      urgent: false,
    };
  if (row.started && row.pliesLaid < plies)
    return {
      shelf: 'bench',
      act: `Laying up, ply ${row.pliesLaid + 1} of ${plies}`,
      under: `${row.pliesLaid} down, ${plies - row.pliesLaid} to come`,
      urgent: true,
    };
  if (stage >= 9)
    return {
      shelf: 'inspect',
      act: row.results === 0 ? 'Inspect' : `Readings in, ${row.passes} ${row.passes === 1 ? 'passes' : 'pass'}`,
      under: `${row.technician} laid it, so another signs`,
      urgent: false,
    };
  const { kind } = row.inputs.small;
  if (kind)
    return {
      shelf: 'bench',
      act: SMALL_WORDS[kind].name,
      under: plan.holds.length > 0 ? HOLD_NAMES[plan.holds[0]!.id]! : 'On one page',
      urgent: false,
    };
  if (plan.resin && plan.resin.parent === 'mixed')
    return {
      shelf: 'bench',
      act: STAGE_NAMES[STAGES[stage]!],
      under: 'Old repair found: treated as mixed',
      urgent: false,
    };
  const core = plan.facts['core'] === true;
  if (core && stage <= 2)
    return {
      shelf: 'waiting',
      act: 'Drying or being looked at',
      under: 'Nothing goes on over a wet core',
      urgent: false,
    };
  return {
    shelf: 'bench',
    act: `Next: ${STAGE_NAMES[STAGES[stage]!]}`,
    // Until the resin is seen to, the one in the plan is only what it starts from.
    under: (stage > RESIN && plan.resin?.card?.name) || 'No resin chosen yet',
    urgent: false,
  };
}
