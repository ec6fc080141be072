import { GENERIC_PASTES, GENERIC_WHITES, type PigmentPaste, type WhiteGelCoat } from '@ashstep/core/colour';
import { GRITS, WET_FROM_GRIT } from '@ashstep/core/finish';
import { LIMITS } from '@ashstep/core/limits';
import { CORES, type Core, FABRICS, FILLERS, type Fabric, arealWeightOf } from '@ashstep/core/material';
import { HARDENERS, SYSTEMS, type SystemCard } from '@ashstep/core/resin';
import { GSM_PER_OUNCE_PER_SQUARE_FOOT, GSM_PER_OUNCE_PER_SQUARE_YARD } from '@ashstep/core/units';
import * as z from 'zod';
import { uuid } from './scalars.js';
import { entryId as id, entryName as name, within } from './inputs/pieces.js';
import { coreMaterial, fabric, filler } from './materials.js';
import { hardener, systemCard } from './resin-cards.js';

/** Abrasives a shed keeps, by grit. */
export interface Abrasive {
  id: string;
  name: string;
  grit: number;
  wet: boolean;
}
export const ABRASIVES: readonly Abrasive[] = GRITS.map((grit) => ({
  id: `grit-${grit}`,
  name: `Paper ${grit}${grit >= WET_FROM_GRIT ? ', wet' : ''}`,
  grit,
  wet: grit >= WET_FROM_GRIT,
}));

export const abrasive = z.strictObject({
  id,
  name,
  grit: z.number().int().min(16).max(10_000),
  wet: z.boolean(),
}) satisfies z.ZodType<Abrasive>;

/** Strengths a paste is drawn down at, at the least and the most. */
const DRAWDOWNS = { min: 2, max: 6 } as const;
export const pigmentPaste = z.strictObject({
  id,
  name,
  drawdowns: z
    .array(
      z.strictObject({
        percent: within(LIMITS.drawdownPercent),
        l: within(LIMITS.labL),
        a: within(LIMITS.labAB),
        b: within(LIMITS.labAB),
      }),
    )
    .min(DRAWDOWNS.min)
    .max(DRAWDOWNS.max)
    .refine((all) => new Set(all.map(({ percent }) => percent)).size >= DRAWDOWNS.min, 'Two strengths at the least.'),
}) satisfies z.ZodType<PigmentPaste>;

export const whiteGelCoat = z.strictObject({
  id,
  name,
  l: within(LIMITS.labL),
  a: within(LIMITS.labAB),
  b: within(LIMITS.labAB),
}) satisfies z.ZodType<WhiteGelCoat>;

/** One of the shop's own entries. What it is sits in `entry`, whose id is its own. */
export const libraryBody = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('fabric'), entry: fabric }),
  z.strictObject({ kind: z.literal('system'), entry: systemCard }),
  z.strictObject({ kind: z.literal('hardener'), entry: hardener }),
  z.strictObject({ kind: z.literal('core'), entry: coreMaterial }),
  z.strictObject({ kind: z.literal('filler'), entry: filler }),
  z.strictObject({ kind: z.literal('abrasive'), entry: abrasive }),
  z.strictObject({ kind: z.literal('pigment'), entry: pigmentPaste }),
  z.strictObject({ kind: z.literal('white'), entry: whiteGelCoat }),
]);
export type LibraryBody = z.infer<typeof libraryBody>;
export type LibraryKind = LibraryBody['kind'];
export const LIBRARY_KINDS = [
  'fabric',
  'system',
  'hardener',
  'core',
  'filler',
  'abrasive',
  'pigment',
  'white',
] as const satisfies readonly LibraryKind[];
export const LIBRARY_KIND_NAMES: Record<LibraryKind, string> = {
  fabric: 'Fabrics',
  system: 'Resins',
  hardener: 'Hardeners',
  core: 'Cores',
  filler: 'Fillers',
  abrasive: 'Abrasives',
  pigment: 'Pigments',
  white: 'White gel coats',
};

/** Own entries begin so, and no shipped one does. */
export const OWN_PREFIX = 'own-';
export const isOwn = (entryId: string): boolean => entryId.startsWith(OWN_PREFIX);

export type LibraryItem = LibraryBody & { own: boolean; retired: { at: string; by: string } | null };

/** The generic set shipped with the app. */
export const SHIPPED: readonly LibraryItem[] = [
  ...of('fabric', FABRICS as readonly Fabric[]),
  ...of('system', SYSTEMS as readonly SystemCard[]),
  ...of('hardener', HARDENERS),
  ...of('core', CORES as readonly Core[]),
  ...of('filler', FILLERS),
  ...of('abrasive', ABRASIVES),
  ...of('pigment', GENERIC_PASTES),
  ...of('white', GENERIC_WHITES),
];

function of(kind: LibraryKind, entries: readonly { id: string }[]): LibraryItem[] {
  return entries.map((entry) => ({ kind, entry, own: false, retired: null }) as LibraryItem);
}

