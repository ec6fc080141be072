import { ChangeDetectionStrategy, Component, HostListener, computed, effect, inject, input } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { STAGES, type Shape, type Stage } from '@ashstep/core';
import { RepairDrawing } from '../drawing/repair-drawing';
import { Header } from '../parts/header';
import { QuantityPipe } from '../platform/quantity.pipe';
import { WhenPipe } from '../platform/when.pipe';
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

/** The frame of every stage: header with the tag, stage strip, drawing left, title block right. */
@Component({
  selector: 'ash-repair-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Header, RouterLink, StageStrip, RepairDrawing, QuantityPipe, WhenPipe, LookStage, LaminateStage, ResinStage, TaperStage, PliesStage, MixStage, DaysStage, LayUpStage, FinishStage, SignOffStage],
  providers: [RepairStore],
  templateUrl: './repair-sheet.html',
  styleUrl: './repair-sheet.scss',
})
export class RepairSheet {
  readonly id = input.required<string>();
  readonly stage = input.required<Stage, string>({ transform: (name) => (STAGES.includes(name as Stage) ? (name as Stage) : 'look') });
  readonly store = inject(RepairStore);
  private readonly router = inject(Router);
  readonly state = toSignal(this.store.state$);
  readonly picked = toSignal(this.store.picked$, { initialValue: null });
  readonly problem = toSignal(this.store.problem$);
  readonly sealed = computed(() => this.state()?.detail.state === 'sealed');
  readonly laidKeys = computed(() => {
    const state = this.state();
    if (this.stage() !== 'layup' || !state) return null;
    return new Set(state.detail.log.flatMap((entry) => (entry.entry.kind === 'ply' ? [entry.entry.plyKey] : [])));
  });

  constructor() {
    effect(() => this.store.load(this.id()));
  }

  reshape(change: (shape: Shape) => Shape): void {
    this.store.reshape(change);
  }

  /** Single keys outside fields: 1 to 9 and 0 go to a stage, [ and ] to the one before or after. */
  @HostListener('document:keydown', ['$event'])
  key(event: KeyboardEvent): void {
    const target = event.target as HTMLElement;
    if (event.ctrlKey || event.metaKey || event.altKey || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) || target.closest('.drawing')) return;
    const at = STAGES.indexOf(this.stage());
    const to = event.key === '[' ? at - 1 : event.key === ']' ? at + 1 : /^\d$/.test(event.key) ? (Number(event.key) + 9) % 10 : -1;
    if (STAGES[to]) void this.router.navigate(['/repair', this.id(), STAGES[to]]);
  }
}
