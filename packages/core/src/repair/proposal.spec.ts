import { expectedAir } from '../testing/inputs.js';
import { NEW_REPAIR, type RepairInputs } from './inputs.js';
import { type RepairPlan, planRepair } from './plan.js';

const planned = (laminate: Partial<RepairInputs['laminate']>, systemId: string, more: Partial<RepairInputs> = {}): RepairPlan =>
  planRepair({
    ...NEW_REPAIR,
    ...more,
    laminate: { ...NEW_REPAIR.laminate, clueIds: ['plate-polyester'], ...laminate },
    resin: { ...NEW_REPAIR.resin, systemId },
    air: expectedAir(20),
  }); // prettier-ignore
const plies = (...ids: string[]): Partial<RepairInputs['laminate']> => ({
  known: 'plies',
  plies: ids.map((fabricId) => ({ fabricId, orientationDeg: 0 })),
});
const EXPLAINED = /^stack\.(cover-hardens|nothing-nearer)$/;
const explained = ({ patch }: RepairPlan): boolean => patch!.remarks.some(({ id }) => EXPLAINED.test(id));

describe('the stack that is proposed', () => {
  it('matches its parent from a millimetre and a half on, in any resin, laid from one face or two, and leaves room for the finish', () => {
    for (const systemId of ['polyester', 'epoxy-medium'])
      for (const thicknessMm of [1.5, 2, 3, 4, 5, 6, 8, 10, 15, 25])
        for (const sides of ['one', 'two'] as const) {
          if (sides === 'two' && thicknessMm < 6) continue;
          const plan = planned({ thicknessMm }, systemId, { taper: { ...NEW_REPAIR.taper, sides } });
          const told = `${thicknessMm} mm, ${systemId}, ${sides}`;
          expect(plan.match!.worst).withContext(told).toBe('match');
          expect(explained(plan)).withContext(told).toBeFalse();
        }
  });

  it('is never called a soft or a hard spot without the reason why nothing nearer is proposed', () => {
    const parents = [
      ...[0.3, 0.5, 0.8, 1, 1.2, 2.5].map((thicknessMm) => ({ thicknessMm })),
      plies('mat-450'),
      plies('plain-135', 'plain-135'),
      plies('carbon-twill-200', 'carbon-twill-200', 'carbon-twill-200'),
    ];
    for (const systemId of ['polyester', 'epoxy-medium'])
      for (const laminate of parents) {
        const plan = planned(laminate, systemId);
        const outside = plan.match!.worst === 'soft' || plan.match!.worst === 'hard';
        expect(explained(plan))
          .withContext(`${JSON.stringify(laminate)} ${systemId}`)
          .toBe(outside);
      }
    // Two light cloths under a cover of 203 g: the cover makes it hard, not they.
    expect(planned(plies('plain-135', 'plain-135'), 'epoxy-medium').patch!.remarks[0]!.id).toBe('stack.cover-hardens');
  });

  it('has no mat with a binder in epoxy, and comes nearer to the mat it stands for than a note', () => {
    for (const parent of [
      plies('mat-450'),
      plies('mat-300', 'mat-300'),
      plies('mat-powder-450', 'mat-powder-450'),
      plies('mat-300', 'mat-450', 'roving-600', 'mat-450'),
    ]) {
      const { patch, match } = planned(parent, 'epoxy-medium');
      expect(patch!.chosen.filter(({ fabricId }) => fabricId.startsWith('mat'))).toEqual([]);
      expect(['match', 'note']).toContain(match!.worst);
    }
  });

  it('takes a parent nobody has counted as stiff across as along', () => {
    const { aNPerMm: a, dNMm: d } = planned({ thicknessMm: 2 }, 'polyester').parent!.within;
    expect([a[0][0], d[0][0]]).toEqual([a[1][1], d[1][1]]);
  });

  it('is of what is on the shelf where that matches as well, and of something else where it does not', () => {
    const fabricsOf = (onShelf: string[] | undefined, thicknessMm = 5) => {
      const plan = planned({ thicknessMm }, 'epoxy-medium', { stack: { ...NEW_REPAIR.stack, ...(onShelf ? { onShelf } : {}) } }); // prettier-ignore
      return { fabrics: [...new Set(plan.patch!.chosen.map(({ fabricId }) => fabricId))], worst: plan.match!.worst };
    };
    const free = fabricsOf(undefined);
    const shelf = ['biax45-400', 'biax090-400', 'plain-203'];
    expect(free.fabrics.some((id) => !shelf.includes(id))).toBeTrue();
    const held = fabricsOf(shelf);
    expect([held.fabrics.filter((id) => !shelf.includes(id)), held.worst]).toEqual([[], 'match']);
    // Heavy carbon alone matches no glass hull: the shelf is passed over.
    expect(fabricsOf(['carbon-twill-200'])).toEqual(free);
  });
});
