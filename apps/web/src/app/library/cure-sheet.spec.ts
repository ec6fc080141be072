import { provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { type FittedCure, fitCard, sheetOf } from '@ashstep/core/cure';
import { SYSTEMS, type SystemCard } from '@ashstep/core/resin';
import { BehaviorSubject } from 'rxjs';
import { SessionService } from '../platform/session.service';
import { CureSheet } from './cure-sheet';

const SLOW: SystemCard = { ...SYSTEMS.find(({ id }) => id === 'epoxy-slow')!, id: 'own-slow', potLifeMin: 60 };

describe('how a system cures, in the library', () => {
  let fixture: ComponentFixture<CureSheet>;
  let taken: (FittedCure | null)[];

  async function show(system: SystemCard): Promise<void> {
    fixture.componentRef.setInput('system', system);
    await fixture.whenStable();
  }
  const host = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const text = (): string => host().textContent!.replace(/\s+/g, ' ');
  const press = async (label: string): Promise<void> => {
    [...host().querySelectorAll('button')]
      .find((one) => (one.getAttribute('aria-label') ?? one.textContent!).includes(label))!
      .click();
    await fixture.whenStable();
  };

  beforeEach(() => {
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        { provide: SessionService, useValue: { units$: new BehaviorSubject('metric') } },
      ],
    });
    fixture = TestBed.createComponent(CureSheet);
    taken = [];
    fixture.componentInstance.cureChange.subscribe((cure) => taken.push(cure));
  });

  it('begins with the system’s own figures, fits a curve to them in a worker and hands it out with them', async () => {
    await show(SLOW);
    expect(fixture.componentInstance.points()).toEqual(sheetOf(SLOW).points);
    await press('Fit the curve');
    await new Promise<void>((done) => {
      const wait = (): void => (fixture.componentInstance.run.running() ? void setTimeout(wait, 20) : done());
      wait();
    });
    await fixture.whenStable();
    expect(text()).toContain('It gives the sheet back');
    expect(text()).toContain('100 g at 22 °C gel');
    await press('Take this curve');
    expect(taken[0]!.points).toEqual(sheetOf(SLOW).points);
    expect(fitCard({ points: taken[0]!.points, from: taken[0]!.card, mostSteps: 1 }).worstPercent).toBeLessThan(15);
  });

  it('shows how well a curve gives back its sheet, and says when the card contradicts it', async () => {
    const { points, from } = sheetOf(SLOW);
    const cure = {
      card: fitCard({ points, from }).card,
      points: [...points, { kind: 'pot-gel' as const, massG: 100, tempC: 22, minutes: 5 }],
    };
    await show({ ...SLOW, cure });
    expect(text()).toContain('It does not give the sheet back');
    expect(text()).toContain('Look for a figure that contradicts the others');
    await show({ ...SLOW, potLifeMin: 20, cure });
    expect(text()).toContain('above it says 20');
    await press('Without a curve');
    expect(taken).toEqual([null]);
  });

  it('keeps the typed figures while the fields above are changed, and changes what a figure means', async () => {
    await show(SLOW);
    await press('Another figure');
    await press('Take out figure 1');
    const kept = fixture.componentInstance.points();
    await show({ ...SLOW, name: 'Slow, renamed' });
    expect(fixture.componentInstance.points()).toBe(kept);
    const kind = host().querySelector<HTMLSelectElement>('#point0')!;
    kind.value = 'pot-peak';
    kind.dispatchEvent(new Event('change'));
    await fixture.whenStable();
    expect(fixture.componentInstance.points()[0]).toEqual({ kind: 'pot-peak', massG: 100, tempC: 22, peakC: 120 });
  });
});
