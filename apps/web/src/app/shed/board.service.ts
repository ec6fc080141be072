import { Injectable, inject } from '@angular/core';
import type { BoardRow, Problem } from '@ashstep/contract';
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

/** A job is read again when there has been no news of it for so long, ms. */
const QUIET_MS = 300;

export interface BoardState {
  /** Every open job; null until they are first read. */
  rows: BoardRow[] | null;
  /** Why the jobs shown may be old, or are not there. */
  problem: Problem | null;
}

/** Every open job, kept current by the live feed. */
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
    scan(joined, { rows: null, problem: null }),
    shareReplay({ bufferSize: 1, refCount: true }),
  );

  /** Reads every open job, or the one that was changed. */
  private read(only: string | null): Observable<Read> {
    return this.api.get<BoardRow[]>(only ? `/repairs?only=${only}` : '/repairs').pipe(
      map((rows) => ({ only, rows, problem: null })),
      catchError((error: unknown) => {
        if (error instanceof ApiError) return of({ only, rows: null, problem: error.problem });
        throw error;
      }),
    );
  }
}

interface Read extends BoardState {
  only: string | null;
}

/** The board with what was read of it: everything, or one job, which stays at its place and is gone once it is not open any more. */
function joined(before: BoardState, { only, rows, problem }: Read): BoardState {
  if (!rows || !only || !before.rows) return { rows: rows ?? before.rows, problem };
  const known = before.rows.some(({ id }) => id === only);
  return {
    rows: known ? before.rows.flatMap((row) => (row.id === only ? rows : [row])) : [...before.rows, ...rows],
    problem,
  };
}
