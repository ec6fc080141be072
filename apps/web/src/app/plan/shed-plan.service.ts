import { Injectable, computed, effect, inject, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { BoardRow, Person, ShopReply } from '@ashstep/contract';
import { type Air, type JobStep, type RepairInputs, type ScheduledTask, type ShedJob, type ShedPlanInput, attempt, formatLocal, jobAndStep, parseLocal, standInWeather } from '@ashstep/core';
import { catchError, of, timer } from 'rxjs';
import { Api } from '../platform/api';
import { nowText } from '../platform/when.pipe';
import { SearchRun } from '../platform/working';
import { BoardService } from '../shed/board.service';
import { ShopService } from '../shop/shop.service';
import { type ShedPlanAsk, type ShedPlanFound, type VariantFound, firstPlan } from './shed-planning';

/** The plan is made anew this often, for time goes by. */
const TICK_MS = 15 * 60_000;
/** Weather is looked at from so long before now, for so long, h. */
const BEFORE_HOURS = 24;
const WEATHER_HOURS = 24 * 15;

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

/** The shed's plan of all open jobs: made beside the page from the board, the shop and the weather, and made anew when any of them changes. */
@Injectable({ providedIn: 'root' })
export class ShedPlanService {
  private readonly shopService = inject(ShopService);
  private readonly board = toSignal(inject(BoardService).board$);
  private readonly tick = toSignal(timer(TICK_MS, TICK_MS));
  /** Inputs of the sheet that is open, ahead of the board's by what is being typed. */
  private readonly ahead = signal<{ id: string; inputs: RepairInputs } | null>(null);
  private readonly search = new SearchRun<ShedPlanFound>(newWorker, (found) => this.found.set(found));
  private readonly ways = new SearchRun<ShedPlanFound>(newWorker, ({ variants }) => this.variantsFound.set(variants));
  private readonly found = signal<ShedPlanFound | null>(null);
  private readonly variantsFound = signal<VariantFound[]>([]);

  readonly planning = this.search.running;
  readonly share = this.search.share;
  readonly failed = this.search.failed;
  readonly variants = this.variantsFound.asReadonly();
  readonly trying = this.ways.running;
  readonly shop = this.shopService.shop;

  readonly rows = computed(() => (this.board()?.jobs ?? null)?.map(({ row }) => row) ?? null);
  readonly weather = computed<Air | null>(() => {
    this.tick();
    const shop = this.shop();
    return shop ? weatherOf(shop) : null;
  });
  readonly input = computed<ShedPlanInput | null>(() => {
    this.tick();
    const [rows, shop, weather, ahead] = [this.rows(), this.shop(), this.weather(), this.ahead()];
    if (!rows || !shop || !weather) return null;
    const jobs = rows.filter((row) => row.openRework === 0).map((row) => jobOf(row, shop, ahead?.id === row.id ? ahead.inputs : (row.inputs as RepairInputs)));
    return { shop: shop.settings, jobs, nowAt: nowText().slice(0, 15) + '0', weather, reading: shop.reading };
  });

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
      return [{ task, step, jobId, tag: row.craftTag, craft: row.craftName, pinned: task.why.id === 'pinned', begun: !!marks?.startedAt, done: task.why.id === 'done' }];
    });
  });

  constructor() {
    this.shopService.ensure();
    effect(() => {
      const input = this.input();
      if (!input) return;
      // Nobody should see a board without its days, which then jumps.
      if (untracked(this.found) === null) this.found.set(attempt(() => firstPlan(input)).result ?? null);
      this.search.begin({ input, variantsOf: null } satisfies ShedPlanAsk);
    });
  }

  /** Who works here, by id. */
  readonly people = computed(() => new Map((this.names() ?? []).map(({ id, name }) => [id, name])));
  private readonly names = toSignal(
    inject(Api)
      .get<Pick<Person, 'id' | 'name'>[]>('/people')
      .pipe(catchError(() => of([]))),
  );

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
    this.shopService.mark({ repairId: jobId, key: step.key, startedAt: nowText(), doneAt: null });
  }

  finish({ jobId, step }: PlannedStep): void {
    const known = this.shop()?.marks.find((mark) => mark.repairId === jobId && mark.key === step.key);
    this.shopService.mark({ repairId: jobId, key: step.key, startedAt: known?.startedAt ?? null, doneAt: nowText() });
  }

  takeBack({ jobId, step }: PlannedStep): void {
    this.shopService.mark({ repairId: jobId, key: step.key, startedAt: null, doneAt: null });
  }
}

const newWorker = (): Worker => new Worker(new URL('./shed-plan.worker', import.meta.url), { type: 'module' });

/** The shop's forecast, or its stand-in, from a day ago on. */
function weatherOf({ settings, forecast }: ShopReply): Air {
  const startAt = formatLocal(Math.floor(parseLocal(nowText(), 'now') / 60) * 60 - 60 * BEFORE_HOURS);
  if (forecast) return forecast;
  return standInWeather({ seed: settings.weather.seed, startAt, hours: WEATHER_HOURS });
}

function jobOf(row: BoardRow, { pins, marks }: ShopReply, inputs: RepairInputs): ShedJob {
  return {
    id: row.id,
    inputs,
    progress: {
      startedAt: row.startedAt && localOf(row.startedAt),
      plies: row.plies.map(({ key, at }) => ({ key, at: localOf(at) })),
      checks: row.checks.map(({ id, at }) => ({ id, at: localOf(at) })),
      marks: marks.filter(({ repairId }) => repairId === row.id),
      finished: row.stageReached >= 9,
    },
    pins: Object.fromEntries(pins.filter(({ repairId }) => repairId === row.id).map(({ key, startAt }) => [key, startAt])),
  };
}

/** An instant as this shed's wall clock says it. */
const localOf = (instant: string): string => nowText(new Date(instant));
