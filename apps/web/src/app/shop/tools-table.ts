import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { MeasuringTool } from '@ashstep/core/mix';
import { QuantityField } from '../parts/quantity-field';
import { TextInput } from '../parts/inputs';

interface ToolField {
  key: string;
  label: string;
  kind: 'mass' | 'volume' | 'plain';
  optional?: boolean;
}

const FIELDS: Readonly<Record<MeasuringTool['kind'], readonly ToolField[]>> = {
  scale: [
    { key: 'stepG', label: 'Reads to', kind: 'mass' },
    { key: 'errorG', label: 'Off by (half a step)', kind: 'mass', optional: true },
    { key: 'mostG', label: 'Holds', kind: 'mass', optional: true },
  ],
  lines: [
    { key: 'stepMl', label: 'Lines every', kind: 'volume' },
    { key: 'errorMl', label: 'Off by (half a step)', kind: 'volume', optional: true },
    { key: 'mostMl', label: 'Holds', kind: 'volume', optional: true },
  ],
  pump: [
    { key: 'resinStrokeMl', label: 'Resin stroke', kind: 'volume' },
    { key: 'secondStrokeMl', label: 'Hardener stroke', kind: 'volume' },
    { key: 'strokePercent', label: 'A stroke is off by, %', kind: 'plain' },
  ],
};
const KINDS = { scale: 'Scale', lines: 'Cup or syringe with lines', pump: 'Pair of pumps' } as const;
const NEW: Readonly<Record<MeasuringTool['kind'], MeasuringTool>> = {
  scale: { kind: 'scale', name: 'Scale', stepG: 0.1, mostG: 2000 },
  lines: { kind: 'lines', name: 'Syringe', stepMl: 1, mostMl: 60 },
  pump: { kind: 'pump', name: 'Pumps', resinStrokeMl: 25, secondStrokeMl: 5, strokePercent: 3 },
};

