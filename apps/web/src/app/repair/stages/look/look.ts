import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { unsaidWords } from '@ashstep/contract';
import { type RepairInputs, isUncut, isUnsaid, laysPlies } from '@ashstep/core/repair';
import { ChoiceField, optionsOf } from '../../../parts/choice-field';
import { TickInput } from '../../../parts/inputs';
import { QuantityField } from '../../../parts/quantity-field';
import { FigurePipe, UnitPipe } from '../../../platform/quantity.pipe';
import { GoBar } from '../go-bar';
import { Headline } from '../headline';
import { PartIndex } from '../part-index';
import { StagePanel } from '../stage-panel';
import { emptyWords } from '../missing';
import type { Want } from '../wants';
import { PARTS } from './parts';

const WHY: Record<RepairInputs['damage']['depth'], string> = {
  finish: 'No fibre is broken: only the finish is opened, filled and levelled.',
  part: 'The plies to that depth are ground away and laid again.',
  through: 'Every ply is broken: all of them are ground away and laid again.',
};

@Component({
  selector: 'ash-look',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChoiceField, QuantityField, TickInput, FigurePipe, UnitPipe, Headline, PartIndex, GoBar],
  templateUrl: './look.html',
})
export class LookStage extends StagePanel {
  readonly parts = PARTS;
  readonly uncut = computed(() => isUncut(this.inputs()));
  readonly depths = optionsOf({ finish: 'Finish only', part: 'Some plies', through: 'Through' } as const);
  /** Nobody has said how large it is: what is drawn is only something to begin with. */
  readonly unmeasured = computed(() => isUnsaid(this.inputs().damage, 'shape'));
  readonly depth = computed(() => (isUnsaid(this.inputs().damage, 'depth') ? null : this.inputs().damage.depth));
  /** Part of the depth is ground away: of some plies it has to be known how many. */
  private readonly depthMissing = computed(
    () => this.depth() === 'part' && this.inputs().damage.depthMm === null && laysPlies(this.inputs()),
  );
  readonly wants = computed((): Want[] => {
    const place = this.inputs().place.unsaid ?? [];
    return [
      ...(this.unmeasured() ? [{ stage: 'look' as const, part: 'outline', text: 'Measure the damage, or draw its outline' }] : []), // prettier-ignore
      ...(this.depth() === null ? [{ stage: 'look' as const, text: 'Say how deep it goes' }] : []),
      ...(this.depthMissing() ? [{ stage: 'look' as const, text: emptyWords('damage.depthMm')! }] : []),
      ...(place.length > 0 ? [{ stage: 'look' as const, part: 'place', text: unsaidWords(place) }] : []),
    ];
  });
  readonly why = computed(() => {
    const depth = this.depth();
    if (!depth) return '';
    return depth !== 'finish' && this.uncut()
      ? 'Nothing is cut out: the outline is the area that is worked on.'
      : WHY[depth];
  });

  setDamage(patch: Partial<RepairInputs['damage']>): void {
    this.store.edit('damage', patch);
  }
}
