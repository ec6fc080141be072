import { signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { remarkWords } from '@ashstep/contract';
import { PanelBench, airAt, lot, stateOf } from '../repair/panel.testing';
import { LayUpDesk } from '../repair/stages/layup/desk';
import { Weigh } from './weigh';

describe('the scale at the bench', () => {
  let desk: LayUpDesk;
  let fixture: ComponentFixture<Weigh>;
  const root = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const cells = (): HTMLButtonElement[] => [...root().querySelectorAll<HTMLButtonElement>('.cells button')];
  const key = (text: string): void => {
    for (const sign of text) {
      [...root().querySelectorAll<HTMLButtonElement>('ash-keypad button')].find((one) => one.textContent.trim() === sign)!.click(); // prettier-ignore
      fixture.detectChanges();
    }
  };
  const fill = (cell: number, text: string): void => {
    cells()[cell]!.click();
    fixture.detectChanges();
    while (fixture.componentInstance.typed(fixture.componentInstance.active()) !== '') key('⌫');
    key(text);
  };

  function open(mix: object = {}): void {
    localStorage.clear();
    const bench = new PanelBench();
    TestBed.configureTestingModule({ providers: [LayUpDesk] });
    bench.lots.set([lot({ code: 'R-3107' })]);
    const state = stateOf({ air: airAt(20), mix: { scaleErrorG: 0.05, ...mix } });
    desk = TestBed.inject(LayUpDesk);
    desk.source = signal(state);
    fixture = TestBed.createComponent(Weigh);
    fixture.componentRef.setInput('state', state);
    fixture.componentRef.setInput('pot', state.plan.rounds[0]!.pots[0]!);
    fixture.componentRef.setInput('words', remarkWords);
    fixture.detectChanges();
  }

  it('reads both parts on one tare, and takes the second as the difference, also when the first is put right after it', () => {
    open();
    fill(0, '100');
    fill(1, '130.5');
    expect([desk.resinG(), desk.secondG()]).toEqual([100, 30.5]);
    expect(root().querySelector('.verdict')!.textContent).toContain('within. Stop.');
    fill(0, '95');
    // The scale still shows 130.5 with both in: 35.5 on 95.
    expect(desk.secondG()).toBe(35.5);
    expect(root().querySelector('.verdict')!.textContent).toContain('more resin puts it right');
  });

  it('reads the second part alone where the scale is set to nothing between them', () => {
    open({ weighing: 're-zeroed' });
    fill(0, '100');
    fill(1, '27');
    expect([desk.resinG(), desk.secondG()]).toEqual([100, 27]);
    // 0.3 of 100 is 30: 3 g are missing, 2.1 g bring it within.
    expect(root().querySelector('.verdict')!.textContent!.replace(/\s/g, ' ')).toContain('3.00 g more hardener puts it right, 2.10 g at the least'); // prettier-ignore
  });

  it('asks for the air where nobody read it lately, and for lots off the label', () => {
    open();
    expect(cells().map((cell) => cell.querySelector('.title')!.textContent)).toEqual(['1 Resin to', '2 Hardener to', 'Air, read now']); // prettier-ignore
    fill(0, '100');
    fill(1, '130');
    expect(desk.potMissing()).toContain('lot of the resin');
    [...root().querySelectorAll<HTMLButtonElement>('.chip')]
      .find((chip) => chip.textContent.includes('R-3107'))!
      .click();
    expect(desk.resinLot()).toBe('R-3107');
    fill(2, '19.5');
    expect(desk.tempC()).toBe(19.5);
  });
});
