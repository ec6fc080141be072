import { USUAL_SHOP } from '@ashstep/core/plan';
import { type Material, NEW_REPAIR, byTheCan, compareFamilies, jobMaterials, planRepair } from '@ashstep/core/repair';
import { HARDENERS, SYSTEMS } from '@ashstep/core/resin';
import type { Lot } from './library.js';
import { costOfJob, costOfUnit, stockFor } from './stock.js';

const lot = (patch: Partial<Lot>): Lot => ({
  id: 'x',
  kind: 'system',
  entryId: 'epoxy-slow',
  part: 'resin',
  code: 'R-1',
  receivedOn: '2026-01-01',
  expiresOn: null,
  packSize: 1000,
  unit: 'g',
  packs: 1,
  price: 30,
  usedUp: false,
  ...patch,
});
const RESIN: Material = { kind: 'resin', entryId: 'epoxy-slow', name: 'Epoxy', amount: 1500, unit: 'g' };
const stock = (materials: readonly Material[], lots: readonly Lot[], onDay = '2026-06-15') =>
  stockFor(materials, lots, SYSTEMS, HARDENERS, onDay);

describe('a job against the shelf', () => {
  it('takes what is in date, and buys what is short in the packs it comes in', () => {
    const [line] = stock(
      [RESIN],
      [
        lot({}),
        lot({ code: 'old', expiresOn: '2026-06-01', packs: 3 }),
        lot({ code: 'small', packSize: 250, packs: 0, price: 12 }),
      ],
    );
    expect(line!.onHand).toBe(1000);
    expect(line!.lots.map(({ code, expired }) => [code, expired])).toEqual([['R-1', false], ['old', true]]); // prettier-ignore
    expect(line!.short).toBe(500);
    // Two of 250 at 12 are cheaper than one of 1000 at 30.
    expect(line!.buy).toEqual({ packs: [{ size: 250, count: 2 }], amount: 500, price: 24, left: 0 });
  });

  it('weighs what is sold by volume, and knows a hardener as an entry of its own', () => {
    const second: Material = { kind: 'second', entryId: 'hardener-slow', name: 'Hardener', amount: 100, unit: 'g' };
    const [line] = stock(
      [second],
      [lot({ kind: 'hardener', entryId: 'hardener-slow', part: 'whole', unit: 'ml', packSize: 200, packs: 1 })],
    );
    // 200 ml at 0.97 g/ml.
    expect(line!.onHand).toBeCloseTo(194, 9);
    expect(line!.buy).toBeNull();
  });

  it('leaves used up lots and other parts alone, and has no price for what never had one', () => {
    const [line] = stock(
      [RESIN],
      [lot({ usedUp: true }), lot({ part: 'hardener' }), lot({ code: 'gift', price: null, packs: 0.1 })],
    );
    expect([line!.onHand, line!.short]).toEqual([100, 1400]);
    expect(line!.packs).toEqual([{ size: 1000, price: 30 }]);
  });

  it('costs a square metre by the packs a fabric comes in: 60 m² for 118', () => {
    const mat: Material = { kind: 'fabric', entryId: 'mat-450', name: 'Mat', amount: 1, unit: 'm2' };
    const of = (price: number | null) =>
      stock([mat], [lot({ kind: 'fabric', entryId: 'mat-450', part: 'whole', unit: 'm2', packSize: 60, price })])[0]!;
    expect(costOfUnit(of(118))!).toBeCloseTo(118 / 60, 9);
    expect(costOfUnit(of(null))).toBeNull();
  });

  it('costs by hand: 1.5 kg of kilo packs at 30, two hours at 45, and what has no price is named', () => {
    const lines = stock([RESIN, { kind: 'coat', entryId: '', name: 'Gel coat', amount: 120, unit: 'g' }], [lot({})]);
    const cost = costOfJob(lines, 120, USUAL_SHOP.money, 10);
    expect([cost.usedTotal, cost.boughtTotal, cost.hands, cost.missing]).toEqual([45, 60, 90, ['Gel coat']]);
    // A kilo of it is on the shelf: half a kilo is short, and a whole pack of it is bought.
    expect(cost.toBuy).toBe(30);
    // 2 kW for ten hours at 0.35.
    expect(cost.heating).toBeCloseTo(7, 9);
    expect(cost.total).toBeCloseTo(142, 9);
  });
});

