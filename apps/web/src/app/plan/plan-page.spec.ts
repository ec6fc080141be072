import { provideZonelessChangeDetection, signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { Air } from '@ashstep/core/air';
import { formatLocal, parseLocal } from '@ashstep/core/plan';
import { BehaviorSubject, of } from 'rxjs';
import { SessionService } from '../platform/session.service';
import { Clock } from '../platform/clock';
import { ShopService } from '../shop/shop.service';
import { PlanPage } from './plan-page';
import { HANDS, MILD, POLYESTER, SHOP, planStub, plannedShed } from './planned.testing';
import { ShedPlanService } from './shed-plan.service';

describe('the plan of the shed', () => {
  const today = `${new Clock().now().slice(0, 11)}00:00`;
  const weather: Air = { ...MILD, startAt: today };
  const inputs = { ...POLYESTER, days: { ...POLYESTER.days, startAt: today } };
  const later = (days: number, hour: number): string =>
    formatLocal(parseLocal(today, 'today') + days * 1440 + hour * 60);
  let planner: ReturnType<typeof planStub>;
  let shop: jasmine.SpyObj<ShopService>;
  let fixture: ComponentFixture<PlanPage>;
  const person$ = new BehaviorSubject({ name: 'Ilse Varga', role: 'technician', units: 'metric' });

  async function open(pins: Record<string, string> = {}): Promise<void> {
    planner = planStub(
      plannedShed(
        [
          { id: 'a', inputs, pins },
          { id: 'b', inputs },
        ],
        today,
        weather,
      ),
    );
    shop = jasmine.createSpyObj<ShopService>('shop', ['ensure', 'addReading', 'saveForecast'], {
      shop: planner.shop,
      problem: signal(''),
    });
    shop.addReading.and.returnValue(of(planner.shop()!));
    shop.saveForecast.and.returnValue(of(planner.shop()!));
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideRouter([]),
        { provide: ShedPlanService, useValue: planner },
        { provide: ShopService, useValue: shop },
        {
          provide: SessionService,
          useValue: { expired$: new BehaviorSubject(false), person$, units$: new BehaviorSubject('metric') },
        },
      ],
    });
    fixture = TestBed.createComponent(PlanPage);
    await fixture.whenStable();
  }
  const host = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const text = (): string => host().textContent!.replace(/\s+/g, ' ');
  const button = (label: string): HTMLButtonElement =>
    [...host().querySelectorAll('button')].find((one) =>
      (one.getAttribute('aria-label') ?? one.textContent!).includes(label),
    )!;

  beforeEach(() => person$.next({ name: 'Ilse Varga', role: 'technician', units: 'metric' }));

  it('says when all is done and how far that is from the soonest there is, with a row for every job', async () => {
    await open();
    expect(text()).toContain('All done at the earliest');
    expect(text()).toMatch(/nothing could be sooner|longer than it must be/);
    expect(host().querySelectorAll('ash-time-band .name').length).toBe(2);
  });

  it('lists what today holds for whom, and writes down what is begun and done', async () => {
    await open();
    const weekday = new Date().getDay();
    if (weekday === 0 || weekday === 6) return expect(text()).toContain('Nothing wants hands today.');
    expect(text()).toContain('Ilse Varga');
    expect(text()).toContain('Tomas Quill');
    button('Begin A, Wash').click();
    expect(planner.begin.calls.mostRecent().args[0]!.step.id).toBe('wash');
    button('Done: A, Wash').click();
    expect(planner.finish.calls.mostRecent().args[0]!.jobId).toBe('a');
  });

  it('names jobs left out with the reason, and what is in the way with a way out', async () => {
    await open({ 'lay-up': later(1, 3) });
    planner.left.set([{ jobId: 'c', why: 'no-start' }]);
    await fixture.whenStable();
    expect(text()).toContain('No day to begin with');
    expect(text()).toContain('The shed is shut then');
    button('Let go: A').click();
    expect(planner.pin).toHaveBeenCalledWith('a', 'lay-up', null);
  });

  it('lets an inspector look and change nothing', async () => {
    person$.next({ name: 'Maren Okafor', role: 'inspector', units: 'metric' });
    await open();
    expect(host().querySelectorAll('g[role="slider"]').length).toBe(0);
    expect(button('Done: A')).toBeUndefined();
  });

  it('takes a reading of the air, and a forecast from a file with its bad rows told', async () => {
    await open();
    const [tempC, humidity] = [...host().querySelectorAll<HTMLInputElement>('ash-weather-panel ash-quantity input')];
    for (const [field, value] of [
      [tempC!, '17.5'],
      [humidity!, '58'],
    ] as const) {
      field.value = value;
      field.dispatchEvent(new Event('input'));
      field.dispatchEvent(new Event('change'));
    }
    await fixture.whenStable();
    button('Read off now').click();
    expect(shop.addReading).toHaveBeenCalledWith(jasmine.objectContaining({ tempC: 17.5, humidityPercent: 58 }));
    const file = host().querySelector<HTMLInputElement>('#forecast-file')!;
    const held = new DataTransfer();
    held.items.add(
      new File(['at,temp_c,humidity_percent\n2026-04-16T06:00,8,80\n2026-04-16T09:00,11,70\nnoon,9,9\n'], 'f.csv', {
        type: 'text/csv',
      }),
    );
    file.files = held.files;
    file.dispatchEvent(new Event('change'));
    await new Promise<void>((done) =>
      shop.saveForecast.and.callFake(() => (queueMicrotask(done), of(planner.shop()!))),
    );
    await fixture.whenStable();
    expect(shop.saveForecast.calls.mostRecent().args[0]!.hours.length).toBe(4);
    expect(text()).toContain('4 hours are in');
    expect(text()).toContain('Line 4: at “noon” is no time.');
  });

  it('counts the people of the shed', async () => {
    await open();
    expect(text()).toContain(`of ${SHOP.hands.length} people`);
    expect(HANDS.length).toBe(2);
  });
});
