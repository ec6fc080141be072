import { ChangeDetectionStrategy, Component, effect, inject, input } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { Header } from '../parts/header';
import { RepairStore } from '../repair/repair.store';
import { FaultFinder } from './fault-finder';

/** What went wrong, on a job or on none. */
@Component({
  selector: 'ash-fault-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FaultFinder, Header, RouterLink],
  providers: [RepairStore],
  template: `
    <ash-header>
      <div class="about">
        @if (state(); as s) {
          <a class="tag" [routerLink]="['/repair', s.detail.id, 'look']">{{ s.detail.craftTag }}</a>
        }
        <div>
          <h1>What went wrong</h1>
          <p class="quiet">
            {{ state()?.detail?.title ?? 'On no job: what a record would tell is asked.' }}
          </p>
        </div>
      </div>
    </ash-header>
    @if (problem(); as p) {
      <main id="main">
        <h2>{{ p.title }}</h2>
        <p>{{ p.detail }}</p>
        <a class="act" routerLink="/">To the board</a>
      </main>
    } @else if (!id() || state()) {
      <ash-fault-finder [state]="state() ?? null" />
    } @else {
      <main id="main"><p class="quiet">Opening the job</p></main>
    }
  `,
  styles: `
    .about {
      display: flex;
      align-items: center;
      gap: 14px;
    }
    h1 {
      font-size: 20px;
    }
    main {
      padding: 24px;
    }
  `,
})
export class FaultPage {
  readonly id = input<string>();
  private readonly store = inject(RepairStore);
  readonly state = toSignal(this.store.state$);
  readonly problem = toSignal(this.store.problem$);

  constructor() {
    effect(() => {
      const id = this.id();
      if (id) this.store.load(id);
    });
  }
}
