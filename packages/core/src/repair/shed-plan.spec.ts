import { standInWeather } from '../air/index.js';
import { type ShopSettings, USUAL_SHOP, parseLocal, schedule } from '../plan/index.js';
import { NEW_REPAIR, type RepairInputs } from './inputs.js';
import {
  type JobProgress,
  NOTHING_DONE,
  type ShedJob,
  type ShedPlanInput,
  jobAndStep,
  planVariants,
  shedSchedule,
  withVariant,
} from './shed-plan.js';

const at = (text: string): number => parseLocal(text, 'x');
const SHOP: ShopSettings = { ...USUAL_SHOP, hands: [{ id: 'ilse', skills: ['prepare', 'lay-up', 'finish'] }, { id: 'maren', skills: ['inspect'] }] }; // prettier-ignore
const HULL: RepairInputs = {
  ...NEW_REPAIR,
  laminate: { ...NEW_REPAIR.laminate, thicknessMm: 6, clueIds: ['styrene-smell', 'plate-polyester'] },
  resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-medium', overrideReason: 'asked for' },
  place: { ...NEW_REPAIR.place, finish: 'paint' },
  days: { ...NEW_REPAIR.days, startAt: '2026-06-15T08:00' },
};
const job = (
  inputs: RepairInputs = HULL,
  progress: Partial<JobProgress> = {},
  pins: ShedJob['pins'] = {},
): ShedJob => ({ id: 'hull', inputs, progress: { ...NOTHING_DONE, ...progress }, pins });
const input = (jobs: ShedJob[], more: Partial<ShedPlanInput> = {}): ShedPlanInput => ({
  shop: SHOP,
  jobs,
  nowAt: '2026-06-15T08:00',
  weather: standInWeather({ seed: 4280, startAt: '2026-06-14T00:00', hours: 14 * 24 }),
  reading: null,
  ...more,
});
const planned = (given: ShedPlanInput) => {
  const made = shedSchedule(given);
  const result = schedule({ ...made.input!, tries: 10 });
  return { ...made, result, of: (key: string) => result.tasks.find((task) => jobAndStep(task.id).key === key)! };
};

