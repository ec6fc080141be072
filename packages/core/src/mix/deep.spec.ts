import { cureCardOf, potExotherm } from '../cure/index.js';
import { windows } from '../cure/windows.js';
import { systemOf } from '../resin/systems.js';
import { batchPlan } from './batch-plan.js';
import { fillet } from './fillet.js';
import { paste } from './paste.js';
import { type MeasuringTool, smallestBatches } from './tools.js';
import { weighing } from './weighing.js';

describe('a paste', () => {
  it('of spheres by hand: 1.5 heaps of 130 kg/m³, the bubbles themselves 220', () => {
    // Resin = 1000 / (1 + 1.5 · 130/220) = 530.1 ml; heap 795.2 ml = 103.4 g; weight 583.1 + 103.4 g in a litre.
    const made = paste({ volumeMl: 1000, fillerId: 'hollow-spheres', consistency: 'mayonnaise' });
    expect(made.resinMl).toBeCloseTo(530.12, 1);
    expect(made.fillerG).toBeCloseTo(103.37, 1);
    expect(made.densityGPerMl).toBeCloseTo(0.6865, 3);
  });

  it('fills the volume wanted: resin and grains add up to it', () => {
    for (const fillerId of ['silica', 'milled-fibre', 'talc']) {
      const made = paste({ volumeMl: 250, fillerId, use: 'fillet' });
      const own = { silica: 2200, 'milled-fibre': 2560, talc: 2750 }[fillerId]!;
      expect(made.resinMl + made.fillerG / (own / 1000)).toBeCloseTo(250, 6);
    }
  });

  it('tells a filler that does not bond, and takes a shop’s own', () => {
    expect(paste({ volumeMl: 50, fillerId: 'hollow-spheres', use: 'bonding' }).remarks.map(({ id }) => id)).toEqual([
      'paste.not-for-bonding',
    ]);
    expect(paste({ volumeMl: 50, fillerId: 'hollow-spheres', use: 'fairing' }).remarks).toEqual([]);
    expect(
      paste({ volumeMl: 50, filler: { id: 'own', name: 'Dust', purpose: 'cheap', bulkDensityKgM3: 210, use: '' } })
        .densityGPerMl,
    ).toBeGreaterThan(1);
    expect(() => paste({ volumeMl: 50, fillerId: 'sand' })).toThrow(jasmine.objectContaining({ field: 'fillerId' }));
  });
});

describe('measuring tools', () => {
  const of = (per100ByVolume: number, batchMl: number, tools: MeasuringTool[], tolerancePercent = 10) =>
    smallestBatches({
      tools,
      per100ByWeight: per100ByVolume,
      resinDensityGPerMl: 1,
      secondDensityGPerMl: 1,
      tolerancePercent,
      batchG: batchMl,
    });
  const cup: MeasuringTool = { kind: 'lines', name: 'Cup', stepMl: 0.5 };

  it('half-millilitre lines mix 15 ml of 2:1 tolerably, and 5:1 not', () => {
    const [two, five] = [of(50, 15, [cup]), of(20, 15, [cup])];
    // (5 + 0.25)/(10 − 0.25) / 0.5 − 1 and (2.5 + 0.25)/(12.5 − 0.25) / 0.2 − 1
    expect(two.tools[0]!.worstPercent).toBeCloseTo(100 * (5.25 / 9.75 / 0.5 - 1), 9);
    expect(five.tools[0]!.worstPercent).toBeCloseTo(100 * (2.75 / 12.25 / 0.2 - 1), 9);
    expect([two.best, five.best]).toEqual(['Cup', null]);
    expect(five.remarks[0]!.id).toBe('tools.batch-too-small');
  });

  it('the smallest batch of a tool has just the error allowed', () => {
    const { smallestG } = of(20, 15, [cup]).tools[0]!;
    expect(Math.abs(of(20, smallestG!, [cup]).tools[0]!.worstPercent!)).toBeCloseTo(10, 6);
    expect(of(20, smallestG! * 0.99, [cup]).tools[0]!.fits).toBeFalse();
  });

  it('takes the tool with the least error: a tenth of a gram over a cup', () => {
    expect(of(30, 60, [cup, { kind: 'scale', name: 'Scale 0.1', stepG: 0.1 }], 3).best).toBe('Scale 0.1');
  });

  it('counts whole strokes of pumps, and goes by volume where densities differ', () => {
    const [pump] = smallestBatches({ tools: [{ kind: 'pump', name: 'Pumps', resinStrokeMl: 10, secondStrokeMl: 2, strokePercent: 0.5 }], per100ByWeight: 20 * (0.97 / 1.15), resinDensityGPerMl: 1.15, secondDensityGPerMl: 0.97, tolerancePercent: 3, batchG: 100 }).tools; // prettier-ignore
    expect(pump!.strokes).toEqual({ resin: 8, second: 8 });
    expect(pump!.worstPercent).toBeCloseTo(100 * (1.005 / 0.995 - 1), 6);
    expect(pump!.smallestG).toBeCloseTo(11.5 + 1.94, 6);
  });

  it('a cup too small for the batch does not fit it', () => {
    expect(of(50, 500, [{ ...cup, mostMl: 100 }]).best).toBeNull();
  });
});

