import { PanelBench, stateOf } from './panel.testing';
import { StageStrip } from './stage-strip';

describe('the strip of stages', () => {
  let bench: PanelBench;
  beforeEach(() => (bench = new PanelBench()));
  const show = (sections = {}, detail = {}, stage = 'taper'): Promise<string> =>
    bench.show(StageStrip, stateOf(sections, detail), { id: 'job', stage });
  const links = (): HTMLAnchorElement[] => [...bench.host.querySelectorAll<HTMLAnchorElement>('ol a, nav a, a')];

  it('leads to all ten, and says which one this is', async () => {
    await show();
    const hrefs = links().map((link) => link.getAttribute('href'));
    for (const stage of ['look', 'laminate', 'resin', 'taper', 'plies', 'mix', 'days', 'layup', 'finish', 'signoff'])
      expect(hrefs).toContain(`/repair/job/${stage}`);
    expect(bench.host.querySelectorAll('[aria-current]').length).toBeGreaterThan(0);
  });

  it('brings the one in hand to where it is seen, where not all of them fit', async () => {
    await show({}, {}, 'look');
    const [nav, list] = [bench.host.querySelector('nav')!, bench.host.querySelector('ol')!];
    nav.style.cssText = 'display: block; width: 400px; overflow-x: auto';
    list.style.width = '1080px';
    for (const stage of ['signoff', 'taper', 'look']) {
      bench.fixture.componentRef.setInput('stage', stage);
      await bench.settled();
      const [here, all] = [nav.querySelector('.here')!.getBoundingClientRect(), nav.getBoundingClientRect()];
      expect(here.left)
        .withContext(stage)
        .toBeGreaterThanOrEqual(all.left - 1);
      expect(here.right)
        .withContext(stage)
        .toBeLessThanOrEqual(all.right + 1);
    }
  });

  it('says at each what is settled, in the person’s units', async () => {
    const told = await show();
    expect(told).toContain('100 × 100, through');
    expect(told).toContain('5.0 mm, 4 plies');
    expect(told).toMatch(/12:1, \d+ mm/);
    expect(told).toMatch(/\d+ g in \d+ pots?/);
    bench.units$.next('imperial');
    expect(await bench.settled()).toContain('3.94 × 3.94');
  });

  it('tells of a sealed job when it was sealed, not when it was planned to be done', async () => {
    expect(await show()).toMatch(/to \w{3} \d+ Apr/);
    const seals = [{ revision: 1, sealedAt: '2026-04-20T12:00:00Z' }];
    const told = await show({}, { state: 'sealed', seals });
    expect(told).toContain('sealed Mon 20 Apr');
    expect(told).not.toMatch(/to \w{3} \d+ Apr/);
  });

  it('says nothing of what is not worked out yet', async () => {
    const told = await show({ laminate: { known: 'thickness', thicknessMm: null, plies: [] } });
    expect(told).not.toContain('plies');
    expect(told).not.toMatch(/ g in /);
  });

  it('ticks what was gone through, but for a stage with something in the way', async () => {
    await show({}, { stageReached: 4 });
    const ticked = (): number => bench.text().split(', done').length - 1;
    const all = ticked();
    expect(all).toBe(4);
    await show({ damage: { shape: { kind: 'circle', diameterMm: 40_000 } } }, { stageReached: 4 });
    expect(ticked()).toBeLessThan(all);
  });

  it('counts plies down and checks that pass: the last answer tells, and only one that counts', async () => {
    const log = [1, 2, 3].map((laid) => ({
      id: `${laid}`,
      at: '2026-04-16T08:00:00Z',
      by: 'Ilse Varga',
      entry: { kind: 'ply', plyKey: `f0-p${laid}`, label: `Ply ${laid}` },
    }));
    const told = await show(
      {},
      {
        log,
        results: [
          { checkId: 'taper', pass: false },
          { checkId: 'taper', pass: true },
          { checkId: 'taps', pass: true, standing: 'void' },
          { checkId: 'fairness', pass: true, standing: 'counts' },
        ],
      },
      'layup',
    );
    expect(told).toContain('3 plies down');
    expect(told).toMatch(/2 of \d+ pass/);
  });
});