/** Scales, cups, syringes and pumps, with how finely each reads; pumps and drops by what was counted and weighed. */
@Component({
  selector: 'ash-tools',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TextInput, QuantityField],
  template: `
    @for (row of rows(); track $index; let i = $index) {
      <div class="fields" role="group" [attr.aria-label]="row.tool.name">
        <div class="field" [class.wrong]="row.nameError">
          <label [for]="'tool' + i">{{ kinds[row.tool.kind] }}</label><input
            [id]="'tool' + i"
            maxlength="80"
            [value]="row.tool.name"
            [disabled]="disabled()"
            (entered)="set(i, 'name', $event)"
          />
          @if (row.nameError; as message) {
            <span class="error">{{ message }}</span>
          }
        </div>
        @for (field of row.fields; track field.key) {
          <ash-quantity
            [label]="field.label"
            [kind]="field.kind"
            [value]="field.value"
            [optional]="field.optional === true"
            [disabled]="disabled()"
            [error]="field.error"
            (valueChange)="set(i, field.key, $event)"
          />
        }
        @if (!disabled()) {
          <button type="button" class="act small" [attr.aria-label]="'Take out ' + row.tool.name" (click)="drop(i)">
            Take out
          </button>
        }
      </div>
    }
    @if (errors()['tools']; as told) {
      <p class="remark">{{ told }}</p>
    }
    @if (!disabled()) {
      <div class="row-actions">
        <button type="button" class="act small" (click)="add('scale')">Add a scale</button
        ><button type="button" class="act small" (click)="add('lines')">Add a cup or syringe</button
        ><button type="button" class="act small" (click)="add('pump')">Add pumps</button>
      </div>
    }
    <div class="fields">
      <ash-quantity
        label="Drops of catalyst a ml"
        kind="plain"
        [value]="dropsPerMl()"
        [disabled]="disabled()"
        [error]="errors()['dropsPerMl'] ?? null"
        (valueChange)="dropsChange.emit($event!)"
      />
    </div>
    @if (!disabled()) {
      <details>
        <summary>Calibrate by counting and weighing</summary>
        <p class="quiet">
          Count drops into a cup, or strokes of one pump, and weigh what came out. The densities are on the system’s
          card.
        </p>
        <div class="fields">
          <ash-quantity label="Counted" kind="plain" [value]="counted()" (valueChange)="counted.set($event!)" />
          <ash-quantity label="Weighs" kind="mass" [value]="weighs()" (valueChange)="weighs.set($event!)" />
          <ash-quantity
            label="Its density, g/ml"
            kind="plain"
            [value]="density()"
            (valueChange)="density.set($event!)"
          />
        </div>
        @if (calibrated(); as c) {
          <p>
            One is <b>{{ c.mlEach.toFixed(3) }} ml</b>; {{ c.perMl.toFixed(1) }} to the millilitre.
          </p>
          <div class="row-actions">
            <button type="button" class="act small" (click)="dropsChange.emit(c.drops)">
              These were drops: take {{ c.drops }} a ml
            </button>
            @for (row of pumps(); track row.index) {
              <button type="button" class="act small" (click)="set(row.index, 'resinStrokeMl', c.stroke)">
                Resin stroke of {{ row.name }}</button
              ><button type="button" class="act small" (click)="set(row.index, 'secondStrokeMl', c.stroke)">
                Hardener stroke of {{ row.name }}
              </button>
            }
          </div>
        }
      </details>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 12px;
    }
    .fields {
      grid-template-columns: minmax(200px, 2fr) repeat(3, minmax(110px, 1fr)) 96px;
      align-items: end;
    }
    summary {
      min-height: var(--tap);
      display: flex;
      align-items: center;
      font-weight: 600;
      cursor: pointer;
    }
    details > * + * {
      margin-top: 8px;
    }
    @media (max-width: 720px) {
      .fields {
        grid-template-columns: repeat(2, minmax(0, 1fr));
      }
    }
  `,
})
export class ToolsTable {
  readonly tools = input.required<readonly MeasuringTool[]>();
  readonly dropsPerMl = input.required<number>();
  readonly disabled = input(false);
  readonly errors = input<Readonly<Partial<Record<string, string>>>>({});
  readonly toolsChange = output<readonly MeasuringTool[]>();
  readonly dropsChange = output<number>();
  readonly kinds = KINDS;
  readonly counted = signal(100);
  readonly weighs = signal(3.1);
  readonly density = signal(1.17);

  readonly rows = computed(() =>
    this.tools().map((tool, i) => ({
      tool,
      nameError: this.errors()[`tools.${i}.name`] ?? null,
      fields: FIELDS[tool.kind].map((field) => ({
        ...field,
        value: (tool as unknown as Record<string, number | undefined>)[field.key] ?? null,
        error: this.errors()[`tools.${i}.${field.key}`] ?? null,
      })),
    })),
  );
  readonly pumps = computed(() =>
    this.tools().flatMap(({ kind, name }, index) => (kind === 'pump' ? [{ index, name }] : [])),
  );
  readonly calibrated = computed(() => {
    const [counted, weighs, density] = [this.counted(), this.weighs(), this.density()];
    if (!(counted > 0 && weighs > 0 && density > 0)) return null;
    const mlEach = weighs / density / counted;
    return { mlEach, perMl: 1 / mlEach, drops: Math.round(10 / mlEach) / 10, stroke: Math.round(mlEach * 1000) / 1000 };
  });

  set(index: number, key: string, value: string | number | null): void {
    this.toolsChange.emit(
      this.tools().map((tool, i) => {
        if (i !== index) return tool;
        const { [key]: _, ...rest } = tool as unknown as Record<string, unknown>;
        return (value === null ? rest : { ...tool, [key]: value }) as unknown as MeasuringTool;
      }),
    );
  }

  add(kind: MeasuringTool['kind']): void {
    const { name } = NEW[kind];
    const same = this.tools().filter((tool) => tool.name === name || tool.name.startsWith(`${name} `)).length;
    this.toolsChange.emit([...this.tools(), { ...NEW[kind], name: same === 0 ? name : `${name} ${same + 1}` }]);
  }

  drop(index: number): void {
    this.toolsChange.emit(this.tools().filter((_, i) => i !== index));
  }
}
