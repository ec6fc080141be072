import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { errorWords } from '@ashstep/contract';
import { attempt } from '@ashstep/core/errors';
import { type Point, type Shape, checkShape, place } from '@ashstep/core/geometry';
import { formatQuantity, parseQuantity } from '@ashstep/core/units';
import { SessionService } from '../platform/session.service';
import { type Viewport, toScreen } from './geometry';
import { possible } from './handles';

type SizeKey = 'lengthMm' | 'widthMm' | 'diameterMm';

/** A dimension of the outline: where it stands on the sheet, and its figure. */
interface Dimension extends Point {
  key: SizeKey;
  label: string;
  text: string;
}

/** Clear of the outline's edge and of its grips, px. */
const CLEAR_PX = 34;

/** Dimensions of the outline on the sheet, each a field: press it and type, in either unit. */
@Component({
  selector: 'ash-dimension-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (one of dimensions(); track one.key) {
      <label [style.left.px]="one.x" [style.top.px]="one.y" [class.wrong]="wrong()?.key === one.key">
        <span class="visually-hidden">Outline, {{ one.label }}</span>
        <input
          #field
          autocomplete="off"
          [value]="wrong()?.key === one.key ? wrong()!.typed : one.text"
          [attr.aria-invalid]="wrong()?.key === one.key"
          (focus)="field.select()"
          (change)="take(one.key, field.value)"
          (keydown.enter)="field.blur()"
          (keydown.escape)="wrong.set(null); field.value = one.text; field.blur()"
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
    }
  `,
})
export class DimensionFields {
  readonly shape = input.required<Shape>();
  readonly port = input.required<Viewport>();
  readonly shapeChange = output<(shape: Shape) => Shape>();
  private readonly units = toSignal(inject(SessionService).units$, { initialValue: 'metric' as const });
  /** What was typed and no outline can have. */
  readonly wrong = signal<{ key: SizeKey; typed: string; why: string } | null>(null);

  readonly dimensions = computed((): Dimension[] => {
    const [shape, port] = [this.shape(), this.port()];
    if (shape.kind === 'polygon') return [];
    const clear = CLEAR_PX / port.scale;
    const [length, width] = shape.kind === 'circle' ? [shape.diameterMm, shape.diameterMm] : [shape.lengthMm, shape.widthMm]; // prettier-ignore
    const at = (key: SizeKey, label: string, mm: number, x: number, y: number): Dimension => ({ key, label, text: this.text(mm), ...toScreen(port, place({ x, y }, shape)) }); // prettier-ignore
    if (shape.kind === 'circle') return [at('diameterMm', 'diameter', length, 0, -length / 2 - clear)];
    return [
      at('lengthMm', 'length', length, 0, -width / 2 - clear),
      at('widthMm', 'width', width, -length / 2 - 1.8 * clear, 0),
    ];
  });

  take(key: SizeKey, typed: string): void {
    const shape = this.shape();
    const { result: next, error } = attempt(() => checkShape(possible({ ...shape, [key]: parseQuantity(typed, 'length', this.units()) }))); // prettier-ignore
    this.wrong.set(error ? { key, typed, why: errorWords(error.code, error.params) } : null);
    if (next && key in next) this.shapeChange.emit((now) => (now.kind === shape.kind ? possible({ ...now, [key]: next[key as keyof Shape] } as Shape) : now)); // prettier-ignore
  }

  private text(mm: number): string {
    const { figure, unit } = formatQuantity(mm, 'length', this.units(), this.units() === 'metric' && !Number.isInteger(mm) ? 1 : undefined); // prettier-ignore
    return `${figure} ${unit}`;
  }
}
