import { Remembered } from '../../remembered.js';
import { type CureCard, knownCure } from '../../cure/index.js';
import { CoreError, type Remark, requireNumber } from '../../errors.js';
import {
  type Batch,
  type BatchesResult,
  type LayingRate,
  type PasteResult,
  type PotLimit,
  type PotLimitInput,
  type QuantityPly,
  type QuantityResult,
  batches,
  catalystFor,
  layingRate,
  paste,
  potLabel,
  potLimit,
  resinQuantity,
  workingTimeMin,
} from '../../mix/index.js';
import { measureOffset } from '../../geometry/index.js';
import { LIMITS } from '../../limits/index.js';
import type { Fabric } from '../../material/index.js';
import type { SystemCard } from '../../resin/systems.js';
import { walkInPots } from '../../spots/index.js';
import { regionOf } from '../../taper/index.js';
import { jobAir } from '../air.js';
import type { AddedRound, LayWork, PasteWork } from '../added-round.js';
import type { RepairInputs } from '../inputs.js';
import { type Measured, measuring, mixedG } from './measured.js';
import type { DamagePlan } from './damage.js';
import { type SpotFill, fillsFor, spotFills } from './fills.js';
import { type PatchPlan, wetted, wettedOut } from './patch.js';
import type { TaperPlan } from './taper.js';

export interface Pot extends Batch, Measured {
  /** Which of the goes its face is laid in, from 0: a pot never lasts into the next. */
  go: number;
}

/** How fast plies go down. */
export interface Pace {
  /** By the shed's log, or as is usual for the work. */
  laying: LayingRate;
  /** What it is planned with: as a person set it, else that. */
  gPerMin: number;
}

export interface MixFace {
  quantity: QuantityResult;
  split: BatchesResult;
  pots: Pot[];
  totalG: number;
  pace: Pace;
}

/** A paste with what is stirred into what. */
export interface PotOfPaste {
  id: string;
  name: string;
  use: PasteWork['use'];
  fillerId: string;
  fillerName: string;
  /** Worked out from the ground, not put down by a person. */
  fromPlan: boolean;
  paste: PasteResult;
  /** Its resin in pots that may stand as long as they are worked, each with its share of the filler. */
  pots: PasteVessel[];
}

export interface PasteVessel extends Measured {
  label: string;
  fillerG: number;
  /** Spots it serves, by id, in the order of the walk; none where it is not shared among spots. */
  spotIds: string[];
}

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

export interface Coat {
  id: string;
  name: string;
  massG: number;
  areaMm2: number;
}

export interface MixPlan {
  faces: MixFace[];
  pastes: PotOfPaste[];
  coats: Coat[];
  /** Plies beside those of the patch. */
  laid: LaidRound[];
  /** Places that are dished and filled; none for other kinds of repair. */
  fills: SpotFill[];
  totalResinG: number;
  totalSecondG: number;
  totalSecondMl: number;
  /** Mixed resin of lay-up and pastes as it is poured, without the catalyst where there is one, g. */
  totalG: number;
  /** Of the lay-up. */
  pots: number;
  /** Smallest pot that what it is measured with mixes within tolerance, g; null where it never does. */
  smallestBatchG: number | null;
  /** Catalyst the pots are planned with, per cent; null for a two-part system. */
  catalystPercent: number | null;
  remarks: Remark[];
}

/** A paste is mixed with so much to spare, for cup, knife and board keep some: a tenth, and a few millilitres at the least. */
const PASTE_SPARE = 0.1;
const LEAST_SPARE_ML = 3;
/** Paste by knife or bag goes on so fast: 30 to 80 ml a minute, with the weight of its resin. Source: usual rates of the trade. */
const PASTE_RATE_G_PER_MIN = 50;
const MOST_PASTE_POTS = 200;
/** What the plan's own pastes are thickened with. */
const PASTE_FILLER = 'silica';

