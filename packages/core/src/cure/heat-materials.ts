import { FIBRES, type FibreId } from '../material/index.js';

/** How a material carries and keeps heat. */
export interface HeatMaterial {
  conductivityWPerMK: number;
  densityKgM3: number;
  heatCapacityJPerKgK: number;
}

/** What a lay-up lies on. Source: usual handbook values for each class at room temperature. */
export const BACKINGS = {
  laminate: { conductivityWPerMK: 0.3, densityKgM3: 1600, heatCapacityJPerKgK: 1200 },
  'eps-foam': { conductivityWPerMK: 0.036, densityKgM3: 20, heatCapacityJPerKgK: 1300 },
  'pvc-foam': { conductivityWPerMK: 0.033, densityKgM3: 80, heatCapacityJPerKgK: 1300 },
  balsa: { conductivityWPerMK: 0.065, densityKgM3: 150, heatCapacityJPerKgK: 1800 },
  wood: { conductivityWPerMK: 0.14, densityKgM3: 600, heatCapacityJPerKgK: 1700 },
  steel: { conductivityWPerMK: 45, densityKgM3: 7850, heatCapacityJPerKgK: 480 },
  aluminium: { conductivityWPerMK: 160, densityKgM3: 2700, heatCapacityJPerKgK: 900 },
} as const satisfies Record<string, HeatMaterial>;
export type BackingId = keyof typeof BACKINGS;

/** Of fibres, across them; W/(m K) and J/(kg K). */
const FIBRE_HEAT: Readonly<Record<FibreId, { conductivity: number; capacity: number }>> = {
  'e-glass': { conductivity: 1.0, capacity: 840 },
  's-glass': { conductivity: 1.1, capacity: 810 },
  carbon: { conductivity: 2.5, capacity: 750 },
  aramid: { conductivity: 0.2, capacity: 1420 },
};
export const RESIN_CONDUCTIVITY = 0.2;

export interface LaminateHeat extends HeatMaterial {
  /** Mass of resin in a cubic metre of it, kg. */
  resinKgM3: number;
}

/**
 * Heat of a wet laminate by its fibre mass fraction: capacity and density by volume, conduction across the plies by the cylinder model
 * k = k_r ((k_f + k_r) + V (k_f − k_r)) / ((k_f + k_r) − V (k_f − k_r)).
 */
export function laminateHeat(
  fibreMassFraction: number,
  resinDensityKgM3: number,
  resinCapacityJPerKgK: number,
  fibre: FibreId = 'e-glass',
): LaminateHeat {
  const { densityKgM3: fibreDensity } = FIBRES.find(({ id }) => id === fibre)!;
  const { conductivity, capacity } = FIBRE_HEAT[fibre];
  const [f, r] = [fibreMassFraction / fibreDensity, (1 - fibreMassFraction) / resinDensityKgM3];
  const v = f / (f + r);
  const densityKgM3 = v * fibreDensity + (1 - v) * resinDensityKgM3;
  const [sum, gap] = [conductivity + RESIN_CONDUCTIVITY, v * (conductivity - RESIN_CONDUCTIVITY)];
  return {
    conductivityWPerMK: (RESIN_CONDUCTIVITY * (sum + gap)) / (sum - gap),
    densityKgM3,
    heatCapacityJPerKgK: fibreMassFraction * capacity + (1 - fibreMassFraction) * resinCapacityJPerKgK,
    resinKgM3: (1 - v) * resinDensityKgM3,
  };
}
