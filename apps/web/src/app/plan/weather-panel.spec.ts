import { provideZonelessChangeDetection, signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { Air } from '@ashstep/core/air';
import { formatLocal, parseLocal } from '@ashstep/core/plan';
import { BehaviorSubject, of, throwError } from 'rxjs';
import { ApiError } from '../platform/api';
import { SessionService } from '../platform/session.service';
import { Clock } from '../platform/clock';
import { ShopService } from '../shop/shop.service';
import { MILD, planStub } from './planned.testing';
import { ShedPlanService } from './shed-plan.service';
import { WeatherPanel } from './weather-panel';

const HEAD = 'at,temp_c,humidity_percent,rain_mm,sun_w_per_m2';
const HOUR = new Clock().now().slice(0, 13) + ':00';
const later = (hours: number): string => formatLocal(parseLocal(HOUR, 'now') + 60 * hours);
const airFrom = (startAt: string, tempC: number): Air => ({
  startAt,
  hours: Array.from({ length: 48 }, () => ({ tempC, humidityPercent: 60, rainMm: 0, sunWPerM2: 0 })),
});

describe('the weather', () => {
  const shop = jasmine.createSpyObj<ShopService>('shop', ['ensure', 'addReading', 'saveForecast'], {
    problem: signal(''),
  });
  let planner: ReturnType<typeof planStub>;
  let fixture: ComponentFixture<WeatherPanel>;

  async function open(more: Parameters<typeof planStub>[1] = {}): Promise<void> {
    planner = planStub(
      { steps: [], result: null as never, air: { outdoors: airFrom(later(-3), 4), shed: airFrom(later(-3), 18) } },
      more,
    );
    for (const method of ['addReading', 'saveForecast'] as const) {
      shop[method].calls.reset();
      shop[method].and.returnValue(of(planner.shop()!));
    }
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideRouter([]),
        { provide: ShedPlanService, useValue: planner },
        { provide: ShopService, useValue: shop },
        { provide: SessionService, useValue: { units$: new BehaviorSubject('metric') } },
      ],
    });
    fixture = TestBed.createComponent(WeatherPanel);
    await fixture.whenStable();
  }
  const host = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const text = (): string => host().textContent!.replace(/[\s\u00a0]+/g, ' ');
  const button = (label: string): HTMLButtonElement | undefined =>
    [...host().querySelectorAll('button')].find((one) => one.textContent!.includes(label));
  async function type(label: string, value: string): Promise<void> {
    const input = host().querySelector<HTMLInputElement>(
      `#${[...host().querySelectorAll('label')].find((one) => one.textContent!.trim().startsWith(label))!.htmlFor}`,
    )!;
    input.value = value;
    input.dispatchEvent(new Event('input'));
    input.dispatchEvent(new Event('change'));
    await fixture.whenStable();
  }
  async function takeIn(...lines: string[]): Promise<void> {
    const file = { files: [new File([lines.join('\n')], 'forecast.csv')], value: 'x' } as unknown as HTMLInputElement;
    await fixture.componentInstance.takeIn(file);
    await fixture.whenStable();
  }

  it('says how it is now, outside and in the shed, with the dew point', async () => {
    await open();
    const rows = [...host().querySelectorAll('tbody tr')].map((row) =>
      row.textContent!.replace(/[\s\u00a0]+/g, ' ').trim(),
    );
    expect(rows[0]).toMatch(/^Outside ?4 °C ?60 % ?−3 °C$/);
    // Magnus: 18 °C at 60 % has its dew point at 10.1 °C.
    expect(rows[1]).toMatch(/^In the shed ?18 °C ?60 % ?10 °C$/);
  });

  it('does not pass made-up weather off as a forecast', async () => {
    await open();
    expect(text()).toContain('Made-up weather, for want of a forecast');
    expect(text()).toContain('Nobody has read the shed’s air yet');
    expect(button('Let it go')).toBeUndefined();
  });

  it('writes a reading down, and empties the fields once it is there', async () => {
    await open();
    expect(button('Read off now')!.disabled).toBeTrue();
    await type('Shed is at', '17.5');
    await type('Humidity', '55');
    button('Read off now')!.click();
    await fixture.whenStable();
    expect(shop.addReading).toHaveBeenCalledOnceWith(jasmine.objectContaining({ tempC: 17.5, humidityPercent: 55 }));
    expect(button('Read off now')!.disabled).toBeTrue();
  });

  it('keeps what was typed where it is refused, and says why at the field', async () => {
    await open();
    shop.addReading.and.returnValue(
      throwError(
        () =>
          new ApiError({
            status: 422,
            code: 'invalid',
            title: '',
            detail: 'Some figures need another look.',
            fields: [{ path: 'humidityPercent', message: 'Accepted: up to 100.' }],
          } as never),
      ),
    );
    await type('Shed is at', '17');
    await type('Humidity', '155');
    button('Read off now')!.click();
    await fixture.whenStable();
    expect(text()).toContain('Accepted: up to 100.');
    expect(fixture.componentInstance.humidity()).toBe(155);
  });

  it('takes a forecast in, good rows kept and bad ones told with their line', async () => {
    await open();
    await takeIn(HEAD, `${later(0)},5,80,0,0`, `${later(2)},9,70,0,`, `${later(3)},hot,70,0,0`);
    const [air] = shop.saveForecast.calls.mostRecent().args;
    expect(air!.hours.map(({ tempC }) => tempC)).toEqual([5, 7, 9]);
    expect(text()).toContain('3 hours are in');
    expect(text()).toContain('1 of them stand between two rows');
    expect(text()).toMatch(/Line 4: temp_c “hot”/);
  });

  it('keeps the forecast it has where a file has no row that can be read', async () => {
    await open();
    await takeIn(HEAD, 'tomorrow,1,2,3,4');
    expect(shop.saveForecast).not.toHaveBeenCalled();
    expect(text()).toContain('Line 2');
  });

  it('says until when a kept forecast goes, and that one is over', async () => {
    await open({ forecast: airFrom(later(0), 10) });
    expect(text()).toContain('By the forecast taken in, until');
    button('Let it go')!.click();
    expect(shop.saveForecast).toHaveBeenCalledWith(null);
    planner.shop.update((reply) => ({ ...reply!, forecast: { ...MILD, startAt: '2020-01-01T00:00' } }));
    await fixture.whenStable();
    expect(text()).toContain('Take in a new one.');
  });

  it('names who read the air last', async () => {
    await open({ reading: { at: HOUR, tempC: 18.4, humidityPercent: 62, by: 'Tomas Quill' } });
    expect(text()).toContain('by Tomas Quill: 18.4 °C, 62 %');
  });
});
