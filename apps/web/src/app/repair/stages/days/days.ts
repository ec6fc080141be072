import { ChangeDetectionStrategy, Component, type OnDestroy, computed, effect, inject, untracked } from '@angular/core';
import { NgbPopover } from '@ng-bootstrap/ng-bootstrap/popover';
import { PLACE_NAMES, stepName } from '@ashstep/contract';
import type { Air } from '@ashstep/core/air';
import { AirClock, everOpen, formatLocal, nextStarts, parseLocal } from '@ashstep/core/plan';
import { type RepairInputs, USUAL_TENT_C, jobAndStep } from '@ashstep/core/repair';
import { GoBar } from '../go-bar';
import { optionsOf } from '../../../parts/choice-field';
import { QuantityField } from '../../../parts/quantity-field';
import { BandKey } from '../../../plan/band-key';
import { breaksOf } from '../../../plan/breaks';
import { rowsOfJob } from '../../../plan/band-rows';
import { ShedPlanService } from '../../../plan/shed-plan.service';
import { TimeBand } from '../../../plan/time-band';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import { WhenPipe, dayOf } from '../../../platform/when.pipe';
import { wantsOf } from '../missing';
import type { Want } from '../wants';
import { StagePanel } from '../stage-panel';
import { Headline } from '../headline';
import { PartIndex } from '../part-index';
import { PARTS } from './parts';
import { PickOf, TextInput } from '../../../parts/inputs';
import { Clock } from '../../../platform/clock';
import { SessionService } from '../../../platform/session.service';
import { airFrom } from '../../air-words';
import { sealedAt } from '../../sealed-at';

const LEAST_DAYS = 5;
const MOST_DAYS = 18;
const DAY_MIN = 1440;
/** So many moments to begin are offered to be pressed, the first of them no more than so many minutes from now. */
const [STARTS_OFFERED, START_STEP_MIN] = [3, 5];
/** The air is looked at on the whole over so many hours. */
const MEAN_HOURS = 72;
const LEFT_WORDS = {
  'no-start': 'Give the day and hour the hands start, and the job takes its place among the others.',
  'not-planned': 'The plan is not finished: the shed’s days are made without this job.',
  held: 'Held: nothing is planned before the hold is lifted.',
  'nothing-left': 'Nothing of it is left to do.',
} as const;

