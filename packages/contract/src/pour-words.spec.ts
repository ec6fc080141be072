import { NEW_REPAIR, type RepairInputs, planRepair } from '@ashstep/core/repair';
import { pourWords } from './pour-words.js';

const potOf = (mix: Partial<RepairInputs['mix']>, systemId = 'epoxy-slow') =>
  planRepair({
    ...NEW_REPAIR,
    laminate: { ...NEW_REPAIR.laminate, thicknessMm: 3, clueIds: ['plate-polyester'] },
    resin: { ...NEW_REPAIR.resin, systemId },
    mix: { ...NEW_REPAIR.mix, ...mix },
  }).mix!.faces[0]!.pots[0]!;

describe('how a pot is poured', () => {
  it('goes by the scale, with the band the second part may have', () => {
    expect(pourWords(potOf({}), { second: 'hardener' })).toMatch(
      /^Resin to [\d.]+ g, then hardener to [\d.]+ g, which adds [\d.]+ to [\d.]+ g\.$/,
    );
    expect(pourWords(potOf({ weighing: 're-zeroed' }), { second: 'hardener', rezeroed: true })).toContain(
      'then zero, ',
    );
  });

  it('goes by lines that hold the ratio together, and says what rounding leaves', () => {
    const pot = potOf({ tool: { kind: 'lines', name: 'Cup', stepMl: 5 } });
    const { resinMl, secondMl, errorPercent } = pot.wholes!;
    expect([resinMl % 5, secondMl % 5]).toEqual([0, 0]);
    // 100:30 by weight of 1.15 and 0.97 g/ml is 100:35.57 by volume.
    expect(secondMl / resinMl / 0.35567 - 1).toBeCloseTo(errorPercent / 100, 4);
    expect(Math.abs(errorPercent)).toBeLessThan(3);
    expect(pourWords(pot, { second: 'hardener' })).toContain(`resin to ${resinMl} ml, then hardener to ${resinMl + secondMl} ml`); // prettier-ignore
    expect([pot.mix.resinMl, pot.mix.secondMl]).toEqual([resinMl, secondMl]);
  });

  it('counts drops into resin that they come out even for', () => {
    const pot = potOf({ catalystPercent: 2, layingRateGPerMin: 3 }, 'polyester');
    expect(pot.mix.drops! / pot.mix.resinG).toBeCloseTo((32 * 2) / 100, 9);
    expect(pot.mix.dropsPercent).toBeCloseTo(2, 9);
    expect(pourWords(pot, { second: 'catalyst' })).toContain(`${pot.mix.drops} drops of catalyst`);
  });

  it('puts filler in last into epoxy, and before the catalyst into polyester', () => {
    const filler = { name: 'Talc', grams: 42 };
    expect(pourWords(potOf({}), { second: 'hardener', filler })).toMatch(/change cup, then 42 g talc\.$/);
    expect(pourWords(potOf({ catalystPercent: 2 }, 'polyester'), { second: 'catalyst', filler })).toMatch(
      /^Resin to [\d.]+ g, stir in 42 g talc, then [\d.]+ (drops|g \([\d.]+ ml\)) of catalyst\.$/,
    );
  });
});
