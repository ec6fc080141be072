import { Directive, computed, inject, input } from '@angular/core';
import { Router } from '@angular/router';
import { remarkWords } from '@ashstep/contract';
import type { Remark } from '@ashstep/core/errors';
import { STAGES, type Stage } from '@ashstep/core/hazards';
import { quantityText } from '../../platform/quantity.pipe';
import { RepairStore, type RepairState, fieldError } from '../repair.store';

/** What all ten stages share: the repair's state, its store, errors beside fields, and going on to the next tread. */
@Directive()
export abstract class StagePanel {
  readonly state = input.required<RepairState>();
  readonly store = inject(RepairStore);
  private readonly router = inject(Router);

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

  /** Marks this tread done and goes to the next. */
  goOn(stage: Stage): void {
    if (!this.sealed()) this.store.reach(stage);
    void this.router.navigate(['/repair', this.state().detail.id, STAGES[STAGES.indexOf(stage) + 1]!]);
  }

  isDone(checkId: string): boolean {
    return this.state().detail.checks.some((mark) => mark.checkId === checkId && mark.done);
  }
}
