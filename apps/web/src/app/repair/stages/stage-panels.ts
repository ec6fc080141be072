import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { RepairState } from '../repair.store';
import type { PanelEntry } from './stage-page';

/** The panels a stage lists, one below the other, but for those that have nothing to do with the job. */
@Component({
  selector: 'ash-stage-panels',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgComponentOutlet],
  template: `@for (entry of shown(); track entry) {
    <ng-container *ngComponentOutlet="entry.panel; inputs: given()" />
  }`,
  styles: ':host { display: contents; }',
})
export class StagePanels {
  readonly panels = input.required<readonly PanelEntry[]>();
  readonly state = input.required<RepairState>();
  readonly shown = computed(() => this.panels().filter(({ when }) => when?.(this.state()) ?? true));
  readonly given = computed(() => ({ state: this.state() }));
}