describe('what a job uses', () => {
  const inputs = {
    ...NEW_REPAIR,
    laminate: { ...NEW_REPAIR.laminate, thicknessMm: 5, clueIds: ['styrene-smell', 'plate-polyester'] },
    resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-slow', overrideReason: 'x' },
    days: { ...NEW_REPAIR.days, startAt: '2026-06-15T08:00' },
  };

  it('sums like fabrics with what is cut off, and has resin and hardener as the plan', () => {
    const plan = planRepair(inputs);
    const materials = jobMaterials(plan);
    const of = (kind: Material['kind']): number =>
      materials.filter((one) => one.kind === kind).reduce((sum, { amount }) => sum + amount, 0);
    const finish = plan.finish!.rounds.filter(({ medium }) => medium !== 'gelcoat').flatMap(({ pots }) => pots);
    const more = (gramsOf: (pot: (typeof finish)[number]) => number): number => finish.reduce((sum, pot) => sum + gramsOf(pot), 0); // prettier-ignore
    expect(finish.length).toBeGreaterThan(1);
    expect(of('resin')).toBeCloseTo(plan.mix!.totalResinG + more(({ mix }) => mix.resinG), 9);
    expect(of('second')).toBeCloseTo(plan.mix!.totalSecondG + more(({ mix }) => mix.secondG), 9);
    expect(of('filler')).toBeCloseTo(
      more(({ fillerG }) => fillerG),
      9,
    );
    expect(of('coat')).toBeCloseTo(plan.finish!.works.reduce((sum, { medium, massG }) => sum + (medium === 'gelcoat' ? massG! : 0), 0), 9); // prettier-ignore
    expect(of('fabric')).toBeCloseTo(
      plan.patch!.faces.flatMap((face) => face.plies).reduce((sum, ply) => sum + ply.areaMm2 / 1e6, 0) * 1.15,
      9,
    );
    expect(new Set(materials.map(({ kind, entryId }) => `${kind} ${entryId}`)).size).toBe(materials.length);
  });

  it('is short of no coat and no paper of which no lots are kept', () => {
    const of = (kind: 'coat' | 'abrasive' | 'resin', lots: Lot[] = []) => stockFor([{ kind, entryId: kind === 'coat' ? '' : kind === 'resin' ? 'polyester' : 'grit-80', name: kind, amount: 5, unit: 'piece' }], lots, [], [], '2026-04-16')[0]!; // prettier-ignore
    expect([of('coat'), of('abrasive'), of('resin')].map(({ kept, short }) => [kept, short])).toEqual([[false, 0], [false, 0], [true, 5]]); // prettier-ignore
    const box = lot({ kind: 'abrasive', entryId: 'grit-80', part: 'whole', unit: 'piece', packSize: 2, packs: 1 });
    expect([of('abrasive', [box]).kept, of('abrasive', [box]).short]).toEqual([true, 3]);
  });

  it('has paper grit by grit, and names what only its can tells', () => {
    const plan = planRepair({ ...inputs, place: { ...inputs.place, finish: 'paint' } });
    const paper = jobMaterials(plan).filter(({ kind }) => kind === 'abrasive');
    expect(paper.map(({ entryId }) => entryId)).toEqual(plan.finish!.ladder.map((grit) => `grit-${grit}`));
    // Two sheets to the square metre at each grit, by the whole sheet.
    expect(paper[0]!.amount).toBe(Math.ceil((plan.finish!.areaMm2 / 1e6) * 2));
    expect(byTheCan(plan.finish)).toEqual(['Primer', 'Paint']);
    const told = planRepair({ ...inputs, place: { ...inputs.place, finish: 'paint' }, finish: { ...inputs.finish, coat: { ...inputs.finish.coat, solidsPercent: 45 } } }); // prettier-ignore
    expect(byTheCan(told.finish)).toEqual([]);
    expect(jobMaterials(told).filter(({ unit }) => unit === 'ml').map(({ name }) => name)).toEqual(['Primer', 'Paint']); // prettier-ignore
  });

  it('is another in every family of resin, each with its verdict and end', () => {
    const families = compareFamilies(inputs);
    expect(families.map(({ family, taken }) => [family, taken])).toEqual([['polyester', false], ['vinylester', false], ['epoxy', true]]); // prettier-ignore
    expect(
      families.every(
        ({ finishAt, verdict, materials }) => finishAt !== null && verdict !== null && materials.length > 2,
      ),
    ).toBeTrue();
    expect(families[0]!.materials[0]!.amount).not.toBe(families[2]!.materials[0]!.amount);
  });
});
