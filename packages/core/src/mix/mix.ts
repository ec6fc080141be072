import { LIMITS } from '../limits/index.js';
import { coldRemarks } from '../cure/cold.js';
import { type Weighing, secondReadings } from './mix-error.js';
import { CoreError, type Remark, requireEntry, requireNumber } from '../errors.js';
import { type CatalysedCard, SYSTEMS, type SystemCard, type TwoPartCard } from '../resin/systems.js';

export interface MixInput {
  /** A shipped system, or leave out and give a card. */
  systemId?: string;
  card?: SystemCard;
  /** Mixed resin wanted: resin + hardener of a two-part system; the resin of a catalysed one. g. */
  totalG: number;
  /** Catalyst, per cent as the workshop counts (1 % = 10 ml per kg of resin). By the temperature where that is given, else the middle of the range. */
  catalystPercent?: number;
  /** Of resin and air, °C. */
  tempC?: number;
  /** Drops in a millilitre of the shop's dispenser; 32 when left out. */
  dropsPerMl?: number;
  /** How the scale is read between the parts; on one tare when left out. */
  weighing?: Weighing;
  /** What the product's own sheet says instead of the card: a two-part ratio by weight or by volume (not both), densities g/ml. */
  hardenerPer100ByWeight?: number;
  hardenerPer100ByVolume?: number;
  resinDensityGPerMl?: number;
  hardenerDensityGPerMl?: number;
}

export interface MixResult {
  kind: SystemCard['kind'];
  resinG: number;
  resinMl: number;
  /** Hardener or catalyst. */
  secondG: number;
  secondMl: number;
  /** Allowed band of the second part for this resin, g. */
  secondMinG: number;
  secondMaxG: number;
  tolerancePercent: number;
  /** Scale after the cup is tared, after the resin, after the second part, g; the last from nothing where it is re-zeroed between them. */
  scaleG: [number, number, number];
  /** Second part per 100 of resin: by weight, and by volume. A ratio by one poured by the other is wrong. */
  per100ByWeight: number;
  per100ByVolume: number;
  /** Catalyst only. */
  catalystPercent: number | null;
  /** Whole drops of a small batch, one at least, and the per cent they come to; null where it is measured in millilitres. */
  drops: number | null;
  dropsPercent: number | null;
  remarks: Remark[];
}

export const USUAL_DROPS_PER_ML = 32;
/** Below this a catalyst is counted in drops. */
const DROPS_UNDER_ML = 3;
/** Fewer drops than this are hardly a measure. */
const FEW_DROPS = 5;

/**
 * One batch: resin and hardener or catalyst by weight, by volume, and as cumulative scale readings.
 *
 * Two-part: ratio by weight = ratio by volume × ρ_resin/ρ_hardener. Catalysed: ml = resin kg × 10 × per cent (v/w).
 * @throws CoreError `out-of-range` at `catalystPercent` outside the product's range: outside it the resin stays soft or burns; `not-used` for catalyst with
 *   a two-part system and a hardener's figures with a catalysed one
 */
export function mix(input: MixInput): MixResult {
  const card = withSheet(input.card ?? requireEntry(SYSTEMS, input.systemId ?? '', 'systemId'), input);
  const totalG = requireNumber(input.totalG, 'totalG', LIMITS.batchG);
  if (card.kind === 'two-part')
    for (const field of ['catalystPercent', 'dropsPerMl'] as const)
      if (input[field] !== undefined) throw new CoreError('not-used', field, { with: card.name });
  const result = card.kind === 'two-part' ? twoPart(card, totalG) : catalysed(card, totalG, input);
  if (secondReadings(input.weighing, 'weighing') === 1) result.scaleG = [0, result.resinG, result.secondG];
  if (input.tempC !== undefined) result.remarks.push(...coldRemarks(card.minTempC, input.tempC));
  if (totalG > card.maxPotG) result.remarks.push({ id: 'mix.pot-too-big', params: { totalG, maxPotG: card.maxPotG } });
  return result;
}

