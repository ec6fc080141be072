import { type RoomInput, roomCheck } from './room.js';

const of = (mm: readonly number[], more: Partial<RoomInput> = {}) => roomCheck({ readings: mm.map((belowMm, i) => ({ atMm: 50 * i, belowMm })), when: 'before', patchMm: 2, fairingMm: 0.5, finishMm: 0.5, ...more }); // prettier-ignore

describe('the room under level', () => {
  it('is held against plies, fairing and finish, and told where it is too shallow and by how much', () => {
    const found = of([3.0, 3.4, 2.2]);
    expect([found.wantedMm, found.patchBelowMm, found.leastMm]).toEqual([3, 1, 2.2]);
    expect(found.spareMm).toBeCloseTo(-0.8, 9);
    expect(found.high.map(({ atMm }) => atMm)).toEqual([100]);
    expect(found.high[0]!.byMm).toBeCloseTo(0.8, 9);
    expect(found.verdict).toBe('none');
    expect(found.remarks[0]!.id).toBe('room.none');
  });

  it('is tight where only the fairing has no room, and enough where all has', () => {
    expect(of([2.6, 3.1]).verdict).toBe('tight');
    expect(of([3.0, 3.05]).verdict).toBe('room');
  });

  it('of the cured patch is that for fairing and finish; where it lies far lower another ply is better than filler', () => {
    const after = of([1.1, 2.6, 1.0], { when: 'after' });
    expect([after.wantedMm, after.verdict]).toEqual([1, 'room']);
    expect(after.low.map(({ atMm }) => atMm)).toEqual([50]);
    expect(after.remarks.map(({ id }) => id)).toEqual(['room.low']);
    // Proud of level: it comes off.
    expect(of([-0.3], { when: 'after' }).spareMm).toBeCloseTo(-1.3, 9);
  });
});
