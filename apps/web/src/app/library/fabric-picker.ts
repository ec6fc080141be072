import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core';
import { NgbTypeahead, type NgbTypeaheadSelectItemEvent } from '@ng-bootstrap/ng-bootstrap';
import { isOwn, searchLibrary } from '@ashstep/contract';
import { attempt } from '@ashstep/core/errors';
import { type Fabric, type FabricRef, fabricOf } from '@ashstep/core/material';
import { type Observable, Subject, map, merge } from 'rxjs';
import { LibraryService, fabricRef } from './library.service';

const MOST_SHOWN = 12;
let nextId = 0;

/** A fabric found by typing a few words or a weight: shipped ones and the shop's own. Leaves the old one when nothing is picked. */
@Component({
  selector: 'ash-fabric-picker',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgbTypeahead],
  template: `
    <div class="field">
      <label [for]="id" [class.visually-hidden]="bare()">{{ label() }}</label>
      <input
        #box
        [id]="id"
        type="text"
        autocomplete="off"
        [placeholder]="optional() ? 'None' : 'Which fabric'"
        [value]="text()"
        [ngbTypeahead]="search"
        [resultFormatter]="nameOf"
        [inputFormatter]="nameOf"
        [focusFirst]="true"
        container="body"
        (focus)="enter(box)"
        (selectItem)="take($event, box)"
        (blur)="leave(box)"
      />
    </div>
  `,
})
export class FabricPicker {
  readonly label = input.required<string>();
  readonly value = input.required<FabricRef | null>();
  /** An empty field means none. */
  readonly optional = input(false);
  readonly bare = input(false);
  readonly pick = output<FabricRef | null>();
  readonly id = `f${nextId++}`;
  private readonly library = inject(LibraryService);

  private readonly current = computed(() => {
    const value = this.value();
    return value && attempt(() => fabricOf(value)).result;
  });
  readonly text = signal('');
  /** Where nothing is picked yet, the first of the list is offered before anything is typed. */
  private readonly offered$ = new Subject<string>();

  constructor() {
    this.library.ensure();
    effect(() => this.text.set(this.current()?.name ?? ''));
  }

  readonly search = (typed$: Observable<string>): Observable<readonly Fabric[]> =>
    merge(typed$, this.offered$).pipe(
      // An emptied field that may be empty offers nothing: leaving it would take the first of the list.
      map((typed) =>
        typed.trim() === '' && this.optional() ? [] : searchLibrary(this.library.fabrics(), typed).slice(0, MOST_SHOWN),
      ),
    );
  readonly nameOf = (fabric: Fabric | string): string =>
    typeof fabric === 'string' ? fabric : `${fabric.name}${isOwn(fabric.id) ? ', own' : ''}`;

  enter(box: HTMLInputElement): void {
    box.select();
    if (!this.value() && !this.optional()) this.offered$.next('');
  }

  take({ item }: NgbTypeaheadSelectItemEvent<Fabric>, box: HTMLInputElement): void {
    this.text.set(item.name);
    queueMicrotask(() => (box.value = item.name));
    this.pick.emit(fabricRef(item));
  }

  /** What was typed and not picked goes; an emptied field means none where that may be. */
  leave(box: HTMLInputElement): void {
    const name = this.current()?.name ?? '';
    if (box.value.trim() === '' && this.optional() && name !== '') this.pick.emit(null);
    else if (box.value !== name && box.value !== this.text()) box.value = name;
  }
}
