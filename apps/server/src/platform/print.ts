import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { unpackedFont } from './woff.js';

const require = createRequire(import.meta.url);

/** Points in a millimetre. */
export const MM = 72 / 25.4;

/** What a file is named by: a tag with nothing in it that a file system or a header minds. */
export const fileName = (tag: string): string => tag.replace(/[^A-Za-z0-9-]+/g, '-');

/** Fonts that sheets are set in, by what they are for: files of the packages they ship in. */
const PRINT_FONTS = {
  text: 'atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal',
  bold: 'atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal',
  head: 'archivo/files/archivo-latin-700-normal',
};
export type PrintFont = keyof typeof PRINT_FONTS;
let unpacked: (readonly [PrintFont, Buffer])[] | undefined;

/** Gives a document the fonts of the sheets; they are unpacked with the first that is printed. */
export function takeFonts(doc: PDFKit.PDFDocument): void {
  unpacked ??= (Object.keys(PRINT_FONTS) as PrintFont[]).map((name) => [name, unpackedFont(readFileSync(require.resolve(`@fontsource/${PRINT_FONTS[name]}.woff`)))]); // prettier-ignore
  for (const [name, font] of unpacked) doc.registerFont(name, font);
}
