import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { QUANTITIES, type QuantityName } from '@ashstep/contract/instruments';
import type { QuantityKind } from '@ashstep/core/units';
import { interval } from 'rxjs';
import { ApiError } from '../platform/api';
import { Clock } from '../platform/clock';
import { quantityText } from '../platform/quantity.pipe';
import { Instruments } from './instruments';

/** A figure as an instrument told it. */
export interface Taken {
  /** One figure; three of a colour. */
  value: number[];
  /** The instrument as it stands in a record. */
  instrument: string;
}

/** The page may be ahead of the server by so much, ms. */
const CLOCKS_MS = 300;
/** An instrument that was asked and says nothing for so long is lost, ms. */
const PATIENCE_MS = 8_000;

/** What a quantity is told in on the page. */
const KIND: Partial<Record<QuantityName, QuantityKind>> = {
  mass: 'mass',
  'air-temperature': 'temperature',
  'surface-temperature': 'temperature',
  'contact-temperature': 'temperature',
  depth: 'thickness',
  thickness: 'thickness',
};

/** Takes a figure off an instrument in place of typing it; nothing where the shed has none that tells it. */
@Component({
  selector: 'ash-take',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (teller(); as one) {
      <button type="button" class="act small" [disabled]="!one.connected || waiting()" (click)="take()">
        @if (waiting()) {
          {{ one.name }} reads …
        } @else if (live(); as told) {
          <span aria-hidden="true">{{ told.reading.state === 'stable' ? '●' : '○' }}</span> Take
          {{ text(told.reading.value) }}
          <span class="visually-hidden">from {{ one.name }}</span>
        } @else {
          Read with {{ one.name.toLowerCase() }}
        }
      </button>
      @if (trouble(); as said) {
        <span class="quiet" role="status">{{ said }}</span>
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px 8px;
    }
    /* At the bench it is pressed in gloves. */
    :host button {
      min-height: var(--take-height, 44px);
      font-size: var(--take-size, 14px);
    }
    .quiet {
      font-size: 14px;
    }
  `,
})
export class Take {
  readonly reads = input.required<QuantityName>();
  readonly took = output<Taken>();
  private readonly instruments = inject(Instruments);
  private readonly clock = inject(Clock);
  private readonly gone = inject(DestroyRef);
  private readonly inUnits = quantityText();
  private readonly nowMs = signal(this.clock.moment());
  /** When it was asked, ms; null while it is not. */
  private readonly askedAt = signal<number | null>(null);
  private readonly refused = signal<string | null>(null);

  readonly teller = computed(() => this.instruments.teller(this.reads()));
  readonly waiting = computed(() => this.askedAt() !== null);
  /** What it reads at this moment; null where that is old. */
  readonly live = computed(() => this.instruments.live(this.reads(), this.nowMs()));
  readonly trouble = computed(() => {
    const [one, told] = [this.teller(), this.instruments.told(this.reads())];
    if (!one) return null;
    if (this.refused()) return this.refused();
    if (one.trouble) return `${one.name}: ${one.trouble}. Type it instead.`;
    if (one.connected) return null;
    return told ? `${one.name} is not there. Last ${this.text(told.reading.value)}, ${this.age(told.reading.at)}. Type it.` : `${one.name} is not there. Type it.`; // prettier-ignore
  });

  constructor() {
    this.instruments.ensure();
    interval(1000)
      .pipe(takeUntilDestroyed())
      .subscribe(() => this.tick());
    // What was asked for is taken as soon as it stands still.
    effect(() => {
      const [told, asked] = [this.instruments.told(this.reads()), this.askedAt()];
      if (asked === null || !told) return;
      if (told.instrument.trouble) return this.askedAt.set(null);
      if (told.reading.state !== 'stable' || Date.parse(told.reading.at) < asked - CLOCKS_MS) return;
      this.askedAt.set(null);
      this.took.emit({ value: told.reading.value, instrument: told.words });
    });
  }

  /** Takes what it reads if that stands still, else what it reads next. */
  take(): void {
    const [one, live] = [this.teller(), this.live()];
    if (!one) return;
    this.refused.set(null);
    if (live?.reading.state === 'stable') return this.took.emit({ value: live.reading.value, instrument: live.words });
    this.askedAt.set(this.clock.moment());
    if (live) return;
    this.instruments
      .ask(one, { what: 'ask' })
      .pipe(takeUntilDestroyed(this.gone))
      .subscribe({
        error: (error: unknown) => {
          this.askedAt.set(null);
          this.refused.set(error instanceof ApiError ? error.problem.detail : 'It cannot be asked. Type it instead.');
        },
      });
  }

  text(value: readonly number[]): string {
    const [name, { decimals, unit }] = [this.reads(), QUANTITIES[this.reads()]];
    const kind = KIND[name];
    if (kind) return this.inUnits(value[0]!, kind, decimals);
    return `${value.map((one) => one.toFixed(decimals)).join(', ')}${unit === '%' ? ' %' : ''}`;
  }

  private age(at: string): string {
    const min = Math.round((this.nowMs() - Date.parse(at)) / 60_000);
    return min < 1 ? 'just now' : `${min} min ago`;
  }

  private tick(): void {
    this.nowMs.set(this.clock.moment());
    const asked = this.askedAt();
    if (asked === null || this.nowMs() - asked < PATIENCE_MS) return;
    this.askedAt.set(null);
    this.refused.set(`${this.teller()?.name ?? 'It'} does not answer. Type it instead.`);
  }
}
