import { DestroyRef, Injectable, Injector, inject } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type {
  LogEntryBody,
  Problem,
  RepairAnswer,
  RepairDetail,
  ResultBody,
  SectionName,
  UpdateRework,
} from '@ashstep/contract';
import { STAGE_NAMES, changesBetween, errorWords, insistOn, sectionNames } from '@ashstep/contract';
import type { Shape } from '@ashstep/core/geometry';
import { STAGES, type Stage } from '@ashstep/core/hazards';
import { type RepairInputs, type RepairPlan, planRepair, stageOfSection, withSaid } from '@ashstep/core/repair';
import { BehaviorSubject, type Observable, Subject, catchError, filter, of, switchMap, tap, throttleTime } from 'rxjs';
import type { Act } from '../outbox/act';
import type { Command } from '../outbox/command';
import { type Outcome, Outbox } from '../outbox/outbox.service';
import { Api, ApiError } from '../platform/api';
import { Clock } from '../platform/clock';
import { LiveService } from '../platform/live.service';
import { EditSteps } from './edit-steps';
import { overlay } from './overlay';

/** Section of the inputs that each stage edits; a later stage leans on every earlier one. */
export const STAGE_SECTION: Partial<Record<Stage, SectionName>> = {
  look: 'damage',
  laminate: 'laminate',
  resin: 'resin',
  taper: 'taper',
  plies: 'stack',
  mix: 'mix',
  days: 'days',
};

export interface RepairState {
  /** The repair with what was done here and is on its way. */
  detail: RepairDetail;
  /** What is on screen: the server's inputs with edits that are on their way. */
  inputs: RepairInputs;
  plan: RepairPlan;
  /** Sections edited and not acknowledged yet. */
  pending: ReadonlySet<SectionName>;
  /** Ids of entries, ticks and answers that are not acknowledged yet. */
  unsent: ReadonlySet<string>;
  problem: Problem | null;
  /** Fields the server or the core refused, by dotted path. */
  fieldErrors: Readonly<Record<string, string>>;
  /** Said once after a change upstream turned later treads hollow. */
  upset: string | null;
  /** A section somebody else changed meanwhile, with their version of the inputs. */
  conflict: { section: SectionName; by: string; at: string; theirs: RepairInputs } | null;
}

/** Fields with their new values, or how to make them from what the section is at that moment. */
export type SectionEdit<T> = Partial<T> | ((now: T) => Partial<T>);

type InputsCommand = Command & { act: Extract<Act, { kind: 'inputs' }> };

/** News of this job is read at once, and no oftener than once in so long, ms. */
const NEWS_MS = 150;

/** One open repair: what is done here at once on screen, worked out in the browser, and through the outbox on the server. Shared by all stages. */
@Injectable()
export class RepairStore {
  private readonly api = inject(Api);
  private readonly outbox = inject(Outbox);
  private readonly clock = inject(Clock);
  private readonly state = new BehaviorSubject<RepairState | null>(null);
  private readonly loadProblem = new BehaviorSubject<Problem | null>(null);
  private readonly picked = new BehaviorSubject<string | null>(null);
  private readonly wanted = new Subject<void>();
  private readonly steps = new EditSteps();
  /** What the server said of fields that are not kept. */
  private asked: Readonly<Record<string, string>> = {};
  private id = '';
  /** The repair as the server told it last. */
  private known: RepairDetail | null = null;
  /** What was put on screen last: of the server's, and of this device's. */
  private seen: RepairDetail | null = null;
  private mine: readonly Command[] = [];
  /** The latest version heard of. */
  private newest = 0;

  readonly state$ = this.state.pipe(filter((state) => state !== null));
  readonly problem$ = this.loadProblem.asObservable();
  /** Key of the ply picked in table or drawing. */
  readonly picked$ = this.picked.asObservable();

