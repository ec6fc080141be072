import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { STAGE_NAMES } from '@ashstep/contract';
import { STAGES, type Stage } from '@ashstep/core/hazards';
import { formatQuantity } from '@ashstep/core/units';
import { StageProfile, TREADS } from '../drawing/stage-profile';
import { ShedPlanService } from '../plan/shed-plan.service';
import { quantityText } from '../platform/quantity.pipe';
import { SessionService } from '../platform/session.service';
import { whenText } from '../platform/when.pipe';
import type { RepairState } from './repair.store';
import { capital } from '../platform/capital';
import { taperWords } from './taper-words';

/** The ten treads: names, the figure that settled each, and where the job stands. */
@Component({
  selector: 'ash-stage-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, StageProfile],
  template: `
    <nav aria-label="Stages of the repair">
      <svg class="strata" viewBox="0 0 1000 84" preserveAspectRatio="none" aria-hidden="true">
        <path [attr.d]="ground" fill="var(--ash-2)" />
        <path
          [attr.d]="ahead()"
          fill="none"
          stroke="var(--ash-4)"
          stroke-width="1.2"
          stroke-dasharray="4 3"
          vector-effect="non-scaling-stroke"
        />
        <path [attr.d]="done()" fill="none" stroke="var(--ink)" stroke-width="3" vector-effect="non-scaling-stroke" />
        <path
          [attr.d]="current()"
          fill="none"
          stroke="var(--ember)"
          stroke-width="6"
          vector-effect="non-scaling-stroke"
        />
      </svg>
      <ol>
        @for (tread of treads(); track tread.stage) {
          <li [style.--drop.px]="tread.drop">
            <a
              [routerLink]="['/repair', id(), tread.stage]"
              [class.here]="tread.here"
              [attr.aria-current]="tread.here ? 'step' : null"
            >
              <span class="name"
                ><svg viewBox="0 0 12 12" width="12" height="12" aria-hidden="true">
                  @if (tread.done && !tread.here) {
                    <path d="M1 6l4 4L11 2" fill="none" stroke="currentColor" stroke-width="2.4" />
                  } @else {
                    <rect
                      x="1.5"
                      y="1.5"
                      width="9"
                      height="9"
                      [attr.fill]="tread.here ? 'currentColor' : 'none'"
                      stroke="currentColor"
                      stroke-width="1.6"
                    />
                  }</svg
                >{{ tread.name }}<span class="visually-hidden">{{ tread.done ? ', done' : '' }}</span></span
              >
              <span class="settled">{{ tread.settled }}</span>
            </a>
          </li>
        }
      </ol>
    </nav>
    <div class="compact">
      <ash-stage-profile [stage]="at()" [urgent]="true" /><b>{{ name() }}</b>
      @if (before(); as b) {
        <a class="act small" [routerLink]="['/repair', id(), b]">Back</a>
      }
      @if (after(); as a) {
        <a class="act small" [routerLink]="['/repair', id(), a]">Next</a>
      }
    </div>
  `,
  styleUrl: './stage-strip.scss',
})
export class StageStrip {
  readonly id = input.required<string>();
  readonly stage = input.required<Stage>();
  readonly state = input.required<RepairState>();
  private readonly inUnits = quantityText();
  private readonly units = toSignal(inject(SessionService).units$, { initialValue: 'metric' as const });

  private readonly planner = inject(ShedPlanService);
  /** Among the shed's other jobs; null where it is not in their plan. */
  private readonly finishAt = computed(
    () =>
      this.planner
        .stepsOf(this.id())
        .map(({ task }) => task.endAt)
        .sort()
        .at(-1) ?? null,
  );

  readonly at = computed(() => STAGES.indexOf(this.stage()));
  readonly name = computed(() => STAGE_NAMES[this.stage()]);
  readonly before = computed(() => STAGES[this.at() - 1]);
  readonly after = computed(() => STAGES[this.at() + 1]);
  readonly treads = computed(() =>
    STAGES.map((stage, i) => ({
      stage,
      name: STAGE_NAMES[stage],
      here: stage === this.stage(),
      done: this.isDone(i),
      drop: TREADS[i]! * 8,
      settled: this.settled(stage),
    })),
  );
  readonly ground = `${this.line(0, 10)}V84H0Z`;
  readonly done = computed(() => this.line(0, this.reached()));
  readonly ahead = computed(() => this.line(this.reached(), 10));
  readonly current = computed(() => this.line(this.at(), this.at() + 1));

  private reached(): number {
    const { state, stageReached } = this.state().detail;
    return state === 'sealed' ? 10 : stageReached;
  }

  private isDone(index: number): boolean {
    return index < this.reached() && !this.state().plan.problems.some((problem) => problem.stage === STAGES[index]);
  }

  private line(from: number, to: number): string {
    return Array.from(
      { length: Math.max(0, to - from) },
      (_, i) => `${i === 0 ? 'M' : 'L'}${(from + i) * 100} ${46 + TREADS[from + i]! * 8}h100`,
    ).join('');
  }

  private settled(stage: Stage): string {
    const { plan, inputs, detail } = this.state();
    const mm = (value: number, kind: 'length' | 'thickness' = 'length', decimals?: number): string =>
      formatQuantity(value, kind, this.units(), this.units() === 'metric' ? decimals : undefined).figure;
    switch (stage) {
      case 'look':
        return plan.damage
          ? `${mm(plan.damage.visible.lengthMm)} × ${mm(plan.damage.visible.widthMm)}, ${{ finish: 'finish', part: 'part', through: 'through' }[inputs.damage.depth]}`
          : '';
      case 'laminate':
        return plan.parent
          ? `${this.inUnits(plan.parent.thicknessMm, 'thickness', 1)}, ${plan.parent.plies.length} ${plan.parent.plies.length === 1 ? 'ply' : 'plies'}`
          : '';
      case 'resin':
        return plan.resin?.chosen ? plan.resin.card!.name.replace(' hardener', '') : '';
      case 'taper':
        return plan.taper
          ? `${capital(taperWords(plan.taper))}, ${this.inUnits(plan.taper.footprint.faces[0]!.taperWidthMm, 'length')}`
          : '';
      case 'plies':
        return plan.patch ? `${plan.patch.layers.length}${plan.patch.cover ? ' + cover' : ''}` : '';
      case 'mix':
        return plan.mix
          ? `${this.inUnits(plan.mix.totalG, 'mass')} in ${plan.mix.pots} ${plan.mix.pots === 1 ? 'pot' : 'pots'}`
          : '';
      case 'days':
        return plan.days ? `to ${whenText(this.finishAt() ?? plan.days.finishAt).split(',')[0]!}` : '';
      case 'layup': {
        const laid = detail.log.filter((entry) => entry.entry.kind === 'ply').length;
        return laid > 0 ? `${laid} plies down` : '';
      }
      case 'finish':
        return plan.finish && detail.stageReached > 8 ? `${plan.finish.steps.length} steps` : '';
      case 'signoff':
        return detail.results.length > 0
          ? `${new Set(detail.results.map((r) => r.checkId)).size} of ${plan.inspection.length} read`
          : '';
    }
  }
}
