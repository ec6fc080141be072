import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { ORDER_NAMES } from '@ashstep/contract';
import { type RepairInputs, laysPlies } from '@ashstep/core/repair';
import { isLaidOn } from '@ashstep/core/taper';
import { ChoiceField, optionsOf } from '../../../parts/choice-field';
import { FigurePipe, QuantityPipe, UnitPipe } from '../../../platform/quantity.pipe';
import { GoBar } from '../go-bar';
import { Headline } from '../headline';
import { Missing } from '../missing';
import { PartIndex } from '../part-index';
import { StagePanel } from '../stage-panel';
import { PARTS } from './parts';

@Component({
  selector: 'ash-plies',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChoiceField, FigurePipe, QuantityPipe, UnitPipe, Headline, PartIndex, Missing, GoBar],
  template: `
    @if (plan().patch; as patch) {
      @let first = patch.faces[0]!;
      <dl ashHeadline>
        <div>
          <dt>Plies</dt>
          <dd>
            {{ patch.layers.length }}<small>{{ patch.cover ? ' + cover' : '' }}</small>
          </dd>
          <dd class="under">{{ patch.proposed ? 'proposed' : 'set by hand' }}</dd>
        </div>
        <div>
          <dt>Stack</dt>
          <dd>
            {{ first.stack.totalMm | figure: 'thickness' : 1 }} <small>{{ 'thickness' | unit }}</small>
          </dd>
          <dd class="under">
            @if (first.stack.level === 'proud' && laidOn()) {
              on the surface, edges feathered
            } @else {
              {{ first.stack.roomMm | qty: 'thickness' }} left for the finish
            }
          </dd>
        </div>
        @if (plan().match) {
          <div>
            <dt>Bends like the parent</dt>
            <dd>{{ bend() }}</dd>
            <dd class="under">0.90 to 1.15 is a match</dd>
          </div>
        }
      </dl>
      <fieldset class="block" [disabled]="frame.frozen()">
        <ash-choice label="Order" [options]="orders" [value]="inputs().stack.order" (pick)="edit({ order: $event })" />
        <p class="why">
          <b>Why</b>
          {{
            inputs().stack.order === 'smallest-first'
              ? 'Each ply meets its own layer and edges finish on the slope; needed when fabrics differ.'
              : 'The first ply covers all the ground it bonds to in one piece; smaller ones fill the dish. For like plies.'
          }}
        </p>
      </fieldset>
      <ash-parts [parts]="parts" [state]="state()" />
      <ash-go stage="plies" [facts]="plan().facts" label="Take this stack, plan the mix" (go)="goOn('plies')" />
    } @else if (laid()) {
      <ash-missing [state]="state()" />
    } @else {
      <div class="block">
        <h2>No plies</h2>
        <p>
          {{
            inputs().damage.depth === 'finish'
              ? 'No fibre is broken, so nothing is laid.'
              : 'Nothing is laid: resin is injected.'
          }}
        </p>
        <div class="row-actions"><button type="button" class="act" (click)="goOn('plies')">Go on</button></div>
      </div>
    }
  `,
})
export class PliesStage extends StagePanel {
  readonly parts = PARTS;
  readonly laidOn = computed(() => {
    const profile = this.plan().taper?.profile;
    return profile !== undefined && isLaidOn(profile);
  });
  readonly laid = computed(() => laysPlies(this.inputs()));
  readonly orders = optionsOf(ORDER_NAMES);
  readonly bend = computed(
    () =>
      this.plan()
        .match?.ratios.find((m) => m.direction === 'd11')
        ?.ratio.toFixed(2) ?? '–',
  );

  edit(patch: Partial<RepairInputs['stack']>): void {
    this.store.edit('stack', patch);
  }
}
