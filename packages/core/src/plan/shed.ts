import { checkAirHours } from '../air/index.js';
import { type Warming, ageLawOf, agingCardOf, coldRemarks, usualAgeLaw, warmingFor } from '../cure/index.js';
import { CoreError, type Remark, requireNumber, requireWhole } from '../errors.js';
import { AirClock, type AirStop, steadyAir } from './air-clock.js';
import { placeBreaks, windowBreaks } from './breaks.js';
import {
  DEFAULT_HOURS,
  type ShedHours,
  type WorkSpan,
  checkHours,
  everOpen,
  formatLocal,
  parseLocal,
  sharedHours,
  workInOneGo,
  workThrough,
} from './calendar.js';
import type { ScheduleInput, ScheduleResult, ScheduleTask, ScheduledTask } from './tasks.js';

/** A task with where it is put. */
export interface Planned extends WorkSpan {
  task: ScheduleTask;
  people: number[];
  why: ScheduledTask['why'];
  broken: Remark[];
}

export interface ShedPlan {
  done: Planned[];
  finish: number;
  cost: number;
}

/** A span that the air lets be, or the first there would be where it never does. */
interface AirySpan extends WorkSpan {
  stop: AirStop | null;
  never: boolean;
}

interface Free {
  span: AirySpan;
  why: ScheduledTask['why'];
}

const MOST_TASKS = 1000;
/** Full cure that takes the air so many times as long as at 22 °C is warmed. */
const LONG_FULL = 2;
const MOST_PEOPLE = 100;
/** A missed window weighs as much as so many minutes, min. */
const BROKEN_MIN = 100_000;
/** Air is waited for so long, min. */
const FARTHEST_MIN = 60 * 24 * 60;
/** Groups looked at where a task takes several people. */
const MOST_GROUPS = 200;

/** Tasks, people, bays and air of one plan, checked once; plans are made of it by priority. */
export class Shed {
  readonly startMin: number;
  private readonly tasks: readonly ScheduleTask[];
  private readonly index: Map<string, number>;
  private readonly order: number[];
  /** Tasks each waits for, and those that wait for it, each once. */
  private readonly befores: number[][];
  private readonly afters: number[][];
  /** Groups of people who could do each task, and the hours they share. */
  private readonly able: { people: number[]; hours: ShedHours }[][];
  private readonly away: WorkSpan[][];
  private readonly bays: number;
  private readonly hours: ShedHours;
  private readonly clocks = new Map<string, AirClock>();
  private readonly steady: AirClock;
  private hanging: number[] | undefined;
  private least: number | undefined;

  constructor(private readonly input: ScheduleInput) {
    const { tasks, people } = input;
    if (tasks.length === 0) throw new CoreError('empty', 'tasks');
    if (tasks.length > MOST_TASKS) throw new CoreError('too-many', 'tasks', { max: MOST_TASKS });
    if (people.length > MOST_PEOPLE) throw new CoreError('too-many', 'people', { max: MOST_PEOPLE });
    this.hours = checkHours(input.hours ?? DEFAULT_HOURS);
    this.startMin = parseLocal(input.startAt, 'startAt');
    this.bays = requireWhole(input.bays ?? 1, 'bays', { min: 0, max: 100 });
    const tempC = requireNumber(input.tempC ?? 22, 'tempC', { min: -20, max: 60 });
    for (const [place, air] of Object.entries(input.air ?? {}))
      this.clocks.set(place, new AirClock(checkAirHours(air, `air.${place}`)));
    this.steady = new AirClock(steadyAir(input.startAt, tempC));
    this.tasks = tasks;
    this.index = new Map(tasks.map(({ id }, i) => [id, i]));
    if (this.index.size < tasks.length) throw new CoreError('inconsistent', 'tasks', { why: 'same-id' });
    tasks.forEach((task, i) => this.check(task, `tasks.${i}`));
    const own = people.map(({ hours }, p) =>
      hours ? sharedHours(this.hours, checkHours(hours, `people.${p}.hours`)) : this.hours,
    );
    this.away = people.map(({ away }, p) =>
      (away ?? []).map(({ fromAt, untilAt }, k) => ({
        start: parseLocal(fromAt, `people.${p}.away.${k}.fromAt`),
        end: parseLocal(untilAt, `people.${p}.away.${k}.untilAt`),
      })),
    );
    this.able = tasks.map((task, i) => {
      if (task.byItself || task.actual) return [];
      const groups = groupsOf(people.flatMap(({ skills }, p) => (task.skill === undefined || skills?.includes(task.skill) ? [p] : [])), task.people ?? 1); // prettier-ignore
      const open = groups
        .map((group) => ({ people: group, hours: group.map((p) => own[p]!).reduce(sharedHours) }))
        .filter(({ hours }) => everOpen(hours) && (!task.inOneGo || hours.toMin - hours.fromMin >= task.minutes));
      if (open.length === 0) throw new CoreError('empty', `tasks.${i}.people`);
      return open;
    });
    this.order = this.inOrder();
    this.befores = tasks.map(({ after }) => [...new Set((after ?? []).map(({ id }) => this.index.get(id)!))]);
    this.afters = tasks.map(() => []);
    this.befores.forEach((befores, i) => befores.forEach((before) => this.afters[before]!.push(i)));
  }

