import { windows } from '../cure/index.js';
import { type Remark, requireNumber } from '../errors.js';
import { LIMITS } from '../limits/index.js';
import { catalystFor } from '../mix/index.js';
import type { RepairInputs, RepairPlan } from '../repair/index.js';
import { laysPlies, serviceOf } from '../repair/index.js';

/** What a repairer has along. */
export interface Kit {
  clothM2: number;
  resinG: number;
  /** Hardener, or catalyst of a catalysed resin. */
  secondG: number;
  filmM2: number;
  /** Filler as it lies in its bag. */
  fillerMl: number;
  brushes: number;
  /** How cold it is there, °C. */
  tempC: number;
}

/** Something of the kit against what the job wants. */
export interface KitLine {
  id: 'cloth' | 'resin' | 'second' | 'film' | 'filler' | 'brushes';
  wanted: number;
  has: number;
  enough: boolean;
}

export interface KitResult {
  lines: KitLine[];
  enough: boolean;
  /** Discs of the largest ply that the cloth still gives; null where nothing is laid. */
  discs: { wanted: number; fromKit: number } | null;
  /** Whether all the hardener goes into all the resin, or what is wanted is weighed. */
  mixing: 'all' | 'weighed';
  /** What to do in that air, what to improvise with, what has to be done again at home. */
  remarks: Remark[];
}

/** A round disc out of cloth loses its corners, and a little between one and the next. Source: squares round discs. */
const CLOTH_WASTE = 4 / Math.PI;
/** Film over the work goes past it on every side. */
const FILM_PAST = 1.3;
/** A kit's parts belong together: of more than this share of it, nothing is gained by weighing. */
const ALL_OF_IT = 0.75;
/** Parts of a kit that are off one another's ratio by more may not go into one cup whole, per cent. */
const KIT_OFF_PERCENT = 5;
/** A thin shell wants so many plies at the least in the field. Source: at least four on a thin shell. */
const LEAST_DISCS = 4;
const THIN_SHELL_MM = 3;
const M2_PER_MM2 = 1e-6;

/**
 * A kit in the field against a job: of each thing wanted and there, how many discs, all of it or weighed, and what to do in the cold.
 * @throws CoreError for amounts nobody carries
 */
export function kitCheck(inputs: RepairInputs, plan: RepairPlan, kit: Kit): KitResult {
  for (const field of ['clothM2', 'filmM2'] as const) requireNumber(kit[field], field, { min: 0, max: 100 });
  for (const field of ['resinG', 'secondG', 'fillerMl'] as const)
    requireNumber(kit[field], field, { min: 0, max: 100_000 });
  requireNumber(kit.brushes, 'brushes', { min: 0, max: 100 });
  const tempC = requireNumber(kit.tempC, 'tempC', LIMITS.airTempC);
  const card = plan.resin?.card ?? null;
  const own = plan.rounds.filter(({ medium }) => medium !== 'gelcoat' && medium !== 'paint');
  const used = own.length > 0 ? own : plan.rounds;
  const pots = used.flatMap((round) => round.pots);
  const plies = plan.rounds.flatMap((round) => round.plies);
  const resinG = pots.reduce((sum, { mix }) => sum + mix.resinG, 0);
  const secondG = pots.reduce((sum, { mix }) => sum + mix.secondG, 0);
  const clothM2 = plies.reduce((sum, ply) => sum + (ply.lengthMm * ply.widthMm) / 1e6, 0) * (plies.length > 0 ? CLOTH_WASTE : 0); // prettier-ignore
  const coveredMm2 = plan.taper?.shownMm2 ?? plan.damage?.cut.areaMm2 ?? 0;
  const fillerMl = (plan.mix?.pastes ?? []).reduce((sum, { paste }) => sum + paste.heapMl, 0);
  const line = (id: KitLine['id'], wanted: number, has: number): KitLine => ({ id, wanted, has, enough: has >= wanted - 1e-9 }); // prettier-ignore
  const lines = [
    ...(plies.length > 0 ? [line('cloth', clothM2, kit.clothM2)] : []),
    line('resin', resinG, kit.resinG),
    line('second', secondG, kit.secondG),
    line('film', coveredMm2 * FILM_PAST * M2_PER_MM2, kit.filmM2),
    ...(fillerMl > 0 ? [line('filler', fillerMl, kit.fillerMl)] : []),
    line('brushes', used.length > 0 ? 1 : 0, kit.brushes),
  ];
  const largest = plies.reduce((most, ply) => Math.max(most, (ply.lengthMm * ply.widthMm) / 1e6), 0) * CLOTH_WASTE;
  const discs = plies.length === 0 ? null : { wanted: plies.length, fromKit: Math.floor(kit.clothM2 / largest + 1e-9) };
  const per100 = !card ? 0 : card.kind === 'two-part' ? card.hardenerPer100ByWeight : catalystFor(card, Math.max(tempC, card.minTempC)) * card.catalystDensityGPerMl; // prettier-ignore
  const belongs = kit.resinG > 0 && per100 > 0 && Math.abs((100 * kit.secondG) / kit.resinG / per100 - 1) * 100 <= KIT_OFF_PERCENT; // prettier-ignore
  const mixing = belongs && card!.kind === 'two-part' && resinG >= ALL_OF_IT * kit.resinG ? 'all' : 'weighed';
  return {
    lines,
    enough: lines.every(({ enough }) => enough),
    discs,
    mixing,
    remarks: [
      ...(kit.resinG > 0 && card?.kind === 'two-part' && !belongs ? [{ id: 'kit.ratio', params: { wantedG: (kit.resinG * per100) / 100, hasG: kit.secondG } }] : []), // prettier-ignore
      ...airRemarks(plan, tempC),
      ...fieldRemarks(inputs, plan, plies.length),
    ],
  };
}

/** What the air there asks for. */
function airRemarks({ resin }: RepairPlan, tempC: number): Remark[] {
  const card = resin?.card;
  if (!card) return [];
  if (tempC > card.maxTempC) return [{ id: 'kit.too-hot', params: { tempC, maxTempC: card.maxTempC } }];
  if (tempC >= card.minTempC) {
    const { sandableHour } = windows({ card, airTempC: tempC });
    return sandableHour === null ? [] : [{ id: 'kit.hard-after', params: { hours: sandableHour, tempC } }];
  }
  return [{ id: 'kit.warm-bottles' }, { id: 'kit.insulate', params: { tempC, minTempC: card.minTempC } }];
}

/** What to improvise with, and what has to be done again. */
function fieldRemarks(inputs: RepairInputs, plan: RepairPlan, plies: number): Remark[] {
  const laid = laysPlies(inputs) && plies > 0;
  const thin = (inputs.laminate.thicknessMm ?? THIN_SHELL_MM) < THIN_SHELL_MM;
  const grave = plan.severity.taken === 'beyond' || serviceOf(inputs.place) === 'high' || serviceOf(inputs.place) === 'primary'; // prettier-ignore
  return [
    ...(inputs.damage.depth === 'through' && laid && inputs.laminate.core === null ? [{ id: 'kit.tape-dam' }] : []),
    ...(laid ? [{ id: 'kit.film-and-weight' }] : []),
    ...(laid && thin && plies < LEAST_DISCS && inputs.damage.kind !== 'ding'
      ? [{ id: 'kit.few-discs', params: { discs: LEAST_DISCS } }]
      : []),
    ...(laid || grave ? [{ id: grave ? 'kit.again-before-use' : 'kit.again-at-home' }] : []),
  ];
}