describe('pots by how they warm', () => {
  const card = systemOf('epoxy-fast', undefined);
  const cure = cureCardOf({ cardId: 'epoxy-fast' });
  const plan = (more: Partial<Parameters<typeof batchPlan>[0]> = {}) =>
    batchPlan({ card, cure, pliesG: [60, 80, 100, 120], extraG: 40, layingRateGPerMin: 15, tempC: 22, ...more });

  it('are as large as can be laid in three quarters of their own gel time', () => {
    const { limitG, limitedBy } = plan();
    expect(limitedBy).toBe('working-time');
    const gel = potExotherm({ card: cure, massG: limitG, airTempC: 22, hours: 12 }).gelMin!;
    expect(limitG / 15 + 4).toBeCloseTo(0.75 * gel, 1);
  });

  it('are larger in a tray and smaller when it is warm, and hold all the resin', () => {
    expect(plan({ container: 'tray' }).limitG).toBeGreaterThan(plan().limitG);
    expect(plan({ tempC: 28 }).limitG).toBeLessThan(plan().limitG);
    expect(plan().batches.reduce((sum, { massG }) => sum + massG, 0)).toBeCloseTo(400, 6);
  });

  it('fall due one after another', () => {
    const { batches, totalMin } = plan();
    expect(batches[0]!.dueMin).toBe(0);
    expect(batches[1]!.dueMin).toBeCloseTo(batches[0]!.massG / 15 + 4, 9);
    expect(totalMin).toBeCloseTo(400 / 15 + 4 * batches.length, 6);
  });
});

describe('recoat windows', () => {
  const card = systemOf('epoxy-medium', undefined);

  it('are the card’s own at its temperature, and twice as long ten degrees colder', () => {
    const warm = windows({ card, airTempC: 22 });
    expect([warm.fromHour, warm.untilHour]).toEqual([jasmine.any(Number), jasmine.any(Number)]);
    expect(warm.fromHour!).toBeCloseTo(2.5, 6);
    expect(warm.untilHour!).toBeCloseTo(12, 6);
    expect(windows({ card, airTempC: 12 }).untilHour! / 12).toBeGreaterThan(1.9);
  });

  it('say what to do now', () => {
    const at = (nowHour: number) => windows({ card, airTempC: 22, nowHour }).advice;
    expect([at(1), at(6), at(13)]).toEqual(['windows.wait', 'windows.lay', 'windows.abrade']);
    expect(() => windows({ card, airTempC: 22, laidHour: 5, nowHour: 4 })).toThrow(
      jasmine.objectContaining({ field: 'nowHour' }),
    );
  });
});

