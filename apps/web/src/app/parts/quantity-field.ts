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
import { CoreError } from '@ashstep/core/errors';
import type { QuantityName } from '@ashstep/contract/instruments';
import { type QuantityKind, formatQuantity, parseQuantity } from '@ashstep/core/units';
import { SessionService } from '../platform/session.service';
import { Take, type Taken } from '../instruments/take';
import { TextInput } from './inputs';

let nextId = 0;

/**
 * A figure with its unit. Takes either unit system as typed ("4 1/2 in"), keeps what was typed while it is wrong and says what
 * would be accepted, and hands out working units.
 */
@Component({
  selector: 'ash-quantity',
  imports: [Take, TextInput],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="field" [class.wrong]="shownError()">
      <label [for]="id"
        >{{ label() }}<span class="quiet"> {{ unit() }}</span></label
      >
      <input
        [id]="id"
        type="text"
        inputmode="text"
        autocomplete="off"
        [value]="text()"
        [disabled]="disabled()"
        [attr.aria-invalid]="!!shownError()"
        [attr.aria-describedby]="shownError() ? id + '-e' : null"
        (typed)="type($event)"
        (change)="commit()"
        (keydown.escape)="reset()"
      />
      @if (reads(); as quantity) {
        @if (!disabled()) {
          <ash-take [reads]="quantity" (took)="take($event)" />
        }
      }
      @if (either(); as readings) {
        <span class="either"
          >{{ readings.question }}
          @for (reading of readings.answers; track reading.name) {
            <button type="button" class="act small" (click)="accept(reading.value)">{{ reading.name }}</button>
          }
        </span>
      }
      @if (shownError(); as message) {
        <span class="error" [id]="id + '-e'">{{ message }}</span>
      }
    </div>
  `,
  styles: `
    .either {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      align-items: center;
      font-size: 14px;
    }
  `,
})
export class QuantityField {
  readonly label = input.required<string>();
  readonly kind = input<QuantityKind>('length');
  readonly value = input.required<number | null>();
  readonly decimals = input<number | undefined>(undefined);
  /** Accept an empty field as "not set". */
  readonly optional = input(false);
  readonly disabled = input(false);
  readonly error = input<string | null>(null);
  /** Of a ratio of two parts: density of the second over that of the resin, to turn volume into weight; null where it is not known. */
  readonly secondOverResin = input<number | null>(null);
  readonly valueChange = output<number | null>();
  /** What an instrument of the shed may tell in place of typing. */
  readonly reads = input<QuantityName | null>(null);
  /** The instrument the figure was read with; nothing where it was typed. Said before the figure itself. */
  readonly readWith = output<string>();

  readonly id = `q${nextId++}`;
  private readonly units = toSignal(inject(SessionService).units$, { initialValue: 'metric' as const });
  private readonly formatted = computed(() => {
    const value = this.value();
    if (value === null) return '';
    const exact = formatQuantity(
      value,
      this.kind(),
      this.units(),
      this.units() === 'metric' ? (this.decimals() ?? trimmed(value)) : 3,
    ).figure;
    return exact
      .replace('\u2212', '-')
      .replace(/(\.\d*?)0+$/, '$1')
      .replace(/\.$/, '');
  });
  readonly unit = computed(() => formatQuantity(0, this.kind(), this.units()).unit);
  readonly text = linkedSignal(() => this.formatted());
  private readonly typedError = signal<string | null>(null);
  /** What a figure that can be read two ways may mean. */
  readonly either = signal<Either | null>(null);
  readonly shownError = computed(() => this.typedError() ?? this.error());

  type(text: string): void {
    this.text.set(text);
  }

  commit(): void {
    const text = this.text().trim();
    if (text === '' && this.optional()) return this.accept(null);
    try {
      this.accept(parseQuantity(text, this.kind(), this.units()));
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      if (error.code === 'ambiguous-unit') this.either.set(this.bothUnits(text, error.params));
      if (error.code === 'ambiguous-figure') this.either.set(this.bothFigures(text, error.params));
      this.typedError.set(errorWords(error.code, error.params));
    }
  }

  private bothUnits(text: string, { fraction, per100, by }: CoreError['params']): Either {
    if (fraction) return inchesOrMillimetres(text, this.kind());
    if (per100 === undefined) return bothSquares(text);
    const byWeight = { name: `by weight, ${shown(Number(per100))}`, value: Number(per100) };
    const factor = this.secondOverResin();
    if (factor === null) return { question: '', answers: by === 'volume' ? [] : [byWeight] };
    const weight = Number(per100) * factor;
    const byVolume = { name: `by volume, ${shown(weight)} by weight`, value: weight };
    return { question: 'By which?', answers: by === 'volume' ? [byVolume] : [byWeight, byVolume] };
  }

  private bothFigures(text: string, { text: run, one, other }: CoreError['params']): Either {
    const answers = [one, other].map((figure) => {
      const typed = text.replace(String(run), String(figure));
      return { name: typed, value: parseQuantity(typed, this.kind(), this.units()) };
    });
    return { question: 'Which of the two?', answers };
  }

  reset(): void {
    this.typedError.set(null);
    this.either.set(null);
    this.text.set(this.formatted());
  }

  accept(value: number | null): void {
    this.typedError.set(null);
    this.either.set(null);
    if (this.reads()) this.readWith.emit('');
    this.valueChange.emit(value);
  }

  take({ value, instrument }: Taken): void {
    this.typedError.set(null);
    this.either.set(null);
    this.readWith.emit(instrument);
    this.valueChange.emit(value[0]!);
  }
}

interface Either {
  question: string;
  answers: { name: string; value: number }[];
}

/** Ounces of cloth are by the square yard, of chopped mat by the square foot. */
function bothSquares(text: string): Either {
  const figure = text.replace(/\s*oz\.?\s*$/i, '');
  const answers = ['yd', 'ft'].map((side) => {
    const value = parseQuantity(`${figure} oz/${side}2`, 'arealWeight');
    return { name: `per ${side}², ${value.toFixed(0)} g/m²`, value };
  });
  return { question: 'Ounces of what?', answers };
}

function inchesOrMillimetres(text: string, kind: QuantityKind): Either {
  const answers = ['in', 'mm'].map((unit) => {
    const value = parseQuantity(`${text} ${unit}`, kind);
    return { name: unit === 'in' ? `${text} in, ${shown(value)} mm` : `${text} mm`, value };
  });
  return { question: 'Which of the two?', answers };
}

const shown = (value: number): string => String(Number(value.toFixed(2)));

/** As many decimals as the value has, three at the most. */
function trimmed(value: number): number {
  const text = String(Math.round(value * 1000) / 1000);
  return text.includes('.') ? text.split('.')[1]!.length : 0;
}
