import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  Injector,
  OnDestroy,
  afterNextRender,
  computed,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { DecimalPipe } from '@angular/common';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { remarkWords } from '@ashstep/contract';
import {
  type Point,
  type Shape,
  handOutline,
  joinOutlines,
  measureOffset,
  outlinePoints,
  signedArea,
} from '@ashstep/core/geometry';
import {
  type Enclosing,
  type Reading,
  type TapSound,
  outlineOfMark,
  onGrid,
  surveyed,
  tapGrid,
} from '@ashstep/core/survey';
import { catchError, debounceTime, of, switchMap } from 'rxjs';
import { textOf } from '../parts/text-of';
import { QuantityField } from '../parts/quantity-field';
import { FigurePipe, UnitPipe } from '../platform/quantity.pipe';
import { SessionService } from '../platform/session.service';
import { RepairStore, type RepairState, fieldError } from '../repair/repair.store';
import { type CsvReadings, notYetThere, readingsFromCsv, readingsToCsv } from './readings-csv';
import { SurveyDesk } from './survey-desk';
import { SurveyService } from './survey.service';
import { TapEar } from './tap-ear';
import { Clock } from '../platform/clock';

const KIND_NAMES: Record<Shape['kind'], string> = {
  circle: 'Circle',
  ellipse: 'Ellipse',
  slot: 'Slot',
  roundedRectangle: 'Rounded box',
  polygon: 'Free outline',
};
const KEYS: Record<string, TapSound> = { s: 'sound', d: 'dull', f: 'doubtful' };
const STEPS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
/** Corners of a free outline kept, at most. */
const MOST_CORNERS = 36;

/** Taps on a grid, one press each; what they say of the hidden extent; and the outline to cut to taken from it. */
@Component({
  selector: 'ash-taps',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DecimalPipe, QuantityField, TapEar, FigurePipe, UnitPipe],
  templateUrl: './taps.html',
  styleUrl: './taps.scss',
})
export class Taps implements OnDestroy {
  private readonly shedClock = inject(Clock);
  readonly state = input.required<RepairState>();
  readonly disabled = computed(() => this.state().detail.state === 'sealed');
  private readonly store = inject(RepairStore);
  private readonly desk = inject(SurveyDesk);
  private readonly session = inject(SessionService);
  private readonly survey = inject(SurveyService);
  private readonly injector = inject(Injector);
  private readonly pad = viewChild<ElementRef<HTMLElement>>('pad');

  readonly cursor = computed(() => (this.desk.tool()?.name === 'tap' ? this.desk.cursor() : null));
  readonly left = signal<CsvReadings['left']>([]);
  readonly said = signal('');
  readonly sounds = [
    { sound: 'sound', name: 'Sound', key: 'S', hint: 'sharp ring' },
    { sound: 'dull', name: 'Dull', key: 'D', hint: 'dead or double' },
    { sound: 'doubtful', name: 'Doubtful', key: 'F', hint: 'cannot tell' },
  ] as const;

  readonly inputs = computed(() => this.state().inputs);
  readonly spacing = computed(() => this.inputs().survey.gridSpacingMm);
  readonly readings = computed(() => this.inputs().survey.readings);
  readonly taps = computed(() => this.readings().filter((reading) => reading.kind === 'tap' && !reading.after));
  readonly visible = computed(() => this.inputs().survey.visible ?? this.inputs().damage.shape);
  readonly hidden = computed(() => surveyed(this.readings()).hidden);
  readonly remarks = computed(() => (this.hidden()?.remarks ?? []).map(remarkWords));
  readonly dullTimes = computed(() => {
    const [hidden, visible] = [this.hidden(), Math.abs(signedArea(outlinePoints(this.visible())))];
    return hidden && visible > 0 ? hidden.dullAreaMm2 / visible : null;
  });
  readonly next = computed(() => this.hidden()?.nextTap ?? null);
  /** What is mapped lies in places apart, so that no one outline follows it. */
  readonly apart = computed(() => this.joined().length > 1);

