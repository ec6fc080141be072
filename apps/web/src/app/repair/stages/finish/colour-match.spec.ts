import { type ColoursReply, SHIPPED } from '@ashstep/contract';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { type PigmentPaste, deltaE00 } from '@ashstep/core/colour';
import { type ColourTrial, type FinishInputs, NO_FINISH, type ReadColour } from '@ashstep/core/repair';
import { PanelBench, stateOf } from '../../panel.testing';
import { ColourMatch } from './colour-match';

const read = (l: number, a: number, b: number): ReadColour => ({ l, a, b, from: 'typed', plusMinus: null, instrument: '', by: 'Ilse Varga', at: '2026-04-16T10:00' }); // prettier-ignore
const colour = (own: Partial<FinishInputs['colour']>) => stateOf({ finish: { colour: { ...NO_FINISH.colour, batchG: 100, measuredIn: { way: 'scale', stepG: 0.05 }, ...own } } }); // prettier-ignore
const ochre = SHIPPED.find(({ entry }) => entry.id === 'ochre')!.entry as PigmentPaste;

describe('the colour of the top coat', () => {
  let bench: PanelBench;
  beforeEach(() => {
    localStorage.clear();
    bench = new PanelBench();
    TestBed.configureTestingModule({ providers: [provideHttpClientTesting()] });
  });
  /** What other jobs of the craft have, as the server tells it. */
  const told = (known: Partial<ColoursReply> = {}): void =>
    TestBed.inject(HttpTestingController).match('/api/repairs/job/colours').forEach((request) => request.flush({ ofCraft: [], wetAndCured: [], ...known })); // prettier-ignore
  const edited = (): FinishInputs['colour'] => bench.lastEdit<FinishInputs>('finish').colour;

  it('is mixed from the shop’s own pastes where it has any, and says of the others that they are made up', async () => {
    bench.pastes.set([{ ...ochre, id: 'own-sand', name: 'Sand' }]);
    await bench.show(ColourMatch, colour({ target: read(90, 1, 13) }));
    told();
    const there = [...bench.host.querySelectorAll<HTMLInputElement>('fieldset input')].filter(({ checked }) => checked);
    expect(there.map((box) => bench.text(box.parentElement!))).toEqual(['Sand']);
    expect(bench.text()).not.toContain('is a first trial');
    bench.button('Find the recipe').click();
    await bench.settled();
    bench.button('Mixed so').click();
    const [trial] = edited().trials;
    expect(trial!.pigments.map(({ id, name }) => [id, name])).toEqual([['own-sand', 'Sand']]);
    expect(trial!.baseG + trial!.pigments[0]!.amountG).toBeCloseTo(100, 1);
  });

  it('goes into the shop’s own white where it has one, which the trial names', async () => {
    const cream = { id: 'own-cream', name: 'Cream', l: 92.5, a: 0.4, b: 7.2 };
    bench.whites.set([cream]);
    bench.pastes.set([{ ...ochre, id: 'own-sand', name: 'Sand' }]);
    const text = await bench.show(ColourMatch, colour({ target: read(88, 1, 14) }));
    expect(text).toContain('count as drawn down in this white');
    bench.button('Find the recipe').click();
    expect((await bench.settled()).split('Trials')[0]).toContain('Cream');
    bench.button('Mixed so').click();
    expect(edited().trials[0]!.white).toEqual({ id: 'own-cream', name: 'Cream' });
    // Nothing in it, it reads as the white reads alone: no paste is to be added.
    await bench.show(ColourMatch, colour({ target: read(92.5, 0.4, 7.2), trials: [cup({ white: { id: 'own-cream', name: 'Cream' }, pigments: [], read: read(92.6, 0.4, 7.1) })] })); // prettier-ignore
    expect(await bench.settled()).toContain('99.0 g Cream.');
    expect(bench.text()).not.toContain('Add to the cup');
    await bench.choose('#colour-white', 'white-base');
    expect(edited().whiteId).toBe('white-base');
  });

  it('leans on the made-up shelf where a shop has read none, and says so', async () => {
    const text = await bench.show(ColourMatch, colour({ target: read(90, 1, 13) }));
    expect(text).toContain('Ochre, made up');
    expect(text).toContain('is a first trial');
  });

  it('recalls what was matched on the craft before, in the batch of today', async () => {
    await bench.show(ColourMatch, colour({ target: null }));
    const target = read(52, 36, 15);
    const trial = { id: 't', baseG: 45, pigments: [{ id: 'red', amountG: 4 }, { id: 'own-x', name: 'Rust', amountG: 1 }], corrects: false, read: read(52.4, 35.8, 14.6), by: 'Tomas Quill', at: '2026-01-16T10:00' }; // prettier-ignore
    told({ ofCraft: [{ repairId: 'r', title: 'Gouges', target, trial, deltaE00: deltaE00(target, trial.read) }] });
    expect(await bench.settled()).toContain('Gouges');
    expect(bench.text()).toContain('1.00 g Rust');
    bench.button('Mix it again').click();
    const [mixed] = edited().trials;
    expect([mixed!.baseG, ...mixed!.pigments.map(({ amountG }) => amountG)]).toEqual([90, 8, 2]);
    expect(mixed!.read).toBeNull();
  });

  const cup = (own: Partial<ColourTrial> = {}): ColourTrial => ({ id: 't', baseG: 99, pigments: [{ id: 'ochre', amountG: 0.5 }], corrects: false, read: null, by: 'Ilse Varga', at: null, ...own }); // prettier-ignore

  it('a cup read wet is judged by nothing while the shop has read none both ways', async () => {
    await bench.show(ColourMatch, colour({ target: read(90, 1, 13), trials: [cup()] }));
    for (const [part, value] of [
      ['L', '92'],
      ['a', '0'],
      ['b', '9'],
    ] as const)
      await bench.type(part, value);
    bench.button('It reads so, wet').click();
    const [wet] = edited().trials;
    expect([wet!.wet?.l, wet!.read]).toEqual([92, null]);
    await bench.show(ColourMatch, colour({ target: read(90, 1, 13), trials: [wet!] }));
    told();
    const text = await bench.settled();
    expect(text).toContain('Read wet, not cured yet');
    expect(text).toContain('Wait: cure a dab of it');
    expect(text).not.toContain('Add to the cup');
  });

  it('and by the shop’s own shift where it has, as said; it may be read cured later', async () => {
    const target = read(90, 1, 13);
    await bench.show(ColourMatch, colour({ target, trials: [cup({ wet: read(92, 0, 9) }), cup({ id: 'u', corrects: true })] }));
    told({ wetAndCured: [{ wet: { l: 80, a: 0, b: 0 }, cured: { l: 79, a: 0.2, b: 0.6 } }] });
    expect(await bench.settled()).toContain(`Cured about ΔE ${deltaE00(target, { l: 91, a: 0.2, b: 9.6 }).toFixed(1)}`);
    bench.button('Read it cured').click();
    expect(await bench.settled()).toContain('L −1.0, a +0.2, b +0.6, from one cup, which nothing bears out yet');
    for (const [part, value] of [['L', '91.2'], ['a', '0'], ['b', '9.5']] as const) await bench.type(part, value);
    bench.button('It reads so, cured').click();
    expect(edited().trials.map(({ id, wet, read: cured }) => [id, wet?.l, cured?.l])).toEqual([['t', 92, 91.2], ['u', undefined, undefined]]);
  }); // prettier-ignore
});
