import { NEW_REPAIR, planRepair } from '../repair/index.js';
import { restPot } from './rest-pot.js';

const inputs = {
  ...NEW_REPAIR,
  laminate: { ...NEW_REPAIR.laminate, thicknessMm: 6, clueIds: ['plate-polyester'] },
  resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-medium' },
  mix: { ...NEW_REPAIR.mix, wastePercent: 10, scaleErrorG: 0.05 },
};
const plan = planRepair(inputs);
const round = plan.rounds[0]!;
const card = plan.resin!.card!;
const rest = (down: number) => restPot(inputs, card, round, new Set(round.plies.slice(0, down).map(({ key }) => key)));

describe('a pot in place of one that has gone', () => {
  it('is for the plies that are open, with the waste', () => {
    const last = round.plies.at(-1)!;
    const pot = rest(round.plies.length - 1)!;
    expect(pot.mix.resinG + pot.mix.secondG).toBeCloseTo(1.1 * last.resinG, 6);
    expect(pot.mix.secondG / pot.mix.resinG).toBeCloseTo(round.pots[0]!.mix.secondG / round.pots[0]!.mix.resinG, 9);
    expect(pot.plies).toEqual([round.plies.length]);
  });

  it('is no larger than one that was planned, and none where nothing is open', () => {
    const most = Math.max(...round.pots.map(({ mix }) => mix.resinG + mix.secondG));
    const whole = rest(0)!;
    expect(whole.mix.resinG + whole.mix.secondG).toBeLessThanOrEqual(most + 1e-9);
    expect(rest(round.plies.length)).toBeNull();
  });

  it('is never smaller than what it is measured with mixes right', () => {
    const coarse = { ...inputs, mix: { ...inputs.mix, scaleErrorG: 0.5 } };
    const laid = new Set(round.plies.slice(0, -1).map(({ key }) => key));
    const pot = restPot(coarse, card, planRepair(coarse).rounds[0]!, laid)!;
    expect(pot.toolGoodEnough).toBeTrue();
  });
});
