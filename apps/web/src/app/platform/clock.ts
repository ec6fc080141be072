import { Injectable, signal } from '@angular/core';
import { wallClockIn } from '@ashstep/contract';

/** The shed's clock: whatever zone a tablet is set to, times are told and taken by the shed's. */
@Injectable({ providedIn: 'root' })
export class Clock {
  /** The shed's time zone, once a session has told it. */
  readonly zone = signal(new Intl.DateTimeFormat().resolvedOptions().timeZone);

  /** Milliseconds since 1970. */
  moment(): number {
    return Date.now();
  }

  /** This moment on the shed's clock, "2026-04-16T08:05". */
  now(): string {
    return this.at(this.moment());
  }

  /** A moment on the shed's clock; a time read off a clock as it is. */
  at(moment: string | number): string {
    return wallClockIn(this.zone(), moment);
  }
}
