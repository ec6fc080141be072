import { type MeasuringTool, USUAL_DROPS_PER_ML } from '../mix/index.js';
import type { SystemCard } from '../resin/systems.js';
import type { RepairInputs } from './inputs.js';
import type { Measured } from './stages/measured.js';

/** What a part of a pot is measured in at the bench. */
export type PourUnit = 'g' | 'ml' | 'drops' | 'strokes';

/** A part as it was measured, where it was not weighed. */
export interface PouredAs {
  unit: Exclude<PourUnit, 'g'>;
  value: number;
}

const pumpOf = ({ tool, tools = [] }: RepairInputs['mix']): Extract<MeasuringTool, { kind: 'pump' }> | null => {
  const all = tool ? [tool, ...tools] : tools;
  return all.find((one) => one.kind === 'pump') ?? null;
};

/** Units the parts of a card can be measured in: both parts alike of a two-part system; of a catalysed one the catalyst alone. */
export const unitsFor = (mix: RepairInputs['mix'], card: SystemCard | null): PourUnit[] =>
  card?.kind === 'catalysed' ? ['g', 'ml', 'drops'] : ['g', 'ml', ...(pumpOf(mix) ? ['strokes' as const] : [])];

/** What a planned pot is measured in. */
export const unitOf = ({ wholes, mix }: Pick<Measured, 'wholes' | 'mix'>): PourUnit =>
  wholes?.kind === 'pump' ? 'strokes' : wholes ? 'ml' : mix.drops === null ? 'g' : 'drops';

/**
 * Grams of a part as it came out: millilitres by its density, drops by the shop's own or the usual, strokes by the shop's pump. Null where nobody knows
 * what a unit holds.
 */
export function gramsPoured(
  { unit, value }: { unit: PourUnit; value: number },
  part: 'resin' | 'second',
  mix: RepairInputs['mix'],
  card: SystemCard,
): number | null {
  if (unit === 'g') return value;
  const secondDensity = card.kind === 'two-part' ? card.hardenerDensityGPerMl : card.catalystDensityGPerMl;
  const density = part === 'resin' ? card.resinDensityGPerMl : secondDensity;
  if (unit === 'ml') return value * density;
  if (unit === 'drops') return (value / (mix.dropsPerMl ?? USUAL_DROPS_PER_ML)) * density;
  const pump = pumpOf(mix);
  return pump && value * (part === 'resin' ? pump.resinStrokeMl : pump.secondStrokeMl) * density;
}
