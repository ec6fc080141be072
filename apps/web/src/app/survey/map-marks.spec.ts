import type { MapMark } from '@ashstep/core/survey';
import { moveMarkPoint, settled, snapTargets } from './map-marks';

const SQUARE: MapMark = { id: 'a', kind: 'damage', name: '', widthMm: 0, points: [{ x: 0, y: 0 }, { x: 40, y: 0 }, { x: 40, y: 40 }, { x: 0, y: 40 }] }; // prettier-ignore
const CRACK: MapMark = { id: 'b', kind: 'crack', name: '', widthMm: 1, points: [{ x: 60, y: 0 }, { x: 90, y: 5 }] }; // prettier-ignore

describe('marks set by hand', () => {
  it('draw a press to a corner within a finger’s reach, else to the whole millimetre', () => {
    const targets = snapTargets({ kind: 'polygon', points: [{ x: 0, y: 0 }, { x: 10.4, y: 0 }, { x: 5, y: 9 }], centreXMm: 100 }, [CRACK]); // prettier-ignore
    expect(settled({ x: 111, y: 1, reachMm: 4 }, targets)).toEqual({ x: 110.4, y: 0 });
    expect(settled({ x: 88.6, y: 4, reachMm: 4 }, targets)).toEqual({ x: 90, y: 5 });
    expect(settled({ x: 70.3, y: 0.6, reachMm: 4 }, targets)).toEqual({ x: 70, y: 1 });
    expect(snapTargets({ kind: 'circle', diameterMm: 40 }, [])).toEqual([]);
  });

  it('move one place of one mark, and never make an outline cross itself', () => {
    const moved = moveMarkPoint([SQUARE, CRACK], 'b', 1, () => ({ x: 95, y: 9 }));
    expect(moved[1]!.points[1]).toEqual({ x: 95, y: 9 });
    expect(moved[0]).toBe(SQUARE);
    expect(moveMarkPoint([SQUARE], 'a', 2, () => ({ x: 20, y: -30 }))[0]!.points).toEqual(SQUARE.points);
    expect(moveMarkPoint([SQUARE], 'a', 2, (p) => ({ x: p.x + 5, y: p.y }))[0]!.points[2]).toEqual({ x: 45, y: 40 });
  });
});
