import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { Injectable, inject } from '@angular/core';
import type { Problem } from '@ashstep/contract';
import { Observable, catchError, throwError } from 'rxjs';

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
  detail: 'The server cannot be reached. What you typed is kept here and is sent when it is back.',
};

/** All calls to the server: JSON in and out, the session's token on every change, problems as `ApiError`. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);
  /** Set by the session service. */
  csrfToken = '';

  get<T>(path: string): Observable<T> {
    return this.http.get<T>(`/api${path}`).pipe(catchError(asApiError));
  }

  send<T>(method: 'POST' | 'PUT' | 'DELETE', path: string, body?: unknown, headers: Record<string, string> = {}): Observable<T> {
    return this.http.request<T>(method, `/api${path}`, { body, headers: { ...headers, 'X-CSRF-Token': this.csrfToken } }).pipe(catchError(asApiError));
  }

  /** Puts a file as it is. */
  sendFile<T>(path: string, file: Blob): Observable<T> {
    return this.http.put<T>(`/api${path}`, file, { headers: { 'Content-Type': file.type || 'application/octet-stream', 'X-CSRF-Token': this.csrfToken } }).pipe(catchError(asApiError));
  }
}

function asApiError(error: unknown): Observable<never> {
  if (!(error instanceof HttpErrorResponse)) return throwError(() => error);
  const body = error.error as Partial<Problem> | string | null;
  if (error.status === 503) return throwError(() => new ApiError({ ...OFFLINE, detail: 'The server does not answer just now. What you typed is kept here and is sent when it is back.' }));
  const known = typeof body === 'object' && body !== null && typeof body.code === 'string';
  return throwError(() => new ApiError(known ? (body as Problem) : OFFLINE));
}
