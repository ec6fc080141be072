import { provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { BehaviorSubject } from 'rxjs';
import { SessionService } from '../platform/session.service';
import { DaySheet } from './day-sheet';
import { MILD, NOW, planStub, plannedShed } from './planned.testing';
import { ShedPlanService } from './shed-plan.service';

describe('the day sheet', () => {
  let fixture: ComponentFixture<DaySheet>;
  let planner: ReturnType<typeof planStub>;
  const units$ = new BehaviorSubject<'metric' | 'imperial'>('metric');

  async function open(day: string, shed = plannedShed([{ id: 'a' }, { id: 'b' }])): Promise<void> {
    planner = planStub(shed);
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideRouter([]),
        { provide: ShedPlanService, useValue: planner },
        {
          provide: SessionService,
          useValue: {
            expired$: new BehaviorSubject(false),
            units$,
            person$: new BehaviorSubject({ name: 'Ilse Varga', role: 'technician', units: 'metric' }),
          },
        },
      ],
    });
    fixture = TestBed.createComponent(DaySheet);
    await take(day);
  }
  async function take(day: string): Promise<void> {
    const input = host().querySelector<HTMLInputElement>('#day')!;
    input.value = day;
    input.dispatchEvent(new Event('change'));
    await fixture.whenStable();
  }
  const host = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const text = (): string => host().textContent!.replace(/[\s\u00a0]+/g, ' ');
  const lines = (): string[] =>
    [...host().querySelectorAll('section[aria-label] tbody tr')].map((row) =>
      row.textContent!.replace(/\s+/g, ' ').trim(),
    );

  beforeEach(() => units$.next('metric'));

  it('names the day and what air it has', async () => {
    await open('2026-04-16');
    expect(host().querySelector('h1')!.textContent).toBe('Thu 16 Apr 2026');
    expect(text()).toContain('Outside 20 °C to 20 °C');
  });

  it('has everybody’s steps of the day in their order, each with why it takes so long', async () => {
    await open('2026-04-16');
    expect([...host().querySelectorAll('h2')].map((head) => head.textContent)).toEqual(
      jasmine.arrayContaining(['Ilse Varga', 'Tomas Quill']),
    );
    for (const section of host().querySelectorAll('section[aria-label]')) {
      const starts = [...section.querySelectorAll('tbody tr td:first-child')].map((cell) =>
        cell.textContent!.trim().slice(0, 5),
      );
      expect(starts).toEqual([...starts].sort());
    }
    expect(lines().join()).toMatch(/Grind the taper\..*litre to grind/);
  });

  it('leaves room to write down when a thing was done, and fills it where that is known', async () => {
    await open('2026-04-16');
    expect([...host().querySelectorAll('.write')].every((cell) => cell.textContent === '')).toBeTrue();
    planner.steps.update((steps) => steps.map((step, i) => (i === 0 ? { ...step, done: true } : step)));
    await fixture.whenStable();
    expect([...host().querySelectorAll('.write')].filter((cell) => /^\d\d:\d\d$/.test(cell.textContent!)).length).toBe(
      1,
    );
  });

  it('lists what comes ready by itself on the day', async () => {
    const shed = plannedShed([{ id: 'a' }]);
    const cure = shed.steps.find(({ step }) => step.kind !== 'hands')!;
    await open(cure.task.endAt.slice(0, 10), shed);
    expect(host().querySelector('section[aria-label="By itself"]')!.textContent).toContain(cure.task.endAt.slice(11));
  });

  it('says so of a day on which nothing wants hands, and goes back to today where the day is emptied', async () => {
    await open('2027-01-01');
    expect(text()).toContain('Nothing wants hands on this day.');
    expect(text()).toContain('not forecast');
    expect(host().querySelector('.next')).toBeNull();
    await take('2026-04-01');
    host().querySelector<HTMLButtonElement>('.next')!.click();
    await fixture.whenStable();
    expect(lines().join()).toContain('Grind the taper.');
    await take('');
    expect(host().querySelector<HTMLInputElement>('#day')!.value).toBe(fixture.componentInstance.today);
  });

  it('reads its air in Fahrenheit for who reads inches, and says of rain how many hours', async () => {
    units$.next('imperial');
    const rainy = { ...MILD, hours: MILD.hours.map((hour, i) => ({ ...hour, rainMm: i >= 24 && i < 27 ? 2 : 0 })) };
    await open(NOW.slice(0, 10), plannedShed([{ id: 'a' }], NOW, rainy));
    expect(text()).toContain('Outside 68 °F to 68 °F, rain in 3 hours');
  });
});
