import type { Request, Response } from 'express';
import pg from 'pg';
import type { Context } from './context.js';
import { CONNECT_MS } from './database.js';

const HEARTBEAT_MS = 25_000;
const RETRY_MS = 1_000;

/** Hears of changes made through any server process and passes them on to the browsers of this one as server-sent events. */
export class ChangeFeed {
  private readonly listeners = new Set<Response>();
  private client: pg.Client | null = null;
  private closed = false;

  constructor(private readonly context: Context) {}

  async start(): Promise<void> {
    const client = new pg.Client({ connectionString: this.context.config.databaseUrl, connectionTimeoutMillis: CONNECT_MS });
    client.on('notification', ({ channel, payload }) => this.send(`event: ${channel === 'shop_changed' ? 'shop' : 'repair'}\ndata: ${payload ?? '{}'}\n\n`));
    client.on('error', () => this.lost(client));
    client.on('end', () => this.lost(client));
    try {
      await client.connect();
      await client.query('LISTEN repair_changed');
      await client.query('LISTEN shop_changed');
    } catch (error) {
      void client.end().catch(() => undefined);
      throw error;
    }
    if (this.closed) return client.end();
    this.client = client;
  }

  readonly handler = (request: Request, response: Response): void => {
    response.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' });
    response.write('retry: 1000\n\n');
    this.listeners.add(response);
    const beat = setInterval(() => response.write(': still here\n\n'), HEARTBEAT_MS);
    request.on('close', () => {
      clearInterval(beat);
      this.listeners.delete(response);
    });
  };

  async stop(): Promise<void> {
    this.closed = true;
    this.hangUp();
    await this.client?.end();
  }

  /** Browsers connect again by themselves, and then read what they may have missed. */
  private hangUp(): void {
    for (const response of this.listeners) response.end();
  }

  private send(text: string): void {
    for (const response of this.listeners) response.write(text);
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
