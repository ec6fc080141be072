import { CALCULATIONS, errorWords } from '@ashstep/contract';
import { CURE_CARDS, type CureCard } from '@ashstep/core/cure';
import { CoreError } from '@ashstep/core/errors';
import { CORES, FABRICS } from '@ashstep/core/material';
import { NEW_REPAIR } from '@ashstep/core/repair';
import * as z from 'zod';
import { type Seeded, seeded } from '../../packages/core/src/testing/seeded.js';
import { Generator, type Learned, type Schema, pathName } from './generate.js';
import { LAWS } from './laws.js';

/** Something no calculation may do, with the input that made it. */
export interface Finding {
  calculation: string;
  what: string;
  input: unknown;
}

export interface Swept {
  calculation: string;
  inputs: number;
  /** Inputs refused with a told error. */
  told: number;
  /** Laws that were looked at, and how often. */
  lawsHeld: number;
  slowestMs: number;
  findings: Finding[];
}

type Run = (input: unknown) => unknown;
type Fixed = Readonly<Record<string, (random: Seeded, path: readonly (string | number)[]) => unknown>>;

/** What would take minutes is kept small: searches are cut short, and times followed. */
const someTime = (random: Seeded): string =>
  `2026-0${random.whole(3, 5)}-1${random.whole(0, 9)}T${String(random.whole(0, 23)).padStart(2, '0')}:00`;
const none = (): undefined => undefined;
const idOf = (table: readonly { id: string }[]) => (random: Seeded): string => random.oneOf(table).id; // prettier-ignore

/** A shipped cure card at another speed, and none half of the time. */
function someCard(random: Seeded): CureCard | undefined {
  if (random.chance(0.5)) return undefined;
  const card = random.oneOf(CURE_CARDS);
  const faster = 2 ** random.between(-2, 2);
  const { k1, k2 } = card.kinetics;
  return {
    ...card,
    kinetics: { ...card.kinetics, k1: { ...k1, aPerS: faster * k1.aPerS }, k2: { ...k2, aPerS: faster * k2.aPerS } },
  };
}

const KEPT_SMALL: Readonly<Record<string, Fixed>> = {
  nest: { tries: () => 2 },
  schedule: {
    tries: () => 2,
    'tasks.*.id': (_, path) => `t${String(path[1])}`,
    'tasks.*.after.*.id': (random, path) => `t${random.whole(0, Math.max(0, Number(path[1]) - 1))}`,
    'tasks.*.untilAt': (random) => (random.chance(0.1) ? someTime(random) : undefined),
    'tasks.*.notBefore': (random) => (random.chance(0.3) ? someTime(random) : undefined),
    'tasks.*.pinnedAt': (random) => (random.chance(0.1) ? someTime(random) : undefined),
    'tasks.*.actual': none,
    'tasks.*.skill': none,
    'tasks.*.people': none,
    'people.*.away': none,
    'people.*.hours': none,
    hours: (random) =>
      random.chance(0.5)
        ? { fromMin: random.whole(0, 600), toMin: random.whole(900, 1440), openDays: [1, 2, 3, 4, 5] }
        : undefined,
    air: none,
  },
  'fit-card': { mostSteps: () => 8, from: someCard },
  'film-time': { card: (random) => someCard(random) ?? CURE_CARDS[1] },
  'through-cure': {
    hours: (random) => random.between(0.05, 4),
    sliceMm: (random) => random.between(0.3, 5),
    card: someCard,
  },
  'solve-stack': { mostTried: (random) => random.whole(1, 400), maxPlies: (random) => random.whole(1, 5) },
  weather: { hours: (random) => Math.round(random.between(1, 100)) },
  'pot-exotherm': { hours: (random) => random.between(0.1, 10), card: someCard },
  repair: {
    survey: () => NEW_REPAIR.survey,
    severity: () => NEW_REPAIR.severity,
    '**.own': none,
    '**.fabricId': idOf(FABRICS),
    '**.coreId': idOf(CORES),
    '**.startAt': (random) => (random.chance(0.8) ? someTime(random) : null),
  },
};

/** Of large inputs few figures are changed at once, or nothing would fit together. */
const BOLDNESS: Readonly<Record<string, number>> = {
  repair: 0.05,
  schedule: 0.4,
  homography: 0.15,
  nest: 0.4,
  'solve-stack': 0.4,
  match: 0.5,
  polar: 0.5,
  laminate: 0.6,
  'equivalent-age': 0.4,
  quantities: 0.3,
  drying: 0.4,
  stack: 0.5,
  pieces: 0.5,
  footprint: 0.5,
  'smallest-batch': 0.4,
  'batch-plan': 0.5,
  trials: 0.4,
  'fit-card': 0.4,
};