  constructor() {
    const alive = takeUntilDestroyed<unknown>(inject(DestroyRef));
    this.wanted.pipe(switchMap(() => this.fetch()), alive).subscribe(); // prettier-ignore
    inject(LiveService)
      .news$.pipe(
        filter(
          (news) =>
            news.kind === 'missed' ||
            (news.kind === 'changed' && news.repairId === this.id && news.version > (this.known?.version ?? 0)),
        ),
        tap((news) => (this.newest = news.kind === 'changed' ? Math.max(this.newest, news.version) : Infinity)),
        throttleTime(NEWS_MS, undefined, { leading: true, trailing: true }),
        alive,
      )
      .subscribe(() => this.catchUp());
    this.outbox.outcomes$.pipe(alive).subscribe((outcome) => this.hear(outcome as Outcome));
    toObservable(this.outbox.commands, { injector: inject(Injector) }).pipe(alive).subscribe(() => this.show()); // prettier-ignore
  }

  load(id: string): void {
    this.id = id;
    this.known = null;
    this.newest = 0;
    this.steps.clear();
    this.state.next(null);
    this.loadProblem.next(null);
    this.wanted.next();
  }

  pick(key: string | null): void {
    this.picked.next(key);
  }

  /**
   * Changes part of a section: on screen at once, on the server a moment later.
   * @param change what becomes of it; for lists made from what it is now, since the page may not have been drawn since the edit before
   */
  edit<S extends SectionName>(section: S, change: SectionEdit<RepairInputs[S]>): void {
    const state = this.state.value;
    if (!state || state.detail.state === 'sealed') return;
    const now = state.inputs[section];
    const patch = typeof change === 'function' ? change(now) : change;
    this.steps.note(section, now, this.clock.moment());
    this.put(section, withSaid(now, patch));
  }

  /** Sets a whole section, fields that fell away included. */
  set<S extends SectionName>(section: S, value: RepairInputs[S]): void {
    const state = this.state.value;
    if (!state || state.detail.state === 'sealed') return;
    this.steps.note(section, state.inputs[section], this.clock.moment());
    this.put(section, value);
  }

  /** What an edit comes to beside what is on its way already: a change of its own, or one that stands in place of what has not gone out. */
  private put<S extends SectionName>(section: S, value: RepairInputs[S]): void {
    const { known } = this;
    if (!known) return;
    const own = this.inputsCommands(section);
    const last = own.at(-1);
    const open = last && (!last.tried || last.refusal) ? last : null;
    const base = own
      .filter((command) => command !== open)
      .reduce((before, { act }) => insistOn(before, act.changes), known.inputs[section]);
    const act: Act = { kind: 'inputs', section, changes: changesBetween(base, value) };
    const upset = upsetBy(section, known.stageReached);
    if (act.changes.length === 0) {
      if (open) this.outbox.drop(open.id);
    } else if (open) this.outbox.replace(open, act, open.refusal?.code === 'stale' ? open.refusal : null);
    else this.outbox.add(act, this.id);
    this.show({ ...(upset ? { upset } : {}) });
  }

  private inputsCommands(section: SectionName): InputsCommand[] {
    const carriedOut = new Set(this.known?.events.map(({ commandId }) => commandId));
    return this.outbox
      .commands()
      .filter(
        (command): command is InputsCommand =>
          command.repairId === this.id &&
          command.act.kind === 'inputs' &&
          command.act.section === section &&
          !carriedOut.has(command.id),
      );
  }

  /** What the plan would be with part of a section changed; nothing is changed by it. */
  tryOut<S extends SectionName>(section: S, patch: Partial<RepairInputs[S]>): RepairPlan | null {
    const state = this.state.value;
    return state && planRepair({ ...state.inputs, [section]: { ...state.inputs[section], ...patch } });
  }

  /** Changes the damage outline from what it is at this moment. */
  reshape(change: (shape: Shape) => Shape): void {
    const shape = this.state.value?.inputs.damage.shape;
    if (shape) this.edit('damage', { shape: change(shape) });
  }

  get canUndo(): boolean {
    return this.steps.canUndo;
  }

