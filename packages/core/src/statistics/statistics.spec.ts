import { chances } from './chance.js';
import { solveRows } from './linear.js';
import { lowest } from './simplex.js';
import { mean, median, variance } from './spread.js';

describe('chance', () => {
  it('is the same for the same seed and another for another', () => {
    const [one, again, other] = [chances(7), chances(7), chances(8)].map((next) => Array.from({ length: 20 }, next));
    expect(one).toEqual(again!);
    expect(one).not.toEqual(other!);
  });

  it('is spread evenly from 0 up to 1: mean, spread and tenths', () => {
    const next = chances(99);
    const drawn = Array.from({ length: 20_000 }, next);
    expect(Math.min(...drawn)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...drawn)).toBeLessThan(1);
    expect(mean(drawn)).toBeCloseTo(0.5, 1);
    expect(variance(drawn)).toBeCloseTo(1 / 12, 2);
    for (let tenth = 0; tenth < 10; tenth++)
      expect(drawn.filter((value) => Math.floor(10 * value) === tenth).length / drawn.length).toBeCloseTo(0.1, 1);
  });
});

describe('a system of equations', () => {
  it('is solved as by hand, rows in any order', () => {
    // 2x + y = 5, x − 3y = −8.
    expect(solveRows([[2, 1, 5], [1, -3, -8]])!.map((x) => Math.round(1e9 * x) / 1e9)).toEqual([1, 3]); // prettier-ignore
    expect(solveRows([[0, 2, 6], [5, 0, 10]])).toEqual([2, 3]); // prettier-ignore
  });

  it('gives back the figures it was made of, however unlike their sizes', () => {
    const next = chances(5);
    for (let trial = 0; trial < 30; trial++) {
      const wanted = Array.from({ length: 5 }, () => 10 * next() - 5);
      const rows = Array.from({ length: 5 }, () =>
        Array.from({ length: 5 }, () => (next() - 0.5) * 10 ** Math.floor(6 * next())),
      );
      const solved = solveRows(rows.map((row) => [...row, row.reduce((sum, a, i) => sum + a * wanted[i]!, 0)]));
      if (solved) solved.forEach((x, i) => expect(x).toBeCloseTo(wanted[i]!, 4));
    }
  });

  it('has no answer where the rows do not settle every unknown', () => {
    expect(solveRows([[1, 2, 3], [2, 4, 6]])).toBeNull(); // prettier-ignore
    expect(solveRows([[0, 0, 1], [0, 1, 1]])).toBeNull(); // prettier-ignore
  });
});

describe('the downhill simplex', () => {
  it('finds the bottom of a bowl', () => {
    const { at, value } = lowest(([x, y]) => (x! - 3) ** 2 + 4 * (y! + 1) ** 2 + 2, [0, 0], [1, 1]);
    expect(at[0]!).toBeCloseTo(3, 4);
    expect(at[1]!).toBeCloseTo(-1, 4);
    expect(value).toBeCloseTo(2, 8);
  });

  it('follows the bent valley of Rosenbrock to its end', () => {
    const { at } = lowest(([x, y]) => (1 - x!) ** 2 + 100 * (y! - x! * x!) ** 2, [-1.2, 1], [0.5, 0.5], 2000, 1e-14);
    expect(at[0]!).toBeCloseTo(1, 4);
    expect(at[1]!).toBeCloseTo(1, 4);
  });

  it('keeps out of where there is no value', () => {
    const { at } = lowest(([x]) => (x! < 2 ? Infinity : x! * x!), [5], [1]);
    expect(at[0]!).toBeGreaterThanOrEqual(2);
    expect(at[0]!).toBeCloseTo(2, 3);
  });

  it('stops after so many steps with the best so far, no worse than where it began', () => {
    const bowl = ([x, y]: readonly number[]): number => (x! - 30) ** 2 + (y! + 10) ** 2;
    const few = lowest(bowl, [0, 0], [1, 1], 5);
    expect(few.steps).toBe(5);
    expect(few.value).toBeLessThanOrEqual(bowl([0, 0]));
    expect(lowest(bowl, [0, 0], [1, 1], 50).value).toBeLessThanOrEqual(few.value);
  });
});

describe('spread', () => {
  it('is as by hand', () => {
    const values = [2, 4, 4, 4, 5, 5, 7, 9];
    expect([mean(values), median(values)]).toEqual([5, 4.5]);
    expect(variance(values)).toBeCloseTo(32 / 7, 12);
    expect([variance([3]), median([3, 1, 2])]).toEqual([0, 2]);
  });
});
