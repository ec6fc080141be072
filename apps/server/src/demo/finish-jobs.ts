import { type FairRound, type FinishInputs, NO_FINISH } from '@ashstep/core/repair';
import { PEOPLE, demoId } from './workshop.js';

/** A round of readings: three lines over the repair, flat within the gauge's scatter on the sound ground, so high over the patch, mm. */
function readFair(key: string, after: FairRound['after'], highMm: number, at: string): FairRound {
  const scatter = [0.02, -0.03, 0.01, 0, -0.02, 0.03, 0, -0.01, 0.02];
  const lines = [-40, 0, 40].map((yMm, line) => ({
    name: 'ABC'[line]!,
    readings: [-180, -135, -90, -45, 0, 45, 90, 135, 180].map((xMm, i) => {
      const sound = Math.abs(xMm) >= 90;
      const zMm = Math.round(100 * (scatter[(i + line) % scatter.length]! + (sound ? 0 : highMm * (yMm === 0 ? 1 : 0.7) * (xMm === 0 ? 1 : 0.8)))) / 100; // prettier-ignore
      return { xMm, yMm, zMm, sound };
    }),
  }));
  return { id: demoId(`fair ${key} ${after}`), after, lines, instrument: '', by: PEOPLE.ilse.name, at };
}

/** The rowing four stood proud where the cover ends, and was sanded till it was fair. */
export const fairOfTheFour = (at: (hours: number) => string): FinishInputs => ({
  ...NO_FINISH,
  fair: [readFair('four', 'cured', 1.1, at(24)), readFair('four', 'sanded', 0.3, at(24.75))],
});

/** The sled’s faded red: read off the polished neighbour, mixed, read again, put right, read again. */
export function colourOfTheSled(at: (hours: number) => string): FinishInputs {
  const read = (l: number, a: number, b: number, hours: number) => ({ l, a, b, from: 'typed' as const, plusMinus: null, instrument: '', by: PEOPLE.ilse.name, at: at(hours) }); // prettier-ignore
  const trial = (n: number, corrects: boolean, pigments: readonly [string, number][], wet: ReturnType<typeof read>, of: ReturnType<typeof read>) => ({
    id: demoId(`sled trial ${n}`),
    baseG: 18.5,
    pigments: pigments.map(([id, amountG]) => ({ id, amountG })),
    corrects,
    wet,
    read: of,
    by: PEOPLE.ilse.name,
    at: of.at,
  }); // prettier-ignore
  return {
    ...NO_FINISH,
    colour: {
      target: read(52, 36, 15, 0.1),
      polished: true,
      batchG: 20,
      measuredIn: { way: 'scale', stepG: 0.01 },
      trials: [
        trial(1, false, [['red', 0.9], ['orange', 0.3]], read(55.2, 37.1, 17.4, 0.3), read(54.5, 37.5, 18, 0.4)), // prettier-ignore
        trial(2, true, [['red', 0.9], ['orange', 0.3], ['magenta', 0.12], ['violet', 0.03]], read(53.0, 35.5, 13.9, 0.6), read(52.4, 35.8, 14.6, 0.7)), // prettier-ignore
      ],
    },
  };
}
