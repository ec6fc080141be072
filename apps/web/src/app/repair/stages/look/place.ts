import { ChangeDetectionStrategy, Component } from '@angular/core';
import { FINISH_NAMES, SERVICE_NAMES, WATERLINE_NAMES } from '@ashstep/contract';
import { type RepairInputs, type UnsaidPlace, hasWaterline, isUnsaid } from '@ashstep/core/repair';
import { ChoiceField, optionsOf } from '../../../parts/choice-field';
import { PickOf, TextInput, TickInput } from '../../../parts/inputs';
import { Panel } from '../stage-panel';

/** Where on the craft it is, what it has to stand there, and from where it can be reached. */
@Component({
  selector: 'ash-place',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChoiceField, PickOf, TextInput, TickInput],
  templateUrl: './place.html',
})
export class Place extends Panel {
  readonly waterlines = optionsOf(WATERLINE_NAMES);
  readonly hasWaterline = hasWaterline;
  readonly finishes = optionsOf(FINISH_NAMES);
  readonly accesses = optionsOf({ one: 'One face', both: 'Both faces' } as const);
  readonly services = optionsOf(SERVICE_NAMES);
  readonly specials = optionsOf({
    none: 'None of these',
    'drinking-water': 'Drinking water',
    fuel: 'Fuel',
    heat: 'Heat',
    fire: 'Fire-rated',
    food: 'Food',
  } as const);

  /** A choice as it was made; none where nobody has said it. */
  said<T>(value: T, field: UnsaidPlace): T | null {
    return isUnsaid(this.inputs().place, field) ? null : value;
  }

  setPlace(patch: Partial<RepairInputs['place']>): void {
    this.store.edit('place', patch);
  }
}
