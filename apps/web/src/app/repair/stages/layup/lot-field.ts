import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import type { Lot } from '@ashstep/contract';
import { TextInput } from '../../../parts/inputs';

let nextId = 0;

/** Which lot went in, read off the label: the shelf's own are there to be pressed, any other is typed. */
@Component({
  selector: 'ash-lot-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TextInput],
  template: `
    <div class="field">
      <label [for]="id">{{ label() }}</label><input
        [id]="id"
        maxlength="60"
        autocomplete="off"
        [value]="value()"
        (typed)="value.set($event)"
      />
    </div>
    @if (lots().length > 0) {
      <div class="shelf" role="group" [attr.aria-label]="label() + ', on the shelf'">
        @for (lot of lots(); track lot.id) {
          <button
            type="button"
            class="act small"
            [attr.aria-pressed]="value() === lot.code"
            (click)="value.set(lot.code)"
          >
            {{ value() === lot.code ? '✓ ' : '' }}{{ lot.code }}
          </button>
        }
      </div>
    }
  `,
  styles: `
    .shelf {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      margin-top: 6px;
    }
  `,
})
export class LotField {
  readonly label = input.required<string>();
  readonly lots = input.required<readonly Lot[]>();
  readonly value = model.required<string>();
  readonly id = `lot${nextId++}`;
}
