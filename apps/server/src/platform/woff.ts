import { inflateSync } from 'node:zlib';

const [HEAD, WOFF_HEAD, ENTRY, WOFF_ENTRY] = [12, 44, 16, 20];

/**
 * A font as it is used, from one packed for the web (WOFF 1.0). What sets the sheets would unpack all outlines anew for every letter.
 * @throws {Error} where the file is not such a font
 */
export function unpackedFont(woff: Buffer): Buffer {
  if (woff.toString('latin1', 0, 4) !== 'wOFF') throw new Error('not a WOFF font');
  const count = woff.readUInt16BE(12);
  const tables = Array.from({ length: count }, (_, i) => {
    const at = WOFF_HEAD + i * WOFF_ENTRY;
    const [offset, packed, length] = [4, 8, 12].map((field) => woff.readUInt32BE(at + field)) as [
      number,
      number,
      number,
    ];
    const stored = woff.subarray(offset, offset + packed);
    return { tag: woff.subarray(at, at + 4), check: woff.subarray(at + 16, at + 20), length, body: packed < length ? inflateSync(stored) : stored }; // prettier-ignore
  });
  const font = Buffer.alloc(HEAD + count * ENTRY + tables.reduce((sum, { length }) => sum + padded(length), 0));
  woff.copy(font, 0, 4, 8);
  const powers = Math.floor(Math.log2(count));
  [count, 2 ** powers * ENTRY, powers, (count - 2 ** powers) * ENTRY].forEach((n, i) =>
    font.writeUInt16BE(n, 4 + 2 * i),
  );
  let offset = HEAD + count * ENTRY;
  tables.forEach(({ tag, check, length, body }, i) => {
    const at = HEAD + i * ENTRY;
    tag.copy(font, at);
    check.copy(font, at + 4);
    font.writeUInt32BE(offset, at + 8);
    font.writeUInt32BE(length, at + 12);
    body.copy(font, offset);
    offset += padded(length);
  });
  return font;
}

/** Tables begin at whole words of four bytes. */
const padded = (length: number): number => (length + 3) & ~3;
