import { SYSTEMS, type SystemCard, systemOf } from '../resin/systems.js';
import { resinVerdicts } from '../resin/verdicts.js';
import type { AirRead } from './air-read.js';
import { againstLaying, freshReading, isFresh, jobAir, jobDew, systemsForAir } from './air.js';

const read = (at: string, more: Partial<AirRead>): AirRead => ({ id: at, tempC: null, humidityPercent: null, surfaceTempC: null, place: 'shed', instrument: '', by: 'A', at, ...more }); // prettier-ignore
const EXPECTED = { source: 'forecast', tempC: 12, humidityPercent: 80, surfaceTempC: null, by: 'B', at: '2026-03-02T08:00' } as const; // prettier-ignore

describe('the air of a job', () => {
  it('is the usual where nobody said anything, and says so; a surface is taken to be as warm', () => {
    const air = jobAir({ readings: [], expected: null });
    expect([air.tempC.value, air.humidityPercent.value, air.surfaceTempC.value]).toEqual([20, 55, 20]);
    expect([air.tempC.source, air.humidityPercent.source, air.surfaceTempC.source]).toEqual([
      'usual',
      'usual',
      'as-air',
    ]);
  });

  it('is what was said last, each figure for itself', () => {
    const air = jobAir({
      readings: [
        read('2026-03-02T09:00', { tempC: 9, humidityPercent: 71 }),
        read('2026-03-02T07:00', { tempC: 6, surfaceTempC: 5 }),
      ],
      expected: EXPECTED,
    });
    expect([air.tempC.value, air.tempC.source]).toEqual([9, 'reading']);
    expect([air.humidityPercent.value, air.humidityPercent.source]).toEqual([71, 'reading']);
    expect([air.surfaceTempC.value, air.surfaceTempC.source]).toEqual([5, 'reading']);
  });

  it('goes by what is expected once that was put down after the last reading', () => {
    const air = jobAir({ readings: [read('2026-03-02T07:00', { tempC: 6, humidityPercent: 60 })], expected: EXPECTED });
    expect([air.tempC.value, air.tempC.source, air.humidityPercent.value]).toEqual([12, 'forecast', 80]);
    const old = jobAir({ readings: [read('2020-01-01T07:00', { tempC: 6 })], expected: { ...EXPECTED, at: null } });
    expect(old.tempC.value).toBe(6);
  });

  it('has its dew point: 20 °C and 50 % is 9.3 °C', () => {
    const air = jobAir({ readings: [read('2026-03-02T07:00', { tempC: 20, humidityPercent: 50, surfaceTempC: 11 })], expected: null }); // prettier-ignore
    expect(jobDew(air).dewPointC).toBeCloseTo(9.27, 1);
    expect(jobDew(air).surfaceDryEnough).toBeFalse();
  });
});

describe('a reading', () => {
  it('serves four hours in the shed and one outdoors', () => {
    expect(isFresh('2026-03-02T08:00', '2026-03-02T12:00', 'shed')).toBeTrue();
    expect(isFresh('2026-03-02T08:00', '2026-03-02T12:01', 'shed')).toBeFalse();
    expect(isFresh('2026-03-02T08:00', '2026-03-02T09:01', 'outdoors')).toBeFalse();
  });

  it('of temperature alone does not do where the humidity counts', () => {
    const air = {
      readings: [read('2026-03-02T08:30', { tempC: 18 }), read('2026-03-02T08:00', { tempC: 17, humidityPercent: 60 })],
      expected: null,
    };
    expect(freshReading(air, '2026-03-02T09:00', 'shed')?.tempC).toBe(17);
    expect(freshReading(air, '2026-03-02T13:00', 'shed')).toBeNull();
  });
});

describe('a system for the air', () => {
  const [slow, medium, fast, polyester] = ['epoxy-slow', 'epoxy-medium', 'epoxy-fast', 'polyester'].map((id) => systemOf(id, undefined)) as [SystemCard, SystemCard, SystemCard, SystemCard]; // prettier-ignore
  const at = (tempC: number) => jobAir({ readings: [], expected: { ...EXPECTED, tempC } });
  const none = { families: [] };

  it('is offered from the shelf where the chosen one is too slow for the cold', () => {
    expect(systemsForAir(slow, SYSTEMS, none, at(8)).map(({ id }) => id)).toEqual(['epoxy-fast']);
    expect(systemsForAir(slow, [polyester, fast, medium], none, at(12)).map(({ id }) => id)).toEqual(['epoxy-medium', 'epoxy-fast']); // prettier-ignore
    expect(systemsForAir(slow, SYSTEMS, none, at(20))).toEqual([]);
  });

  it('is none that is ruled out for more than the cold', () => {
    const families = resinVerdicts({ facts: { parent: 'epoxy', tooCold: ['epoxy'] } }).families;
    expect(systemsForAir(slow, [polyester, fast], { families }, at(8)).map(({ id }) => id)).toEqual(['epoxy-fast']);
    expect(systemsForAir(slow, [polyester], { families }, at(20 - 5))).toEqual([]);
  });
});

describe('air that nothing is laid in', () => {
  const ids = (tempC: number, humidityPercent: number, surfaceTempC: number | null = null) =>
    againstLaying(systemOf('polyester', undefined), { tempC, humidityPercent, surfaceTempC }).map(({ id }) => id);

  it('is too cold, too hot, too damp or near its dew point, by air and part', () => {
    expect(ids(20, 55)).toEqual([]);
    expect(ids(20, 55, 14)).toContain('air.too-cold');
    expect(ids(14.9, 50)).toEqual(['air.too-cold']);
    expect(ids(31, 40)).toEqual(['air.too-hot']);
    expect(ids(20, 86)).toContain('air.too-humid');
    // Dew point of 20 °C and 70 % is 14.4 °C: a part of 16 °C is 1.6 over it.
    expect(ids(20, 70, 16)).toEqual(['air.near-dew-point']);
  });
});
