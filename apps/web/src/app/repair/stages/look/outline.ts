import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import { type Point, type Shape, type ShapeKind, handOutline, outlinePoints } from '@ashstep/core/geometry';
import { type RepairInputs, isUncut, isUnsaid } from '@ashstep/core/repair';
import { addPoint, dropPoint, movePoint, possible } from '../../../drawing/handles';
import { ChoiceField, optionsOf } from '../../../parts/choice-field';
import { QuantityField } from '../../../parts/quantity-field';
import type { SectionEdit } from '../../repair.store';
import { Panel } from '../stage-panel';

export const SHAPE_NAMES: Record<ShapeKind, string> = {
  circle: 'Circle',
  ellipse: 'Ellipse',
  slot: 'Slot',
  roundedRectangle: 'Rounded box',
  polygon: 'Free',
};
const SIZES = ['diameterMm', 'lengthMm', 'widthMm'] as const;
type Size = (typeof SIZES)[number];
/** Corners a shape gets when it becomes a free outline. */
const FREE_CORNERS = 16;

/** The outline of the damage by its figures, and how much past it is cut. */
@Component({
  selector: 'ash-outline-panel',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChoiceField, QuantityField],
  templateUrl: './outline.html',
})
export class OutlinePanel extends Panel {
  readonly uncut = computed(() => isUncut(this.inputs()));
  readonly shapes = optionsOf(SHAPE_NAMES);
  readonly shapeKind = computed((): ShapeKind => this.inputs().damage.shape.kind);

  private readonly unmeasured = computed(() => isUnsaid(this.inputs().damage, 'shape'));
  /** Sizes typed while not all of them are. */
  private readonly typed = signal<ReadonlySet<string>>(new Set());

  setDamage(patch: SectionEdit<RepairInputs['damage']>): void {
    this.store.edit('damage', patch);
  }

  /** A size as it was measured; none where only the start of a new job stands there. */
  measured(mm: number, size: Size): number | null {
    return this.unmeasured() && !this.typed().has(size) ? null : mm;
  }

  setShape(patch: Record<string, number | null>): void {
    const put = { ...this.inputs().damage.shape, ...patch } as Shape;
    // Corners nobody typed follow the sizes.
    const shape = put.kind === 'roundedRectangle' && !('cornerRadiusMm' in patch) && put.lengthMm > 0 && put.widthMm > 0 ? possible(put) : put; // prettier-ignore
    this.typed.update((before) => new Set([...before, ...Object.keys(patch)]));
    const all = SIZES.every((size) => !(size in shape) || this.typed().has(size));
    this.setDamage(all ? { shape } : this.unsaid(shape));
  }

  /** An outline of which not every size was measured. */
  private unsaid(shape: Shape): Partial<RepairInputs['damage']> {
    const { unsaid } = this.inputs().damage;
    return unsaid ? { shape, unsaid } : { shape };
  }

  /** Another kind of outline of about the same size in the same place. */
  kind(kind: ShapeKind): void {
    const old = this.inputs().damage.shape;
    if (old.kind === kind) return;
    const points = old.kind === 'polygon' ? old.points : handOutline(outlinePoints(old), FREE_CORNERS);
    const { lengthMm, widthMm, ...middle } =
      old.kind === 'polygon' ? boxOf(points) : boxOf(outlinePoints({ ...old, rotationDeg: 0 }));
    const where = { centreXMm: middle.x, centreYMm: middle.y, rotationDeg: old.rotationDeg ?? 0 };
    const made: Record<ShapeKind, Shape> = {
      polygon: { kind: 'polygon', points },
      circle: { kind: 'circle', diameterMm: lengthMm, ...where },
      ellipse: { kind: 'ellipse', lengthMm, widthMm, ...where },
      slot: { kind: 'slot', lengthMm, widthMm, ...where },
      roundedRectangle: {
        kind: 'roundedRectangle',
        lengthMm,
        widthMm,
        cornerRadiusMm: Math.min(lengthMm, widthMm) / 4,
        ...where,
      },
    };
    this.setDamage(this.unsaid(possible(made[kind])));
  }

  setPoint(index: number, patch: Partial<Point>): void {
    this.reshapeFree((shape) => movePoint(shape, index, (point) => ({ ...point, ...patch })));
  }

  addPoint(after: number): void {
    this.reshapeFree((shape) => addPoint(shape, after));
  }

  dropPoint(index: number): void {
    this.reshapeFree((shape) => dropPoint(shape, index));
  }

  private reshapeFree(change: (shape: Extract<Shape, { kind: 'polygon' }>) => Shape): void {
    this.store.reshape((shape) => (shape.kind === 'polygon' ? change(shape) : shape));
  }
}

function boxOf(points: readonly Point[]): Point & { lengthMm: number; widthMm: number } {
  const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
  const [left, right, bottom, top] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const half = (mm: number): number => Math.round(mm * 2) / 2 + 0;
  return {
    x: half((left + right) / 2),
    y: half((bottom + top) / 2),
    lengthMm: half(right - left),
    widthMm: half(top - bottom),
  };
}