  get canRedo(): boolean {
    return this.steps.canRedo;
  }

  undo(): void {
    this.turnBack(this.steps.undo(this.state.value?.inputs));
  }

  redo(): void {
    this.turnBack(this.steps.redo(this.state.value?.inputs));
  }

  private turnBack(sections: Partial<RepairInputs>): void {
    for (const [section, value] of Object.entries(sections)) this.put(section as SectionName, value as never);
  }

  /** Marks a tread as done. */
  reach(stage: Stage): void {
    const reached = STAGES.indexOf(stage) + 1;
    if ((this.state.value?.detail.stageReached ?? 0) < reached)
      this.do({ kind: 'stage', stageReached: Math.min(reached, 9) });
  }

  log(entry: LogEntryBody): void {
    this.do({ kind: 'log', entry });
  }

  check(checkId: string, done: boolean): void {
    this.do({ kind: 'check', checkId, done });
  }

  answer(result: Omit<ResultBody, 'id'>): void {
    this.do({ kind: 'result', result });
  }

  rework(itemId: string, rework: UpdateRework): void {
    this.do({ kind: 'rework', itemId, rework });
  }

  signOff(password: string): void {
    this.ask('/sign-off', { password, meaning: 'I inspected and accept' });
  }

  amend(reason: string): void {
    this.ask('/amend', { reason });
  }

  /** Settles a conflict: theirs puts the other person's section on screen, mine saves over it. Both stay in the history. */
  settle(choice: 'mine' | 'theirs'): void {
    const state = this.state.value;
    if (!state?.conflict) return;
    const { section } = state.conflict;
    const mine = state.inputs[section];
    for (const { id } of this.inputsCommands(section)) this.outbox.drop(id);
    if (choice === 'mine') this.put(section, mine as never);
    this.show();
  }

  dismiss(): void {
    const state = this.state.value;
    if (state) this.state.next({ ...state, problem: null, upset: null });
  }

  private do(act: Act): void {
    if (this.known?.state !== 'open') return;
    this.outbox.add(act, this.id);
    this.show({ problem: null });
  }

  /** Asks for what only the server can do, at once: nothing of it is kept, for a password is none to keep. */
  private ask(path: string, body: object): void {
    const { id } = this;
    this.asked = {};
    this.api
      .send<RepairDetail>('POST', `/repairs/${id}${path}`, body, { 'Command-Id': crypto.randomUUID() })
      .subscribe({
        next: (detail) => this.accept(id, detail, { problem: null }),
        error: (error: unknown) => {
          if (!(error instanceof ApiError)) throw error;
          if (id !== this.id) return;
          this.asked = fieldsOf(error.problem);
          this.show({ problem: error.problem });
        },
      });
  }

  /** What came of an act of this job. */
  private hear({ command, reply }: Outcome): void {
    const { known } = this;
    if (command.repairId !== this.id) return;
    // What is being read may have been told before this was carried out.
    if (!known) return this.wanted.next();
    if (command.refusal) {
      if (command.refusal.code === 'stale') this.wanted.next();
      return this.show();
    }
    if (!isAnswer(reply)) return;
    if (reply.version < known.version) return this.wanted.next();
    // What others did in between is read first; until then what was done here stands on what is known.
    const whole = reply.version <= known.version + 1;
    const { act } = command;
    const inputs =
      reply.version > known.version && act.kind === 'inputs'
        ? { ...known.inputs, [act.section]: insistOn(known.inputs[act.section], act.changes) }
        : known.inputs;
    this.known = { ...known, ...reply, inputs, version: whole ? reply.version : known.version };
    this.show();
    if (whole) this.catchUp();
    else this.wanted.next();
  }

  /** Reads the repair where it has gone on elsewhere; what is on its way from here is waited for, for its answer may tell the same. */
  private catchUp(): void {
    if (this.newest > (this.known?.version ?? 0) && !this.outbox.isSending(this.id)) this.wanted.next();
  }

