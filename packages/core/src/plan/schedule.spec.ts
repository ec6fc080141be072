import { seeded } from '../testing/seeded.js';
import { parseLocal } from './calendar.js';
import { schedule } from './schedule.js';
import type { ScheduleInput, ScheduleResult, ScheduleTask } from './tasks.js';

const at = (text: string): number => parseLocal(text, 'x');
const ONE: ScheduleInput = { startAt: '2026-04-16T08:00', people: [{ id: 'ilse', skills: ['laminate'] }], tasks: [] };
const planned = (tasks: ScheduleTask[], more: Partial<ScheduleInput> = {}): ScheduleResult =>
  schedule({ ...ONE, ...more, tasks });
const of = (result: ScheduleResult, id: string) => result.tasks.find((task) => task.id === id)!;

describe('a plan of several jobs', () => {
  it('puts one after another for one pair of hands, and says why', () => {
    const result = planned([{ id: 'grind', minutes: 120 }, { id: 'lay', minutes: 60, inOneGo: true, skill: 'laminate', after: [{ id: 'grind' }] }, { id: 'cure', minutes: 24 * 60, byItself: true, after: [{ id: 'lay' }] }, { id: 'sand', minutes: 60, after: [{ id: 'cure' }] }]); // prettier-ignore
    // Thursday 08:00-10:00, 10:00-11:00, cured Friday 11:00, sanded by 12:00: by hand.
    expect(result.tasks.map(({ endAt }) => endAt)).toEqual([
      '2026-04-16T10:00',
      '2026-04-16T11:00',
      '2026-04-17T11:00',
      '2026-04-17T12:00',
    ]);
    expect(of(result, 'sand').why).toEqual({ id: 'after', taskId: 'cure' });
    expect(result.tasks.every(({ critical }) => critical)).toBeTrue();
    expect([result.gapPercent, result.boundAt]).toEqual([0, result.finishAt]);
  });

  it('never lets a step fall due at three in the morning: what is due then waits for the shed to open', () => {
    const result = planned([{ id: 'lay', minutes: 60 }, { id: 'cure', minutes: 18 * 60, byItself: true, after: [{ id: 'lay' }] }, { id: 'trim', minutes: 30, after: [{ id: 'cure' }] }]); // prettier-ignore
    expect(of(result, 'cure').endAt).toBe('2026-04-17T03:00');
    expect(of(result, 'trim').startAt).toBe('2026-04-17T08:00');
  });

  it('works on another job while one cures, and two people at once', () => {
    const job = (name: string): ScheduleTask[] => [{ id: `${name} lay`, job: name, minutes: 120 }, { id: `${name} cure`, job: name, minutes: 180, byItself: true, after: [{ id: `${name} lay` }] }, { id: `${name} sand`, job: name, minutes: 60, after: [{ id: `${name} cure` }] }]; // prettier-ignore
    // One pair of hands: A lays 8-10, B 10-12, A sands 13-14, B 15-16.
    expect(planned([...job('A'), ...job('B')]).finishAt).toBe('2026-04-16T16:00');
    expect(planned([...job('A'), ...job('B')], { people: [{ id: 'i' }, { id: 't' }] }).finishAt).toBe(
      '2026-04-16T14:00',
    );
  });

  it('keeps to bays and skills', () => {
    const tasks: ScheduleTask[] = [{ id: 'a', minutes: 60, bay: true }, { id: 'b', minutes: 60, bay: true }, { id: 'c', minutes: 60, skill: 'laminate' }]; // prettier-ignore
    const people = [{ id: 'i', skills: ['laminate'] }, { id: 't' }, { id: 'r' }];
    expect(planned(tasks, { people, bays: 1 }).finishAt).toBe('2026-04-16T10:00');
    expect(planned(tasks, { people, bays: 2 }).finishAt).toBe('2026-04-16T09:00');
    expect(of(planned(tasks, { people }), 'c').people).toEqual(['i']);
    expect(() => planned([{ id: 'x', minutes: 10, skill: 'weld' }])).toThrow(
      jasmine.objectContaining({ field: 'tasks.0.people' }),
    );
  });

  it('leaves a pinned task where it is and tells what that breaks', () => {
    const result = planned([{ id: 'lay', minutes: 60 }, { id: 'next', minutes: 30, pinnedAt: '2026-04-16T19:00', after: [{ id: 'lay', waitMin: 60, withinMin: 240 }] }]); // prettier-ignore
    expect(of(result, 'next').startAt).toBe('2026-04-16T19:00');
    expect(of(result, 'next').remarks.map(({ id }) => id)).toEqual(['schedule.too-late', 'schedule.shut']);
    expect(result.broken).toBe(2);
  });

  it('refuses rings, strangers and what no day is long enough for', () => {
    expect(() => planned([{ id: 'a', minutes: 1, after: [{ id: 'b' }] }, { id: 'b', minutes: 1, after: [{ id: 'a' }] }])).toThrow(jasmine.objectContaining({ code: 'inconsistent' })); // prettier-ignore
    expect(() => planned([{ id: 'a', minutes: 1, after: [{ id: 'z' }] }])).toThrow(
      jasmine.objectContaining({ field: 'tasks.0.after.0.id' }),
    );
    expect(() => planned([{ id: 'a', minutes: 600, inOneGo: true }])).toThrow(
      jasmine.objectContaining({ code: 'out-of-range' }),
    );
  });

  it('property: nobody is in two places, nothing begins before what it waits for, and no plan beats the bound', () => {
    const random = seeded(9);
    for (let round = 0; round < 12; round++) {
      const tasks: ScheduleTask[] = [];
      for (let job = 0; job < 4; job++)
        for (let k = 0; k < 6; k++) {
          const byItself = random.between(0, 1) < 0.3;
          const after =
            k === 0
              ? []
              : [{ id: `${job}-${Math.floor(random.between(0, k))}`, waitMin: Math.round(random.between(0, 120)) }];
          tasks.push({
            id: `${job}-${k}`,
            job: `${job}`,
            minutes: Math.round(random.between(10, byItself ? 900 : 300)),
            byItself,
            inOneGo: random.between(0, 1) < 0.4,
            bay: !byItself && random.between(0, 1) < 0.5,
            after,
          });
        }
      const result = planned(tasks, { people: [{ id: 'i' }, { id: 't' }], bays: 2, seed: round });
      const byId = new Map(result.tasks.map((task) => [task.id, task]));
      for (const { id, after } of tasks)
        for (const link of after ?? [])
          expect(at(byId.get(id)!.startAt)).toBeGreaterThanOrEqual(at(byId.get(link.id)!.endAt) + link.waitMin! - 1);
      for (const who of ['i', 't']) {
        const own = result.tasks
          .filter(({ people }) => people.includes(who))
          .sort((a, b) => at(a.startAt) - at(b.startAt));
        own.slice(1).forEach((task, i) => expect(at(task.startAt)).toBeGreaterThanOrEqual(at(own[i]!.endAt)));
      }
      expect(result.finishAt >= result.boundAt).toBeTrue();
    }
  });

  it('plans 12 jobs of 21 tasks and says how far it is from the bound', () => {
    const tasks = Array.from({ length: 12 }, (_, job) => Array.from({ length: 21 }, (__, k): ScheduleTask => ({ id: `${job}-${k}`, job: `${job}`, minutes: k % 3 === 2 ? 480 : 45 + 5 * ((job + k) % 7), byItself: k % 3 === 2, bay: k % 3 === 0, ...(k > 0 ? { after: [{ id: `${job}-${k - 1}` }] } : {}) }))).flat(); // prettier-ignore
    const begun = performance.now();
    const result = planned(tasks, {
      people: [{ id: 'i' }, { id: 't' }, { id: 'r' }],
      bays: 2,
      tries: 20,
    } as Partial<ScheduleInput>);
    expect(performance.now() - begun).toBeLessThan(5000);
    expect(result.tasks.length).toBe(252);
    expect(result.gapPercent).toBeLessThan(60);
  });
});

describe('half a bay', () => {
  it('is refused, and half a person', () => {
    const tasks = [{ id: 'a', minutes: 60 }];
    expect(() => schedule({ startAt: '2026-04-16T08:00', people: [{ id: 'x' }], bays: 0.5, tasks })).toThrow(
      jasmine.objectContaining({ code: 'not-whole', field: 'bays' }),
    );
    expect(() =>
      schedule({ startAt: '2026-04-16T08:00', people: [{ id: 'x' }], tasks: [{ ...tasks[0]!, people: 1.5 }] }),
    ).toThrow(jasmine.objectContaining({ field: 'tasks.0.people' }));
  });
});
