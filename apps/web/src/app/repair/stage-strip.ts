import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  afterRenderEffect,
  computed,
  inject,
  input,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { STAGES, type Stage } from '@ashstep/core/hazards';
import { formatQuantity } from '@ashstep/core/units';
import { StageProfile, treadOf } from '../drawing/stage-profile';
import { ShedPlanService } from '../plan/shed-plan.service';
import { Clock } from '../platform/clock';
import { quantityText } from '../platform/quantity.pipe';
import { SessionService } from '../platform/session.service';
import type { RepairState } from './repair.store';
import { sealedAt } from './sealed-at';
import { STAGE_PAGES, type StripWords } from './stages/stage-page';

/** The treads: names, the figure that settled each, and where the job stands. */
@Component({
  selector: 'ash-stage-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, StageProfile],
  template: `
    <nav aria-label="Stages of the repair">
      <svg class="strata" [attr.viewBox]="'0 0 ' + width + ' 84'" preserveAspectRatio="none" aria-hidden="true">
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
  /** By its address. */
  readonly stage = input.required<string>();
  readonly state = input.required<RepairState>();
  private readonly inUnits = quantityText();
  private readonly units = toSignal(inject(SessionService).units$, { initialValue: 'metric' as const });

  private readonly clock = inject(Clock);
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

  private readonly pages = inject(STAGE_PAGES);
  readonly at = computed(() => this.pages.findIndex(({ id }) => id === this.stage()));
  readonly name = computed(() => this.pages[this.at()]!.name);
  readonly before = computed(() => this.pages[this.at() - 1]?.id);
  readonly after = computed(() => this.pages[this.at() + 1]?.id);
  private readonly words = computed<StripWords>(() => ({
    inUnits: this.inUnits,
    length: (mm) => formatQuantity(mm, 'length', this.units()).figure,
    finishAt: this.finishAt(),
    sealedAt: sealedAt(this.state(), this.clock),
  }));
  readonly treads = computed(() =>
    this.pages.map(({ id, name, settled }, i) => ({
      stage: id,
      name,
      here: id === this.stage(),
      done: this.isDone(i),
      drop: treadOf(i, this.pages.length) * 8,
      settled: settled(this.state(), this.words()),
    })),
  );
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);

  constructor() {
    // Where not all of them fit, the one in hand stands in the middle.
    afterRenderEffect(() => {
      this.stage();
      const nav = this.host.nativeElement.querySelector('nav')!;
      const [here, all] = [nav.querySelector('.here')?.getBoundingClientRect(), nav.getBoundingClientRect()];
      if (here) nav.scrollLeft += here.left - all.left - (all.width - here.width) / 2;
    });
  }

  readonly width = this.pages.length * 100;
  readonly ground = `${this.line(0, this.pages.length)}V84H0Z`;
  readonly done = computed(() => this.line(0, this.reached()));
  readonly ahead = computed(() => this.line(this.reached(), this.pages.length));
  readonly current = computed(() => this.line(this.at(), this.at() + 1));

  /** How many pages are behind: one the core does not count goes with the one before it. */
  private reached(): number {
    const { state, stageReached } = this.state().detail;
    if (state === 'sealed') return this.pages.length;
    const ahead = this.pages.findIndex(({ id }) => STAGES.indexOf(id as Stage) >= stageReached);
    return ahead === -1 ? this.pages.length : ahead;
  }

  private isDone(index: number): boolean {
    return (
      index < this.reached() && !this.state().plan.problems.some((problem) => problem.stage === this.pages[index]!.id)
    );
  }

  private line(from: number, to: number): string {
    return Array.from(
      { length: Math.max(0, to - from) },
      (_, i) => `${i === 0 ? 'M' : 'L'}${(from + i) * 100} ${46 + treadOf(from + i, this.pages.length) * 8}h100`,
    ).join('');
  }
}
