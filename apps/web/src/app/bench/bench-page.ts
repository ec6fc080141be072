import { ChangeDetectionStrategy, Component, effect, inject, input } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { RepairStore } from '../repair/repair.store';
import { Bench } from './bench';

/** Address of bench mode: whoever comes back to it, by a reload or on another device, comes to the same act. */
@Component({
  selector: 'ash-bench-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Bench, RouterLink],
  providers: [RepairStore],
  template: `
    @if (state(); as s) {
      <ash-bench [state]="s" />
    } @else {
      <main id="main">
        @if (problem(); as p) {
          <h1>{{ p.title }}</h1>
          <p>{{ p.detail }}</p>
          <a class="act" routerLink="/">To the board</a>
        } @else {
          <p class="quiet">Opening the bench</p>
        }
      </main>
    }
  `,
  styles: `
    main {
      padding: 24px;
    }
  `,
})
export class BenchPage {
  readonly id = input.required<string>();
  private readonly store = inject(RepairStore);
  readonly state = toSignal(this.store.state$);
  readonly problem = toSignal(this.store.problem$);

  constructor() {
    effect(() => this.store.load(this.id()));
  }
}
