import { appendFileSync, existsSync, readFileSync } from 'node:fs';
import type { Anchor } from './verify.js';

/** The seals told outside the database, one a line: number, hash, signature. A line that is none is skipped. */
export function readAnchors(file: string | null): Anchor[] {
  if (file === null || !existsSync(file)) return [];
  return readFileSync(file, 'utf8')
    .split('\n')
    .flatMap((line) => {
      const [, number, hash, signature] = /^(\d+) ([0-9a-f]{64}) ([0-9a-f]{128})$/.exec(line) ?? [];
      return number && hash && signature ? [{ number: Number(number), hash, signature }] : [];
    });
}

export function addAnchor(file: string | null, { number, hash, signature }: Anchor): void {
  if (file !== null) appendFileSync(file, `${number} ${hash} ${signature}\n`, { mode: 0o600 });
}