const day = z.iso.date('Give a day, like 2026-04-16.');
/** A delivery of something in the library: what it is called on the tin, how long it keeps, what it cost. */
export const lotBody = z
  .strictObject({
    id: uuid,
    kind: z.enum(LIBRARY_KINDS),
    entryId: id,
    /** Which part of a two-part system it is. */
    part: z.enum(['whole', 'resin', 'hardener']),
    code: z.string().trim().min(1, 'This is still missing.').max(60),
    receivedOn: day,
    expiresOn: day.nullable(),
    packSize: z.number().gt(0).max(1e6),
    /** What a pack is measured in: grams, millilitres, square metres, running metres or pieces. */
    unit: z.enum(['g', 'ml', 'm2', 'm', 'piece']),
    packs: z.number().min(0).max(10_000),
    /** Of a pack, in the shop's own money; null when not noted. */
    price: z.number().min(0).max(1e6).nullable(),
  })
  .refine((lot) => lot.expiresOn === null || lot.expiresOn >= lot.receivedOn, {
    path: ['expiresOn'],
    message: 'It cannot have expired before it came.',
  });
/** A lot with what was drawn from it by the log since it was counted, g. */
export const lot = lotBody.extend({ usedUp: z.boolean(), drawnG: z.number().optional() });
export type LotBody = z.infer<typeof lotBody>;
export type Lot = z.infer<typeof lot>;

export const libraryReply = z.object({
  items: z.array(
    z.object({
      kind: z.enum(LIBRARY_KINDS),
      entry: z.object({ id, name }).loose(),
      own: z.boolean(),
      retired: z.object({ at: z.string(), by: z.string() }).nullable(),
    }),
  ),
  lots: z.array(lot),
});
/** The shop's own entries, retired ones too, and its lots. */
export interface LibraryReply {
  items: LibraryItem[];
  lots: Lot[];
}
export const setRetired = z.strictObject({ retired: z.boolean() });
export const setUsedUp = z.strictObject({ usedUp: z.boolean() });

/** Version of the library file; a later one reads every earlier one. */
export const LIBRARY_SCHEMA = 'ash-step/library/1';
export const libraryFile = z.strictObject({
  schema: z.literal(LIBRARY_SCHEMA),
  entries: z.array(z.unknown()).max(10_000),
  lots: z.array(z.unknown()).max(20_000),
});

/** What came of taking a file in: how many were taken, and every row left out with its reason. */
export interface ImportReply {
  taken: number;
  left: { row: number; reason: string }[];
  library: LibraryReply;
}

/**
 * Items found by words in any order, each at the start of a word of the name or anywhere in a figure; in use before retired.
 * Fast enough to run on every key over thousands.
 */
export function searchLibrary<T extends { name: string }>(items: readonly T[], text: string): readonly T[] {
  const ounces = byOunces(items, text);
  if (ounces) return ounces;
  const wanted = fold(text)
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);
  if (wanted.length === 0) return items;
  return items.filter((item) => {
    const hay = folded(item);
    return wanted.every((word) => (/^\d/.test(word) ? hay.includes(word) : hay.includes(` ${word}`)));
  });
}

/** Weights are sold in these steps: what is this near is meant, g/m². */
const OUNCES_APART = 0.12;

/**
 * Fabrics by ounces as the trade says them: mat by the square foot, cloth by the square yard, both where nobody said which; the nearest first. Null for
 * what is no weight in ounces, or no fabric.
 */
function byOunces<T extends { name: string }>(items: readonly T[], text: string): readonly T[] | null {
  const typed = /^\s*(\d+(?:[.,]\d+)?)\s*(?:oz|ounces?)\.?\s*(.*)$/i.exec(text);
  if (!typed) return null;
  const [ounces, rest] = [Number(typed[1]!.replace(',', '.')), typed[2]!.trim()];
  const away = (item: T): number => {
    if (!('ounceUnit' in item) || !('parts' in item)) return Infinity;
    const fabric = item as unknown as Fabric;
    const gsm =
      ounces * (fabric.ounceUnit === 'oz/ft2' ? GSM_PER_OUNCE_PER_SQUARE_FOOT : GSM_PER_OUNCE_PER_SQUARE_YARD);
    return Math.abs(Math.log(arealWeightOf(fabric) / gsm));
  };
  const found = items.filter((item) => away(item) <= OUNCES_APART).sort((a, b) => away(a) - away(b));
  return rest === '' ? found : searchLibrary(found, rest);
}

const FOLDED = new WeakMap<object, string>();
function folded(item: { name: string }): string {
  const known = FOLDED.get(item);
  if (known !== undefined) return known;
  const made = ` ${fold(item.name).replace(/[^\p{L}\p{N}]+/gu, ' ')}`;
  FOLDED.set(item, made);
  return made;
}

const fold = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase();
