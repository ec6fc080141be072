import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { attempt } from '@ashstep/core/errors';
import { measureOffset } from '@ashstep/core/geometry';
import { FigurePipe, UnitPipe } from '../platform/quantity.pipe';
import { RepairStore, type RepairState } from '../repair/repair.store';

const DEPTHS = { finish: 'finish only', part: 'some plies', through: 'through' } as const;

/** The damage mapped again after grinding: what was expected beside what was found, and the difference. */
@Component({
  selector: 'ash-found',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FigurePipe, UnitPipe],
  template: `
    <h3>After grinding</h3>
    @if (both(); as b) {
      <table class="ruled">
        <thead>
          <tr>
            <td></td>
            <th scope="col">Expected</th>
            <th scope="col">Found</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">Size, {{ 'length' | unit }}</th>
            <td class="num">
              {{ b.expected.lengthMm | figure: 'length' }} × {{ b.expected.widthMm | figure: 'length' }}
            </td>
            <td class="num">{{ b.found.lengthMm | figure: 'length' }} × {{ b.found.widthMm | figure: 'length' }}</td>
          </tr>
          <tr>
            <th scope="row">Area, cm²</th>
            <td class="num">{{ (b.expected.areaMm2 / 100).toFixed(0) }}</td>
            <td class="num">{{ (b.found.areaMm2 / 100).toFixed(0) }}, {{ percent() }}</td>
          </tr>
          <tr>
            <th scope="row">Depth</th>
            <td>{{ depths[b.expectedDepth] }}</td>
            <td>{{ depths[b.foundDepth] }}</td>
          </tr>
        </tbody>
      </table>
      <p class="why">
        <b>Why both are kept</b> The plan follows what was found; the difference teaches how far damage runs here.
      </p>
      @if (!disabled()) {
        <div class="row-actions">
          <button type="button" class="act small" (click)="back()">Back to what was expected</button>
        </div>
      }
    } @else {
      <p class="quiet">
        Once it is ground, measure again: what is found replaces what was expected, and the plan follows.
      </p>
      @if (!disabled()) {
        <div class="row-actions">
          <button type="button" class="act small" (click)="mapAgain()">Map it again, ground</button>
        </div>
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    th[scope='row'] {
      font-weight: 430;
      border-bottom: 1px solid var(--ash-2);
    }
  `,
})
export class Found {
  readonly state = input.required<RepairState>();
  readonly disabled = computed(() => this.state().detail.state === 'sealed');
  readonly depths = DEPTHS;
  private readonly store = inject(RepairStore);

  readonly both = computed(() => {
    const { survey, damage } = this.state().inputs;
    const [expected, found] = [survey.expected?.shape ?? null, damage.shape].map(
      (shape) => shape && attempt(() => measureOffset(shape, 0)).result,
    );
    return expected && found
      ? { expected, found, expectedDepth: survey.expected!.depth, foundDepth: damage.depth }
      : null;
  });
  readonly percent = computed(() => {
    const both = this.both();
    const change = both ? 100 * (both.found.areaMm2 / both.expected.areaMm2 - 1) : 0;
    return Math.abs(change) < 0.5 ? 'as expected' : `${Math.abs(change).toFixed(0)} % ${change > 0 ? 'more' : 'less'}`;
  });

  mapAgain(): void {
    const { shape, depth, depthMm } = this.state().inputs.damage;
    this.store.edit('survey', { expected: { shape, depth, depthMm } });
  }

  back(): void {
    const { expected } = this.state().inputs.survey;
    if (!expected) return;
    this.store.edit('damage', expected);
    this.store.edit('survey', { expected: null });
  }
}
