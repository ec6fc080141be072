import { TestBed } from '@angular/core/testing';
import { SurveyDesk } from '../../../survey/survey-desk';
import { PanelBench, stateOf } from '../../panel.testing';
import { LightMarks } from './light-marks';
import { FinishLooks } from './looks';

describe('what a low light shows', () => {
  let bench: PanelBench;
  beforeEach(() => {
    bench = new PanelBench();
    TestBed.configureTestingModule({ providers: [SurveyDesk] });
  });
  const mark = (kind: 'low' | 'pinhole', xMm: number) => ({ id: `m${xMm}`, kind, xMm, yMm: 0, by: 'Ilse Varga', at: null }); // prettier-ignore
  const given = (...lightMarks: ReturnType<typeof mark>[]) => stateOf({ resin: { systemId: 'epoxy-slow' }, place: { finish: 'paint' }, finish: { lightMarks } }); // prettier-ignore
  const kept = (): object => bench.lastEdit('finish');

  it('is put on the plan by a press, or by its place, and taken off when it is gone', async () => {
    await bench.show(LightMarks, given(mark('low', 40)));
    expect(bench.text()).toContain('Low, 40 mm forward, 0 mm up');
    bench.button('Mark what the light shows').click();
    await bench.settled();
    TestBed.inject(SurveyDesk).tool()!.press({ x: 12.4, y: -7.6, reachMm: 2 });
    expect(kept()).toEqual({
      lightMarks: [mark('low', 40), jasmine.objectContaining({ kind: 'low', xMm: 12, yMm: -8 })],
    });
    await bench.type('Forward', '25');
    bench.button('Mark it here').click();
    expect(kept()).toEqual({ lightMarks: [mark('low', 40), jasmine.objectContaining({ xMm: 25, yMm: -8 })] });
    bench.button('Gone: mark 1').click();
    expect(kept()).toEqual({ lightMarks: [] });
    bench.button('Done marking').click();
    expect(TestBed.inject(SurveyDesk).tool()).toBeNull();
  });

  it('stands against the look that says there is none left', async () => {
    await bench.show(FinishLooks, given(mark('pinhole', 1), mark('low', 2), mark('low', 3)));
    const box = (of: string): HTMLInputElement => [...bench.host.querySelectorAll('label')].find((one) => one.textContent!.includes(of))!.querySelector('input')!; // prettier-ignore
    expect([box('Low light').disabled, box('No pinhole').disabled, box('Edges sharp').disabled]).toEqual([true, true, false]); // prettier-ignore
    expect(bench.text()).toContain('2 of the low light still on the plan');
  });
});