const OF_SHEET = ['hardenerPer100ByWeight', 'hardenerPer100ByVolume', 'resinDensityGPerMl', 'hardenerDensityGPerMl'] as const; // prettier-ignore

/** The card with the figures of the product's own sheet in place of its own. */
function withSheet(card: SystemCard, input: MixInput): SystemCard {
  if (OF_SHEET.every((field) => input[field] === undefined)) return card;
  const { hardenerPer100ByWeight, hardenerPer100ByVolume } = input;
  const resinDensityGPerMl = requireNumber(input.resinDensityGPerMl ?? card.resinDensityGPerMl, 'resinDensityGPerMl', {
    min: 0.5,
    max: 3,
  });
  if (card.kind !== 'two-part') {
    for (const field of ['hardenerPer100ByWeight', 'hardenerPer100ByVolume', 'hardenerDensityGPerMl'] as const)
      if (input[field] !== undefined) throw new CoreError('not-used', field, { with: card.name });
    return { ...card, resinDensityGPerMl };
  }
  const hardenerDensityGPerMl = requireNumber(
    input.hardenerDensityGPerMl ?? card.hardenerDensityGPerMl,
    'hardenerDensityGPerMl',
    { min: 0.5, max: 3 },
  );
  if (hardenerPer100ByWeight !== undefined && hardenerPer100ByVolume !== undefined)
    throw new CoreError('inconsistent', 'hardenerPer100ByVolume', { why: 'two-ratios' });
  const fromVolume =
    hardenerPer100ByVolume === undefined
      ? undefined
      : ratioByWeight(
          requireNumber(hardenerPer100ByVolume, 'hardenerPer100ByVolume', LIMITS.hardenerPer100),
          resinDensityGPerMl,
          hardenerDensityGPerMl,
        );
  return {
    ...card,
    resinDensityGPerMl,
    hardenerDensityGPerMl,
    hardenerPer100ByWeight: hardenerPer100ByWeight ?? fromVolume ?? card.hardenerPer100ByWeight,
  };
}

function twoPart(card: TwoPartCard, totalG: number): MixResult {
  const per100 = requireNumber(card.hardenerPer100ByWeight, 'hardenerPer100ByWeight', LIMITS.hardenerPer100);
  const resinG = (totalG * 100) / (100 + per100);
  const secondG = totalG - resinG;
  return {
    ...parts(card, resinG, secondG, card.hardenerDensityGPerMl),
    catalystPercent: null,
    drops: null,
    dropsPercent: null,
    remarks: [],
  };
}

function catalysed(card: CatalysedCard, resinG: number, input: MixInput): MixResult {
  const percent =
    input.catalystPercent ??
    (input.tempC === undefined
      ? (card.catalystMinPercent + card.catalystMaxPercent) / 2
      : catalystFor(card, input.tempC));
  requireNumber(percent, 'catalystPercent', { min: card.catalystMinPercent, max: card.catalystMaxPercent });
  const secondMl = (resinG / 1000) * 10 * percent;
  const dropsPerMl = requireNumber(input.dropsPerMl ?? USUAL_DROPS_PER_ML, 'dropsPerMl', LIMITS.dropsPerMl);
  const counted =
    secondMl < DROPS_UNDER_ML
      ? countedDrops(card, resinG, percent, dropsPerMl)
      : { drops: null, dropsPercent: null, remarks: [] };
  const odd = card.catalystDensityGPerMl < LIGHTEST_PEROXIDE || card.catalystDensityGPerMl > HEAVIEST_PEROXIDE;
  const remarks: Remark[] = [
    { id: 'mix.catalyst-by-volume', params: { percent, gramPerMl: card.catalystDensityGPerMl } },
    ...(odd ? [{ id: 'mix.catalyst-density', params: { gramPerMl: card.catalystDensityGPerMl } }] : []),
    ...counted.remarks,
  ];
  return {
    ...parts(card, resinG, secondMl * card.catalystDensityGPerMl, card.catalystDensityGPerMl),
    catalystPercent: percent,
    drops: counted.drops,
    dropsPercent: counted.dropsPercent,
    remarks,
  };
}

