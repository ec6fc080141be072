import { readFigure } from './figure.js';
import { formatQuantity, parseQuantity } from './quantity.js';

describe('figures as people type them', () => {
  const cases: [string, 'length' | 'arealWeight' | 'temperature' | 'mass' | 'plain', number][] = [
    ['108', 'length', 108],
    ['4 1/2 in', 'length', 114.3],
    ['4-1/2"', 'length', 114.3],
    ['½ in', 'length', 12.7],
    ['1\' 3 1/2"', 'length', 393.7],
    ['1,5 mm', 'length', 1.5],
    ['2.5 cm', 'length', 25],
    ['6 oz/yd2', 'arealWeight', 203.436],
    ['6 oz per sq yd', 'arealWeight', 203.436],
    ['1.5 oz/ft²', 'arealWeight', 457.725],
    ['450', 'arealWeight', 450],
    ['68 °F', 'temperature', 20],
    ['-4 c', 'temperature', -4],
    ['1 lb', 'mass', 453.592],
    ['0.3', 'plain', 0.3],
    ['0,125 in', 'length', 3.175],
    ['0,500', 'length', 0.5],
    ['1,500', 'length', 1.5],
    ['1.500', 'mass', 1.5],
    ['1 000', 'length', 1000],
    ['12 500,5 g', 'mass', 12_500.5],
    ['1.234,5', 'length', 1234.5],
    ['1,234.5', 'length', 1234.5],
    ['1,234,567', 'mass', 1_234_567],
    ['.5 in', 'length', 12.7],
    [',5 in', 'length', 12.7],
    ['5 1/2 in', 'length', 139.7],
    ['3/4 in', 'length', 19.05],
    ["1' 6", 'length', 457.2],
    ['2 ft 3 in', 'length', 685.8],
    ['1\' 6,5"', 'length', 469.9],
  ];
  for (const [text, kind, value] of cases) {
    it(`read “${text}” as ${value}`, () => expect(parseQuantity(text, kind)).toBeCloseTo(value, 3));
  }

  it('read a bare figure in the person’s units', () => {
    expect(parseQuantity('2', 'length', 'imperial')).toBeCloseTo(50.8, 9);
    expect(parseQuantity('2 mm', 'length', 'imperial')).toBe(2);
  });

  it('ask which square when ounces of cloth are bare', () => {
    expect(() => parseQuantity('6 oz', 'arealWeight')).toThrow(jasmine.objectContaining({ code: 'ambiguous-unit' }));
    expect(() => parseQuantity('6', 'arealWeight', 'imperial')).toThrow(
      jasmine.objectContaining({ code: 'ambiguous-unit' }),
    );
  });

  for (const text of [
    '',
    'abc',
    '12 mm x',
    '1/0 in',
    '5 kg',
    'NaN',
    '1e999',
    '1.5.2',
    '1,2,3',
    '1 000 5',
    '1.234.56',
  ]) {
    it(`refuse “${text}” as a length`, () => expect(() => parseQuantity(text, 'length')).toThrowError());
  }
});

describe('a figure that could be read two ways', () => {
  it('is refused with both readings', () => {
    for (const text of ['1.234,567', '1,234.567 mm']) expect(() => parseQuantity(text, 'length')).toThrow(jasmine.objectContaining({ code: 'ambiguous-figure', params: jasmine.objectContaining({ one: '1234.567', other: '1234567' }) })); // prettier-ignore
  });

  it('stands alone as a whole cell too, with a true minus and nothing beside it', () => {
    expect(readFigure('−4,5')).toBe(-4.5);
    expect(readFigure(' 1 250 ')).toBe(1250);
    expect(readFigure('1e3')).toBe(1000);
    for (const text of ['', '4 mm', '4 5', '--2', '1.2.3'])
      expect(() => readFigure(text)).toThrow(jasmine.objectContaining({ code: 'unreadable' }));
  });
});

describe('figures as people read them', () => {
  it('have the decimals of the trade and a true minus', () => {
    expect(formatQuantity(108.4, 'length')).toEqual({ figure: '108', unit: 'mm' });
    expect(formatQuantity(25.4, 'length', 'imperial')).toEqual({ figure: '1.00', unit: 'in' });
    expect(formatQuantity(62, 'mass', 'imperial')).toEqual({ figure: '2.2', unit: 'oz' });
    // A tenth of an ounce is nearly 3 g: too coarse for what is brushed onto a small patch.
    expect(formatQuantity(4.6, 'mass', 'imperial').figure).toBe('0.16');
    expect(formatQuantity(9, 'volume', 'imperial').figure).toBe('0.30');
    // Half rounds up, also where the machine holds it as a hair less.
    expect([10.35, -10.35, 0.145].map((mm) => formatQuantity(mm, 'length', 'metric', mm < 1 && mm > 0 ? 2 : 1).figure)).toEqual(['10.4', '\u221210.4', '0.15']); // prettier-ignore
    expect(formatQuantity(-4.25, 'temperature').figure).toBe('\u22124.3');
    expect(formatQuantity(20, 'temperature', 'imperial')).toEqual({ figure: '68', unit: '°F' });
    expect(formatQuantity(-0.2, 'length').figure).toBe('0');
    expect(formatQuantity(Number.NaN, 'length').figure).toBe('–');
  });
});
