import type { Request, Response } from 'express';
import pg from 'pg';
import type { Context } from './context.js';
import { CONNECT_MS } from './database.js';
import { IDLE_MS } from './sessions.js';

const HEARTBEAT_MS = 25_000;
const RETRY_MS = 1_000;
/** One person looks at so many pages at once. */
const MOST_STREAMS = 12;
const LASTS = "SELECT 1 FROM session WHERE sid = $1 AND expire > now() AND (sess ->> 'seenAt')::double precision > $2";

interface Listener {
  response: Response;
  sid: string;
  personId: string;
}

/** Hears of changes made through any server process and passes them on to the browsers of this one as server-sent events. */
export class ChangeFeed {
  private readonly listeners = new Set<Listener>();
  private client: pg.Client | null = null;
  private closed = false;

  private readonly hearers = new Map<string, (payload: string) => void>();

  constructor(private readonly context: Context) {
    const passOn = (channel: string, event: string): unknown => this.listen(channel, (payload) => this.send(`event: ${event}\ndata: ${payload}\n\n`)); // prettier-ignore
    passOn('repair_changed', 'repair');
    passOn('shop_changed', 'shop');
    passOn('instrument_said', 'instrument');
    this.listen('session_ended', (payload) => this.endOf(({ sid }) => sid === payload));
  }

  /** Hears of something said on a channel of the database, through any server process. */
  listen(channel: string, hear: (payload: string) => void): void {
    this.hearers.set(channel, hear);
    this.client?.query(`LISTEN ${pg.escapeIdentifier(channel)}`).catch(() => undefined);
  }

  async start(): Promise<void> {
    const client = new pg.Client({
      connectionString: this.context.config.databaseUrl,
      connectionTimeoutMillis: CONNECT_MS,
    });
    client.on('notification', ({ channel, payload }) => this.hearers.get(channel)?.(payload ?? '{}'));
    client.on('error', () => this.lost(client));
    client.on('end', () => this.lost(client));
    try {
      await client.connect();
      for (const channel of this.hearers.keys()) await client.query(`LISTEN ${pg.escapeIdentifier(channel)}`);
    } catch (error) {
      void client.end().catch(() => undefined);
      throw error;
    }
    if (this.closed) return client.end();
    this.client = client;
  }

  /** A stream of news for a person, until their session ends; the oldest of too many gives way. */
  readonly handler = (request: Request, response: Response): void => {
    const listener: Listener = { response, sid: request.sessionID, personId: request.session.personId ?? '' };
    const own = [...this.listeners].filter(({ personId }) => personId === listener.personId);
    for (const old of own.slice(0, Math.max(0, own.length - MOST_STREAMS + 1))) this.end(old);
    response.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' });
    response.write('retry: 1000\n\n');
    this.listeners.add(listener);
    const beat = setInterval(() => void this.beat(listener), HEARTBEAT_MS);
    request.on('close', () => {
      clearInterval(beat);
      this.listeners.delete(listener);
    });
  };

  async stop(): Promise<void> {
    this.closed = true;
    this.hangUp();
    await this.client?.end();
  }

  /** Browsers connect again by themselves, and then read what they may have missed. */
  private hangUp(): void {
    this.endOf(() => true);
  }

  private endOf(which: (listener: Listener) => boolean): void {
    for (const listener of [...this.listeners].filter(which)) this.end(listener);
  }

  private end(listener: Listener): void {
    this.listeners.delete(listener);
    listener.response.end();
  }

  /** Shows that the stream is there, and ends it where its session has run out. */
  private async beat(listener: Listener): Promise<void> {
    listener.response.write(': still here\n\n');
    const { rowCount } = await this.context.pool
      .query(LASTS, [listener.sid, this.context.now().getTime() - IDLE_MS])
      .catch(() => ({ rowCount: 1 }));
    if (rowCount === 0) this.end(listener);
  }

  private send(text: string): void {
    for (const { response } of this.listeners) response.write(text);
  }

  /** The connection that listens has ended: another is made. One that never listened is not missed. */
  private lost(client: pg.Client): void {
    if (this.client !== client) return;
    this.client = null;
    this.startAgain();
  }

  private startAgain(): void {
    if (this.closed) return;
    setTimeout(
      () =>
        this.start()
          .then(() => this.hangUp())
          .catch(() => this.startAgain()),
      RETRY_MS,
    ).unref();
  }
}
