import { ChangeDetectionStrategy, Component, type ElementRef, computed, effect, input, viewChild } from '@angular/core';
import type { ThroughResult } from '@ashstep/core/cure';
import { QuantityPipe } from '../../../platform/quantity.pipe';

/** Paper, amber, ember; over the limit it is ink. */
const STOPS = [
  [246, 247, 244],
  [227, 189, 128],
  [179, 45, 5],
] as const;
const INK = [22, 25, 26] as const;
const COLUMNS = 240;

/** Temperature through a lay-up over time: depth downwards from the outer face, hours to the right. */
@Component({
  selector: 'ash-cure-map',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QuantityPipe],
  template: `
    <canvas #sheet role="img" [attr.aria-label]="label()"></canvas>
    <div class="scale" aria-hidden="true">
      <span>0 h</span
      ><span class="bar"
        ><i class="paper"></i>{{ lowC() | qty: 'temperature' : 0 }}<i class="amber"></i><i class="ember"></i
        >{{ limitC() | qty: 'temperature' : 0 }}<i class="ink"></i>over</span
      ><span>{{ hours() }} h</span>
    </div>
  `,
  styles: `
    :host {
      display: block;
    }
    canvas {
      display: block;
      width: 100%;
      height: 96px;
      border: 1.5px solid var(--ink);
    }
    .scale {
      display: flex;
      justify-content: space-between;
      font-size: 12.5px;
      padding-top: 3px;
    }
    .bar {
      display: inline-flex;
      gap: 5px;
      align-items: center;
    }
    i {
      width: 16px;
      height: 11px;
      border: 1px solid var(--ink);
    }
    .paper {
      background: rgb(246 247 244);
    }
    .amber {
      background: rgb(227 189 128);
    }
    .ember {
      background: rgb(179 45 5);
    }
    .ink {
      background: rgb(22 25 26);
    }
  `,
})
export class CureMap {
  readonly result = input.required<ThroughResult>();
  readonly limitC = input.required<number>();
  /** Shown from the start. */
  readonly hours = input.required<number>();
  readonly label = input.required<string>();
  private readonly rows = computed(() => this.result().map.depthMm.length);
  readonly lowC = computed(() => Math.min(...this.result().map.tempC.map((row) => row[0]!)));
  private readonly sheet = viewChild.required<ElementRef<HTMLCanvasElement>>('sheet');

  constructor() {
    effect(() => this.draw());
  }

  private draw(): void {
    const { map } = this.result();
    const [rows, low, limit, hours] = [this.rows(), this.lowC(), this.limitC(), this.hours()];
    const canvas = this.sheet().nativeElement;
    [canvas.width, canvas.height] = [COLUMNS, rows];
    const pen = canvas.getContext('2d');
    if (!pen) return;
    const picture = pen.createImageData(COLUMNS, rows);
    let at = 0;
    for (let column = 0; column < COLUMNS; column++) {
      const min = (hours * 60 * column) / (COLUMNS - 1);
      while (at + 1 < map.min.length && map.min[at + 1]! <= min) at++;
      for (let row = 0; row < rows; row++) {
        const colour = colourOf((map.tempC[row]![at]! - low) / Math.max(1, limit - low));
        picture.data.set([...colour, 255], 4 * (row * COLUMNS + column));
      }
    }
    pen.putImageData(picture, 0, 0);
  }
}

/** Colour of a share of the way from the air to the limit. */
export function colourOf(share: number): readonly number[] {
  if (share > 1) return INK;
  const place = Math.max(0, share) * (STOPS.length - 1);
  const i = Math.min(STOPS.length - 2, Math.floor(place));
  return STOPS[i]!.map((from, k) => Math.round(from + (place - i) * (STOPS[i + 1]![k]! - from)));
}