describe('the shed’s plan of its jobs', () => {
  it('goes from washing to inspection, each by who can do it', () => {
    const { result, of } = planned(input([job()]));
    expect(result.broken).toBe(0);
    expect(of('wash').startAt).toBe('2026-06-15T08:00');
    expect(of('lay-up').people).toEqual(['ilse']);
    expect(of('inspect').people).toEqual(['maren']);
    expect(at(of('level').startAt)).toBeGreaterThanOrEqual(at(of('cure-to-sand').endAt));
    expect(result.finishAt).toBe(of('inspect').endAt);
  });

  it('waits with what is not begun for its own first morning', () => {
    expect(
      planned(input([job({ ...HULL, days: { ...HULL.days, startAt: '2026-06-17T10:00' } })])).of('wash').startAt,
    ).toBe('2026-06-17T10:00');
  });

  it('goes on from what is done: laid yesterday, sanded as soon as it has cured since', () => {
    const plies = Array.from({ length: 12 }, (_, i) => ({
      key: `f0-p${i + 1}`,
      at: `2026-06-14T1${Math.min(9, 3 + Math.floor(i / 3))}:10`,
    }));
    const { of } = planned(input([job(HULL, { startedAt: '2026-06-14T13:00', plies })]));
    expect(of('wash').why.id).toBe('done');
    expect(of('lay-up')).toEqual(
      jasmine.objectContaining({ startAt: '2026-06-14T13:00', why: { id: 'done', taskId: null } }),
    );
    expect(at(of('cure-to-sand').startAt)).toBe(at(of('lay-up').endAt));
  });

  it('takes the rest of a lay-up that is under way, and what is ticked off', () => {
    const whole = planned(input([job()]));
    const minutes = (of: typeof whole.of): number => at(of('lay-up').endAt) - at(of('lay-up').startAt);
    const half = planned(
      input([job(HULL, { startedAt: '2026-06-15T07:10', plies: [{ key: 'f0-p1', at: '2026-06-15T07:20' }] })]),
    );
    expect(half.of('lay-up').startAt).toBe('2026-06-15T08:00');
    expect(minutes(half.of)).toBeLessThan(minutes(whole.of));
    const ground = planned(input([job(HULL, { checks: [{ id: 'washed', at: '2026-06-14T15:00' }, { id: 'ground', at: '2026-06-14T17:00' }] })])); // prettier-ignore
    expect(ground.of('grind').why.id).toBe('done');
    expect(ground.of('cut-plies').startAt).toBe('2026-06-15T08:00');
  });

  it('asks nothing but a second pair of eyes of a job that is finished', () => {
    expect(planned(input([job(HULL, { finished: true })])).result.tasks.map(({ id }) => id)).toEqual(['hull/inspect']);
  });

  it('keeps to a pin, and says what it breaks', () => {
    const { of } = planned(input([job(HULL, {}, { level: '2026-06-15T15:00' })]));
    expect(of('level').startAt).toBe('2026-06-15T15:00');
    expect(of('level').remarks.map(({ id }) => id)).toContain('schedule.too-soon');
  });

  it('leaves out what has no start, is not planned or is held, and says which', () => {
    const none = { ...HULL, days: { ...HULL.days, startAt: null } };
    const open = {
      ...HULL,
      resin: { ...HULL.resin, systemId: null },
      laminate: { ...HULL.laminate, thicknessMm: null },
    };
    const grave = { ...HULL, severity: { ...HULL.severity, structure: 'keel' as const } };
    const left = (inputs: RepairInputs) => shedSchedule(input([job(inputs)])).left.map(({ why }) => why);
    expect([none, open, grave].map(left)).toEqual([['no-start'], ['not-planned'], ['held']]);
  });

  it('lets a wet core dry first, as long as its log says', () => {
    const readings = [20, 16.5, 13.8, 11.8].map((value, day) => ({
      kind: 'moisture' as const,
      value,
      xMm: 0,
      yMm: 0,
      instrument: '',
      by: '',
      at: `2026-06-${11 + day}T08:00`,
    }));
    const wet: RepairInputs = {
      ...HULL,
      laminate: { ...HULL.laminate, core: { coreId: 'balsa', thicknessMm: 12, reachable: true } },
      survey: { ...HULL.survey, readings, moistureLimit: 8, dryReference: 5 },
    };
    const { of } = planned(input([job(wet)]));
    expect(at(of('lay-up').startAt)).toBeGreaterThanOrEqual(at(of('drying').endAt));
    expect(of('drying').endAt.slice(0, 10) > '2026-06-16').toBeTrue();
    // Washed and ground meanwhile.
    expect(at(of('cut-plies').endAt)).toBeLessThan(at(of('drying').endAt));
  });

  it('lays a foam core up only while the shed cools', () => {
    const foam: RepairInputs = {
      ...HULL,
      laminate: { ...HULL.laminate, core: { coreId: 'eps', thicknessMm: 60, reachable: true } },
    };
    const { of, input: made } = planned(input([job(foam)]));
    const air = made!.air!['shed']!;
    const from = (at(of('lay-up').startAt) - at(air.startAt)) / 60;
    const temps = air.hours
      .slice(Math.floor(from), Math.ceil((at(of('lay-up').endAt) - at(air.startAt)) / 60))
      .map(({ tempC }) => tempC);
    expect(Math.max(...temps)).toBeLessThanOrEqual(temps[0]! + 0.4);
  });

  it('cures sooner in a heated tent', () => {
    const cure = (days: Partial<RepairInputs['days']>): number => {
      const { of } = planned(input([job({ ...HULL, days: { ...HULL.days, ...days } })]));
      return at(of('cure-to-sand').endAt) - at(of('cure-to-sand').startAt);
    };
    expect(cure({ place: 'tent', tentToC: 30 })).toBeLessThan(0.7 * cure({}));
  });

  it('offers a long day and other numbers of goes', () => {
    const given = input([job()]);
    expect(planVariants(given.jobs[0]!, SHOP).map(({ id, goes }) => [id, goes])).toEqual([['as-planned', null], ['long-day', null], ['goes', 2], ['goes', 3]]); // prettier-ignore
    const three = planVariants(given.jobs[0]!, SHOP).at(-1)!;
    expect(
      planned(withVariant(given, 'hull', three)).result.tasks.filter(({ id }) =>
        jobAndStep(id).key.startsWith('lay-up'),
      ).length,
    ).toBe(3);
  });
});
