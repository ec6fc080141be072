import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { FairnessResult } from '@ashstep/core/fairness';
import type { Point } from '@ashstep/core/geometry';
import { quantityText } from '../../../platform/quantity.pipe';

const [WIDTH, HEIGHT, EDGE] = [520, 96, 14];
/** Room to either side of the fair curve is this many tolerances at the least. */
const LEAST_SHOWN = 3;

type Line = FairnessResult['lines'][number];

/** A line as it stands off the fair curve, which lies level: high is hatched over it, low is filled under it, drawn much higher than it is. */
@Component({
  selector: 'ash-fair-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="'0 0 ' + width + ' ' + height" role="img" [attr.aria-label]="label()">
      <rect [attr.x]="0" [attr.y]="band().top" [attr.width]="width" [attr.height]="band().high" class="fair" />
      @for (part of parts(); track $index) {
        <path [attr.d]="part.d" [class]="part.side" />
      }
      <path [attr.d]="run()" class="run" />
      @for (one of places(); track $index) {
        <circle [attr.cx]="one.x" [attr.cy]="one.y" r="3.2" [class.ground]="one.sound" />
      }
      @for (one of figures(); track $index) {
        <text [attr.x]="one.x" [attr.y]="one.y" text-anchor="middle">{{ one.text }}</text>
      }
      <text x="4" y="14" class="name">{{ line().name }}</text>
    </svg>
  `,
  styles: `
    svg {
      width: 100%;
      border: 1.5px solid var(--ink);
      background: var(--sheet);
      font-family: var(--draw);
    }
    .fair {
      fill: var(--glass-tint);
    }
    .high {
      fill: var(--ember);
      fill-opacity: 0.75;
    }
    .low {
      fill: var(--amber);
      fill-opacity: 0.75;
    }
    .run {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.8;
    }
    circle {
      fill: var(--sheet);
      stroke: var(--ink);
      stroke-width: 1.6;
    }
    .ground {
      fill: var(--ink);
    }
    text {
      font-size: 12.5px;
      fill: var(--ink);
      paint-order: stroke;
      stroke: var(--sheet);
      stroke-width: 3px;
    }
    .name {
      font-weight: 680;
    }
  `,
})
export class FairLineView {
  readonly line = input.required<Line>();
  readonly toleranceMm = input.required<number>();
  private readonly inUnits = quantityText();
  readonly width = WIDTH;
  readonly height = HEIGHT;

  private readonly scale = computed(() => {
    const { readings } = this.line();
    const [from, to] = [readings[0]!.sMm, readings.at(-1)!.sMm];
    const most = Math.max(LEAST_SHOWN * this.toleranceMm(), ...readings.map(({ offMm }) => Math.abs(offMm)));
    return { from, across: (WIDTH - 2 * EDGE) / Math.max(1e-6, to - from), up: (HEIGHT / 2 - EDGE) / most };
  });
  private readonly put = (sMm: number, offMm: number): Point => {
    const { from, across, up } = this.scale();
    return { x: EDGE + (sMm - from) * across, y: HEIGHT / 2 - offMm * up };
  };
  readonly band = computed(() => {
    const high = 2 * this.toleranceMm() * this.scale().up;
    return { top: HEIGHT / 2 - high / 2, high };
  });
  readonly places = computed(() => this.line().readings.map((one) => ({ ...this.put(one.sMm, one.offMm), sound: one.sound }))); // prettier-ignore
  readonly run = computed(() => `M${this.places().map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}`); // prettier-ignore
  /** What lies over and under the fair curve, from crossing to crossing. */
  readonly parts = computed(() => {
    const { readings } = this.line();
    return readings.slice(1).flatMap((to, i) => {
      const from = readings[i]!;
      const cut = from.offMm * to.offMm < 0 ? from.sMm + ((to.sMm - from.sMm) * from.offMm) / (from.offMm - to.offMm) : null; // prettier-ignore
      const ends = cut === null ? [[from, to]] : [[from, { sMm: cut, offMm: 0 }], [{ sMm: cut, offMm: 0 }, to]]; // prettier-ignore
      return ends.map(([a, b]) => {
        const corners = [this.put(a!.sMm, 0), this.put(a!.sMm, a!.offMm), this.put(b!.sMm, b!.offMm), this.put(b!.sMm, 0)]; // prettier-ignore
        return { side: a!.offMm + b!.offMm > 0 ? 'high' : 'low', d: `M${corners.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}Z` }; // prettier-ignore
      });
    });
  });
  /** The worst of either side, with its figure. */
  readonly figures = computed(() => {
    const repair = this.line().readings.filter(({ sound }) => !sound);
    const worst = (sign: 1 | -1): Line['readings'][number] | undefined => repair.filter(({ offMm }) => sign * offMm > this.toleranceMm()).sort((a, b) => sign * (b.offMm - a.offMm))[0]; // prettier-ignore
    return ([1, -1] as const).flatMap((sign) => {
      const one = worst(sign);
      if (!one) return [];
      const { x, y } = this.put(one.sMm, one.offMm);
      return [{ x: Math.min(WIDTH - 40, Math.max(40, x)), y: sign > 0 ? Math.max(13, y - 6) : Math.min(HEIGHT - 4, y + 15), text: `${sign > 0 ? '▲' : '▼'} ${this.inUnits(Math.abs(one.offMm), 'thickness')}` }]; // prettier-ignore
    });
  });
  readonly label = computed(() => {
    const { name, highestMm, lowestMm } = this.line();
    return `Line ${name}: up to ${this.inUnits(highestMm, 'thickness')} high and ${this.inUnits(-lowestMm, 'thickness')} low`; // prettier-ignore
  });
}
