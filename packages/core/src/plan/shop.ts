import { type ShedClimate, USUAL_SHED } from '../air/index.js';
import type { MeasuringTool } from '../mix/tools.js';
import { DEFAULT_HOURS, type ShedHours } from './calendar.js';
import type { Worker } from './tasks.js';
import { type ShopRates, type Skill, USUAL_RATES } from './steps.js';

/** A person of the shop as a pair of hands. */
export interface Hands extends Worker {
  skills: readonly Skill[];
}

/** What a shop sets once for all its jobs. */
export interface ShopSettings {
  /** The time zone its clocks go by, by its IANA name. */
  zone: string;
  hours: ShedHours;
  bays: number;
  /** By the ids of its people; who is not named plans and signs only. */
  hands: readonly Hands[];
  rates: ShopRates;
  tools: readonly MeasuringTool[];
  /** Of its catalyst dispenser or dropper. */
  dropsPerMl: number;
  /** Sheets of paper a square metre takes at each grit; usual where nobody counted. */
  sheetsPerM2?: number | undefined;
  climate: ShedClimate;
  /** Of the made-up weather that stands in for a forecast where none is kept. */
  weather: { seed: number };
  /** `currency` by its ISO code; figures stand alone until the shop has said which. */
  money: { perHour: number; perKwh: number; heaterKw: number; currency?: string };
}

/** What a new shop starts from. */
export const USUAL_SHOP: ShopSettings = {
  zone: 'UTC',
  hours: DEFAULT_HOURS,
  bays: 2,
  hands: [],
  rates: USUAL_RATES,
  tools: [
    { kind: 'scale', name: 'Bench scale, 0.1 g', stepG: 0.1, mostG: 2000 },
    { kind: 'scale', name: 'Floor scale, 1 g', stepG: 1, mostG: 15_000 },
    { kind: 'lines', name: 'Cups with 5 ml lines', stepMl: 5, mostMl: 1000 },
  ],
  dropsPerMl: 32,
  climate: USUAL_SHED,
  weather: { seed: 4280 },
  money: { perHour: 45, perKwh: 0.35, heaterKw: 2 },
};
