import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { toSignal } from '@angular/core/rxjs-interop';
import { remarkWords, stepName, stepWhy } from '@ashstep/contract';
import type { Air } from '@ashstep/core/air';
import { AirClock, parseLocal } from '@ashstep/core/plan';
import { type LeftOut, jobAndStep } from '@ashstep/core/repair';
import { map, timer } from 'rxjs';
import { optionsOf } from '../parts/choice-field';
import { Header } from '../parts/header';
import { saveText } from '../parts/save-text';
import { SessionService } from '../platform/session.service';
import { whenText } from '../platform/when.pipe';
import { ShopService } from '../shop/shop.service';
import { rowsOfJobs } from './band-rows';
import { breaksOf } from './breaks';
import { BandKey } from './band-key';
import { dayName, clockText } from './scale';
import { ShedPlanService } from './shed-plan.service';
import { TimeBand } from './time-band';
import { countdown, shedDay, spanOf, spanText } from './today';
import { WeatherPanel } from './weather-panel';
import { whyWhen } from './why-words';
import { PickOf } from '../parts/inputs';
import { Clock } from '../platform/clock';

const SHOWN_DAYS = 10;
const CLOCK_MS = 20_000;
const AIRS = { shed: 'in the shed', outdoors: 'outside' } as const;
const LEFT_WORDS: Record<LeftOut, string> = {
  'no-start': 'No day to begin with. Give it one under Days.',
  'not-planned': 'Its plan is not finished.',
  held: 'Held. Lift the hold first.',
  'nothing-left': 'Nothing of it is left to do.',
};

/** The days of the whole shed: every job on one clock under the forecast, what today holds for whom, and what is in the way. */
@Component({
  selector: 'ash-plan-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickOf, Header, RouterLink, TimeBand, BandKey, WeatherPanel],
  templateUrl: './plan-page.html',
  styleUrl: './plan-page.scss',
})
export class PlanPage {
  private readonly shedClock = inject(Clock);
  readonly planner = inject(ShedPlanService);
  readonly shopService = inject(ShopService);
  private readonly person = toSignal(inject(SessionService).person$);
  private readonly clock = toSignal(timer(CLOCK_MS, CLOCK_MS).pipe(map(() => parseLocal(this.shedClock.now(), 'now'))));

  readonly airs = optionsOf(AIRS);
  readonly airShown = signal<keyof typeof AIRS>('shed');
  readonly picked = signal<string | null>(null);
  readonly nowMin = computed(() => this.clock() ?? parseLocal(this.shedClock.now(), 'now'));
  readonly today = computed(() => dateOf(this.nowMin()));
  readonly days = SHOWN_DAYS;

  /** Only those who do the work move it about. */
  readonly mayPlan = computed(() => this.person()?.role !== 'inspector');
  readonly hours = computed(() => this.planner.shop()?.settings.hours ?? null);
  readonly steps = this.planner.steps;
  readonly rows = computed(() => rowsOfJobs(this.steps(), this.mayPlan()));
  readonly air = computed<Air | null>(() => this.planner.air()?.[this.airShown()] ?? null);
  private readonly clocks = computed(
    () => new Map(Object.entries(this.planner.air() ?? {}).map(([place, air]) => [place, new AirClock(air)])),
  );
  readonly result = this.planner.result;
  readonly finish = computed(() => {
    const at = this.result()?.finishAt;
    return at ? { day: dayName(parseLocal(at, 'at')), text: whenText(at) } : null;
  });
  readonly gapText = computed(() => {
    const result = this.result();
    if (!result) return '';
    return result.gapPercent < 0.5
      ? 'nothing could be sooner'
      : `at most ${result.gapPercent.toFixed(0)} % longer than it must be`;
  });
  readonly handsHours = computed(
    () =>
      this.steps().reduce((sum, { step, done }) => sum + (step.kind === 'hands' && !done ? step.minutes : 0), 0) / 60,
  );
  readonly jobCount = computed(() => new Set(this.steps().map(({ jobId }) => jobId)).size);
  readonly conflicts = computed(() =>
    this.steps().flatMap((planned) =>
      planned.task.remarks.map((remark) => ({
        planned,
        text: `${stepName(planned.step.key)}, ${whenText(planned.task.startAt)}: ${remarkWords(remark)}`,
      })),
    ),
  );
  readonly left = computed(() =>
    this.planner.left().map(({ jobId, why }) => {
      const row = this.planner.rows()?.find(({ id }) => id === jobId);
      return {
        jobId,
        tag: row?.craftTag ?? '',
        title: `${row?.craftName ?? ''}: ${row?.title ?? ''}`,
        why: LEFT_WORDS[why],
      };
    }),
  );
  /** Failed checks keep a job off the plan until they are put right. */
  readonly rework = computed(() => (this.planner.rows() ?? []).filter(({ openRework }) => openRework > 0));
  readonly day = computed(() => shedDay(this.steps(), this.today(), this.planner.people()));
  readonly list = computed(() =>
    this.day().people.map(({ personId, name, parts }) => ({
      personId,
      name,
      parts: parts.map((part) => ({
        ...part,
        id: part.planned.task.id,
        link: ['/repair', part.planned.jobId, 'days'],
        tag: part.planned.tag,
        what: stepName(part.planned.step.key),
        span: spanOf(part, this.today()),
        count: countdown(part, this.nowMin()),
        why: whyWhen(part.planned, (id) => this.planner.tagOf(id)),
      })),
    })),
  );
  readonly ready = computed(() =>
    this.day().ending.map((part) => ({
      id: part.planned.task.id,
      tag: part.planned.tag,
      link: ['/repair', part.planned.jobId, 'days'],
      what: stepName(part.planned.step.key),
      at: clockText(part.toMin),
      count: part.toMin > this.nowMin() ? `in ${spanText(part.toMin - this.nowMin())}` : 'ready',
    })),
  );
  readonly pickedStep = computed(() => {
    const planned = this.steps().find(({ task }) => task.id === this.picked());
    return (
      planned && {
        planned,
        name: `${planned.tag}: ${stepName(planned.step.key)}`,
        span: `${whenText(planned.task.startAt)} to ${whenText(planned.task.endAt)}`,
        why: whyWhen(planned, (id) => this.planner.tagOf(id)),
        long: stepWhy(planned.step.why, planned.step.kind, planned.task),
        marked: this.planner.isMarked(planned.jobId, planned.step.key),
      }
    );
  });

  readonly breaks = (id: string, startMin: number): string[] => {
    const [step, hours] = [this.steps().find(({ task }) => task.id === id), this.hours()];
    if (!step || !hours) return [];
    const row = this.planner.rows()?.find((one) => one.id === step.jobId);
    const place = row?.inputs.days.place;
    return breaksOf(
      step,
      startMin,
      this.steps(),
      hours,
      this.clocks().get(place === 'tent' ? `tent ${step.jobId}` : (place ?? 'shed')) ?? null,
    );
  };

  moved({ id, startAt }: { id: string; startAt: string }): void {
    const { jobId, key } = jobAndStep(id);
    this.planner.pin(jobId, key, startAt);
  }

  async calendar(): Promise<void> {
    const { calendarFile } = await import('./calendar-file');
    saveText('shed-days.ics', 'text/calendar', calendarFile(this.steps(), 'The shed’s days', new Date()));
  }
}

const dateOf = (minute: number): string => new Date(minute * 60_000).toISOString().slice(0, 10);
