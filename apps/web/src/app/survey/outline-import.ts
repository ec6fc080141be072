import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { errorWords } from '@ashstep/contract';
import { attempt } from '@ashstep/core/errors';
import { checkShape, signedArea } from '@ashstep/core/geometry';
import { QuantityPipe } from '../platform/quantity.pipe';
import { RepairStore, type RepairState } from '../repair/repair.store';
import { textOf } from '../parts/text-of';
import { type FoundOutline, type OutlineFile, UNITS, UnreadableOutline } from './outline';
import { outlineOnPlan, readOutlines } from './outline-file';
import { PickSelect } from '../parts/inputs';

/** The damage outline taken from a DXF or SVG file: its units are asked, its closed outlines listed, the one pressed is taken. */
@Component({
  selector: 'ash-outline-import',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickSelect, QuantityPipe],
  template: `
    <h3>Outline from a file</h3>
    @if (!disabled()) {
      <div class="row-actions">
        <label class="act small" for="outline-file">Open a DXF or SVG</label
        ><input
          class="visually-hidden"
          type="file"
          id="outline-file"
          accept=".dxf,.svg,image/svg+xml"
          #field
          (change)="open(field)"
        />
      </div>
    }
    @if (failed()) {
      <p class="remark" role="alert">{{ failed() }}</p>
    }
    @if (file(); as f) {
      <div class="field">
        <label for="outline-unit">{{
          f.mmPerUnit === null ? 'The file does not say its units. They are' : 'Units, as the file says'
        }}</label><select id="outline-unit" (chosen)="unit.set($event)">
          @if (f.mmPerUnit !== null) {
            <option value="file" [selected]="unit() === 'file'">As it says</option>
          }
          @for (u of units; track u.id) {
            <option [value]="u.id" [selected]="unit() === u.id">{{ u.label }}</option>
          }
        </select>
      </div>
      <ul class="found" aria-label="Closed outlines in the file">
        @for (o of listed(); track $index) {
          <li>
            <span
              ><b>{{ o.outline.name }}</b> {{ o.lengthMm | qty: 'length' }} × {{ o.widthMm | qty: 'length' }},
              {{ (o.areaMm2 / 100).toFixed(1) }} cm²</span
            >
            <button
              type="button"
              class="act small"
              [attr.aria-label]="'Take it, ' + o.outline.name + ', ' + ($index + 1)"
              (click)="take(o.outline)"
            >
              Take it
            </button>
          </li>
        }
      </ul>
      @if (f.open > 0) {
        <p class="quiet">{{ f.open }} open {{ f.open === 1 ? 'line is' : 'lines are' }} left out.</p>
      }
    }
    <p role="status">{{ said() }}</p>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    .found {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      display: flex;
      gap: 12px;
      align-items: center;
      justify-content: space-between;
      min-height: var(--tap);
      border-bottom: 1px solid var(--ash-2);
    }
  `,
})
export class OutlineImport {
  readonly state = input.required<RepairState>();
  readonly disabled = computed(() => this.state().detail.state === 'sealed');
  private readonly store = inject(RepairStore);
  readonly units = Object.entries(UNITS).map(([id, { label }]) => ({ id, label }));
  readonly file = signal<OutlineFile | null>(null);
  readonly unit = signal('mm');
  readonly failed = signal('');
  readonly said = signal('');
  private readonly mmPerUnit = computed(() =>
    this.unit() === 'file' ? this.file()!.mmPerUnit! : UNITS[this.unit()]!.mm,
  );
  readonly listed = computed(() => {
    const scale = this.mmPerUnit();
    return (this.file()?.outlines ?? []).slice(0, 40).map((outline) => {
      const [xs, ys] = [outline.points.map((p) => p.x), outline.points.map((p) => p.y)];
      return {
        outline,
        lengthMm: (Math.max(...xs) - Math.min(...xs)) * scale,
        widthMm: (Math.max(...ys) - Math.min(...ys)) * scale,
        areaMm2: Math.abs(signedArea(outline.points)) * scale * scale,
      };
    });
  });

  async open(field: HTMLInputElement): Promise<void> {
    const picked = field.files?.[0];
    field.value = '';
    if (!picked) return;
    this.failed.set('');
    this.said.set('');
    this.file.set(null);
    try {
      const file = await readOutlines(await textOf(picked), picked.name);
      this.unit.set(file.mmPerUnit === null ? 'mm' : 'file');
      this.file.set(file);
    } catch (error) {
      if (!(error instanceof UnreadableOutline)) throw error;
      this.failed.set(error.message);
    }
  }

  take(outline: FoundOutline): void {
    const { centreXMm = 0, centreYMm = 0 } = this.state().inputs.damage.shape;
    const shape = {
      kind: 'polygon',
      points: outlineOnPlan(outline, this.mmPerUnit(), { x: centreXMm, y: centreYMm }),
    } as const;
    const { error } = attempt(() => checkShape(shape));
    if (error) {
      this.failed.set(`This outline cannot be taken: ${errorWords(error.code, error.params)}`);
      return;
    }
    this.store.edit('damage', { shape });
    this.file.set(null);
    this.said.set(`${outline.name} is the outline now.`);
  }
}
