import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { errorWords } from '@ashstep/contract';
import { attempt } from '@ashstep/core/errors';
import type { SmallKind } from '@ashstep/core/repair';
import type { SmallPlace } from '@ashstep/core/small';
import { parseSizes } from '@ashstep/core/spots';
import { formatQuantity } from '@ashstep/core/units';
import { ChoiceField } from '../parts/choice-field';
import { PickSelect, TextInput } from '../parts/inputs';
import { QuantityField } from '../parts/quantity-field';
import { SessionService } from '../platform/session.service';
import { type Asked, type AskedField, type AskedValue, askedOf, hasPlaces } from './asked';

/** What is asked of every further place. */
const PLACE_FIELDS = [
  { key: 'lengthMm', label: 'Length', quantity: 'length' },
  { key: 'widthMm', label: 'Width', quantity: 'length' },
  { key: 'depthMm', label: 'Deepest', quantity: 'thickness' },
] as const;

/** The handful of figures of a small job, and further places of its like. */
@Component({
  selector: 'ash-figure-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChoiceField, PickSelect, QuantityField, TextInput],
  template: `
    <div class="fields">
      @for (field of fields(); track field.key) {
        @switch (field.type) {
          @case ('quantity') {
            <ash-quantity
              [label]="field.label"
              [kind]="field.quantity"
              [value]="number(field)"
              [optional]="true"
              [disabled]="disabled()"
              [error]="errors()[field.key]"
              (valueChange)="say.emit({ key: field.key, value: $event })"
            />
          }
          @case ('choice') {
            <div class="wide">
              <ash-choice
                [label]="field.label"
                [options]="field.options"
                [value]="$any(values()[field.key])"
                [disabled]="disabled()"
                (pick)="say.emit({ key: field.key, value: $event })"
              />
              @if (errors()[field.key]; as m) {
                <span class="error">{{ m }}</span>
              }
            </div>
          }
          @case ('pick') {
            <div class="field" [class.wrong]="errors()[field.key]">
              <label [for]="'ask-' + field.key">{{ field.label }}</label>
              <select
                [id]="'ask-' + field.key"
                [disabled]="disabled()"
                (chosen)="say.emit({ key: field.key, value: $event || null })"
              >
                <option value="" [selected]="!values()[field.key]">Pick one</option>
                @for (option of field.options; track option.value) {
                  <option [value]="option.value" [selected]="option.value === values()[field.key]">
                    {{ option.label }}
                  </option>
                }
              </select>
              @if (errors()[field.key]; as m) {
                <span class="error">{{ m }}</span>
              }
            </div>
          }
          @case ('sizes') {
            <div class="field wide" [class.wrong]="sizesError() ?? errors()[field.key]">
              <label [for]="'ask-' + field.key"
                >{{ field.label }} <span class="quiet">{{ lengthUnit() }}; like 6, 6, 8, 25 or 4 x 6</span></label
              >
              <input
                [id]="'ask-' + field.key"
                autocomplete="off"
                [value]="sizes()"
                [disabled]="disabled()"
                (typed)="sizes.set($event)"
                (entered)="saySizes(field.key)"
              />
              @if (sizesError() ?? errors()[field.key]; as m) {
                <span class="error">{{ m }}</span>
              }
            </div>
          }
          @case ('text') {
            <div class="field wide">
              <label [for]="'ask-' + field.key">{{ field.label }}</label>
              <input
                [id]="'ask-' + field.key"
                maxlength="80"
                [value]="values()[field.key] ?? ''"
                [disabled]="disabled()"
                (entered)="say.emit({ key: field.key, value: $event })"
              />
            </div>
          }
        }
      }
    </div>
    @if (many()) {
      @for (place of more(); track $index; let i = $index) {
        <fieldset>
          <legend>Place {{ i + 2 }}</legend>
          <div class="fields">
            @for (field of placeFields; track field.key) {
              <ash-quantity
                [label]="field.label"
                [kind]="field.quantity"
                [value]="place[field.key] || null"
                [optional]="true"
                [disabled]="disabled()"
                [error]="errors()['more.' + i + '.' + field.key]"
                (valueChange)="change(i, field.key, $event ?? 0)"
              />
            }
          </div>
          @if (!disabled()) {
            <button type="button" class="act small" [attr.aria-label]="'Take out place ' + (i + 2)" (click)="take(i)">
              Take out
            </button>
          }
        </fieldset>
      }
      @if (!disabled()) {
        <div class="row-actions">
          <button type="button" class="act" (click)="add()">Another place like it</button>
        </div>
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 12px;
    }
    .fields {
      grid-template-columns: repeat(auto-fill, minmax(102px, 1fr));
    }
    fieldset {
      border: 1px solid var(--ash-3);
      padding: 8px 12px;
      margin: 0;
      display: flex;
      flex-direction: column;
      gap: 8px;
      align-items: flex-start;
    }
    legend {
      font: 640 14px var(--head);
      float: none;
      width: auto;
      margin: 0;
      padding: 0 6px;
    }
    fieldset .fields {
      width: 100%;
    }
    .error {
      font-size: 14px;
    }
  `,
})
export class FigureFields {
  readonly kind = input.required<SmallKind>();
  readonly values = input.required<Asked>();
  readonly more = input<readonly SmallPlace[]>([]);
  readonly errors = input<Readonly<Record<string, string>>>({});
  readonly disabled = input(false);
  readonly say = output<{ key: string; value: AskedValue }>();
  readonly moreChange = output<readonly SmallPlace[]>();

  private readonly units = toSignal(inject(SessionService).units$, { initialValue: 'metric' as const });
  readonly lengthUnit = computed(() => formatQuantity(0, 'length', this.units()).unit);
  readonly fields = computed(() => askedOf(this.kind(), this.values()));
  readonly placeFields = PLACE_FIELDS;
  readonly many = computed(() => hasPlaces(this.kind()));
  private readonly sizesSaid = computed(() => {
    const said = this.values()['diametersMm'];
    return Array.isArray(said) ? said.map((mm: number) => bare(formatQuantity(mm, 'length', this.units(), this.units() === 'metric' ? 1 : 3).figure)).join(', ') : ''; // prettier-ignore
  });
  readonly sizes = linkedSignal(() => this.sizesSaid());
  readonly sizesError = signal<string | null>(null);

  number(field: AskedField): number | null {
    const value = this.values()[field.key];
    return typeof value === 'number' ? value : null;
  }

  saySizes(key: string): void {
    const { result, error } = attempt(() => parseSizes(this.sizes(), this.units()));
    this.sizesError.set(error ? errorWords(error.code, error.params) : null);
    if (result) this.say.emit({ key, value: result });
  }

  add(): void {
    this.moreChange.emit([...this.more(), { lengthMm: 0, widthMm: 0, depthMm: 0 }]);
  }

  take(at: number): void {
    this.moreChange.emit(this.more().filter((_, i) => i !== at));
  }

  change(at: number, key: keyof SmallPlace, mm: number): void {
    this.moreChange.emit(this.more().map((place, i) => (i === at ? { ...place, [key]: mm } : place)));
  }
}

/** Without zeros behind the point that say nothing. */
const bare = (figure: string): string => figure.replace(/(\.\d*?)0+$/, '$1').replace(/\.$/, '');
