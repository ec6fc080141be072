import { Injectable, computed, inject, signal } from '@angular/core';
import type { Person, Problem } from '@ashstep/contract';
import { type Observable, ReplaySubject, Subject, distinctUntilChanged, first, fromEvent, map, merge } from 'rxjs';
import { Api, ApiError } from '../platform/api';
import { Clock } from '../platform/clock';
import { Device } from '../platform/device';
import { SessionService } from '../platform/session.service';
import { type Act, requestFor, subjectOf } from './act';
import type { Command } from './command';
import { CommandShelf } from './command-shelf';

/** A section being typed in is sent when it has been quiet so long, ms. */
const QUIET_MS = 400;
/** Waited before another try, twice as long each time up to the most, ms. */
const [FIRST_WAIT_MS, MOST_WAIT_MS] = [1_000, 30_000];
/** What closed pages left is looked for again so long after a start, ms: their locks may take a moment to go. */
const LOOK_AGAIN_MS = 2_000;

/** Why nothing goes out just now: nobody answers, or nobody is signed in. */
export type Held = 'away' | 'signed-out' | null;

export interface Outcome {
  command: Command;
  /** The server's answer; null where it refused, for the reason in the command. */
  reply: unknown;
}

/** Of these only the last one said counts. */
const SAID_ANEW: ReadonlySet<Act['kind']> = new Set(['settings', 'forecast', 'pin', 'mark'] as const);

/** What was refused of these is there still to be seen to when another comes. */
const STANDS: ReadonlySet<Act['kind']> = new Set(['inputs', 'photo'] as const);

const AWAY = new Set([0, 408, 425, 429, 502, 503, 504]);

/**
 * Everything done here on its way to the server, in order, each act under an id of its own until it is acknowledged. What is
 * refused is laid aside with the reason and holds up nothing else; while nobody answers it waits, longer each time.
 */
@Injectable({ providedIn: 'root' })
export class Outbox {
  private readonly api = inject(Api);
  private readonly shelf = inject(CommandShelf);
  private readonly session = inject(SessionService);
  private readonly clock = inject(Clock);
  private readonly device = inject(Device);

  private readonly list = signal<readonly Command[]>([]);
  /** What the person signed in has done and the server has not acknowledged. */
  readonly commands = this.list.asReadonly();
  readonly held = signal<Held>(null);
  readonly refused = computed(() => this.list().filter(({ refusal }) => refusal !== null));
  readonly waiting = computed(() => this.list().filter(({ refusal }) => refusal === null));
  readonly unkept = this.shelf.unkept;

  private readonly outcomes = new Subject<Outcome>();
  readonly outcomes$ = this.outcomes.asObservable();

  private person: Person | null = null;
  private sending: Command | null = null;
  private place = 0;
  /** When the section last typed in has been quiet for long enough, ms. */
  private quietAt = 0;
  private failures = 0;
  /** Nobody answered: the next try is a while off. */
  private resting = false;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor() {
    this.session.person$
      .pipe(
        map((person) => person ?? null),
        distinctUntilChanged((a, b) => a?.id === b?.id),
      )
      .subscribe((person) => this.enter(person));
    merge(fromEvent(window, 'online'), fromEvent(document, 'visibilitychange')).subscribe(() => this.tryNow());
    this.session.expired$.subscribe((expired) => {
      if (expired) this.held.set('signed-out');
      else if (this.held() === 'signed-out') this.tryNow();
    });
  }

  /** Whether something of a job is on its way at this moment. */
  isSending(repairId: string): boolean {
    return this.sending?.repairId === repairId;
  }

  /** Does something. A refused act about the same thing gives way to it, as does one not sent that it undoes or says anew. */
  add(act: Act, repairId: string | null = null): Command {
    const person = this.person;
    if (!person) throw new Error('nobody is signed in');
    const subject = subjectOf(act);
    const givesWay = (old: Command): boolean =>
      old.repairId === repairId &&
      subjectOf(old.act) === subject &&
      (old.refusal !== null ? !STANDS.has(act.kind) : SAID_ANEW.has(act.kind) && !old.tried);
    for (const old of this.list().filter(givesWay)) this.drop(old.id);
    this.place = Math.max(this.place + 1, this.clock.device());
    const command: Command = {
      id: crypto.randomUUID(),
      personId: person.id,
      personName: person.name,
      repairId,
      act,
      madeAt: this.clock.device(),
      place: this.place,
      tab: this.shelf.tab,
      tried: false,
      refusal: null,
    };
    this.shelf.put(command);
    this.list.update((all) => [...all, command]);
    this.quietAt = act.kind === 'inputs' ? this.clock.device() + QUIET_MS : 0;
    this.pump();
    return command;
  }

  /** Does something else in place of what has not gone out, or was refused; a refusal that is to be settled first stands. */
  replace(command: Command, act: Act, refusal: Problem | null = null): void {
    if (command.id === this.sending?.id) throw new Error('it is on its way');
    const next: Command = {
      ...command,
      id: command.tried ? crypto.randomUUID() : command.id,
      act,
      madeAt: this.clock.device(),
      tried: false,
      refusal,
    };
    if (next.id !== command.id) this.shelf.remove(command.id);
    this.shelf.put(next);
    this.list.update((all) => all.map((one) => (one.id === command.id ? next : one)));
    this.quietAt = this.clock.device() + QUIET_MS;
    this.pump();
  }

