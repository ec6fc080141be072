import { chances } from '../statistics/index.js';
import { seeded } from '../testing/seeded.js';
import { BoxOrders, type LaidBoxes, type LyingBox, layInSteps } from './skyline.js';

const box = (alongMm: number, acrossMm: number): LyingBox[] => [{ lie: 0, alongMm, acrossMm }];

/** A sheet cut through by chance until there are enough pieces: laid right, they fill it again. */
function cutUp(lengthMm: number, widthMm: number, count: number, seed: number): LyingBox[][] {
  const random = seeded(seed);
  const pieces = [{ lengthMm, widthMm }];
  while (pieces.length < count) {
    const largest = pieces.reduce((a, b) => (b.lengthMm * b.widthMm > a.lengthMm * a.widthMm ? b : a));
    pieces.splice(pieces.indexOf(largest), 1);
    const share = random.between(0.3, 0.7);
    if (largest.lengthMm > largest.widthMm)
      pieces.push(
        { ...largest, lengthMm: largest.lengthMm * share },
        { ...largest, lengthMm: largest.lengthMm * (1 - share) },
      );
    else {
      const part = Math.round(largest.widthMm * share);
      pieces.push({ ...largest, widthMm: part }, { ...largest, widthMm: largest.widthMm - part });
    }
  }
  return pieces.map((piece) => box(piece.lengthMm, piece.widthMm));
}

function expectApart(boxes: readonly LyingBox[][], { places, lengthMm }: LaidBoxes, widthMm: number): void {
  const laid = places.map((place, i) => ({ ...place!, ...boxes[i]!.find(({ lie }) => lie === place!.lie)! }));
  laid.forEach((a, i) => {
    expect(a.yMm >= 0 && a.yMm + a.acrossMm <= widthMm + 1e-6 && a.xMm + a.alongMm <= lengthMm + 1e-9).toBeTrue();
    for (const b of laid.slice(i + 1)) {
      const apart =
        a.xMm + a.alongMm <= b.xMm + 1e-9 ||
        b.xMm + b.alongMm <= a.xMm + 1e-9 ||
        a.yMm + a.acrossMm <= b.yMm + 1e-6 ||
        b.yMm + b.acrossMm <= a.yMm + 1e-6;
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
    expect(places.map((place) => [place!.xMm, place!.yMm])).toEqual([[0, 0], [0, 6], [60, 6]]); // prettier-ignore
    expect(lengthMm).toBe(100);
  });

  it('takes the lie that fits the step, and loses what fits nothing', () => {
    const turning: LyingBox[] = [{ lie: 0, alongMm: 40, acrossMm: 7 }, { lie: 1, alongMm: 80, acrossMm: 4 }]; // prettier-ignore
    const { places } = layInSteps([box(80, 6), turning], [0, 1], 10);
    expect(places[1]!.lie).toBe(1);
    expect(layInSteps([box(50, 7), box(50, 7)], [0, 1], 10).lengthMm).toBe(100);
  });

  it('leave out what would come past the length that may be used, and tell its area', () => {
    const { places, lengthMm, leftMm2 } = layInSteps([box(100, 6), box(60, 4), box(50, 4)], [0, 1, 2], 10, 100);
    expect(places.map((place) => place && [place.xMm, place.yMm])).toEqual([[0, 0], [0, 6], null]); // prettier-ignore
    expect([lengthMm, leftMm2]).toEqual([100, 200]);
  });

  it('of which there are none or one have no other order', () => {
    const alone = new BoxOrders([box(80, 6)], 10, chances(1));
    alone.go(10);
    expect(alone.best.lengthMm).toBe(80);
    const none = new BoxOrders([], 10, chances(1));
    none.go(10);
    expect(none.best).toEqual({ places: [], lengthMm: 0, leftMm2: 0 });
  });

  it('never lie over one another, and come within a twentieth of the sheet they were cut from (seeded)', () => {
    for (const seed of [1, 2, 3, 4]) {
      const boxes = cutUp(2000, 400, 40, seed);
      const orders = new BoxOrders(boxes, 400, chances(seed));
      const first = orders.best.lengthMm;
      for (let k = 0; k < 20; k++) orders.go(200);
      expectApart(boxes, orders.best, 400);
      expect(orders.best.places).not.toContain(null);
      expect(orders.best.lengthMm).toBeLessThanOrEqual(first);
      expect(orders.best.lengthMm).toBeGreaterThanOrEqual(2000 - 1e-6);
      expect(orders.best.lengthMm).withContext(`seed ${seed}`).toBeLessThan(2100);
    }
  });
});
