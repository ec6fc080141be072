import { type AirResult, dewPoint } from '../air/index.js';
import type { Remark } from '../errors.js';
import { parseLocal } from '../plan/calendar.js';
import type { SystemCard } from '../resin/systems.js';
import type { VerdictsResult } from '../resin/verdicts.js';
import type { AirRead, ExpectedAir, WorkPlace } from './air-read.js';
import type { RepairInputs } from './inputs.js';

/** A figure of the air and where it comes from: only a reading is evidence. */
export interface AirFigure {
  value: number;
  source: 'reading' | ExpectedAir['source'] | 'usual' | 'as-air';
  by: string;
  at: string | null;
  instrument: string;
}

export interface JobAir {
  tempC: AirFigure;
  humidityPercent: AirFigure;
  surfaceTempC: AirFigure;
}

/** What a shed usually has, where nobody read or expected anything. */
export const USUAL_AIR = { tempC: 20, humidityPercent: 55 } as const;

type Measure = 'tempC' | 'humidityPercent' | 'surfaceTempC';

/**
 * The air of a job, one truth for every stage: of each figure what was said last, whether read, expected or forecast; else the usual value, called
 * so. A surface nobody measured is taken to be as warm as the air.
 */
export function jobAir({ readings, expected }: RepairInputs['air']): JobAir {
  const latest = (measure: Measure): AirFigure | null => {
    const of = expected?.[measure] ?? null;
    const said: AirFigure | null =
      of === null ? null : { value: of, source: expected!.source, by: expected!.by, at: expected!.at, instrument: '' };
    return readings.reduce<AirFigure | null>((best, reading) => {
      const value = reading[measure];
      if (value === null || (best !== null && best.at !== null && best.at > reading.at)) return best;
      return { value, source: 'reading', by: reading.by, at: reading.at, instrument: reading.instrument };
    }, said);
  };
  const usual = (value: number, source: AirFigure['source'] = 'usual'): AirFigure => ({
    value,
    source,
    by: '',
    at: null,
    instrument: '',
  });
  const tempC = latest('tempC') ?? usual(USUAL_AIR.tempC);
  return {
    tempC,
    humidityPercent: latest('humidityPercent') ?? usual(USUAL_AIR.humidityPercent),
    surfaceTempC: latest('surfaceTempC') ?? usual(tempC.value, 'as-air'),
  };
}

/** A reading serves so long, minutes: an hour outdoors, four in a shed or tent. Source: rule of the workshop. */
export const FRESH_MIN: Readonly<Record<WorkPlace, number>> = { outdoors: 60, shed: 240, tent: 240 };

/** Whether something read at one time still tells how it is at another, both by the shed's clock. @throws CoreError for what is no time */
export function isFresh(at: string, now: string, place: WorkPlace): boolean {
  const age = parseLocal(now, 'now') - parseLocal(at, 'at');
  return age <= FRESH_MIN[place];
}

/** The latest reading of the air with its humidity that still tells how it is now; null where there is none. */
export function freshReading(air: RepairInputs['air'], now: string, place: WorkPlace): AirRead | null {
  return (
    air.readings
      .filter(({ tempC, humidityPercent, at }) => tempC !== null && humidityPercent !== null && isFresh(at, now, place))
      .sort((a, b) => (a.at < b.at ? 1 : -1))[0] ?? null
  );
}

/** Dew point of a job's air, and how far its surface is above it. */
export const jobDew = (air: JobAir): AirResult =>
  dewPoint({
    airTempC: air.tempC.value,
    relativeHumidityPercent: air.humidityPercent.value,
    surfaceTempC: air.surfaceTempC.value,
  });

/** What speaks against laying anything in this air: too cold or too hot for the system, too damp, or too near the dew point. */
export function againstLaying(
  card: Pick<SystemCard, 'minTempC' | 'maxTempC'>,
  { tempC, humidityPercent, surfaceTempC }: { tempC: number; humidityPercent: number; surfaceTempC: number | null },
): Remark[] {
  const coldest = Math.min(tempC, surfaceTempC ?? tempC);
  const { remarks } = dewPoint({
    airTempC: tempC,
    relativeHumidityPercent: humidityPercent,
    surfaceTempC: surfaceTempC ?? tempC,
  });
  return [
    ...(coldest < card.minTempC ? [{ id: 'air.too-cold', params: { tempC: coldest, minTempC: card.minTempC } }] : []),
    ...(tempC > card.maxTempC ? [{ id: 'air.too-hot', params: { tempC, maxTempC: card.maxTempC } }] : []),
    ...remarks,
  ];
}

/** Families a verdict rules out by nothing but the cold. */
const ONLY_COLD = /^too-cold-/;

/**
 * Where the air rules the chosen system out: systems of the shelf that can be used in it, those of its family first, none that is ruled out for another
 * reason than the cold. Empty where the chosen one will do.
 */
export function systemsForAir(
  card: SystemCard,
  shelf: readonly SystemCard[],
  { families }: Pick<VerdictsResult, 'families'>,
  { tempC, surfaceTempC }: JobAir,
): SystemCard[] {
  const coldest = Math.min(tempC.value, surfaceTempC.value);
  const fits = (one: SystemCard): boolean => coldest >= one.minTempC && tempC.value <= one.maxTempC;
  if (fits(card)) return [];
  const ruledOut = new Set(
    families
      .filter(({ reasons }) => reasons.some(({ verdict, ruleId }) => verdict === 'not' && !ONLY_COLD.test(ruleId)))
      .map(({ family }) => family),
  );
  return shelf
    .filter((one) => fits(one) && !ruledOut.has(one.family))
    .sort((a, b) => Number(b.family === card.family) - Number(a.family === card.family) || b.minTempC - a.minTempC);
}
