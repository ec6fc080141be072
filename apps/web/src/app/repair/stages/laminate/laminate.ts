import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { PARENT_NAMES, unsaidWords } from '@ashstep/contract';
import { type RepairInputs, laysPlies, unsaidOfLaminate } from '@ashstep/core/repair';
import { ChoiceField, optionsOf } from '../../../parts/choice-field';
import { QuantityField } from '../../../parts/quantity-field';
import { FigurePipe, UnitPipe } from '../../../platform/quantity.pipe';
import { wantsOf } from '../missing';
import { counted } from '../counted';
import type { Want } from '../wants';
import { GoBar } from '../go-bar';
import { Headline } from '../headline';
import { PartIndex } from '../part-index';
import { StagePanel } from '../stage-panel';
import { EarlierJobs } from './earlier-jobs';
import { PARTS } from './parts';

@Component({
  selector: 'ash-laminate',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [EarlierJobs, ChoiceField, QuantityField, FigurePipe, UnitPipe, Headline, PartIndex, GoBar],
  template: `
    @let lam = inputs().laminate;
    <dl ashHeadline>
      <div>
        <dt>Thickness</dt>
        <dd>
          {{ plan().parent?.thicknessMm | figure: 'thickness' : 1 }} <small>{{ 'thickness' | unit }}</small>
        </dd>
        <dd class="under">{{ plies() }}{{ plan().parent?.guessed ? ', guessed' : '' }}</dd>
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
    <fieldset class="block" [disabled]="frame.frozen()">
      <div class="decision">
        <ash-choice label="What is known" [options]="knowns" [value]="lam.known" (pick)="edit({ known: $event })" />
        <ash-quantity
          label="Measured thickness"
          kind="thickness"
          [value]="lam.thicknessMm"
          [optional]="true"
          (valueChange)="edit({ thicknessMm: $event })"
          [error]="error('laminate.thicknessMm')"
        />
      </div>
      @if (wants().length === 0) {
        <p class="why">{{ why() }}</p>
      }
    </fieldset>
    <ash-earlier-jobs [state]="state()" />
    <ash-parts [parts]="parts" [state]="state()" />
    <ash-go
      stage="laminate"
      [facts]="plan().facts"
      [label]="label()"
      [repairId]="state().detail.id"
      [wants]="wants()"
      (go)="goOn('laminate')"
    />
  `,
})
export class LaminateStage extends StagePanel {
  readonly parts = PARTS;
  readonly knowns = optionsOf({ thickness: 'Thickness only', plies: 'Ply by ply' } as const);
  readonly plies = computed(() => counted(this.plan().parent?.plies.length ?? 0, 'ply', 'plies'));
  private readonly evidence = computed(() => this.plan().resin?.evidence);
  readonly percent = computed(() => {
    const evidence = this.evidence();
    return evidence ? Math.round(100 * evidence.posterior[evidence.mostLikely]) : 0;
  });
  readonly likely = computed(() => PARENT_NAMES[this.evidence()?.mostLikely ?? 'unknown'].toLowerCase());
  /** Plies go by it; a fill or an injection needs none of it. */
  readonly needed = computed(() => laysPlies(this.inputs()));
  readonly label = computed(() =>
    this.needed() && this.evidence()?.treatAsUnknown
      ? 'Taken as unknown, choose the resin'
      : 'Known well enough, choose the resin',
  );
  readonly wants = computed((): Want[] => {
    const unsaid = unsaidOfLaminate(this.inputs());
    return [
      ...(this.plan().parent || !this.needed() ? [] : wantsOf(this.state()).filter(({ stage }) => stage === 'look' || stage === 'laminate')), // prettier-ignore
      ...(unsaid.length > 0 ? [{ stage: 'laminate' as const, part: 'core', text: unsaidWords(unsaid) }] : []),
    ];
  });

  readonly why = computed(() => {
    const { known, pliesFrom } = this.inputs().laminate;
    if (known === 'plies')
      return pliesFrom
        ? `The patch is matched against plies as found on another job (${pliesFrom}), not read here.`
        : 'The patch is matched ply by ply against what is entered.';
    return this.plan().parent?.fibre === 'carbon'
      ? 'A carbon laminate of that thickness is guessed; reading the rings settles it.'
      : 'A usual glass laminate of that thickness is guessed; reading the rings settles it.';
  });

  edit(patch: Partial<RepairInputs['laminate']>): void {
    this.store.edit('laminate', patch);
  }
}
