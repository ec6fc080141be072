import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { halfTurn } from '@ashstep/core/geometry';

const QUICK = [-45, 0, 45, 90] as const;
const STEP = 15;
const R = 46;

/** A direction set by turning a hand on a dial, by arrows, or by a press on the usual ones. Degrees counter-clockwise, forward is 0. */
@Component({
  selector: 'ash-turn-dial',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      #dial
      viewBox="-60 -60 120 120"
      width="128"
      height="128"
      role="slider"
      tabindex="0"
      [attr.aria-label]="label()"
      aria-valuemin="-90"
      aria-valuemax="90"
      [attr.aria-valuenow]="value()"
      [attr.aria-valuetext]="value() + ' degrees'"
      (pointerdown)="grab($event)"
      (pointermove)="turn($event)"
      (pointerup)="held = false"
      (pointercancel)="held = false"
      (keydown)="key($event)"
    >
      <circle r="56" fill="transparent" />
      <circle class="rim" [attr.r]="r" />
      @for (tick of ticks; track tick) {
        <path class="tick" [attr.d]="'M0 ' + -r + 'v7'" [attr.transform]="'rotate(' + tick + ')'" />
      }
      <g [attr.transform]="'rotate(' + -value() + ')'">
        <path class="hand" d="M-46 0H46" />
        <path class="tip" d="M30 -8L48 0L30 8Z" />
      </g>
    </svg>
    <div class="quick">
      @for (angle of quick; track angle) {
        <button
          type="button"
          class="act small"
          [class.dark]="angle === value()"
          [attr.aria-pressed]="angle === value()"
          (click)="valueChange.emit(angle)"
        >
          {{ angle }}°
        </button>
      }
    </div>
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
      align-items: center;
    }
    svg {
      flex: none;
      cursor: grab;
      touch-action: none;
    }
    .rim {
      fill: var(--sheet);
      stroke: var(--ink);
      stroke-width: 1.6;
    }
    .tick {
      stroke: var(--ink-2);
    }
    .hand {
      stroke: var(--ink);
      stroke-width: 3;
    }
    .tip {
      fill: var(--ember);
    }
    .quick {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
    }
  `,
})
export class TurnDial {
  readonly label = input.required<string>();
  readonly value = input.required<number>();
  readonly valueChange = output<number>();
  readonly r = R;
  readonly quick = QUICK;
  readonly ticks = Array.from({ length: 360 / STEP }, (_, i) => i * STEP);
  held = false;

  grab(event: PointerEvent): void {
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    this.held = true;
    this.turn(event);
  }

  turn(event: PointerEvent): void {
    if (!this.held) return;
    const box = (event.currentTarget as Element).getBoundingClientRect();
    const angle =
      (Math.atan2(box.top + box.height / 2 - event.clientY, event.clientX - box.left - box.width / 2) * 180) / Math.PI;
    this.set(event.shiftKey ? Math.round(angle) : Math.round(angle / STEP) * STEP);
  }

  key(event: KeyboardEvent): void {
    const step = event.shiftKey ? 1 : STEP;
    const by = { ArrowUp: step, ArrowRight: step, ArrowDown: -step, ArrowLeft: -step }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    this.set(this.value() + by);
  }

  private set(angle: number): void {
    const within = halfTurn(angle);
    if (within !== this.value()) this.valueChange.emit(within);
  }
}
