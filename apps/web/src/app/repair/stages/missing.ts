import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { STAGE_NAMES, errorWords } from '@ashstep/contract';
import { STAGES, type Stage } from '@ashstep/core/hazards';
import { type RepairState, qualified } from '../repair.store';
import { type Want, Wants } from './wants';

const EMPTY: Readonly<Record<string, string>> = {
  'laminate.thicknessMm': 'Measure how thick the laminate is',
  'laminate.plies': 'Enter at least one ply of the laminate',
  'damage.depthMm': 'Type how deep the damage goes',
};
/** What is to be done where a field is empty that is needed. */
export const emptyWords = (field: string): string | null => EMPTY[field] ?? null;

/** Where a figure is typed that a later stage finds missing. */
const SEEN_TO: Readonly<Record<string, Stage>> = { damage: 'look', laminate: 'laminate', resin: 'resin' };
/** In which part of its stage, by the beginning of its path; the rest stands with its decision. */
const IN_PART: Readonly<Record<string, string>> = {
  'laminate.plies': 'plies',
  'rounds.added': 'rounds',
  'damage.shape': 'outline',
  'damage.marginMm': 'outline',
  'damage.minCornerRadiusMm': 'outline',
};
const isUnder = (path: string, field: string): boolean => path === field || path.startsWith(`${field}.`);
const partOf = (path: string): string | undefined =>
  Object.entries(IN_PART).find(([field]) => isUnder(path, field))?.[1];

/** What a figure is called whose limits are told away from its field. */
const NAMES: Readonly<Record<string, string>> = {
  'damage.shape.diameterMm': 'Diameter',
  'damage.shape.lengthMm': 'Length',
  'damage.shape.widthMm': 'Width',
  'damage.shape.cornerRadiusMm': 'Corner radius',
  'damage.marginMm': 'Margin to sound',
  'damage.minCornerRadiusMm': 'Corners at least',
  'damage.depthMm': 'How deep it goes',
  'laminate.thicknessMm': 'Measured thickness',
  'laminate.core.thicknessMm': 'Core thickness',
};

/** What stops the plan, the earliest stage first, each stage once. */
export function wantsOf({ plan }: Pick<RepairState, 'plan'>): Want[] {
  const found = plan.problems
    .filter(({ stage }) => stage !== 'days')
    .map(({ stage, code, field, params }): Want => ({
      stage: SEEN_TO[field.split('.')[0]!] ?? stage,
      ...(partOf(field) ? { part: partOf(field) } : {}),
      text:
        code === 'empty'
          ? (EMPTY[field] ?? `Something is missing on ${STAGE_NAMES[stage]}`)
          : `${NAMES[field] ? `${NAMES[field]}. ` : ''}${errorWords(code, params)}`,
    }));
  const all = plan.resin && !plan.resin.card ? [...found, { stage: 'resin' as const, text: 'Pick a resin' }] : found;
  return all
    .filter(({ stage }, i) => all.findIndex((one) => one.stage === stage) === i)
    .sort((a, b) => STAGES.indexOf(a.stage) - STAGES.indexOf(b.stage));
}

/** What is wrong with a figure of one of these fields, or missing from it; fields by the beginning of their path. */
export function troubleUnder(
  { fieldErrors, plan }: Pick<RepairState, 'fieldErrors' | 'plan'>,
  fields: readonly string[],
): string | null {
  const under = (path: string): boolean => fields.some((field) => isUnder(path, field));
  const told = Object.entries(fieldErrors).find(([path]) => under(path));
  if (told) return told[1];
  const problem = plan.problems.find(({ field, stage }) => under(qualified(field, stage)));
  if (!problem) return null;
  return problem.code === 'empty' ? emptyWords(problem.field) : errorWords(problem.code, problem.params);
}

/** In the place of a stage that cannot be worked out yet: what is missing, each a link to where it is seen to. */
@Component({
  selector: 'ash-missing',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Wants],
  template: `
    <h2>Not yet</h2>
    <ash-wants [repairId]="state().detail.id" [wants]="wants()" />
  `,
})
export class Missing {
  readonly state = input.required<RepairState>();
  readonly wants = computed(() => wantsOf(this.state()));
}
