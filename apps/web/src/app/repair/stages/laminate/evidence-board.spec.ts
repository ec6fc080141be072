import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { CLUES } from '@ashstep/core/resin';
import { EvidenceBoard } from './evidence-board';
import { PanelBench, stateOf } from '../../panel.testing';

describe('the evidence of the resin', () => {
  let bench: PanelBench;
  let http: HttpTestingController;
  beforeEach(() => {
    bench = new PanelBench();
    TestBed.configureTestingModule({ providers: [provideHttpClientTesting()] });
  });
  async function show(clueIds: string[], more: object = {}): Promise<string> {
    const told = await bench.show(
      EvidenceBoard,
      stateOf({ laminate: { clueIds, thicknessMm: 5, known: 'thickness', ...more } }),
    );
    http = TestBed.inject(HttpTestingController);
    return told;
  }
  const belief = (): Record<string, number> =>
    Object.fromEntries(
      [...bench.host.querySelectorAll('.bars li')].map((item) => {
        const [name, , share] = [...item.children].map((part) => bench.text(part));
        return [name!, Number.parseFloat(share!.replace('<', ''))];
      }),
    );

  it('moves with what is seen: a plate that says epoxy, a smell of styrene', async () => {
    await show(['plate-epoxy']);
    expect(belief()['Epoxy']).toBeGreaterThan(80);
    await show(['styrene-smell', 'tint-green-blue']);
    expect(belief()['Polyester']).toBeGreaterThan(60);
    const shares = Object.values(belief());
    expect(Math.abs(shares.reduce((sum, share) => sum + share, 0) - 100)).toBeLessThan(4);
  });

  it('reads back what was written down of the craft as it was taken in, and counts none of it', async () => {
    const craft = { construction: 'EPS, epoxy glass', notes: 'Nose patched in 2021' };
    const told = await bench.show(EvidenceBoard, stateOf({ laminate: { clueIds: [] } }, { craft }));
    expect(told).toContain('Written down of the craft: EPS, epoxy glass');
    expect(told).toContain('Builder’s notes: Nose patched in 2021');
    const counted = belief();
    expect(await show([])).not.toContain('Written down');
    expect(belief()).toEqual(counted);
  });

  it('writes at each clue how far it pushed, and ticks what was seen', async () => {
    await show(['styrene-smell']);
    const ticked = [...bench.host.querySelectorAll<HTMLInputElement>('.group input:checked')];
    expect(ticked.length).toBe(1);
    expect(bench.text(ticked[0]!.closest('label')!)).toMatch(/[+−]\d+$/);
  });

  it('adds a clue and takes one out, leaving the others', async () => {
    await show(['styrene-smell']);
    const label = CLUES.find(({ id }) => id === 'tint-green-blue')!.label;
    const box = (name: string): HTMLInputElement =>
      [...bench.host.querySelectorAll('label.tick')]
        .find((one) => bench.text(one).startsWith(name))!
        .querySelector('input')!;
    box(label).click();
    expect(bench.lastEdit('laminate')).toEqual({ clueIds: ['styrene-smell', 'tint-green-blue'] });
    await bench.settled();
    box(CLUES.find(({ id }) => id === 'styrene-smell')!.label).click();
    expect(bench.lastEdit<{ clueIds: string[] }>('laminate').clueIds).not.toContain('styrene-smell');
  });

  it('keeps a belief for each part of the parent, and changes the one that is looked at', async () => {
    await show(['styrene-smell', 'plate-polyester']);
    bench.button('Another part').click();
    const [zone] = bench.lastEdit<{ zones: { id: string; name: string; clueIds: string[] }[] }>('laminate').zones;
    expect([zone!.name, zone!.clueIds]).toEqual(['Earlier patch', []]);
    await show(['styrene-smell', 'plate-polyester'], { zones: [{ ...zone!, clueIds: ['plate-epoxy'], priorId: 'open', epoxyInBond: false }] }); // prettier-ignore
    bench.button('Earlier patch').click();
    await bench.settled();
    expect(bench.text(bench.host)).toContain('the more careful verdict of all parts rules');
    expect(belief()['Epoxy']).toBeGreaterThan(80);
    bench.button('Main laminate').click();
    await bench.settled();
    expect(belief()['Polyester']).toBeGreaterThan(80);
  });

  it('says what to look at next, how likely it is and what it would make of the belief; nobody is sent sniffing', async () => {
    const told = await show([]);
    expect(told).toContain('Look at next');
    const next = [...bench.host.querySelectorAll('.next li')].map((item) => bench.text(item));
    expect(next.length).toBeGreaterThan(0);
    expect(next.length).toBeLessThanOrEqual(3);
    for (const line of next) expect(line).toMatch(/\d+ % likely to be there; if it is, [a-z]+ \d+ %$/);
    expect(next.join()).not.toContain(CLUES.find(({ id }) => id === 'styrene-smell')!.label);
  });

  it('sends nobody for gel coat under paint, nor for soft foam under a core of another kind', async () => {
    const next = (): string => bench.text(bench.host.querySelector('.next')!);
    const [gel, foam] = ['Moulded-in gel coat', 'EPS or XPS'];
    const core = (coreId: string): object => ({ core: { coreId, thicknessMm: 20, reachable: true } });
    await show([], core('eps'));
    expect(next()).toContain(gel);
    expect(next()).toContain(foam);
    await show([], core('pvc-60'));
    expect(next()).not.toContain(foam);
    await bench.show(EvidenceBoard, stateOf({ place: { finish: 'paint', unsaid: undefined } }));
    expect(next()).not.toContain(gel);
  });

  it('says which clues speak against one another', async () => {
    expect(await show(['plate-epoxy', 'plate-polyester'])).toContain('speak against one another');
  });

  it('counts the shed’s own finished repairs of the kind in, where it is told to', async () => {
    await show([]);
    http
      .expectOne((request) => request.url.includes('/evidence/'))
      .flush({ polyester: 11, vinylester: 0, epoxy: 1, thermoplastic: 0, mixed: 0 });
    expect(await bench.settled()).toContain('12 finished of this kind: 11 polyester, 1 epoxy');
    [...bench.host.querySelectorAll('label.tick')]
      .find((one) => bench.text(one).startsWith('Count this shed'))!
      .querySelector('input')!
      .click();
    expect(bench.lastEdit<{ shedCounts: { polyester: number } }>('laminate').shedCounts.polyester).toBe(11);
  });

  it('says nothing of the shed’s own where there are none, or they cannot be had', async () => {
    await show([]);
    http
      .expectOne((request) => request.url.includes('/evidence/'))
      .flush({ polyester: 0, vinylester: 0, epoxy: 0, thermoplastic: 0, mixed: 0 });
    expect(await bench.settled()).not.toContain('Count this shed');
  });
});
