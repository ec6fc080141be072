import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { errorWords } from '@ashstep/contract';
import { attempt } from '@ashstep/core/errors';
import { formatQuantity, parseQuantity } from '@ashstep/core/units';
import { SessionService } from '../platform/session.service';
import type { SheetEdit } from './movables';
import type { SizeField } from './size-fields';

/** Dimensions on the sheet, each a field: press it and type, in either unit. */
@Component({
  selector: 'ash-dimension-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (one of sizes(); track one.key) {
      <label [style.left.px]="one.x" [style.top.px]="one.y" [class.wrong]="wrong()?.key === one.key">
        <span class="visually-hidden">{{ one.label }}</span>
        <input
          #field
          autocomplete="off"
          [value]="wrong()?.key === one.key ? wrong()!.typed : text(one.mm)"
          [attr.aria-invalid]="wrong()?.key === one.key"
          [title]="one.label"
          [placeholder]="unsaid()"
          (focus)="field.select()"
          (change)="take(one, field.value)"
          (keydown.enter)="field.blur()"
          (keydown.escape)="wrong.set(null); field.value = text(one.mm); field.blur()"
        />
        @if (wrong()?.key === one.key) {
          <span class="error" role="alert">{{ wrong()!.why }}</span>
        }
      </label>
    }
  `,
  styles: `
    label {
      position: absolute;
      transform: translate(-50%, -50%);
    }
    input {
      width: 92px;
      min-height: 44px;
      border: 1px dashed var(--ink);
      background: var(--sheet);
      text-align: center;
      font: 640 15px var(--head);
    }
    input:hover,
    input:focus {
      border-style: solid;
    }
    .wrong input {
      border: 3px solid var(--ink);
    }
    .error {
      position: absolute;
      top: 100%;
      left: 50%;
      width: 200px;
      transform: translateX(-50%);
      padding: 4px 8px;
      border: 1px solid var(--ink);
      background: var(--sheet);
      font-size: 13px;
      z-index: 1;
    }
  `,
})
export class DimensionFields {
  readonly sizes = input.required<readonly SizeField[]>();
  readonly edited = output<SheetEdit>();
  private readonly units = toSignal(inject(SessionService).units$, { initialValue: 'metric' as const });
  /** What was typed and cannot be. */
  readonly wrong = signal<{ key: string; typed: string; why: string } | null>(null);

  take(size: SizeField, typed: string): void {
    if (typed.trim() === '' && size.mm === null) return this.wrong.set(null);
    const { result: edit, error } = attempt(() => size.edit(parseQuantity(typed, 'length', this.units())));
    this.wrong.set(error ? { key: size.key, typed, why: errorWords(error.code, error.params) } : null);
    if (edit) this.edited.emit(edit);
  }

  /** In the place of a figure nobody has said yet. */
  readonly unsaid = computed(() => (this.units() === 'metric' ? '? mm' : '? in'));

  text(mm: number | null): string {
    if (mm === null) return '';
    const { figure, unit } = formatQuantity(mm, 'length', this.units(), this.units() === 'metric' && !Number.isInteger(mm) ? 1 : undefined); // prettier-ignore
    return `${figure} ${unit}`;
  }
}
