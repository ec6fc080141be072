import { mix } from '../mix/mix.js';
import { NEW_REPAIR } from '../repair/inputs.js';
import { planRepair } from '../repair/plan.js';
import { HARDENERS, type Hardener, hardens, withHardener } from './hardeners.js';
import { SYSTEMS } from './systems.js';

const system = (id: string) => SYSTEMS.find((card) => card.id === id)!;
const hardener = (id: string) => HARDENERS.find((entry) => entry.id === id)!;

describe('a resin with another hardener', () => {
  it('takes from the hardener what the hardener decides and keeps the resin’s own figures', () => {
    const card = withHardener(system('epoxy-slow'), {
      ...hardener('hardener-fast'),
      hardenerPer100ByWeight: 25,
    } as never);
    expect(card).toEqual(
      jasmine.objectContaining({
        id: 'epoxy-slow',
        name: 'Epoxy with fast hardener',
        kind: 'two-part',
        potLifeMin: 11,
        sandableHours: 4,
        maxTempC: 25,
        resinDensityGPerMl: 1.15,
        tolerancePercent: 3,
      }),
    );
    expect(mix({ card, totalG: 125 }).secondG).toBeCloseTo(25, 9);
  });

  it('refuses the other chemistry, which would never set', () => {
    expect(hardens(hardener('peroxide-general'), 'vinylester')).toBeTrue();
    expect(() => withHardener(system('polyester'), hardener('hardener-slow'))).toThrow(
      jasmine.objectContaining({ code: 'inconsistent' }),
    );
  });

  it('is what a job is planned with: a fast hardener at half the pot life needs more pots and shorter waits', () => {
    const inputs = {
      ...NEW_REPAIR,
      laminate: { ...NEW_REPAIR.laminate, thicknessMm: 8, clueIds: ['plate-polyester'] },
      resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-slow', overrideReason: 'x' },
      days: { ...NEW_REPAIR.days, startAt: '2026-04-16T08:00' },
    };
    const slow = planRepair(inputs);
    const fast = planRepair({
      ...inputs,
      resin: { ...inputs.resin, hardener: { ...hardener('hardener-fast'), fullCureHours: 72 } as Hardener },
    });
    expect(fast.mix!.pots).toBeGreaterThan(slow.mix!.pots);
    expect(fast.resin!.secondId).toBe('hardener-fast');
    expect(fast.days!.finishAt < slow.days!.finishAt).toBeTrue();
  });

  it('a peroxide brings its own range', () => {
    const card = withHardener(system('polyester'), hardener('peroxide-vinylester'));
    expect(() => mix({ card, totalG: 100, catalystPercent: 1 })).toThrow(
      jasmine.objectContaining({ field: 'catalystPercent' }),
    );
  });
});
