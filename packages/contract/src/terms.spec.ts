import { TERMS, searchTerms, termOf } from './terms.js';

describe('the terms', () => {
  it('are each explained once, in a sentence or two', () => {
    expect(new Set(TERMS.map(({ id }) => id)).size).toBe(TERMS.length);
    expect(new Set(TERMS.map(({ name }) => name)).size).toBe(TERMS.length);
    for (const { name, text } of TERMS) {
      expect(text.length).withContext(name).toBeGreaterThan(20);
      expect(text.length).withContext(name).toBeLessThan(180);
      expect(text.endsWith('.')).withContext(name).toBeTrue();
    }
  });

  it('are found by any word of their name, and by what else they are called', () => {
    expect(searchTerms('faying').map(({ id }) => id)).toEqual(['bonding-face']);
    expect(searchTerms('life').map(({ id }) => id)).toContain('working-time');
    expect(searchTerms('')).toEqual([...TERMS]);
    expect(searchTerms('nonsense')).toEqual([]);
    expect([termOf('green')!.name, termOf('none')]).toEqual(['Green', null]);
  });
});
