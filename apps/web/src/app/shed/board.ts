import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { STAGES, type Point } from '@ashstep/core';
import { taskName } from '@ashstep/contract';
import { closedPath } from '../drawing/geometry';
import { StageProfile } from '../drawing/stage-profile';
import { Header } from '../parts/header';
import { SessionService } from '../platform/session.service';
import { whenText } from '../platform/when.pipe';
import { type BoardJob, BoardService, type Shelf } from './board.service';
import { ShedClock } from './shed-clock';

const SHELVES: { id: Shelf; name: string; about: string; empty: string }[] = [
  { id: 'bench', name: 'Bench', about: 'hands on', empty: 'Nothing on the bench.' },
  { id: 'waiting', name: 'Waiting', about: 'cure, cooling, drying, rework', empty: 'Nothing is waiting.' },
  { id: 'inspect', name: 'To inspect', about: 'a second pair of eyes', empty: 'Nothing to inspect.' },
];
/** Thumbnails are drawn at one common scale: millimetres across 100 px. */
const THUMB_MM = 470;

@Component({
  selector: 'ash-board',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Header, RouterLink, StageProfile, ShedClock],
  templateUrl: './board.html',
  styleUrl: './board.scss',
})
export class Board {
  readonly shelves = SHELVES;
  readonly shop = toSignal(inject(SessionService).session$);
  readonly jobs = toSignal(inject(BoardService).jobs$);
  readonly moments = computed(() => this.nextMoments(this.jobs() ?? []));
  readonly from = startOfToday();

  on(shelf: Shelf): BoardJob[] {
    return (this.jobs() ?? []).filter((job) => job.shelf === shelf);
  }

  link(job: BoardJob): string[] {
    return ['/repair', job.row.id, STAGES[job.stage]!];
  }

  thumb(points: readonly Point[] | undefined): string {
    if (!points) return '';
    const scale = 100 / THUMB_MM;
    return closedPath(points.map((p) => ({ x: 60 + p.x * scale, y: 46 - p.y * scale })));
  }

  /** What wants hands next, soonest first; work under way comes before everything. */
  private nextMoments(jobs: readonly BoardJob[]): { when: string; day: string; what: string; job: BoardJob; now: boolean }[] {
    const now = Date.now();
    const moments = jobs.map((job) => {
      if (job.urgent) return { at: 0, what: job.act, job };
      const next = job.tasks.find((task) => task.kind === 'hands' && new Date(task.endAt).getTime() > now);
      if (job.shelf === 'inspect' || job.row.openRework > 0 || !next) return { at: Number.MAX_SAFE_INTEGER, what: job.act, job };
      return { at: new Date(next.startAt).getTime(), what: taskName(next.id), job };
    });
    return moments
      .sort((a, b) => a.at - b.at)
      .slice(0, 5)
      .map(({ at, what, job }) => {
        const text = at > 0 && at < Number.MAX_SAFE_INTEGER ? whenText(new Date(at).toISOString()) : '';
        return { when: at === 0 ? 'Now' : (text.split(', ')[1] ?? 'Open'), day: text.split(', ')[0] ?? '', what, job, now: at === 0 };
      });
  }
}

function startOfToday(): number {
  const today = new Date();
  return new Date(today.getFullYear(), today.getMonth(), today.getDate(), 8).getTime();
}