  /** Minutes that hang on each task, its own among them. */
  get tails(): readonly number[] {
    return (this.hanging ??= this.tailsOf());
  }

  /** No plan can end sooner. */
  get boundMin(): number {
    return (this.least ??= this.bound());
  }

  private check(task: ScheduleTask, field: string): void {
    requireNumber(task.minutes, `${field}.minutes`, { min: 0, max: 1e6 });
    if (task.ageHours !== undefined) requireNumber(task.ageHours, `${field}.ageHours`, { min: 0, max: 10_000 });
    const open = this.hours.toMin - this.hours.fromMin;
    if (task.inOneGo && !task.byItself && !task.actual && task.minutes > open)
      throw new CoreError('out-of-range', `${field}.minutes`, { value: task.minutes, max: open });
    requireWhole(task.people ?? 1, `${field}.people`, { min: 1, max: MOST_PEOPLE });
    if (task.bay && this.bays === 0) throw new CoreError('empty', 'bays');
    (task.after ?? []).forEach((link, k) => {
      const at = `${field}.after.${k}`;
      if (!this.index.has(link.id)) throw new CoreError('unknown-id', `${at}.id`, { id: link.id });
      requireNumber(link.waitMin ?? 0, `${at}.waitMin`, { min: 0, max: 1e6 });
      requireNumber(link.waitAgeHours ?? 0, `${at}.waitAgeHours`, { min: 0, max: 10_000 });
      if (link.withinMin !== undefined)
        requireNumber(link.withinMin, `${at}.withinMin`, { min: link.waitMin ?? 0, max: 1e6 });
      if (link.withinAgeHours !== undefined)
        requireNumber(link.withinAgeHours, `${at}.withinAgeHours`, { min: link.waitAgeHours ?? 0, max: 10_000 });
    });
  }

  private clockOf(task: ScheduleTask): AirClock {
    return this.clocks.get(task.place ?? 'shed') ?? this.steady;
  }

  /** Every task after those it waits for. */
  private inOrder(): number[] {
    const state = new Int8Array(this.tasks.length);
    const order: number[] = [];
    const visit = (i: number): void => {
      if (state[i] === 2) return;
      if (state[i] === 1) throw new CoreError('inconsistent', `tasks.${i}.after`, { why: 'ring' });
      state[i] = 1;
      for (const { id } of this.tasks[i]!.after ?? []) visit(this.index.get(id)!);
      state[i] = 2;
      order.push(i);
    };
    this.tasks.forEach((_, i) => visit(i));
    return order;
  }

  private lengthOf(task: ScheduleTask): number {
    return task.byItself ? this.byItself(task, this.startMin) - this.startMin : task.minutes;
  }

  private tailsOf(): number[] {
    const tails = this.tasks.map((task) => this.lengthOf(task));
    for (const i of [...this.order].reverse())
      for (const { id, waitMin, waitAgeHours } of this.tasks[i]!.after ?? []) {
        const before = this.index.get(id)!;
        const aged = waitAgeHours
          ? this.clockOf(this.tasks[before]!).minuteOfAge(this.startMin, waitAgeHours) - this.startMin
          : 0;
        tails[before] = Math.max(
          tails[before]!,
          this.lengthOf(this.tasks[before]!) + Math.max(waitMin ?? 0, aged) + tails[i]!,
        );
      }
    return tails;
  }

  /** When what runs by itself from a moment on is done. */
  private byItself(task: ScheduleTask, from: number): number {
    if (task.untilAt !== undefined) return Math.max(from, parseLocal(task.untilAt, 'untilAt'));
    return this.cure(task, from).end;
  }

