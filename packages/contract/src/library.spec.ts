import { FABRICS } from '@ashstep/core/material';
import { SHIPPED, isOwn, libraryBody, searchLibrary } from './library.js';

describe('the library', () => {
  it('ships entries that are fit to be entered by hand, each id once in its kind, none like an own one', () => {
    for (const { kind, entry } of SHIPPED)
      expect(libraryBody.safeParse({ kind, entry }).success).withContext(entry.id).toBeTrue();
    expect(new Set(SHIPPED.map(({ kind, entry }) => `${kind} ${entry.id}`)).size).toBe(SHIPPED.length);
    expect(SHIPPED.some(({ entry }) => isOwn(entry.id))).toBeFalse();
  });

  it('finds by words in any order, figures anywhere, accents or none', () => {
    const names = (text: string): string[] => searchLibrary(FABRICS, text).map((fabric) => fabric.name);
    expect(names('45 biax 600')).toEqual(jasmine.arrayContaining(['Biaxial ±45 600']));
    expect(names('twill carbon')).toEqual(['Carbon twill 200', 'Carbon twill 280']);
    expect(names('arbon')).toEqual([]);
    expect(names('  ').length).toBe(FABRICS.length);
    expect(searchLibrary([{ name: 'Gelée bleue' }], 'GELEE').length).toBe(1);
  });

  it('searches 5,000 entries at once, the first time too', () => {
    const many = Array.from({ length: 5000 }, (_, i) => ({ name: `${FABRICS[i % FABRICS.length]!.name} batch ${i}` }));
    const begun = performance.now();
    expect(searchLibrary(many, 'carb twill').length).toBeGreaterThan(0);
    expect(performance.now() - begun).toBeLessThan(250); // 50 on an idle machine, by the bench
  });
});

describe('a fabric sought by ounces', () => {
  const found = (text: string): string[] => searchLibrary(FABRICS, text).map(({ id }) => id);

  it('is mat by the square foot and cloth by the square yard, as each is sold', () => {
    // 1.5 oz/ft² is 457.7 g/m²; 6 oz/yd² is 203.4 g/m².
    expect(found('1.5 oz').every((id) => id.startsWith('mat'))).toBeTrue();
    expect(found('1,5 oz')).toContain('mat-450');
    expect(found('6oz')).toContain('twill-203');
    expect(found('6 oz glass twill').every((id) => id.includes('twill'))).toBeTrue();
    expect(found('6 oz').some((id) => id.startsWith('mat'))).toBeFalse();
  });

  it('is not found where nothing weighs so much', () => {
    expect(found('900 oz')).toEqual([]);
  });
});
