import { pourWords } from '@ashstep/contract';
import { mix } from '@ashstep/core/mix';
import { potInCup } from './pot-in-cup';

const of = (systemId: string, totalG: number, more: object = {}): { mix: ReturnType<typeof mix>; wholes: null } => ({
  mix: mix({ systemId, totalG, ...more }),
  wholes: null,
});

describe('a pot by the resin that is in the cup', () => {
  it('is the planned one until the resin is weighed, and where that came out as planned', () => {
    const pot = of('epoxy-medium', 39);
    expect(potInCup(pot, null)).toBe(pot);
    expect(potInCup(pot, pot.mix.resinG)).toBe(pot);
  });

  it('is what would have been planned for so much resin', () => {
    const planned = of('epoxy-medium', 39);
    const { mix: found } = potInCup(planned, 28.5);
    const wanted = mix({ systemId: 'epoxy-medium', totalG: (28.5 * planned.mix.scaleG[2]) / planned.mix.resinG });
    expect(wanted.resinG).toBeCloseTo(28.5, 9);
    for (const part of ['resinG', 'secondG', 'secondMinG', 'secondMaxG', 'resinMl', 'secondMl'] as const)
      expect(found[part]).withContext(part).toBeCloseTo(wanted[part], 9);
    found.scaleG.forEach((reads, i) => expect(reads).toBeCloseTo(wanted.scaleG[i]!, 9));
  });

  it('is told in the words of a pot, its filler where it was; drops stay whole', () => {
    const filled = { second: 'hardener', filler: { name: 'Silica', grams: 6 } } as const;
    // 100 : 30, so that 28.5 g want 8.55 g, 3 % of which is 0.26 g.
    expect(pourWords(potInCup(of('epoxy-medium', 39), 28.5), filled)).toBe(
      'Resin to 28.50 g, then hardener to 37.05 g, which adds 8.29 to 8.81 g; stir, change cup, then 6.0 g silica.',
    );
    const small = of('polyester', 40, { catalystPercent: 2 });
    expect(small.mix.drops).toBe(26);
    expect(potInCup(small, small.mix.resinG / 2).mix.drops).toBe(13);
  });
});
