import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { PickOf, TextInput } from '../../../parts/inputs';
import { Take } from '../../../instruments/take';
import { QuantityField } from '../../../parts/quantity-field';
import { Panel } from '../stage-panel';
import { LayUpDesk } from './desk';
import { LotField } from './lot-field';

/** The next pot by its figures, and what was really weighed for it. */
@Component({
  selector: 'ash-log-pot',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LotField, PickOf, Take, TextInput, QuantityField],
  templateUrl: './pot.html',
})
export class LogPot extends Panel {
  readonly desk = inject(LayUpDesk);
}