export function planMix(
  inputs: RepairInputs,
  damage: DamagePlan,
  taper: TaperPlan,
  patch: PatchPlan,
  card: SystemCard,
): MixPlan {
  const catalystPercent =
    card.kind === 'two-part' ? null : (inputs.mix.catalystPercent ?? catalystFor(card, jobAir(inputs.air).tempC.value));
  const measured = measuring(inputs, card, catalystPercent);
  const paced = (plies: readonly PacedPly[], wound = false): Paced => {
    const laying = layingOf(inputs, plies, damage.spots.length, wound, card);
    const gPerMin = inputs.mix.layingRateGPerMin ?? laying.gPerMin;
    return { laying, gPerMin, limit: limitOf(inputs, card, catalystPercent, gPerMin) };
  };
  const pace = patch.faces.map(({ plies }) => paced(plies, taper.kind === 'wrap'));
  const faces = patch.faces.map((face, i) =>
    mixFace(inputs, primedArea(inputs, taper, i), face, card, pace[i]!, (batch) => ({
      ...batch,
      ...measured.of(batch.massG),
      label: i === 0 ? batch.label : `${batch.label}2`,
    })),
  );
  const fills = taper.profile.kind === 'dish' ? spotFills(inputs, damage, taper.footprint.faces[0]!.depthMm) : [];
  const asked = pastesOf(inputs, taper, fills, card);
  const pasteLimitG = asked.length === 0 ? 0 : pasteLimit(inputs, card, catalystPercent);
  const pastes = asked.map((one) => potOfPaste(one, card, pasteLimitG, measured.of));
  const { added } = inputs.rounds;
  const coats = added.flatMap(({ id, name, work }): Coat[] => {
    if (work.kind !== 'coat') return [];
    const area = work.areaMm2 ?? taper.footprint.faces[0]!.abraded.areaMm2;
    return [{ id, name, areaMm2: area, massG: (area / 1000) * work.thicknessMm * work.densityGPerMl }];
  });
  const laid = added.flatMap(
    (round, i) =>
    round.work.kind === 'lay' ? [layRound(inputs, round, round.work, `rounds.added.${i}.work`, taper, card, paced, measured.of)] : [], // prettier-ignore
  );
  const mixed = [
    ...faces.flatMap((face) => face.pots.map((pot) => pot.mix)),
    ...[...pastes, ...laid].flatMap((one) => one.pots.map((pot) => pot.mix)),
  ];
  const sum = (of: (one: Measured['mix']) => number): number => mixed.reduce((total, one) => total + of(one), 0);
  const pots = faces.flatMap((face) => face.pots);
  const remarks = [...mixed.flatMap((one) => one.remarks), ...pastes.flatMap((pot) => pot.paste.remarks)];
  const thickestMm = Math.max(...patch.faces.map((face) => face.stack.totalMm));
  if (thickestMm > card.maxSessionMm && patch.faces.every((face) => face.sessions.length < 2))
    remarks.push({ id: 'mix.too-thick-at-once', params: { thicknessMm: thickestMm, maxSessionMm: card.maxSessionMm } });
  const poor = [...faces, ...pastes, ...laid].flatMap((one): Measured[] => one.pots).find((pot) => !pot.toolGoodEnough);
  if (poor)
    remarks.push(
      inputs.mix.tool || inputs.mix.tools?.length
        ? {
            id: 'mix.tool-too-coarse',
            params: { tool: poor.toolName, potG: poor.mix.resinG + poor.mix.secondG },
          }
        : {
            id: 'mix.scale-too-coarse',
            params: { scaleErrorG: inputs.mix.scaleErrorG, catalysed: Number(card.kind !== 'two-part') },
          },
    );
  const hurried = pace.find(({ limit }) => limit?.gelsTooSoon);
  if (hurried) remarks.push({ id: 'batches.gels-too-soon', params: { workMin: hurried.limit!.workMin } });
  return {
    faces,
    pastes,
    coats,
    laid,
    fills,
    totalResinG: sum((m) => m.resinG),
    totalSecondG: sum((m) => m.secondG),
    totalSecondMl: sum((m) => m.secondMl),
    totalG: sum(mixedG),
    pots: pots.length,
    smallestBatchG: measured.smallestG,
    catalystPercent,
    remarks: remarks.filter((remark, i) => remarks.findIndex((other) => other.id === remark.id) === i),
  };
}

/** What of a ply decides how fast it goes down. */
type PacedPly = Pick<QuantityPly, 'areaMm2' | 'arealWeightGsm'> & { fabric: Fabric };

/** How fast plies go down, and the largest sensible pot at that. */
interface Paced extends Pace {
  limit: PotLimit | null;
}

