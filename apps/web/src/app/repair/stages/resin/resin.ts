import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { FAMILY_NAMES, PARENT_NAMES, SCHOOL_NAMES, WHY_WORDS, remarkWords } from '@ashstep/contract';
import type { RepairInputs } from '@ashstep/core/repair';
import { GEL_COAT } from '@ashstep/core/resin';
import { ChoiceField, optionsOf } from '../../../parts/choice-field';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import { GoBar } from '../go-bar';
import { Headline } from '../headline';
import { PartIndex } from '../part-index';
import { StagePanel } from '../stage-panel';
import { PARTS } from './parts';
import type { Want } from '../wants';
import { SystemPicker } from './system-picker';

@Component({
  selector: 'ash-resin',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChoiceField, QuantityPipe, SystemPicker, Headline, PartIndex, GoBar],
  template: `
    @let resin = inputs().resin;
    @if (plan().resin; as r) {
      <dl ashHeadline>
        <div>
          <dt>In the laminate</dt>
          <dd>{{ parentName() }}</dd>
          <dd class="under">{{ sure() }}</dd>
        </div>
        <div>
          <dt>{{ r.chosen ? 'Taken' : 'This way' }}</dt>
          <dd>{{ gelCoatOnly() ? 'Gel coat' : r.card ? families[r.card.family] : 'None' }}</dd>
          <dd class="under">
            {{
              gelCoatOnly()
                ? 'nothing else is mixed'
                : r.chosen
                  ? r.card!.name
                  : r.card
                    ? 'pick a system'
                    : 'none suits'
            }}
          </dd>
        </div>
        @if (r.card; as card) {
          <div>
            <dt>Good from</dt>
            <dd>{{ card.minTempC | qty: 'temperature' : 0 }}</dd>
            <dd class="under">air {{ plan().air.tempC.value | qty: 'temperature' }}</dd>
          </div>
        }
      </dl>
      <fieldset class="block" [disabled]="frame.frozen()">
        @if (gelCoatOnly()) {
          <p class="why">
            <b>Why gel coat</b> Only the gel coat is hurt, and gel-coat paste bonds to it. Take epoxy first if it
            reaches fibre or core; below the waterline it is chosen for you.
          </p>
        } @else {
          <ash-choice
            label="Choose the resin by"
            [options]="schools"
            [value]="resin.school"
            (pick)="edit({ school: $event })"
          />
          <p class="why">
            <b>{{ r.verdicts.recommended ? 'Why ' + families[r.verdicts.recommended].toLowerCase() : 'Stop here' }}</b>
            {{ why() }}
          </p>
          @if (r.verdicts.recommended; as family) {
            <ash-system-picker [state]="state()" [family]="family" />
          }
        }
      </fieldset>
      <ash-parts [parts]="parts" [state]="state()" />
      <ash-go
        stage="resin"
        [facts]="plan().facts"
        [label]="'Take ' + r.card?.name?.toLowerCase() + ', set the taper'"
        [repairId]="state().detail.id"
        [wants]="wants()"
        (go)="goOn('resin')"
      />
    }
  `,
})
export class ResinStage extends StagePanel {
  readonly parts = PARTS;
  readonly families = FAMILY_NAMES;
  readonly schools = optionsOf(SCHOOL_NAMES);
  readonly why = computed(() =>
    this.plan().resin!.parent === 'thermoplastic'
      ? remarkWords({ id: 'hold.thermoplastic' })
      : WHY_WORDS[this.plan().resin!.verdicts.why],
  );
  readonly gelCoatOnly = computed(() => this.plan().resin!.card?.id === GEL_COAT.id);
  readonly parentName = computed(() => PARENT_NAMES[this.plan().resin!.parent]);
  readonly sure = computed(() => {
    const { evidence } = this.plan().resin!;
    const likely = `${Math.round(100 * evidence.posterior[evidence.mostLikely])} %`;
    return evidence.treatAsUnknown
      ? `likely ${PARENT_NAMES[evidence.mostLikely].toLowerCase()}, ${likely}: taken as unknown`
      : `${likely} sure`;
  });

  readonly wants = computed((): Want[] => {
    const { chosen, verdicts } = this.plan().resin!;
    if (!chosen)
      return [
        { stage: 'resin', text: verdicts.recommended ? 'Pick a resin' : 'Stopped: no resin suits, the reason stands' },
      ];
    const said = !this.plan().resin?.needsReason || this.inputs().resin.overrideReason.trim() !== '';
    return said ? [] : [{ stage: 'resin', part: 'reason', text: 'Write why not the recommended one' }];
  });

  edit(patch: Partial<RepairInputs['resin']>): void {
    this.store.edit('resin', patch);
  }
}
