import { CoreError } from '../errors.js';
import { coat } from './coat.js';

describe('a coat', () => {
  it('is as wet as its dry thickness over what does not shrink, in passes the product allows, with what is lost on the way', () => {
    const gel = coat({ medium: 'gelcoat', areaM2: 0.5, dryMm: 0.5, way: 'spray', tempC: 20 });
    // 0.5/0.94 = 0.5319 mm wet; 500 ml a mm over half a square metre, over 0.75.
    expect(gel.wetMm).toBeCloseTo(0.531915, 5);
    expect([gel.passes, gel.lossShare]).toEqual([2, 0.25]);
    expect(gel.wetPerPassMm).toBeCloseTo(0.265957, 5);
    expect(gel.ml).toBeCloseTo((1000 * 0.5 * 0.531915) / 0.75, 3);
    expect(gel.massG).toBeCloseTo(gel.ml * 1.2, 6);
    expect(gel.pass.massG).toBeCloseTo(gel.massG / 2, 9);
    expect(gel.pass.catalyst!.g).toBeGreaterThan(0);
    expect(gel.pass.catalyst!.percent).toBeGreaterThanOrEqual(1);
    expect(gel.nextFromHours!).toBeLessThan(gel.nextUntilHours!);
    expect(coat({ medium: 'gelcoat', areaM2: 0.5, dryMm: 0.8, way: 'brush', tempC: 20 }).passes).toBe(3);
  });

  it('of paint goes by its own card: what it shrinks by has to be given', () => {
    const paint = coat({ medium: 'paint', areaM2: 2, dryMm: 0.05, way: 'roller', tempC: 20, shrink: 0.5, maxPassMm: 0.06 }); // prettier-ignore
    expect([paint.wetMm, paint.passes]).toEqual([0.1, 2]);
    expect(paint.ml).toBeCloseTo(200 / 0.9, 6);
    expect([paint.pass.catalyst, paint.nextFromHours]).toEqual([null, null]);
    expect(() => coat({ medium: 'paint', areaM2: 2, dryMm: 0.05, way: 'roller', tempC: 20 })).toThrowMatching((error) => error instanceof CoreError && error.field === 'shrink'); // prettier-ignore
  });
});
