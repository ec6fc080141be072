import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { Injectable, inject } from '@angular/core';
import type { Problem } from '@ashstep/contract';
import { Observable, Subject, catchError, from, of, switchMap, tap, throwError } from 'rxjs';
import { KeptReads } from './kept-reads';

/** A request the server could not carry out, with what to do next in `problem.detail`. */
export class ApiError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
}

const OFFLINE: Problem = {
  type: 'urn:ash-step:problem:offline',
  title: 'No connection',
  status: 0,
  code: 'offline',
  fields: [],
  detail: 'The server cannot be reached. Try again when it is back.',
};

const SIGNED_OUT: Problem = {
  type: 'urn:ash-step:problem:signed-out',
  title: 'Sign in first',
  status: 401,
  code: 'signed-out',
  fields: [],
  detail: 'Sign in again. What you typed is kept.',
};

/** The worker that keeps the app itself has nothing to do with what is asked of the server. */
const PAST_WORKER = { 'ngsw-bypass': 'true' } as const;

/** All calls to the server: JSON in and out, the session's token on every change, problems as `ApiError`. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);
  /** Set by the session service. */
  csrfToken = '';
  /** Asks for the token anew; whether the same person is still signed in. Set by the session service. */
  renew: () => Observable<boolean> = () => of(false);
  private readonly signedOut = new Subject<void>();
  /** The session has ended under a page that is open. */
  readonly signedOut$ = this.signedOut.asObservable();

  private readonly kept = inject(KeptReads);
  /** Addresses that answered this page. */
  private readonly answered = new Set<string>();

  /** Reads an address. With no network, what it answered last is read off the device, unless this page was told already. */
  get<T>(path: string): Observable<T> {
    return this.told(this.http.get<T>(`/api${path}`, { headers: PAST_WORKER })).pipe(
      tap((value) => {
        this.answered.add(path);
        this.kept.keep(path, value);
      }),
      catchError((error: unknown) => {
        const away = error instanceof ApiError && error.problem.code === 'offline' && !this.answered.has(path);
        if (!away) return throwError(() => error);
        return from(this.kept.read<T>(path)).pipe(
          switchMap((value) => (value === null ? throwError(() => error) : of(value))),
        );
      }),
    );
  }

  /** Sends a change; one that was refused for an old token goes again with a new one, if the same person is still signed in. */
  send<T>(
    method: 'POST' | 'PUT' | 'PATCH' | 'DELETE',
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Observable<T> {
    const once = (): Observable<T> =>
      this.told(
        this.http.request<T>(method, `/api${path}`, {
          body,
          headers: { ...headers, ...PAST_WORKER, 'X-CSRF-Token': this.csrfToken },
        }),
      );
    return once().pipe(
      catchError((error: unknown) => {
        if (!(error instanceof ApiError) || error.problem.code !== 'csrf') return throwError(() => error);
        return this.renew().pipe(switchMap((same) => (same ? once() : throwError(() => new ApiError(SIGNED_OUT)))));
      }),
    );
  }

  private told<T>(request: Observable<T>): Observable<T> {
    return request.pipe(
      catchError(asApiError),
      tap({
        error: (error: unknown) =>
          error instanceof ApiError && error.problem.code === 'signed-out' && this.signedOut.next(),
      }),
    );
  }
}

function asApiError(error: unknown): Observable<never> {
  if (!(error instanceof HttpErrorResponse)) return throwError(() => error);
  const body = error.error as Partial<Problem> | string | null;
  if (error.status === 503)
    return throwError(
      () =>
        new ApiError({
          ...OFFLINE,
          status: 503,
          detail: 'The server does not answer just now. Try again in a moment.',
        }),
    );
  const known = typeof body === 'object' && body !== null && typeof body.code === 'string';
  return throwError(() => new ApiError(known ? (body as Problem) : OFFLINE));
}
