import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { PARENT_NAMES } from '@ashstep/contract';
import { CLUES, CORES, HYPOTHESES, PRIORS, type RepairInputs } from '@ashstep/core';
import { ChoiceField, optionsOf } from '../../parts/choice-field';
import { QuantityField } from '../../parts/quantity-field';
import { FigurePipe, UnitPipe } from '../../platform/quantity.pipe';
import { LayerTable } from '../layer-table';
import { GoBar } from '../../parts/go-bar';
import { StagePanel } from './stage';

@Component({
  selector: 'ash-laminate',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChoiceField, QuantityField, FigurePipe, UnitPipe, LayerTable, GoBar],
  template: `
    @let lam = inputs().laminate;
    <dl class="figures">
      <div>
        <dt>Thickness</dt>
        <dd>
          {{ plan().parent?.thicknessMm | figure: 'thickness' : 1 }} <small>{{ 'thickness' | unit }}</small>
        </dd>
        <dd class="under">{{ plan().parent?.plies?.length ?? 0 }} plies{{ plan().parent?.guessed ? ', guessed' : '' }}</dd>
      </div>
      <div>
        <dt>Resin in it</dt>
        <dd>{{ percent() }} <small>%</small></dd>
        <dd class="under">{{ likely() }}{{ plan().resin?.evidence?.treatAsUnknown ? ', treated as unknown' : '' }}</dd>
      </div>
      <div>
        <dt>Weight</dt>
        <dd>
          {{ plan().parent?.whole?.massGsm | figure: 'arealWeight' }} <small>{{ 'arealWeight' | unit }}</small>
        </dd>
      </div>
    </dl>
    <div class="block">
      <ash-choice label="What is known" [options]="knowns" [value]="lam.known" (pick)="edit({ known: $event })" />
      <div class="fields">
        <ash-quantity label="Measured thickness" kind="thickness" [value]="lam.thicknessMm" [optional]="true" (valueChange)="edit({ thicknessMm: $event })" [error]="error('laminate.thicknessMm')" />
        <ash-quantity label="Gel coat or paint" kind="thickness" [value]="lam.finishThicknessMm" (valueChange)="edit({ finishThicknessMm: $event! })" [error]="error('laminate.finishThicknessMm')" />
      </div>
      @if (lam.known === 'plies') {
        <ash-layer-table [layers]="lam.plies" [thicknesses]="plan().parent?.whole?.layerThicknessMm ?? []" (layersChange)="edit({ plies: $event })" top="Outer face first" />
      }
      @for (remark of plan().parent?.remarks ?? []; track remark.id) {
        <p class="remark">{{ words(remark) }}</p>
      }
      @if (missing()) {
        <p class="remark">{{ missing() }}</p>
      }
      <div class="fields">
        <div class="field">
          <label for="core">Core</label
          ><select id="core" (change)="core($any($event.target).value)">
            <option value="" [selected]="!lam.core">None, solid</option>
            @for (c of cores; track c.id) {
              <option [value]="c.id" [selected]="lam.core?.coreId === c.id">{{ c.name }}</option>
            }
          </select>
        </div>
        @if (lam.core; as core) {
          <ash-quantity label="Core thickness" [value]="core.thicknessMm" (valueChange)="edit({ core: { coreId: core.coreId, reachable: core.reachable, thicknessMm: $event! } })" [error]="error('laminate.core.thicknessMm')" />
        }
      </div>
      @if (lam.core; as core) {
        <label class="tick"><input type="checkbox" [checked]="core.reachable" (change)="edit({ core: { coreId: core.coreId, thicknessMm: core.thicknessMm, reachable: $any($event.target).checked } })" />Resin could reach the core</label>
      }
    </div>
    <div class="block">
      <h2>Which resin is in it?</h2>
      <div class="field">
        <label for="prior">Kind of item</label
        ><select id="prior" (change)="edit({ priorId: $any($event.target).value })">
          @for (p of priors; track p.id) {
            <option [value]="p.id" [selected]="p.id === lam.priorId">{{ p.label }}</option>
          }
        </select>
      </div>
      <ul class="bars" aria-label="Belief">
        @for (bar of bars(); track bar.name) {
          <li>
            <span>{{ bar.name }}</span><span class="bar"><i [style.width.%]="bar.percent"></i></span><b class="num">{{ bar.percent < 0.95 ? '<1' : bar.percent.toFixed(0) }} %</b>
          </li>
        }
      </ul>
      <div class="clues">
        @for (clue of clues; track clue.id) {
          <label class="tick"
            ><input type="checkbox" [checked]="lam.clueIds.includes(clue.id)" (change)="setClue(clue.id, $any($event.target).checked)" /><span
              >{{ clue.label }}
              @if (push(clue.id); as text) {
                <b class="num"> {{ text }}</b>
              }
            </span></label
          >
        }
      </div>
      <label class="tick"><input type="checkbox" [checked]="lam.epoxyInBond" (change)="edit({ epoxyInBond: $any($event.target).checked })" />Epoxy glue or barrier coat is left in the bond area</label>
      <label class="tick"><input type="checkbox" [checked]="lam.pressedPanel" (change)="edit({ pressedPanel: $any($event.target).checked })" />Pressed panel with a smooth, fibre-poor face</label>
      @if (plan().resin?.evidence?.remarks?.[0]; as remark) {
        <p class="remark">{{ words(remark) }}</p>
      }
    </div>
    <ash-go stage="laminate" [facts]="plan().facts" label="Known well enough, choose the resin" [disabled]="!plan().parent" (go)="goOn('laminate')" />
  `,
  styles: `
    .bars {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    .bars li {
      display: grid;
      grid-template-columns: 110px 1fr 52px;
      gap: 10px;
      align-items: center;
    }
    .bar {
      height: 16px;
      border: 1px solid var(--ink);
      background: var(--sheet);
    }
    .bar i {
      display: block;
      height: 100%;
      background: url("data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg' width='6' height='6'%3E%3Crect width='6' height='6' fill='%23DCD5C2'/%3E%3Cpath d='M0 6L6 0' stroke='%236B6454'/%3E%3C/svg%3E");
    }
    .clues {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
      column-gap: 12px;
    }
  `,
})
export class LaminateStage extends StagePanel {
  readonly knowns = optionsOf({ thickness: 'Thickness only', plies: 'Ply by ply' } as const);
  readonly cores = CORES;
  readonly priors = PRIORS;
  readonly clues = CLUES;
  readonly bars = computed(() => HYPOTHESES.map((h) => ({ name: PARENT_NAMES[h], percent: 100 * (this.plan().resin?.evidence.posterior[h] ?? 0) })));
  readonly percent = computed(() => Math.round(Math.max(...this.bars().map((bar) => bar.percent))));
  readonly likely = computed(() =>
    this.bars()
      .reduce((a, b) => (b.percent > a.percent ? b : a))
      .name.toLowerCase(),
  );
  readonly missing = computed(() => {
    const problem = this.plan().problems.find((p) => p.stage === 'laminate' && p.code === 'empty');
    return problem ? { 'laminate.thicknessMm': 'Needs the measured thickness.', 'laminate.plies': 'Needs at least one ply.', 'damage.depthMm': 'Needs the depth of the damage, on Look & map.' }[problem.field] : null;
  });

  edit(patch: Partial<RepairInputs['laminate']>): void {
    this.store.edit('laminate', patch);
  }

  core(coreId: string): void {
    const old = this.inputs().laminate.core;
    this.edit({ core: coreId === '' ? null : { coreId, thicknessMm: old?.thicknessMm ?? 12, reachable: old?.reachable ?? true } });
  }

  setClue(id: string, seen: boolean): void {
    const others = this.inputs().laminate.clueIds.filter((clue) => clue !== id);
    this.edit({ clueIds: seen ? [...others, id] : others });
  }

  /** How far a clue that was seen moved the likeliest resin. */
  push(id: string): string | null {
    const evidence = this.plan().resin?.evidence;
    const push = evidence?.pushes.find((p) => p.id === id);
    if (!push || !evidence) return null;
    const points = Math.round(100 * push.push[evidence.mostLikely]);
    return `${points >= 0 ? '+' : '\u2212'}${Math.abs(points)}`;
  }
}
