import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  ElementRef,
  afterNextRender,
  computed,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { type Air, type AirNeeds, faultOf } from '@ashstep/core/air';
import { type ShedHours, formatLocal, parseLocal } from '@ashstep/core/plan';
import { formatQuantity } from '@ashstep/core/units';
import { SessionService } from '../platform/session.service';
import { ClockScale, clockText, dayName } from './scale';

export interface Bar {
  id: string;
  kind: 'hands' | 'cure' | 'drying';
  startMin: number;
  endMin: number;
  /** What it is, said to those who cannot see it and on hovering. */
  title: string;
  label: string;
  critical: boolean;
  pinned: boolean;
  done: boolean;
  broken: boolean;
  /** May be taken hold of. */
  movable: boolean;
}

export interface BandRow {
  id: string;
  name: string;
  under: string;
  bars: readonly Bar[];
}

const AXIS_PX = 40;
const AIR_PX = 56;
const ROW_PX = 30;
/** A name or an hour that would run over the end of the band is left out. */
const [DAY_PX, HOUR_PX] = [46, 20];
const LEAST_BAR_PX = 5;
/** A press that goes no further than this is none of moving, px. */
const STILL_PX = 4;
const STEP_MIN = 15;
/** A day is never narrower than this on the whole. */
const LEAST_DAY_PX = 40;
const LEAST_HOUR_PX = 3.2;

interface DrawnBar extends Bar {
  x: number;
  width: number;
  y: number;
}

