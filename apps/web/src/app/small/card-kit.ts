import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import { errorWords } from '@ashstep/contract';
import { attempt } from '@ashstep/core/errors';
import { type Kit, type KitLine, kitCheck } from '@ashstep/core/small';
import type { QuantityKind } from '@ashstep/core/units';
import { draft } from '../outbox/draft';
import { QuantityField } from '../parts/quantity-field';
import { Panel } from '../repair/stages/stage-panel';

type Field = keyof Kit;
const FIELDS: readonly { key: Field; label: string; kind: QuantityKind }[] = [
  { key: 'clothM2', label: 'Cloth, m²', kind: 'plain' },
  { key: 'resinG', label: 'Resin', kind: 'mass' },
  { key: 'secondG', label: 'Hardener or catalyst', kind: 'mass' },
  { key: 'filmM2', label: 'Film, m²', kind: 'plain' },
  { key: 'fillerMl', label: 'Filler', kind: 'volume' },
  { key: 'brushes', label: 'Brushes', kind: 'plain' },
  { key: 'tempC', label: 'Air there', kind: 'temperature' },
];
const NAMES: Readonly<Record<KitLine['id'], string>> = { cloth: 'Cloth', resin: 'Resin', second: 'Hardener or catalyst', film: 'Film', filler: 'Filler', brushes: 'Brushes' }; // prettier-ignore

/** A kit in the field against the job. The kit is kept on this device, for the next job as well. */
@Component({
  selector: 'ash-card-kit',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QuantityField],
  template: `
    <details>
      <summary>In the field: is the kit enough?</summary>
      <p class="quiet">What is in the kit stays on this device.</p>
      <div class="fields">
        @for (field of fields; track field.key) {
          <ash-quantity
            [label]="field.label"
            [kind]="field.kind"
            [value]="kit()[field.key] ?? null"
            [optional]="true"
            (valueChange)="put(field.key, $event)"
            [error]="trouble()?.field === field.key ? trouble()!.text : null"
          />
        }
      </div>
      @if (missing().length > 0) {
        <p class="quiet">Still wanted: {{ missing().join(', ') }}.</p>
      }
      @if (found(); as f) {
        <p role="status">
          <b>{{ f.enough ? 'Enough.' : 'Not enough.' }}</b>
          {{ f.mixing === 'all' ? 'All the hardener goes into all the resin.' : 'Weigh what is wanted.' }}
          @if (f.discs; as d) {
            {{ d.wanted }} plies wanted, the cloth gives {{ d.fromKit }} of the largest.
          }
        </p>
        <table class="ruled">
          <thead>
            <tr>
              <th scope="col">Thing</th>
              <th scope="col">Wanted</th>
              <th scope="col">There</th>
              <th scope="col"></th>
            </tr>
          </thead>
          <tbody>
            @for (line of f.lines; track line.id) {
              <tr>
                <td>{{ names[line.id] }}</td>
                <td class="num">{{ amount(line, line.wanted) }}</td>
                <td class="num">{{ amount(line, line.has) }}</td>
                <td>{{ line.enough ? 'enough' : 'short' }}</td>
              </tr>
            }
          </tbody>
        </table>
        @for (remark of f.remarks; track remark.id) {
          <p>{{ words(remark) }}</p>
        }
      }
    </details>
  `,
  styles: `
    details {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    p {
      margin-top: 8px;
    }
  `,
})
export class CardKit extends Panel {
  readonly fields = FIELDS;
  readonly names = NAMES;
  /** Of the person who has it along, whatever the job. */
  readonly kit = draft<Partial<Record<Field, number | null>>>('kit', signal('field'), {});
  readonly missing = computed(() => FIELDS.filter(({ key }) => typeof this.kit()[key] !== 'number').map(({ label }) => label)); // prettier-ignore
  private readonly tried = computed(() => (this.missing().length > 0 ? null : attempt(() => kitCheck(this.inputs(), this.plan(), this.kit() as Kit)))); // prettier-ignore
  readonly found = computed(() => this.tried()?.result ?? null);
  readonly trouble = computed(() => {
    const error = this.tried()?.error;
    return error ? { field: error.field, text: errorWords(error.code, error.params) } : null;
  });

  put(key: Field, value: number | null): void {
    this.kit.update((kit) => ({ ...kit, [key]: value }));
  }

  amount({ id }: KitLine, value: number): string {
    if (id === 'cloth' || id === 'film') return `${value.toFixed(2)} m²`;
    if (id === 'brushes') return String(value);
    return this.inUnits(value, id === 'filler' ? 'volume' : 'mass', value < 10 ? 1 : 0);
  }
}