/** The days of a job among the shed's other jobs: what is done when and why, moved by hand, done otherwise, and what it costs. */
@Component({
  selector: 'ash-days',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    PickOf,
    TextInput,
    Headline,
    PartIndex,
    QuantityField,
    QuantityPipe,
    WhenPipe,
    TimeBand,
    BandKey,
    NgbPopover,
    GoBar,
  ],
  templateUrl: './days.html',
  styleUrl: './days.scss',
})
export class DaysStage extends StagePanel implements OnDestroy {
  private readonly shedClock = inject(Clock);
  private readonly session = inject(SessionService);
  readonly parts = PARTS;
  readonly planner = inject(ShedPlanService);
  readonly places = optionsOf(PLACE_NAMES);
  readonly usualTentC = USUAL_TENT_C;
  readonly id = computed(() => this.state().detail.id);
  readonly hours = computed(
    () =>
      this.planner.shop()?.settings.hours ?? {
        fromMin: this.inputs().days.fromMin,
        toMin: this.inputs().days.toMin,
        openDays: this.inputs().days.openDays,
      },
  );
  readonly steps = computed(() => this.planner.stepsOf(this.id()));
  readonly rows = computed(() => rowsOfJob(this.steps(), !this.sealed()));
  readonly finishAt = computed(
    () =>
      this.steps()
        .map(({ task }) => task.endAt)
        .sort()
        .at(-1) ?? this.plan().days!.finishAt,
  );
  readonly dayOf = dayOf;
  readonly sealedAt = computed(() => sealedAt(this.state(), this.shedClock));
  readonly dries = computed(() => this.steps().some(({ step }) => step.kind === 'drying'));
  readonly layUps = computed(() => this.plan().days?.tasks.filter(({ id }) => id === 'lay-up').length ?? 0);
  readonly next = computed(() => this.steps().find(({ step, done }) => step.kind === 'hands' && !done) ?? null);
  readonly air = computed<Air | null>(() => this.planner.air()?.[this.place()] ?? null);
  /** What the lay-up, the most particular of its steps, asks of the air. */
  readonly needs = computed(
    () => this.steps().find(({ step, done }) => step.id === 'lay-up' && !done)?.step.needs ?? null,
  );
  readonly nowMin = computed(() => {
    this.steps();
    return parseLocal(this.shedClock.now(), 'now');
  });
  /** What is under way began a day ago at the most, as far as the band shows it. */
  readonly fromMin = computed(() =>
    Math.min(
      this.nowMin(),
      Math.max(
        this.nowMin() - DAY_MIN,
        ...[Math.min(...this.steps().flatMap(({ task, done }) => (done ? [] : [parseLocal(task.startAt, 'at')])))],
      ),
    ),
  );
  readonly shownDays = computed(() =>
    Math.min(
      MOST_DAYS,
      Math.max(LEAST_DAYS, Math.ceil((parseLocal(this.finishAt(), 'at') - this.fromMin()) / DAY_MIN) + 1),
    ),
  );
  /** When hands could start, to be pressed instead of typed: now, if the shed is open, and the next mornings. */
  readonly starts = computed(() => {
    if (this.inputs().days.startAt || !everOpen(this.hours())) return [];
    const soon = Math.ceil(this.nowMin() / START_STEP_MIN) * START_STEP_MIN;
    return nextStarts(soon, this.hours(), STARTS_OFFERED).map(formatLocal);
  });
  /** What is missing before there can be days: of an earlier stage, or of this one. */
  readonly wants = computed((): Want[] => {
    const plan = this.plan();
    if (plan.days) return [];
    const earlier = plan.mix ? [] : wantsOf(this.state());
    if (earlier.length > 0) return earlier;
    const wrong = plan.problems.some(({ stage }) => stage === 'days');
    return [{ stage: 'days', text: wrong ? 'Put the figure right that stops the list' : 'Give the day and hour the hands start' }]; // prettier-ignore
  });
  readonly meanAir = computed(() => {
    const air = this.air();
    if (!air) return null;
    const from = Math.max(0, Math.floor((this.nowMin() - parseLocal(air.startAt, 'at')) / 60));
    const hours = air.hours.slice(from, from + MEAN_HOURS);
    return hours.length === 0 ? null : hours.reduce((sum, { tempC }) => sum + tempC, 0) / hours.length;
  });
  /** What stands between this job and its place in the shed's plan. */
  readonly outcome = computed(() => {
    const left = this.planner.left().find(({ jobId }) => jobId === this.id());
    return [
      // What was typed here is ahead of the shed's plan, which is being made.
      ...(left && !(left.why === 'no-start' && this.inputs().days.startAt) ? [LEFT_WORDS[left.why]] : []),
      ...(this.planner.failed() ? [`The shed’s plan cannot be made: ${this.planner.failed()}`] : []),
      ...this.plan().holds.map((hold) => this.words(hold)),
    ];
  });
  private readonly clockOfAir = computed(() => {
    const air = this.air();
    return air && new AirClock(air);
  });
  readonly breaks = (id: string, startMin: number): string[] => {
    const step = this.steps().find(({ task }) => task.id === id);
    return step ? breaksOf(step, startMin, this.steps(), this.hours(), this.clockOfAir()) : [];
  };

  constructor() {
    super();
    effect(() => {
      const [id, inputs, pending] = [this.id(), this.inputs(), this.state().pending.size];
      // Once it is saved the board brings it by itself.
      untracked(() => this.planner.lookAhead(id, pending > 0 ? inputs : null));
    });
  }

  ngOnDestroy(): void {
    this.planner.lookAhead(this.id(), null);
  }

  private place(): string {
    const { place } = this.inputs().days;
    return place === 'tent' ? `tent ${this.id()}` : (place ?? 'shed');
  }

  moved({ id, startAt }: { id: string; startAt: string }): void {
    this.planner.pin(this.id(), jobAndStep(id).key, startAt);
  }

  name(key: string): string {
    return stepName(key);
  }

  clock(at: string): string {
    return at.slice(11, 16);
  }

  abs(value: number): number {
    return Math.abs(value);
  }

  /** Where the temperature of the plan comes from. */
  airFrom(): string {
    return airFrom(this.plan().air.tempC);
  }

  /** The least the system may be used at, where that is more than this; null where it will do. */
  tooColdFor(tempC: number): number | null {
    const least = this.plan().resin?.card?.minTempC ?? -Infinity;
    return tempC < least ? least : null;
  }

  takeForecast(tempC: number): void {
    const put = { by: this.session.person?.name ?? '', at: this.shedClock.now() };
    this.store.edit('air', {
      expected: {
        source: 'forecast',
        tempC: Math.round(2 * tempC) / 2,
        humidityPercent: null,
        surfaceTempC: null,
        ...put,
      },
    });
  }

  edit(patch: Partial<RepairInputs['days']>): void {
    this.store.edit('days', patch);
  }
}
