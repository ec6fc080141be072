import { deltaE00 } from './difference.js';
import { labOf } from './light.js';
import { mixed } from './mixing.js';
import { curveOf, whiteCurve } from './paste-curve.js';
import { GENERIC_PASTES, GENERIC_WHITES } from './pastes.js';
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

  it('goes into a shop’s own white, whose curve is guessed from how it reads', () => {
    const [made] = GENERIC_WHITES;
    expect(whiteCurve(made!)).toBe(WHITE_BASE.id);
    expect(deltaE00(labOf(mixed([{ share: 1, ks: WHITE_BASE.ks }])), made!)).toBeLessThan(0.1);
    const cream = { id: 'own-cream', name: 'Cream', l: 92.5, a: 0.4, b: 7.2 };
    const { ks } = readPigment(whiteCurve(cream), 'white');
    expect(deltaE00(labOf(mixed([{ share: 1, ks }])), cream)).toBeLessThan(0.01);
    // A paste drawn down in it gives its drawdowns back in it, which it does not by another white.
    const inCream = (of: readonly number[], percent: number) => labOf(mixed([{ share: 1 - percent / 100, ks }, { share: percent / 100, ks: of }])); // prettier-ignore
    const truth = GENERIC_PIGMENTS.find(({ id }) => id === 'ochre')!;
    const paste = { id: 'own-1', name: 'Sand', drawdowns: [0.5, 2].map((percent) => ({ percent, ...inCream(truth.ks, percent) })) }; // prettier-ignore
    const [right, wrong] = [curveOf(paste, whiteCurve(cream)), curveOf(paste)];
    expect(right.worst!).toBeLessThan(1);
    expect(wrong.worst!).toBeGreaterThan(2 * right.worst!);
    const found = colourRecipe({ target: inCream(truth.ks, 1), base: whiteCurve(cream), shelf: [right.entry], batchG: 500, measuredIn: { way: 'scale', stepG: 0.01 } }); // prettier-ignore
    expect(found.parts.map(({ id }) => id)).toEqual(['own-cream', 'own-1']);
    expect(100 * found.parts[1]!.share).toBeCloseTo(1, 1);
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
