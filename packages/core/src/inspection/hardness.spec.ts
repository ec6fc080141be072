import { hardness } from './hardness.js';

const TEN = [82, 84, 81, 79, 83, 85, 82, 80, 84, 83];

describe('hardness readings', () => {
  it('give mean, lowest and the lower bound by hand: 82.3 − 1.833 · 1.889/√10', () => {
    const found = hardness({ readings: TEN, method: 'shore-d' });
    expect(found.mean).toBeCloseTo(82.3, 9);
    expect([found.lowest, found.highest, found.count, found.pass]).toEqual([79, 85, 10, true]);
    expect(found.spread).toBeCloseTo(1.8886, 4);
    // Student's t of 9 degrees of freedom, 5 % on one side: 1.8331.
    expect(found.lowerBound).toBeCloseTo(82.3 - (1.8331 * 1.88856) / Math.sqrt(10), 3);
  });

  it('pass no mean under the limit, no single one under 85 % of it, and no fewer than ten', () => {
    expect(hardness({ readings: TEN.map((value) => value - 4), method: 'shore-d' }).why).toBe('mean-outside');
    expect(hardness({ readings: [...TEN.slice(0, 9), 60], method: 'shore-d', limit: 75 }).why).toBe('one-too-low');
    expect(hardness({ readings: TEN.slice(0, 4), method: 'shore-d' }).remarks[0]!.id).toBe('hardness.too-few');
    expect(hardness({ readings: TEN.map((value) => value - 45), method: 'impressor' }).pass).toBeTrue();
  });

  it('say when a mean that passes may not be so', () => {
    expect(hardness({ readings: [70, 95, 72, 93, 74, 91, 73, 90, 75, 88], method: 'shore-d' }).remarks[0]!.id).toBe(
      'hardness.unsure',
    );
    expect(() => hardness({ readings: [], method: 'shore-d' })).toThrow(
      jasmine.objectContaining({ field: 'readings' }),
    );
    expect(() => hardness({ readings: [82, 400], method: 'shore-d' })).toThrow(
      jasmine.objectContaining({ field: 'readings.1' }),
    );
  });
});