  private readonly outlines = computed(() => {
    const dull = this.hidden()?.contours.filter((run) => signedArea(run) > 0) ?? [];
    const marks = this.inputs().survey.marks.filter((mark) => mark.kind !== 'earlier-repair');
    const marked = marks.map((mark) => outlineOfMark(mark) ?? []).filter((run) => run.length > 0);
    const more = [...dull, ...marked];
    return more.length === 0
      ? null
      : {
          outlines: [outlinePoints(this.visible(), 0, 120), ...more],
          minCornerRadiusMm: this.inputs().damage.minCornerRadiusMm,
        };
  });
  /** Shapes round the dull area and the visible damage together, the one that takes least first. */
  readonly shapes = toSignal(
    toObservable(this.outlines).pipe(
      debounceTime(120),
      switchMap((request) => (request ? this.survey.enclose(request) : of(null))),
      catchError(() => of(null)),
    ),
    { initialValue: null },
  );

  private readonly joined = computed(() =>
    joinOutlines(this.outlines()?.outlines ?? []).filter((run) => signedArea(run) > 0),
  );

  ngOnDestroy(): void {
    this.desk.layDown();
  }

  error(path: string): string | null {
    return fieldError(this.state(), path);
  }

  setSpacing(gridSpacingMm: number | null): void {
    if (gridSpacingMm !== null) this.store.edit('survey', { gridSpacingMm });
    this.desk.layDown();
  }

  /** Begins at the first place of the grid that has not been tapped. */
  begin(): void {
    const press = (place: Point): void => this.desk.cursor.set(onGrid(place, this.spacing()));
    this.desk.takeUp({ name: 'tap', press }, this.open(this.places()[0] ?? { x: 0, y: 0 }), this.places());
    afterNextRender(() => this.pad()?.nativeElement.focus({ preventScroll: true }), { injector: this.injector });
  }

  stop(): void {
    this.desk.layDown();
  }

  /** @param instrument what told it; nothing where a person did */
  tap(sound: TapSound, instrument = ''): void {
    const at = this.cursor();
    if (!at) return;
    const tap: Reading = {
      kind: 'tap',
      sound,
      xMm: at.x,
      yMm: at.y,
      instrument,
      by: this.session.person?.name ?? '',
      at: this.shedClock.now(),
    };
    this.store.edit('survey', ({ readings }) => ({
      readings: [
        ...readings.filter(
          (reading) => reading.kind !== 'tap' || reading.after || reading.xMm !== at.x || reading.yMm !== at.y,
        ),
        tap,
      ],
    }));
    this.said.set(`${sound} at ${at.x.toFixed(0)}, ${at.y.toFixed(0)}`);
    const free = this.free(at, [at]);
    if (free) this.desk.cursor.set(free);
    // Where a tap helps most is known once this one counts.
    else afterNextRender(() => this.cursor() && this.desk.cursor.set(this.open(at)), { injector: this.injector });
  }

  /** The person's word on the last tap, which wins; what the microphone told is kept beside it. */
  correct(sound: TapSound, instrument: string): void {
    const last = this.taps().at(-1);
    if (!last) return;
    this.store.edit('survey', ({ readings }) => ({
      readings: readings.map((reading) => (reading === last ? { ...last, sound, instrument } : reading)),
    }));
    this.said.set(`${sound} at ${last.xMm.toFixed(0)}, ${last.yMm.toFixed(0)}`);
  }

  takeBack(): void {
    const last = this.taps().at(-1);
    if (!last) return;
    this.store.edit('survey', ({ readings }) => ({ readings: readings.filter((reading) => reading !== last) }));
    this.desk.cursor.set({ x: last.xMm, y: last.yMm });
  }

  clear(): void {
    this.store.edit('survey', ({ readings }) => ({
      readings: readings.filter((reading) => reading.kind !== 'tap' || reading.after),
    }));
    this.desk.layDown();
  }

