import { chances } from '../statistics/index.js';
import { seeded } from '../testing/seeded.js';
import { BoxOrders, type LyingBox, layInSteps } from './skyline.js';

const box = (alongMm: number, rows: number): LyingBox[] => [{ lie: 0, alongMm, rows }];

/** A sheet cut through by chance until there are enough pieces: laid right, they fill it again. */
function cutUp(lengthMm: number, rows: number, count: number, seed: number): LyingBox[][] {
  const random = seeded(seed);
  const pieces = [{ lengthMm, rows }];
  while (pieces.length < count) {
    const largest = pieces.reduce((a, b) => (b.lengthMm * b.rows > a.lengthMm * a.rows ? b : a));
    pieces.splice(pieces.indexOf(largest), 1);
    const share = random.between(0.3, 0.7);
    if (largest.lengthMm > largest.rows)
      pieces.push(
        { ...largest, lengthMm: largest.lengthMm * share },
        { ...largest, lengthMm: largest.lengthMm * (1 - share) },
      );
    else {
      const part = Math.round(largest.rows * share);
      pieces.push({ ...largest, rows: part }, { ...largest, rows: largest.rows - part });
    }
  }
  return pieces.map((piece) => box(piece.lengthMm, piece.rows));
}

function expectApart(
  boxes: readonly LyingBox[][],
  { places, lengthMm }: ReturnType<typeof layInSteps>,
  rows: number,
): void {
  const laid = places.map((place, i) => ({ ...place, ...boxes[i]!.find(({ lie }) => lie === place.lie)! }));
  laid.forEach((a, i) => {
    expect(a.row >= 0 && a.row + a.rows <= rows && a.xMm + a.alongMm <= lengthMm + 1e-9).toBeTrue();
    for (const b of laid.slice(i + 1)) {
      const apart =
        a.xMm + a.alongMm <= b.xMm + 1e-9 ||
        b.xMm + b.alongMm <= a.xMm + 1e-9 ||
        a.row + a.rows <= b.row ||
        b.row + b.rows <= a.row;
      expect(apart)
        .withContext(JSON.stringify([a, b]))
        .toBeTrue();
    }
  });
}

describe('boxes laid into the lowest step', () => {
  it('by hand: two side by side, the third over the shorter', () => {
    const boxes = [box(100, 6), box(60, 4), box(30, 4)];
    const { places, lengthMm } = layInSteps(boxes, [0, 1, 2], 10);
    expect(places.map(({ xMm, row }) => [xMm, row])).toEqual([[0, 0], [0, 6], [60, 6]]); // prettier-ignore
    expect(lengthMm).toBe(100);
  });

  it('takes the lie that fits the step, and loses what fits nothing', () => {
    const turning: LyingBox[] = [{ lie: 0, alongMm: 40, rows: 7 }, { lie: 1, alongMm: 80, rows: 4 }]; // prettier-ignore
    const { places } = layInSteps([box(80, 6), turning], [0, 1], 10);
    expect(places[1]!.lie).toBe(1);
    expect(layInSteps([box(50, 7), box(50, 7)], [0, 1], 10).lengthMm).toBe(100);
  });

  it('never lie over one another, and come within a tenth of the sheet they were cut from (seeded)', () => {
    for (const seed of [1, 2, 3, 4]) {
      const boxes = cutUp(2000, 400, 40, seed);
      const orders = new BoxOrders(boxes, 400, chances(seed));
      const first = orders.best.lengthMm;
      for (let k = 0; k < 20; k++) orders.go(200, 1 - k / 20);
      expectApart(boxes, orders.best, 400);
      expect(orders.best.lengthMm).toBeLessThanOrEqual(first);
      expect(orders.best.lengthMm).toBeGreaterThanOrEqual(2000 - 1e-6);
      expect(orders.best.lengthMm).withContext(`seed ${seed}`).toBeLessThan(2200);
    }
  });
});
