import { moneyText } from './money.js';

describe('a sum of money', () => {
  it('is told in the currency of the shop, or alone where it has not said which', () => {
    expect(moneyText(12.5, undefined)).toBe('12.50');
    expect(moneyText(1234.5, 'EUR')).toBe('€1,234.50');
    expect(moneyText(3, 'XQQ')).toMatch(/3\.00/);
  });
});