/** Masses, times, areas and sizes: nothing that is so named is less than nothing. */
const NEVER_NEGATIVE =
  /(?:^|[a-z])(?:G|Gsm|Ml|Kg|Hours|areaMm2|volumeMm3|perimeterMm|lengthMm|widthMm|thicknessMm|smallestG|massG)$|^(?:gelMin|peakMin|workMin|layMin|dueMin|totalMin|handsMin|totalMm|resinG|secondG)$/;

/** Figures so named are differences, and may be. */
const SIGNED = new Set(['readsG', 'coordinateMm']);

function oddities(value: unknown, path: string, found: string[]): void {
  if (found.length > 3) return;
  if (typeof value === 'number') {
    const name = path.split('.').filter((part) => !/^\d+$/.test(part)).at(-1) ?? ''; // prettier-ignore
    if (!Number.isFinite(value)) found.push(`${path} is ${value}`);
    else if (value < -1e-9 && NEVER_NEGATIVE.test(name) && !SIGNED.has(name)) found.push(`${path} is ${value}`);
  } else if (Array.isArray(value)) value.forEach((inner, i) => oddities(inner, `${path}.${i}`, found));
  else if (typeof value === 'object' && value !== null)
    for (const [name, inner] of Object.entries(value)) oddities(inner, path === '' ? name : `${path}.${name}`, found);
}

/** Limits that an error tells are kept for the inputs after it. */
function learn(error: CoreError, learned: Learned): void {
  if (error.code !== 'out-of-range') return;
  const { min, max, above } = error.params as Record<string, number | undefined>;
  const name = pathName(error.field.split('.'));
  const known = learned.get(name);
  const low = min ?? (above === undefined ? known?.min : above + Math.max(1e-9, Math.abs(above) * 1e-9));
  const high = max ?? known?.max;
  // A limit that hangs on another figure moves: what it was last is as good as any.
  learned.set(name, { min: low ?? -1e6, max: high ?? Math.max(1e6, 2 * (low ?? 0)) });
}

/** So many seeded inputs for one calculation, and everything it does with them that none may. */
export function sweepOne(name: string, inputs: number, seed: number, mostMs = Infinity): Swept {
  const calculation = CALCULATIONS.find((one) => one.name === name)!;
  const schema = z.toJSONSchema(calculation.schema, { io: 'input', unrepresentable: 'any' }) as Schema;
  const [random, learned]: [Seeded, Learned] = [seeded(seed), new Map()];
  const generator = new Generator(random, learned, KEPT_SMALL[name], BOLDNESS[name]);
  const laws = LAWS.filter(({ calculations }) => calculations.includes(name));
  const swept: Swept = { calculation: name, inputs: 0, told: 0, lawsHeld: 0, slowestMs: 0, findings: [] };
  const note = (what: string, input: unknown): void =>
    void (swept.findings.length < 20 && swept.findings.push({ calculation: name, what, input }));
  const begun = performance.now();
  for (let i = 0; i < inputs && performance.now() - begun < mostMs; i++) {
    const input = i === 0 ? calculation.example : generator.make(schema, calculation.example);
    swept.inputs++;
    const parsed = calculation.schema.safeParse(input);
    if (!parsed.success) {
      swept.told++;
      continue;
    }
    const at = performance.now();
    let result: unknown;
    try {
      result = calculation.run(parsed.data as never);
    } catch (error) {
      if (!(error instanceof CoreError)) note(`throws ${String(error)}`, input);
      else {
        swept.told++;
        learn(error, learned);
        if (error.field === '' || errorWords(error.code, error.params).length < 8)
          note(`tells an error without a field or words: ${error.code}`, input);
      }
      continue;
    }
    swept.slowestMs = Math.max(swept.slowestMs, performance.now() - at);
    const found: string[] = [];
    oddities(result, '', found);
    for (const what of found) note(what, input);
    const run: Run = (changed) => calculation.run(calculation.schema.parse(changed) as never);
    for (const law of laws) {
      try {
        const broken = law.broken(input as never, result as never, run as never, random);
        if (broken) note(`${law.says}: ${broken}`, input);
        else if (broken === '') swept.lawsHeld++;
      } catch (error) {
        // What a law changes may be refused; then it says nothing.
        if (!(error instanceof CoreError) && !(error instanceof z.ZodError))
          note(`${law.says}: throws ${String(error)}`, input);
      }
    }
  }
  return swept;
}

/** Every calculation, so many inputs in all. */
export function* sweep(inputs: number, seed: number, mostMsEach = Infinity): Iterable<Swept> {
  const each = Math.ceil(inputs / CALCULATIONS.length);
  for (const [i, { name }] of CALCULATIONS.entries()) yield sweepOne(name, each, seed + i, mostMsEach);
}
