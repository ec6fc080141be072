import { Injectable, inject } from '@angular/core';
import type { BoardRow, Problem } from '@ashstep/contract';
import { HOLD_NAMES, SMALL_WORDS, STAGE_NAMES } from '@ashstep/contract';
import { type PlanOutline, planDrawing } from '@ashstep/core/drawing';
import { STAGES } from '@ashstep/core/hazards';
import { type RepairPlan, planRepair } from '@ashstep/core/repair';
import {
  type Observable,
  catchError,
  concatMap,
  debounceTime,
  filter,
  groupBy,
  map,
  merge,
  mergeMap,
  of,
  scan,
  shareReplay,
} from 'rxjs';
import { Api, ApiError } from '../platform/api';
import { LiveService } from '../platform/live.service';
import type { ClockBar } from './shed-clock';

/** A job is read again when there has been no news of it for so long, ms. */
const QUIET_MS = 300;

export type Shelf = 'bench' | 'waiting' | 'inspect';

export interface BoardJob {
  row: BoardRow;
  plan: RepairPlan;
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

export interface BoardState {
  /** Null until they are first read. */
  jobs: BoardJob[] | null;
  /** Why the jobs shown may be old, or are not there. */
  problem: Problem | null;
}

/** The board: every open job with where it stands and its next act, kept current by the live feed. */
@Injectable({ providedIn: 'root' })
export class BoardService {
  private readonly api = inject(Api);
  private readonly live = inject(LiveService);

  readonly board$: Observable<BoardState> = merge(
    of(null),
    this.live.news$.pipe(filter(({ kind }) => kind === 'missed')).pipe(
      debounceTime(QUIET_MS),
      map(() => null),
    ),
    this.live.news$.pipe(
      filter((news) => news.kind === 'changed'),
      groupBy(({ repairId }) => repairId, { duration: (of) => of.pipe(debounceTime(2 * QUIET_MS)) }),
      mergeMap((ofOne) => ofOne.pipe(debounceTime(QUIET_MS))),
      map(({ repairId }) => repairId),
    ),
  ).pipe(
    concatMap((only) => this.read(only)),
    scan(joined, { jobs: null, problem: null }),
    shareReplay({ bufferSize: 1, refCount: true }),
  );

  /** Reads every open job, or the one that was changed. */
  private read(only: string | null): Observable<Read> {
    return this.api.get<BoardRow[]>(only ? `/repairs?only=${only}` : '/repairs').pipe(
      map((rows) => ({ only, jobs: rows.map(boardJob), problem: null })),
      catchError((error: unknown) => {
        if (error instanceof ApiError) return of({ only, jobs: null, problem: error.problem });
        throw error;
      }),
    );
  }
}

interface Read extends BoardState {
  only: string | null;
}

/** The board with what was read of it: everything, or one job, which stays at its place and is gone once it is not open any more. */
function joined(before: BoardState, { only, jobs, problem }: Read): BoardState {
  if (!jobs || !only || !before.jobs) return { jobs: jobs ?? before.jobs, problem };
  const known = before.jobs.some(({ row }) => row.id === only);
  return {
    jobs: known ? before.jobs.flatMap((job) => (job.row.id === only ? jobs : [job])) : [...before.jobs, ...jobs],
    problem,
  };
}

const RESIN = STAGES.indexOf('resin');

export function boardJob(row: BoardRow): BoardJob {
  const plan = planRepair(row.inputs);
  const view = planDrawing(row.inputs, plan);
  const stage = Math.min(row.stageReached, 9);
  return {
    row,
    plan,
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
