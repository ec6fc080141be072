import { measureOffset } from '../../geometry/index.js';
import type { Fabric } from '../../material/index.js';
import { type Batch, type QuantityPly, type QuantityResult, batches, resinQuantity } from '../../mix/index.js';
import type { SystemCard } from '../../resin/systems.js';
import { regionOf } from '../../taper/index.js';
import type { AddedRound, LayWork } from '../added-round.js';
import { jobAir } from '../air.js';
import type { RepairInputs } from '../inputs.js';
import type { DamagePlan } from './damage.js';
import type { Measured } from './measured.js';
import type { Pace, Paced, PacedPly } from './pace.js';
import { wetted, wettedOut } from './patch.js';
import type { TaperPlan } from './taper.js';

/** Plies of an added round, with its pots. */
export interface LaidRound {
  id: string;
  name: string;
  plies: (QuantityPly & {
    fabric: Fabric;
    orientationDeg: number;
    lengthMm: number;
    widthMm: number;
    thicknessMm: number;
  })[];
  quantity: QuantityResult;
  pots: (Batch & Measured)[];
  pace: Pace;
}

/** Plies added to the patch: the lowest as wide as it was set or as the footprint, each one above it wider by the growth. */
export function layRound(
  inputs: RepairInputs,
  { id, name }: AddedRound,
  work: LayWork,
  field: string,
  { taper, damage }: { taper: TaperPlan | null; damage: DamagePlan },
  card: SystemCard,
  paced: (plies: readonly PacedPly[]) => Paced,
  measured: (totalG: number) => Measured,
): LaidRound {
  const { wastePercent, potFloorG, primeGsm } = inputs.mix;
  const ground = taper && regionOf(taper.footprint.regions[0]!);
  const depthMm = taper?.footprint.faces[0]!.depthMm ?? 0;
  const plies = work.plies.map((layer, i) => {
    const beyondMm = i * work.growMm;
    const size = work.shape
      ? measureOffset(work.shape, beyondMm, `${field}.shape`)
      : (ground?.measures(depthMm, beyondMm) ?? measureOffset(damage.cutOut, beyondMm));
    const { figures, thicknessMm } = wettedOut(wetted(layer, inputs.stack.process), card.family, `${field}.plies`);
    return { ...figures, ...size, thicknessMm };
  });
  const primeAreaMm2 = plies.at(-1)!.areaMm2;
  const { limit, ...pace } = paced(plies);
  const quantityFor = (pots: number): QuantityResult => resinQuantity({ plies, primeAreaMm2, primeGsm, wastePercent, potFloorG, pots }); // prettier-ignore
  const splitFor = ({ plies: each, primeG, wasteG }: QuantityResult): Batch[] =>
    batches({
      card,
      pliesG: each.map(({ resinG }) => resinG),
      extraG: primeG + wasteG,
      layingRateGPerMin: pace.gPerMin,
      tempC: jobAir(inputs.air).tempC.value,
      ...(limit ? { limitG: Math.max(1, limit.limitG) } : {}),
    }).batches;
  const quantity = quantityFor(splitFor(quantityFor(1)).length);
  return {
    id,
    name,
    plies,
    quantity,
    pace,
    pots: splitFor(quantity).map((batch) => ({ ...batch, ...measured(batch.massG) })),
  };
}