  private fetch(): Observable<unknown> {
    const { id } = this;
    return this.api.get<RepairDetail>(`/repairs/${id}`).pipe(
      tap((detail) => this.accept(id, detail)),
      catchError((error: unknown) => {
        if (error instanceof ApiError && id === this.id && !this.known) this.loadProblem.next(error.problem);
        return of(null);
      }),
    );
  }

  private accept(id: string, detail: RepairDetail, patch: Partial<RepairState> = {}): void {
    if (id !== this.id || (this.known && detail.version < this.known.version)) return;
    this.known = detail;
    if (this.newest === Infinity) this.newest = detail.version;
    this.show(patch);
  }

  /** Puts on screen what the server knows and what is on its way from here. */
  private show(patch: Partial<RepairState> = {}): void {
    const { known, id } = this;
    if (!known) return;
    const before = this.state.value;
    const mine = this.outbox.commands().filter(({ repairId }) => repairId === id);
    const same =
      before !== null &&
      this.seen === known &&
      mine.length === this.mine.length &&
      mine.every((command, i) => command === this.mine[i]);
    if (same && Object.keys(patch).length === 0) return;
    this.seen = known;
    this.mine = mine;
    const { detail, inputs, pending } = same ? before : overlay(known, mine, (deviceMs) => this.clock.true(deviceMs));
    const plan =
      before && sectionNames.every((section) => inputs[section] === before.inputs[section])
        ? before.plan
        : planRepair(inputs);
    this.state.next({
      problem: null,
      upset: null,
      ...before,
      ...patch,
      fieldErrors: { ...told(mine), ...this.asked },
      detail,
      inputs,
      plan,
      pending,
      unsent: new Set(mine.map((command) => command.id)),
      conflict: conflictOf(mine, known),
    });
  }
}

/** What was refused of this job, at its fields. */
const told = (mine: readonly Command[]): Record<string, string> =>
  Object.fromEntries(mine.flatMap(({ refusal }) => Object.entries(refusal ? fieldsOf(refusal) : {})));

const fieldsOf = (problem: Problem): Record<string, string> =>
  Object.fromEntries(problem.fields.map(({ path, message }) => [path, message]));

function conflictOf(mine: readonly Command[], known: RepairDetail): RepairState['conflict'] {
  const stale = mine.find((command) => command.refusal?.code === 'stale' && command.act.kind === 'inputs');
  if (stale?.act.kind !== 'inputs') return null;
  const change = stale.refusal?.changes?.at(-1);
  return { section: stale.act.section, by: change?.by ?? '', at: change?.at ?? '', theirs: known.inputs };
}

const isAnswer = (reply: unknown): reply is RepairAnswer =>
  typeof reply === 'object' && reply !== null && 'version' in reply;

/** "Taper changed: plies, mix and days need another look." */
function upsetBy(section: SectionName, reached: number): string | null {
  const stage = stageOfSection(section);
  const upset = STAGES.slice(stage + 1, Math.max(stage + 1, reached)).map((name) => STAGE_NAMES[name].toLowerCase());
  if (upset.length === 0) return null;
  const list = upset.length === 1 ? upset[0]! : `${upset.slice(0, -1).join(', ')} and ${upset.at(-1)!}`;
  return `${STAGE_NAMES[STAGES[stage]!]} changed: ${list} ${upset.length === 1 ? 'needs' : 'need'} another look.`;
}

/** Sentence for a field: what the server said, else what the core said of it. */
export function fieldError(state: RepairState, path: string): string | null {
  const told = state.fieldErrors[path];
  if (told) return told;
  const problem = state.plan.problems.find(
    (found) => qualified(found.field, found.stage) === path && found.code !== 'empty',
  );
  return problem ? errorWords(problem.code, problem.params) : null;
}

/** Path of a field by its section, for one that a stage named without. */
export function qualified(field: string, stage: Stage): string {
  return sectionNames.some((section) => field.startsWith(`${section}.`))
    ? field
    : `${STAGE_SECTION[stage] ?? ''}.${field}`;
}
