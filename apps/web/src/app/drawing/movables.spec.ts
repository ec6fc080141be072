import type { RepairInputs } from '@ashstep/core/repair';
import { type SheetEdit, moveItem, nearHandles, spotHandles } from './movables';

const DAMAGE = {
  spots: [
    { id: 'a', name: '', shape: { kind: 'circle', diameterMm: 8, centreXMm: 40, centreYMm: 0 } },
    { id: 'b', name: 'lower', shape: { kind: 'circle', diameterMm: 6, centreXMm: 80, centreYMm: -10 } },
  ],
  neighbours: [{ name: 'Deck edge', kind: 'edge', fromXMm: -100, fromYMm: 60, toXMm: 100, toYMm: 60 }],
} as unknown as RepairInputs['damage'];
const SURVEY = {
  readings: [
    { kind: 'tap', sound: 'dull', xMm: 0, yMm: 0 },
    { kind: 'moisture', value: 14, xMm: 20, yMm: 5 },
  ],
} as unknown as RepairInputs['survey'];

const damageAfter = (edit: SheetEdit) => (edit.section === 'damage' ? edit.change(DAMAGE) : {});

describe('what can be taken hold of on the sheet', () => {
  it('is every spot by what it is called, and every line by both ends and whole', () => {
    expect(spotHandles(DAMAGE).map(({ label }) => label)).toEqual(['Move spot 2', 'Move spot lower']);
    expect(nearHandles(DAMAGE).map(({ at }) => at)).toEqual([
      { x: -100, y: 60 },
      { x: 100, y: 60 },
      { x: 0, y: 60 },
    ]);
  });

  it('a spot goes where it is taken, with its size and without the others', () => {
    const { spots } = damageAfter(moveItem('spot:b', () => ({ x: 95, y: 15 })));
    expect(spots![1]!.shape).toEqual({ kind: 'circle', diameterMm: 6, centreXMm: 95, centreYMm: 15 });
    expect(spots![0]).toBe(DAMAGE.spots[0]!);
  });

  it('an edge turns about the end that is not held, and keeps its length when taken whole', () => {
    const [turned] = damageAfter(moveItem('near:0:to', () => ({ x: 90, y: 80 }))).neighbours!;
    expect([turned!.fromXMm, turned!.fromYMm, turned!.toXMm, turned!.toYMm]).toEqual([-100, 60, 90, 80]);
    const [moved] = damageAfter(moveItem('near:0:whole', ({ x, y }) => ({ x, y: y + 10 }))).neighbours!;
    expect([moved!.fromXMm, moved!.fromYMm, moved!.toXMm, moved!.toYMm]).toEqual([-100, 70, 100, 70]);
  });

  it('a reading keeps what it read', () => {
    const edit = moveItem('reading:1', () => ({ x: 25, y: 0 }));
    const readings = edit.section === 'survey' ? edit.change(SURVEY).readings! : [];
    expect(readings[1]).toEqual(jasmine.objectContaining({ kind: 'moisture', value: 14, xMm: 25, yMm: 0 }));
    expect(readings[0]).toBe(SURVEY.readings[0]!);
  });
});
