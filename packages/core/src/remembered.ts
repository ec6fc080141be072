/** The latest of what was worked out, by name. Pages and servers stay open for weeks: so many are kept and no more. */
export class Remembered<T, K = string> {
  private readonly known = new Map<K, T>();

  constructor(private readonly most: number) {}

  /** What is known by a name, or made now. The one asked for last is forgotten last. */
  of(name: K, make: () => T): T {
    const known = this.known.get(name);
    const value = known === undefined ? make() : known;
    this.known.delete(name);
    this.known.set(name, value);
    if (this.known.size > this.most) this.known.delete(this.known.keys().next().value!);
    return value;
  }

  forget(name: K): void {
    this.known.delete(name);
  }
}
