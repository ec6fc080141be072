import type { StoredInputs } from '@ashstep/contract';
import { NEW_REPAIR } from '@ashstep/core/repair';
import { type Stored, inputsOf, inputsWithoutTaps, storedText } from './stored-inputs.js';

type Reading = StoredInputs['survey']['readings'][number];

const KINDS = ['tap', 'moisture', 'thickness', 'hardness'] as const;

function reading(i: number): Reading {
  const taken = {
    xMm: i / 8 - 40,
    yMm: 40 - i,
    instrument: ['coin', '', 'Ω-meter 2'][i % 3]!,
    by: `Hand ${i % 4}`,
    at: i % 5 === 0 ? null : `2026-03-0${1 + (i % 9)}T10:0${i % 10}`,
    ...(i % 7 === 0 ? { after: i % 2 === 0 } : {}),
  };
  const kind = KINDS[i % 4]!;
  return kind === 'tap'
    ? { kind, sound: (['sound', 'dull', 'doubtful'] as const)[i % 3]!, ...taken }
    : { kind, value: i / 3, ...taken };
}

function inputsWith(count: number): StoredInputs {
  return {
    ...NEW_REPAIR,
    survey: { ...NEW_REPAIR.survey, readings: Array.from({ length: count }, (_, i) => reading(i)) },
  } as StoredInputs;
}

const stored = (inputs: StoredInputs): Stored => JSON.parse(storedText(inputs)) as Stored;

describe('stored inputs', () => {
  for (const count of [0, 1, 100, 101, 840]) {
    it(`come back as they were, with ${count} readings`, () => {
      const inputs = inputsWith(count);
      expect(inputsOf(stored(inputs))).toEqual(inputs);
    });

    it(`without their taps are the same but for those, with ${count} readings`, () => {
      const inputs = inputsWith(count);
      expect(inputsWithoutTaps(stored(inputs))).toEqual({
        ...inputs,
        survey: { ...inputs.survey, readings: inputs.survey.readings.filter(({ kind }) => kind !== 'tap') },
      });
    });
  }

  it('of a large survey are a fourth as long', () => {
    const taps = Array.from({ length: 5000 }, (_, i): Reading => ({
      kind: 'tap',
      sound: i % 9 === 0 ? 'dull' : 'sound',
      xMm: 25 * (i % 70),
      yMm: 25 * Math.floor(i / 70),
      instrument: 'coin',
      by: 'Ilse Brandt',
      at: `2026-03-02T10:${10 + (i % 50)}`,
    }));
    const inputs = { ...NEW_REPAIR, survey: { ...NEW_REPAIR.survey, readings: taps } } as StoredInputs;
    expect(storedText(inputs).length).toBeLessThan(JSON.stringify(inputs).length / 4);
  });

  it('of an earlier version, with a list of readings however long, are read as well', () => {
    const inputs = inputsWith(300);
    expect(inputsOf(JSON.parse(JSON.stringify(inputs)) as Stored)).toEqual(inputs);
    expect(inputsOf({}).survey).toEqual(NEW_REPAIR.survey as StoredInputs['survey']);
  });
});
