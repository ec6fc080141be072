import type { Duplex } from 'node:stream';
import { type Command, LINE_MOST, formatLine } from '@ashstep/contract/instruments';

/** One connection an instrument speaks over, by network or wire: lines come in, commands go out. */
export class LineStream {
  private rest = '';

  constructor(
    private readonly wire: Duplex,
    onLine: (text: string) => void,
    onEnd: () => void,
  ) {
    wire.setEncoding('utf8');
    wire.on('data', (chunk: string) => {
      const lines = (this.rest + chunk).split(/\r?\n|\r/);
      this.rest = lines.pop()!;
      // What never ends is no line of ours.
      if (this.rest.length > LINE_MOST) this.rest = '';
      for (const line of lines) if (line.trim() !== '') onLine(line);
    });
    let ended = false;
    const end = (): void => {
      if (!ended) onEnd();
      ended = true;
    };
    wire.on('close', end);
    wire.on('error', () => wire.destroy());
  }

  say(command: Command): void {
    if (this.wire.writable) this.wire.write(`${formatLine(command)}\n`);
  }
}
