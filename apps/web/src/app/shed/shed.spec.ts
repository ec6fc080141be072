import { type BoardRow } from '@ashstep/contract';
import type { Air } from '@ashstep/core/air';
import { parseLocal } from '@ashstep/core/plan';
import { NEW_REPAIR, NOTHING_DONE } from '@ashstep/core/repair';
import { MILD, NOW, POLYESTER, plannedShed } from '../plan/planned.testing';
import { boardJob } from './board-job';
import { withShedPlan } from './standing';
import { isDrawnSmaller, thumbnail } from './thumbnail';

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
    startedAt: null,
    plies: [],
    checks: [],
    pliesLaid: 0,
    results: 0,
    passes: 0,
    inputs: {
      ...structuredClone(NEW_REPAIR),
      laminate: { ...structuredClone(NEW_REPAIR.laminate), thicknessMm: 4 },
    } as BoardRow['inputs'],
    ...patch,
  });

  it('draws what is worked on at one scale, and smaller only what would be cut off', () => {
    const drawn = (diameterMm: number) => {
      const inputs = { ...POLYESTER, damage: { ...POLYESTER.damage, shape: { kind: 'circle', diameterMm } } };
      const job = boardJob(row({ inputs: inputs as BoardRow['inputs'] }));
      const [xs, ys] = [0, 1].map((axis) => [...thumbnail(job, job.outlines.mask).matchAll(/(-?[\d.]+)[ ,](-?[\d.]+)/g)].map((point) => Number(point[axis + 1]))); // prettier-ignore
      return { across: Math.max(...xs!) - Math.min(...xs!), inside: Math.min(...xs!, ...ys!) >= 0 && Math.max(...xs!) <= 120 && Math.max(...ys!) <= 92, smaller: isDrawnSmaller(job) }; // prettier-ignore
    };
    const [small, larger, whole] = [drawn(40), drawn(80), drawn(900)];
    expect([small.smaller, larger.smaller, whole.smaller]).toEqual([false, false, true]);
    expect(larger.across - small.across).toBeCloseTo((40 * 100) / 470, 0);
    expect([small.inside, larger.inside, whole.inside]).toEqual([true, true, true]);
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

  it('names a resin only once somebody has seen to it', () => {
    const under = (stageReached: number): string => boardJob(row({ inputs: POLYESTER as BoardRow['inputs'], stageReached })).under; // prettier-ignore
    expect([under(0), under(2), under(3)]).toEqual(['No resin chosen yet', 'No resin chosen yet', 'Polyester, laminating']); // prettier-ignore
  });

  it('holds a cored job back until it is dry', () => {
    const job = row({ stageReached: 1 });
    job.inputs.laminate.core = { coreId: 'balsa', thicknessMm: 12, reachable: true };
    expect(boardJob(job).under).toContain('wet core');
  });

  describe('with the shed’s plan', () => {
    const nowMin = parseLocal(NOW, 'now');
    const job = () => boardJob(row({ inputs: POLYESTER as BoardRow['inputs'], stageReached: 6 }));

    it('draws the steps where the plan has them, and leaves a job on the bench that waits for hands only', () => {
      const { steps } = plannedShed([{ id: 'a' }]);
      const planned = withShedPlan(job(), steps, nowMin);
      expect(planned.shelf).toBe('bench');
      expect(planned.steps.map(({ key, startAt }) => [key, startAt])).toEqual(
        steps.map(({ step, task }) => [step.key, task.startAt]),
      );
      expect(withShedPlan(job(), [], nowMin)).toEqual(job());
    });

    it('says that it waits for a falling temperature, and from when', () => {
      const inputs = {
        ...POLYESTER,
        days: { ...POLYESTER.days, place: 'outdoors' as const },
        laminate: { ...POLYESTER.laminate, core: { coreId: 'pvc-80', thicknessMm: 10, reachable: true } },
      };
      const warming: Air = {
        ...MILD,
        hours: MILD.hours.map((hour, i) => ({ ...hour, tempC: 17 + Math.min(6, Math.max(0, (i % 24) - 6)) })),
      };
      const marks = ['wash', 'grind', 'cut-plies'].map((key) => ({ key, startedAt: null, doneAt: '2026-04-15T16:00' }));
      const { steps } = plannedShed([{ id: 'a', inputs, progress: { ...NOTHING_DONE, marks } }], NOW, warming);
      const planned = withShedPlan(
        boardJob(row({ inputs: inputs as BoardRow['inputs'], stageReached: 6 })),
        steps,
        nowMin,
      );
      expect(planned.shelf).toBe('waiting');
      expect(planned.act).toBe('Waits for a falling temperature');
      expect(planned.under).toContain('Lay up Thu 16 Apr');
    });

    it('says by when it is dry, or that it cures', () => {
      const readings = [[0, 16], [2, 12], [4, 10], [6, 9]].map(([day, value]) => ({ kind: 'moisture' as const, value: value!, xMm: 0, yMm: 0, instrument: 'pin', by: 'T', at: `2026-04-${10 + day!}T08:00` })); // prettier-ignore
      const wet = { ...POLYESTER, survey: { ...POLYESTER.survey, readings, moistureLimit: 8.4, dryReference: 8 } };
      const drying = withShedPlan(
        boardJob(row({ inputs: wet as BoardRow['inputs'], stageReached: 6 })),
        plannedShed([{ id: 'a', inputs: wet }]).steps,
        nowMin,
      );
      expect(drying.act).toBe('Drying');
      expect(drying.under).toContain('Dry by');
      const marks = ['wash', 'grind', 'cut-plies', 'lay-up', 'close-air'].map((key) => ({
        key,
        startedAt: null,
        doneAt: '2026-04-16T07:00',
      }));
      const { steps } = plannedShed([{ id: 'a', progress: { ...NOTHING_DONE, marks } }]);
      expect(withShedPlan(job(), steps, nowMin).act).toBe('Curing');
    });
  });
});
