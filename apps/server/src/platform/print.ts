import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { unpackedFont } from './woff.js';

const require = createRequire(import.meta.url);

/** Points in a millimetre. */
export const MM = 72 / 25.4;

/** A font that ships with the app, by its path within the packages of them. */
const fontOf = (file: string): Buffer => unpackedFont(readFileSync(require.resolve(`@fontsource/${file}.woff`)));

/** What a file is named by: a tag with nothing in it that a file system or a header minds. */
export const fileName = (tag: string): string => tag.replace(/[^A-Za-z0-9-]+/g, '-');

/** Fonts that sheets are set in, by what they are for. */
export const PRINT_FONTS = {
  text: fontOf('atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal'),
  bold: fontOf('atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal'),
  head: fontOf('archivo/files/archivo-latin-700-normal'),
};
