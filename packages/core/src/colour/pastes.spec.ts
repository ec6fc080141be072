import { deltaE00 } from './difference.js';
import { labOf } from './light.js';
import { mixed } from './mixing.js';
import { curveOf } from './paste-curve.js';
import { GENERIC_PASTES } from './pastes.js';
import { GENERIC_PIGMENTS, WHITE_BASE } from './pigments.js';
import { colourRecipe } from './recipe.js';
import { readPigment } from './shelf.js';

const inWhite = (ks: readonly number[], percent: number) =>
  labOf(mixed([{ share: 1 - percent / 100, ks: WHITE_BASE.ks }, { share: percent / 100, ks }])); // prettier-ignore

describe('a paste by its drawdowns', () => {
  it('of the made-up shelf reads as its curve says, and is that curve', () => {
    expect(GENERIC_PASTES.map(({ id }) => id)).toEqual(GENERIC_PIGMENTS.map(({ id }) => id));
    for (const { id, drawdowns } of GENERIC_PASTES)
      for (const { percent, ...lab } of drawdowns)
        expect(deltaE00(inWhite(GENERIC_PIGMENTS.find((one) => one.id === id)!.ks, percent), lab)).toBeLessThan(0.15);
    expect(curveOf(GENERIC_PASTES[0]!)).toEqual({ entry: 'black', worst: null });
  });

  it('of a shop comes back from its own drawdowns: at their strengths, and at one between', () => {
    for (const paste of GENERIC_PASTES) {
      const { entry, worst } = curveOf({ ...paste, id: 'own-1' });
      const { ks } = readPigment(entry, 'entry');
      expect(worst!).withContext(paste.id).toBeLessThan(3);
      const truth = GENERIC_PIGMENTS.find(({ id }) => id === paste.id)!;
      // Guessed from three colours each, not from curves: near, and no better.
      expect(deltaE00(inWhite(ks, 4), inWhite(truth.ks, 4)))
        .withContext(paste.id)
        .toBeLessThan(2.5);
    }
  });

  it('serves in a recipe beside those that were shipped', () => {
    const own = curveOf({ ...GENERIC_PASTES.find(({ id }) => id === 'ochre')!, id: 'own-ochre' });
    const found = colourRecipe({ target: { l: 88, a: 1, b: 16 }, batchG: 200, measuredIn: { way: 'scale', stepG: 0.05 }, shelf: [own.entry, 'black', 'green'] }); // prettier-ignore
    expect(found.parts.map(({ id }) => id)).toContain('own-ochre');
    expect(found.measured.deltaE00).toBeLessThan(1.5);
  });

  it('read at one strength alone tells no curve', () => {
    expect(() => curveOf({ id: 'own-1', name: 'One', drawdowns: [{ percent: 2, l: 80, a: 0, b: 10 }] })).toThrow();
  });
});
