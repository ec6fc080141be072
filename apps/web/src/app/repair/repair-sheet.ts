import {
  ChangeDetectionStrategy,
  Component,
  HostListener,
  afterNextRender,
  computed,
  effect,
  inject,
  input,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import type { Point, Shape } from '@ashstep/core/geometry';
import { STAGES, type Stage } from '@ashstep/core/hazards';
import { RepairDrawing } from '../drawing/repair-drawing';
import { Header } from '../parts/header';
import { QuantityPipe } from '../platform/quantity.pipe';
import { WhenPipe } from '../platform/when.pipe';
import { moveMarkPoint } from '../survey/map-marks';
import { SurveyDesk } from '../survey/survey-desk';
import { RepairStore } from './repair.store';
import { StageStrip } from './stage-strip';
import { DaysStage } from './stages/days';
import { FinishStage } from './stages/finish';
import { LaminateStage } from './stages/laminate';
import { LayUpStage } from './stages/layup';
import { LookStage } from './stages/look';
import { MixStage } from './stages/mix';
import { PliesStage } from './stages/plies';
import { ResinStage } from './stages/resin';
import { SignOffStage } from './stages/signoff';
import { TaperStage } from './stages/taper';

const OTHER_STAGES: readonly (() => Promise<unknown>)[] = [
  () => import('./stages/look'),
  () => import('./stages/laminate'),
  () => import('./stages/resin'),
  () => import('./stages/taper'),
  () => import('./stages/plies'),
  () => import('./stages/mix'),
  () => import('./stages/days'),
  () => import('./stages/layup'),
  () => import('./stages/finish'),
  () => import('./stages/signoff'),
];

/** Stages that set what the plan is made from and nothing else; readings may be taken by anybody. */
const PLAN_STAGES: ReadonlySet<Stage> = new Set(['laminate', 'resin', 'taper', 'plies', 'mix']);

/** The frame of every stage: header with the tag, stage strip, drawing left, title block right. */
@Component({
  selector: 'ash-repair-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    Header,
    RouterLink,
    StageStrip,
    RepairDrawing,
    QuantityPipe,
    WhenPipe,
    LookStage,
    LaminateStage,
    ResinStage,
    TaperStage,
    PliesStage,
    MixStage,
    DaysStage,
    LayUpStage,
    FinishStage,
    SignOffStage,
  ],
  providers: [RepairStore, SurveyDesk],
  templateUrl: './repair-sheet.html',
  styleUrl: './repair-sheet.scss',
})
export class RepairSheet {
  readonly id = input.required<string>();
  readonly stage = input.required<Stage, string>({
    transform: (name) => (STAGES.includes(name as Stage) ? (name as Stage) : 'look'),
  });
  readonly store = inject(RepairStore);
  private readonly router = inject(Router);
  readonly state = toSignal(this.store.state$);
  readonly picked = toSignal(this.store.picked$, { initialValue: null });
  readonly desk = inject(SurveyDesk);
  readonly problem = toSignal(this.store.problem$);
  readonly sealed = computed(() => this.state()?.detail.state === 'sealed');
  /** One who is to accept the work changes nothing that decides it. */
  readonly looksOnly = computed(
    () => !this.sealed() && this.state()?.detail.mayPlan === false && PLAN_STAGES.has(this.stage()),
  );
  readonly laidKeys = computed(() => {
    const state = this.state();
    if (this.stage() !== 'layup' || !state) return null;
    return new Set(state.detail.log.flatMap((entry) => (entry.entry.kind === 'ply' ? [entry.entry.plyKey] : [])));
  });

  constructor() {
    effect(() => this.store.load(this.id()));
    // The other stages are fetched while nothing else is to do, so that they open at once and without a connection.
    afterNextRender(() =>
      (window.requestIdleCallback ?? setTimeout)(
        () => void Promise.all(OTHER_STAGES.map((stage) => stage().catch(() => null))),
      ),
    );
  }

  /** Moves one place of the mark that is chosen; a drag is drawn to the points near it. */
  moveMark({ index, move }: { index: number; move: (point: Point) => Point }): void {
    const id = this.desk.chosen();
    if (id) this.store.edit('survey', ({ marks }) => ({ marks: moveMarkPoint(marks, id, index, move) }));
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
    const at = STAGES.indexOf(this.stage());
    const to =
      event.key === '['
        ? at - 1
        : event.key === ']'
          ? at + 1
          : /^\d$/.test(event.key)
            ? (Number(event.key) + 9) % 10
            : -1;
    if (STAGES[to]) void this.router.navigate(['/repair', this.id(), STAGES[to]]);
  }
}
