import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Shape } from '@ashstep/core/geometry';
import { optionsOf } from './choice-field';
import { PickOf } from './inputs';
import { type OutlineForm, type OutlineKind, formOf, outlineOf } from './outline-form';
import { QuantityField } from './quantity-field';

let nextId = 0;

const FORMS: Record<Exclude<OutlineKind, 'drawn'>, string> = { disc: 'Disc', strip: 'Strip', triangle: 'Triangle' };

/** An outline of its own for a piece: a disc, a strip or a triangle, where it lies and how it is turned. One that was drawn stays until another form is taken. */
@Component({
  selector: 'ash-outline',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickOf, QuantityField],
  template: `
    @let f = form();
    <div class="fields">
      <div class="field">
        <label [for]="id">Outline</label
        ><select [id]="id" [of]="forms" [disabled]="disabled()" (chosen)="set({ kind: $event })">
          @if (f.kind === 'drawn') {
            <option value="drawn" selected>As drawn</option>
          }
          @for (o of forms; track o.value) {
            <option [value]="o.value" [selected]="o.value === f.kind">{{ o.label }}</option>
          }
        </select>
      </div>
      @if (f.kind !== 'drawn') {
        <ash-quantity
          [label]="f.kind === 'disc' ? 'Across' : f.kind === 'triangle' ? 'Foot' : 'Length'"
          [value]="f.lengthMm"
          [disabled]="disabled()"
          (valueChange)="set({ lengthMm: $event! })"
          [error]="error()"
        />
        @if (f.kind !== 'disc') {
          <ash-quantity
            [label]="f.kind === 'triangle' ? 'Foot to tip' : 'Width'"
            [value]="f.widthMm"
            [disabled]="disabled()"
            (valueChange)="set({ widthMm: $event! })"
          />
        }
      }
      <ash-quantity
        label="Middle, along"
        [value]="f.xMm"
        [disabled]="disabled()"
        (valueChange)="move({ centreXMm: $event! })"
      />
      <ash-quantity
        label="Middle, across"
        [value]="f.yMm"
        [disabled]="disabled()"
        (valueChange)="move({ centreYMm: $event! })"
      />
      @if (f.kind !== 'disc') {
        <ash-quantity
          label="Turned, °"
          kind="plain"
          [value]="f.turnDeg"
          [disabled]="disabled()"
          (valueChange)="move({ rotationDeg: $event! })"
        />
      }
    </div>
  `,
})
export class OutlineField {
  readonly shape = input.required<Shape>();
  readonly disabled = input(false);
  readonly error = input<string | null>(null);
  readonly shapeChange = output<Shape>();
  readonly id = `o${nextId++}`;
  readonly forms = optionsOf(FORMS);
  readonly form = computed(() => formOf(this.shape()));

  set(patch: Partial<OutlineForm>): void {
    this.shapeChange.emit(outlineOf({ ...this.form(), ...patch }));
  }

  move(patch: Pick<Shape, 'centreXMm' | 'centreYMm' | 'rotationDeg'>): void {
    this.shapeChange.emit({ ...this.shape(), ...patch });
  }
}
