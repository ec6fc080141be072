import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { Injectable, inject } from '@angular/core';
import type { Problem } from '@ashstep/contract';
import { Observable, Subject, catchError, of, switchMap, tap, throwError } from 'rxjs';

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

  get<T>(path: string): Observable<T> {
    return this.told(this.http.get<T>(`/api${path}`));
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
        this.http.request<T>(method, `/api${path}`, { body, headers: { ...headers, 'X-CSRF-Token': this.csrfToken } }),
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

  /** Puts a file as it is. */
  sendFile<T>(path: string, file: Blob): Observable<T> {
    return this.http
      .put<T>(`/api${path}`, file, {
        headers: { 'Content-Type': file.type || 'application/octet-stream', 'X-CSRF-Token': this.csrfToken },
      })
      .pipe(catchError(asApiError));
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
