import {
  LIBRARY_KINDS,
  LIBRARY_SCHEMA,
  type LibraryBody,
  type LibraryKind,
  type Lot,
  OWN_PREFIX,
} from '@ashstep/contract';
import Papa from 'papaparse';
import { figureOf } from '../parts/csv';

/** Columns that hold words even when they look like a figure. */
const WORDS: readonly string[] = [
  'kind',
  'id',
  'name',
  'use',
  'entryId',
  'part',
  'code',
  'unit',
  'receivedOn',
  'expiresOn',
  'family',
  'binder',
  'ounceUnit',
  'styrene',
  'purpose',
];
/** Of resins and hardeners, whose two sorts share the column of their chemistry. */
const CHEMISTRY = 'chemistry';
const LOT_EMPTY = ['expiresOn', 'price'] as const;

type Row = Record<string, string>;

/** Own entries and lots as one table: a column for every figure any of them has, a lot being the row with a code. */
export function libraryToCsv(items: readonly LibraryBody[], lots: readonly Lot[]): string {
  const rows = [
    ...items.map(({ kind, entry }) =>
      flat('kind' in entry ? { ...entry, kind, [CHEMISTRY]: entry.kind } : { ...entry, kind }),
    ),
    ...lots.map(({ usedUp: _, ...lot }) => flat(lot)),
  ];
  const fields = [...new Set(['kind', 'id', 'name', ...rows.flatMap((row) => Object.keys(row))])];
  return Papa.unparse({ fields, data: rows.map((row) => fields.map((field) => row[field] ?? '')) }, { newline: '\n' });
}

export interface LibraryCsv {
  file: { schema: string; entries: unknown[]; lots: unknown[] };
  /** Line in the text of every row of the file, entries first, then lots. */
  lines: number[];
  left: { line: number; reason: string }[];
}

/** A library file from comma-separated text. What the figures are worth the server tells row by row. Throws nothing. */
export function libraryFromCsv(text: string): LibraryCsv {
  const { data } = Papa.parse<Row>(text, {
    header: true,
    skipEmptyLines: false,
    transformHeader: (name) => name.trim(),
  });
  const [entries, lots]: [unknown, number][][] = [[], []];
  const left: LibraryCsv['left'] = [];
  data.forEach((row, i) => {
    const filled = Object.fromEntries(
      Object.entries(row).filter(([column, cell]) => column !== '' && typeof cell === 'string' && cell.trim() !== ''),
    );
    const line = i + 2;
    if (Object.keys(filled).length === 0) return;
    const kind = LIBRARY_KINDS.find((name) => name === filled['kind']?.trim());
    if (!kind)
      left.push({ line, reason: `kind “${filled['kind'] ?? ''}” is not known. Use ${LIBRARY_KINDS.join(', ')}.` });
    else {
      const { made, reason } = nested(filled);
      if (reason !== null) left.push({ line, reason });
      else if (filled['code'] !== undefined)
        lots!.push([
          { ...Object.fromEntries(LOT_EMPTY.map((name) => [name, null])), id: crypto.randomUUID(), ...made },
          line,
        ]);
      else entries!.push([bodyOf(kind, made), line]);
    }
  });
  return {
    file: { schema: LIBRARY_SCHEMA, entries: entries!.map(([row]) => row), lots: lots!.map(([row]) => row) },
    lines: [...entries!, ...lots!].map(([, line]) => line),
    left,
  };
}

function bodyOf(kind: LibraryKind, made: Record<string, unknown>): { kind: LibraryKind; entry: unknown } {
  const { kind: _, [CHEMISTRY]: chemistry, ...fields } = made;
  const entry = { id: `${OWN_PREFIX}${crypto.randomUUID()}`, ...fields };
  return { kind, entry: chemistry === undefined ? entry : { ...entry, kind: chemistry } };
}

function flat(value: object, before = ''): Row {
  return Object.assign(
    {},
    ...Object.entries(value).map(([key, member]) =>
      member === null || member === undefined
        ? {}
        : typeof member === 'object'
          ? flat(member as object, `${before}${key}.`)
          : { [`${before}${key}`]: String(member) },
    ),
  ) as Row;
}

/** Names that are no column: an object has them before anything is put into it. */
const NO_COLUMN: ReadonlySet<string> = new Set(['__proto__', 'constructor', 'prototype']);
/** No list of an entry is longer. */
const LONGEST = 100;

/** The row with its dotted columns put together, or why they do not go together. */
function nested(row: Row): { made: Record<string, unknown>; reason: string | null } {
  const made: Record<string, unknown> = {};
  for (const [path, cell] of Object.entries(row)) {
    const reason = put(made, path, path.split('.'), typed(path, cell.trim()));
    if (reason !== null) return { made, reason };
  }
  return { made, reason: null };
}

/** Keys that are figures make a list. */
function put(into: Record<string, unknown>, path: string, [key, ...rest]: string[], value: unknown): string | null {
  if (NO_COLUMN.has(key!)) return `column “${path}” cannot be used. Take it out.`;
  if (Array.isArray(into) && !(Number(key) < LONGEST))
    return `column “${path}” is no place in a list. Count from 0, up to ${LONGEST - 1}.`;
  const known = Object.hasOwn(into, key!) ? into[key!] : undefined;
  if (rest.length === 0) {
    if (known !== undefined) return `column “${path}” holds a value and is divided as well. Keep one of the two.`;
    into[key!] = value;
    return null;
  }
  if (known !== undefined && (typeof known !== 'object' || Array.isArray(known) !== /^\d+$/.test(rest[0]!)))
    return `column “${path}” divides what holds a value or is divided otherwise. Keep one of the two.`;
  return put((into[key!] ??= /^\d+$/.test(rest[0]!) ? [] : {}) as Record<string, unknown>, path, rest, value);
}

function typed(path: string, cell: string): unknown {
  const column = path.split('.').at(-1)!;
  if (WORDS.includes(column)) return cell;
  if (cell === 'true' || cell === 'false') return cell === 'true';
  return figureOf(cell) ?? cell;
}
