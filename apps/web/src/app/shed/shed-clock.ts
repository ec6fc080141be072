import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { stepName } from '@ashstep/contract';
import { type ShedHours, parseLocal } from '@ashstep/core/plan';
import { ClockScale, dayName } from '../plan/scale';

const DAYS = 7;
const WIDTH = 1000;
/** A word put nearer to the right edge than this runs out of the strip. */
const ROOM_FOR_WORDS = 0.78;
const LEAST_WIDTH = 3;

/** A step, or a bar of anything, on the shed's clock. */
export interface ClockBar {
  /** Name of the step within its job. */
  key: string;
  kind: 'hands' | 'cure' | 'drying';
  startAt: string;
  endAt: string;
}

/** A week of one job as bars on the shed's clock, from today on. */
@Component({
  selector: 'ash-shed-clock',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg preserveAspectRatio="none" viewBox="0 0 1000 100" aria-hidden="true">
      @for (shut of shuts(); track shut.x) {
        <rect [attr.x]="shut.x" [attr.width]="shut.width" height="100" fill="url(#h-shut)" />
      }
      @for (bar of bars(); track bar.i) {
        <rect
          [attr.x]="bar.x"
          [attr.width]="bar.width"
          y="34"
          height="32"
          [attr.fill]="bar.fill"
          stroke="var(--ink)"
          vector-effect="non-scaling-stroke"
        />
      }
      @if (!head()) {
        <rect [attr.x]="nowX() - 1.5" width="3" height="100" fill="var(--ember)" />
      }
    </svg>
    @if (head()) {
      @for (day of days(); track day.minute) {
        <span class="day" [style.left.%]="100 * day.left + 0.6">{{ day.open ? day.name : day.name.slice(0, 2) }}</span>
      }
    } @else if (next(); as n) {
      <span class="next" [style.left.%]="n.left">{{ n.text }}</span>
    }
  `,
  styles: `
    :host {
      position: relative;
      display: block;
      min-height: 26px;
      overflow: hidden;
      font: 540 13px/1 var(--draw);
      font-variation-settings:
        'CASL' 1,
        'slnt' -9;
    }
    svg {
      position: absolute;
      inset: 0;
      width: 100%;
      height: 100%;
    }
    .day {
      position: absolute;
      bottom: 6px;
      white-space: nowrap;
      color: var(--ink);
    }
    @media (max-width: 1040px) {
      .next {
        display: none;
      }
    }
    .next {
      position: absolute;
      bottom: 6px;
      white-space: nowrap;
      background: var(--sheet);
      padding: 0 3px;
      color: var(--ink);
    }
  `,
})
export class ShedClock {
  readonly nowMin = input.required<number>();
  readonly hours = input.required<ShedHours>();
  readonly steps = input.required<readonly ClockBar[]>();
  readonly head = input(false);

  private readonly scale = computed(() => new ClockScale(this.nowMin(), DAYS, this.hours()));
  readonly nowX = computed(() => WIDTH * this.scale().place(this.nowMin()));
  readonly days = computed(() => this.scale().ticks().map((tick) => ({ ...tick, name: dayName(tick.minute) }))); // prettier-ignore
  readonly shuts = computed(() =>
    this.days().flatMap(({ open, left, width }) => (open ? [] : [{ x: WIDTH * left, width: WIDTH * width }])),
  );
  readonly bars = computed(() => {
    const [scale, drawn] = [this.scale(), { hands: 'var(--ink)', cure: 'url(#h-cure)', drying: 'url(#h-drying)' }];
    return this.steps()
      .map((bar, i) => ({
        i,
        kind: bar.kind,
        from: parseLocal(bar.startAt, 'startAt'),
        to: parseLocal(bar.endAt, 'endAt'),
      }))
      .filter(({ from, to }) => to > scale.fromMin && from < scale.untilMin)
      .sort((a, b) => Number(a.kind === 'hands') - Number(b.kind === 'hands'))
      .map(({ i, kind, from, to }) => {
        const x = WIDTH * scale.place(from);
        return { i, x, width: Math.max(LEAST_WIDTH, WIDTH * scale.place(to) - x), fill: drawn[kind] };
      });
  });
  readonly next = computed(() => {
    const step = this.steps().find(({ kind, endAt }) => kind === 'hands' && parseLocal(endAt, 'endAt') > this.nowMin());
    if (!step) return null;
    const place = this.scale().place(parseLocal(step.startAt, 'startAt'));
    return place > ROOM_FOR_WORDS
      ? null
      : { left: 100 * place, text: `${step.startAt.slice(11, 16)} ${stepName(step.key).toLowerCase()}` };
  });
}
