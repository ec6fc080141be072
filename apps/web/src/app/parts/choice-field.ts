import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

export interface Option<T> {
  value: T;
  label: string;
}

let nextId = 0;

/** A few alternatives side by side, one taken. Arrow keys move between them. */
@Component({
  selector: 'ash-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="field" role="radiogroup" [attr.aria-labelledby]="name">
      <span class="label" [id]="name">{{ label() }}</span>
      <div class="choices">
        @for (option of options(); track option.value) {
          <label
            ><input
              type="radio"
              [name]="name + 'r'"
              [checked]="option.value === value()"
              [disabled]="disabled()"
              (change)="pick.emit(option.value)"
            />{{ option.label }}</label
          >
        }
      </div>
    </div>
  `,
})
export class ChoiceField<T> {
  readonly label = input.required<string>();
  readonly options = input.required<readonly Option<T>[]>();
  /** Null while none has been taken. */
  readonly value = input.required<T | null>();
  readonly disabled = input(false);
  readonly pick = output<T>();
  readonly name = `c${nextId++}`;
}

/** Options of a table of names. */
export function optionsOf<K extends string>(names: Readonly<Record<K, string>>): Option<K>[] {
  return (Object.keys(names) as K[]).map((value) => ({ value, label: names[value] }));
}
