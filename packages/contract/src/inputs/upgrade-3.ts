import type { AnyInputs } from './upgrade-2.js';

/** What resin and days had where nobody had put anything down. */
const USUAL = { airTempC: 20, humidityPercent: 55, surfaceTempC: 19, tempC: 20 } as const;

/**
 * Until version 2 the resin had an air and the days a temperature, defaults and readings alike. From version 3 on there is one air: what differs from
 * the old defaults was put down by somebody and is kept as what is expected; what does not is no figure of anybody.
 */
export function toVersion3({ resin = {}, days = {}, ...inputs }: AnyInputs): AnyInputs {
  const { airTempC, humidityPercent, surfaceTempC, ...resinNow } = resin as Record<string, number | undefined>;
  const { tempC, ...daysNow } = days as Record<string, number | undefined>;
  const put = { airTempC, humidityPercent, surfaceTempC, tempC };
  const said = (name: keyof typeof USUAL): number | null => {
    const value = put[name];
    return value === undefined || value === USUAL[name] ? null : value;
  };
  const nothing = (Object.keys(USUAL) as (keyof typeof USUAL)[]).every((name) => said(name) === null);
  const expected = nothing
    ? null
    : {
        source: 'typed',
        tempC: said('tempC') ?? said('airTempC') ?? USUAL.tempC,
        humidityPercent: said('humidityPercent'),
        surfaceTempC: said('surfaceTempC'),
        by: '',
        at: null,
      };
  return { ...inputs, resin: resinNow, days: daysNow, air: { readings: [], expected } };
}
