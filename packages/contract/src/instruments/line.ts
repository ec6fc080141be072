import * as z from 'zod';
import { QUANTITIES, instrumentKind, quantityName } from './quantities.js';

/** Letters a line has at the most. */
export const LINE_MOST = 400;

const id = z.string().regex(/^[\w.-]{1,40}$/, 'an id is of letters, figures, dots and dashes');
const number = z
  .string()
  .regex(/^-?\d{1,9}(\.\d{1,6})?$/, 'a figure is written like -12.5')
  .transform(Number);
const yes = z.enum(['yes', 'no']).transform((word) => word === 'yes');
const day = z.iso.date();

/** Who speaks, and what it can tell. Said at the beginning, and again whenever it is asked. */
const hello = z.strictObject({
  id,
  kind: instrumentKind,
  name: z.string().trim().min(1).max(40),
  calibrated: day.optional(),
  simulated: yes.optional(),
});

/** A reading. */
const read = z
  .strictObject({
    id,
    quantity: quantityName,
    value: z
      .string()
      .transform((text) => text.split(','))
      .pipe(z.array(number).min(1).max(3)),
    unit: z.string(),
    state: z.enum(['stable', 'moving']),
    battery: number.pipe(z.number().min(0).max(100)).optional(),
    at: z.iso.datetime().optional(),
  })
  .superRefine(({ quantity, value, unit }, context) => {
    const { unit: wanted, figures, min, max } = QUANTITIES[quantity];
    const wrong = (message: string): void => void context.addIssue({ code: 'custom', path: ['value'], message });
    if (unit !== wanted) wrong(`${quantity} is told in ${wanted}`);
    if (value.length !== figures) wrong(`${quantity} has ${figures} figure${figures > 1 ? 's' : ''}`);
    if (value.some((one) => one < min || one > max)) wrong(`${quantity} lies between ${min} and ${max} ${wanted}`);
  });

const did = z.enum(['ask', 'tare', 'calibrate', 'play']);
/** The verbs of the protocol with what belongs to each: what an instrument says, and what is said to it. */
const VERBS = {
  HELLO: hello,
  READ: read,
  OK: z.strictObject({ id, did }),
  ERROR: z.strictObject({ id, why: z.string().trim().min(1).max(120) }),
  BYE: z.strictObject({ id }),
  ASK: z.strictObject({ id }),
  TARE: z.strictObject({ id }),
  CALIBRATE: z.strictObject({ id, value: number.optional() }),
  PLAY: z.strictObject({ id, value: number }),
} as const;

export type Verb = keyof typeof VERBS;
export type Line = { [V in Verb]: { verb: V } & z.infer<(typeof VERBS)[V]> }[Verb];
export type Reading = Extract<Line, { verb: 'READ' }>;
/** What is said to an instrument. */
export type Command = Extract<Line, { verb: 'ASK' | 'TARE' | 'CALIBRATE' | 'PLAY' }>;
export type Said = Exclude<Line, Command>;

/** Whether a line is said to an instrument, not by one. */
export const isCommand = (line: Line): line is Command => ['ASK', 'TARE', 'CALIBRATE', 'PLAY'].includes(line.verb);

/** A line that cannot be taken, with the reason in words. */
export class LineError extends Error {}

const PAIR = /([a-z]+)=(?:"((?:[^"\\]|\\.)*)"|([^\s"]*))(?:\s+|$)/y;

/**
 * Takes one line of the protocol apart: `READ id=s1 quantity=mass value=45.6 unit=g state=stable`.
 * @throws LineError with what is wrong of it
 */
export function parseLine(text: string): Line {
  if (text.length > LINE_MOST) throw new LineError(`longer than ${LINE_MOST} letters`);
  const [, verb = '', rest = ''] = /^([A-Z]+)(?:\s+(.*))?$/.exec(text.trim()) ?? [];
  if (!(verb in VERBS)) throw new LineError(`"${text.slice(0, 20)}" begins with no known word`);
  const fields: Record<string, string> = {};
  PAIR.lastIndex = 0;
  while (PAIR.lastIndex < rest.length) {
    const at = PAIR.lastIndex;
    const found = PAIR.exec(rest);
    if (!found) throw new LineError(`"${rest.slice(at, at + 20)}" is no name=value`);
    const [, name, quoted, bare] = found;
    if (name! in fields) throw new LineError(`${name} is there twice`);
    fields[name!] = quoted === undefined ? bare! : quoted.replace(/\\(.)/g, '$1');
  }
  const told = VERBS[verb as Verb].safeParse(fields);
  if (!told.success) throw new LineError(told.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`).join('; ')); // prettier-ignore
  return { verb, ...told.data } as Line;
}

/** A line as it is sent; `parseLine` gives the same back. */
export function formatLine(line: Line): string {
  const { verb, ...fields } = line;
  const pairs = Object.entries(fields).flatMap(([name, value]) => (value === undefined ? [] : [`${name}=${word(value)}`])); // prettier-ignore
  return [verb, ...pairs].join(' ');
}

function word(value: string | number | boolean | readonly number[]): string {
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return figure(value);
  if (typeof value !== 'string') return value.map(figure).join(',');
  return /^[^\s"\\]+$/.test(value) ? value : `"${value.replace(/["\\]/g, '\\$&')}"`;
}

/** Six decimals at the most, never in powers of ten. */
const figure = (value: number): string => String(Number(value.toFixed(6)));
