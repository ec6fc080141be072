import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { ReworkItem, UpdateRework } from '@ashstep/contract';
import { INSPECTION_CHECKS } from '@ashstep/core/inspection';
import { draft } from '../../../outbox/draft';
import { TextInput } from '../../../parts/inputs';
import { WhenPipe } from '../../../platform/when.pipe';
import { Panel } from '../stage-panel';

/** What failed: its cause and what is done about it, or accepted with a reason. */
@Component({
  selector: 'ash-rework',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, TextInput, WhenPipe],
  templateUrl: './rework.html',
  styles: `
    .rework {
      border-top: 4px solid var(--ember);
      background: var(--sheet);
    }
  `,
})
export class Rework extends Panel {
  private readonly job = computed(() => `${this.state().detail.id}.${this.state().detail.revision}`);
  /** Cause, action and reason as they are typed, by rework item. */
  readonly reworkTyped = draft<Record<string, Partial<UpdateRework>>>('rework', this.job, {});
  readonly rework = computed(() =>
    this.state().detail.rework.map((item) => ({
      item,
      label: INSPECTION_CHECKS.find((c) => c.id === item.checkId)?.label ?? item.checkId,
    })),
  );

  reworkOf({ id, cause, action }: ReworkItem): UpdateRework {
    return { cause, action, concession: '', ...this.reworkTyped()[id] };
  }

  /** What stands in the fields is what is kept. */
  isWritten(item: ReworkItem): boolean {
    return item.cause !== '' && !this.mayWrite(item);
  }

  mayWrite(item: ReworkItem): boolean {
    const { cause, action } = this.reworkOf(item);
    return cause !== item.cause || action !== item.action;
  }

  typeRework(id: string, patch: Partial<UpdateRework>): void {
    this.reworkTyped.update((all) => ({ ...all, [id]: { ...all[id], ...patch } }));
  }

  writeRework(item: ReworkItem, accept: boolean): void {
    const { concession, ...rest } = this.reworkOf(item);
    this.store.rework(item.id, { ...rest, concession: accept ? concession : null });
    this.reworkTyped.update(({ [item.id]: written, ...others }) =>
      written?.concession && !accept ? { ...others, [item.id]: { concession: written.concession } } : others,
    );
  }
}
