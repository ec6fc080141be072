import { ChangeDetectionStrategy, Component, input, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { PanelBench, stateOf } from '../panel.testing';
import type { RepairState } from '../repair.store';
import { SheetFrame } from '../sheet-frame';
import { PartIndex } from './part-index';
import type { StagePart } from './stage-page';

@Component({
  selector: 'ash-trial-part',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '<input aria-label="typed" />',
})
class TrialPart {
  readonly state = input.required<RepairState>();
}

describe('the index of parts', () => {
  let bench: PanelBench;
  let frame: SheetFrame;
  const wanted = signal<string | null>(null);
  const part = (id: string, more: Partial<StagePart> = {}): StagePart => ({
    id,
    name: `Part ${id}`,
    panels: [TrialPart],
    line: () => `line of ${id}`,
    ...more,
  });
  const parts = [
    part('a'),
    part('b', { wants: () => wanted() }),
    part('c', { when: () => false }),
    part('d', { fields: ['mix.wastePercent'] }),
  ];
  const lines = (): string[] =>
    [...bench.host.querySelectorAll('h2')].map((one) => bench.text(one).replace('Wants attention: ', '! '));
  const open = (): string[] =>
    [...bench.host.querySelectorAll('button[aria-expanded="true"]')].map((one) => one.id.replace('part-', ''));

  beforeEach(() => {
    localStorage.removeItem('ash-step.open-parts');
    wanted.set(null);
    bench = new PanelBench();
    frame = TestBed.inject(SheetFrame);
    frame.follow('job', 'look', undefined);
  });
  const show = (state = stateOf()): Promise<string> => bench.show(PartIndex, state, { parts });

  it('has a line for each part that has to do with the job, and none open', async () => {
    await show();
    expect(lines()).toEqual(['Part a line of a', 'Part b line of b', 'Part d line of d']);
    expect(open()).toEqual([]);
  });

  it('puts what wants attention first, and moves no line away while it is put right', async () => {
    wanted.set('Too wet');
    await show();
    expect(lines()[0]).toBe('Part b ! Too wet');
    bench.button('Part b').click();
    await bench.settled();
    wanted.set(null);
    await bench.settled();
    expect(lines()).toEqual(['Part b line of b', 'Part a line of a', 'Part d line of d']);
    bench.button('Part a').click();
    await bench.settled();
    expect(lines()[0]).toBe('Part a line of a');
  });

  it('tells of a figure that is refused in a part that is shut', async () => {
    await show({ ...stateOf(), fieldErrors: { 'mix.wastePercent': 'Accepted: 0 to 100.' } });
    expect(lines()[0]).toBe('Part d ! Accepted: 0 to 100.');
  });

  it('opens one in place of the other, keeps what was typed in it, and says which in the address', async () => {
    const navigate = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    await show();
    bench.button('Part a').click();
    await bench.settled();
    bench.host.querySelector('input')!.value = 'half a figure';
    bench.button('Part b').click();
    await bench.settled();
    expect(open()).toEqual(['b']);
    bench.button('Part a').click();
    await bench.settled();
    expect(open()).toEqual(['a']);
    expect(bench.host.querySelector<HTMLInputElement>('#in-a input')!.value).toBe('half a figure');
    expect(navigate.calls.allArgs().map(([, extras]) => extras!.queryParams)).toEqual([{ part: 'a' }, { part: 'b' }, { part: 'a' }]); // prettier-ignore
    bench.button('Part a').click();
    await bench.settled();
    expect(open()).toEqual([]);
  });

  it('opens what was open last when the stage is come to again, and nothing on one that was left shut', () => {
    frame.show('d');
    frame.follow('job', 'mix', undefined);
    expect(frame.part()).toBeNull();
    frame.follow('job', 'look', undefined);
    expect(frame.part()).toBe('d');
    frame.show(null);
    frame.follow('job', 'mix', undefined);
    frame.follow('job', 'look', undefined);
    expect(frame.part()).toBeNull();
    // A link says which, whatever was open.
    frame.follow('job', 'mix', 'usual');
    expect(frame.part()).toBe('usual');
  });

  it('meets a caution once in each job', () => {
    localStorage.removeItem('ash-step.met-cautions');
    expect(frame.met('dust')).toBeFalse();
    frame.meet('dust');
    expect(frame.met('dust')).toBeTrue();
    frame.follow('another', 'look', undefined);
    expect(frame.met('dust')).toBeFalse();
    frame.follow('job', 'look', undefined);
    expect(frame.met('dust')).toBeTrue();
  });
});
