import { LIMITS } from '../limits/index.js';
import { type Remark, requireNumber } from '../errors.js';

export interface AirInput {
  airTempC: number;
  /** Relative humidity, per cent, above 0 to 100. */
  relativeHumidityPercent: number;
  /** Surface to be laminated on; leave out when not measured. */
  surfaceTempC?: number;
}

export interface AirResult {
  dewPointC: number;
  /** Surface temperature less dew point; null when the surface was not given. */
  marginC: number | null;
  /** Whether the surface is at least 3 °C above the dew point; null when the surface was not given. */
  surfaceDryEnough: boolean | null;
  remarks: Remark[];
}

/** A surface must be at least this much warmer than the dew point before anything is laid on it. */
export const DEW_POINT_MARGIN_C = 3;
/** No lay-up above this humidity. */
export const MAX_HUMIDITY_PERCENT = 85;

/**
 * Dew point of moist air and whether a surface is dry enough to laminate on.
 *
 * Magnus form over water: γ = ln(RH/100) + 17.62 T/(243.12 + T), Td = 243.12 γ/(17.62 − γ).
 * @throws CoreError when the temperature is outside −40…60 °C or humidity outside 1…100 %
 */
export function dewPoint(input: AirInput): AirResult {
  const airTempC = requireNumber(input.airTempC, 'airTempC', LIMITS.airTempC);
  const humidity = requireNumber(input.relativeHumidityPercent, 'relativeHumidityPercent', LIMITS.humidityPercent);
  const gamma = Math.log(humidity / 100) + (17.62 * airTempC) / (243.12 + airTempC);
  const dewPointC = (243.12 * gamma) / (17.62 - gamma);
  const remarks: Remark[] = [];
  if (humidity > MAX_HUMIDITY_PERCENT)
    remarks.push({ id: 'air.too-humid', params: { humidity, limit: MAX_HUMIDITY_PERCENT } });
  if (input.surfaceTempC === undefined) return { dewPointC, marginC: null, surfaceDryEnough: null, remarks };
  const surfaceTempC = requireNumber(input.surfaceTempC, 'surfaceTempC', LIMITS.surfaceTempC);
  const marginC = surfaceTempC - dewPointC;
  const surfaceDryEnough = marginC >= DEW_POINT_MARGIN_C;
  if (!surfaceDryEnough) remarks.push({ id: 'air.near-dew-point', params: { marginC, limitC: DEW_POINT_MARGIN_C } });
  return { dewPointC, marginC, surfaceDryEnough, remarks };
}
