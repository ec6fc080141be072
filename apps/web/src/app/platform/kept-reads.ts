import { Injectable, inject, signal } from '@angular/core';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { Clock } from './clock';

interface Reads extends DBSchema {
  reads: {
    key: string;
    value: { path: string; owner: string; at: number; value: unknown };
    indexes: { at: number };
  };
}

/** What a page is worked from: the session, the board, open jobs, the library, the shed and its plan. */
const KEPT: readonly RegExp[] = [
  /^\/session$/,
  /^\/repairs$/,
  /^\/repairs\/[\da-f-]{36}$/,
  /^\/repairs\/[\da-f-]{36}\/photos$/,
  /^\/library$/,
  /^\/lots$/,
  /^\/shop$/,
  /^\/plan$/,
  /^\/find$/,
  /^\/craft$/,
];
const SESSION = '/session';
/** So many at the most; the oldest go. */
const MOST = 60;

/**
 * What the server told last, kept on this device for the person it was told to, so that the work goes on from it when a page is opened with no
 * network. A browser that lets nothing be stored keeps nothing.
 */
@Injectable({ providedIn: 'root' })
export class KeptReads {
  private readonly clock = inject(Clock);
  /** Whose they are; nobody's are kept while nobody is signed in. */
  private owner: string | null = null;
  private database: Promise<IDBPDatabase<Reads> | null> | null = null;
  /** When what is shown was told, ms since 1970; null while the server answers. */
  readonly since = signal<number | null>(null);

  /** Keeps what an address answered. */
  keep(path: string, value: unknown): void {
    this.since.set(null);
    if (path === SESSION) {
      this.owner = ownerOf(value);
      // A session that has ended leaves nothing behind either.
      if (this.owner === null) void this.forget();
    }
    if (this.owner === null || !KEPT.some((kept) => kept.test(path))) return;
    // The token is of this session alone.
    const kept = path === SESSION ? { ...(value as object), csrfToken: '' } : value;
    void this.put({ path, owner: this.owner, at: this.clock.moment(), value: kept });
  }

  /** What an address answered last, to the person who worked here last; null where nothing is kept of it. */
  async read<T>(path: string): Promise<T | null> {
    const database = await this.open();
    const found = await database?.get('reads', path).catch(() => undefined);
    if (!found || (path !== SESSION && found.owner !== this.owner)) return null;
    if (path === SESSION) this.owner = found.owner;
    this.since.set(found.at);
    return found.value as T;
  }

  /** Nothing of one who has signed out stays on the device. */
  async forget(): Promise<void> {
    this.owner = null;
    const database = await this.open();
    await database?.clear('reads').catch(() => undefined);
  }

  private async put(entry: Reads['reads']['value']): Promise<void> {
    const database = await this.open();
    if (!database) return;
    try {
      await database.put('reads', entry, entry.path);
      const tooMany = (await database.count('reads')) - MOST;
      if (tooMany <= 0) return;
      const old = await database.getAllKeysFromIndex('reads', 'at', null, tooMany);
      for (const path of old) await database.delete('reads', path);
    } catch {
      // A full store keeps what it has.
    }
  }

  private open(): Promise<IDBPDatabase<Reads> | null> {
    this.database ??= Promise.resolve()
      .then(() => openDB<Reads>('ash-step-reads', 2, { upgrade: made }))
      .catch(() => null);
    return this.database;
  }
}

/** The shelf as it is now; what an older one held is told again by the server. */
function made(database: IDBPDatabase<Reads>): void {
  if (database.objectStoreNames.contains('reads')) database.deleteObjectStore('reads');
  database.createObjectStore('reads').createIndex('at', 'at');
}

function ownerOf(session: unknown): string | null {
  return (session as { person?: { id: string } | null }).person?.id ?? null;
}
