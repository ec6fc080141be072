import { Injectable, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { catchError, EMPTY, interval } from 'rxjs';
import { Instruments } from '../instruments/instruments';
import { Clock } from '../platform/clock';

/** The scale of the shed as it reads at this moment. */
@Injectable()
export class LiveScale {
  private readonly instruments = inject(Instruments);
  private readonly clock = inject(Clock);
  private readonly nowMs = signal(this.clock.moment());
  readonly scale = computed(() => this.instruments.teller('mass'));
  private readonly told = computed(() => this.instruments.told('mass'));
  /** What it shows, g; null while there is none, or it is lost. */
  readonly live = computed(() => {
    const told = this.instruments.live('mass', this.nowMs());
    if (!told) return null;
    return {
      g: told.reading.value[0]!,
      stable: told.reading.state === 'stable',
      at: told.reading.at,
      words: told.words,
    };
  });
  /** Why it cannot be read off; nothing while it can, or there is none. */
  readonly lost = computed(() => {
    const [scale, told] = [this.scale(), this.told()];
    if (!scale || this.live()) return null;
    if (scale.trouble) return `${scale.name}: ${scale.trouble}. Type what it shows.`;
    if (!told) return `${scale.name} has not read yet. Type what it shows.`;
    const s = Math.max(0, Math.round((this.nowMs() - Date.parse(told.reading.at)) / 1000));
    return `${scale.name} is not heard: last ${told.reading.value[0]!.toFixed(1)} g, ${s < 90 ? `${s} s` : `${Math.round(s / 60)} min`} ago. Type what it shows.`; // prettier-ignore
  });

  constructor() {
    this.instruments.ensure();
    interval(1000)
      .pipe(takeUntilDestroyed())
      .subscribe(() => this.nowMs.set(this.clock.moment()));
  }

  tare(): void {
    this.ask({ what: 'tare' });
  }

  /** A simulated scale is told what is poured onto it. */
  pour(g: number): void {
    this.ask({ what: 'play', value: Math.round(10 * g) / 10 });
  }

  private ask(body: { what: 'tare' } | { what: 'play'; value: number }): void {
    const scale = this.scale();
    // What does not answer is said by `lost`.
    if (scale)
      this.instruments
        .ask(scale, body)
        .pipe(catchError(() => EMPTY))
        .subscribe();
  }
}
