/** The latest of what was worked out, by name. Pages and servers stay open for weeks: so many are kept and no more. */
export class Remembered<T, K = string> {
  private readonly known = new Map<K, T>();
  private latest: K | undefined;

  constructor(private readonly most: number) {}

  /** What is known by a name, or made now. The one asked for last is forgotten last. */
  of(name: K, make: () => T): T {
    const known = this.known.get(name);
    // Nothing is to be moved: it is the latest already.
    if (known !== undefined && name === this.latest) return known;
    const value = known === undefined ? make() : known;
    this.known.delete(name);
    this.known.set(name, value);
    this.latest = name;
    if (this.known.size > this.most) this.known.delete(this.known.keys().next().value!);
    return value;
  }

  forget(name: K): void {
    this.known.delete(name);
  }
}

/**
 * A function that does not work out again what it was asked last of the very same things: sections of a job that a drag leaves alone, a card. What it
 * is asked with, and what it answers, is never changed in place.
 * @param most of so many askings, for a page or a server has several jobs before it
 */
export function kept<A extends readonly unknown[], T>(work: (...of: A) => T, most = 16): (...of: A) => T {
  const known: { of: A; answer: T }[] = [];
  return (...of) => {
    const at = known.findIndex((one) => one.of.length === of.length && one.of.every((it, i) => Object.is(it, of[i])));
    const found = at < 0 ? { of, answer: work(...of) } : known[at]!;
    if (at > 0) known.splice(at, 1);
    if (at !== 0) known.unshift(found);
    if (known.length > most) known.pop();
    return found.answer;
  };
}
