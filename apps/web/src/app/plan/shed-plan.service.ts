import { Injectable, computed, effect, inject, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { type Person, shedPlanInput, weatherOf } from '@ashstep/contract';
import type { Air } from '@ashstep/core/air';
import { attempt } from '@ashstep/core/errors';
import type { JobStep, ScheduledTask } from '@ashstep/core/plan';
import {
  type RepairInputs,
  type ShedPlanAsk,
  type ShedPlanFound,
  type ShedPlanInput,
  type VariantFound,
  firstPlan,
  jobAndStep,
} from '@ashstep/core/repair';
import { BehaviorSubject, catchError, map, of, switchMap, tap, timer } from 'rxjs';
import { Api } from '../platform/api';
import { SearchRun } from '../platform/working';
import { BoardService } from '../shed/board.service';
import { ShopService } from '../shop/shop.service';
import { Clock } from '../platform/clock';

/** The plan is made anew this often, for time goes by. */
const TICK_MS = 15 * 60_000;
/** What changes in one go is asked about once, ms. */
const QUIET_MS = 250;
/** The server's plan is waited for so long before the page makes a first one of its own, ms. */
const PATIENCE_MS = 1_000;

/** A step of a job with its place in the shed's plan. */
export interface PlannedStep {
  task: ScheduledTask;
  step: JobStep;
  jobId: string;
  tag: string;
  craft: string;
  pinned: boolean;
  begun: boolean;
  done: boolean;
}

/**
 * The shed's plan of all open jobs, from the board, the shop and the weather, anew when any of them changes: as the server has it, so
 * that everybody sees the same; worked out beside the page while the server is away, and for what is being typed.
 */
@Injectable({ providedIn: 'root' })
export class ShedPlanService {
  private readonly shedClock = inject(Clock);
  private readonly shopService = inject(ShopService);
  private readonly board = toSignal(inject(BoardService).board$);
  private readonly tick = toSignal(timer(TICK_MS, TICK_MS));
  /** Inputs of the sheet that is open, ahead of the board's by what is being typed. */
  private readonly ahead = signal<{ id: string; inputs: RepairInputs } | null>(null);
  private readonly search = new SearchRun<ShedPlanFound>(newWorker, (found) => this.found.set(found));
  /** The other ways of one job being worked out. */
  readonly ways = new SearchRun<ShedPlanFound>(newWorker, ({ variants }) => this.variantsFound.set(variants));
  private readonly found = signal<ShedPlanFound | null>(null);
  private readonly variantsFound = signal<VariantFound[]>([]);

  /** The server is asked after so long, ms: at once when the page is opened. */
  private readonly asked = new BehaviorSubject(0);
  private readonly asking = signal(true);
  private readonly waited = toSignal(timer(PATIENCE_MS).pipe(map(() => true)), { initialValue: false });

  readonly planning = computed(() => this.asking() || this.search.running());
  readonly share = this.search.share;
  readonly failed = this.search.failed;
  readonly variants = this.variantsFound.asReadonly();
  readonly shop = this.shopService.shop;

  readonly rows = computed(() => this.board()?.rows ?? null);
  readonly weather = computed<Air | null>(() => {
    this.tick();
    const shop = this.shop();
    return shop ? weatherOf(shop, this.shedClock.now()) : null;
  });
  private readonly standing = computed<ShedPlanInput | null>(() => {
    this.tick();
    const [rows, shop] = [this.rows(), this.shop()];
    return rows && shop
      ? shedPlanInput(rows, shop, this.shedClock.now(), (instant) => this.shedClock.at(instant))
      : null;
  });
  readonly input = computed<ShedPlanInput | null>(() => {
    const [made, ahead] = [this.standing(), this.ahead()];
    if (!made || !ahead) return made;
    return { ...made, jobs: made.jobs.map((job) => (job.id === ahead.id ? { ...job, inputs: ahead.inputs } : job)) };
  });

  /** Whether the days of the jobs are known, or have been waited for long enough. */
  readonly settled = computed(() => this.found() !== null || this.waited());
  /** Null while there is no plan yet, or nothing to plan. */
  readonly result = computed(() => this.found()?.result ?? null);
  readonly left = computed(() => this.found()?.planned.left ?? []);
  readonly air = computed(() => this.found()?.planned.air ?? null);
  readonly steps = computed<PlannedStep[]>(() => {
    const [found, rows, shop] = [this.found(), this.rows(), this.shop()];
    return (found?.result?.tasks ?? []).flatMap((task): PlannedStep[] => {
      const { jobId, key } = jobAndStep(task.id);
      const row = rows?.find(({ id }) => id === jobId);
      const step = found!.planned.steps[jobId]?.find((one) => one.key === key);
      if (!row || !step) return [];
      const marks = shop?.marks.find((mark) => mark.repairId === jobId && mark.key === key);
      return [
        {
          task,
          step,
          jobId,
          tag: row.craftTag,
          craft: row.craftName,
          pinned: task.why.id === 'pinned',
          begun: !!marks?.startedAt,
          done: task.why.id === 'done',
        },
      ];
    });
  });

  constructor() {
    this.shopService.ensure();
    const api = inject(Api);
    this.asked
      .pipe(
        switchMap((afterMs) => timer(afterMs).pipe(switchMap(() => api.get<ShedPlanFound>('/plan')), catchError(() => of(null)))), // prettier-ignore
        tap(() => this.asking.set(false)),
      )
      .subscribe((found) => {
        const input = this.input();
        // What is being typed by now is worked out already.
        if (this.ahead()) return;
        if (!found) return input ? this.workOut(input) : undefined;
        this.search.stop();
        this.found.set(found);
      });
    // It was asked for along with the board, and is of the same moment.
    let along = true;
    effect(() => {
      const input = this.input();
      if (!input) return;
      const asked = along && untracked(() => this.asking() || this.found() !== null);
      along = false;
      if (untracked(this.ahead)) this.workOut(input);
      else if (!asked) {
        this.asking.set(true);
        this.asked.next(QUIET_MS);
      }
    });
    effect(() => {
      const input = this.input();
      if (input && this.waited() && untracked(this.found) === null)
        this.found.set(attempt(() => firstPlan(input)).result ?? null);
    });
  }

  /** Who works here, by id. */
  readonly people = computed(() => new Map((this.names() ?? []).map(({ id, name }) => [id, name])));
  private readonly names = toSignal(
    inject(Api)
      .get<Pick<Person, 'id' | 'name'>[]>('/people')
      .pipe(catchError(() => of([]))),
  );

  private workOut(input: ShedPlanInput): void {
    this.search.begin({ input, variantsOf: null } satisfies ShedPlanAsk);
  }

  tagOf(jobId: string): string {
    return this.rows()?.find(({ id }) => id === jobId)?.craftTag ?? '';
  }

  /** Whether somebody has written down when a step was begun or done. */
  isMarked(jobId: string, key: string): boolean {
    return this.shop()?.marks.some((mark) => mark.repairId === jobId && mark.key === key) ?? false;
  }

  /** The open sheet's inputs as they are typed; null when it is left. */
  lookAhead(id: string, inputs: RepairInputs | null): void {
    this.ahead.set(inputs && { id, inputs });
  }

  stepsOf(jobId: string): PlannedStep[] {
    return this.steps().filter((step) => step.jobId === jobId);
  }

  /** Works out other ways of doing one job. */
  tryOtherWays(jobId: string): void {
    const input = this.input();
    this.variantsFound.set([]);
    if (input) this.ways.begin({ input, variantsOf: jobId } satisfies ShedPlanAsk);
  }

  pin(jobId: string, key: string, startAt: string | null): void {
    this.shopService.pin({ repairId: jobId, key, startAt });
  }

  begin({ jobId, step }: PlannedStep): void {
    this.shopService.mark({ repairId: jobId, key: step.key, startedAt: this.shedClock.now(), doneAt: null });
  }

  finish({ jobId, step }: PlannedStep): void {
    const known = this.shop()?.marks.find((mark) => mark.repairId === jobId && mark.key === step.key);
    this.shopService.mark({
      repairId: jobId,
      key: step.key,
      startedAt: known?.startedAt ?? null,
      doneAt: this.shedClock.now(),
    });
  }

  takeBack({ jobId, step }: PlannedStep): void {
    this.shopService.mark({ repairId: jobId, key: step.key, startedAt: null, doneAt: null });
  }
}

const newWorker = (): Worker => new Worker(new URL('./shed-plan.worker', import.meta.url), { type: 'module' });
