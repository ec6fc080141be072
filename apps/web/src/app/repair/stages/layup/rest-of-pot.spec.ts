import type { Pot } from '@ashstep/core/repair';
import { goesOn, restOfPot } from './rest-of-pot';

/** 100 : 30, 3 % allowed. */
const POT = { mix: { resinG: 29.9, secondG: 8.97, secondMinG: 8.7009, secondMaxG: 9.2391 } } as Pick<Pot, 'mix'>;

describe('the rest of a pot', () => {
  it('goes by the plan until the resin is in, then by the resin', () => {
    expect(restOfPot(POT, null, true)).toEqual({ secondG: 38.87, minG: 8.7009, maxG: 9.2391, on: 29.9 });
    const rest = restOfPot(POT, 40, false);
    expect(rest.on).toBe(0);
    expect(rest.secondG).toBeCloseTo(12, 9);
    expect([rest.minG / rest.secondG, rest.maxG / rest.secondG].map((share) => share.toFixed(3))).toEqual(['0.970', '1.030']); // prettier-ignore
  });

  it('is told once the resin is not what was planned, on one tare and alone', () => {
    expect(goesOn(POT, null, true, 'hardener')).toBeNull();
    expect(goesOn(POT, 29.9, true, 'hardener')).toBeNull();
    expect(goesOn(POT, 28.5, true, 'hardener')).toBe(
      '28.50 g of resin is in: hardener to 37.05 g, which adds 8.29 to 8.81 g.',
    );
    expect(goesOn(POT, 28.5, false, 'hardener')).toContain('hardener to 8.55 g');
  });
});
