import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import type { GelCoatWay } from '@ashstep/core/finish';
import { compareGelCoatWays } from '@ashstep/core/repair';
import { ChoiceField, optionsOf } from '../../../parts/choice-field';
import { WhenPipe } from '../../../platform/when.pipe';
import { Panel } from '../stage-panel';

export const WAY_NAMES: Record<GelCoatWay, string> = {
  'after-full-cure': 'After full cure',
  'paint-instead': 'Paint instead',
  'gel-coat-first': 'Gel coat first',
};

/** The ways to a gel coat over epoxy, each with when the job would be done. */
@Component({
  selector: 'ash-gel-coat-ways',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChoiceField, WhenPipe],
  template: `
    <ash-choice
      label="Gel coat over epoxy"
      [options]="options"
      [value]="inputs().resin.gelCoatWay"
      (pick)="take($event)"
    />
    <ul>
      @for (w of ways(); track w.way) {
        <li>
          {{ w.name }}{{ w.fromInside ? ', laid from inside' : '' }}:
          @if (w.possible) {
            <b>{{ w.finishAt | when }}</b>
          } @else {
            wants a hole right through a single skin, and both faces reached
          }
        </li>
      }
    </ul>
  `,
  styles: `
    ul {
      margin: 0;
      padding-left: 18px;
      font-size: 14px;
    }
  `,
})
export class GelCoatWays extends Panel {
  readonly options = optionsOf(WAY_NAMES);
  /** When the job would be done with each way. */
  readonly ways = computed(() =>
    compareGelCoatWays(this.inputs()).map((way) => ({ ...way, name: WAY_NAMES[way.way] })),
  );

  /** Gel coat that goes in first is laid against from inside. */
  take(gelCoatWay: GelCoatWay): void {
    this.store.edit('resin', { gelCoatWay });
    const taken = this.ways().find(({ way }) => way === gelCoatWay);
    if (taken?.fromInside && taken.possible) this.store.edit('taper', { sides: 'one', from: 'inside' });
  }
}
