import { Injectable, signal } from '@angular/core';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Command } from './command';

interface Shelves extends DBSchema {
  commands: { key: string; value: Command };
}

/** The browser's own store of commands, made when it is first opened. */
export const openShelves = (): Promise<IDBPDatabase<Shelves>> =>
  openDB<Shelves>('ash-step', 1, {
    upgrade: (database) => void database.createObjectStore('commands', { keyPath: 'id' }),
  });

/** A command that is changed again and again, as by a drag, is written once in so long, ms. */
const PACE_MS = 250;

export interface KeptForOthers {
  name: string;
  count: number;
}

/**
 * Where commands wait over a reload, a closed browser or a flat battery. A browser that is full or lets nothing be stored keeps
 * them as long as the page is open, and that is said.
 */
@Injectable({ providedIn: 'root' })
export class CommandShelf {
  /** This page, for as long as it is open: what a closed one left is taken over by those that are. */
  readonly tab = crypto.randomUUID();
  private readonly reason = signal<'full' | 'forbidden' | null>(null);
  /** Why nothing outlives this page; null where it does. */
  readonly unkept = this.reason.asReadonly();

  private readonly here = new Map<string, Command>();
  /** Being written, and what is to be written after it. */
  private readonly writing = new Map<string, Command | 'gone' | null>();
  private readonly database: Promise<IDBPDatabase<Shelves> | null>;
  /** Commands that wait for their next writing, with what ends the wait. */
  private readonly paced = new Map<string, () => void>();

  constructor() {
    // The page may be gone in a moment: what waits is written now.
    const hurry = (): void => this.paced.forEach((go) => go());
    window.addEventListener('pagehide', hurry);
    document.addEventListener('visibilitychange', hurry);
    this.database = Promise.resolve()
      .then(() => openShelves())
      .catch(() => {
        this.reason.set('forbidden');
        return null;
      });
    // Held as long as the page is open, by which others know that it is.
    void navigator.locks?.request(lockOf(this.tab), () => new Promise(() => undefined)).catch(() => undefined);
  }

  put(command: Command): void {
    this.here.set(command.id, command);
    this.write(command.id, command);
  }

  remove(id: string): void {
    this.here.delete(id);
    this.write(id, 'gone');
  }

  /** Everything a person left here and nobody else is sending, in the order it was done; it is this page's from now on. */
  async takeOver(personId: string): Promise<Command[]> {
    const open = await openTabs();
    const kept = await this.all();
    const mine = kept.filter(
      (command) => command.personId === personId && (command.tab === this.tab || !open.has(lockOf(command.tab))),
    );
    for (const command of mine) if (command.tab !== this.tab) this.put({ ...command, tab: this.tab });
    return mine.map((command) => ({ ...command, tab: this.tab })).sort((a, b) => a.place - b.place);
  }

  /** How much is kept here for whom, but for one person. */
  async keptForOthers(personId: string | null): Promise<KeptForOthers[]> {
    const counts = new Map<string, KeptForOthers>();
    for (const command of await this.all()) {
      if (command.personId === personId) continue;
      counts.set(command.personId, { name: command.personName, count: (counts.get(command.personId)?.count ?? 0) + 1 });
    }
    return [...counts.values()];
  }

  private async all(): Promise<Command[]> {
    const database = await this.database;
    const stored = await (database?.getAll('commands') ?? Promise.resolve([])).catch(() => []);
    return [
      ...new Map(
        [...stored.filter(({ id }) => this.writing.get(id) !== 'gone'), ...this.here.values()].map((command) => [
          command.id,
          command,
        ]),
      ).values(),
    ];
  }

  /** One write of a command at a time: what changes meanwhile is written as it is a moment later. */
  private write(id: string, what: Command | 'gone'): void {
    const busy = this.writing.has(id);
    this.writing.set(id, busy || what === 'gone' ? what : null);
    if (!busy) void this.writeOne(id, what);
  }

  private async pause(id: string): Promise<void> {
    await new Promise<void>((go) => {
      setTimeout(go, PACE_MS);
      this.paced.set(id, go);
    });
    this.paced.delete(id);
  }

  private async writeOne(id: string, what: Command | 'gone'): Promise<void> {
    try {
      const database = await this.database;
      if (what === 'gone') await database?.delete('commands', id);
      else if (database) await putForGood(database, what);
      if (database && this.reason() === 'full') this.reason.set(null);
    } catch {
      this.reason.set('full');
    }
    if (this.writing.get(id)) await this.pause(id);
    const next = this.writing.get(id);
    if (next && next !== what) {
      this.writing.set(id, next === 'gone' ? next : null);
      await this.writeOne(id, next);
    } else this.writing.delete(id);
  }
}

/** On the disk, and not only on its way there, when it is done: what was typed outlives a battery that goes flat. */
async function putForGood(database: IDBPDatabase<Shelves>, command: Command): Promise<void> {
  const work = database.transaction('commands', 'readwrite', { durability: 'strict' });
  await Promise.all([work.store.put(command), work.done]);
}

const lockOf = (tab: string): string => `ash-step.tab.${tab}`;

async function openTabs(): Promise<Set<string>> {
  const { held } = (await navigator.locks?.query().catch(() => null)) ?? { held: [] };
  return new Set((held ?? []).map(({ name }) => name ?? ''));
}
