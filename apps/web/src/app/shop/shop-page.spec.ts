import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { ShopReply } from '@ashstep/contract';
import type { ShopSettings } from '@ashstep/core/plan';
import { BehaviorSubject, EMPTY } from 'rxjs';
import { HANDS, SHOP } from '../plan/planned.testing';
import { LiveService } from '../platform/live.service';
import { SessionService } from '../platform/session.service';
import { ShopPage } from './shop-page';

const REPLY: ShopReply = {
  settings: SHOP,
  forecast: null,
  reading: null,
  pins: [],
  marks: [],
  laid: { brush: { lays: 5, gPerMin: 8.44, lowGPerMin: 6, highGPerMin: 11 } },
};

describe('the shed’s settings', () => {
  const person$ = new BehaviorSubject({ name: 'Ruben Saito', role: 'manager', units: 'metric' });
  let fixture: ComponentFixture<ShopPage>;
  let http: HttpTestingController;

  beforeEach(async () => {
    person$.next({ name: 'Ruben Saito', role: 'manager', units: 'metric' });
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideRouter([]),
        provideHttpClient(),
        provideHttpClientTesting(),
        { provide: LiveService, useValue: { news$: EMPTY } },
        {
          provide: SessionService,
          useValue: { expired$: new BehaviorSubject(false), person$, units$: new BehaviorSubject('metric') },
        },
      ],
    });
    fixture = TestBed.createComponent(ShopPage);
    http = TestBed.inject(HttpTestingController);
    http.expectOne('/api/people').flush([{ id: HANDS[0], name: 'Ilse Varga', role: 'technician' }, { id: HANDS[1], name: 'Tomas Quill', role: 'technician' }]); // prettier-ignore
    http.expectOne('/api/shop').flush(REPLY);
    await fixture.whenStable();
  });
  afterEach(() => fixture.destroy());

  const host = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const text = (): string => host().textContent!.replace(/\s+/g, ' ');
  const field = (label: string): HTMLInputElement =>
    host().querySelector<HTMLInputElement>(
      `#${[...host().querySelectorAll('label')].find((one) => one.textContent!.trim().startsWith(label))!.htmlFor}`,
    )!;
  const type = async (label: string, value: string): Promise<void> => {
    const input = field(label);
    input.value = value;
    input.dispatchEvent(new Event('input'));
    input.dispatchEvent(new Event('change'));
    await fixture.whenStable();
  };
  /** What is sent once typing has stopped. */
  const sent = async (): Promise<{
    settings: ShopSettings;
    answer: (reply: unknown, status?: number) => Promise<void>;
  }> => {
    fixture.componentInstance.ngOnDestroy();
    const request = http.expectOne({ method: 'PUT', url: '/api/shop/settings' });
    return {
      settings: request.request.body as ShopSettings,
      answer: async (reply, status = 200) => {
        request.flush(reply as object, status === 200 ? {} : { status, statusText: 'Bad' });
        await fixture.whenStable();
      },
    };
  };

  it('keeps all changes at once when typing stops', async () => {
    await type('Wash, min', '30');
    await type('Bays', '3');
    const { settings, answer } = await sent();
    expect(settings.rates.washMin).toBe(30);
    expect(settings.bays).toBe(3);
    await answer({ ...REPLY, settings });
    expect(text()).toContain('Kept.');
    expect(field('Bays').value).toBe('3');
  });

  it('keeps what was typed when it is refused, and says why beside the field', async () => {
    await type('Mix a pot, min', '-1');
    const { answer } = await sent();
    await answer(
      {
        type: 'x',
        title: 'Bad',
        status: 422,
        code: 'invalid',
        detail: 'Put the marked figures right.',
        fields: [{ path: 'rates.potMin', message: 'At least 0.' }],
      },
      422,
    );
    expect(text()).toContain('What you typed stays here.');
    expect(text()).toContain('At least 0.');
    expect(field('Mix a pot, min').value).toBe('-1');
  });

  it('sets who may do what, and shows what its log says of each work', async () => {
    host().querySelector<HTMLInputElement>('[aria-label="What Tomas Quill does"] input')!.click();
    await fixture.whenStable();
    const { settings } = await sent();
    expect(settings.hands.find(({ id }) => id === HANDS[1])!.skills).toEqual(['lay-up', 'finish', 'inspect']);
    expect(text()).toContain('8 g, 6–11 of 5');
    expect(text()).toMatch(/A roller on a large area\s*60\D*150\s*g/);
  });

  it('calibrates pumps and drops by counting and weighing', async () => {
    [...host().querySelectorAll('button')].find((one) => one.textContent!.includes('Add pumps'))!.click();
    await fixture.whenStable();
    await type('Counted', '10');
    await type('Weighs', '230');
    await type('Its density', '1.15');
    // 10 strokes of 230 g at 1.15 g/ml: 200 ml, 20 ml each.
    expect(text()).toContain('One is 20.000 ml');
    [...host().querySelectorAll('button')].find((one) => one.textContent!.includes('Resin stroke of Pumps'))!.click();
    await fixture.whenStable();
    const { settings } = await sent();
    expect(settings.tools.at(-1)).toEqual({
      kind: 'pump',
      name: 'Pumps',
      resinStrokeMl: 20,
      secondStrokeMl: 5,
      strokePercent: 3,
    });
  });

  it('shows everything to the others, who change nothing', async () => {
    person$.next({ name: 'Ilse Varga', role: 'technician', units: 'metric' });
    await fixture.whenStable();
    expect(text()).toContain('A manager sets this.');
    expect([...host().querySelectorAll<HTMLInputElement>('main input')].every(({ disabled }) => disabled)).toBeTrue();
  });
});
