import { setTimeout as wait } from 'node:timers/promises';

/** What the server says of lines it was sent. */
export interface Heard {
  unknown: string[];
  wrong: { line: string; why: string }[];
}

/** The server does not know this bridge's token: pairing it anew is all that helps. */
export class NotPaired extends Error {}

/** A stream the server says nothing on for so long has ended without a word, ms. */
const SILENT_MS = 50_000;

/** The way to the server: lines up, commands down. */
export class ServerLink {
  constructor(
    private readonly server: string,
    private readonly token: string,
  ) {}

  /** @throws NotPaired, or any other error while the server is away */
  async send(lines: readonly string[]): Promise<Heard> {
    const response = await this.ask('/lines', { method: 'POST', body: JSON.stringify({ lines }) });
    return (await response.json()) as Heard;
  }

  /** Hears what instruments are told, line by line, until the stream ends. @throws NotPaired, or any other error while the server is away */
  async listen(onOpen: () => void, onLine: (line: string) => void, stop: AbortSignal): Promise<void> {
    const silence = new AbortController();
    const ended = AbortSignal.any([stop, silence.signal]);
    const response = await this.ask('/commands', { signal: ended });
    onOpen();
    let watch = setTimeout(() => silence.abort(), SILENT_MS);
    const decoder = new TextDecoder();
    let rest = '';
    try {
      for await (const chunk of response.body!) {
        clearTimeout(watch);
        watch = setTimeout(() => silence.abort(), SILENT_MS);
        const lines = (rest + decoder.decode(chunk as Uint8Array, { stream: true })).split('\n');
        rest = lines.pop()!;
        for (const line of lines) if (line.startsWith('data: ')) onLine(line.slice('data: '.length));
      }
    } finally {
      clearTimeout(watch);
    }
  }

  private async ask(path: string, options: RequestInit): Promise<Response> {
    const headers = { Authorization: `Bearer ${this.token}`, 'Content-Type': 'application/json' };
    const response = await fetch(`${this.server}/api/bridge${path}`, { ...options, headers });
    if (response.status === 401) throw new NotPaired('The shed does not know this bridge. Pair it with a new code.');
    if (!response.ok) throw new Error(`the server answered ${response.status}`);
    return response;
  }
}

/** Gives a code of the screen for a token. @throws Error with what the server said of the code */
export async function pair(server: string, code: string, name: string): Promise<string> {
  const response = await fetch(`${server}/api/bridge/pair`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ code, name }),
  });
  const body = (await response.json()) as { token?: string; detail?: string };
  if (!body.token) throw new Error(body.detail ?? `the server answered ${response.status}`);
  return body.token;
}

/** Tries again and again, longer apart each time up to the most, until it is stopped or not paired. */
export async function again(
  work: () => Promise<void>,
  stop: AbortSignal,
  [first, most]: [number, number],
): Promise<void> {
  for (let pause = first; !stop.aborted; pause = Math.min(most, 2 * pause)) {
    const from = Date.now();
    try {
      await work();
    } catch (error) {
      if (error instanceof NotPaired) throw error;
    }
    if (Date.now() - from > most) pause = first;
    await wait(pause, undefined, { signal: stop }).catch(() => undefined);
  }
}
