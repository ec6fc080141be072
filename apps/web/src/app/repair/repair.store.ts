import { DestroyRef, Injectable, inject } from '@angular/core';
import type { LogEntryBody, Problem, RepairDetail, ResultBody, SectionName, UpdateRework } from '@ashstep/contract';
import { STAGE_NAMES, errorWords, sectionNames } from '@ashstep/contract';
import { type RepairInputs, type RepairPlan, STAGES, type Shape, type Stage, planRepair } from '@ashstep/core';
import { BehaviorSubject, type Observable, Subject, catchError, concatMap, debounceTime, filter, of, tap } from 'rxjs';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Api, ApiError } from '../platform/api';
import { LiveService } from '../platform/live.service';
import { EditSteps } from './edit-steps';

/** Section of the inputs that each stage edits; a later stage leans on every earlier one. */
export const STAGE_SECTION: Partial<Record<Stage, SectionName>> = { look: 'damage', laminate: 'laminate', resin: 'resin', taper: 'taper', plies: 'stack', mix: 'mix', days: 'days' };
/** Stage that settles a section; readings are gathered at any time and settle nothing by themselves. */
const SECTION_STAGE: Record<SectionName, Stage | null> = { place: 'look', damage: 'look', severity: 'look', survey: null, laminate: 'laminate', resin: 'resin', taper: 'taper', stack: 'plies', mix: 'mix', days: 'days' };

export interface RepairState {
  detail: RepairDetail;
  /** What is on screen: the server's inputs with edits that are on their way. */
  inputs: RepairInputs;
  plan: RepairPlan;
  /** Sections edited and not saved yet. */
  pending: Pending;
  problem: Problem | null;
  /** Fields the server or the core refused, by dotted path. */
  fieldErrors: Readonly<Record<string, string>>;
  /** Said once after a change upstream turned later treads hollow. */
  upset: string | null;
  /** Sections somebody else changed meanwhile, with their version of the inputs. */
  conflict: { section: SectionName; by: string; at: string; theirs: RepairInputs } | null;
}

/** An edit on its way: the version it was typed over, and a name by which the server knows it again when its answer was lost. */
interface Edit {
  basedOn: number;
  id: string;
}
type Pending = ReadonlyMap<SectionName, Edit>;
/** What outlives a reload: the value typed, and how far on its way it was. */
type Kept = Partial<Record<SectionName, Edit & { value: RepairInputs[SectionName] }>>;

const SAVE_AFTER_MS = 400;
const keptKey = (id: string): string => `ash-step.kept.${id}`;

/** One open repair: inputs edited at once on screen, worked out in the browser, saved section by section. Shared by all stages. */
@Injectable()
export class RepairStore {
  private readonly api = inject(Api);
  private readonly live = inject(LiveService);
  private readonly state = new BehaviorSubject<RepairState | null>(null);
  private readonly loadProblem = new BehaviorSubject<Problem | null>(null);
  private readonly saves = new Subject<void>();
  private readonly picked = new BehaviorSubject<string | null>(null);
  private readonly steps = new EditSteps();
  private id = '';

  readonly state$ = this.state.pipe(filter((state) => state !== null));
  readonly problem$ = this.loadProblem.asObservable();
  /** Key of the ply picked in table or drawing. */
  readonly picked$ = this.picked.asObservable();

  constructor() {
    // Goes on when the sheet is left: an edit made just before still has to reach the server.
    this.saves
      .pipe(
        debounceTime(SAVE_AFTER_MS),
        concatMap(() => this.flush()),
      )
      .subscribe();
    this.live.news$
      .pipe(
        filter((news) => news.kind === 'missed' || (news.kind === 'changed' && news.repairId === this.id && news.version > (this.state.value?.detail.version ?? 0))),
        debounceTime(150),
        concatMap(() => this.fetch()),
        takeUntilDestroyed(inject(DestroyRef)),
      )
      .subscribe();
  }

  load(id: string): void {
    this.id = id;
    this.steps.clear();
    this.state.next(null);
    this.loadProblem.next(null);
    this.fetch().subscribe(() => this.restoreKept());
  }

  pick(key: string | null): void {
    this.picked.next(key);
  }

  /** Changes part of a section: on screen at once, on the server a moment later. */
  edit<S extends SectionName>(section: S, patch: Partial<RepairInputs[S]>): void {
    const state = this.state.value;
    if (state && state.detail.state === 'open') this.steps.note(section, state.inputs[section]);
    this.put(section, patch, this.edited(section));
  }

