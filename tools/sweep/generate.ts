import type { Seeded } from '../../packages/core/src/testing/seeded.js';

/** The part of JSON Schema that calculations use. */
export interface Schema {
  type?: string | readonly string[];
  properties?: Record<string, Schema>;
  required?: readonly string[];
  additionalProperties?: Schema | boolean;
  items?: Schema;
  minItems?: number;
  maxItems?: number;
  anyOf?: readonly Schema[];
  oneOf?: readonly Schema[];
  enum?: readonly unknown[];
  const?: unknown;
  minimum?: number;
  maximum?: number;
  exclusiveMinimum?: number;
  exclusiveMaximum?: number;
}

export interface Limits {
  min: number;
  max: number;
}

/** Limits the core has told of, by the path of a figure, places in lists left out: "plies.*.thicknessMm". */
export type Learned = Map<string, Limits>;

export const pathName = (path: readonly (string | number)[]): string =>
  path.map((part) => (typeof part === 'number' || /^\d+$/.test(part) ? '*' : part)).join('.');

/** Lists are made no longer than this. */
const LONGEST = 6;
const USUAL: Limits = { min: 0.01, max: 1000 };

/** Inputs for one schema, made from its example: figures inside their limits and on them, lists longer and shorter, choices taken otherwise, options left out. */
export class Generator {
  constructor(
    private readonly random: Seeded,
    private readonly learned: Learned,
    private readonly fixed: Readonly<
      Record<string, (random: Seeded, path: readonly (string | number)[]) => unknown>
    > = {},
    /** Share of its example's figures that an input changes. */
    private readonly boldness = 1,
  ) {}

  make(schema: Schema, example: unknown, path: (string | number)[] = []): unknown {
    const own = this.fixed[pathName(path)] ?? this.fixed[`**.${path.at(-1)}`];
    if (own) return own(this.random, path);
    if (schema.const !== undefined) return schema.const;
    if (example !== undefined && example !== null && typeof example !== 'object' && !this.chance(this.boldness))
      return example;
    if (schema.enum) return example !== undefined && this.chance(0.5) ? example : this.pick(schema.enum);
    const ways = schema.anyOf ?? schema.oneOf;
    if (ways) return this.make(this.wayOf(ways, example), example, path);
    if (schema.type === 'object' || schema.properties) return this.object(schema, example, path);
    if (schema.type === 'array') return this.list(schema, example, path);
    if (schema.type === 'number' || schema.type === 'integer') return this.figure(schema, example, path);
    if (schema.type === 'boolean') return this.chance(0.5);
    if (schema.type === 'null') return null;
    return example ?? 'x';
  }

  private chance(share: number): boolean {
    return this.random.between(0, 1) < share;
  }

  private pick<T>(list: readonly T[]): T {
    return list[Math.min(list.length - 1, Math.floor(this.random.between(0, list.length)))]!;
  }

  /** The way an example was made by, most of the time. */
  private wayOf(ways: readonly Schema[], example: unknown): Schema {
    const fitting = ways.filter((way) => fits(way, example));
    return fitting.length > 0 && this.chance(0.7) ? fitting[0]! : this.pick(ways);
  }

  private object(schema: Schema, example: unknown, path: (string | number)[]): Record<string, unknown> {
    const given = (typeof example === 'object' && example !== null && !Array.isArray(example) ? example : {}) as Record<
      string,
      unknown
    >;
    const made: Record<string, unknown> = {};
    for (const [name, inner] of Object.entries(schema.properties ?? {})) {
      const wanted = schema.required?.includes(name) ?? false;
      if (!wanted && !this.chance(name in given ? 1 - 0.15 * this.boldness : 0.25 * this.boldness)) continue;
      const value = this.make(inner, given[name], [...path, name]);
      if (value !== undefined) made[name] = value;
    }
    const { additionalProperties: rest } = schema;
    if (typeof rest === 'object')
      for (const [name, value] of Object.entries(given))
        if (!(name in made)) made[name] = this.make(rest, value, [...path, '*']);
    return made;
  }

  private list(schema: Schema, example: unknown, path: (string | number)[]): unknown[] {
    const given = Array.isArray(example) ? example : [];
    if (!schema.items) return given;
    const length =
      this.chance(1 - 0.4 * this.boldness) && given.length > 0
        ? given.length
        : Math.floor(this.random.between(0, LONGEST + 0.999));
    const count = Math.min(schema.maxItems ?? Infinity, Math.max(schema.minItems ?? 0, length));
    return Array.from({ length: count }, (_, i) =>
      this.make(schema.items!, given.length > 0 ? given[i % given.length] : undefined, [...path, i]),
    );
  }

  private figure(schema: Schema, example: unknown, path: (string | number)[]): number {
    const told = this.learned.get(pathName(path));
    const low = schema.minimum ?? schema.exclusiveMinimum;
    const high = schema.maximum ?? schema.exclusiveMaximum;
    const min = Math.max(low ?? -Infinity, told?.min ?? -Infinity);
    const max = Math.min(high ?? Infinity, told?.max ?? Infinity);
    const limits = {
      min: Number.isFinite(min) ? min : 0,
      max: Number.isFinite(max) ? max : Math.max(USUAL.max, 2 * Math.max(0, min)),
    };
    const value = this.valueIn(
      limits,
      typeof example === 'number' ? example : undefined,
      told !== undefined || low !== undefined,
    );
    return schema.type === 'integer' ? Math.round(value) : value;
  }

  private valueIn({ min, max }: Limits, example: number | undefined, known: boolean): number {
    const way = this.random.between(0, 1);
    if (example !== undefined && way < 0.3) return example;
    if (example !== undefined && way < 0.5) return example * 2 ** this.random.between(-2, 2);
    if (known && way < 0.56) return min;
    if (known && way < 0.62) return max;
    // A touch past the limits: it must be told, not thrown.
    if (known && way < 0.65) return max + Math.abs(max - min) * 1e-6 + 1e-6;
    if (way < 0.68) return 0;
    if (way < 0.7) return -this.random.between(0, 10);
    if (min >= 0 && way < 0.9) {
      const least = Math.max(min, USUAL.min, max * 1e-6);
      return least * (max / least) ** this.random.between(0, 1);
    }
    return this.random.between(min, max);
  }
}

function fits(schema: Schema, value: unknown): boolean {
  if (value === undefined) return false;
  if (schema.const !== undefined) return schema.const === value;
  if (schema.enum) return schema.enum.includes(value);
  if (schema.type === 'object' || schema.properties) {
    if (typeof value !== 'object' || value === null || Array.isArray(value)) return false;
    const given = value as Record<string, unknown>;
    return (
      (schema.required ?? []).every((name) => name in given) &&
      Object.entries(schema.properties ?? {}).every(
        ([name, inner]) => !(name in given) || inner.const === undefined || inner.const === given[name],
      )
    );
  }
  if (schema.type === 'array') return Array.isArray(value);
  if (schema.type === 'integer') return typeof value === 'number';
  return schema.type === (value === null ? 'null' : typeof value);
}
