import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  afterNextRender,
  inject,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { Router } from '@angular/router';
import { NgbTypeahead, type NgbTypeaheadSelectItemEvent } from '@ng-bootstrap/ng-bootstrap/typeahead';
import { type Observable, map } from 'rxjs';
import { FindService } from './find.service';
import type { Findable, FindableKind } from './findable';

const MOST_SHOWN = 10;
const KINDS: Record<FindableKind, string> = {
  part: 'here',
  job: 'job',
  action: 'go to',
  craft: 'craft',
  lot: 'lot',
  entry: 'library',
  term: 'term',
};

/** One field that finds anything and goes there. */
@Component({
  selector: 'ash-finder',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgbTypeahead],
  template: `
    <dialog #dialog aria-label="Find" (close)="closed.emit()" (click)="pressed($event)">
      <label for="find">Find a job, craft, lot, part of this job, place or term</label>
      <input
        #box
        id="find"
        type="text"
        autocomplete="off"
        [ngbTypeahead]="search"
        [resultTemplate]="line"
        [inputFormatter]="nameOf"
        [focusFirst]="true"
        [showHint]="false"
        popupClass="finder"
        (selectItem)="go($event)"
        (input)="nothing.set(false)"
      />
      @if (nothing()) {
        <p class="quiet" role="status">
          Nothing is called that. Try a tag, a place on the craft, or a word of the trade.
        </p>
      }
      <ng-template #line let-found="result">
        <b>{{ found.name }}</b> <span class="quiet">{{ found.under }}</span>
        <span class="kind">{{ kinds[found.kind] }}</span>
      </ng-template>
    </dialog>
  `,
  styles: `
    dialog {
      width: min(640px, calc(100vw - 24px));
      margin-top: 9vh;
      padding: 16px;
      overflow: visible;
      border: 2px solid var(--ink);
      background: var(--sheet);
      color: var(--ink);
    }
    dialog::backdrop {
      background: rgb(25 31 33 / 45%);
    }
    label {
      display: block;
      margin-bottom: 6px;
      font: 560 14px var(--text);
    }
    input {
      width: 100%;
      min-height: 52px;
      padding: 4px 12px;
      border: 2px solid var(--ink);
      border-radius: 0;
      background: var(--sheet);
      color: var(--ink);
      font: 520 19px var(--text);
    }
    p {
      margin-top: 8px;
    }
  `,
})
export class Finder {
  readonly closed = output();
  readonly kinds: Record<string, string> = KINDS;
  readonly nothing = signal(false);
  private readonly router = inject(Router);
  private readonly finds = inject(FindService);
  private readonly dialog = viewChild.required<ElementRef<HTMLDialogElement>>('dialog');

  constructor() {
    this.finds.refresh(this.router.url);
    afterNextRender(() => this.dialog().nativeElement.showModal());
  }

  readonly search = (typed$: Observable<string>): Observable<Findable[]> =>
    typed$.pipe(
      map((typed) => {
        const found = this.finds.find(typed, MOST_SHOWN);
        this.nothing.set(found.length === 0 && typed.trim().length > 1);
        return found;
      }),
    );
  readonly nameOf = (found: Findable): string => found.name;

  go({ item }: NgbTypeaheadSelectItemEvent<Findable>): void {
    this.dialog().nativeElement.close();
    void this.router.navigate([item.path], { queryParams: item.params ?? {} });
  }

  /** A press beside the field closes it. */
  pressed(event: Event): void {
    if (event.target === this.dialog().nativeElement) this.dialog().nativeElement.close();
  }
}
