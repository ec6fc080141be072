/** What can be found, the likeliest wanted first where two fit alike. */
export const FINDABLE_KINDS = ['part', 'job', 'action', 'craft', 'lot', 'entry', 'term'] as const;
export type FindableKind = (typeof FINDABLE_KINDS)[number];

/** Something the field finds: what it is called, what else is said of it, and where it leads. */
export interface Findable {
  kind: FindableKind;
  name: string;
  under: string;
  path: string;
  params?: Readonly<Record<string, string>>;
}

interface Key {
  of: Findable;
  name: string;
  all: string;
  rank: number;
}

const folded = (text: string): string => text.toLowerCase().normalize('NFD').replace(/\p{M}/gu, '');

/** Everything that can be found, ready to be searched while somebody types. */
export class FindIndex {
  private readonly keys: readonly Key[];

  constructor(all: readonly Findable[]) {
    this.keys = all.map((of) => {
      const name = folded(of.name);
      return { of, name, all: ` ${name} ${folded(of.under)}`, rank: FINDABLE_KINDS.indexOf(of.kind) };
    });
  }

  /** Those that hold every word typed, in any order: first where the name begins with it, then where words do, then the rest. */
  find(typed: string, most: number): Findable[] {
    const whole = folded(typed.trim());
    const words = whole.split(/\s+/).filter((word) => word !== '');
    if (words.length === 0) return [];
    const found: { key: Key; score: number }[] = [];
    for (const key of this.keys) {
      if (!words.every((word) => key.all.includes(word))) continue;
      const begins = words.filter((word) => key.all.includes(` ${word}`)).length;
      const score = (key.name.startsWith(whole) ? 0 : 100) + 10 * (words.length - begins) + key.rank;
      found.push({ key, score });
    }
    return found
      .sort((a, b) => a.score - b.score || a.key.name.length - b.key.name.length)
      .slice(0, most)
      .map(({ key }) => key.of);
  }
}