  /** When a cure that begins at a moment is over; full cure that the air alone gives too late or never is taken as warmed. */
  private cure(task: ScheduleTask, from: number): { end: number; warmed: Warming | null } {
    const { ageHours, system, stage = 'sandable' } = task;
    if (ageHours === undefined) return { end: from + task.minutes, warmed: null };
    const end = this.clockOf(task).minuteOfAge(from, ageHours, system ? ageLawOf(system, stage) : usualAgeLaw);
    if (!system || stage !== 'full' || end <= from + 60 * ageHours * LONG_FULL) return { end, warmed: null };
    const warming = warmingFor(agingCardOf(system), ageHours);
    return { end: from + 60 * warming.hours, warmed: warming };
  }

  /** The first span of hands-on work from a moment on that hours and air let be. */
  private spanFrom(task: ScheduleTask, from: number, hours: ShedHours): AirySpan {
    const spanAt = (at: number): WorkSpan =>
      task.inOneGo ? workInOneGo(at, task.minutes, hours) : workThrough(at, task.minutes, hours);
    let span = spanAt(from);
    if (!task.needs) return { start: span.start, end: span.end, stop: null, never: false };
    const clock = this.clockOf(task);
    const first = span;
    let [last, coolest]: [AirStop | null, { span: WorkSpan; warmsC: number } | null] = [null, null];
    for (;;) {
      const stop = clock.stopOf(task.needs, span.start, span.end);
      if (!stop) return { ...span, stop: last, never: false };
      last = stop;
      if (stop.fault === 'warming') {
        const warmsC = clock.warmingOf(task.needs, span.start, span.end);
        if (!coolest || warmsC < coolest.warmsC) coolest = { span, warmsC };
      }
      // Where it never is as it should be, what only warms is begun when it warms least.
      if (stop.againMin > from + FARTHEST_MIN)
        return coolest
          ? { ...coolest.span, stop: { ...stop, fault: 'warming' }, never: true }
          : { ...first, stop, never: true };
      span = spanAt(Math.max(stop.againMin, span.start + 1));
    }
  }

  /** Longest chain with people and bays for everything, and all work shared by all who can do it. */
  private bound(): number {
    const ends = new Map<number, number>();
    let latest = this.startMin;
    for (const i of this.order) {
      const task = this.tasks[i]!;
      const fixed = this.fixed(task);
      const from = fixed ? 0 : this.readyAt(task, (before) => ends.get(before)!).at;
      const end = fixed
        ? fixed.end
        : task.byItself
          ? this.byItself(task, from)
          : Math.min(...this.able[i]!.map(({ hours }) => this.spanFrom(task, from, hours).end));
      ends.set(i, end);
      latest = Math.max(latest, end);
    }
    const open = this.tasks.filter((task) => !task.byItself && !task.actual);
    for (const skill of [undefined, ...new Set(open.flatMap(({ skill: own }) => (own === undefined ? [] : [own])))]) {
      const hands = open
        .filter((task) => skill === undefined || task.skill === skill)
        .reduce((sum, task) => sum + task.minutes * (task.people ?? 1), 0);
      const able = this.input.people.filter(({ skills: own }) => skill === undefined || own?.includes(skill)).length;
      if (hands > 0) latest = Math.max(latest, workThrough(this.startMin, hands / able, this.hours).end);
    }
    const inBays = open.filter(({ bay }) => bay).reduce((sum, { minutes }) => sum + minutes, 0);
    return inBays > 0 ? Math.max(latest, workThrough(this.startMin, inBays / this.bays, this.hours).end) : latest;
  }

  /** What stands as it is: done, or set by a person. */
  private fixed(task: ScheduleTask): WorkSpan | null {
    if (task.actual)
      return {
        start: parseLocal(task.actual.startAt, 'actual.startAt'),
        end: parseLocal(task.actual.endAt, 'actual.endAt'),
      };
    if (task.pinnedAt === undefined) return null;
    const start = parseLocal(task.pinnedAt, 'pinnedAt');
    if (task.byItself) return { start, end: this.byItself(task, start) };
    return { start, end: task.inOneGo ? start + task.minutes : workThrough(start, task.minutes, this.hours).end };
  }

  /** When nothing before it is in the way any more, and what that was. */
  private readyAt(task: ScheduleTask, endOf: (index: number) => number): { at: number; why: ScheduledTask['why'] } {
    // What runs by itself has run since what went before was done, be that before the plan begins.
    const from = task.byItself && task.after?.length ? -Infinity : this.startMin;
    let ready: { at: number; why: ScheduledTask['why'] } = { at: from, why: { id: 'start', taskId: null } };
    if (task.notBefore !== undefined) {
      const at = parseLocal(task.notBefore, 'notBefore');
      if (at > ready.at) ready = { at, why: { id: 'not-before', taskId: null } };
    }
    for (const { id, waitMin, waitAgeHours } of task.after ?? []) {
      const before = this.index.get(id)!;
      const end = endOf(before);
      const aged = waitAgeHours ? this.clockOf(this.tasks[before]!).minuteOfAge(end, waitAgeHours) : end;
      const at = Math.max(end + (waitMin ?? 0), aged);
      if (at >= ready.at) ready = { at, why: { id: 'after', taskId: id } };
    }
    return ready;
  }

