import { CURE_CARDS } from './cards.js';
import { isothermalSeconds } from './kinetics.js';
import { potExotherm } from './pot.js';
import { lastStart, potUnderWay } from './under-way.js';

const CUP = { cardId: 'epoxy-medium', massG: 150, airTempC: 20 } as const;
const CARD = CURE_CARDS.find(({ id }) => id === 'epoxy-medium')!;

describe('a pot under way', () => {
  it('gels when the pot left to itself does, and counts down to it', () => {
    const whole = potExotherm(CUP).gelMin!;
    const now = potUnderWay({ ...CUP, nowMin: 8 });
    expect(now.gelMin).toBeCloseTo(whole, 6);
    expect(now.leftMin).toBeCloseTo(whole - 8, 6);
    expect(potUnderWay({ ...CUP, nowMin: whole + 1 })).toEqual(jasmine.objectContaining({ gelled: true, leftMin: 0 }));
  });

  it('stays as it is where a reading says what was expected', () => {
    const { tempC } = potUnderWay({ ...CUP, nowMin: 10 });
    const read = potUnderWay({ ...CUP, nowMin: 10, readings: [{ min: 10, tempC }] });
    expect(read.gelMin! / potUnderWay({ ...CUP, nowMin: 10 }).gelMin!).toBeCloseTo(1, 2);
  });

  it('goes by the reading: warmer it gels sooner, cooler later, and the cure catches up', () => {
    const at = (tempC: number) => potUnderWay({ ...CUP, nowMin: 10, readings: [{ min: 10, tempC }] });
    const [cool, warm] = [at(20), at(32)];
    expect(warm.tempC).toBe(32);
    expect(warm.gelMin!).toBeLessThan(cool.gelMin! - 3);
    expect(warm.alpha).toBeGreaterThan(cool.alpha);
    // A reading that is still to come says nothing.
    expect(potUnderWay({ ...CUP, nowMin: 9, readings: [{ min: 10, tempC: 60 }] }).tempC).toBeLessThan(30);
  });

  it('in resin spread as cold as the air it is the cure at that temperature, by the integral of the card', () => {
    const spread = { cardId: 'epoxy-medium', massG: 100, airTempC: 22, lossWPerK: 1e4, nowMin: 5 } as const;
    const minutes = isothermalSeconds(CARD.kinetics, CARD.gelAlpha, 22) / 60;
    expect(potUnderWay(spread).gelMin!).toBeCloseTo(minutes, 0);
    // Read at every quarter of an hour, it stays so.
    const readings = [5, 15, 30].map((min) => ({ min, tempC: 22 }));
    expect(potUnderWay({ ...spread, nowMin: 31, readings }).gelMin!).toBeCloseTo(minutes, 0);
  });

  it('has a last start of a ply, two minutes and its laying before the gel', () => {
    expect(lastStart(34, 6)).toBe(26);
    const found = potUnderWay({ ...CUP, nowMin: 3, layMin: 7 });
    expect(found.lastStartMin).toBeCloseTo(found.gelMin! - 9, 9);
    expect(potUnderWay({ ...CUP, nowMin: 3 }).lastStartMin).toBeNull();
  });

  it('knows a catalyst and its inhibitor, and refuses what no pot is', () => {
    const polyester = { cardId: 'polyester', massG: 150, airTempC: 20, catalystPercent: 1.5, nowMin: 4 } as const;
    expect(potUnderWay(polyester).gelMin).toBeCloseTo(potExotherm(polyester).gelMin!, 6);
    const warm = potUnderWay({ ...polyester, readings: [{ min: 4, tempC: 30 }] });
    expect(warm.gelMin!).toBeLessThan(potUnderWay(polyester).gelMin!);
    expect(() => potUnderWay({ ...CUP, nowMin: -1 })).toThrow();
    expect(() => potUnderWay({ ...CUP, nowMin: 5, readings: [{ min: 2, tempC: Number.NaN }] })).toThrow();
  });
});
