import { signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { remarkWords } from '@ashstep/contract';
import { PanelBench, airAt, lot, stateOf } from '../repair/panel.testing';
import { Instruments } from '../instruments/instruments';
import { InstrumentsStub } from '../instruments/instruments.testing';
import { LayUpDesk } from '../repair/stages/layup/desk';
import { Weigh } from './weigh';

describe('the scale at the bench', () => {
  let desk: LayUpDesk;
  let fixture: ComponentFixture<Weigh>;
  let scale: InstrumentsStub;
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

  function open(mix: object = {}, systemId?: string, log: object[] = []): void {
    localStorage.clear();
    const bench = new PanelBench();
    scale = new InstrumentsStub();
    TestBed.configureTestingModule({ providers: [LayUpDesk, { provide: Instruments, useValue: scale }] });
    bench.lots.set([lot({ code: 'R-3107' })]);
    const state = stateOf(
      {
        air: airAt(20),
        mix: { scaleErrorG: 0.05, ...mix },
        ...(systemId && { resin: { systemId } }),
      },
      { log },
    );
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

  it('counts the drops of catalyst for the resin that is in the cup, not for what was planned', () => {
    open({}, 'polyester');
    const wanted = (): number => Number(cells()[1]!.querySelector('.target')!.textContent);
    const planned = wanted();
    const { resinG } = desk.now()!.round.pots[0]!.mix;
    expect(cells()[1]!.querySelector('.under')!.textContent).toContain('drops');
    fill(0, String(Math.round(1.25 * resinG)));
    expect(Math.abs(wanted() - 1.25 * planned)).toBeLessThanOrEqual(1);
    fill(1, String(wanted()));
    expect(root().querySelector('.verdict')!.textContent).toContain('within. Stop.');
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

  describe('that talks', () => {
    const shows = (g: number, state: 'stable' | 'moving' = 'stable'): void => {
      scale.read('mass', g, state);
      fixture.detectChanges();
      TestBed.tick();
      fixture.detectChanges();
    };
    const text = (cell: number): string => cells()[cell]!.textContent!.replace(/\s+/g, ' ');
    const pot = () => fixture.componentInstance.pot().mix;
    const press = (name: string): void => {
      const found = [...root().querySelectorAll<HTMLButtonElement>('.take')].find((one) => one.textContent.includes(name)); // prettier-ignore
      found!.click();
      fixture.detectChanges();
    };
    const begin = (mix: object = {}, log: object[] = []): void => {
      open(mix, undefined, log);
      scale.put({ kind: 'scale', name: 'Bench scale' });
      shows(0);
    };

    it('is taken once it stands where it was wanted, part by part, and says with what it was read', () => {
      begin();
      shows(pot().resinG / 2, 'moving');
      expect(text(0)).toContain(`scale ${(pot().resinG / 2).toFixed(1)}`);
      shows(pot().resinG, 'moving');
      expect(text(0)).toContain('Stop');
      expect(desk.resinG()).toBeNull();
      shows(pot().resinG + 1);
      expect(desk.resinG()).toBeCloseTo(pot().resinG + 1, 6);
      expect(cells()[1]!.getAttribute('aria-pressed')).toBe('true');
      // The second part follows the resin that is in the cup: both on one tare.
      const wanted = (pot().resinG + 1) * (1 + pot().secondG / pot().resinG);
      expect(text(1)).toContain(wanted.toFixed(1));
      shows(wanted);
      expect(desk.secondG()! / desk.resinG()!).toBeCloseTo(pot().secondG / pot().resinG, 3);
      expect(desk.readWith.get('second')).toBe('Bench scale, calibrated 2026-03-02');
      expect(text(1)).toContain('read');
    });

    it('is not taken for the next part before the cup was tared, where each is weighed by itself', () => {
      begin({ weighing: 're-zeroed' });
      shows(pot().resinG);
      expect(desk.resinG()).toBeCloseTo(pot().resinG, 6);
      shows(pot().resinG);
      expect(desk.secondG()).toBeNull();
      shows(0);
      shows(pot().secondG);
      expect(desk.secondG()).toBeCloseTo(pot().secondG, 3);
    });

    it('is asked to be tared while an earlier cup stands on it, and the main act does not take that one', () => {
      begin();
      fixture.componentInstance.pick('second');
      shows(4 * pot().resinG);
      fixture.componentInstance.pick('resin');
      shows(4 * pot().resinG);
      expect(text(0)).toContain('Tare');
      expect(fixture.componentInstance.mayTake()).toBeFalse();
      shows(0);
      expect(text(0)).not.toContain('Tare');
      shows(0.9 * pot().resinG);
      expect(fixture.componentInstance.mayTake()).toBeTrue();
    });

    it('knows the pot before by its weight, also where it is less than the next one wants', () => {
      const before = {
        kind: 'batch',
        label: 'P',
        resinG: 12.8,
        secondG: 3.8,
        resinLot: 'R',
        secondLot: 'H',
        tempC: 20,
      };
      begin({}, [{ id: 'p', at: '2026-04-16T08:00:00Z', by: 'Ilse Varga', entry: before }]);
      // Nothing was tared since: the scale shows what it showed.
      fixture.componentInstance.pick('second');
      shows(16.6);
      fixture.componentInstance.pick('resin');
      shows(16.6);
      expect(text(0)).toContain('Tare');
      expect(fixture.componentInstance.mayTake()).toBeFalse();
      // Poured from nothing past that weight, it is resin.
      shows(0);
      shows(16.6, 'moving');
      expect(text(0)).not.toContain('Tare');
      shows(pot().resinG);
      expect(desk.resinG()).toBeCloseTo(pot().resinG, 6);
    });

    it('counts what is poured on top to put a pot right to the part that was short', () => {
      begin();
      // Less than was planned: taken by hand.
      shows(100);
      press('Take 100.0 g');
      shows(115, 'moving');
      shows(140, 'moving');
      expect(text(1)).toContain('Over');
      shows(140);
      expect([desk.resinG(), desk.secondG()]).toEqual([100, 40]);
      press('Add resin');
      shows(141, 'moving');
      // 40 g want 133.3 g of resin at 30 to 100.
      shows(173.3);
      expect(desk.resinG()).toBeCloseTo(133.3, 6);
      expect(desk.secondG()).toBe(40);
      expect(root().querySelector('.verdict')!.textContent).toContain('within');
    });

    it('is no weight while nothing is poured, and the first key begins a figure anew', () => {
      begin();
      expect(fixture.componentInstance.mayTake()).toBeFalse();
      press('Take 0.0 g');
      expect(desk.resinG()).toBeNull();
      shows(0.3 * pot().resinG);
      expect(fixture.componentInstance.mayTake()).toBeFalse();
      shows(0.9 * pot().resinG);
      expect(fixture.componentInstance.mayTake()).toBeTrue();
      press('Take');
      expect(desk.resinG()).toBeCloseTo(0.9 * pot().resinG, 6);
      cells()[0]!.click();
      fixture.detectChanges();
      key('98');
      expect(desk.resinG()).toBe(98);
      expect(text(0)).toContain('98 typed');
    });

    it('gives way to typing, which stands as typed, and says when it is not heard', () => {
      begin();
      fill(0, '100');
      expect(text(0)).toContain('100 typed');
      expect(desk.readWith.get('resin')).toBe('');
      scale.put({ kind: 'scale', name: 'Bench scale', connected: false });
      scale.read('mass', 45.6, 'stable', new Date(Date.now() - 20_000).toISOString());
      fixture.detectChanges();
      expect(root().textContent).toContain('Bench scale is not heard: last 45.6 g, 20 s ago. Type what it shows.');
    });
  });
});
