import { dewPoint } from './dew-point.js';

describe('dew point', () => {
  it('agrees with the published table: 20 °C at 50 % → 9.3 °C, 30 °C at 70 % → 23.9 °C', () => {
    expect(dewPoint({ airTempC: 20, relativeHumidityPercent: 50 }).dewPointC).toBeCloseTo(9.3, 1);
    expect(dewPoint({ airTempC: 30, relativeHumidityPercent: 70 }).dewPointC).toBeCloseTo(23.9, 1);
    expect(dewPoint({ airTempC: 15, relativeHumidityPercent: 100 }).dewPointC).toBeCloseTo(15, 9);
  });

  it('wants the surface 3 °C above it', () => {
    const at = (surfaceTempC: number) => dewPoint({ airTempC: 20, relativeHumidityPercent: 50, surfaceTempC });
    expect(at(12.2).surfaceDryEnough).toBeFalse();
    expect(at(12.3).surfaceDryEnough).toBeTrue();
    expect(at(11).remarks[0]?.id).toBe('air.near-dew-point');
  });

  it('refuses humidity of nothing', () => {
    expect(() => dewPoint({ airTempC: 20, relativeHumidityPercent: 0 })).toThrow(
      jasmine.objectContaining({ field: 'relativeHumidityPercent' }),
    );
  });
});
