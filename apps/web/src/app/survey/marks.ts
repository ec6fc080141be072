import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  Injector,
  type OnDestroy,
  afterNextRender,
  computed,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { MARK_NAMES, errorWords } from '@ashstep/contract';
import { attempt } from '@ashstep/core/errors';
import { type Point, checkShape, signedArea } from '@ashstep/core/geometry';
import { type MapMark, crackLength, outlineOfMark } from '@ashstep/core/survey';
import { ChoiceField, optionsOf } from '../parts/choice-field';
import { QuantityField } from '../parts/quantity-field';
import { FigurePipe, QuantityPipe } from '../platform/quantity.pipe';
import { RepairStore, type RepairState } from '../repair/repair.store';
import { HAND_GRID_MM, moveMarkPoint, settled, snapTargets } from './map-marks';
import { type MapPress, SurveyDesk } from './survey-desk';
import { TextInput, TickInput } from '../parts/inputs';

type Traced = MapMark['kind'] | 'outline';
const TRACED_NAMES: Record<Traced, string> = {
  outline: 'Main outline',
  damage: 'More damage',
  crack: 'Crack',
  'earlier-repair': 'Earlier repair',
};
const STEPS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
const FAST = 10;
const USUAL_CRACK_MM = 1;

/** Outlines and cracks traced on the plan, by press, by keys or by typed places, and the list of what is mapped beside the main outline. */
@Component({
  selector: 'ash-marks',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TextInput, TickInput, ChoiceField, QuantityField, FigurePipe, QuantityPipe],
  templateUrl: './marks.html',
  styleUrl: './taps.scss',
})
export class Marks implements OnDestroy {
  readonly state = input.required<RepairState>();
  readonly disabled = computed(() => this.state().detail.state === 'sealed');
  private readonly store = inject(RepairStore);
  readonly desk = inject(SurveyDesk);
  private readonly injector = inject(Injector);
  private readonly pad = viewChild<ElementRef<HTMLElement>>('pad');

  readonly kinds = optionsOf(TRACED_NAMES);
  readonly kind = signal<Traced>('crack');
  readonly said = signal('');
  readonly tracing = computed(() => this.desk.tool()?.name === 'trace');
  readonly least = computed(() => (this.kind() === 'crack' ? 2 : 3));
  /** What is in the way of ending the run as it is. */
  readonly trouble = computed(() => {
    const points = this.desk.trace();
    if (points.length < this.least() || this.kind() === 'crack') return null;
    const { error } = attempt(() => checkShape({ kind: 'polygon', points }));
    return error && errorWords(error.code, error.params);
  });
  readonly marks = computed(() => this.state().inputs.survey.marks);
  readonly rows = computed(() => {
    const leftOut = this.state().plan.damage?.leftOut ?? [];
    return this.marks().map((mark) => ({
      mark,
      name: MARK_NAMES[mark.kind],
      lengthMm: mark.kind === 'crack' ? crackLength(mark.points) : null,
      areaMm2: signedArea(outlineOfMark(mark) ?? []),
      leftOut: leftOut.includes(mark),
    }));
  });

  ngOnDestroy(): void {
    if (this.tracing()) this.desk.layDown();
    this.desk.chosen.set(null);
  }

  begin(): void {
    const { centreXMm = 0, centreYMm = 0 } = this.state().inputs.damage.shape;
    this.desk.chosen.set(null);
    this.desk.takeUp(
      { name: 'trace', press: (press) => this.set(press) },
      { x: Math.round(centreXMm), y: Math.round(centreYMm) },
    );
    afterNextRender(() => this.pad()?.nativeElement.focus({ preventScroll: true }), { injector: this.injector });
  }

  /** Sets a place where the plan was pressed; on the first place of an outline it ends the run. */
  set(press: MapPress): void {
    const run = this.desk.trace();
    const { shape } = this.state().inputs.damage;
    const at = settled(press, [...run.slice(0, 1), ...snapTargets(shape, this.marks())]);
    this.desk.cursor.set(at);
    const closes = run.length >= 3 && this.kind() !== 'crack' && same(at, run[0]!);
    if (closes) this.finish();
    else this.put(at);
  }

  put(at: Point): void {
    const run = this.desk.trace();
    if (run.length > 0 && same(run.at(-1)!, at)) return;
    this.desk.trace.set([...run, at]);
    this.said.set(`Point ${run.length + 1} at ${at.x.toFixed(0)}, ${at.y.toFixed(0)}`);
  }

  takeBack(): void {
    this.desk.trace.update((run) => run.slice(0, -1));
  }

  key(event: KeyboardEvent): void {
    const at = this.desk.cursor();
    const step = STEPS[event.key];
    if (!at || event.ctrlKey || event.metaKey || event.altKey || event.target !== event.currentTarget) return;
    const reach = HAND_GRID_MM * (event.shiftKey ? FAST : 1);
    if (step) this.desk.cursor.set({ x: at.x + step[0] * reach, y: at.y + step[1] * reach });
    else if (event.key === 'Enter' || event.key === ' ') this.put(at);
    else if (event.key === 'Backspace') this.takeBack();
    else if (event.key.toLowerCase() === 'e') this.finish();
    else if (event.key === 'Escape') this.desk.layDown();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  moveTo(patch: Partial<Point>): void {
    this.desk.cursor.update((at) => at && { ...at, ...patch });
  }

  /** Ends the run: it becomes the main outline or a mark. */
  finish(): void {
    const points = this.desk.trace();
    const kind = this.kind();
    if (points.length < this.least() || this.trouble()) return;
    this.desk.layDown();
    if (kind === 'outline') {
      this.store.edit('damage', { shape: { kind: 'polygon', points } });
      return;
    }
    const mark: MapMark = {
      id: crypto.randomUUID(),
      kind,
      name: '',
      points,
      widthMm: kind === 'crack' ? USUAL_CRACK_MM : 0,
    };
    this.store.edit('survey', ({ marks }) => ({ marks: [...marks, mark] }));
    this.desk.chosen.set(mark.id);
  }

  edit(id: string, patch: Partial<MapMark>): void {
    this.store.edit('survey', ({ marks }) => ({
      marks: marks.map((mark) => (mark.id === id ? { ...mark, ...patch } : mark)),
    }));
  }

  movePoint(id: string, index: number, patch: Partial<Point>): void {
    this.store.edit('survey', ({ marks }) => ({
      marks: moveMarkPoint(marks, id, index, (point) => ({ ...point, ...patch })),
    }));
  }

  dropPoint(mark: MapMark, index: number): void {
    this.edit(mark.id, { points: mark.points.filter((_, i) => i !== index) });
  }

  remove(id: string): void {
    if (this.desk.chosen() === id) this.desk.chosen.set(null);
    this.store.edit('survey', ({ marks }) => ({ marks: marks.filter((mark) => mark.id !== id) }));
  }

  fewest(mark: MapMark): number {
    return mark.kind === 'crack' ? 2 : 3;
  }
}

const same = (a: Point, b: Point): boolean => a.x === b.x && a.y === b.y;