function layingOf(
  { mix }: RepairInputs,
  plies: readonly PacedPly[],
  pieces: number,
  wound: boolean,
  { family }: SystemCard,
): LayingRate {
  const { layingLog, hands, overhead, onFilm } = mix;
  const weightOf = (of: readonly PacedPly[]): number => of.reduce((sum, ply) => sum + ply.areaMm2 * ply.arealWeightGsm, 0); // prettier-ignore
  const stiff = plies.filter(({ fabric }) => family === 'epoxy' && (fabric.binder === 'powder' || fabric.binder === 'emulsion')); // prettier-ignore
  return layingRate({
    areaMm2: Math.max(0, ...plies.map(({ areaMm2 }) => areaMm2)) / pieces,
    wound,
    stiffShare: plies.length === 0 ? 0 : weightOf(stiff) / weightOf(plies),
    ...(layingLog ? { log: layingLog } : {}),
    ...(hands ? { hands } : {}),
    ...(overhead ? { overhead } : {}),
    ...(onFilm ? { onFilm } : {}),
  });
}

/** Limits of pots change with the card and the day, not with the outline that is dragged. */
const POT_LIMITS = new WeakMap<CureCard, Remembered<PotLimit>>();
const MOST_POT_LIMITS = 100;

/** The largest sensible pot where the system's cure is known; null where only the card's own times are. */
function limitOf(
  inputs: RepairInputs,
  card: SystemCard,
  catalystPercent: number | null,
  layingRateGPerMin: number,
): PotLimit | null {
  const cure = knownCure(card);
  if (!cure) return null;
  const { container } = inputs.mix;
  const asked: Omit<PotLimitInput, 'card' | 'cure'> = {
    layingRateGPerMin,
    tempC: jobAir(inputs.air).tempC.value,
    ...(container ? { container } : {}),
    ...(catalystPercent === null ? {} : { catalystPercent }),
  };
  const name = JSON.stringify([asked, card.maxPotG]);
  const known = POT_LIMITS.get(cure) ?? new Remembered<PotLimit>(MOST_POT_LIMITS);
  POT_LIMITS.set(cure, known);
  return known.of(name, () => potLimit({ card, cure, ...asked }));
}

/** The largest sensible pot of paste, by its own rate. */
const pasteLimit = (inputs: RepairInputs, card: SystemCard, catalystPercent: number | null): number =>
  limitOf(inputs, card, catalystPercent, PASTE_RATE_G_PER_MIN)?.limitG ??
  Math.min(card.maxPotG, workingTimeMin(card, jobAir(inputs.air).tempC.value) * PASTE_RATE_G_PER_MIN);

interface AskedPaste extends Omit<PasteWork, 'kind'> {
  id: string;
  name: string;
  fromPlan: boolean;
  /** What each of several spots takes of it, by id, in the order of the walk. */
  shares: { spotId: string; part: number }[];
}

/** Pastes put down for the job, and those its ground asks for: the bedding of a core plug, the filler of dishes, fill upon fill where they are deep. */
function pastesOf(inputs: RepairInputs, taper: TaperPlan, fills: readonly SpotFill[], card: SystemCard): AskedPaste[] {
  const own = (id: string, name: string, use: PasteWork['use'], ml: number, shares: AskedPaste['shares'] = []): AskedPaste => ({ id, name, use, volumeMl: ml + Math.max(PASTE_SPARE * ml, LEAST_SPARE_ML), fillerId: PASTE_FILLER, fromPlan: true, shares }); // prettier-ignore
  const { added } = inputs.rounds;
  const asked: AskedPaste[] = [];
  if (taper.plug)
    asked.push(own('plug', 'Bedding of the plug', 'bedding', taper.plug.result.beddingMl + taper.plug.result.gapMl));
  const filledMl = fills.reduce((sum, { fillMl }) => sum + fillMl, 0);
  if (filledMl > 0) {
    const count = Math.max(...fills.map(({ depthMm }) => fillsFor(depthMm, card.family)));
    const name = fills.length === 1 ? 'Filler of the dish' : `Filler of ${fills.length} spots`;
    const shares = fills.map(({ id, fillMl }) => ({ spotId: id, part: fillMl / filledMl }));
    for (let i = 0; i < count; i++)
      asked.push(own(count === 1 ? 'dish' : `dish.${i + 1}`, count === 1 ? name : `${name}, fill ${i + 1} of ${count}`, 'plug', filledMl / count, shares)); // prettier-ignore
  }
  return [
    ...asked,
    ...added.flatMap(({ id, name, spotIds, work }, i): AskedPaste[] => {
      if (work.kind !== 'paste') return [];
      requireNumber(work.volumeMl, `rounds.added.${i}.work.volumeMl`, LIMITS.pasteMl);
      const part = 1 / Math.max(1, spotIds.length);
      return [{ ...work, id, name, fromPlan: false, shares: spotIds.map((spotId) => ({ spotId, part })) }];
    }),
  ];
}

