import { GEL_COAT, systemOf } from '../resin/index.js';
import { NEW_REPAIR, type RepairInputs } from './inputs.js';
import { gramsPoured, unitOf, unitsFor } from './poured.js';
import { planRepair } from './plan.js';
import { inputsWith } from '../testing/inputs.js';
import { measuring, mixedG } from './stages/measured.js';

const EPOXY = systemOf('epoxy-slow', undefined, 'resin');
const PUMP = { kind: 'pump' as const, name: 'Pumps', resinStrokeMl: 20, secondStrokeMl: 7.11, strokePercent: 1 };
const CUP = { kind: 'lines' as const, name: 'Cup', stepMl: 5 };
const set = (patch: Partial<RepairInputs['mix']>): RepairInputs['mix'] => ({ ...NEW_REPAIR.mix, ...patch });

describe('what came out of a dispenser', () => {
  it('comes to grams by its density: millilitres, drops and strokes by hand', () => {
    const mix = set({ tools: [PUMP] });
    if (EPOXY.kind !== 'two-part') throw new Error('two parts');
    expect(gramsPoured({ unit: 'g', value: 12 }, 'resin', mix, EPOXY)).toBe(12);
    expect(gramsPoured({ unit: 'ml', value: 40 }, 'resin', mix, EPOXY)).toBeCloseTo(40 * EPOXY.resinDensityGPerMl, 9);
    expect(gramsPoured({ unit: 'strokes', value: 3 }, 'second', mix, EPOXY)).toBeCloseTo(3 * 7.11 * EPOXY.hardenerDensityGPerMl, 9); // prettier-ignore
    // 64 drops of 32 to the millilitre are 2 ml; of a shop's own 25, 2.56.
    expect(gramsPoured({ unit: 'drops', value: 64 }, 'second', mix, GEL_COAT)).toBeCloseTo(2 * GEL_COAT.catalystDensityGPerMl, 9); // prettier-ignore
    expect(gramsPoured({ unit: 'drops', value: 64 }, 'second', set({ dropsPerMl: 25 }), GEL_COAT)).toBeCloseTo(2.56 * GEL_COAT.catalystDensityGPerMl, 9); // prettier-ignore
  });

  it('by strokes is known only where the shop has a pump', () => {
    expect(gramsPoured({ unit: 'strokes', value: 2 }, 'resin', set({}), EPOXY)).toBeNull();
    expect([unitsFor(set({}), EPOXY), unitsFor(set({ tool: PUMP }), EPOXY)]).toEqual([['g', 'ml'], ['g', 'ml', 'strokes']]); // prettier-ignore
    expect(unitsFor(set({ tool: PUMP }), GEL_COAT)).toEqual(['g', 'ml', 'drops']);
  });

  it('is asked for as the pot is planned', () => {
    const planned = (tool: typeof PUMP | typeof CUP | undefined) =>
      unitOf(measuring({ ...NEW_REPAIR, mix: set(tool ? { tool } : {}) }, EPOXY, null).of(120));
    expect([planned(PUMP), planned(CUP), planned(undefined)]).toEqual(['strokes', 'ml', 'g']);
    expect(unitOf(measuring(NEW_REPAIR, GEL_COAT, 2).of(5))).toBe('drops');
  });
});

describe('a pot far smaller than what the shop counts in', () => {
  const SCALE = { kind: 'scale' as const, name: 'Fine scale', stepG: 0.1 };
  const pot = (tools: RepairInputs['mix']['tools'], totalG: number) =>
    measuring({ ...NEW_REPAIR, mix: set({ tools: tools! }) }, EPOXY, null).of(totalG);

  it('is the least a scale mixes right, not a whole stroke of the pump', () => {
    const [both, pump] = [pot([PUMP, SCALE], 6), pot([PUMP], 6)];
    expect([both.toolName, both.toolGoodEnough]).toEqual(['Fine scale', true]);
    expect(mixedG(both.mix)).toBeGreaterThan(6);
    expect(mixedG(both.mix)).toBeLessThan(0.7 * mixedG(pump.mix));
    // Where the stroke is about what is wanted it is taken.
    expect(pot([PUMP, SCALE], mixedG(pump.mix)).toolGoodEnough).toBeTrue();
  });

  it('has filler for all that is mixed, not for what is wanted of it', () => {
    const fairing = (tools: RepairInputs['mix']['tools']) =>
      planRepair(
        inputsWith({
          laminate: { thicknessMm: 3, clueIds: ['plate-epoxy'] },
          resin: { systemId: 'epoxy-slow' },
          mix: { tools: tools! },
          rounds: { added: [{ id: 'f', name: 'Fairing', when: 'after', onto: 'abraded', spotIds: [], work: { kind: 'paste', use: 'fairing', volumeMl: 6, fillerId: 'hollow-spheres' } }] }, // prettier-ignore
        }),
      ).mix!.pastes[0]!;
    const { pots, paste } = fairing([PUMP]);
    const poured = mixedG(pots[0]!.mix);
    expect(poured).toBeGreaterThan(3 * paste.resinG);
    expect(pots[0]!.fillerG / poured).toBeCloseTo(paste.fillerG / paste.resinG, 9);
  });

  it('is told in steps of its scale: up to the next, to the nearest where drops are counted to it, and as it is where only the error is known', () => {
    const resin = (
      scale: { stepG: number; errorG?: number },
      totalG: number,
      card = EPOXY,
      percent: number | null = null,
    ) => {
      const { mix } = measuring({ ...NEW_REPAIR, mix: set({ tools: [{ kind: 'scale', name: 'S', ...scale }], dropsPerMl: 32 }) }, card, percent).of(totalG); // prettier-ignore
      return { resinG: mix.resinG, drops: mix.drops, total: mixedG(mix) };
    };
    // 100 g at 100 : 30 hold 76.92 g of resin: 77.0 on a scale of 0.1 g, with 23.1 of hardener; 78 on one of 2 g.
    expect(resin({ stepG: 0.1 }, 100).resinG).toBeCloseTo(77, 9);
    expect(resin({ stepG: 0.1 }, 100).total).toBeCloseTo(100.1, 9);
    expect(resin({ stepG: 2 }, 100).resinG).toBeCloseTo(78, 9);
    expect(resin({ stepG: 1, errorG: 0.5 }, 100).resinG).toBeCloseTo(100 / 1.3, 9);
    // 2 drops of 32 to the millilitre at 1.6 % go with 3.906 g of gel coat: 3.9 on the scale, 2 drops still.
    expect(resin({ stepG: 0.1 }, 3.35, GEL_COAT, 1.6)).toEqual({ resinG: jasmine.any(Number), drops: 2, total: jasmine.any(Number) }); // prettier-ignore
    expect(resin({ stepG: 0.1 }, 3.35, GEL_COAT, 1.6).resinG).toBeCloseTo(3.9, 9);
  });
});
