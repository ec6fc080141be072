import { LIMITS } from '../limits/index.js';
import type { ResinFamily } from '../material/index.js';

export type ServiceClass = 'cosmetic' | 'light' | 'general' | 'high' | 'primary';

export interface RatioRange {
  min: number;
  max: number;
  /** What the plan starts from. */
  start: number;
}

const range = (min: number, max: number, start = min): RatioRange => ({ min, max, start });

/** Default taper ratios n:1 by service of the area and resin family. Source: trade practice; a shop may edit it. */
export const RATIO_DEFAULTS: Record<Exclude<ServiceClass, 'cosmetic'>, Record<ResinFamily, RatioRange>> = {
  light: { epoxy: range(6, 8), vinylester: range(8, 8), polyester: range(8, 10) },
  general: { epoxy: range(12, 12), vinylester: range(12, 12), polyester: range(12, 15) },
  high: { epoxy: range(12, 20), vinylester: range(15, 20), polyester: range(20, 20) },
  primary: { epoxy: range(20, 50, 30), vinylester: range(20, 50, 30), polyester: range(20, 50, 30) },
};

/** Cosmetic work is feathered over a fixed width instead of a ratio. */
export const COSMETIC_FEATHER_MM = 25;

/** The table's range for a service and resin; cosmetic is turned into a ratio by its 25 mm feather. */
export function ratioDefault(service: ServiceClass, family: ResinFamily, depthMm: number): RatioRange {
  if (service !== 'cosmetic') return RATIO_DEFAULTS[service][family];
  const ratio = Math.min(LIMITS.ratio.max, Math.max(LIMITS.ratio.min, COSMETIC_FEATHER_MM / depthMm));
  return range(ratio, ratio);
}
