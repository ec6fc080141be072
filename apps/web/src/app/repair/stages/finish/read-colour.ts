import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal, viewChild, type ElementRef } from '@angular/core'; // prettier-ignore
import { errorWords } from '@ashstep/contract';
import { type Pixel, colourOfPhoto, screenColour } from '@ashstep/core/colour';
import { attempt } from '@ashstep/core/errors';
import type { ReadColour } from '@ashstep/core/repair';
import { remarkWords } from '@ashstep/contract';
import { Take, type Taken } from '../../../instruments/take';
import { QuantityField } from '../../../parts/quantity-field';
import { Clock } from '../../../platform/clock';
import { SessionService } from '../../../platform/session.service';

/** A picture is looked at no larger than this, and a press takes a square of so many pixels of it. */
const [PICTURE_PX, PATCH_PX] = [900, 21];

/** A colour: typed, read with a meter, or off a photograph beside a grey card. */
@Component({
  selector: 'ash-read-colour',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QuantityField, Take],
  template: `
    <div class="fields">
      <ash-quantity label="L, light" kind="plain" [value]="l()" [optional]="true" (valueChange)="type('l', $event)" />
      <ash-quantity label="a, red" kind="plain" [value]="a()" [optional]="true" (valueChange)="type('a', $event)" />
      <ash-quantity label="b, yellow" kind="plain" [value]="b()" [optional]="true" (valueChange)="type('b', $event)" />
    </div>
    <div class="row-actions">
      <ash-take reads="colour" (took)="take($event)" />
      <label class="act small file"
        >From a photo beside a grey card<input
          #file
          class="visually-hidden"
          type="file"
          accept="image/jpeg,image/png"
          aria-label="Photo of the place beside a grey card"
          (change)="open(file)"
      /></label>
    </div>
    @if (photo()) {
      <p role="status">
        <b>{{ card() ? 'Now press the colour.' : 'Press the grey card.' }}</b>
        {{ card() ? 'An even part of it, no glare.' : 'In the same light as the place; 18 % grey.' }}
      </p>
    }
    <canvas
      #canvas
      [class.off]="!photo()"
      role="img"
      aria-label="The photograph: press the card, then the colour"
      (click)="press($event)"
    ></canvas>
    @for (text of told(); track text) {
      <p class="remark">{{ text }}</p>
    }
    @if (colour(); as read) {
      <p class="shown">
        <span class="swatch" [style.background]="screen(read)"></span> L {{ read.l.toFixed(1) }}, a
        {{ read.a.toFixed(1) }}, b {{ read.b.toFixed(1)
        }}{{ read.plusMinus === null ? '' : ', ± ' + read.plusMinus.toFixed(0) + ' at the best' }}
      </p>
      <div class="row-actions">
        <button type="button" class="act" (click)="give(read)">{{ says() }}</button>
        @if (orSays(); as other) {
          <button type="button" class="act" (click)="give(read, true)">{{ other }}</button>
        }
      </div>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 8px;
    }
    canvas {
      max-width: 100%;
      border: 1.5px solid var(--ink);
      cursor: crosshair;
    }
    .off {
      display: none;
    }
    .shown {
      display: flex;
      align-items: center;
      gap: 10px;
      margin: 0;
    }
    .swatch {
      width: 64px;
      height: 40px;
      border: 1.5px solid var(--ink);
    }
  `,
})
export class ReadColourField {
  /** On its button. */
  readonly says = input.required<string>();
  readonly read = output<ReadColour>();
  /** On a second button, where it may be a reading of another kind. */
  readonly orSays = input<string>();
  readonly orRead = output<ReadColour>();
  private readonly clock = inject(Clock);
  private readonly session = inject(SessionService);
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');

  readonly l = signal<number | null>(null);
  readonly a = signal<number | null>(null);
  readonly b = signal<number | null>(null);
  private readonly from = signal<Pick<ReadColour, 'from' | 'plusMinus' | 'instrument'>>(TYPED);
  readonly photo = signal(false);
  readonly card = signal<Pixel[] | null>(null);
  readonly told = signal<string[]>([]);
  readonly colour = computed((): ReadColour | null => {
    const [l, a, b] = [this.l(), this.a(), this.b()];
    if (l === null || a === null || b === null || l < 0 || l > 100 || Math.abs(a) > 128 || Math.abs(b) > 128) return null; // prettier-ignore
    return { l, a, b, ...this.from(), by: this.session.person?.name ?? '', at: this.clock.now() };
  });

  screen(read: ReadColour): string {
    return screenColour(read);
  }

  type(part: 'l' | 'a' | 'b', value: number | null): void {
    this[part].set(value);
    this.from.set(TYPED);
  }

  take({ value, instrument }: Taken): void {
    const [l, a, b] = value;
    this.set(l!, a!, b!);
    this.from.set({ from: 'meter', plusMinus: null, instrument });
    this.told.set([]);
  }

  give(read: ReadColour, other = false): void {
    (other ? this.orRead : this.read).emit(read);
    for (const part of [this.l, this.a, this.b]) part.set(null);
    this.photo.set(false);
    this.card.set(null);
  }

  async open(input: HTMLInputElement): Promise<void> {
    const [file] = input.files ?? [];
    input.value = '';
    if (!file) return;
    this.card.set(null);
    const picture = await createImageBitmap(file).catch(() => null);
    if (!picture) return this.told.set(['This picture cannot be read. Take a JPEG or PNG.']);
    const scale = Math.min(1, PICTURE_PX / Math.max(picture.width, picture.height));
    const canvas = this.canvas().nativeElement;
    [canvas.width, canvas.height] = [Math.round(picture.width * scale), Math.round(picture.height * scale)];
    canvas.getContext('2d', { willReadFrequently: true })!.drawImage(picture, 0, 0, canvas.width, canvas.height);
    this.told.set([]);
    this.photo.set(true);
  }

  press(event: MouseEvent): void {
    const canvas = this.canvas().nativeElement;
    const box = canvas.getBoundingClientRect();
    const at = (pressed: number, from: number, size: number, of: number): number => Math.max(0, Math.min(of - PATCH_PX, Math.round(((pressed - from) / size) * of - PATCH_PX / 2))); // prettier-ignore
    const { data } = canvas.getContext('2d')!.getImageData(at(event.clientX, box.left, box.width, canvas.width), at(event.clientY, box.top, box.height, canvas.height), PATCH_PX, PATCH_PX); // prettier-ignore
    const pixels = Array.from({ length: data.length / 4 }, (_, i): Pixel => [data[4 * i]!, data[4 * i + 1]!, data[4 * i + 2]!]); // prettier-ignore
    const card = this.card();
    // The card is tried against itself, so that a bad one is told before the colour is looked for.
    const { result, error } = attempt(() => colourOfPhoto({ card: { pixels: card ?? pixels }, patch: pixels }));
    if (!result) return this.told.set([errorWords(error.code, error.params)]);
    if (!card) {
      this.card.set(pixels);
      return this.told.set([]);
    }
    this.set(result.lab.l, result.lab.a, result.lab.b);
    this.from.set({ from: 'photo', plusMinus: result.plusMinus, instrument: 'photo beside a grey card' });
    this.told.set(result.remarks.map(remarkWords));
  }

  private set(l: number, a: number, b: number): void {
    const tenth = (value: number): number => Math.round(10 * value) / 10;
    this.l.set(tenth(l));
    this.a.set(tenth(a));
    this.b.set(tenth(b));
  }
}

const TYPED: Pick<ReadColour, 'from' | 'plusMinus' | 'instrument'> = { from: 'typed', plusMinus: null, instrument: '' };
