import { jobMaterials } from '@ashstep/core/repair';
import { PanelBench, lot, stateOf } from '../../panel.testing';
import { ShoppingList } from './shopping-list';

describe('the shopping list', () => {
  const state = stateOf();
  const resinG = jobMaterials(state.plan).find(({ kind }) => kind === 'resin')!.amount;
  let bench: PanelBench;
  beforeEach(() => (bench = new PanelBench()));
  const row = (name: RegExp): string[] => bench.rows().find(([first]) => name.test(first!))!;

  it('has a line for everything the job takes, short where the shelf is empty', async () => {
    await bench.show(ShoppingList, state);
    const kept = jobMaterials(state.plan).filter(({ kind }) => kind !== 'abrasive' && kind !== 'coat');
    for (const [, , shelf, buy] of bench.rows().slice(0, kept.length)) {
      expect(shelf).toBe('none');
      expect(buy).toMatch(/short|×/);
    }
    // Nobody keeps lots of these: they are neither there nor short, and paper is one line.
    expect(row(/Gel coat/).slice(2)).toEqual(['not kept by lots: look', '']);
    expect(row(/Paper: 80, 120/).slice(1)).toEqual(['10 sheets', 'not kept by lots: look', '']);
  });

  it('takes the lots that hold it, and has nothing to buy then', async () => {
    bench.lots.set([lot({ code: 'R-3107', packs: 4 })]);
    await bench.show(ShoppingList, state);
    expect(row(/Epoxy/)[2]).toContain('lot R-3107');
    expect(row(/Epoxy/)[3]).toBe('');
  });

  it('leaves a lot out that is out of date, and says why', async () => {
    bench.lots.set([lot({ code: 'R-2900', expiresOn: '2020-01-01', packs: 4 })]);
    await bench.show(ShoppingList, state);
    expect(row(/Epoxy/)[2]).toContain('Lot R-2900 out of date 2020-01-01: not to be used.');
    expect(row(/Epoxy/)[3]).not.toBe('');
  });

  it('buys in the cheapest packs there were, and sums what they cost', async () => {
    bench.lots.set([
      lot({ code: 'gone', packs: 0, packSize: 250, price: 12 }),
      lot({ code: 'large', packs: 0, packSize: 5000, price: 400 }),
    ]);
    const told = await bench.show(ShoppingList, state);
    const count = Math.ceil(resinG / 250);
    expect(row(/Epoxy/)[3]).toContain(`${count} × 250 g`);
    expect(told).toContain(`To buy, ${(12 * count).toFixed(2)} in all`);
  });

  it('says when everything is there', async () => {
    const { plan } = state;
    bench.lots.set(
      jobMaterials(plan).map(({ kind, entryId, unit }) =>
        kind === 'fabric'
          ? lot({ kind: 'fabric', entryId, part: 'whole', unit: 'm2', packSize: 50, code: entryId })
          : lot({
              ...(kind === 'filler'
                ? { kind, part: 'whole' as const }
                : { part: kind === 'resin' ? ('resin' as const) : ('hardener' as const) }),
              entryId: kind === 'filler' ? entryId : 'epoxy-slow',
              packSize: 90_000,
              unit: unit === 'm2' ? 'g' : unit,
              code: `${kind} ${entryId}`,
            }),
      ),
    );
    const told = await bench.show(ShoppingList, state);
    expect(bench.rows().filter(([, , , buy]) => buy !== '').map(([name]) => name)).toEqual([]); // prettier-ignore
    expect(told).toContain('All that is kept by lots is on the shelf.');
  });
});
