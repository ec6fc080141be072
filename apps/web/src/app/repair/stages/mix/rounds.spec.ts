import { paste } from '@ashstep/core/mix';
import type { AddedRound, LayWork, RepairInputs } from '@ashstep/core/repair';
import { PanelBench, stateOf } from '../../panel.testing';
import { Rounds } from './rounds';

const FILLET: AddedRound = { id: 'f', name: 'Fillet', when: 'before', onto: 'abraded', spotIds: [], work: { kind: 'paste', use: 'fillet', volumeMl: 100, fillerId: 'silica' } }; // prettier-ignore
const GEL: AddedRound = { id: 'g', name: 'Gel coat', when: 'after', onto: 'abraded', spotIds: [], work: { kind: 'coat', medium: 'gelcoat', thicknessMm: 0.5, areaMm2: 200_000, densityGPerMl: 1.2 } }; // prettier-ignore
const rounds = (...added: AddedRound[]): Partial<RepairInputs['rounds']> => ({ added });

describe('rounds of a job', () => {
  let bench: PanelBench;
  beforeEach(() => (bench = new PanelBench()));
  const lastAdded = () => bench.lastEdit<{ added: AddedRound[] }>('rounds').added;

  it('list the plies of the patch, and take a paste, a coat and more plies that can be weighed at once', async () => {
    expect(await bench.show(Rounds, stateOf())).toContain('1 Plies of the patch 152 g, onto fresh ground');
    bench.button('Add a paste').click();
    expect(await bench.show(Rounds, stateOf({ rounds: rounds(lastAdded()[0]!) }))).toMatch(
      /2 Fairing .*cured: wash, abrade, wipe.*Resin to [\d.]+ g, then hardener to [\d.]+ g, which adds .* change cup, then/,
    );
    bench.button('Add a coat').click();
    expect(lastAdded()[1]!.work.kind).toBe('coat');
    bench.button('Add plies').click();
    const told = await bench.show(Rounds, stateOf({ rounds: rounds(lastAdded().at(-1)!) }));
    expect(told).toMatch(/2 More plies .*1 ply, [\d,.]+ g in 1 pot/);
    await bench.type('Plies', '7');
    expect((lastAdded()[0]!.work as { plies: readonly unknown[] }).plies.length).toBe(7);
  });

  it('of plies have an outline of their own where it is wanted: a disc, a strip, a triangle', async () => {
    const lay: AddedRound = { ...GEL, id: 'tip', name: 'Tip', work: { kind: 'lay', plies: [{ fabricId: 'plain-203', orientationDeg: 0 }], shape: null, growMm: 0 } }; // prettier-ignore
    await bench.show(Rounds, stateOf({ rounds: rounds(lay) }));
    const tick = [...bench.host.querySelectorAll('label')].find((one) => one.textContent!.includes('as large as the ground'))!; // prettier-ignore
    expect(tick.querySelector('input')!.checked).toBeTrue();
    tick.querySelector('input')!.click();
    const [own] = lastAdded();
    expect((own!.work as LayWork).shape!.kind).toBe('circle');
    await bench.show(Rounds, stateOf({ rounds: rounds(own!) }));
    await bench.choose('ash-outline select', 'triangle');
    expect((lastAdded()[0]!.work as LayWork).shape!.kind).toBe('polygon');
  });

  it('tell resin and filler for a volume as the command line does, pot by pot where one would gel', async () => {
    const told = await bench.show(Rounds, stateOf({ rounds: rounds(FILLET) }));
    const byHand = paste({ volumeMl: 100, fillerId: 'silica', use: 'fillet', resinDensityGPerMl: 1.15 });
    const [, resin, filler] = /(\d+) g of mixed resin, (\d+) g/.exec(told)!;
    expect(Math.abs(Number(resin) / byHand.resinG - 1)).toBeLessThan(0.06);
    expect(Math.abs(Number(filler) - byHand.fillerG)).toBeLessThan(1.5);
    const large = { ...FILLET, work: { ...FILLET.work, volumeMl: 3000 } as AddedRound['work'] };
    expect(await bench.show(Rounds, stateOf({ rounds: rounds(large) }))).toMatch(/\d+ pots, for one would gel/);
  });

  it('weigh a coat by its thickness: 0.5 mm on 0.2 m² of 1.2 g/ml is 120 g', async () => {
    expect(await bench.show(Rounds, stateOf({ rounds: rounds(GEL) }))).toContain('120 g on 0.20 m²');
  });

  it('change what is typed of one and leave the others alone', async () => {
    await bench.show(Rounds, stateOf({ rounds: rounds(FILLET, GEL, { ...GEL, id: 'h', name: 'Top coat' }) }));
    bench.button('Take out Fillet').click();
    expect(lastAdded().map(({ id }) => id)).toEqual(['g', 'h']);
    await bench.choose('#rog', 'green');
    expect(lastAdded().map(({ onto }) => onto)).toEqual(['abraded', 'green', 'abraded']);
  });

  it('say how polyester is kept from the air, and what to do of it before the next', async () => {
    const polyester = { resin: { systemId: 'polyester' } };
    expect(await bench.show(Rounds, stateOf({ ...polyester, rounds: { closing: 'wax' } }))).toContain(
      'nothing bonds to wax. Never between layers.',
    );
    await bench.choose('#closing', 'pva');
    expect(bench.lastEdit('rounds')).toEqual({ closing: 'pva' } as never);
    expect(await bench.show(Rounds, stateOf())).not.toContain('Kept from the air');
  });

  it('offer those that are usual for the kind, one by one or all, and none twice', async () => {
    const told = await bench.show(
      Rounds,
      stateOf({ taper: { kind: 'overlay' }, damage: { depth: 'part', depthMm: 1 } }),
    );
    expect(told).toContain('Usual for this kind');
    bench.button('Edges feathered').click();
    expect(lastAdded().map(({ name }) => name)).toEqual(['Edges feathered']);
    bench.button('All of them').click();
    expect(lastAdded().map(({ name }) => name)).toEqual(['Edges feathered', 'Sealing coat', 'Gel coat']);
    expect(await bench.show(Rounds, stateOf({ taper: { kind: 'overlay' }, damage: { depth: 'part', depthMm: 1 }, rounds: rounds(...lastAdded()) }))).not.toContain('Usual for this kind'); // prettier-ignore
  });

  it('of gel coat are poured with catalyst in a job of epoxy, and closed from the air', async () => {
    const told = await bench.show(Rounds, stateOf({ rounds: rounds(GEL) }));
    expect(told).toMatch(/2 Gel coat .*; then film over it.*catalyst/);
    await bench.choose('#cmg', 'paint');
    expect((lastAdded()[0]!.work as { medium: string }).medium).toBe('paint');
  });

  it('can be put right where a figure of one stops the whole plan', async () => {
    const nothing = { ...FILLET, work: { ...FILLET.work, volumeMl: 0 } as AddedRound['work'] };
    const state = stateOf({ rounds: rounds(nothing) });
    expect(state.plan.problems.map(({ field }) => field)).toEqual(['rounds.added.0.work.volumeMl']);
    expect(await bench.show(Rounds, state)).toContain('Accepted: 1');
    await bench.type('Volume, ml', '90');
    expect(lastAdded()[0]!.work).toEqual(jasmine.objectContaining({ volumeMl: 90 }));
  });

  it('can be read but not changed on a sealed sheet', async () => {
    const told = await bench.show(Rounds, stateOf({ rounds: rounds(FILLET, GEL) }, { state: 'sealed' }));
    expect(told).toContain('Fillet');
    expect(bench.host.querySelectorAll('input, select, button').length).toBe(0);
  });

  it('say so where a filler is no good for a use', async () => {
    const remarks = (use: 'bedding' | 'fillet', fillerId: string): Promise<string> =>
      bench
        .show(
          Rounds,
          stateOf({
            mix: { scaleErrorG: 0.05 },
            rounds: rounds({ ...FILLET, work: { kind: 'paste', use, volumeMl: 100, fillerId } }),
          }),
        )
        .then(() => [...bench.host.querySelectorAll('.remark')].map((one) => bench.text(one)).join(' '));
    expect(await remarks('bedding', 'hollow-spheres')).not.toBe('');
    expect(await remarks('fillet', 'silica')).toBe('');
  });
});
