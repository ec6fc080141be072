import { signal } from '@angular/core';
import type { Observable } from 'rxjs';
import { ApiError } from '../platform/api';

/** What every form that signs somebody in has: whether it is under way, and what went wrong. */
export abstract class Entering {
  readonly error = signal('');
  readonly busy = signal(false);

  /** Waits for somebody to be signed in, and goes on from there. */
  protected entering(request: Observable<unknown>, done: () => void): void {
    this.busy.set(true);
    this.error.set('');
    request.subscribe({
      next: done,
      error: (error: unknown) => {
        this.busy.set(false);
        this.error.set(error instanceof ApiError ? error.problem.detail : 'Sign-in did not work. Try again.');
      },
    });
  }
}
