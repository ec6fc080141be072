import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { CraftLaminate } from '@ashstep/contract';
import { PanelBench, stateOf } from '../../panel.testing';
import { EarlierJobs } from './earlier-jobs';

const FOUND: CraftLaminate = {
  repairId: 'before',
  title: 'Topsides, port',
  at: '2026-04-16T08:00:00Z',
  sealed: true,
  thicknessMm: 4.2,
  plies: [{ fabricId: 'mat-450' }, { fabricId: 'roving-600' }],
  core: null,
  resin: 'polyester',
};

describe('what was found on a craft before', () => {
  const shown = async (known: CraftLaminate[], clueIds: string[] = []): Promise<PanelBench> => {
    TestBed.resetTestingModule();
    const bench = new PanelBench();

    TestBed.configureTestingModule({ providers: [provideHttpClientTesting()] });
    const state = stateOf({ laminate: { clueIds } });
    await bench.show(EarlierJobs, state);
    TestBed.inject(HttpTestingController).expectOne('/api/repairs/job/laminates').flush(known);
    await bench.settled();
    return bench;
  };

  it('is not there where no job tells anything', async () => {
    expect((await shown([])).text()).toBe('');
  });

  it('is told with where it comes from; resin and plies are taken from it, the thickness is not', async () => {
    const bench = await shown([FOUND]);
    expect(bench.text()).toContain('4.2 mm, 2 plies, solid, polyester');
    bench.button('Count polyester as a clue').click();
    bench.button('Take its plies').click();
    expect(bench.store.edit.calls.allArgs() as unknown[]).toEqual([
      ['laminate', { clueIds: ['plate-polyester'] }],
      ['laminate', { known: 'plies', plies: FOUND.plies, pliesFrom: jasmine.stringContaining('Topsides, port, sealed') }], // prettier-ignore
    ]);
  });

  it('counts what papers and records say once', async () => {
    expect((await shown([FOUND], ['plate-epoxy'])).button('Count polyester as a clue').disabled).toBeTrue();
    expect((await shown([FOUND], ['plate-polyester'])).button('Counted as a clue').disabled).toBeTrue();
  });

  it('offers no clue where the resin was not certain, or is none a record tells', async () => {
    for (const resin of [null, 'mixed'] as const)
      expect((await shown([{ ...FOUND, resin }])).text()).not.toContain('clue');
  });
});