  key(event: KeyboardEvent): void {
    const at = this.cursor();
    const [sound, step] = [KEYS[event.key.toLowerCase()], STEPS[event.key]];
    if (!at || event.ctrlKey || event.metaKey || event.altKey) return;
    if (sound) this.tap(sound);
    else if (step) this.desk.cursor.set({ x: at.x + step[0] * this.spacing(), y: at.y + step[1] * this.spacing() });
    else if (event.key === 'Backspace') this.takeBack();
    else if (event.key === 'Escape') this.stop();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  describe({ shape }: Enclosing): { name: string; length: number; width: number } {
    const { lengthMm, widthMm } = measureOffset(shape, 0);
    return { name: KIND_NAMES[shape.kind], length: lengthMm, width: widthMm };
  }

  /** The mapped outline becomes this shape; the damage as it showed is kept beside it. */
  take(shape: Shape): void {
    this.store.edit('survey', { visible: this.visible() });
    this.store.edit('damage', { shape: tidy(shape) });
  }

  /** The dull area and what shows together, as they run, thinned to what a hand can follow. */
  takeFree(): void {
    const [run] = this.joined();
    if (!run || this.apart()) return;
    this.take({ kind: 'polygon', points: handOutline(run, MOST_CORNERS) });
  }

  backToVisible(): void {
    const { visible } = this.inputs().survey;
    if (!visible) return;
    this.store.edit('damage', { shape: visible });
    this.store.edit('survey', { visible: null });
  }

  file(): string {
    return `data:text/csv;charset=utf-8,${encodeURIComponent(readingsToCsv(this.readings()))}`;
  }

  async load(field: HTMLInputElement): Promise<void> {
    const file = field.files?.[0];
    if (!file) return;
    const read = readingsFromCsv(await textOf(file));
    const { fresh, known } = notYetThere(read.readings, this.readings());
    this.left.set(read.left);
    this.said.set(
      `${fresh.length} readings taken in, ${read.left.length} rows left out${known > 0 ? `, ${known} there already` : ''}`,
    );
    if (fresh.length > 0) this.store.edit('survey', (now) => ({ readings: [...now.readings, ...fresh] }));
    field.value = '';
  }

  private places(): Point[] {
    try {
      return tapGrid(this.visible(), this.spacing());
    } catch {
      return [];
    }
  }

  /** The next untapped place along the walk; past its end where a tap helps most. */
  private open(from: Point): Point | null {
    const next = this.next();
    return this.free(from) ?? (next ? onGrid({ x: next.xMm, y: next.yMm }, this.spacing() / 2) : null);
  }

  private free(from: Point, justTapped: readonly Point[] = []): Point | null {
    const done = new Set([
      ...this.taps().map((tap) => `${tap.xMm} ${tap.yMm}`),
      ...justTapped.map(({ x, y }) => `${x} ${y}`),
    ]);
    const places = this.places();
    const at = places.findIndex((place) => place.x === from.x && place.y === from.y);
    const isFree = (place: Point): boolean => !done.has(`${place.x} ${place.y}`);
    return [...places.slice(Math.max(0, at)), ...places.slice(0, Math.max(0, at))].find(isFree) ?? null;
  }
}

const round = (mm: number): number => Math.round(mm * 10) / 10;

/** Sizes up to the next half millimetre, so that nothing is cut short. */
function tidy(shape: Shape): Shape {
  if (shape.kind === 'polygon') return shape;
  const up = (mm: number): number => Math.ceil(mm * 2) / 2;
  const placed = {
    centreXMm: round(shape.centreXMm ?? 0),
    centreYMm: round(shape.centreYMm ?? 0),
    rotationDeg: round(shape.rotationDeg ?? 0),
  };
  if (shape.kind === 'circle') return { kind: 'circle', diameterMm: up(shape.diameterMm), ...placed };
  const size = { lengthMm: up(shape.lengthMm), widthMm: up(shape.widthMm), ...placed };
  return shape.kind === 'roundedRectangle'
    ? {
        kind: 'roundedRectangle',
        cornerRadiusMm: Math.min(Math.floor(shape.cornerRadiusMm * 2) / 2, size.lengthMm / 2, size.widthMm / 2),
        ...size,
      }
    : { kind: shape.kind, ...size };
}
