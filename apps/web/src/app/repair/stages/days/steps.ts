import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { stepName, stepWhy } from '@ashstep/contract';
import type { DayTask } from '@ashstep/core/plan';
import { saveText } from '../../../parts/save-text';
import { type PlannedStep, ShedPlanService } from '../../../plan/shed-plan.service';
import { whyWhen } from '../../../plan/why-words';
import { WhenPipe, whenText } from '../../../platform/when.pipe';
import { SheetFrame } from '../../sheet-frame';
import { Panel } from '../stage-panel';

/** Steps shown at once. */
const MOST_SHOWN = 12;

/** Every step with when and why then; set by hand, or marked done. */
@Component({
  selector: 'ash-day-steps',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, WhenPipe],
  templateUrl: './steps.html',
  styleUrl: './steps.scss',
})
export class DaySteps extends Panel {
  readonly frame = inject(SheetFrame);
  readonly planner = inject(ShedPlanService);
  /** Step whose beginning is being typed. */
  readonly setting = signal<string | null>(null);
  readonly id = computed(() => this.state().detail.id);
  readonly steps = computed(() => this.planner.stepsOf(this.id()));
  /** Marked done while this is open: they stay where they were, to be taken back. */
  private readonly marked = signal<ReadonlySet<string>>(new Set());
  /** All of them are shown: those that are done, and those far ahead. */
  readonly all = signal(false);
  private readonly ahead = computed(() => this.steps().filter(({ done, task }) => !done || this.marked().has(task.id)));
  readonly list = computed(() =>
    (this.all() ? this.steps() : this.ahead().slice(0, MOST_SHOWN)).map((planned) => this.line(planned)),
  );
  /** How many are not shown for being done, and for being further ahead. */
  readonly left = computed(() => {
    const done = this.steps().length - this.ahead().length;
    const later = Math.max(0, this.ahead().length - MOST_SHOWN);
    return [...(done > 0 ? [`${done} done`] : []), ...(later > 0 ? [`${later} later`] : [])].join(', ');
  });

  why({ why, kind, startAt, endAt }: DayTask): string {
    return stepWhy(why, kind, { startAt, endAt });
  }

  private line(planned: PlannedStep) {
    const { task, step, done, pinned } = planned;
    const people = this.planner.people();
    return {
      planned,
      id: task.id,
      key: step.key,
      name: stepName(step.key),
      who: task.people.map((id) => people.get(id)?.split(' ')[0] ?? '').join(', '),
      from: whenText(task.startAt),
      to: whenText(task.endAt),
      startAt: task.startAt,
      why: whyWhen(planned, (jobId) => this.planner.tagOf(jobId)),
      long: stepWhy(step.why, step.kind, task),
      broken: task.remarks.map((remark) => this.words(remark)),
      wait: step.kind !== 'hands',
      setting: this.setting() === step.key,
      marked: this.planner.isMarked(this.id(), step.key),
      done,
      pinned,
    };
  }

  finish(planned: PlannedStep): void {
    this.marked.update((marked) => new Set([...marked, planned.task.id]));
    this.planner.finish(planned);
  }

  set_(key: string, startAt: string): void {
    this.setting.set(null);
    if (startAt) this.planner.pin(this.id(), key, startAt.slice(0, 16));
  }

  async calendar(): Promise<void> {
    const { calendarFile } = await import('../../../plan/calendar-file');
    const { craftTag } = this.state().detail;
    saveText(
      `${craftTag}-days.ics`,
      'text/calendar',
      calendarFile(this.steps(), `${craftTag}, ${this.state().detail.title}`, new Date()),
    );
  }

  name(key: string): string {
    return stepName(key);
  }
}
