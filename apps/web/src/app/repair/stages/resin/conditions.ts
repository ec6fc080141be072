import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Person } from '@ashstep/contract';
import { resinConditions } from '@ashstep/core/repair';
import { catchError, map, of } from 'rxjs';
import { PickSelect, TickInput } from '../../../parts/inputs';
import { Api } from '../../../platform/api';
import { Panel } from '../stage-panel';

/** What the resin is suitable on condition of, each with who sees to it. */
@Component({
  selector: 'ash-resin-conditions',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickSelect, TickInput],
  template: `
    @for (c of conditions(); track c.id) {
      <div class="condition">
        <label class="tick"
          ><input type="checkbox" [checked]="isDone(c.id)" (ticked)="store.check(c.id, $event)" />{{ c.text }}</label
        >
        <div class="field">
          <label [for]="'own-' + c.id" class="visually-hidden">Who sees to: {{ c.text }}</label
          ><select [id]="'own-' + c.id" (chosen)="setOwner(c.id, $event)">
            <option value="" [selected]="!inputs().resin.owners?.[c.id]">Nobody yet</option>
            @for (name of people(); track name) {
              <option [value]="name" [selected]="name === inputs().resin.owners?.[c.id]">{{ name }}</option>
            }
          </select>
        </div>
      </div>
    }
  `,
  styles: `
    .condition {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 170px;
      gap: 12px;
      align-items: start;
    }
    @media (max-width: 480px) {
      .condition {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class Conditions extends Panel {
  private readonly names = toSignal(
    inject(Api)
      .get<Pick<Person, 'name'>[]>('/people')
      .pipe(
        map((people) => people.map(({ name }) => name)),
        catchError(() => of([])),
      ),
    { initialValue: [] },
  );
  readonly conditions = computed(() => resinConditions(this.plan().resin));
  /** Everybody here, and anybody a condition was given to who is no longer. */
  readonly people = computed(() => [...new Set([...this.names(), ...Object.values(this.inputs().resin.owners ?? {})])]);

  setOwner(conditionId: string, name: string): void {
    const { [conditionId]: _, ...owners } = this.inputs().resin.owners ?? {};
    this.store.edit('resin', { owners: name ? { ...owners, [conditionId]: name } : owners });
  }
}
