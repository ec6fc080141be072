import { type BoardRow } from '@ashstep/contract';
import { NEW_REPAIR } from '@ashstep/core';
import { boardJob } from './board.service';
import { clockPlace } from './shed-clock';

const FROM = new Date(2026, 3, 16, 8).getTime();
const at = (day: number, hour: number) => clockPlace(new Date(2026, 3, day, hour).getTime(), FROM);

describe('the shed clock', () => {
  it('gives working hours more room than the night', () => {
    expect(at(16, 17) - at(16, 8)).toBeGreaterThan(2 * (at(17, 8) - at(16, 17)));
  });

  it('never runs backwards and stays on the strip', () => {
    const places = Array.from({ length: 7 * 24 }, (_, hour) => clockPlace(FROM + hour * 3_600_000, FROM));
    places.slice(1).forEach((place, i) => expect(place).toBeGreaterThanOrEqual(places[i]!));
    expect(at(1, 0)).toBe(0);
    expect(at(30, 0)).toBe(1);
  });
});

describe('the board', () => {
  const row = (patch: Partial<BoardRow>): BoardRow => ({
    id: 'a',
    craftId: 'b',
    craftTag: 'PL-2',
    craftName: 'Launch',
    construction: '',
    title: 'Stem',
    state: 'open',
    revision: 1,
    version: 1,
    technician: 'T',
    updatedAt: '',
    sealedAt: null,
    openRework: 0,
    stageReached: 0,
    started: false,
    pliesLaid: 0,
    results: 0,
    passes: 0,
    inputs: { ...structuredClone(NEW_REPAIR), laminate: { ...structuredClone(NEW_REPAIR.laminate), thicknessMm: 4 } } as BoardRow['inputs'],
    ...patch,
  });

  it('puts work under way on the bench and says which ply is next', () => {
    const job = boardJob(row({ started: true, pliesLaid: 2, stageReached: 7 }));
    expect(job.shelf).toBe('bench');
    expect(job.urgent).toBeTrue();
    expect(job.act).toContain('ply 3 of');
  });

  it('lets rework wait and finished work be inspected', () => {
    expect(boardJob(row({ openRework: 1, stageReached: 9 })).shelf).toBe('waiting');
    expect(boardJob(row({ stageReached: 9 })).shelf).toBe('inspect');
  });

  it('holds a cored job back until it is dry', () => {
    const job = row({ stageReached: 1 });
    job.inputs.laminate.core = { coreId: 'balsa', thicknessMm: 12, reachable: true };
    expect(boardJob(job).under).toContain('wet core');
  });
});