  /** Tasks one by one, the one with the most hanging on it first among those that could go. */
  plan(priority: readonly number[]): ShedPlan {
    const done: (Planned | undefined)[] = new Array<Planned | undefined>(this.tasks.length).fill(undefined);
    const people = this.away.map((spans) =>
      spans.map((span): Busy => ({ ...span, taskId: null })).sort((a, b) => a.end - b.end),
    );
    const bays: Busy[][] = Array.from({ length: this.bays }, () => []);
    // What is done or set by a person stands before anything else is put round it.
    for (const i of this.order)
      if (this.tasks[i]!.actual || this.tasks[i]!.pinnedAt !== undefined) this.place(i, done, people, bays);
    const unmet = this.befores.map((befores) => befores.filter((before) => !done[before]).length);
    const ready = new Set(this.order.filter((i) => !done[i] && unmet[i] === 0));
    while (ready.size > 0) {
      let next = -1;
      for (const i of ready) if (next < 0 || priority[i]! > priority[next]!) next = i;
      ready.delete(next);
      this.place(next, done, people, bays);
      for (const i of this.afters[next]!) if (--unmet[i]! === 0 && !done[i]) ready.add(i);
    }
    const all = done as Planned[];
    for (const planned of all) planned.broken.push(...this.missed(planned, all));
    const finish = Math.max(...all.map(({ end }) => end));
    return { done: all, finish, cost: finish + BROKEN_MIN * all.reduce((sum, { broken }) => sum + broken.length, 0) };
  }

  private place(i: number, done: (Planned | undefined)[], people: Busy[][], bays: Busy[][]): void {
    const task = this.tasks[i]!;
    const planned = this.planned(i, done, people, bays);
    done[i] = planned;
    const busy: Busy = { start: planned.start, end: planned.end, taskId: task.id };
    for (const p of planned.people) enter(people[p]!, busy);
    const free = task.bay && bays.find((others) => !firstClash(others, busy));
    if (free) enter(free, busy);
  }

  private planned(
    i: number,
    done: readonly (Planned | undefined)[],
    people: readonly Busy[][],
    bays: readonly Busy[][],
  ): Planned {
    const task = this.tasks[i]!;
    const fixed = this.fixed(task);
    if (fixed) {
      const free =
        task.actual || task.byItself
          ? []
          : (this.able[i]!.find(({ people: group }) => group.every((p) => !firstClash(people[p]!, fixed)))?.people ??
            []);
      return {
        ...fixed,
        task,
        people: [...free],
        why: { id: task.actual ? 'done' : 'pinned', taskId: null },
        broken: [],
      };
    }
    const ready = this.readyAt(task, (before) => done[before]!.end);
    if (task.byItself)
      return { start: ready.at, end: this.byItself(task, ready.at), task, people: [], why: ready.why, broken: [] };
    let [best, bestGroup]: [Free | null, readonly number[]] = [null, []];
    for (const group of this.able[i]!) {
      const free = this.firstFree(task, ready, group, people, bays, best?.span.start ?? Infinity);
      if (free && (!best || free.span.start < best.span.start || free.span.end < best.span.end))
        [best, bestGroup] = [free, group.people];
    }
    const { span, why } = best!;
    return {
      start: span.start,
      end: span.end,
      task,
      people: [...bestGroup],
      why,
      broken: span.never ? [{ id: 'schedule.never-fit', params: { fault: span.stop!.fault } }] : [],
    };
  }

  /** When a group of people, a bay, their hours and the air first come together; null where that is later than others could begin. */
  private firstFree(
    task: ScheduleTask,
    ready: { at: number; why: ScheduledTask['why'] },
    { people: group, hours }: { people: number[]; hours: ShedHours },
    people: readonly Busy[][],
    bays: readonly Busy[][],
    latestStart: number,
  ): Free | null {
    let [from, why] = [ready.at, ready.why];
    for (;;) {
      const span = this.spanFrom(task, from, hours);
      if (span.start > latestStart) return null;
      if (span.stop) why = { id: 'air', taskId: why.taskId, fault: span.stop.fault };
      else if (span.start > from && why.id === 'start') why = { id: 'hours', taskId: null };
      // The first moment they, or a bay, come free again.
      const busy = firstToEnd(group, people, span);
      const first =
        busy ??
        (task.bay && bays.every((others) => firstClash(others, span)) ? firstToEnd(bays.keys(), bays, span) : null);
      if (!first) return { span, why };
      from = Math.max(first.end, span.start + 1);
      why = { id: busy ? 'person' : 'bay', taskId: first.taskId };
    }
  }

