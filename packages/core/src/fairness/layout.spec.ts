import { CoreError } from '../errors.js';
import { FAIR_CLASSES, fairLayout, usualFairClass } from './index.js';

const SQUARE = [
  { x: -100, y: -50 },
  { x: 100, y: -50 },
  { x: 100, y: 50 },
  { x: -100, y: 50 },
];

describe('lines laid over a repair', () => {
  it('run past it on both sides by two fifths of its size, and know what is sound ground', () => {
    const lines = fairLayout({ outline: SQUARE, lines: 3, perLine: 9 });
    expect(lines.map(({ name }) => name)).toEqual(['A', 'B', 'C']);
    // 200 long and 80 past either end: 360 in eight steps of 45.
    expect(lines[0]!.readings.map(({ xMm }) => xMm)).toEqual([-180, -135, -90, -45, 0, 45, 90, 135, 180]);
    expect(lines[1]!.readings.map(({ sound }) => sound)).toEqual([true, true, false, false, false, false, false, true, true]); // prettier-ignore
    expect(lines.map(({ readings }) => readings[0]!.yMm)).toEqual([-35, 0, 35]);
  });

  it('from four on have the outer two wholly on sound ground, and a single one goes through the middle', () => {
    const lines = fairLayout({ outline: SQUARE, lines: 5, perLine: 7 });
    expect([lines[0]!, lines[4]!].every(({ readings }) => readings.every(({ sound }) => sound))).toBeTrue();
    expect(lines[2]!.readings.some(({ sound }) => !sound)).toBeTrue();
    expect(fairLayout({ outline: SQUARE, lines: 1, perLine: 5 })[0]!.readings.every(({ yMm }) => yMm === 0)).toBeTrue();
  });

  it('are refused for no outline and counts nobody reads', () => {
    expect(() => fairLayout({ outline: SQUARE.slice(0, 2), lines: 3, perLine: 9 })).toThrowError(CoreError);
    expect(() => fairLayout({ outline: SQUARE, lines: 3, perLine: 4 })).toThrowError(CoreError);
    expect(() => fairLayout({ outline: SQUARE, lines: 2.5, perLine: 9 })).toThrowError(CoreError);
  });

  it('each class of finish allows more than the finer one, and every finish has its own', () => {
    expect(FAIR_CLASSES.every(({ toleranceMm }, i) => i === 0 || toleranceMm > FAIR_CLASSES[i - 1]!.toleranceMm)).toBeTrue(); // prettier-ignore
    expect((['gelcoat', 'paint', 'bare'] as const).map((finish) => usualFairClass(finish).id)).toEqual(['gloss', 'painted', 'work']); // prettier-ignore
  });
});
