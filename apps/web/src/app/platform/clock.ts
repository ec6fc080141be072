import { Injectable, signal } from '@angular/core';
import { wallClockIn } from '@ashstep/contract';
import { localText, setLocalText } from './local-text';

/** An answer that took less long tells the server's time better; the best one counts so long, ms. */
const BEST_FOR_MS = 5 * 60_000;
const KEPT_AS = 'clock-ahead';

/** The shed's clock: whatever a tablet is set to, times are told and taken by the server's clock and the shed's zone. */
@Injectable({ providedIn: 'root' })
export class Clock {
  /** The shed's time zone, once a session has told it. */
  readonly zone = signal(new Intl.DateTimeFormat().resolvedOptions().timeZone);
  /** How far the server's clock is ahead of this device's, ms, as it was measured last. */
  private ahead = Number(localText(KEPT_AS) ?? 0) || 0;
  private best: { tookMs: number; atMs: number } | null = null;

  /** Milliseconds since 1970, by the server's clock. */
  moment(): number {
    return this.true(this.device());
  }

  /** The same by this device's own clock, whatever it is set to. */
  device(): number {
    return Date.now();
  }

  /** A moment of this device's clock, by the server's. */
  true(deviceMs: number): number {
    return deviceMs + this.ahead;
  }

  /** An answer tells the server's time: somewhere between asking and hearing it, so the quickest tells it best. */
  heard(serverMs: number, askedMs: number, heardMs: number): void {
    const tookMs = heardMs - askedMs;
    if (!Number.isFinite(serverMs) || tookMs < 0) return;
    if (this.best && tookMs > this.best.tookMs && heardMs - this.best.atMs < BEST_FOR_MS) return;
    this.best = { tookMs, atMs: heardMs };
    this.ahead = Math.round(serverMs - (askedMs + heardMs) / 2);
    setLocalText(KEPT_AS, String(this.ahead));
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
