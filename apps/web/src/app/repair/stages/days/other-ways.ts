import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { LongWork } from '../../../parts/long-work';
import { ShedPlanService } from '../../../plan/shed-plan.service';
import { whenText } from '../../../platform/when.pipe';
import { Panel } from '../stage-panel';

/** "One long day or three short ones": the job done otherwise, among the shed's other jobs. */
@Component({
  selector: 'ash-other-ways',
  host: { class: 'block' },
  imports: [LongWork],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (rows().length > 0) {
      <div class="scroll" tabindex="0" role="region" aria-label="Other ways of doing it">
        <table class="ruled">
          <thead>
            <tr>
              <th scope="col">Way</th>
              <th scope="col">Done</th>
              <th scope="col" class="r">Hands on</th>
              <th scope="col">Bond</th>
              <th><span class="visually-hidden">Take it</span></th>
            </tr>
          </thead>
          <tbody>
            @for (row of rows(); track row.name) {
              <tr>
                <td>
                  <b>{{ row.name }}</b>
                </td>
                <td class="num">{{ row.done }}</td>
                <td class="r num">{{ row.hands }}</td>
                <td>{{ row.bond }}</td>
                <td class="r">
                  @if (row.goes !== null) {
                    <button
                      type="button"
                      class="act small"
                      [disabled]="sealed()"
                      [attr.aria-label]="'Take ' + row.goes"
                      (click)="take(row.goes)"
                    >
                      Take
                    </button>
                  }
                </td>
              </tr>
            }
          </tbody>
        </table>
      </div>
    } @else {
      <p class="quiet">
        Goes laid wet on green are one body; a go that comes after its window is a secondary bond. A long day has the
        shed open three hours more.
      </p>
    }
    <ash-long-work
      [run]="planner.ways"
      [label]="rows().length > 0 ? 'Compare again' : 'Compare the ways'"
      doing="Working out the ways"
      enough="Stop"
      (begin)="planner.tryOtherWays(state().detail.id)"
    />
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
  `,
})
export class OtherWays extends Panel {
  readonly planner = inject(ShedPlanService);

  readonly rows = computed(() =>
    this.planner.variants().map(({ variant, finishAt, handsMin, layUps, late }) => ({
      name:
        variant.id === 'as-planned'
          ? 'As planned'
          : variant.id === 'long-day'
            ? 'Three hours longer a day'
            : variant.goes === 1
              ? 'Each face in one go'
              : `Each face in ${variant.goes} goes`,
      done: whenText(finishAt),
      hands: `${(handsMin / 60).toFixed(1)} h`,
      bond:
        late > 0
          ? `▲ ${late} of ${layUps} lay-ups after its window: wash, abrade, secondary bond`
          : layUps > 1
            ? `${layUps} lay-ups, each in its window or ground back`
            : 'one lay-up, one body',
      goes: variant.id === 'goes' ? variant.goes : null,
    })),
  );

  /** The lay-up is planned in so many goes from now on. */
  take(goes: number): void {
    this.store.edit('stack', { goes });
  }
}
