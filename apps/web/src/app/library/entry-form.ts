import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { type LibraryBody } from '@ashstep/contract';
import type { FittedCure } from '@ashstep/core/cure';
import type { SystemCard, TwoPartCard } from '@ashstep/core/resin';
import { QuantityField } from '../parts/quantity-field';
import { CureSheet } from './cure-sheet';
import { type EntryField, fieldsOf, valueAt, withValue } from './entry-fields';
import { PickSelect, TextInput, TickInput } from '../parts/inputs';

const MOST_PARTS = 4;

/** One entry of the library written or changed. */
@Component({
  selector: 'ash-entry-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickSelect, TextInput, TickInput, QuantityField, CureSheet],
  template: `
    <form (submit)="$event.preventDefault(); save.emit(draft())" aria-label="Own entry">
      <div class="fields">
        @for (field of fields(); track field.path) {
          @switch (field.type) {
            @case ('figure') {
              <ash-quantity
                [label]="field.label"
                [kind]="field.quantity"
                [value]="figure(field)"
                [secondOverResin]="secondOverResin()"
                (valueChange)="set(field, $event)"
                [error]="errors()[field.path] ?? null"
              />
            }
            @case ('text') {
              <div class="field" [class.wrong]="errors()[field.path]">
                <label [for]="'e-' + field.path">{{ field.label }}</label><input
                  [id]="'e-' + field.path"
                  maxlength="400"
                  [value]="value(field)"
                  (typed)="set(field, $event)"
                />
                @if (errors()[field.path]; as message) {
                  <span class="error">{{ message }}</span>
                }
              </div>
            }
            @case ('choice') {
              <div class="field">
                <label [for]="'e-' + field.path">{{ field.label }}</label><select
                  [id]="'e-' + field.path"
                  (chosen)="set(field, $event)"
                >
                  @for (option of options(field); track option[0]) {
                    <option [value]="option[0]" [selected]="option[0] === value(field)">{{ option[1] }}</option>
                  }
                </select>
                @if (errors()[field.path]; as message) {
                  <span class="error">{{ message }}</span>
                }
              </div>
            }
            @case ('tick') {
              <label class="tick"
                ><input type="checkbox" [checked]="value(field)" (ticked)="set(field, $event)" />{{
                  field.label
                }}</label
              >
            }
          }
        }
      </div>
      @if (system(); as card) {
        <ash-cure-sheet [system]="card" (cureChange)="setCure($event)" />
      }
      @if (problem()) {
        <p class="remark" role="alert">{{ problem() }}</p>
      }
      <div class="row-actions">
        @if (draft().kind === 'fabric') {
          <button type="button" class="act small" [disabled]="parts() >= most" (click)="addPart()">Add a part</button
          ><button type="button" class="act small" [disabled]="parts() < 2" (click)="dropPart()">
            Take the last part out
          </button>
        }
        <button type="submit" class="act dark">Keep it</button
        ><button type="button" class="act small" (click)="leave.emit()">Leave it</button>
      </div>
    </form>
  `,
  styles: `
    form {
      display: flex;
      flex-direction: column;
      gap: 12px;
      padding: 16px;
      border: 2px solid var(--ink);
      background: var(--sheet);
    }
    .fields {
      grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
    }
  `,
})
export class EntryForm {
  readonly body = input.required<LibraryBody>();
  readonly errors = input<Readonly<Partial<Record<string, string>>>>({});
  readonly problem = input('');
  readonly save = output<LibraryBody>();
  readonly leave = output();
  readonly most = MOST_PARTS;
  readonly draft = linkedSignal(() => this.body());
  readonly fields = computed(() => fieldsOf(this.draft().kind, this.draft().entry));
  /** Of a two-part system whose densities are known. */
  readonly secondOverResin = computed(() => {
    const { resinDensityGPerMl: resin, hardenerDensityGPerMl: second } = this.draft().entry as Partial<TwoPartCard>;
    return resin && second ? second / resin : null;
  });
  readonly parts = computed(() => {
    const draft = this.draft();
    return draft.kind === 'fabric' ? draft.entry.parts.length : 0;
  });

  readonly system = computed<SystemCard | null>(() => {
    const draft = this.draft();
    return draft.kind === 'system' ? draft.entry : null;
  });

  /** A curve of the system's own, or none. */
  setCure(cure: FittedCure | null): void {
    this.draft.update((draft) => {
      if (draft.kind !== 'system') return draft;
      const { cure: _, ...entry } = draft.entry;
      return { ...draft, entry: cure ? { ...entry, cure } : entry } as LibraryBody;
    });
  }

  value(field: EntryField): unknown {
    return valueAt(this.draft().entry, field.path);
  }

  figure(field: EntryField): number | null {
    const value = this.value(field);
    return typeof value === 'number' ? value : null;
  }

  options(field: EntryField): [string, string][] {
    return field.type === 'choice' ? Object.entries(field.options) : [];
  }

  set({ path }: EntryField, value: unknown): void {
    this.draft.update((draft) => ({ ...draft, entry: withValue(draft.entry, path, value) }) as LibraryBody);
  }

  addPart(): void {
    this.draft.update((draft) =>
      draft.kind === 'fabric'
        ? { ...draft, entry: { ...draft.entry, parts: [...draft.entry.parts, draft.entry.parts.at(-1)!] } }
        : draft,
    );
  }

  dropPart(): void {
    this.draft.update((draft) =>
      draft.kind === 'fabric' ? { ...draft, entry: { ...draft.entry, parts: draft.entry.parts.slice(0, -1) } } : draft,
    );
  }
}
