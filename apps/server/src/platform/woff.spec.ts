import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import PDFDocument from 'pdfkit';
import { unpackedFont } from './woff.js';

const require = createRequire(import.meta.url);
const packed = readFileSync(require.resolve('@fontsource/archivo/files/archivo-latin-700-normal.woff'));

/** Sum of a table's words of 32 bits, as the directory of a font holds it. */
function sum(table: Buffer): number {
  const whole = Buffer.concat([table, Buffer.alloc((4 - (table.length % 4)) % 4)]);
  let total = 0;
  for (let at = 0; at < whole.length; at += 4) total = (total + whole.readUInt32BE(at)) >>> 0;
  return total;
}

describe('a font packed for the web', () => {
  const font = unpackedFont(packed);
  const tables = Array.from({ length: font.readUInt16BE(4) }, (_, i) => {
    const at = 12 + 16 * i;
    const [check, offset, length] = [4, 8, 12].map((field) => font.readUInt32BE(at + field)) as [
      number,
      number,
      number,
    ];
    return { tag: font.toString('latin1', at, at + 4), check, offset, length };
  });

  it('is as large unpacked as it says it will be', () => {
    expect(font.length).toBe(packed.readUInt32BE(16));
  });

  it('has every table whole, by the sum the directory holds of it', () => {
    expect(tables.map(({ tag }) => tag)).toContain('glyf');
    for (const { tag, check, offset, length } of tables) {
      const table = Buffer.from(font.subarray(offset, offset + length));
      // The head is summed without its own sum of the whole.
      if (tag === 'head') table.writeUInt32BE(0, 8);
      expect(sum(table)).withContext(tag).toBe(check);
    }
  });

  it('is one a search by halves finds its way in', () => {
    const powers = Math.floor(Math.log2(tables.length));
    expect([6, 8, 10].map((at) => font.readUInt16BE(at))).toEqual([2 ** powers * 16, powers, (tables.length - 2 ** powers) * 16]); // prettier-ignore
  });

  it('measures text as the packed one does', () => {
    const width = (source: Buffer): number =>
      new PDFDocument().font(source).fontSize(100).widthOfString('Grind back 12:1');
    expect(width(font)).toBeCloseTo(width(packed), 9);
  });

  it('is refused where it is none', () => {
    expect(() => unpackedFont(Buffer.from('%PDF-1.7 and more'))).toThrowError('not a WOFF font');
  });
});