  drop(id: string): void {
    this.shelf.remove(id);
    this.list.update((all) => all.filter((one) => one.id !== id));
  }

  /** Sends a refused act again, under the same id: what it asks is the same. */
  again(command: Command): void {
    this.put({ ...command, refusal: null });
    this.tryNow();
  }

  tryNow(): void {
    if (this.session.expired$.value || !this.person) return;
    this.failures = 0;
    this.resting = false;
    if (this.held() === 'signed-out') this.held.set(null);
    this.pump();
  }

  /**
   * Does something for a page that keeps what was typed: gives the answer, or the refusal as an error, which is not kept besides.
   * While nobody answers there is neither.
   */
  ask<T>(act: Act, repairId: string | null = null): Observable<T> {
    const answer = new ReplaySubject<T>(1);
    const { id } = this.add(act, repairId);
    this.outcomes.pipe(first(({ command }) => command.id === id)).subscribe(({ command, reply }) => {
      if (command.refusal) {
        this.drop(id);
        answer.error(new ApiError(command.refusal));
      } else {
        answer.next(reply as T);
        answer.complete();
      }
    });
    return answer.asObservable();
  }

  private enter(person: Person | null): void {
    this.person = person;
    this.list.set([]);
    this.failures = 0;
    this.resting = false;
    this.held.set(null);
    if (!person) return;
    this.takeOver(person);
    setTimeout(() => this.takeOver(person), LOOK_AGAIN_MS);
  }

  private takeOver(person: Person): void {
    void this.shelf.takeOver(person.id).then((kept) => {
      if (this.person?.id !== person.id) return;
      const known = new Set(this.list().map(({ id }) => id));
      const more = kept.filter(({ id }) => !known.has(id) && id !== this.sending?.id);
      if (more.length === 0) return;
      this.place = Math.max(this.place, ...more.map(({ place }) => place));
      this.list.update((all) => [...all, ...more].sort((a, b) => a.place - b.place));
      this.pump();
    });
  }

  private pump(): void {
    const [next] = this.waiting();
    if (!next || this.sending || this.resting || this.held() === 'signed-out' || !this.person) return;
    clearTimeout(this.timer);
    const wait = next.tried ? 0 : this.quietAt - this.clock.device();
    if (wait > 0) this.timer = setTimeout(() => this.pump(), wait);
    else this.send(next);
  }

  private send(command: Command): void {
    const sent = { ...command, tried: true };
    this.sending = sent;
    this.put(sent);
    const { method, path, body } = requestFor(sent.act, sent.id, sent.repairId);
    this.api.send(method, path, body, this.told(sent)).subscribe({
      next: (reply) => this.acknowledged(sent, reply),
      error: (error: unknown) => this.failed(sent, error),
    });
  }

  /** What is told of an act beside itself: its id, how long ago it was done, and on which device. */
  private told({ id, madeAt, place }: Command): Record<string, string> {
    return {
      'Command-Id': id,
      'Command-Age': String(Math.max(0, this.clock.device() - madeAt)),
      'Device-Id': this.device.id,
      'Device-Name': encodeURIComponent(this.device.name()),
      'Device-Time': new Date(madeAt).toISOString(),
      'Device-Place': String(place),
      Prefer: 'return=minimal',
    };
  }

  private acknowledged(command: Command, reply: unknown): void {
    this.sending = null;
    this.answered();
    this.drop(command.id);
    this.outcomes.next({ command, reply });
    this.pump();
  }

  private failed(command: Command, error: unknown): void {
    this.sending = null;
    const problem = error instanceof ApiError ? error.problem : UNKNOWN;
    if (problem.status === 401) this.held.set('signed-out');
    else if (AWAY.has(problem.status)) this.waitLonger();
    else this.refuse(command, problem);
    this.pump();
  }

  private refuse(command: Command, refusal: Problem): void {
    const refused = { ...command, refusal };
    this.answered();
    this.put(refused);
    this.outcomes.next({ command: refused, reply: null });
  }

  private waitLonger(): void {
    this.held.set('away');
    this.resting = true;
    const wait = Math.min(FIRST_WAIT_MS * 2 ** this.failures, MOST_WAIT_MS);
    this.failures += 1;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => {
      this.resting = false;
      this.pump();
    }, wait);
  }

  private answered(): void {
    this.failures = 0;
    this.held.set(null);
  }

  private put(command: Command): void {
    this.shelf.put(command);
    this.list.update((all) => all.map((one) => (one.id === command.id ? command : one)));
  }
}

const UNKNOWN: Problem = {
  type: 'urn:ash-step:problem:unreadable',
  title: 'Cannot be read',
  status: 500,
  code: 'unreadable',
  fields: [],
  detail: 'The server’s answer could not be read. Try again.',
};
