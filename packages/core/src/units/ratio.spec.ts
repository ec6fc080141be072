import { parseMixRatio, parseTaperRatio } from './ratio.js';
import { parseQuantity } from './quantity.js';

describe('ratios as people write them', () => {
  it('of a taper are the same whichever way round', () => {
    for (const text of ['12', '12:1', '1:12', '1 in 12', '12 to 1', ' 12 : 1 ', '12/1'])
      expect(parseTaperRatio(text)).withContext(text).toBe(12);
    expect(parseTaperRatio('7,5:1')).toBe(7.5);
    expect(parseQuantity('1:20', 'ratio')).toBe(20);
  });

  it('of a mix have the resin first, and may say what they are by', () => {
    expect(parseMixRatio('2:1')).toEqual({ per100: 50, by: null });
    expect(parseMixRatio('100:40 by weight')).toEqual({ per100: 40, by: 'weight' });
    expect(parseMixRatio('5:1 by volume')).toEqual({ per100: 20, by: 'volume' });
    expect(parseMixRatio('3 to 1 (vol)').by).toBe('volume');
    expect(parseMixRatio('30')).toEqual({ per100: 30, by: null });
  });

  it('are refused when they are none', () => {
    for (const text of ['', ':1', '0:1', '2:0', 'a:b', '1:2:3'])
      expect(() => parseTaperRatio(text))
        .withContext(text)
        .toThrow(jasmine.objectContaining({ code: 'unreadable' }));
    expect(() => parseMixRatio('some')).toThrow(jasmine.objectContaining({ params: jasmine.objectContaining({ want: 'mix-ratio' }) })); // prettier-ignore
  });

  it('of a mix typed as a quantity ask what they are by, where nobody said', () => {
    expect(parseQuantity('30', 'per100')).toBe(30);
    expect(parseQuantity('100:30 by weight', 'per100')).toBe(30);
    for (const [text, by] of [['2:1', ''], ['2:1 by volume', 'volume']] as const) // prettier-ignore
      expect(() => parseQuantity(text, 'per100')).toThrow(jasmine.objectContaining({ code: 'ambiguous-unit', params: jasmine.objectContaining({ per100: 50, by }) })); // prettier-ignore
  });
});

describe('a bare fraction where millimetres are typed', () => {
  it('is asked about: it is hardly 0.1875 mm', () => {
    for (const text of ['3/16', '1/2', '4 1/2', '½'])
      expect(() => parseQuantity(text, 'length')).withContext(text).toThrow(jasmine.objectContaining({ code: 'ambiguous-unit' })); // prettier-ignore
    expect(parseQuantity('3/16 in', 'length')).toBeCloseTo(4.7625, 9);
    expect(parseQuantity('1/2 mm', 'thickness')).toBe(0.5);
    expect(parseQuantity('3/16', 'length', 'imperial')).toBeCloseTo(4.7625, 9);
  });
});
