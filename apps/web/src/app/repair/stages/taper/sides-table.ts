import { capital } from '@ashstep/contract';
import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { type SidePlan, compareSides } from '@ashstep/core/repair';
import type { SideNeed, WorkingSide } from '@ashstep/core/taper';
import { FigurePipe, UnitPipe } from '../../../platform/quantity.pipe';
import { WhenPipe } from '../../../platform/when.pipe';
import { Panel } from '../stage-panel';

const SIDE_NAMES: Record<WorkingSide, string> = { outside: 'Outside', inside: 'Inside', both: 'Both' };
const NEED_WORDS: Record<SideNeed, string> = {
  'inside-access': 'the inside reached',
  'backing-outside': 'a back-up on the show face',
  'backing-inside': 'a back-up inside',
  'second-grind': 'the second face ground back into the new laminate',
  'show-face-taper': 'the scar faired and finished',
};

/** The job worked from outside, inside or both: what is ground, what shows, and what it takes. */
@Component({
  selector: 'ash-sides-table',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FigurePipe, UnitPipe, WhenPipe],
  template: `
    @if (sides().length > 0) {
      <div class="scroll" tabindex="0" role="region" aria-label="Sides compared">
        <table class="ruled compare">
          <thead>
            <tr>
              <td></td>
              @for (s of sides(); track s.side) {
                <th scope="col" [class.on]="s.taken">{{ name(s.side) }}{{ s.taken ? ', taken' : '' }}</th>
              }
            </tr>
          </thead>
          <tbody>
            <tr>
              <th scope="row">Shows outside, {{ 'length' | unit }}</th>
              @for (s of sides(); track s.side) {
                <td class="num">{{ s.scarLengthMm | figure: 'length' }}</td>
              }
            </tr>
            <tr>
              <th scope="row">Tapered, cm²</th>
              @for (s of sides(); track s.side) {
                <td class="num">{{ (s.footprintMm2 / 100).toFixed(0) }}</td>
              }
            </tr>
            <tr>
              <th scope="row">To grind, ml</th>
              @for (s of sides(); track s.side) {
                <td class="num">{{ (s.groundVolumeMm3 / 1000).toFixed(0) }}</td>
              }
            </tr>
            <tr>
              <th scope="row">Resin, {{ 'mass' | unit }}</th>
              @for (s of sides(); track s.side) {
                <td class="num">{{ s.resinG | figure: 'mass' }}</td>
              }
            </tr>
            <tr>
              <th scope="row">Hands on</th>
              @for (s of sides(); track s.side) {
                <td class="num">{{ s.handsMin === null ? '–' : (s.handsMin / 60).toFixed(1) + ' h' }}</td>
              }
            </tr>
            <tr>
              <th scope="row">Done</th>
              @for (s of sides(); track s.side) {
                <td class="num">{{ s.finishAt === null ? '–' : (s.finishAt | when) }}</td>
              }
            </tr>
            <tr>
              <th scope="row">Needs</th>
              @for (s of sides(); track s.side) {
                <td>{{ needs(s) }}</td>
              }
            </tr>
          </tbody>
        </table>
      </div>
      <p class="why">
        <b>Why compare</b> From inside the show face keeps all but the hole; from both a thick laminate wants half the
        width.
      </p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
  `,
})
export class SidesTable extends Panel {
  readonly sides = computed(() => compareSides(this.inputs()));

  name(side: WorkingSide): string {
    return SIDE_NAMES[side];
  }

  needs({ needs, possible }: SidePlan): string {
    const list = needs.map((need) => NEED_WORDS[need]).join('; ');
    return possible ? capital(list) : `Cannot be reached. Would need ${list}`;
  }
}
