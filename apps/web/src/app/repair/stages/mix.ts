import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import type { RepairInputs } from '@ashstep/core';
import { QuantityField } from '../../parts/quantity-field';
import { FigurePipe, QuantityPipe, UnitPipe } from '../../platform/quantity.pipe';
import { GoBar } from '../../parts/go-bar';
import { StagePanel } from './stage';

@Component({
  selector: 'ash-mix',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QuantityField, FigurePipe, QuantityPipe, UnitPipe, GoBar],
  template: `
    @let set = inputs().mix;
    @if (plan().mix; as m) {
      @let card = plan().resin!.card!;
      <dl class="figures">
        <div>
          <dt>Mix in all</dt>
          <dd>
            {{ m.totalG | figure: 'mass' }} <small>{{ 'mass' | unit }}</small>
          </dd>
          <dd class="under">{{ m.pots }} {{ m.pots === 1 ? 'pot' : 'pots' }}</dd>
        </div>
        <div>
          <dt>Resin + {{ second() }}</dt>
          <dd>{{ m.totalResinG | figure: 'mass' }} + {{ m.totalSecondG | figure: 'mass' }}</dd>
          <dd class="under">{{ ratio() }}</dd>
        </div>
        <div>
          <dt>Working time</dt>
          <dd>{{ m.faces[0]!.split.workingTimeMin.toFixed(0) }} <small>min</small></dd>
          <dd class="under">at {{ inputs().days.tempC | qty: 'temperature' }}</dd>
        </div>
      </dl>
      @for (face of m.faces; track $index) {
        <div class="block">
          @if (m.faces.length === 2) {
            <h2>{{ $index === 0 ? 'First' : 'Second' }} face</h2>
          }
          @for (pot of face.pots; track pot.label) {
            <section class="pot" [attr.aria-label]="'Pot ' + pot.label">
              <h3>
                Pot {{ pot.label }} <span class="quiet">{{ pot.massG | qty: 'mass' }}, {{ pot.plies.length === 1 ? 'ply' : 'plies' }} {{ pot.plies.join(', ') }}</span>
              </h3>
              <div class="scale">
                <div><span>1 Cup, g</span><b>0.0</b><span>tare</span></div>
                <div class="resin">
                  <span>2 Resin to, g</span><b>{{ pot.mix.scaleG[1].toFixed(1) }}</b
                  ><span>{{ pot.mix.resinMl.toFixed(0) }} ml</span>
                </div>
                <div class="second">
                  <span>3 {{ card.kind === 'two-part' ? 'Hardener' : 'Catalyst' }} to, g</span><b>{{ pot.mix.scaleG[2].toFixed(1) }}</b
                  ><span>adds {{ pot.mix.secondG.toFixed(1) }} g, {{ pot.mix.secondMl.toFixed(1) }} ml{{ pot.mix.drops !== null ? ', ' + pot.mix.drops + ' drops' : '' }}</span>
                </div>
              </div>
              <p class="quiet">
                {{ card.kind === 'two-part' ? 'Hardener' : 'Catalyst' }} {{ pot.mix.secondMinG.toFixed(1) }} to {{ pot.mix.secondMaxG.toFixed(1) }} g. Outside that, bin the pot and mix again. This scale may be
                {{ abs(pot.worstErrorPercent) }} % off.
              </p>
            </section>
          }
          <table class="ruled">
            <tbody>
              <tr>
                <td>Plies</td>
                <td class="r num">{{ face.quantity.pliesResinG | qty: 'mass' }}</td>
              </tr>
              <tr>
                <td>Prime the ground face</td>
                <td class="r num">{{ face.quantity.primeG | qty: 'mass' }}</td>
              </tr>
              <tr>
                <td>Pot, brush, roller</td>
                <td class="r num">{{ face.quantity.wasteG | qty: 'mass' }}</td>
              </tr>
            </tbody>
          </table>
        </div>
      }
      <div class="block">
        <p class="why">
          <b>Why {{ m.pots }} {{ m.pots === 1 ? 'pot' : 'pots' }}</b> {{ m.faces[0]!.split.limitedBy === 'working-time' ? 'One pot is what can be laid before it thickens' : 'One pot is what it can hold without running away' }}:
          {{ m.faces[0]!.split.limitG | qty: 'mass' }}.
        </p>
        <p class="why">
          <b>By weight and by volume differ</b>
          {{ card.kind === 'two-part' ? '100 : ' + per100('w') + ' by weight is 100 : ' + per100('v') + ' by volume. Pour the one you set the scale for.' : 'Per cent is ml per 100 g of resin, as the can says.' }}
        </p>
        @for (remark of m.remarks; track remark.id) {
          <p class="remark">{{ words(remark) }}</p>
        }
        <p class="quiet">Smallest pot this scale mixes within tolerance: {{ m.smallestBatchG | qty: 'mass' }}.</p>
        <div class="fields">
          @if (card.kind === 'catalysed') {
            <ash-quantity
              [label]="'Catalyst, % (' + card.catalystMinPercent + ' to ' + card.catalystMaxPercent + ')'"
              kind="plain"
              [value]="set.catalystPercent"
              [optional]="true"
              (valueChange)="edit({ catalystPercent: $event })"
              [error]="error('mix.catalystPercent')"
            />
          }
          <ash-quantity label="Laid a minute" kind="mass" [value]="set.layingRateGPerMin" (valueChange)="edit({ layingRateGPerMin: $event! })" [error]="error('mix.layingRateGPerMin')" />
          <ash-quantity label="Scale may be off by" kind="mass" [value]="set.scaleErrorG" (valueChange)="edit({ scaleErrorG: $event! })" [error]="error('mix.scaleErrorG')" />
          <ash-quantity label="Prime" kind="arealWeight" [value]="set.primeGsm" (valueChange)="edit({ primeGsm: $event! })" [error]="error('mix.primeGsm')" />
          <ash-quantity label="Waste, %" kind="plain" [value]="set.wastePercent" (valueChange)="edit({ wastePercent: $event! })" [error]="error('mix.wastePercent')" />
          <ash-quantity label="Waste a pot, at least" kind="mass" [value]="set.potFloorG" (valueChange)="edit({ potFloorG: $event! })" [error]="error('mix.potFloorG')" />
        </div>
      </div>
      <ash-go stage="mix" [facts]="plan().facts" label="Mix planned, set the days" (go)="goOn('mix')" />
    } @else {
      <div class="block">
        <h2>{{ inputs().damage.depth === 'finish' ? 'No lay-up to mix for' : '–' }}</h2>
        <p>{{ catalystProblem() ?? (inputs().damage.depth === 'finish' ? 'Gel coat and filler are mixed at the finish.' : 'Needs the plies, on the stage before.') }}</p>
        @if (catalystProblem()) {
          <ash-quantity label="Catalyst, %" kind="plain" [value]="set.catalystPercent" [optional]="true" (valueChange)="edit({ catalystPercent: $event })" [error]="error('mix.catalystPercent')" />
        }
        <div class="row-actions"><button type="button" class="act" [disabled]="!!catalystProblem()" (click)="goOn('mix')">Go on</button></div>
      </div>
    }
  `,
  styles: `
    .pot {
      display: flex;
      flex-direction: column;
      gap: 6px;
    }
    .scale {
      display: grid;
      grid-template-columns: 0.7fr 1fr 1.3fr;
      border: 2px solid var(--ink);
    }
    .scale > div {
      padding: 6px 10px;
      background: var(--sheet);
      border-right: 1.5px solid var(--ink);
      display: flex;
      flex-direction: column;
    }
    .scale > div:last-child {
      border: 0;
    }
    .scale b {
      font: 660 36px/1 var(--head);
      font-stretch: 74%;
    }
    .scale span {
      font-size: 13px;
    }
    .scale .resin {
      background: var(--amber-tint);
    }
    .scale .second {
      background: var(--glass-tint);
    }
  `,
})
export class MixStage extends StagePanel {
  readonly second = computed(() => (this.plan().resin?.card?.kind === 'two-part' ? 'hardener' : 'catalyst'));
  readonly ratio = computed(() => {
    const pot = this.plan().mix!.faces[0]!.pots[0]!.mix;
    return pot.catalystPercent === null ? `100:${pot.per100ByWeight.toFixed(0)} by weight` : `${pot.catalystPercent.toFixed(1)} % by volume`;
  });
  readonly catalystProblem = computed(() => {
    const problem = this.plan().problems.find((p) => p.stage === 'mix' && p.field === 'catalystPercent');
    return problem ? `Refused: outside the product’s range it stays soft or burns. Accepted: ${problem.params['min']} to ${problem.params['max']} %.` : null;
  });

  abs(value: number): string {
    return Math.abs(value).toFixed(1);
  }

  per100(by: 'w' | 'v'): string {
    const pot = this.plan().mix!.faces[0]!.pots[0]!.mix;
    return (by === 'w' ? pot.per100ByWeight : pot.per100ByVolume).toFixed(1);
  }

  edit(patch: Partial<RepairInputs['mix']>): void {
    this.store.edit('mix', patch);
  }
}
