import { compareFamilies, compareSchools, compareSides } from '@ashstep/core/repair';
import { JobCost } from './days/job-cost';
import { OtherWays } from './days/other-ways';
import { PanelBench, lot, stateOf } from '../panel.testing';
import { SchoolsTable } from './resin/schools-table';
import { SidesTable } from './taper/sides-table';

describe('tables that compare', () => {
  let bench: PanelBench;
  beforeEach(() => (bench = new PanelBench()));
  const heads = (): string[] => [...bench.host.querySelectorAll('thead th')].map((cell) => bench.text(cell));
  const line = (name: string): string[] =>
    bench
      .rows()
      .find(([first]) => first!.startsWith(name))!
      .slice(1);

  describe('the cost by resin', () => {
    it('has a column a family, the taken one said, hours and dates as the core has them', async () => {
      const state = stateOf();
      await bench.show(JobCost, state);
      expect(heads().filter((head) => head.includes('taken'))).toEqual(['Epoxy, taken']);
      expect(line('Hours')).toEqual(
        compareFamilies(state.inputs).map(({ handsMin }) => (handsMin === null ? '–' : (handsMin / 60).toFixed(1))),
      );
    });

    it('names what has no price, and counts it in once a lot has one', async () => {
      const state = stateOf();
      expect(await bench.show(JobCost, state)).toContain('No price yet for');
      const before = Number(line('Materials used').at(-1));
      bench.lots.set([lot({ packs: 0 })]);
      await bench.settled();
      expect(Number(line('Materials used').at(-1))).toBeGreaterThan(before);
    });

    it('sums used materials and hands', async () => {
      bench.lots.set([lot({ packs: 0 })]);
      await bench.show(JobCost, stateOf());
      const [used, hands, all] = ['Materials used', 'Hands', 'In all'].map((name) => Number(line(name).at(-1)));
      expect(all).toBeCloseTo(used! + hands!, 1);
      expect(bench.host.querySelector('a')!.getAttribute('href')).toBe('/api/repairs/job/quote.pdf');
    });
  });

  describe('the schools', () => {
    it('stand side by side in the job’s own figures', async () => {
      const state = stateOf({ resin: { systemId: 'epoxy-slow', school: 'epoxy-throughout' } });
      await bench.show(SchoolsTable, state);
      const schools = compareSchools(state.inputs);
      expect(heads().length).toBe(3);
      expect(heads().filter((head) => head.endsWith(', taken')).length).toBe(1);
      expect(line('Taper')).toEqual(schools.map(({ ratio }) => (ratio === null ? '–' : `${ratio}:1`)));
      expect(line('Finish')).toEqual(schools.map(({ finish }) => finish?.name ?? '–'));
      expect(line('Materials used').every((cell) => cell === '–' || Number.parseFloat(cell) >= 0)).toBeTrue();
    });

    it('ask for a first morning where there is none', async () => {
      expect(await bench.show(SchoolsTable, stateOf({ days: { startAt: null } }))).toContain(
        'Set the first morning on Days',
      );
      expect(await bench.show(SchoolsTable, stateOf())).not.toContain('Set the first morning');
    });
  });

  describe('the sides', () => {
    it('show what is ground from each, and half the width from both', async () => {
      const state = stateOf();
      await bench.show(SidesTable, state);
      const sides = compareSides(state.inputs);
      expect(heads().map((head) => head.replace(', taken', ''))).toEqual(['Outside', 'Inside', 'Both']);
      const [outside, , both] = line('To grind').map(Number);
      expect(both!).toBeLessThan(outside!);
      expect(line('Shows outside')[1]).toBe(sides[1]!.scarLengthMm.toFixed(0));
    });

    it('say what cannot be reached from inside', async () => {
      await bench.show(SidesTable, stateOf({ place: { access: 'one', service: 'high' } }));
      expect(line('Needs').filter((need) => need.startsWith('Cannot be reached')).length).toBeGreaterThan(0);
    });
  });

  describe('other ways of doing it', () => {
    const found = { finishAt: '2026-04-20T12:00', handsMin: 330, layUps: 2, late: 0 };

    it('are asked for, and told with what they do to the bond', async () => {
      expect(await bench.show(OtherWays, stateOf())).toContain('Goes laid wet on green are one body');
      bench.button('Compare the ways').click();
      expect(bench.planner.tryOtherWays).toHaveBeenCalledWith('job');
      bench.planner.variants.set([
        { variant: { id: 'as-planned' }, ...found },
        { variant: { id: 'goes', goes: 3 }, ...found, layUps: 3, late: 1 },
        { variant: { id: 'long-day' }, ...found, layUps: 1 },
      ] as never);
      await bench.settled();
      expect(bench.rows().map(([name]) => name)).toEqual([
        'As planned',
        'Each face in 3 goes',
        'Three hours longer a day',
      ]);
      expect(bench.rows()[1]![3]).toContain('1 of 3 lay-ups after its window');
      expect(bench.rows()[0]![2]).toBe('5.5 h');
    });

    it('take another number of goes, and only where that is what differs', async () => {
      bench.planner.variants.set([{ variant: { id: 'as-planned' }, ...found }, { variant: { id: 'goes', goes: 2 }, ...found }] as never); // prettier-ignore
      await bench.show(OtherWays, stateOf());
      expect(bench.host.querySelectorAll('tbody button').length).toBe(1);
      bench.button('Take 2').click();
      expect(bench.lastEdit('stack')).toEqual({ goes: 2 });
    });

    it('can be looked at but not taken on a sealed sheet', async () => {
      bench.planner.variants.set([{ variant: { id: 'goes', goes: 2 }, ...found }] as never);
      await bench.show(OtherWays, stateOf({}, { state: 'sealed' }));
      expect(bench.button('Take 2').disabled).toBeTrue();
    });
  });
});
