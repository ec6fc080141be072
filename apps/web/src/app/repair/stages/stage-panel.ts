import { Directive, computed, inject, input } from '@angular/core';
import { Router } from '@angular/router';
import { remarkWords } from '@ashstep/contract';
import type { Remark } from '@ashstep/core/errors';
import { STAGES, type Stage } from '@ashstep/core/hazards';
import { quantityText } from '../../platform/quantity.pipe';
import { RepairStore, type RepairState, fieldError } from '../repair.store';
import { SheetFrame } from '../sheet-frame';
import { STAGE_PAGES } from './stage-page';
import { isTicked } from './ticked';

/** What every panel of a repair has: the repair's state, its store, and errors beside fields. */
@Directive()
export abstract class Panel {
  readonly state = input.required<RepairState>();
  readonly store = inject(RepairStore);

  /** A figure with its unit, as the person reads it, for sentences made in code. */
  readonly inUnits = quantityText();

  readonly inputs = computed(() => this.state().inputs);
  readonly plan = computed(() => this.state().plan);
  readonly sealed = computed(() => this.state().detail.state === 'sealed');

  error(path: string): string | null {
    return fieldError(this.state(), path);
  }

  words(remark: Remark): string {
    return remarkWords(remark);
  }

  isDone(checkId: string): boolean {
    return isTicked(this.state().detail, checkId);
  }
}

/** A panel that is a whole stage, and goes on to the next. */
@Directive()
export abstract class StagePanel extends Panel {
  readonly frame = inject(SheetFrame);
  private readonly router = inject(Router);
  private readonly pages = inject(STAGE_PAGES);

  /** Marks this tread done, where the core keeps that, and goes to the next. */
  goOn(stage: string): void {
    if (!this.frame.frozen() && isStage(stage)) this.store.reach(stage);
    const next = this.pages[this.pages.findIndex(({ id }) => id === stage) + 1]!;
    void this.router.navigate(['/repair', this.state().detail.id, next.id]);
  }
}

const isStage = (id: string): id is Stage => (STAGES as readonly string[]).includes(id);