describe('weighing both parts on one tare', () => {
  const scale: MeasuringTool = { kind: 'scale', name: 'Scale', stepG: 1 };
  const asked = {
    tools: [scale],
    per100ByWeight: 30,
    resinDensityGPerMl: 1.15,
    secondDensityGPerMl: 0.97,
    tolerancePercent: 3,
    batchG: 120,
  };

  it('wants 166.8 g of 100:30 with half a gram of error, 94.5 re-zeroed', () => {
    expect(smallestBatches(asked).tools[0]!.smallestG).toBeCloseTo(166.76, 2);
    expect(smallestBatches({ ...asked, weighing: 're-zeroed' }).tools[0]!.smallestG).toBeCloseTo(94.54, 2);
    expect([smallestBatches(asked).best, smallestBatches({ ...asked, weighing: 're-zeroed' }).best]).toEqual([
      null,
      'Scale',
    ]);
  });

  it('changes nothing for cups, where each part has its own', () => {
    const cups = { ...asked, tools: [{ kind: 'lines', name: 'Cup', stepMl: 1 } as MeasuringTool] };
    expect(smallestBatches(cups).tools).toEqual(smallestBatches({ ...cups, weighing: 're-zeroed' }).tools);
  });

  it('is told as readings, both ways', () => {
    const found = weighing({ systemId: 'epoxy-slow', totalG: 130, stepG: 1 });
    expect(found.ways.map(({ readsG }) => readsG.map((g) => Number(g.toFixed(6))))).toEqual([[100, 130], [100, 30]]); // prettier-ignore
    expect(found.ways.map(({ smallestBatchG }) => Number(smallestBatchG.toFixed(1)))).toEqual([166.8, 94.5]);
    // 92.3 + 27.7 to the gram: 92 and 120 on one tare is 28 of 92; re-zeroed it is 92 and 28 as well.
    expect(weighing({ systemId: 'epoxy-slow', totalG: 120 }).ways.map(({ toStepG }) => toStepG)).toEqual([[92, 120], [92, 28]]); // prettier-ignore
    const catalysed = weighing({ systemId: 'polyester', totalG: 500, catalystPercent: 2, stepG: 0.1 });
    // 10 ml of 1.12 g/ml.
    expect(catalysed.ways[1]!.readsG[1]).toBeCloseTo(11.2, 9);
  });
});

describe('pumps', () => {
  it('of 30 and 10 ml a stroke do not mix five grams', () => {
    const [pump] = smallestBatches({ tools: [{ kind: 'pump', name: 'Pumps', resinStrokeMl: 30, secondStrokeMl: 10, strokePercent: 0.5 }], per100ByWeight: (100 / 3) * (0.97 / 1.15), resinDensityGPerMl: 1.15, secondDensityGPerMl: 0.97, tolerancePercent: 3, batchG: 5 }).tools; // prettier-ignore
    expect(pump!.smallestG).toBeCloseTo(30 * 1.15 + 10 * 0.97, 6);
    expect(pump!.fits).toBeFalse();
  });
});

describe('a fillet', () => {
  it('of 12 mm in a right angle is r² (1 − π/4) of area, and its legs are r', () => {
    const { areaMm2, volumeMl, legMm } = fillet({ radiusMm: 12, lengthMm: 800 });
    expect(areaMm2).toBeCloseTo(144 * (1 - Math.PI / 4), 9);
    expect(volumeMl).toBeCloseTo(0.8 * 144 * (1 - Math.PI / 4), 9);
    expect(legMm).toBeCloseTo(12, 9);
  });

  it('is larger in a sharper corner, and next to nothing in an open one', () => {
    const area = (angleDeg: number): number => fillet({ radiusMm: 10, lengthMm: 100, angleDeg }).areaMm2;
    // 60°: r² (√3 − π/3)
    expect(area(60)).toBeCloseTo(100 * (Math.sqrt(3) - Math.PI / 3), 9);
    expect(area(170)).toBeLessThan(0.2);
    expect(fillet({ radiusMm: 10, lengthMm: 100, fillerId: 'silica' }).paste!.resinMl).toBeLessThan(
      10 * (1 - Math.PI / 4),
    );
  });
});