/** Peroxide solutions are about so heavy, g/ml: a card outside it is looked at again. */
const [LIGHTEST_PEROXIDE, HEAVIEST_PEROXIDE] = [1, 1.3];

/**
 * Catalyst in whole drops, one at the least: 0 drops never set. Rounding may leave the product's range or its tolerance, and a few drops are hardly a
 * measure: then the next batch up that comes out even is offered.
 */
function countedDrops(
  card: CatalysedCard,
  resinG: number,
  percent: number,
  dropsPerMl: number,
): Pick<MixResult, 'drops' | 'dropsPercent' | 'remarks'> {
  /** Resin that one drop is exactly right for, g. */
  const gPerDrop = 100 / (dropsPerMl * percent);
  const exact = resinG / gPerDrop;
  const drops = Math.max(1, Math.round(exact));
  const dropsPercent = (percent * drops) / exact;
  const errorPercent = 100 * (drops / exact - 1);
  const outside = dropsPercent < card.catalystMinPercent - 1e-9 || dropsPercent > card.catalystMaxPercent + 1e-9;
  const batchDrops = Math.max(FEW_DROPS, Math.ceil(exact - 1e-9));
  const params = { drops, percent: dropsPercent, errorPercent, batchG: gPerDrop * batchDrops, batchDrops };
  const off = outside
    ? 'mix.drops-outside'
    : Math.abs(errorPercent) > card.tolerancePercent + 1e-9
      ? 'mix.drops-off'
      : drops < FEW_DROPS
        ? 'mix.few-drops'
        : null;
  const range = { min: card.catalystMinPercent, max: card.catalystMaxPercent, tolerancePercent: card.tolerancePercent };
  return { drops, dropsPercent, remarks: off ? [{ id: off, params: { ...params, ...range } }] : [] };
}

/**
 * Catalyst for a temperature, per cent, inside the product's own range: the most at the coldest it may be used, the least at the warmest, straight
 * between, to a tenth. Cold wants more, warm less; outside the range it stays soft or burns.
 * @throws CoreError for a temperature no shed has
 */
export function catalystFor(
  { catalystMinPercent, catalystMaxPercent, minTempC, maxTempC }: CatalysedCard,
  tempC: number,
): number {
  const warm = Math.min(
    1,
    Math.max(0, (requireNumber(tempC, 'tempC', { min: -30, max: 80 }) - minTempC) / (maxTempC - minTempC)),
  );
  const percent = Math.round(10 * (catalystMaxPercent + warm * (catalystMinPercent - catalystMaxPercent))) / 10;
  return Math.min(catalystMaxPercent, Math.max(catalystMinPercent, percent));
}

function parts(
  card: SystemCard,
  resinG: number,
  secondG: number,
  secondDensity: number,
): Omit<MixResult, 'catalystPercent' | 'drops' | 'dropsPercent' | 'remarks'> {
  const resinMl = resinG / requireNumber(card.resinDensityGPerMl, 'card.resinDensityGPerMl', { min: 0.5, max: 3 });
  const secondMl = secondG / requireNumber(secondDensity, 'card.hardenerDensityGPerMl', { min: 0.5, max: 3 });
  const tolerance = card.tolerancePercent / 100;
  return {
    kind: card.kind,
    resinG,
    resinMl,
    secondG,
    secondMl,
    secondMinG: secondG * (1 - tolerance),
    secondMaxG: secondG * (1 + tolerance),
    tolerancePercent: card.tolerancePercent,
    scaleG: [0, resinG, resinG + secondG],
    per100ByWeight: (100 * secondG) / resinG,
    per100ByVolume: (100 * secondMl) / resinMl,
  };
}

/** Ratio (second part per 100 of resin) by weight from the ratio by volume: × ρ_second/ρ_resin. */
export function ratioByWeight(per100ByVolume: number, resinDensity: number, secondDensity: number): number {
  if (!(resinDensity > 0) || !(secondDensity > 0)) throw new CoreError('out-of-range', 'density', { above: 0 });
  return (per100ByVolume * secondDensity) / resinDensity;
}
