import { type StoredInputs, upgradedInputs, versioned } from '@ashstep/contract';
import type { RepairInputs } from '@ashstep/core/repair';

type Survey = StoredInputs['survey'];
type Reading = Survey['readings'][number];

/** Surveys of more readings are stored as a table, a fifth as long: they are read and written whole with every tap. */
const FEW = 100;

/** Readings one row each, with every word by its place in a list of them. */
interface Table {
  words: string[];
  rows: Row[];
}
type Row = [
  kind: number,
  xMm: number,
  yMm: number,
  soundOrValue: number,
  instrument: number,
  by: number,
  at: number | null,
  after?: boolean,
];

/** Inputs as they are in the database. */
export type Stored = Partial<Omit<StoredInputs, 'survey'>> & {
  survey?: Partial<Omit<Survey, 'readings'>> & { readings?: Reading[] | Table };
};

/** Inputs as text for the database. */
export function storedText(inputs: RepairInputs): string {
  const { readings } = inputs.survey;
  return JSON.stringify(
    versioned(
      readings.length > FEW ? { ...inputs, survey: { ...inputs.survey, readings: tableOf(readings) } } : inputs,
    ),
  );
}

/** Inputs as they were before they were stored, with what a new repair has where they are older than a field. */
export function inputsOf(stored: Stored): StoredInputs {
  return upgradedInputs(
    withReadings(stored, (readings) =>
      Array.isArray(readings) ? readings : readings.rows.map((row) => readingOf(row, readings.words)),
    ),
  );
}

/** The same without the taps: no plan rests on them, and there may be thousands. */
export function inputsWithoutTaps(stored: Stored): StoredInputs {
  return upgradedInputs(
    withReadings(stored, (readings) => {
      if (Array.isArray(readings)) return readings.filter(({ kind }) => kind !== 'tap');
      const tap = readings.words.indexOf('tap');
      return readings.rows.filter(([kind]) => kind !== tap).map((row) => readingOf(row, readings.words));
    }),
  );
}

function withReadings(stored: Stored, work: (readings: Reading[] | Table) => Reading[]): Partial<StoredInputs> {
  const { survey } = stored;
  return (
    survey?.readings ? { ...stored, survey: { ...survey, readings: work(survey.readings) } } : stored
  ) as Partial<StoredInputs>;
}

function tableOf(readings: RepairInputs['survey']['readings']): Table {
  const places = new Map<string, number>();
  const place = (word: string): number => {
    const known = places.get(word) ?? places.size;
    places.set(word, known);
    return known;
  };
  const rows = readings.map((reading): Row => {
    const { kind, xMm, yMm, instrument, by, at, after } = reading;
    const row: Row = [
      place(kind),
      xMm,
      yMm,
      reading.kind === 'tap' ? place(reading.sound) : reading.value,
      place(instrument),
      place(by),
      at === null ? null : place(at),
    ];
    if (after !== undefined) row[7] = after;
    return row;
  });
  return { words: [...places.keys()], rows };
}

function readingOf([kind, xMm, yMm, soundOrValue, instrument, by, at, after]: Row, words: readonly string[]): Reading {
  const name = words[kind]! as Reading['kind'];
  const taken = {
    xMm,
    yMm,
    instrument: words[instrument]!,
    by: words[by]!,
    at: at === null ? null : words[at]!,
    ...(after === undefined ? {} : { after }),
  };
  return (
    name === 'tap'
      ? { kind: name, sound: words[soundOrValue], ...taken }
      : { kind: name, value: soundOrValue, ...taken }
  ) as Reading;
}
