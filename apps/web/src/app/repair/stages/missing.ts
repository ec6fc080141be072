import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { STAGE_NAMES, errorWords } from '@ashstep/contract';
import { STAGES, type Stage } from '@ashstep/core/hazards';
import type { RepairState } from '../repair.store';

/** What is still wanted before a stage can be worked out, and on which stage it is seen to. */
export interface Want {
  stage: Stage;
  text: string;
}

const EMPTY: Readonly<Record<string, string>> = {
  'laminate.thicknessMm': 'Measure how thick the laminate is',
  'laminate.plies': 'Enter at least one ply of the laminate',
  'damage.depthMm': 'Type how deep the damage goes',
};
/** Where a figure is typed that a later stage finds missing. */
const SEEN_TO: Readonly<Record<string, Stage>> = { damage: 'look', laminate: 'laminate', resin: 'resin' };

/** What stops the plan, the earliest stage first, each stage once. */
export function wantsOf({ plan }: Pick<RepairState, 'plan'>): Want[] {
  const found = plan.problems
    .filter(({ stage }) => stage !== 'days')
    .map(({ stage, code, field, params }): Want => ({
      stage: SEEN_TO[field.split('.')[0]!] ?? stage,
      text:
        code === 'empty' ? (EMPTY[field] ?? `Something is missing on ${STAGE_NAMES[stage]}`) : errorWords(code, params),
    }));
  const all = plan.resin && !plan.resin.card ? [...found, { stage: 'resin' as const, text: 'Pick a resin' }] : found;
  return all
    .filter(({ stage }, i) => all.findIndex((one) => one.stage === stage) === i)
    .sort((a, b) => STAGES.indexOf(a.stage) - STAGES.indexOf(b.stage));
}

/** In the place of a stage that cannot be worked out yet: what is missing, each a link to where it is seen to. */
@Component({
  selector: 'ash-missing',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <h2>Not yet</h2>
    <ul>
      @for (want of wants(); track want.stage) {
        <li>
          <a class="act" [routerLink]="['/repair', state().detail.id, want.stage]"
            >{{ want.text }}<span class="quiet"> {{ names[want.stage] }}</span></a
          >
        </li>
      }
    </ul>
  `,
  styles: `
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    a {
      display: flex;
      justify-content: space-between;
      gap: 12px;
      align-items: center;
      text-decoration: none;
    }
  `,
})
export class Missing {
  readonly state = input.required<RepairState>();
  readonly names = STAGE_NAMES;
  readonly wants = computed(() => wantsOf(this.state()));
}
