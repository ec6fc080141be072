import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import {
  type AskBody,
  INSTRUMENT_KINDS,
  type Instrument,
  type InstrumentsReply,
  type PairingReply,
  QUANTITIES,
} from '@ashstep/contract/instruments';
import type { Observable } from 'rxjs';
import { Api, ApiError } from '../platform/api';
import { Clock } from '../platform/clock';
import { WhenPipe } from '../platform/when.pipe';
import { Instruments } from './instruments';

/** Instruments that talk: what each reads now, when it was calibrated, and how a bridge is let in. */
@Component({
  selector: 'ash-instruments-board',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [WhenPipe],
  template: `
    @if (list().length === 0) {
      <p class="quiet">None so far. Every figure is typed, and stands as typed.</p>
    } @else {
      <div class="scroll" tabindex="0" role="region" aria-label="Instruments">
        <table class="ruled">
          <thead>
            <tr>
              <th scope="col">Instrument</th>
              <th scope="col">Reads</th>
              <th scope="col">Calibrated</th>
              <th scope="col">Battery</th>
              <th scope="col"><span class="visually-hidden">What can be done</span></th>
            </tr>
          </thead>
          <tbody>
            @for (one of list(); track one.id) {
              <tr [class.gone]="!one.connected">
                <th scope="row">
                  {{ one.name
                  }}<span class="quiet">, {{ one.simulated ? 'simulated' : kinds[one.kind].name.toLowerCase() }}</span>
                </th>
                <td class="num">
                  @if (one.trouble) {
                    <b>{{ one.trouble }}</b>
                  } @else {
                    {{ one.connected ? '' : 'not there; last ' }}{{ readings(one) || 'nothing yet' }}
                  }
                </td>
                <td>{{ one.calibratedOn ?? 'never' }}</td>
                <td class="num">{{ one.battery === null ? '' : one.battery.toFixed(0) + ' %' }}</td>
                <td>
                  <div class="row-actions">
                    <button
                      type="button"
                      class="act small"
                      [disabled]="!one.connected"
                      [attr.aria-label]="'Read ' + one.name"
                      (click)="ask(one, { what: 'ask' })"
                    >
                      Read</button
                    ><button
                      type="button"
                      class="act small"
                      [disabled]="!one.connected"
                      [attr.aria-label]="'Calibrate ' + one.name"
                      (click)="ask(one, { what: 'calibrate' })"
                    >
                      Calibrate
                    </button>
                  </div>
                </td>
              </tr>
            }
          </tbody>
        </table>
      </div>
    }
    @for (bridge of bridges(); track bridge.id) {
      <p class="bridge">
        Bridge <b>{{ bridge.name }}</b>
        <span class="quiet"> let in {{ bridge.pairedAt | when }} by {{ bridge.by }}</span>
        @if (mayPair()) {
          <button
            type="button"
            class="act small"
            [attr.aria-label]="'Shut out ' + bridge.name"
            (click)="shutOut(bridge.id)"
          >
            Shut out
          </button>
        }
      </p>
    }
    @if (mayPair()) {
      @if (code(); as c) {
        <p class="remark" role="status">
          On the machine the instruments are at, start the bridge with
          <b class="mono">npm run instruments -- --pair {{ c.code }}</b
          >. The code is good once, until {{ time(c.until) }}.
        </p>
      }
      <div class="row-actions"><button type="button" class="act" (click)="pair()">Let a bridge in</button></div>
    }
    @if (problem()) {
      <p class="remark" role="alert">{{ problem() }}</p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    .gone {
      color: var(--ink-2);
    }
    .bridge {
      margin: 0;
    }
    th[scope='row'] {
      font-weight: 600;
      border-bottom: 1px solid var(--ash-2);
    }
    th .quiet {
      font-weight: 430;
    }
    @media (max-width: 820px) {
      thead {
        display: none;
      }
      tr {
        display: flex;
        flex-wrap: wrap;
        align-items: center;
        gap: 4px 16px;
        padding-block: 8px;
        border-bottom: 1px solid var(--ash-3);
      }
      tr > * {
        padding: 0;
        border: 0;
      }
      th[scope='row'],
      td:last-child {
        flex: 1 0 100%;
        border: 0;
      }
    }
  `,
})
export class InstrumentsBoard {
  readonly mayPair = input(false);
  private readonly instruments = inject(Instruments);
  private readonly api = inject(Api);
  private readonly clock = inject(Clock);
  readonly kinds = INSTRUMENT_KINDS;
  readonly list = this.instruments.list;
  readonly bridges = computed(() => this.instruments.bridges());
  readonly code = signal<PairingReply | null>(null);
  readonly problem = signal('');

  constructor() {
    this.instruments.ensure();
  }

  readings({ readings }: Instrument): string {
    return readings
      .map(({ quantity, value, state }) => {
        const { name, unit, decimals } = QUANTITIES[quantity];
        const sign = { C: ' °C', '%': ' %', points: '', Lab: '' }[unit as string] ?? ` ${unit}`;
        return `${name.toLowerCase()} ${value.map((one) => one.toFixed(decimals)).join(', ')}${sign}${state === 'moving' ? ' …' : ''}`;
      })
      .join(', ');
  }

  ask(one: Instrument, body: AskBody): void {
    this.hear(this.instruments.ask(one, body), () => undefined);
  }

  pair(): void {
    this.hear(this.api.send<PairingReply>('POST', '/instruments/pairing'), (code) => this.code.set(code));
  }

  shutOut(id: string): void {
    this.hear(this.api.send<InstrumentsReply>('DELETE', `/instruments/bridges/${id}`), (reply) => this.instruments.accept(reply)); // prettier-ignore
  }

  time(at: string): string {
    return this.clock.at(at).slice(11, 16);
  }

  private hear<T>(answer: Observable<T>, next: (value: T) => void): void {
    this.problem.set('');
    answer.subscribe({
      next,
      error: (error: unknown) => this.problem.set(error instanceof ApiError ? error.problem.detail : 'That did not go. Try again.'), // prettier-ignore
    });
  }
}
