import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { PARENT_NAMES, isOwn } from '@ashstep/contract';
import { type RepairInputs, laysPlies } from '@ashstep/core/repair';
import { ChoiceField, optionsOf } from '../../../parts/choice-field';
import { QuantityField } from '../../../parts/quantity-field';
import { FigurePipe, UnitPipe } from '../../../platform/quantity.pipe';
import { LibraryService } from '../../../library/library.service';
import { LayerTable } from '../layer-table';
import { GoBar } from '../../../parts/go-bar';
import { StagePanel } from '../stage-panel';
import { StagePanels } from '../stage-panels';
import { PANELS } from './panels';
import { PickSelect, TickInput } from '../../../parts/inputs';

@Component({
  selector: 'ash-laminate',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickSelect, TickInput, StagePanels, ChoiceField, QuantityField, FigurePipe, UnitPipe, LayerTable, GoBar],
  template: `
    @let lam = inputs().laminate;
    <dl class="figures">
      <div>
        <dt>Thickness</dt>
        <dd>
          {{ plan().parent?.thicknessMm | figure: 'thickness' : 1 }} <small>{{ 'thickness' | unit }}</small>
        </dd>
        <dd class="under">
          {{ plan().parent?.plies?.length ?? 0 }} plies{{ plan().parent?.guessed ? ', guessed' : '' }}
        </dd>
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
        <ash-quantity
          label="Measured thickness"
          kind="thickness"
          [value]="lam.thicknessMm"
          [optional]="true"
          (valueChange)="edit({ thicknessMm: $event })"
          [error]="error('laminate.thicknessMm')"
        />
        <ash-quantity
          label="Gel coat or paint"
          kind="thickness"
          [value]="lam.finishThicknessMm"
          (valueChange)="edit({ finishThicknessMm: $event! })"
          [error]="error('laminate.finishThicknessMm')"
        />
      </div>
      @if (lam.known === 'thickness') {
        <label class="tick"
          ><input type="checkbox" [checked]="lam.fibre === 'carbon'" (ticked)="setCarbon($event)" />It is carbon: the
          grind is black and soft as pencil dust</label
        >
      }
      @if (lam.known === 'plies') {
        <ash-layer-table
          [layers]="lam.plies"
          [thicknesses]="plan().parent?.whole?.layerThicknessMm ?? []"
          (layersChange)="edit({ plies: $event })"
          top="Outer face first"
        />
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
          ><select id="core" (chosen)="core($event)">
            <option value="" [selected]="!lam.core">None, solid</option>
            @for (c of cores(); track c.id) {
              <option [value]="c.id" [selected]="lam.core?.coreId === c.id">{{ c.name }}</option>
            }
          </select>
        </div>
        @if (lam.core; as core) {
          <ash-quantity
            label="Core thickness"
            [value]="core.thicknessMm"
            (valueChange)="changeCore({ thicknessMm: $event! })"
            [error]="error('laminate.core.thicknessMm')"
          />
        }
      </div>
      @if (lam.core; as core) {
        <label class="tick"
          ><input type="checkbox" [checked]="core.reachable" (ticked)="changeCore({ reachable: $event })" />Resin could
          reach the core</label
        >
      }
    </div>
    <ash-stage-panels [panels]="panels" [state]="state()" />
    <ash-go
      stage="laminate"
      [facts]="plan().facts"
      [label]="missing() ?? 'Known well enough, choose the resin'"
      [disabled]="needed() && !plan().parent"
      (go)="goOn('laminate')"
    />
  `,
})
export class LaminateStage extends StagePanel {
  readonly panels = PANELS;
  readonly knowns = optionsOf({ thickness: 'Thickness only', plies: 'Ply by ply' } as const);
  private readonly library = inject(LibraryService);
  readonly cores = this.library.cores;
  private readonly evidence = computed(() => this.plan().resin?.evidence);
  readonly percent = computed(() => {
    const evidence = this.evidence();
    return evidence ? Math.round(100 * evidence.posterior[evidence.mostLikely]) : 0;
  });
  readonly likely = computed(() => PARENT_NAMES[this.evidence()?.mostLikely ?? 'unknown'].toLowerCase());
  /** Plies go by it; a fill or an injection needs none of it. */
  readonly needed = computed(() => laysPlies(this.inputs()));
  readonly missing = computed(() => {
    if (!this.needed()) return null;
    const problem = this.plan().problems.find((p) => p.stage === 'laminate' && p.code === 'empty');
    return problem
      ? {
          'laminate.thicknessMm': 'Needs the measured thickness.',
          'laminate.plies': 'Needs at least one ply.',
          'damage.depthMm': 'Needs the depth of the damage, on Look & map.',
        }[problem.field]
      : null;
  });

  edit(patch: Partial<RepairInputs['laminate']>): void {
    this.store.edit('laminate', patch);
  }

  setCarbon(carbon: boolean): void {
    this.edit({ fibre: carbon ? 'carbon' : undefined } as Partial<RepairInputs['laminate']>);
  }

  changeCore(patch: { thicknessMm?: number; reachable?: boolean }): void {
    const { core } = this.inputs().laminate;
    if (core) this.edit({ core: { ...core, ...patch } });
  }

  core(coreId: string): void {
    const old = this.inputs().laminate.core;
    const own = isOwn(coreId) ? this.cores().find(({ id }) => id === coreId) : undefined;
    this.edit({
      core:
        coreId === ''
          ? null
          : { coreId, ...(own ? { own } : {}), thicknessMm: old?.thicknessMm ?? 12, reachable: old?.reachable ?? true },
    });
  }
}
