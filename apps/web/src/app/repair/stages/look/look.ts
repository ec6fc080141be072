import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { FINISH_NAMES, SERVICE_NAMES, WATERLINE_NAMES } from '@ashstep/contract';
import { type Point, type Shape, type ShapeKind, handOutline, outlinePoints } from '@ashstep/core/geometry';
import { type Neighbour, type RepairInputs, isUncut, repairKind } from '@ashstep/core/repair';
import { addPoint, dropPoint, movePoint, possible } from '../../../drawing/handles';
import { ChoiceField, optionsOf } from '../../../parts/choice-field';
import { QuantityField } from '../../../parts/quantity-field';
import { FigurePipe, UnitPipe } from '../../../platform/quantity.pipe';
import { GoBar } from '../../../parts/go-bar';
import type { SectionEdit } from '../../repair.store';
import { StagePanel } from '../stage-panel';
import { StagePanels } from '../stage-panels';
import { PANELS } from './panels';
import { PickOf, PickSelect, TextInput, TickInput } from '../../../parts/inputs';

const SHAPES: Record<ShapeKind, string> = {
  circle: 'Circle',
  ellipse: 'Ellipse',
  slot: 'Slot',
  roundedRectangle: 'Rounded box',
  polygon: 'Free',
};
/** What is done where nothing is cut out and mended in place. */
const APART = {
  overlay: 'A skin over the whole area',
  panel: 'A new panel, from nothing',
  injection: 'Injected: off, but dry and sound',
} as const;
/** Corners a shape gets when it becomes a free outline. */
const FREE_CORNERS = 16;

@Component({
  selector: 'ash-look',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    PickOf,
    PickSelect,
    TextInput,
    TickInput,
    StagePanels,
    ChoiceField,
    QuantityField,
    FigurePipe,
    UnitPipe,
    GoBar,
  ],
  templateUrl: './look.html',
})
export class LookStage extends StagePanel {
  readonly uncut = computed(() => isUncut(this.inputs()));
  readonly worked = optionsOf(APART);
  /** What is done where it is no mending in place. */
  readonly apart = computed(() => {
    const kind = repairKind(this.inputs());
    return kind in APART ? (kind as keyof typeof APART) : null;
  });
  readonly panels = PANELS;
  readonly shapes = optionsOf(SHAPES);
  readonly shapeKind = computed((): ShapeKind => this.inputs().damage.shape.kind);
  readonly depths = optionsOf({ finish: 'Finish only', part: 'Some plies', through: 'Through' } as const);
  readonly waterlines = optionsOf(WATERLINE_NAMES);
  readonly finishes = optionsOf(FINISH_NAMES);
  readonly accesses = optionsOf({ one: 'One face', both: 'Both faces' } as const);
  readonly services = optionsOf(SERVICE_NAMES);
  readonly neighbourKinds = optionsOf({ edge: 'Edge', fitting: 'Fitting', structure: 'Structure' } as const);
  readonly specials = optionsOf({
    none: 'None of these',
    'drinking-water': 'Drinking water',
    fuel: 'Fuel',
    heat: 'Heat',
    fire: 'Fire-rated',
    food: 'Food',
  } as const);

  setWorked(kind: string): void {
    this.store.edit('taper', { kind: kind === '' ? undefined : (kind as RepairInputs['taper']['kind']) } as Partial<RepairInputs['taper']>); // prettier-ignore
  }

  setPlace(patch: Partial<RepairInputs['place']>): void {
    this.store.edit('place', patch);
  }

  setDamage(patch: SectionEdit<RepairInputs['damage']>): void {
    this.store.edit('damage', patch);
  }

  setShape(patch: Record<string, number | null>): void {
    this.setDamage({ shape: { ...this.inputs().damage.shape, ...patch } as Shape });
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
    this.setDamage({ shape: possible(made[kind]) });
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

  addNeighbour(): void {
    const y = -Math.round((this.plan().damage?.cut.widthMm ?? 100) * 1.5);
    const line: Neighbour = {
      name: `Edge ${this.inputs().damage.neighbours.length + 1}`,
      kind: 'edge',
      fromXMm: -200,
      fromYMm: y,
      toXMm: 200,
      toYMm: y,
    };
    this.setDamage(({ neighbours }) => ({ neighbours: [...neighbours, line] }));
  }

  neighbour(index: number, patch: Partial<Neighbour>): void {
    this.setDamage(({ neighbours }) => ({
      neighbours: neighbours.map((line, i) => (i === index ? { ...line, ...patch } : line)),
    }));
  }

  removeNeighbour(index: number): void {
    this.setDamage(({ neighbours }) => ({ neighbours: neighbours.filter((_, i) => i !== index) }));
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
