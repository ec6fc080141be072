import * as z from 'zod';

/** Where in a section something changed: a JSON Pointer (RFC 6901), empty for the section itself. */
const pointer = z
  .string()
  .max(400)
  .regex(/^(?:\/(?:[^~/]|~[01])*)*$/);

/**
 * One difference between two states of a section. A value: what it was and is, left out where there was or is none. A list: from
 * which place on which members went out and which came in.
 */
export const change = z.union([
  z.strictObject({
    path: pointer,
    at: z.number().int().min(0).max(1_000_000),
    out: z.array(z.unknown()),
    in: z.array(z.unknown()),
  }),
  z.strictObject({ path: pointer, was: z.unknown().optional(), is: z.unknown().optional() }),
]);
export type Change = z.infer<typeof change>;

/** Changes of one section, to be made to whatever it is by now. */
export const patchSection = z.strictObject({ changes: z.array(change).min(1).max(2000) });

type Json = Record<string, unknown>;

/** Something else was changed at the same place meanwhile. */
export class ChangeClash extends Error {
  constructor(readonly path: string) {
    super(`changed meanwhile: ${path}`);
  }
}

/** What lies between two states, the smallest pieces first found: fields one by one, lists by the stretch that differs. */
export function changesBetween(was: unknown, is: unknown, path = ''): Change[] {
  if (Object.is(was, is)) return [];
  if (isList(was) && isList(is)) return listChange(was, is, path);
  if (isObject(was) && isObject(is)) {
    const names = [...new Set([...Object.keys(was), ...Object.keys(is)])];
    return names.flatMap((name) => changesBetween(own(was, name), own(is, name), `${path}/${escape(name)}`));
  }
  if (sameJson(was, is)) return [];
  return [{ path, ...(was === undefined ? {} : { was }), ...(is === undefined ? {} : { is }) }];
}

function listChange(was: readonly unknown[], is: readonly unknown[], path: string): Change[] {
  const shorter = Math.min(was.length, is.length);
  let at = 0;
  while (at < shorter && sameJson(was[at], is[at])) at++;
  let tail = 0;
  while (tail < shorter - at && sameJson(was[was.length - 1 - tail], is[is.length - 1 - tail])) tail++;
  const [out, came] = [was.slice(at, was.length - tail), is.slice(at, is.length - tail)];
  return out.length + came.length === 0 ? [] : [{ path, at, out, in: came }];
}

/**
 * Makes changes to a state that may have gone on since they were worked out. A field must still be what it was, or already what
 * it is to be; what goes out of a list is looked for by its value, and what is gone already stays gone; what comes in comes in.
 * Where nothing had to be done the state itself is given back.
 * @throws ChangeClash where something else was changed at the same place
 */
export function applyChanges<T>(state: T, changes: readonly Change[]): T {
  return changes.reduce<unknown>(
    (current, one) => at(current, steps(one.path), (value) => applied(value, one), one.path),
    state,
  ) as T;
}

/** Makes changes whatever was done at their places meanwhile: the last word where two say different things. */
export function insistOn<T>(state: T, changes: readonly Change[]): T {
  return changes.reduce<unknown>((current, one) => {
    try {
      return applyChanges(current, [one]);
    } catch (error) {
      if (!(error instanceof ChangeClash)) throw error;
      return at(
        current,
        steps(one.path),
        (value) => ('at' in one ? [...(isList(value) ? value : []), ...one.in] : one.is),
        one.path,
        true,
      );
    }
  }, state) as T;
}

/** Takes changes back, in a state in which they are the last. @throws ChangeClash as `applyChanges` */
export function undoChanges<T>(state: T, changes: readonly Change[]): T {
  return applyChanges(state, [...changes].reverse().map(turned));
}

const turned = (one: Change): Change =>
  'at' in one
    ? { path: one.path, at: one.at, out: one.in, in: one.out }
    : { path: one.path, ...('is' in one ? { was: one.is } : {}), ...('was' in one ? { is: one.was } : {}) };

function applied(value: unknown, one: Change): unknown {
  if (!('at' in one)) {
    if (sameJson(value, one.is)) return value;
    if (sameJson(value, one.was)) return one.is;
    throw new ChangeClash(one.path);
  }
  if (!isList(value)) throw new ChangeClash(one.path);
  const place = one.out.length === 0 ? Math.min(one.at, value.length) : nearestRun(value, one.out, one.at);
  if (place >= 0) return [...value.slice(0, place), ...one.in, ...value.slice(place + one.out.length)];
  const untouched =
    one.in.length === 0
      ? one.out.every((gone) => !value.some((member) => sameJson(member, gone)))
      : nearestRun(value, one.in, one.at) >= 0;
  if (untouched) return value;
  throw new ChangeClash(one.path);
}

/** Where a run of members begins in a list, as near as may be to a place; -1 where it is not in it. */
function nearestRun(list: readonly unknown[], run: readonly unknown[], near: number): number {
  const isAt = (start: number): boolean =>
    start >= 0 && start + run.length <= list.length && run.every((member, i) => sameJson(list[start + i], member));
  for (let off = 0; off <= Math.max(near, list.length); off++) {
    if (isAt(near - off)) return near - off;
    if (isAt(near + off)) return near + off;
  }
  return -1;
}

/** The state with the value at a place replaced by what the work makes of it. */
function at(
  state: unknown,
  [step, ...rest]: readonly string[],
  work: (value: unknown) => unknown,
  path: string,
  make = false,
): unknown {
  if (step === undefined) return work(state);
  if (!isObject(state)) {
    if (make) return at({}, [step, ...rest], work, path, make);
    throw new ChangeClash(path);
  }
  const { [step]: before, ...others } = state;
  const value = at(own(state, step), rest, work, path, make);
  if (value === before) return state;
  return value === undefined ? others : { ...state, [step]: value };
}

const own = (object: Json, name: string): unknown => (Object.hasOwn(object, name) ? object[name] : undefined);
const isList = (value: unknown): value is readonly unknown[] => Array.isArray(value);
const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const escape = (name: string): string => name.replaceAll('~', '~0').replaceAll('/', '~1');
const steps = (path: string): string[] =>
  path
    .split('/')
    .slice(1)
    .map((step) => step.replaceAll('~1', '/').replaceAll('~0', '~'));

/** Whether two values are the same once written as JSON: a field that is undefined is none. */
export function sameJson(a: unknown, b: unknown): boolean {
  if (Object.is(a, b) || (a === 0 && b === 0)) return true;
  if (isList(a) && isList(b)) return a.length === b.length && a.every((member, i) => sameJson(member, b[i]));
  if (!isObject(a) || !isObject(b)) return false;
  const names = new Set([...Object.keys(a), ...Object.keys(b)]);
  return [...names].every((name) => sameJson(own(a, name), own(b, name)));
}
