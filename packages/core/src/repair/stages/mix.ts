import { Remembered } from '../../remembered.js';
import { type CureCard, knownCure } from '../../cure/index.js';
import { CoreError, type Remark } from '../../errors.js';
import {
  type Batch,
  type BatchesResult,
  type PasteResult,
  type PotLimit,
  type PotLimitInput,
  type QuantityResult,
  batches,
  catalystFor,
  paste,
  potLabel,
  potLimit,
  resinQuantity,
  workingTimeMin,
} from '../../mix/index.js';
import type { SystemCard } from '../../resin/systems.js';
import { jobAir } from '../air.js';
import type { PlannedPaste, RepairInputs } from '../inputs.js';
import { type Measured, measuring } from './measured.js';
import type { PatchPlan } from './patch.js';
import type { TaperPlan } from './taper.js';

export interface Pot extends Batch, Measured {
  /** Which of the goes its face is laid in, from 0: a pot never lasts into the next. */
  go: number;
}

export interface MixFace {
  quantity: QuantityResult;
  split: BatchesResult;
  pots: Pot[];
  totalG: number;
}

/** A paste with what is stirred into what. */
export interface PotOfPaste {
  id: string;
  name: string;
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

/** A pot of paste is mixed with so much to spare, for the cup keeps some. */
const PASTE_SPARE = 1.1;
/** Paste by knife or bag goes on so fast: 30 to 80 ml a minute, with the weight of its resin. Source: usual rates of the trade. */
const PASTE_RATE_G_PER_MIN = 50;
const MOST_PASTE_POTS = 200;
/** What the plan's own pastes are thickened with. */
const PASTE_FILLER = 'silica';

export function planMix(inputs: RepairInputs, taper: TaperPlan, patch: PatchPlan, card: SystemCard): MixPlan {
  const catalystPercent =
    card.kind === 'two-part' ? null : (inputs.mix.catalystPercent ?? catalystFor(card, jobAir(inputs.air).tempC.value));
  const { layingRateGPerMin } = inputs.mix;
  const limit = limitOf(inputs, card, catalystPercent, layingRateGPerMin);
  const measured = measuring(inputs, card, catalystPercent);
  const faces = patch.faces.map((face, i) =>
    mixFace(inputs, primedArea(inputs, taper, i), face, card, limit, (batch) => ({
      ...batch,
      ...measured.of(batch.massG),
      label: i === 0 ? batch.label : `${batch.label}2`,
    })),
  );
  const pasteLimitG =
    limitOf(inputs, card, catalystPercent, PASTE_RATE_G_PER_MIN)?.limitG ??
    Math.min(card.maxPotG, workingTimeMin(card, jobAir(inputs.air).tempC.value) * PASTE_RATE_G_PER_MIN);
  const pastes = pastesOf(inputs, taper).map((planned) => potOfPaste(planned, card, pasteLimitG, measured.of));
  const coats = (inputs.mix.coats ?? []).map(({ id, name, thicknessMm, areaMm2, densityGPerMl }): Coat => {
    const area = areaMm2 ?? taper.footprint.faces[0]!.abraded.areaMm2;
    return { id, name, areaMm2: area, massG: (area / 1000) * thicknessMm * densityGPerMl };
  });
  const mixed = [
    ...faces.flatMap((face) => face.pots.map((pot) => pot.mix)),
    ...pastes.flatMap((one) => one.pots.map((pot) => pot.mix)),
  ];
  const sum = (of: (one: Measured['mix']) => number): number => mixed.reduce((total, one) => total + of(one), 0);
  const pots = faces.flatMap((face) => face.pots);
  const remarks = [...mixed.flatMap((one) => one.remarks), ...pastes.flatMap((pot) => pot.paste.remarks)];
  const thickestMm = Math.max(...patch.faces.map((face) => face.stack.totalMm));
  if (thickestMm > card.maxSessionMm && patch.faces.every((face) => face.sessions.length < 2))
    remarks.push({ id: 'mix.too-thick-at-once', params: { thicknessMm: thickestMm, maxSessionMm: card.maxSessionMm } });
  const poor = pots.find((pot) => !pot.toolGoodEnough);
  if (poor)
    remarks.push(
      inputs.mix.tool
        ? { id: 'mix.tool-too-coarse', params: { tool: inputs.mix.tool.name, potG: poor.massG } }
        : {
            id: 'mix.scale-too-coarse',
            params: { scaleErrorG: inputs.mix.scaleErrorG, catalysed: Number(card.kind !== 'two-part') },
          },
    );
  if (limit?.gelsTooSoon) remarks.push({ id: 'batches.gels-too-soon', params: { workMin: limit.workMin } });
  return {
    faces,
    pastes,
    coats,
    totalResinG: sum((m) => m.resinG),
    totalSecondG: sum((m) => m.secondG),
    totalSecondMl: sum((m) => m.secondMl),
    totalG: sum(({ resinG, secondG }) => resinG + (card.kind === 'two-part' ? secondG : 0)),
    pots: pots.length,
    smallestBatchG: measured.smallestG,
    catalystPercent,
    remarks: remarks.filter((remark, i) => remarks.findIndex((other) => other.id === remark.id) === i),
  };
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

/** Pastes put down for the job, and those its ground asks for: the bedding of a core plug, the filler of a dish. */
function pastesOf(inputs: RepairInputs, taper: TaperPlan): (PlannedPaste & { fromPlan: boolean })[] {
  const planned = (
    id: string,
    name: string,
    use: PlannedPaste['use'],
    volumeMl: number,
  ): PlannedPaste & { fromPlan: boolean } => ({
    id,
    name,
    use,
    volumeMl: volumeMl * PASTE_SPARE,
    fillerId: PASTE_FILLER,
    fromPlan: true,
  });
  const own: (PlannedPaste & { fromPlan: boolean })[] = [];
  if (taper.plug)
    own.push(planned('plug', 'Bedding of the plug', 'bedding', taper.plug.result.beddingMl + taper.plug.result.gapMl));
  if (taper.profile.kind === 'dish')
    own.push(
      planned(
        'dish',
        'Filler of the dish',
        'plug',
        (taper.footprint.cutOutVolumeMm3 + taper.footprint.taperVolumeMm3) / 1000,
      ),
    );
  return [
    ...own.filter(({ volumeMl }) => volumeMl >= 1),
    ...(inputs.mix.pastes ?? []).map((one) => ({ ...one, fromPlan: false })),
  ];
}

function potOfPaste(
  { id, name, use, volumeMl, fillerId, own, consistency, fromPlan }: PlannedPaste & { fromPlan: boolean },
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
  const pots = Math.max(1, Math.ceil(made.resinG / Math.max(1, limitG) - 1e-9));
  if (pots > MOST_PASTE_POTS) throw new CoreError('too-many-pots', 'mix.pastes', { pots: MOST_PASTE_POTS, limitG });
  const pot = measured(made.resinG / pots);
  return {
    id,
    name,
    fillerId,
    fillerName: made.fillerName,
    fromPlan,
    paste: made,
    pots: Array.from({ length: pots }, (_, i) => ({ ...pot, label: potLabel(i), fillerG: made.fillerG / pots })),
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
  limit: PotLimit | null,
  pot: (batch: Batch & { go: number }) => Pot,
): MixFace {
  const { primeGsm, wastePercent, potFloorG, layingRateGPerMin } = inputs.mix;
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
        layingRateGPerMin,
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
  return { quantity, split, pots: made.map(pot), totalG: quantity.totalResinG };
}
