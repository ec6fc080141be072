import { LIBRARY_KINDS, LIBRARY_SCHEMA, type LibraryBody, type LibraryKind, type Lot, OWN_PREFIX } from '@ashstep/contract';
import Papa from 'papaparse';
import { figureOf } from '../parts/csv';

/** Columns that hold words even when they look like a figure. */
const WORDS: readonly string[] = ['kind', 'id', 'name', 'use', 'entryId', 'part', 'code', 'unit', 'receivedOn', 'expiresOn', 'family', 'binder', 'ounceUnit', 'styrene', 'purpose'];
/** Of resins and hardeners, whose two sorts share the column of their chemistry. */
const CHEMISTRY = 'chemistry';
const LOT_EMPTY = ['expiresOn', 'price'] as const;

type Row = Record<string, string>;

/** Own entries and lots as one table: a column for every figure any of them has, a lot being the row with a code. */
export function libraryToCsv(items: readonly LibraryBody[], lots: readonly Lot[]): string {
  const rows = [...items.map(({ kind, entry }) => flat('kind' in entry ? { ...entry, kind, [CHEMISTRY]: entry.kind } : { ...entry, kind })), ...lots.map(({ usedUp: _, ...lot }) => flat(lot))];
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
  const { data } = Papa.parse<Row>(text, { header: true, skipEmptyLines: false, transformHeader: (name) => name.trim() });
  const [entries, lots]: [unknown, number][][] = [[], []];
  const left: LibraryCsv['left'] = [];
  data.forEach((row, i) => {
    const filled = Object.fromEntries(Object.entries(row).filter(([column, cell]) => column !== '' && typeof cell === 'string' && cell.trim() !== ''));
    const line = i + 2;
    if (Object.keys(filled).length === 0) return;
    const kind = LIBRARY_KINDS.find((name) => name === filled['kind']?.trim());
    if (!kind) left.push({ line, reason: `kind “${filled['kind'] ?? ''}” is not known. Use ${LIBRARY_KINDS.join(', ')}.` });
    else if (filled['code'] !== undefined) lots!.push([{ ...Object.fromEntries(LOT_EMPTY.map((name) => [name, null])), id: crypto.randomUUID(), ...nested(filled) }, line]);
    else entries!.push([bodyOf(kind, filled), line]);
  });
  return { file: { schema: LIBRARY_SCHEMA, entries: entries!.map(([row]) => row), lots: lots!.map(([row]) => row) }, lines: [...entries!, ...lots!].map(([, line]) => line), left };
}

function bodyOf(kind: LibraryKind, row: Row): { kind: LibraryKind; entry: unknown } {
  const { kind: _, [CHEMISTRY]: chemistry, ...fields } = row;
  const entry = { id: `${OWN_PREFIX}${crypto.randomUUID()}`, ...nested(fields) };
  return { kind, entry: chemistry === undefined ? entry : { ...entry, kind: chemistry } };
}

function flat(value: object, before = ''): Row {
  return Object.assign(
    {},
    ...Object.entries(value).map(([key, member]) => (member === null || member === undefined ? {} : typeof member === 'object' ? flat(member as object, `${before}${key}.`) : { [`${before}${key}`]: String(member) })),
  ) as Row;
}

function nested(row: Row): Record<string, unknown> {
  const made: Record<string, unknown> = {};
  for (const [path, cell] of Object.entries(row)) put(made, path.split('.'), typed(path, cell.trim()));
  return made;
}

/** Keys that are figures make a list. */
function put(into: Record<string, unknown>, [key, ...rest]: string[], value: unknown): void {
  if (rest.length === 0) into[key!] = value;
  else put((into[key!] ??= /^\d+$/.test(rest[0]!) ? [] : {}) as Record<string, unknown>, rest, value);
}

function typed(path: string, cell: string): unknown {
  const column = path.split('.').at(-1)!;
  if (WORDS.includes(column)) return cell;
  if (cell === 'true' || cell === 'false') return cell === 'true';
  return figureOf(cell) ?? cell;
}
