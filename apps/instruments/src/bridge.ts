import type { Duplex } from 'node:stream';
import { type Line, LineError, formatLine, isCommand, parseLine } from '@ashstep/contract/instruments';
import { LineStream } from './line-stream.js';
import { NotPaired, type ServerLink, again } from './server-link.js';

/** What waits is sent together no sooner than this after what was sent before, ms. */
const BREATH_MS = 40;
/** Waited before the server is tried again, and the most, ms. */
const RETRY_MS: [number, number] = [500, 5_000];
/** Lines that go in one message. */
const MOST_LINES = 200;

interface Known {
  hello: string;
  over: LineStream;
  /** The last reading of each quantity. */
  last: Map<string, string>;
}

/**
 * Passes on what instruments say to the server, and what the server says to them. While the server is away only the last reading of each quantity is kept:
 * an old weight is of no use to anybody.
 */
export class Bridge {
  private readonly instruments = new Map<string, Known>();
  private readonly waiting = new Map<string, string>();
  private readonly stopping = new AbortController();
  private wake: (() => void) | null = null;
  private unpaired: (error: NotPaired) => void = () => undefined;
  /** Fails once the server knows the bridge no more. */
  readonly failed = new Promise<never>((_, reject) => (this.unpaired = reject));

  constructor(
    private readonly link: ServerLink,
    private readonly log: (words: string) => void = () => undefined,
  ) {
    this.failed.catch(() => undefined);
  }

  start(): void {
    const { signal } = this.stopping;
    const listen = (): Promise<void> => this.link.listen(() => this.greet(), (line) => this.pass(line), signal); // prettier-ignore
    for (const work of [listen, () => this.sendOn()])
      again(work, signal, RETRY_MS).catch((error: unknown) => {
        if (error instanceof NotPaired) this.unpaired(error);
      });
  }

  stop(): void {
    this.stopping.abort();
    this.wake?.();
  }

  /** Takes in one more connection, over whatever wire. */
  connect(wire: Duplex): void {
    const stream: LineStream = new LineStream(
      wire,
      (text) => this.hear(text, stream),
      () => this.lose(stream),
    );
  }

  private hear(text: string, over: LineStream): void {
    let line: Line;
    try {
      line = parseLine(text);
    } catch (error) {
      if (!(error instanceof LineError)) throw error;
      return this.log(`"${text.slice(0, 60)}": ${error.message}`);
    }
    if (line.verb === 'HELLO') {
      this.instruments.set(line.id, { hello: formatLine(line), over, last: new Map() });
      return this.queue(`HELLO ${line.id}`, formatLine(line));
    }
    const known = this.instruments.get(line.id);
    if (!known) return this.log(`${line.id} has not said who it is`);
    if (line.verb === 'READ') {
      known.last.set(line.quantity, formatLine(line));
      return this.queue(`READ ${line.id} ${line.quantity}`, formatLine(line));
    }
    this.queue(`${line.verb} ${line.id}`, formatLine(line));
  }

  private lose(stream: LineStream): void {
    for (const [id, { over }] of this.instruments) {
      if (over !== stream) continue;
      this.instruments.delete(id);
      for (const key of this.waiting.keys()) if (key.split(' ')[1] === id) this.waiting.delete(key);
      this.queue(`BYE ${id}`, formatLine({ verb: 'BYE', id }));
    }
  }

  /** Says anew who is there: the server may have forgotten, or may be another. */
  private greet(): void {
    for (const id of this.instruments.keys()) this.introduce(id);
  }

  private introduce(id: string): void {
    const known = this.instruments.get(id);
    if (!known) return;
    this.queue(`HELLO ${id}`, known.hello);
    for (const [quantity, line] of known.last) this.queue(`READ ${id} ${quantity}`, line);
  }

  private pass(text: string): void {
    const line = parseLine(text);
    if (isCommand(line)) this.instruments.get(line.id)?.over.say(line);
  }

  /** The last of its kind stands for those before it. */
  private queue(key: string, line: string): void {
    this.waiting.delete(key);
    this.waiting.set(key, line);
    this.wake?.();
  }

  private async sendOn(): Promise<void> {
    while (!this.stopping.signal.aborted) {
      if (this.waiting.size === 0) await new Promise<void>((resolve) => (this.wake = resolve));
      this.wake = null;
      const taken = [...this.waiting].slice(0, MOST_LINES);
      for (const [key] of taken) this.waiting.delete(key);
      if (taken.length === 0) continue;
      try {
        const heard = await this.link.send(taken.map(([, line]) => line));
        for (const { line, why } of heard.wrong) this.log(`the server did not take "${line}": ${why}`);
        for (const id of heard.unknown) this.introduce(id);
      } catch (error) {
        // What came in meanwhile is newer.
        for (const [key, line] of taken) if (!this.waiting.has(key)) this.waiting.set(key, line);
        throw error;
      }
      await new Promise((resolve) => setTimeout(resolve, BREATH_MS));
    }
  }
}
