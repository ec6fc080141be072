import { preparationChecks } from '@ashstep/core/inspection';
import { NEW_REPAIR, planRepair, resinConditions } from '@ashstep/core/repair';
import { leftUnticked } from './left-unticked.js';

describe('what nobody has ticked', () => {
  const plan = planRepair({
    ...NEW_REPAIR,
    place: { ...NEW_REPAIR.place, craftKind: 'board', finish: 'paint', waterline: 'below' },
    laminate: { ...NEW_REPAIR.laminate, thicknessMm: 1.1, priorId: 'eps-board', core: { coreId: 'eps', thicknessMm: 60, reachable: true } }, // prettier-ignore
    resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-medium' },
  });
  const conditions = resinConditions(plan.resin);
  const wanted = preparationChecks(plan.facts).filter(({ aside }) => !aside);
  const tick = (ids: readonly string[]) => ({ log: [], checks: ids.map((checkId) => ({ checkId, done: true, by: 'A', at: '' })) }); // prettier-ignore

  it('is the conditions and the preparation, each where it is seen to, until it is ticked', () => {
    expect(conditions.length).toBeGreaterThan(1);
    const all = leftUnticked(plan, tick([]));
    expect(all.map(({ id }) => id)).toEqual([...conditions, ...wanted].map(({ id }) => id));
    expect(all.filter(({ atFinish }) => atFinish).map(({ id }) => id)).toEqual(['epoxy-fairing-primer']);
    expect(leftUnticked(plan, tick(wanted.map(({ id }) => id))).length).toBe(conditions.length);
    expect(leftUnticked(plan, tick(all.map(({ id }) => id)))).toEqual([]);
  });

  it('asks for no preparation where nothing is laid', () => {
    expect(leftUnticked({ ...plan, rounds: [] }, tick([])).length).toBe(conditions.length);
  });
});
