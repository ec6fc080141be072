import { CALCULATIONS } from '@ashstep/contract';
import { Generator } from './generate.js';
import { LAWS } from './laws.js';
import { seeded } from '../../packages/core/src/testing/seeded.js';
import { sweepOne } from './sweep.js';

describe('a seeded sweep over every calculation', () => {
  for (const { name } of CALCULATIONS)
    it(`${name}: figures, no throw that is not told, and the laws that hold of it`, () => {
      const { findings, inputs, told } = sweepOne(name, 60, 11, 1200);
      expect(findings.map(({ what, input }) => `${what}: ${JSON.stringify(input)}`.slice(0, 600))).toEqual([]);
      expect(told).toBeLessThan(inputs);
    });

  it('looks at laws of calculations that there are, and looks at each', () => {
    const names = CALCULATIONS.map(({ name }) => name);
    for (const { calculations } of LAWS) for (const name of calculations) expect(names).toContain(name);
    expect(sweepOne('mix', 60, 3).lawsHeld).toBeGreaterThan(20);
  });

  it('makes the same inputs from the same seed, and others from another', () => {
    const make = (seed: number): unknown =>
      new Generator(seeded(seed), new Map()).make(
        { type: 'array', items: { type: 'number', minimum: 0, maximum: 9 }, minItems: 4 },
        [1, 2, 3, 4],
      );
    expect(make(4)).toEqual(make(4));
    expect(make(4)).not.toEqual(make(5));
  });
});
