import { materialCost } from './cost.js';
import { NEW_REPAIR } from './inputs.js';
import { planRepair } from './plan.js';
import { compareSchools } from './schools.js';

const INPUTS = { ...NEW_REPAIR, laminate: { ...NEW_REPAIR.laminate, thicknessMm: 4, clueIds: ['plate-polyester'] }, resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-slow' }, stack: { ...NEW_REPAIR.stack, coverFabricId: null } };
const PRICES = { resinPerG: { 'epoxy-slow': 0.02 }, secondPerG: { 'epoxy-slow': 0.03 }, fabricPerM2: { 'biax45-600': 5, 'biax090-600': 6, 'biax45-800': 7, 'biax090-800': 8, 'biax45-400': 3, 'biax090-400': 4 } };

describe('what the materials cost', () => {
  const plan = planRepair(INPUTS);

  it('adds grams of both parts and square metres of every ply', () => {
    const { resin, fabric, total, missing } = materialCost(plan, PRICES)!;
    expect(missing).toEqual([]);
    expect(resin).toBeCloseTo(0.02 * plan.mix!.totalResinG + 0.03 * plan.mix!.totalSecondG, 9);
    const cloth = plan.patch!.faces[0]!.plies.reduce((sum, ply) => sum + (PRICES.fabricPerM2[ply.fabric.id as keyof typeof PRICES.fabricPerM2] * ply.areaMm2) / 1e6, 0);
    expect(fabric).toBeCloseTo(cloth, 9);
    expect(total).toBeCloseTo(resin + fabric, 9);
  });

  it('names what has no price, once each, and counts the rest', () => {
    const { missing, resin } = materialCost(plan, { ...PRICES, secondPerG: {}, fabricPerM2: {} })!;
    expect(missing[0]).toContain('hardener');
    expect(new Set(missing).size).toBe(missing.length);
    expect(resin).toBeCloseTo(0.02 * plan.mix!.totalResinG, 9);
  });

  it('is told school by school, and not before there is a mix', () => {
    const [finish, like] = compareSchools(INPUTS, PRICES);
    expect([finish!.family, like!.family]).toEqual(['polyester', 'polyester']);
    expect(finish!.cost!.missing.length).toBeGreaterThan(0);
    expect(materialCost(planRepair(NEW_REPAIR), PRICES)).toBeNull();
  });
});