function potOfPaste(
  { id, name, use, volumeMl, fillerId, own, consistency, fromPlan, shares }: AskedPaste,
  card: SystemCard,
  limitG: number,
  measured: (totalG: number) => Measured,
): PotOfPaste {
  const made = paste({
    volumeMl,
    use,
    ...(own ? { filler: own } : { fillerId }),
    ...(consistency ? { consistency } : {}),
    resinDensityGPerMl: card.resinDensityGPerMl,
  });
  const most = Math.max(1, limitG);
  if (made.resinG / most > MOST_PASTE_POTS)
    throw new CoreError('too-many-pots', 'rounds.added', { pots: MOST_PASTE_POTS, limitG });
  const amounts = shares.length > 0 ? shares.map(({ part }) => part * made.resinG) : [made.resinG];
  const pots = walkInPots(amounts, most).map(({ amount, spots }, i): PasteVessel => ({
    ...measured(Math.max(LIMITS.batchG.min, amount)),
    label: potLabel(i),
    fillerG: (made.fillerG * amount) / made.resinG,
    spotIds: shares.length > 1 ? spots.map((at) => shares[at]!.spotId) : [],
  }));
  return { id, name, use, fillerId, fillerName: made.fillerName, fromPlan, paste: made, pots };
}

/** Plies added to the patch: the lowest as wide as it was set or as the footprint, each one above it wider by the growth. */
function layRound(
  inputs: RepairInputs,
  { id, name }: AddedRound,
  work: LayWork,
  field: string,
  taper: TaperPlan,
  card: SystemCard,
  paced: (plies: readonly PacedPly[]) => Paced,
  measured: (totalG: number) => Measured,
): LaidRound {
  const { wastePercent, potFloorG, primeGsm } = inputs.mix;
  const ground = regionOf(taper.footprint.regions[0]!);
  const { depthMm } = taper.footprint.faces[0]!;
  const plies = work.plies.map((layer, i) => {
    const beyondMm = i * work.growMm;
    const size = work.shape
      ? measureOffset(work.shape, beyondMm, `${field}.shape`)
      : ground.measures(depthMm, beyondMm);
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

/** The abraded face that is primed: taper and margin, and the floor of a part-depth dish; a through cut-out has no floor. */
function primedArea(inputs: RepairInputs, taper: TaperPlan, face: number): number {
  const { cutOut, faces } = taper.footprint;
  return faces[face]!.abraded.areaMm2 - (inputs.damage.depth === 'through' ? cutOut.areaMm2 : 0);
}

function mixFace(
  inputs: RepairInputs,
  primeAreaMm2: number,
  { plies, sessions }: PatchPlan['faces'][number],
  card: SystemCard,
  { limit, ...pace }: Paced,
  pot: (batch: Batch & { go: number }) => Pot,
): MixFace {
  const { primeGsm, wastePercent, potFloorG } = inputs.mix;
  const quantityFor = (pots: number): QuantityResult =>
    resinQuantity({ plies, primeAreaMm2, primeGsm, wastePercent, potFloorG, pots });
  const splitFor = ({
    plies: each,
    pliesResinG,
    primeG,
    wasteG,
  }: QuantityResult): { split: BatchesResult; batches: (Batch & { go: number })[] } => {
    const goes = sessions.map(({ from, to }) => {
      const pliesG = each.slice(from, to + 1).map((ply) => ply.resinG);
      const extraG = ((primeG + wasteG) * pliesG.reduce((sum, g) => sum + g, 0)) / pliesResinG;
      return batches({
        card,
        pliesG,
        extraG,
        layingRateGPerMin: pace.gPerMin,
        tempC: jobAir(inputs.air).tempC.value,
        ...(limit ? { limitG: Math.max(1, limit.limitG) } : {}),
      });
    });
    const all = goes
      .flatMap((split, go) =>
        split.batches.map((batch) => ({ ...batch, go, plies: batch.plies.map((ply) => ply + sessions[go]!.from) })),
      )
      .map((batch, i) => ({ ...batch, label: potLabel(i) }));
    const split = { ...goes[0]!, batches: all };
    return {
      split: limit ? { ...split, limitedBy: limit.limitedBy, workingTimeMin: limit.workMin } : split,
      batches: all,
    };
  };
  const quantity = quantityFor(splitFor(quantityFor(1)).batches.length);
  const { split, batches: made } = splitFor(quantity);
  return { quantity, split, pots: made.map(pot), totalG: quantity.totalResinG, pace };
}
