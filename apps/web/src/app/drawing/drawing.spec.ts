import type { Shape } from '@ashstep/core/geometry';
import { fit, rulerStep, toPlan, toScreen } from './geometry';
import { addPoint, dragHandle, dropPoint, handlesOf, nudgeHandle } from './handles';

const BOX: Shape = {
  kind: 'roundedRectangle',
  lengthMm: 140,
  widthMm: 90,
  cornerRadiusMm: 30,
  centreXMm: 10,
  centreYMm: 5,
  rotationDeg: 0,
};

describe('the sheet', () => {
  const view = fit({ minX: -100, minY: -50, maxX: 100, maxY: 50 }, 500, 400, 20);

  it('puts plan y up and comes back to the same millimetre', () => {
    expect(toScreen(view, { x: 0, y: 10 }).y).toBeLessThan(toScreen(view, { x: 0, y: 0 }).y);
    const there = toScreen(view, { x: 33, y: -12 });
    const back = toPlan(view, there.x, there.y);
    expect(back.x).toBeCloseTo(33, 9);
    expect(back.y).toBeCloseTo(-12, 9);
  });

  it('fits everything inside the margins', () => {
    expect(toScreen(view, { x: -100, y: 0 }).x).toBeGreaterThanOrEqual(53.9);
    expect(toScreen(view, { x: 100, y: 0 }).x).toBeLessThanOrEqual(446.1);
  });

  it('rules in steps of 1, 2 and 5', () => {
    expect([0.6, 1.5, 4, 12].map((px) => rulerStep(px, 58))).toEqual([100, 50, 20, 5]);
  });
});

describe('a grip that is pulled', () => {
  it('comes to rest on a whole step within reach, and anywhere with none', () => {
    expect(dragHandle(BOX, 'length', { x: 83.4, y: 5 }, 2)).toEqual(jasmine.objectContaining({ lengthMm: 145 }));
    expect(dragHandle(BOX, 'length', { x: 83.4, y: 5 })).toEqual(jasmine.objectContaining({ lengthMm: 147 }));
    expect(dragHandle(BOX, 'move', { x: 19.2, y: 33 }, 1)).toEqual(jasmine.objectContaining({ centreXMm: 20, centreYMm: 33 })); // prettier-ignore
  });

  it('turns to the corners of a set square', () => {
    const at = (deg: number) => ({ x: 10 + 100 * Math.cos((deg * Math.PI) / 180), y: 5 + 100 * Math.sin((deg * Math.PI) / 180) }); // prettier-ignore
    expect(dragHandle(BOX, 'turn', at(43), 1)).toEqual(jasmine.objectContaining({ rotationDeg: 45 }));
    expect(dragHandle(BOX, 'turn', at(41), 1)).toEqual(jasmine.objectContaining({ rotationDeg: 41 }));
    expect(dragHandle(BOX, 'turn', at(43))).toEqual(jasmine.objectContaining({ rotationDeg: 43 }));
  });
});

describe('grips of a free outline', () => {
  const FREE: Extract<Shape, { kind: 'polygon' }> = { kind: 'polygon', points: [{ x: 0, y: 0 }, { x: 100, y: 0 }, { x: 100, y: 60 }, { x: 0, y: 60 }] }; // prettier-ignore

  it('are its points, dragged and nudged one by one', () => {
    expect(handlesOf(FREE, 0).map((handle) => handle.id)).toEqual(['point-0', 'point-1', 'point-2', 'point-3']);
    const dragged = dragHandle(FREE, 'point-2', { x: 120.2, y: 71 }) as typeof FREE;
    expect(dragged.points[2]).toEqual({ x: 120, y: 71 });
    expect((nudgeHandle(FREE, 'point-1', -10, 0) as typeof FREE).points[1]).toEqual({ x: 90, y: 0 });
  });

  it('never let the outline cross itself', () => {
    expect(dragHandle(FREE, 'point-0', { x: 150, y: 30 })).toBe(FREE);
  });

  it('can be added half-way and taken out, down to three', () => {
    const more = addPoint(FREE, 3);
    expect(more.points[4]).toEqual({ x: 0, y: 30 });
    const three = dropPoint(FREE, 0);
    expect(three.points.length).toBe(3);
    expect(dropPoint(three, 0)).toBe(three);
  });
});

describe('grips', () => {
  it('pull length and width about the centre', () => {
    expect(dragHandle(BOX, 'length', { x: 110, y: 5 })).toEqual(
      jasmine.objectContaining({ lengthMm: 200, widthMm: 90 }),
    );
    expect(dragHandle(BOX, 'width', { x: 10, y: 65 })).toEqual(jasmine.objectContaining({ widthMm: 120 }));
  });

  it('pull along the outline’s own axes when it is turned', () => {
    const turned = { ...BOX, rotationDeg: 90 };
    expect(dragHandle(turned, 'length', { x: 10, y: 105 })).toEqual(jasmine.objectContaining({ lengthMm: 200 }));
  });

  it('keep corners and slots possible while dragging', () => {
    expect(dragHandle(BOX, 'width', { x: 10, y: 15 })).toEqual(
      jasmine.objectContaining({ widthMm: 20, cornerRadiusMm: 10 }),
    );
    expect(dragHandle({ kind: 'slot', lengthMm: 100, widthMm: 40 }, 'width', { x: 0, y: 90 })).toEqual(
      jasmine.objectContaining({ widthMm: 100 }),
    );
    expect(dragHandle({ kind: 'circle', diameterMm: 80 }, 'length', { x: 0, y: 0 })).toEqual(
      jasmine.objectContaining({ diameterMm: 1 }),
    );
  });

  it('turn and move, by pointer and by key', () => {
    expect(dragHandle(BOX, 'turn', { x: 10, y: 200 })).toEqual(jasmine.objectContaining({ rotationDeg: 90 }));
    expect(nudgeHandle(BOX, 'move', 1, -10)).toEqual(jasmine.objectContaining({ centreXMm: 11, centreYMm: -5 }));
    expect(nudgeHandle({ ...BOX, rotationDeg: 179 }, 'turn', 10, 0)).toEqual(
      jasmine.objectContaining({ rotationDeg: -171 }),
    );
  });

  it('stand on the outline', () => {
    const at = (id: string) => handlesOf(BOX, 20).find((h) => h.id === id)!.at;
    expect(at('length')).toEqual({ x: 80, y: 5 });
    expect(at('width').y).toBeCloseTo(50, 9);
    expect(at('turn').x).toBeCloseTo(100, 9);
  });
});