  private put<S extends SectionName>(section: S, patch: Partial<RepairInputs[S]>, edit: Edit): void {
    const state = this.state.value;
    if (!state || state.detail.state === 'sealed') return;
    const inputs = { ...state.inputs, [section]: { ...state.inputs[section], ...patch } };
    const pending = new Map(state.pending).set(section, edit);
    this.state.next({ ...this.worked(state, inputs), pending, upset: upsetBy(section, state.detail.stageReached) ?? state.upset });
    this.keep(inputs, pending);
    this.saves.next();
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
    for (const [section, value] of Object.entries(sections)) this.put(section as SectionName, value as never, this.edited(section as SectionName));
  }

  private edited(section: SectionName): Edit {
    return this.state.value?.pending.get(section) ?? { basedOn: this.state.value?.detail.version ?? 0, id: crypto.randomUUID() };
  }

  /** Marks a tread as done. */
  reach(stage: Stage): void {
    const reached = STAGES.indexOf(stage) + 1;
    if ((this.state.value?.detail.stageReached ?? 0) < reached) this.command(this.change('/stage', { stageReached: Math.min(reached, 9) }));
  }

  log(entry: LogEntryBody): void {
    this.command(this.api.send<RepairDetail>('POST', this.path('/log'), { id: crypto.randomUUID(), entry }));
  }

  check(checkId: string, done: boolean): void {
    this.command(this.change('/checks', { id: crypto.randomUUID(), checkId, done }));
  }

  answer(body: Omit<ResultBody, 'id'>): void {
    this.command(this.api.send<RepairDetail>('POST', this.path('/results'), { id: crypto.randomUUID(), ...body }));
  }

  rework(itemId: string, body: UpdateRework): void {
    this.command(this.change(`/rework/${itemId}`, body));
  }

  signOff(password: string): void {
    this.command(this.api.send<RepairDetail>('POST', this.path('/sign-off'), { password, meaning: 'I inspected and accept' }));
  }

  amend(reason: string): void {
    this.command(this.api.send<RepairDetail>('POST', this.path('/amend'), { reason }));
  }

  /** Settles a conflict: theirs puts the other person's section on screen, mine saves over it. Both stay in the history. */
  settle(choice: 'mine' | 'theirs'): void {
    const state = this.state.value;
    if (!state?.conflict) return;
    const { section, theirs } = state.conflict;
    const inputs = choice === 'mine' ? state.inputs : { ...state.inputs, [section]: theirs[section] };
    const pending = new Map(state.pending);
    if (choice === 'mine') pending.set(section, { basedOn: state.detail.version, id: crypto.randomUUID() });
    else pending.delete(section);
    this.state.next({ ...this.worked(state, inputs), conflict: null, problem: null, pending });
    this.keep(inputs, pending);
    this.saves.next();
  }

  dismiss(): void {
    const state = this.state.value;
    if (state) this.state.next({ ...state, problem: null, upset: null });
  }

  retry(): void {
    this.saves.next();
  }

  private fetch(): Observable<unknown> {
    return this.api.get<RepairDetail>(`/repairs/${this.id}`).pipe(
      tap((detail) => this.accept(detail)),
      catchError((error: unknown) => {
        if (error instanceof ApiError) this.loadProblem.next(error.problem);
        return of(null);
      }),
    );
  }

  /** Saves the pending sections one after the other; stops at the first that cannot be saved and keeps what was typed. */
  private flush(): Observable<unknown> {
    const state = this.state.value;
    const section = sectionNames.find((name) => state?.pending.has(name));
    if (!state || !section || state.conflict) return of(null);
    const sent = state.inputs[section];
    const edit = this.edited(section);
    return this.api.send<RepairDetail>('PUT', this.path(`/inputs/${section}`), sent, { 'If-Match': `"${edit.basedOn}"`, 'Edit-Id': edit.id }).pipe(
      tap((detail) => {
        const current = this.state.value!;
        const pending = new Map(current.pending);
        if (current.inputs[section] === sent) pending.delete(section);
        else pending.set(section, { ...edit, basedOn: detail.version });
        this.state.next({ ...current, pending, problem: null, fieldErrors: without(current.fieldErrors, section) });
        this.accept(detail);
        const stage = stageIndex(section);
        if (detail.stageReached > stage + 1 && detail.stageReached < 9) this.command(this.change('/stage', { stageReached: stage + 1 }));
        if (pending.size > 0) this.saves.next();
      }),
      catchError((error: unknown) => this.saveFailed(section, error)),
    );
  }

