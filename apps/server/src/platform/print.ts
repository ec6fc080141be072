import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);

/** Points in a millimetre. */
export const MM = 72 / 25.4;

/** A font that ships with the app, by its path within the packages of them. */
export const fontFile = (file: string): string => require.resolve(`@fontsource/${file}.woff`);

/** The time zone the shed's clocks go by. */
export const SHED_ZONE = new Intl.DateTimeFormat().resolvedOptions().timeZone;

const LOCAL = new Intl.DateTimeFormat('sv-SE', { dateStyle: 'short', timeStyle: 'short', timeZone: SHED_ZONE });

/** A moment by the shed's clocks, "2026-04-16 08:00"; a time read off one, without a zone, as it is. */
export const localTime = (iso: string): string => (/(?:Z|[+-]\d{2}:?\d{2})$/.test(iso) ? LOCAL.format(new Date(iso)) : iso.slice(0, 16).replace('T', ' '));

/** What a file is named by: a tag with nothing in it that a file system or a header minds. */
export const fileName = (tag: string): string => tag.replace(/[^A-Za-z0-9-]+/g, '-');
