import { seeded } from '../testing/seeded.js';
import { type GaugeReading, grindCheck } from './grind-check.js';

/** 12:1 on 6 mm: 72 mm wide. */
const onSlope = (rayDeg: number, ...places: number[]): GaugeReading[] =>
  places.map((outMm) => ({ rayDeg, outMm, depthMm: Math.max(0, 6 - outMm / 12) }));
const check = (readings: GaugeReading[]) => grindCheck({ ratio: 12, depthMm: 6, readings });

describe('the grind check', () => {
  it('says stop when every ray lies on the slope, its foot and beyond included', () => {
    const found = check([...onSlope(0, 0, 24, 48, 72, 90), ...onSlope(90, 10, 30)]);
    expect(found.even).toBeTrue();
    expect(found.advice).toEqual([{ id: 'grind.stop', params: { rays: 2 } }]);
    expect(found.rays[0]!.ratio).toBeCloseTo(12, 9);
    expect(found.rays[0]!.readings.at(-1)!.intendedMm).toBe(0);
  });

  it('tells high and deep by hand: at 24 mm out 4 mm is wanted', () => {
    const found = check([
      ...onSlope(0, 0, 48),
      { rayDeg: 0, outMm: 24, depthMm: 3.4 },
      ...onSlope(180, 0, 48),
      { rayDeg: -180, outMm: 24, depthMm: 5 },
    ]);
    expect(found.advice[0]).toEqual({ id: 'grind.deep', params: { rayDeg: 180, outMm: 24, byMm: 1 } });
    expect(found.advice[1]!.id).toBe('grind.high');
    expect(found.advice[1]!.params['byMm']).toBeCloseTo(0.6, 9);
    expect([found.worstDeepMm, found.worstHighMm].map((mm) => Number(mm.toFixed(9)))).toEqual([1, 0.6]);
    expect(found.rays.map(({ rayDeg }) => rayDeg)).toEqual([0, 180]);
  });

  it('tells a ray ground too steep by its fitted ratio', () => {
    const found = grindCheck({
      ratio: 12,
      depthMm: 6,
      toleranceMm: 10,
      readings: [0, 20, 40].map((outMm) => ({ rayDeg: 45, outMm, depthMm: 6 - outMm / 8 })),
    });
    expect(found.rays[0]!.ratio).toBeCloseTo(8, 9);
    expect(found.advice).toEqual([
      { id: 'grind.steep', params: { rayDeg: 45, found: found.rays[0]!.ratio!, wanted: 12 } },
    ]);
  });

  it('does not call one good reading a reason to stop', () => {
    const found = check([...onSlope(0, 0, 24, 48), ...onSlope(90, 24)]);
    expect(found.even).toBeFalse();
    expect(found.advice).toEqual([{ id: 'grind.more', params: { rayDeg: 90 } }]);
    expect(check(onSlope(0, 12)).advice[0]!.id).toBe('grind.more');
  });

  it('reads a grind of 6:1 as that, however far past its foot it was gauged', () => {
    const steep = [0, 12, 24, 36, 48, 60, 71].map((outMm) => ({
      rayDeg: 0,
      outMm,
      depthMm: Math.max(0, 6 - outMm / 6),
    }));
    expect(check(steep).rays[0]!.ratio).toBeCloseTo(6, 9);
    const flat = [0, 12, 24, 36, 48, 60, 71, 80, 84, 96].map((outMm) => ({
      rayDeg: 0,
      outMm,
      depthMm: Math.max(0, 6 - outMm / 14),
    }));
    expect(check(flat).rays[0]!.ratio).toBeCloseTo(14, 9);
  });

  it('tells a ray a tenth and more too steep, and lets the tenth itself be', () => {
    const at = (n: number) =>
      grindCheck({
        ratio: 12,
        depthMm: 6,
        toleranceMm: 2,
        readings: [0, 20, 40].map((outMm) => ({ rayDeg: 0, outMm, depthMm: 6 - outMm / n })),
      });
    expect(at(10.8).advice[0]!.id).toBe('grind.stop');
    expect(at(10.7).advice[0]!.id).toBe('grind.steep');
  });

  it('tells a step between neighbours, but not what two readings may be off together', () => {
    const step = grindCheck({
      ratio: 12,
      depthMm: 6,
      toleranceMm: 1,
      readings: [
        ...onSlope(0, 0),
        { rayDeg: 0, outMm: 30, depthMm: 4.4 },
        { rayDeg: 0, outMm: 36, depthMm: 1.6 },
        ...onSlope(0, 60),
      ],
    });
    expect(step.rays[0]!.steps).toEqual([{ fromMm: 30, toMm: 36, ratio: 6 / 2.8000000000000003 }]);
    const random = seeded(3);
    const rough = Array.from({ length: 30 }, (_, i) => ({
      rayDeg: 0,
      outMm: i * 2.4,
      depthMm: 6 - (i * 2.4) / 12 + random.between(-0.29, 0.29),
    }));
    expect(check(rough).rays[0]!.steps).toEqual([]);
  });

  it('refuses no readings, places inside the cut-out and depths no laminate has', () => {
    expect(() => check([])).toThrowMatching((e) => e.field === 'readings');
    expect(() => check([{ rayDeg: 0, outMm: -1, depthMm: 1 }])).toThrowMatching((e) => e.field === 'readings.0.outMm');
    expect(() => check([{ rayDeg: 0, outMm: 1, depthMm: 900 }])).toThrowMatching(
      (e) => e.field === 'readings.0.depthMm',
    );
  });
});