  /** Windows it comes too late for, and what was set where it cannot be. */
  private missed({ task, start, end, people }: Planned, all: readonly Planned[]): Remark[] {
    if (task.actual) return [];
    const remarks = windowBreaks(start, task.after ?? [], (id) => {
      const before = all[this.index.get(id)!]!;
      return { endMin: before.end, clock: this.clockOf(before.task) };
    });
    if (task.pinnedAt === undefined || task.byItself) return remarks;
    if (people.length < (task.people ?? 1)) remarks.push({ id: 'schedule.nobody-free', params: {} });
    return [...remarks, ...placeBreaks(task, start, end, this.hours, this.clockOf(task))];
  }

  /** All that is to be said of a task where it is put. */
  remarksOn(planned: Planned): Remark[] {
    return [...planned.broken, ...this.notes(planned)];
  }

  /** What is no miss and yet must be said: resin that cures colder than it may, and full cure that the plan takes as warmed. */
  private notes({ task, start, end }: Planned): Remark[] {
    if (!task.byItself || !task.system || task.actual) return [];
    const { warmed } = this.cure(task, start);
    const { coldestC } = this.clockOf(task).rangeBetween(start, end);
    return [
      ...coldRemarks(task.system.minTempC, coldestC),
      ...(warmed ? [{ id: 'schedule.warmed', params: { ...warmed } }] : []),
    ];
  }

  told({ done, finish }: ShedPlan, tries: number): ScheduleResult {
    const critical = this.chain(done, finish);
    const length = this.boundMin - this.startMin;
    return {
      tasks: done.map((planned) => ({
        id: planned.task.id,
        job: planned.task.job ?? null,
        startAt: formatLocal(planned.start),
        endAt: formatLocal(planned.end),
        people: planned.people.map((p) => this.input.people[p]!.id),
        why: planned.why,
        critical: critical.has(planned.task.id),
        remarks: this.remarksOn(planned),
      })),
      finishAt: formatLocal(finish),
      boundAt: formatLocal(this.boundMin),
      gapPercent: length > 0 ? (100 * (finish - this.boundMin)) / length : 0,
      broken: done.reduce((sum, { broken }) => sum + broken.length, 0),
      tries,
    };
  }

  /** From what ends last, back along what each waited for. */
  private chain(done: readonly Planned[], finish: number): Set<string> {
    const on = new Set<string>();
    let at: Planned | undefined = done.find(({ end }) => end === finish);
    while (at && !on.has(at.task.id)) {
      on.add(at.task.id);
      const { taskId } = at.why;
      at = taskId === null ? undefined : done[this.index.get(taskId)!];
    }
    return on;
  }
}

/** A person or bay taken, and by what; by nothing where they are away. */
interface Busy extends WorkSpan {
  taskId: string | null;
}

/** Where in a list kept by its ends what is over after a moment begins. */
function firstAfter(list: readonly Busy[], moment: number): number {
  let [low, high] = [0, list.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (list[middle]!.end > moment) high = middle;
    else low = middle + 1;
  }
  return low;
}

const enter = (list: Busy[], busy: Busy): void => void list.splice(firstAfter(list, busy.end), 0, busy);

/** Of what a list has in the way of a span, what is over first; null where nothing is. */
function firstClash(list: readonly Busy[], span: WorkSpan): Busy | null {
  for (let i = firstAfter(list, span.start); i < list.length; i++) if (list[i]!.start < span.end) return list[i]!;
  return null;
}

/** The same of several lists. */
function firstToEnd(which: Iterable<number>, lists: readonly Busy[][], span: WorkSpan): Busy | null {
  let first: Busy | null = null;
  for (const i of which) {
    const clash = firstClash(lists[i]!, span);
    if (clash && (!first || clash.end < first.end)) first = clash;
  }
  return first;
}

/** Every group of so many out of some, as far as there are not too many. */
function groupsOf(people: readonly number[], count: number): number[][] {
  const groups: number[][] = [];
  const grow = (from: number, group: number[]): void => {
    if (groups.length >= MOST_GROUPS) return;
    if (group.length === count) groups.push(group);
    else for (let i = from; i < people.length; i++) grow(i + 1, [...group, people[i]!]);
  };
  grow(0, []);
  return groups;
}
