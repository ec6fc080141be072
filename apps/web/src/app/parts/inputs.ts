import { Directive, ElementRef, inject, input, output } from '@angular/core';

/** A checkbox that says whether it is ticked. */
@Directive({
  selector: 'input[type=checkbox][ticked]',
  host: { '(change)': 'ticked.emit(box.checked)' },
})
export class TickInput {
  readonly box = inject<ElementRef<HTMLInputElement>>(ElementRef).nativeElement;
  readonly ticked = output<boolean>();
}

/** A field of text that says what it holds: `typed` with every key, `entered` when it is left. */
@Directive({
  selector: 'input[typed], input[entered], textarea[typed], textarea[entered]',
  host: { '(input)': 'typed.emit(field.value)', '(change)': 'entered.emit(field.value)' },
})
export class TextInput {
  readonly field = inject<ElementRef<HTMLInputElement | HTMLTextAreaElement>>(ElementRef).nativeElement;
  readonly typed = output<string>();
  readonly entered = output<string>();
}

/** A list to choose from that says which of its options is chosen, by its value as text. */
@Directive({
  selector: 'select[chosen]:not([of])',
  host: { '(change)': 'chosen.emit(list.value)' },
})
export class PickSelect {
  readonly list = inject<ElementRef<HTMLSelectElement>>(ElementRef).nativeElement;
  readonly chosen = output<string>();
}

/** What an option stands for: an entry by its value or id, or a value with its name. */
type Entry<T extends string> = { readonly value: T } | { readonly id: T } | readonly [T, string];

/** The same where what may be chosen is a table, of whose kind the answer is. */
@Directive({
  selector: 'select[chosen][of]',
  host: { '(change)': 'choose()' },
})
export class PickOf<T extends string> {
  private readonly list = inject<ElementRef<HTMLSelectElement>>(ElementRef).nativeElement;
  readonly of = input.required<readonly Entry<T>[]>();
  readonly chosen = output<T>();

  choose(): void {
    const values = this.of().map((entry) => ('value' in entry ? entry.value : 'id' in entry ? entry.id : entry[0]));
    this.chosen.emit(values.find((value) => value === this.list.value)!);
  }
}