  private saveFailed(section: SectionName, error: unknown): Observable<unknown> {
    const state = this.state.value!;
    if (!(error instanceof ApiError)) throw error;
    const { problem } = error;
    if (problem.code === 'stale') {
      return this.api.get<RepairDetail>(`/repairs/${this.id}`).pipe(
        tap((detail) => {
          const change = problem.changes?.at(-1);
          this.state.next({ ...this.state.value!, detail, conflict: { section, by: change?.by ?? '', at: change?.at ?? '', theirs: detail.inputs } });
        }),
      );
    }
    const fieldErrors = { ...without(state.fieldErrors, section), ...Object.fromEntries(problem.fields.map((field) => [field.path, field.message])) };
    this.state.next({ ...state, problem, fieldErrors });
    return of(null);
  }

  private command(request: Observable<RepairDetail>): void {
    request.subscribe({
      next: (detail) => {
        const state = this.state.value;
        if (state) this.state.next({ ...state, problem: null });
        this.accept(detail);
      },
      error: (error: unknown) => {
        const state = this.state.value;
        if (!(error instanceof ApiError) || !state) throw error;
        this.state.next({ ...state, problem: error.problem, fieldErrors: Object.fromEntries(error.problem.fields.map((field) => [field.path, field.message])) });
      },
    });
  }

  /** Takes the server's state, keeping sections that are still on their way. */
  private accept(detail: RepairDetail): void {
    const before = this.state.value;
    if (before && detail.version < before.detail.version) return;
    const inputs = { ...detail.inputs };
    for (const section of before?.pending.keys() ?? []) Object.assign(inputs, { [section]: before!.inputs[section] });
    const base: RepairState = before ?? { detail, inputs, plan: planRepair(inputs), pending: new Map(), problem: null, fieldErrors: {}, upset: null, conflict: null };
    this.state.next({ ...this.worked(base, inputs), detail });
    if (before) this.keep(inputs, this.state.value!.pending);
  }

  private worked(state: RepairState, inputs: RepairInputs): RepairState {
    return { ...state, inputs, plan: planRepair(inputs) };
  }

  /** What is not saved yet outlives a reload, a lost connection or an expired session. */
  private keep(inputs: RepairInputs, pending: Pending): void {
    if (pending.size === 0) localStorage.removeItem(keptKey(this.id));
    else localStorage.setItem(keptKey(this.id), JSON.stringify(Object.fromEntries([...pending].map(([section, edit]) => [section, { value: inputs[section], ...edit }])) satisfies Kept));
  }

  private restoreKept(): void {
    const kept = localStorage.getItem(keptKey(this.id));
    if (!kept || !this.state.value) return;
    for (const [section, { value, ...edit }] of Object.entries(JSON.parse(kept) as Kept)) this.put(section as SectionName, value, edit);
  }

  private change(path: string, body: unknown): Observable<RepairDetail> {
    return this.api.send<RepairDetail>('PUT', this.path(path), body);
  }

  private path(path: string): string {
    return `/repairs/${this.id}${path}`;
  }
}

function without(errors: Readonly<Record<string, string>>, section: SectionName): Record<string, string> {
  return Object.fromEntries(Object.entries(errors).filter(([path]) => !path.startsWith(`${section}.`)));
}

/** Place of the stage a section settles; past all others for one that settles nothing, so that it upsets none. */
const stageIndex = (section: SectionName): number => STAGES.indexOf(SECTION_STAGE[section] ?? 'signoff');

/** "Taper changed: plies, mix and days need another look." */
function upsetBy(section: SectionName, reached: number): string | null {
  const stage = stageIndex(section);
  const upset = STAGES.slice(stage + 1, Math.max(stage + 1, reached)).map((name) => STAGE_NAMES[name].toLowerCase());
  if (upset.length === 0) return null;
  const list = upset.length === 1 ? upset[0]! : `${upset.slice(0, -1).join(', ')} and ${upset.at(-1)!}`;
  return `${STAGE_NAMES[STAGES[stage]!]} changed: ${list} ${upset.length === 1 ? 'needs' : 'need'} another look.`;
}

/** Sentence for a field: what the server said, else what the core said of it. */
export function fieldError(state: RepairState, path: string): string | null {
  const told = state.fieldErrors[path];
  if (told) return told;
  const problem = state.plan.problems.find((found) => qualified(found.field, found.stage) === path && found.code !== 'empty');
  return problem ? errorWords(problem.code, problem.params) : null;
}

function qualified(field: string, stage: Stage): string {
  return sectionNames.some((section) => field.startsWith(`${section}.`)) ? field : `${STAGE_SECTION[stage] ?? ''}.${field}`;
}
