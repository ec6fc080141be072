import { type Air, standInWeather } from '@ashstep/core/air';
import { formatLocal, parseLocal } from '@ashstep/core/plan';
import type { RepairInputs, ShedJob, ShedPlanInput } from '@ashstep/core/repair';
import type { BoardRow } from './api.js';
import type { ShopReply } from './shop.js';

/** Weather is looked at from so long before now, for so long, h. */
const BEFORE_HOURS = 24;
const WEATHER_HOURS = 24 * 15;

/** The shop's forecast, or its stand-in, from a day ago on. @param nowAt wall clock, "2026-04-16T08:05" */
export function weatherOf({ settings, forecast }: Pick<ShopReply, 'settings' | 'forecast'>, nowAt: string): Air {
  const startAt = formatLocal(Math.floor(parseLocal(nowAt, 'now') / 60) * 60 - 60 * BEFORE_HOURS);
  return forecast ?? standInWeather({ seed: settings.weather.seed, startAt, hours: WEATHER_HOURS });
}

/**
 * What the shed's plan is made from: every open job without rework, the shop, and the air, at the full ten minutes before now.
 * @param nowAt wall clock of the shed
 * @param localOf an instant as the shed's wall clock says it
 */
export function shedPlanInput(
  rows: readonly BoardRow[],
  shop: ShopReply,
  nowAt: string,
  localOf: (instant: string) => string,
): ShedPlanInput {
  const jobs = rows.filter((row) => row.openRework === 0).map((row) => jobOf(row, shop, localOf));
  return {
    shop: shop.settings,
    jobs,
    nowAt: `${nowAt.slice(0, 15)}0`,
    weather: weatherOf(shop, nowAt),
    reading: shop.reading,
  };
}

function jobOf(row: BoardRow, { pins, marks }: ShopReply, localOf: (instant: string) => string): ShedJob {
  return {
    id: row.id,
    inputs: row.inputs as RepairInputs,
    progress: {
      startedAt: row.startedAt && localOf(row.startedAt),
      plies: row.plies.map(({ key, at }) => ({ key, at: localOf(at) })),
      checks: row.checks.map(({ id, at }) => ({ id, at: localOf(at) })),
      marks: marks.filter(({ repairId }) => repairId === row.id),
      finished: row.stageReached >= 9,
    },
    pins: Object.fromEntries(
      pins.filter(({ repairId }) => repairId === row.id).map(({ key, startAt }) => [key, startAt]),
    ),
  };
}
