import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { AirRead } from '@ashstep/core/repair';
import { Clock } from '../platform/clock';
import { ShopService } from '../shop/shop.service';
import { AirBoard } from './air-board';
import { PanelBench, airAt, stateOf } from './panel.testing';

describe('the air of a job on its sheet', () => {
  const reading = {
    at: '2026-04-16T09:10',
    tempC: 18.4,
    humidityPercent: 62,
    by: 'Ilse Varga',
    instrument: 'hygrometer',
  };
  const shop = { ensure: () => undefined, share: jasmine.createSpy('share'), shop: signal<object | null>({ reading }) };
  let bench: PanelBench;

  beforeEach(() => {
    shop.share.calls.reset();
    bench = new PanelBench();
    TestBed.overrideProvider(ShopService, { useValue: shop });
  });

  it('says of each figure whether it was read, planned or is the usual', async () => {
    expect(await bench.show(AirBoard, stateOf())).toMatch(
      /Air20\.0 °CUsual for a shed\. Nobody has read it\..*Not read: taken as warm as the air/,
    );
    expect(await bench.show(AirBoard, stateOf({ air: airAt(8) }))).toContain('8.0 °CPlanned, not read');
  });

  it('keeps a reading with the job, and gives that of the shed to all in it', async () => {
    await bench.show(AirBoard, stateOf());
    await bench.type('Air, read now', '17.5');
    await bench.type('Humidity, read now', '58');
    bench.button('Keep the reading').click();
    const [kept] = bench.lastEdit<{ readings: AirRead[] }>('air').readings;
    expect(kept).toEqual(
      jasmine.objectContaining({ tempC: 17.5, humidityPercent: 58, surfaceTempC: null, place: 'shed' }),
    );
    expect(kept!.at.slice(0, 13)).toBe(new Clock().now().slice(0, 13));
    expect(shop.share).toHaveBeenCalledOnceWith(jasmine.objectContaining({ tempC: 17.5, humidityPercent: 58 }), 'job');
  });

  it('keeps what is read outdoors to the job alone', async () => {
    await bench.show(AirBoard, stateOf({ days: { place: 'outdoors' } }));
    await bench.type('Air, read now', '9');
    await bench.type('Humidity, read now', '80');
    bench.button('Keep the reading').click();
    expect(bench.lastEdit<{ readings: AirRead[] }>('air').readings[0]!.place).toBe('outdoors');
    expect(shop.share).not.toHaveBeenCalled();
  });

  it('offers what was read in the shed, with who read it', async () => {
    expect(await bench.show(AirBoard, stateOf())).toContain('by Ilse Varga: 18.4 °C, 62 %');
    bench.button('Take it for this job').click();
    const [taken] = bench.lastEdit<{ readings: AirRead[] }>('air').readings;
    expect(taken).toEqual(jasmine.objectContaining({ at: reading.at, by: 'Ilse Varga', instrument: 'hygrometer' }));
    expect(await bench.show(AirBoard, stateOf({ air: { expected: null, readings: [taken!] } }))).not.toContain(
      'Take it',
    );
  });
});