/** Bars of work and waiting on the shed's clock, the air over them. Bars of hands can be drawn along it, or moved by keys. */
@Component({
  selector: 'ash-time-band',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="names" aria-hidden="true" [style.padding-top.px]="top()">
      @for (row of rows(); track row.id) {
        <div class="name" [style.height.px]="rowPx">
          <b>{{ row.name }}</b><span class="quiet">{{ row.under }}</span>
        </div>
      }
    </div>
    <div
      class="strip"
      #strip
      [attr.tabindex]="crowded() ? 0 : null"
      [attr.role]="crowded() ? 'region' : null"
      [attr.aria-label]="crowded() ? label() : null"
    >
      <svg [attr.width]="width()" [attr.height]="height()" role="group" [attr.aria-label]="label()">
        @for (day of drawnDays(); track day.minute) {
          @if (!day.open) {
            <rect [attr.x]="day.x" [attr.width]="day.width" y="0" [attr.height]="height()" fill="url(#h-shut)" />
          } @else {
            <rect
              [attr.x]="day.x"
              [attr.width]="day.before"
              y="0"
              [attr.height]="height()"
              fill="url(#h-shut)"
              opacity="0.55"
            />
            <rect
              [attr.x]="day.x + day.before + day.openWidth"
              [attr.width]="day.after"
              y="0"
              [attr.height]="height()"
              fill="url(#h-shut)"
              opacity="0.55"
            />
          }
          <line [attr.x1]="day.x" [attr.x2]="day.x" y1="0" [attr.y2]="height()" stroke="var(--ash-3)" />
          @if (day.x + dayPx < width()) {
            <text [attr.x]="day.x + 6" y="17" class="day">{{ day.name }}</text>
          }
          @if (day.showHours) {
            <text [attr.x]="day.x + day.before" y="34" class="hour" text-anchor="middle">{{ opens }}</text>
            @if (day.showShut && day.x + day.before + day.openWidth + hourPx < width()) {
              <text [attr.x]="day.x + day.before + day.openWidth" y="34" class="hour" text-anchor="middle">
                {{ shuts }}
              </text>
            }
          }
        }
        @if (airPath(); as air) {
          <g aria-hidden="true">
            @for (bad of air.bad; track $index) {
              <rect
                [attr.x]="bad.x"
                [attr.width]="bad.width"
                [attr.y]="axisPx + 2"
                [attr.height]="airPx - 4"
                class="bad"
              />
            }
            @for (wet of air.rain; track $index) {
              <rect
                [attr.x]="wet.x"
                [attr.width]="wet.width"
                [attr.y]="axisPx + airPx - 3 - wet.height"
                [attr.height]="wet.height"
                fill="var(--ash-4)"
              />
            }
            <path [attr.d]="air.path" fill="none" stroke="var(--ink)" stroke-width="1.8" />
            @for (mark of air.marks; track $index) {
              <text [attr.x]="mark.x" [attr.y]="mark.y" class="temp" text-anchor="middle">{{ mark.text }}</text>
            }
          </g>
          <line x1="0" [attr.x2]="width()" [attr.y1]="top()" [attr.y2]="top()" stroke="var(--ink)" stroke-width="1.5" />
        }
        @for (row of rows(); track row.id; let i = $index) {
          <line
            x1="0"
            [attr.x2]="width()"
            [attr.y1]="top() + (i + 1) * rowPx"
            [attr.y2]="top() + (i + 1) * rowPx"
            stroke="var(--ash-2)"
          />
        }
        @for (bar of drawn(); track bar.id) {
          <g
            [class.movable]="bar.movable"
            [class.held]="held()?.id === bar.id"
            [attr.tabindex]="bar.movable ? 0 : null"
            [attr.role]="bar.movable ? 'slider' : 'img'"
            [attr.aria-label]="bar.title"
            [attr.aria-valuetext]="bar.movable ? bar.title : null"
            [attr.aria-valuenow]="bar.movable ? bar.startMin : null"
            (pointerdown)="take($event, bar)"
            (pointermove)="move($event)"
            (pointerup)="drop($event)"
            (pointercancel)="letGo()"
            (keydown)="key($event, bar)"
            (blur)="letGo()"
          >
            <title>{{ bar.title }}</title>
            <rect
              class="hit"
              [attr.x]="bar.x - 6"
              [attr.width]="bar.width + 12"
              [attr.y]="bar.y - 4"
              [attr.height]="rowPx"
              fill="transparent"
            />
            <rect
              [attr.x]="bar.x"
              [attr.width]="bar.width"
              [attr.y]="bar.y"
              [attr.height]="rowPx - 12"
              [attr.fill]="fill(bar)"
              [attr.stroke]="bar.broken ? 'var(--ember)' : 'var(--ink)'"
              [attr.stroke-width]="bar.broken ? 3 : bar.critical ? 2 : 1"
              [attr.stroke-dasharray]="bar.done || bar.kind !== 'hands' ? null : bar.critical ? null : '4 3'"
            />
            @if (bar.pinned) {
              <path [attr.d]="'M' + (bar.x - 5) + ' ' + (bar.y - 3) + 'h10l-5 7z'" fill="var(--ember)" />
            }
            @if (bar.broken) {
              <path
                [attr.d]="'M' + (bar.x + bar.width / 2) + ' ' + (bar.y + 3) + 'l6 8l-6 8l-6-8z'"
                fill="var(--sheet)"
                stroke="var(--ember)"
                stroke-width="2"
              />
            }
          </g>
        }
        @if (nowX() !== null) {
          <line
            [attr.x1]="nowX()"
            [attr.x2]="nowX()"
            y1="20"
            [attr.y2]="height()"
            stroke="var(--ember)"
            stroke-width="2.5"
            pointer-events="none"
          />
        }
        @if (heldAt(); as at) {
          <g pointer-events="none">
            <line
              [attr.x1]="at.x"
              [attr.x2]="at.x"
              y1="0"
              [attr.y2]="height()"
              stroke="var(--ink)"
              stroke-dasharray="3 3"
            />
            <rect [attr.x]="at.left" [attr.y]="2" width="64" height="20" fill="var(--ink)" />
            <text [attr.x]="at.left + 32" y="17" class="held-time" text-anchor="middle">{{ at.text }}</text>
          </g>
        }
      </svg>
    </div>
    @if (heldBreaks().length > 0) {
      <p class="breaks" role="status">
        @for (text of heldBreaks(); track text) {
          <span class="remark">{{ text }}</span>
        }
      </p>
    }
  `,
  styleUrl: './time-band.scss',
})
export class TimeBand {
  readonly fromMin = input.required<number>();
  readonly days = input(7);
  readonly hours = input.required<ShedHours>();
  readonly rows = input.required<readonly BandRow[]>();
  readonly label = input.required<string>();
  readonly nowMin = input<number | null>(null);
  /** Air over the band, and what the work in it asks of it. */
  readonly air = input<Air | null>(null);
  readonly needs = input<AirNeeds | null>(null);
  /** What moving a bar would break, in words. */
  readonly breaks = input<(id: string, startMin: number) => readonly string[]>(() => []);
  readonly moved = output<{ id: string; startAt: string }>();
  readonly picked = output<string>();

  readonly dayPx = DAY_PX;
  readonly hourPx = HOUR_PX;
  readonly axisPx = AXIS_PX;
  readonly airPx = AIR_PX;
  readonly rowPx = ROW_PX;
  private readonly room = signal(600);
  /** A strip that would crowd its days is drawn along instead. */
  readonly width = computed(() => Math.max(this.room(), LEAST_DAY_PX * this.days()));
  readonly held = signal<{
    id: string;
    startMin: number;
    grabbedX: number;
    grabbedMin: number;
    moved: boolean;
    byKeys: boolean;
  } | null>(null);
  readonly crowded = computed(() => this.width() > this.room());
  private readonly strip = viewChild.required<ElementRef<HTMLElement>>('strip');

  private readonly scale = computed(() => new ClockScale(this.fromMin(), this.days(), this.hours()));
  readonly top = computed(() => AXIS_PX + (this.air() ? AIR_PX : 0));
  readonly height = computed(() => this.top() + this.rows().length * ROW_PX + 2);
  readonly drawnDays = computed(() =>
    this.scale()
      .ticks()
      .map((tick) => {
        const [x, width] = [tick.left * this.width(), tick.width * this.width()];
        const [openX, openWidth] = [tick.openLeft * this.width(), tick.openWidth * this.width()];
        return {
          ...tick,
          x,
          width,
          before: openX - x,
          openWidth,
          after: x + width - openX - openWidth,
          name: width > 54 ? dayName(tick.minute) : width > 20 ? dayName(tick.minute).slice(0, 2) : '',
          showHours: tick.open && openWidth > 70,
          // Beside the hour the next day opens only where the night between is wide enough for both.
          showShut: width - openWidth > 2 * HOUR_PX,
        };
      }),
  );
  readonly drawn = computed<DrawnBar[]>(() => {
    const held = this.held();
    return this.rows().flatMap((row, i) =>
      inFront(row.bars).flatMap((bar): DrawnBar[] => {
        const by = held?.id === bar.id ? held.startMin - bar.startMin : 0;
        const [x, end] = [this.x(bar.startMin + by), this.x(bar.endMin + by)];
        if (bar.endMin <= this.scale().fromMin || bar.startMin >= this.scale().untilMin) return [];
        return [{ ...bar, x, width: Math.max(LEAST_BAR_PX, end - x), y: this.top() + i * ROW_PX + 6 }];
      }),
    );
  });
  readonly nowX = computed(() => {
    const now = this.nowMin();
    return now === null || now < this.scale().fromMin || now > this.scale().untilMin ? null : this.x(now);
  });
  readonly heldAt = computed(() => {
    const held = this.held();
    if (!held?.moved) return null;
    const x = this.x(held.startMin);
    return {
      x,
      left: Math.min(Math.max(0, x - 32), this.width() - 64),
      text: `${dayName(held.startMin).split(' ')[0]!} ${clockText(held.startMin)}`,
    };
  });
  readonly heldBreaks = computed(() => {
    const held = this.held();
    return held?.moved ? this.breaks()(held.id, held.startMin) : [];
  });
  readonly airPath = computed(() => drawnAir(this.air(), this.needs(), this.scale(), this.width(), this.degrees));

  private readonly units = toSignal(inject(SessionService).units$, { initialValue: 'metric' as const });
  private readonly degrees = (tempC: number): string =>
    `${formatQuantity(tempC, 'temperature', this.units(), 0).figure}°`;

  constructor() {
    const destroy = inject(DestroyRef);
    afterNextRender(() => {
      const element = this.strip().nativeElement;
      const observer = new ResizeObserver(() => this.room.set(element.clientWidth));
      observer.observe(element);
      destroy.onDestroy(() => observer.disconnect());
    });
  }

  get opens(): string {
    return clockText(this.hours().fromMin);
  }

  get shuts(): string {
    return clockText(this.hours().toMin);
  }

  fill(bar: Bar): string {
    if (bar.kind === 'cure') return 'url(#h-cure)';
    if (bar.kind === 'drying') return 'url(#h-drying)';
    return bar.done ? 'var(--ash-3)' : bar.critical ? 'var(--ink)' : 'var(--sheet)';
  }

  take(event: PointerEvent, bar: Bar): void {
    this.picked.emit(bar.id);
    if (!bar.movable || event.button !== 0) return;
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    this.held.set({
      id: bar.id,
      startMin: bar.startMin,
      grabbedX: event.clientX,
      grabbedMin: bar.startMin,
      moved: false,
      byKeys: false,
    });
  }

  move(event: PointerEvent): void {
    const held = this.held();
    if (!held || held.byKeys) return;
    const dx = event.clientX - held.grabbedX;
    if (!held.moved && Math.abs(dx) < STILL_PX) return;
    this.held.set({ ...held, moved: true, startMin: this.scale().at((this.x(held.grabbedMin) + dx) / this.width()) });
  }

  drop(event: PointerEvent): void {
    const held = this.held();
    if (held && !held.byKeys) (event.currentTarget as Element).releasePointerCapture(event.pointerId);
    this.settle();
  }

  letGo(): void {
    this.held.set(null);
  }

  key(event: KeyboardEvent, bar: Bar): void {
    if (!bar.movable) return;
    const step = (event.shiftKey ? 4 : 1) * STEP_MIN;
    if (event.key === 'ArrowLeft' || event.key === 'ArrowRight') {
      const startMin =
        (this.held()?.id === bar.id ? this.held()!.startMin : Math.round(bar.startMin / 5) * 5) +
        (event.key === 'ArrowLeft' ? -step : step);
      this.held.set({ id: bar.id, startMin, grabbedX: 0, grabbedMin: bar.startMin, moved: true, byKeys: true });
    } else if (event.key === 'Enter') this.settle();
    else if (event.key === 'Escape') this.letGo();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  private settle(): void {
    const held = this.held();
    this.held.set(null);
    if (held?.moved) this.moved.emit({ id: held.id, startAt: formatLocal(held.startMin) });
  }

  private x(minute: number): number {
    return this.scale().place(minute) * this.width();
  }
}

/** Hands are drawn over what runs by itself. */
const inFront = (bars: readonly Bar[]): Bar[] =>
  [...bars].sort((a, b) => Number(a.kind === 'hands') - Number(b.kind === 'hands'));

interface DrawnAir {
  path: string;
  marks: { x: number; y: number; text: string }[];
  rain: { x: number; width: number; height: number }[];
  bad: { x: number; width: number }[];
}

/** Temperature as a line with the warmest and coldest of each day, rain from below, and hatched where the work cannot be done. */
function drawnAir(
  air: Air | null,
  needs: AirNeeds | null,
  scale: ClockScale,
  width: number,
  degrees: (tempC: number) => string,
): DrawnAir | null {
  if (!air) return null;
  const startMin = parseLocal(air.startAt, 'air');
  const shown = air.hours
    .map((hour, i) => ({ ...hour, i, minute: startMin + 60 * i }))
    .filter(({ minute }) => minute >= scale.fromMin && minute < scale.untilMin);
  if (shown.length === 0) return null;
  const temps = shown.map(({ tempC }) => tempC);
  const [low, high] = [Math.min(...temps), Math.max(...temps, Math.min(...temps) + 4)];
  const y = (tempC: number): number => AXIS_PX + AIR_PX - 16 - ((tempC - low) / (high - low)) * (AIR_PX - 34);
  const x = (minute: number): number => scale.place(minute) * width;
  const path = shown
    .map(({ minute, tempC }, k) => `${k === 0 ? 'M' : 'L'}${x(minute + 30).toFixed(1)} ${y(tempC).toFixed(1)}`)
    .join('');
  const marks = scale.ticks().flatMap((day) => {
    const own = shown.filter(({ minute }) => minute >= day.minute && minute < day.minute + 1440);
    if (own.length < 12 || day.width * width < 56) return [];
    const warmest = own.reduce((a, b) => (b.tempC > a.tempC ? b : a));
    const coldest = own.reduce((a, b) => (b.tempC < a.tempC ? b : a));
    return [warmest, ...(warmest.tempC - coldest.tempC > 1.5 ? [coldest] : [])].map((hour) => ({
      x: Math.min(Math.max(14, x(hour.minute + 30)), width - 14),
      y: hour === warmest ? y(hour.tempC) - 5 : y(hour.tempC) + 14,
      text: degrees(hour.tempC),
    }));
  });
  const spans = (of: (hour: (typeof shown)[number]) => boolean): { x: number; width: number }[] =>
    shown
      .filter(of)
      .map(({ minute }) => ({ x: x(minute), width: Math.max(LEAST_HOUR_PX / 4, x(minute + 60) - x(minute)) }));
  const rain = shown
    .filter(({ rainMm }) => rainMm > 0)
    .map(({ minute, rainMm }) => ({
      x: x(minute),
      width: Math.max(1, x(minute + 60) - x(minute) - 0.5),
      height: Math.min(22, 3 + 6 * rainMm),
    }));
  return { path, marks, rain, bad: needs ? spans(({ i }) => faultOf(air, i, needs) !== null) : [] };
}
