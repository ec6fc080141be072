import { USUAL_SHOP } from '@ashstep/core/plan';
import { issueFields } from './problem.js';
import { addReading, completeSettings, forecast, setMark, setPin, shedHours, shopSettings } from './shop.js';

const ID = '00000000-0000-4000-8000-00000000000a';
const words = (
  schema: { safeParse: (value: unknown) => { success: boolean; error?: unknown } },
  value: unknown,
): string[] => {
  const { success, error } = schema.safeParse(value);
  return success ? [] : issueFields(error as never).map(({ path, message }) => `${path}: ${message}`);
};
const SETTINGS = { ...USUAL_SHOP, hands: [{ id: ID, skills: ['lay-up'] }] };
const HOUR = { tempC: 12, humidityPercent: 70, rainMm: 0, sunWPerM2: 100 };

describe('settings of the shed', () => {
  it('are taken as a new shed has them', () => expect(words(shopSettings, SETTINGS)).toEqual([]));

  it('open an hour at least, on one day at least', () => {
    expect(words(shedHours, { fromMin: 480, toMin: 500, openDays: [1] })).toEqual(['toMin: Open an hour at least.']);
    expect(words(shedHours, { fromMin: 480, toMin: 1020, openDays: [] })).toEqual([
      'openDays: Open on one day at least.',
    ]);
    expect(words(shedHours, { fromMin: 480, toMin: 1020, openDays: [7] }).length).toBe(1);
  });

  it('want one at least in every bay, and no tool twice', () => {
    expect(words(shopSettings, { ...SETTINGS, bays: 0 })).toEqual(['bays: Accepted: 1 or more.']);
    const tool = { kind: 'scale', name: 'Bench scale', stepG: 1 };
    expect(words(shopSettings, { ...SETTINGS, tools: [tool, tool] })[0]).toContain('the same name');
  });

  it('have somebody back after they went', () => {
    const away = [{ fromAt: '2026-04-20T08:00', untilAt: '2026-04-18T17:00' }];
    expect(words(shopSettings, { ...SETTINGS, hands: [{ ...SETTINGS.hands[0], away }] })).toEqual([
      'hands.0.away.0.untilAt: Back after it begins.',
    ]);
  });

  it('refuse what no shed has: a rate of nothing, a heater of the sun, a field that is not known', () => {
    expect(words(shopSettings, { ...SETTINGS, dropsPerMl: 0 })[0]).toContain('dropsPerMl');
    expect(words(shopSettings, { ...SETTINGS, climate: { ...SETTINGS.climate, heatedToC: 90 } })[0]).toContain(
      'climate.heatedToC',
    );
    expect(words(shopSettings, { ...SETTINGS, mood: 'good' })).toEqual([': Not known here: mood.']);
    expect(words(shopSettings, { ...SETTINGS, money: { ...SETTINGS.money, perHour: Number.NaN } }).length).toBe(1);
  });

  it('lose the one laying rate they had for all work', () => {
    expect('layingRateGPerMin' in completeSettings({ ...USUAL_SHOP, layingRateGPerMin: 8.4 })).toBeFalse();
  });

  it('stored before one existed have what a new shed starts from in its place', () => {
    const { money, ...older } = SETTINGS;
    expect(completeSettings(older as never).money).toEqual(USUAL_SHOP.money);
    expect(completeSettings({ rates: { ...USUAL_SHOP.rates, grindMlPerMin: 99 } as never }).rates).toEqual(
      jasmine.objectContaining({ ...USUAL_SHOP.rates, grindMlPerMin: 99 }),
    );
    expect(money).toBeDefined();
  });
});

describe('what goes into the plan', () => {
  it('is a forecast from a whole hour on, an hour at least and sixty days at the most', () => {
    expect(words(forecast, { startAt: '2026-04-16T08:00', hours: [HOUR] })).toEqual([]);
    expect(words(forecast, { startAt: '2026-04-16T08:10', hours: [HOUR] })[0]).toContain('Begins with a whole hour.');
    expect(words(forecast, { startAt: '2026-04-16T08:00', hours: [] }).length).toBe(1);
    expect(
      words(forecast, { startAt: '2026-04-16T08:00', hours: Array.from({ length: 24 * 60 + 1 }, () => HOUR) }).length,
    ).toBe(1);
  });

  it('is air there can be: no 120 % and no hour hotter than any', () => {
    expect(words(forecast, { startAt: '2026-04-16T08:00', hours: [{ ...HOUR, humidityPercent: 120 }] })[0]).toContain(
      'hours.0.humidityPercent',
    );
    expect(words(addReading, { id: ID, at: '2026-04-16T08:00', tempC: 75, humidityPercent: 50 })[0]).toContain('tempC');
    expect(words(addReading, { id: ID, at: 'yesterday', tempC: 18, humidityPercent: 50 })[0]).toBe(
      'at: Give day and time, like 2026-04-16 08:00.',
    );
  });

  it('is done after it was begun', () => {
    const mark = { repairId: ID, key: 'grind', startedAt: '2026-04-16T09:00', doneAt: '2026-04-16T08:00' };
    expect(words(setMark, mark)).toEqual(['doneAt: Done after it was begun.']);
    expect(words(setMark, { ...mark, doneAt: null })).toEqual([]);
    expect(words(setMark, { ...mark, startedAt: null })).toEqual([]);
  });

  it('is pinned to a moment or let go', () => {
    expect(words(setPin, { repairId: ID, key: 'lay-up', startAt: null })).toEqual([]);
    expect(words(setPin, { repairId: ID, key: 'lay-up', startAt: '2026-13-40T99:00' }).length).toBe(1);
    expect(words(setPin, { repairId: ID, key: '', startAt: null }).length).toBe(1);
  });
});
