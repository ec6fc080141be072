import { ChangeDetectionStrategy, Component } from '@angular/core';
import { FINISH_NAMES, SERVICE_NAMES } from '@ashstep/contract';
import { type RepairInputs, type Shape, type ShapeKind, type Neighbour } from '@ashstep/core';
import { possible } from '../../drawing/handles';
import { ChoiceField, optionsOf } from '../../parts/choice-field';
import { QuantityField } from '../../parts/quantity-field';
import { FigurePipe, QuantityPipe, UnitPipe } from '../../platform/quantity.pipe';
import { GoBar } from '../../parts/go-bar';
import { StagePanel } from './stage';

type Drawn = Exclude<ShapeKind, 'polygon'>;
const SHAPES: Record<Drawn, string> = { circle: 'Circle', ellipse: 'Ellipse', slot: 'Slot', roundedRectangle: 'Rounded box' };

@Component({
  selector: 'ash-look',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChoiceField, QuantityField, FigurePipe, QuantityPipe, UnitPipe, GoBar],
  templateUrl: './look.html',
})
export class LookStage extends StagePanel {
  readonly shapes = optionsOf(SHAPES);
  readonly depths = optionsOf({ finish: 'Finish only', part: 'Some plies', through: 'Through' } as const);
  readonly waterlines = optionsOf({ above: 'Above', below: 'Below' } as const);
  readonly finishes = optionsOf(FINISH_NAMES);
  readonly accesses = optionsOf({ one: 'One face', both: 'Both faces' } as const);
  readonly services = optionsOf(SERVICE_NAMES);
  readonly specials = optionsOf({ none: 'None of these', 'drinking-water': 'Drinking water', fuel: 'Fuel', heat: 'Heat', fire: 'Fire-rated', food: 'Food' } as const);

  setPlace(patch: Partial<RepairInputs['place']>): void {
    this.store.edit('place', patch);
  }

  setDamage(patch: Partial<RepairInputs['damage']>): void {
    this.store.edit('damage', patch);
  }

  setShape(patch: Record<string, number | null>): void {
    this.setDamage({ shape: { ...this.inputs().damage.shape, ...patch } as Shape });
  }

  /** Another kind of outline of about the same size in the same place. */
  kind(kind: ShapeKind): void {
    const old = this.inputs().damage.shape;
    if (old.kind === 'polygon' || kind === 'polygon' || old.kind === kind) return;
    const [lengthMm, widthMm] = old.kind === 'circle' ? [old.diameterMm, old.diameterMm] : [old.lengthMm, old.widthMm];
    const where = { centreXMm: old.centreXMm ?? 0, centreYMm: old.centreYMm ?? 0, rotationDeg: old.rotationDeg ?? 0 };
    const made: Record<Drawn, Shape> = {
      circle: { kind: 'circle', diameterMm: lengthMm, ...where },
      ellipse: { kind: 'ellipse', lengthMm, widthMm, ...where },
      slot: { kind: 'slot', lengthMm, widthMm, ...where },
      roundedRectangle: { kind: 'roundedRectangle', lengthMm, widthMm, cornerRadiusMm: Math.min(lengthMm, widthMm) / 4, ...where },
    };
    this.setDamage({ shape: possible(made[kind]) });
  }

  addNeighbour(): void {
    const y = -Math.round((this.plan().damage?.cut.widthMm ?? 100) * 1.5);
    const line: Neighbour = { name: `Edge ${this.inputs().damage.neighbours.length + 1}`, kind: 'edge', fromXMm: -200, fromYMm: y, toXMm: 200, toYMm: y };
    this.setDamage({ neighbours: [...this.inputs().damage.neighbours, line] });
  }

  neighbour(index: number, patch: Partial<Neighbour>): void {
    this.setDamage({ neighbours: this.inputs().damage.neighbours.map((line, i) => (i === index ? { ...line, ...patch } : line)) });
  }

  removeNeighbour(index: number): void {
    this.setDamage({ neighbours: this.inputs().damage.neighbours.filter((_, i) => i !== index) });
  }
}
