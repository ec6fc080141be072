import {
  ChangeDetectionStrategy,
  Component,
  type ElementRef,
  type OnDestroy,
  computed,
  effect,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { NgbActiveModal } from '@ng-bootstrap/ng-bootstrap';
import { type Photo, errorWords } from '@ashstep/contract';
import { attempt } from '@ashstep/core/errors';
import type { LaidPhoto } from '@ashstep/core/repair';
import { type Pixel, homography } from '@ashstep/core/survey';
import { QuantityField } from '../parts/quantity-field';

/** A corner of the rectangle, or an end of the fifth length. */
type Spot = 0 | 1 | 2 | 3 | 'from' | 'to';
const SPOT_NAMES: Record<Spot, string> = {
  0: '1, lower left',
  1: '2, lower right',
  2: '3, upper right',
  3: '4, upper left',
  from: 'Rule, one end',
  to: 'Rule, other end',
};
const USUAL_MM = 300;
/** Half the side of what the glass shows, picture px. */
const GLASS_PX = 45;

/** Marks the four corners of a known rectangle in a photograph, and a fifth length to check by. Each spot is dragged, nudged by arrows or typed. */
@Component({
  selector: 'ash-corner-marker',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QuantityField],
  templateUrl: './corner-marker.html',
  styleUrl: './corner-marker.scss',
})
export class CornerMarker implements OnDestroy {
  readonly dialog = inject(NgbActiveModal);
  private readonly sheet = viewChild<ElementRef<SVGSVGElement>>('sheet');
  readonly photo = signal<Photo | null>(null);
  readonly address = signal('');
  readonly corners = signal<readonly Pixel[]>([]);
  readonly rule = signal<{ from: Pixel; to: Pixel } | null>(null);
  readonly ruleMm = signal<number | null>(null);
  readonly widthMm = signal<number | null>(USUAL_MM);
  readonly heightMm = signal<number | null>(USUAL_MM);
  readonly active = signal<Spot>(0);
  private before: LaidPhoto | null = null;
  private dragging = false;

  readonly spots = computed<{ spot: Spot; name: string; at: Pixel }[]>(() => {
    const rule = this.rule();
    const corners = this.corners().map((at, i) => ({ spot: i as Spot, name: SPOT_NAMES[i as Spot], at }));
    return rule
      ? [
          ...corners,
          { spot: 'from' as const, name: SPOT_NAMES.from, at: rule.from },
          { spot: 'to' as const, name: SPOT_NAMES.to, at: rule.to },
        ]
      : corners;
  });
  /** Picture px to one screen px, so that marks keep their size for the finger however small the picture is shown. */
  readonly unit = signal(1);
  private readonly observer = new ResizeObserver(([entry]) => this.measure(entry!.contentRect));
  readonly outline = computed(() =>
    this.corners()
      .map(({ xPx, yPx }) => `${xPx},${yPx}`)
      .join(' '),
  );
  readonly glass = computed(() => {
    const at = this.spots().find(({ spot }) => spot === this.active())?.at;
    return at ? `${at.xPx - GLASS_PX} ${at.yPx - GLASS_PX} ${2 * GLASS_PX} ${2 * GLASS_PX}` : null;
  });

  readonly squared = computed(() => {
    const [widthMm, heightMm, rule, lengthMm] = [this.widthMm(), this.heightMm(), this.rule(), this.ruleMm()];
    if (widthMm === null || heightMm === null) return { result: null, why: 'Give the rectangle’s two sides.' };
    const check = rule && lengthMm !== null ? { check: { ...rule, lengthMm } } : {};
    const { result, error } = attempt(() => homography({ corners: this.corners(), widthMm, heightMm, ...check }));
    return {
      result,
      why: error
        ? error.field === 'corners'
          ? 'These corners make no rectangle. Go round from the lower left.'
          : errorWords(error.code, error.params)
        : null,
    };
  });

  constructor() {
    effect(() => {
      const sheet = this.sheet();
      if (sheet) this.observer.observe(sheet.nativeElement);
    });
  }

