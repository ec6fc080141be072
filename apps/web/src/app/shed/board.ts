import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { stepName } from '@ashstep/contract';
import { STAGES } from '@ashstep/core/hazards';
import { DEFAULT_HOURS, formatLocal, parseLocal } from '@ashstep/core/plan';
import { map, timer } from 'rxjs';
import { StageProfile } from '../drawing/stage-profile';
import { Header } from '../parts/header';
import { SessionService } from '../platform/session.service';
import { ShedPlanService } from '../plan/shed-plan.service';
import { whenText } from '../platform/when.pipe';
import { type BoardJob, type Shelf, boardJob } from './board-job';
import { BoardService } from './board.service';
import { withShedPlan } from './standing';
import { isDrawnSmaller, thumbnail } from './thumbnail';
import { ShedClock } from './shed-clock';
import { Clock } from '../platform/clock';

const SHELVES: { id: Shelf; name: string; about: string; empty: string }[] = [
  { id: 'bench', name: 'Bench', about: 'hands on', empty: 'Nothing on the bench.' },
  { id: 'waiting', name: 'Waiting', about: 'cure, cooling, drying, rework', empty: 'Nothing is waiting.' },
  { id: 'inspect', name: 'To inspect', about: 'a second pair of eyes', empty: 'Nothing to inspect.' },
];
const CLOCK_MS = 60_000;

@Component({
  selector: 'ash-board',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Header, RouterLink, StageProfile, ShedClock],
  templateUrl: './board.html',
  styleUrl: './board.scss',
})
export class Board {
  private readonly shedClock = inject(Clock);
  readonly shelves = SHELVES;
  readonly shop = toSignal(inject(SessionService).session$);
  private readonly board = toSignal(inject(BoardService).board$);
  private readonly planner = inject(ShedPlanService);
  readonly nowMin = toSignal(timer(0, CLOCK_MS).pipe(map(() => parseLocal(this.shedClock.now(), 'now'))), {
    initialValue: parseLocal(this.shedClock.now(), 'now'),
  });
  readonly hours = computed(() => this.planner.shop()?.settings.hours ?? DEFAULT_HOURS);
  /** Shown with their days, which would else come after and push everything about. */
  readonly jobs = computed(() =>
    this.planner.settled()
      ? (this.shown()?.map((job) => withShedPlan(job, this.planner.stepsOf(job.row.id), this.nowMin())) ?? null)
      : null,
  );
  private readonly shown = computed(() => this.board()?.rows?.map(boardJob) ?? null);
  readonly problem = computed(() => this.board()?.problem ?? null);
  readonly moments = computed(() => this.nextMoments(this.jobs() ?? [], this.nowMin()));

  on(shelf: Shelf): BoardJob[] {
    return (this.jobs() ?? []).filter((job) => job.shelf === shelf);
  }

  /** Its next act is at the bench, and not on its card. */
  laysUp(job: BoardJob): boolean {
    return job.shelf === 'bench' && STAGES[job.stage] === 'layup' && !job.row.inputs.small.kind;
  }

  link(job: BoardJob): string[] {
    return ['/repair', job.row.id, job.row.inputs.small.kind ? 'card' : STAGES[job.stage]!];
  }

  readonly thumb = thumbnail;
  readonly isSmaller = isDrawnSmaller;

  /** What wants hands next, soonest first; work under way comes before everything. */
  private nextMoments(
    jobs: readonly BoardJob[],
    nowMin: number,
  ): { when: string; day: string; what: string; job: BoardJob; now: boolean }[] {
    const moments = jobs.map((job) => {
      if (job.urgent) return { at: 0, what: job.act, job };
      const next = job.steps.find(({ kind, endAt }) => kind === 'hands' && parseLocal(endAt, 'endAt') > nowMin);
      if (job.row.openRework > 0 || !next) return { at: Number.MAX_SAFE_INTEGER, what: job.act, job };
      return { at: parseLocal(next.startAt, 'startAt'), what: stepName(next.key), job };
    });
    return moments
      .sort((a, b) => a.at - b.at)
      .slice(0, 5)
      .map(({ at, what, job }) => {
        const text = at > 0 && at < Number.MAX_SAFE_INTEGER ? whenText(formatLocal(at)) : '';
        return {
          when: at === 0 ? 'Now' : (text.split(', ')[1] ?? 'Open'),
          day: text.split(', ')[0] ?? '',
          what,
          job,
          now: at === 0,
        };
      });
  }
}
