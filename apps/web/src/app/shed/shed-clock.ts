import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { DayTask } from '@ashstep/core';
import { taskName } from '@ashstep/contract';

const DAYS = 7;
const DAY_MS = 86_400_000;
/** Working hours take this share of a day's width; nights are squeezed. */
const OPEN_SHARE = 0.7;
const OPEN_FROM = 8;
const OPEN_TO = 17;
const NAMES = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];

/** Place of a moment on the shed clock, 0…1: working hours wide, nights and shut days squeezed. */
export function clockPlace(at: number, from: number): number {
  const start = new Date(from);
  const midnight = new Date(start.getFullYear(), start.getMonth(), start.getDate()).getTime();
  const days = Math.floor((at - midnight) / DAY_MS);
  const hour = (at - midnight - days * DAY_MS) / 3_600_000;
  const night = (1 - OPEN_SHARE) / 2;
  const within = hour < OPEN_FROM ? (night * hour) / OPEN_FROM : hour < OPEN_TO ? night + (OPEN_SHARE * (hour - OPEN_FROM)) / (OPEN_TO - OPEN_FROM) : night + OPEN_SHARE + (night * (hour - OPEN_TO)) / (24 - OPEN_TO);
  return Math.min(1, Math.max(0, (days + within) / DAYS));
}

/** A week of one job as bars on the shed's clock. */
@Component({
  selector: 'ash-shed-clock',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg preserveAspectRatio="none" viewBox="0 0 1000 100" aria-hidden="true">
      @for (shut of shuts(); track shut.x) {
        <rect [attr.x]="shut.x" [attr.width]="shut.width" height="100" fill="url(#h-shut)" />
      }
      @for (bar of bars(); track bar.id) {
        <rect [attr.x]="bar.x" [attr.width]="bar.width" y="34" height="32" [attr.fill]="bar.cure ? 'url(#h-cure)' : 'var(--ink)'" stroke="var(--ink)" vector-effect="non-scaling-stroke" />
      }
      @if (!head()) {
        <rect [attr.x]="now() - 1.5" width="3" height="100" fill="var(--ember)" />
      }
    </svg>
    @if (head()) {
      @for (day of days(); track day.name) {
        <span class="day" [style.left.%]="day.left">{{ day.name }}</span>
      }
    } @else if (next()) {
      <span class="next" [style.left.%]="next()!.left">{{ next()!.text }}</span>
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
  readonly from = input.required<number>();
  readonly tasks = input.required<readonly DayTask[]>();
  readonly head = input(false);

  readonly bars = computed(() =>
    this.tasks()
      .map((task, i) => {
        const x = 1000 * clockPlace(new Date(task.startAt).getTime(), this.from());
        return { id: i, x, width: Math.max(0, 1000 * clockPlace(new Date(task.endAt).getTime(), this.from()) - x), cure: task.kind === 'cure' };
      })
      .filter((bar) => bar.width > 0.5),
  );
  readonly now = computed(() => 1000 * clockPlace(Date.now(), this.from()));
  readonly days = computed(() =>
    Array.from({ length: DAYS }, (_, i) => {
      const at = new Date(this.from() + i * DAY_MS);
      return { name: `${NAMES[at.getDay()]} ${at.getDate()}`, left: (100 * i) / DAYS + 2 };
    }),
  );
  readonly shuts = computed(() =>
    Array.from({ length: DAYS }, (_, i) => ({ day: new Date(this.from() + i * DAY_MS).getDay(), i }))
      .filter(({ day }) => day === 0 || day === 6)
      .map(({ i }) => ({ x: (1000 * i) / DAYS, width: 1000 / DAYS })),
  );
  readonly next = computed(() => {
    const task = this.tasks().find((t) => t.kind === 'hands' && new Date(t.endAt).getTime() > Date.now());
    if (!task) return null;
    const left = 100 * clockPlace(new Date(task.startAt).getTime(), this.from());
    return left > 80 ? null : { left, text: `${task.startAt.slice(11, 16)} ${taskName(task.id).toLowerCase()}` };
  });
}
