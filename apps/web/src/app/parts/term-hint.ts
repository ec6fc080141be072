import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { NgbPopover } from '@ng-bootstrap/ng-bootstrap/popover';
import { termOf } from '@ashstep/contract';

/** A term of the trade that says what it means when it is pressed. Escape or a press beside it closes it again. */
@Component({
  selector: 'ash-term',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgbPopover],
  template: `<button
    type="button"
    [ngbPopover]="term()!.text"
    [popoverTitle]="term()!.name"
    placement="bottom top auto"
    container="body"
    popoverClass="term"
    [autoClose]="true"
    [attr.aria-label]="term()!.name + ', what it means'"
  >
    <ng-content />
  </button>`,
  styles: `
    button {
      all: unset;
      cursor: help;
      text-decoration: underline dotted 1.5px;
      text-underline-offset: 3px;
    }
    button:focus-visible {
      outline: 3px solid var(--ink);
      outline-offset: 2px;
    }
  `,
})
export class TermHint {
  /** Id of the term. */
  readonly of = input.required<string>();
  readonly term = computed(() => termOf(this.of()));
}