  ngOnDestroy(): void {
    this.observer.disconnect();
  }

  private measure({ width, height }: DOMRectReadOnly): void {
    const photo = this.photo();
    if (photo && width > 0 && height > 0) this.unit.set(Math.max(photo.widthPx / width, photo.heightPx / height));
  }

  /** Starts from what was marked before, or from a rectangle in the middle. */
  begin(photo: Photo, address: string, laid: LaidPhoto | null): void {
    this.before = laid;
    this.address.set(address);
    this.corners.set(laid?.corners ?? middle(photo));
    if (laid) {
      this.widthMm.set(laid.widthMm);
      this.heightMm.set(laid.heightMm);
      this.rule.set(laid.check);
      this.ruleMm.set(laid.check?.lengthMm ?? null);
    }
    this.photo.set(photo);
  }

  addRule(): void {
    const { widthPx, heightPx } = this.photo()!;
    this.rule.set({
      from: { xPx: widthPx * 0.35, yPx: heightPx * 0.9 },
      to: { xPx: widthPx * 0.65, yPx: heightPx * 0.9 },
    });
    this.active.set('from');
  }

  dropRule(): void {
    this.rule.set(null);
    this.ruleMm.set(null);
    this.active.set(0);
  }

  grab(event: PointerEvent, spot: Spot): void {
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    this.active.set(spot);
    this.dragging = true;
  }

  drag(event: PointerEvent, spot: Spot): void {
    if (!this.dragging) return;
    const matrix = this.sheet()?.nativeElement.getScreenCTM();
    if (!matrix) return;
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    this.put(spot, { xPx: x, yPx: y });
  }

  release(): void {
    this.dragging = false;
  }

  nudge(event: KeyboardEvent, spot: Spot, at: Pixel): void {
    const step = event.shiftKey ? 20 : 1;
    const moves: Record<string, [number, number]> = {
      ArrowRight: [step, 0],
      ArrowLeft: [-step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    };
    const move = moves[event.key];
    if (!move) return;
    event.preventDefault();
    this.put(spot, { xPx: at.xPx + move[0], yPx: at.yPx + move[1] });
  }

  /** Puts a spot somewhere, never off the picture. */
  put(spot: Spot, { xPx, yPx }: Pixel): void {
    const { widthPx, heightPx } = this.photo()!;
    const within = (value: number, most: number): number => Math.round(Math.min(most, Math.max(0, value)) * 10) / 10;
    const at = { xPx: within(xPx, widthPx), yPx: within(yPx, heightPx) };
    if (typeof spot === 'number')
      this.corners.update((corners) => corners.map((corner, i) => (i === spot ? at : corner)));
    else this.rule.update((rule) => rule && { ...rule, [spot]: at });
  }

  off(percent: number): string {
    return Math.abs(percent).toFixed(1);
  }

  done(): void {
    const [photo, widthMm, heightMm, rule, lengthMm] = [
      this.photo(),
      this.widthMm(),
      this.heightMm(),
      this.rule(),
      this.ruleMm(),
    ];
    if (!photo || !this.squared().result || widthMm === null || heightMm === null) return;
    const lies = this.before ?? { xMm: -widthMm / 2, yMm: -heightMm / 2, turnedDeg: 0 };
    const laid: LaidPhoto = {
      id: photo.id,
      corners: this.corners(),
      widthMm,
      heightMm,
      xMm: lies.xMm,
      yMm: lies.yMm,
      turnedDeg: lies.turnedDeg,
      check: rule && lengthMm !== null ? { ...rule, lengthMm } : null,
    };
    this.dialog.close(laid);
  }
}

function middle({ widthPx, heightPx }: Photo): Pixel[] {
  const [left, right, top, bottom] = [widthPx * 0.3, widthPx * 0.7, heightPx * 0.25, heightPx * 0.75];
  return [
    { xPx: left, yPx: bottom },
    { xPx: right, yPx: bottom },
    { xPx: right, yPx: top },
    { xPx: left, yPx: top },
  ];
}
