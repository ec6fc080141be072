import { type RepairInputs, hasWaterline, isUnsaid } from '@ashstep/core/repair';
import {
  ChangeDetectionStrategy,
  Component,
  HostListener,
  afterNextRender,
  computed,
  effect,
  inject,
  input,
  signal,
  type Type,
  untracked,
} from '@angular/core';
import { NgComponentOutlet } from '@angular/common';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import type { Point, Shape } from '@ashstep/core/geometry';
import type { SheetEdit } from '../drawing/movables';
import { RepairDrawing } from '../drawing/repair-drawing';
import { Header } from '../parts/header';
import { QuantityPipe } from '../platform/quantity.pipe';
import { WhenPipe } from '../platform/when.pipe';
import { moveMarkPoint } from '../survey/map-marks';
import { SurveyDesk } from '../survey/survey-desk';
import { airFrom } from './air-words';
import { RepairStore } from './repair.store';
import { SheetFrame } from './sheet-frame';
import { StageStrip } from './stage-strip';
import { downIn, standingsOf } from './stages/layup/standing';
import { PAGES } from './stages/registry';
import { STAGE_PAGES, type StagePage } from './stages/stage-page';

/** The frame of every stage: header with the tag, stage strip, drawing left, title block right. */
@Component({
  selector: 'ash-repair-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Header, RouterLink, StageStrip, RepairDrawing, QuantityPipe, WhenPipe, NgComponentOutlet],
  providers: [RepairStore, SurveyDesk, SheetFrame, { provide: STAGE_PAGES, useValue: PAGES }],
  templateUrl: './repair-sheet.html',
  styleUrl: './repair-sheet.scss',
})
export class RepairSheet {
  readonly airFrom = airFrom;
  readonly id = input.required<string>();
  readonly stage = input.required<string, string>({
    transform: (name) => (PAGES.some(({ id }) => id === name) ? name : PAGES[0]!.id),
  });
  /** The part of the stage that is open, from the address. */
  readonly part = input<string>();
  private readonly place = computed(() => PAGES.findIndex(({ id }) => id === this.stage()));
  /** The panels fetched so far, by the address of their stage. */
  private readonly fetched = signal<Readonly<Record<string, Type<unknown>>>>({});
  /** The last that could not be fetched. */
  readonly missing = signal<string | null>(null);
  readonly panel = computed(() => this.fetched()[this.stage()] ?? null);
  readonly given = computed(() => ({ state: this.state() }));
  readonly store = inject(RepairStore);
  private readonly router = inject(Router);
  readonly state = toSignal(this.store.state$);
  readonly picked = toSignal(this.store.picked$, { initialValue: null });
  readonly desk = inject(SurveyDesk);
  readonly frame = inject(SheetFrame);
  /** On a narrow screen the drawing can be folded away. */
  readonly folded = signal(false);
  readonly problem = toSignal(this.store.problem$);
  readonly sealed = computed(() => this.state()?.detail.state === 'sealed');
  /** One who is to accept the work changes nothing that decides it. */
  readonly looksOnly = computed(
    () => !this.sealed() && this.state()?.detail.mayPlan === false && !!PAGES[this.place()]!.decides,
  );
  /** What is down, while the drawing is to show no more than that. */
  readonly laidKeys = computed(() => {
    const state = this.state();
    if (this.stage() !== 'layup' || !state) return null;
    return downIn(standingsOf(state));
  });

  constructor() {
    effect(() => this.store.load(this.id()));
    effect(() => void this.fetch(PAGES[this.place()]!));
    effect(() => {
      const [id, stage, part] = [this.id(), this.stage(), this.part()];
      untracked(() => this.frame.follow(id, stage, part));
    });
    effect(() => this.frame.frozen.set((this.sealed() && this.stage() !== 'signoff') || this.looksOnly()));
    // The other stages are fetched while nothing else is to do, so that they open at once and without a connection.
    afterNextRender(() =>
      (window.requestIdleCallback ?? setTimeout)(() => void Promise.all(PAGES.map((page) => this.fetch(page)))),
    );
  }

  /** Asks for the panel of this stage again. */
  again(): void {
    this.missing.set(null);
    void this.fetch(PAGES[this.place()]!);
  }

  private async fetch({ id, open }: StagePage): Promise<void> {
    if (id in untracked(this.fetched)) return;
    try {
      const panel = await open();
      this.fetched.update((fetched) => ({ ...fetched, [id]: panel }));
    } catch {
      // Where it is the one that is wanted it is told; the others are asked for again when they are.
      this.missing.set(id);
    }
  }

  /** What is said of the job under its name, what counts most first: the line is cut where it is narrow. */
  readonly about = computed(() => {
    const { detail, inputs } = this.state()!;
    return [
      this.sealed() ? 'Sealed, read-only.' : '',
      `${detail.craftName}.`,
      detail.revision > 1 ? `Revision ${detail.revision}.` : '',
      this.waterline(inputs.place),
    ]
      .filter((words) => words !== '')
      .join(' ');
  });

  /** "Above the waterline." Nothing where nobody has said it, and of a vehicle. */
  private waterline(place: RepairInputs['place']): string {
    if (!hasWaterline(place) || isUnsaid(place, 'waterline')) return '';
    return { above: 'Above the waterline.', below: 'Below the waterline.', spans: 'Spans the waterline.' }[
      place.waterline
    ];
  }

  /** Moves one place of the mark that is chosen; a drag is drawn to the points near it. */
  moveMark({ index, move }: { index: number; move: (point: Point) => Point }): void {
    const id = this.desk.chosen();
    if (id) this.store.edit('survey', ({ marks }) => ({ marks: moveMarkPoint(marks, id, index, move) }));
  }

  moveItem(edit: SheetEdit): void {
    if (edit.section === 'damage') this.store.edit('damage', edit.change);
    else if (edit.section === 'survey') this.store.edit('survey', edit.change);
    else this.store.edit('taper', edit.change);
  }

  reshape(change: (shape: Shape) => Shape): void {
    this.store.reshape(change);
  }

  /** Single keys outside fields: 1 to 9 and 0 go to a stage, [ and ] to the one before or after; Ctrl Z takes back, with Shift does again. */
  @HostListener('document:keydown', ['$event'])
  key(event: KeyboardEvent): void {
    const target = event.target as HTMLElement;
    const typing = /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName);
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !typing) {
      event.preventDefault();
      if (event.shiftKey) this.store.redo();
      else this.store.undo();
      return;
    }
    if (event.ctrlKey || event.metaKey || event.altKey || typing || target.closest('.drawing')) return;
    const at = this.place();
    const to =
      event.key === '['
        ? at - 1
        : event.key === ']'
          ? at + 1
          : /^\d$/.test(event.key)
            ? (Number(event.key) + 9) % 10
            : -1;
    if (PAGES[to]) void this.router.navigate(['/repair', this.id(), PAGES[to].id]);
  }
}
