import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { type PotUnderWay, lastStartMs } from '@ashstep/contract';
import { WORKING_SHARE } from '@ashstep/core/mix';
import { Clock } from '../platform/clock';
import { QuantityPipe } from '../platform/quantity.pipe';

const [WIDTH, HEIGHT] = [460, 120];
/** The stair loses a step so often, ms. */
const STEP_MS = 120_000;

/** A pot that stands: what is left of it as a stair that loses a step every two minutes, its last start and its gel. */
@Component({
  selector: 'ash-pot-clock',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QuantityPipe],
  template: `
    @let p = pot();
    <div class="head">
      <h2>
        Pot {{ p.label
        }}{{ p.gelMs === null ? '' : p.gelled ? (p.usual ? ': gone by now, as a rule' : ': gone') : ', gels in' }}
      </h2>
      <button type="button" class="act" (click)="readTemp.emit()">Cup temperature</button>
    </div>
    <div class="row">
      <p class="left" role="timer" [class.gone]="p.gelled">{{ left() }}</p>
      <p class="about">
        {{ p.massG | qty: 'mass' : 0 }}<br />
        @if (p.read; as read) {
          cup {{ read.tempC | qty: 'temperature' : 0 }}, {{ readAge() }}
        } @else if (p.tempC !== null) {
          by its mass about {{ p.tempC | qty: 'temperature' : 0 }}, not read
        }
      </p>
    </div>
    @if (p.gelMs !== null) {
      <svg [attr.viewBox]="'0 0 ' + width + ' ' + (height + 6)" aria-hidden="true">
        <path [attr.d]="stair().gone" fill="none" stroke="var(--ink)" stroke-width="1.6" />
        <path [attr.d]="stair().working" fill="url(#h-fairing)" stroke="var(--ink)" stroke-width="1.6" />
        <path [attr.d]="stair().last" fill="var(--ember)" stroke="var(--ink)" stroke-width="1.6" />
        <path [attr.d]="'M' + stair().now + ' 0V' + (height + 6)" stroke="var(--ember)" stroke-width="4" />
      </svg>
      <p class="times">
        <span>{{ at(p.pouredMs) }} mixed</span>
        <span [class.past]="nowMs() > workMs()!">{{ at(workMs()!) }} thickens</span>
        @if (lastMs() !== null) {
          <span [class.past]="past()">{{ at(lastMs()!) }} last start</span>
        }
        <span>{{ at(p.gelMs) }} gel</span>
      </p>
      @if (p.usual) {
        <p>What such a product usually takes in this air. Go by the feel of it.</p>
      }
    } @else {
      <p>In this air it does not gel.</p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    .head,
    .row,
    .times {
      display: flex;
      justify-content: space-between;
      align-items: center;
      gap: 12px;
    }
    h2 {
      font-size: 20px;
    }
    .left {
      font: 660 104px/0.95 var(--head);
      font-stretch: 74%;
      font-variant-numeric: tabular-nums;
    }
    .left.gone {
      color: var(--ember);
    }
    .about {
      text-align: right;
      font-size: 17px;
    }
    .times {
      flex-wrap: wrap;
      font: 560 16px var(--head);
    }
    .past {
      font-weight: 760;
      text-decoration: underline;
    }
    svg {
      width: 100%;
    }
    @media (max-width: 900px) {
      .left {
        font-size: 72px;
      }
    }
  `,
})
export class PotClock {
  readonly pot = input.required<PotUnderWay>();
  readonly nowMs = input.required<number>();
  /** Resin of the ply that comes next, g; null where none does. */
  readonly nextG = input<number | null>(null);
  readonly readTemp = output();
  private readonly clock = inject(Clock);
  readonly width = WIDTH;
  readonly height = HEIGHT;

  readonly left = computed(() => potLeft(this.pot(), this.nowMs()));
  readonly lastMs = computed(() => (this.nextG() === null ? null : lastStartMs(this.pot(), this.nextG()!)));
  /** To here it is good for laying: the rest of the time to its gel it thickens. */
  readonly workMs = computed(() => {
    const { pouredMs, gelMs } = this.pot();
    return gelMs === null ? null : Math.round(pouredMs + WORKING_SHARE * (gelMs - pouredMs));
  });
  readonly past = computed(() => this.lastMs() !== null && this.nowMs() > this.lastMs()!);
  readonly readAge = computed(() => {
    const min = Math.round((this.nowMs() - this.pot().read!.atMs) / 60_000);
    return min < 1 ? 'just read' : `read ${min} min ago`;
  });

  readonly stair = computed(() => {
    const { pouredMs, gelMs } = this.pot();
    const span = Math.max(STEP_MS, (gelMs ?? pouredMs) - pouredMs);
    const steps = Math.ceil(span / STEP_MS);
    const x = (ms: number): number => (WIDTH * Math.min(span, Math.max(0, ms - pouredMs))) / span;
    const y = (i: number): number => 4 + ((HEIGHT - 14) * i) / steps;
    const treads = (from: number, to: number, closed: boolean): string => {
      if (to - from < 1) return '';
      let d = `M${from} ${closed ? HEIGHT : y(Math.floor((from / WIDTH) * steps))}`;
      for (let i = 0; i < steps; i++) {
        const [a, b] = [(WIDTH * i) / steps, (WIDTH * (i + 1)) / steps];
        if (b <= from || a >= to) continue;
        d += `L${Math.max(a, from)} ${y(i)}L${Math.min(b, to)} ${y(i)}`;
      }
      return closed ? `${d}L${to} ${HEIGHT}Z` : d;
    };
    const now = x(this.nowMs());
    const last = Math.max(now, this.lastMs() === null ? WIDTH : x(this.lastMs()!));
    return { now, gone: treads(0, now, true), working: treads(now, last, true), last: treads(last, WIDTH, true) };
  });

  at(ms: number): string {
    return this.clock.at(ms).slice(11, 16);
  }
}

/** What is left of a pot, or for how long it has stood where nobody knows. */
export const potLeft = ({ gelMs, pouredMs }: PotUnderWay, nowMs: number): string =>
  clockOf(gelMs === null ? nowMs - pouredMs : Math.max(0, gelMs - nowMs));

/** "20:10", "1:05:00". */
export function clockOf(ms: number): string {
  const seconds = Math.floor(ms / 1000);
  const [h, m, s] = [Math.floor(seconds / 3600), Math.floor((seconds % 3600) / 60), seconds % 60];
  const two = (value: number): string => String(value).padStart(2, '0');
  return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`;
}
