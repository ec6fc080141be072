import { type Batch, type BatchesResult, type MixResult, type QuantityResult, batches, mix, mixError, resinQuantity, smallestBatch } from '../../mix/index.js';
import type { Remark } from '../../errors.js';
import type { SystemCard } from '../../resin/systems.js';
import type { RepairInputs } from '../inputs.js';
import type { TaperPlan } from '../plan.js';
import type { PatchPlan } from './patch.js';

export interface Pot extends Batch {
  mix: MixResult;
  /** Worst error of the second part with this shop's scale, per cent. */
  worstErrorPercent: number;
  /** Whether the scale can mix a pot this small within tolerance. */
  scaleGoodEnough: boolean;
}

export interface MixFace {
  quantity: QuantityResult;
  split: BatchesResult;
  pots: Pot[];
  totalG: number;
}

export interface MixPlan {
  faces: MixFace[];
  totalResinG: number;
  totalSecondG: number;
  totalSecondMl: number;
  totalG: number;
  pots: number;
  smallestBatchG: number;
  remarks: Remark[];
}

export function planMix(inputs: RepairInputs, taper: TaperPlan, patch: PatchPlan, card: SystemCard): MixPlan {
  const faces = patch.faces.map((face, i) => mixFace(inputs, primedArea(inputs, taper, i), face.plies, card, i));
  const pots = faces.flatMap((face) => face.pots);
  const sum = (of: (mix: MixResult) => number): number => pots.reduce((total, pot) => total + of(pot.mix), 0);
  const wanted = pots[0]!.mix.per100ByWeight / 100;
  const remarks = pots.flatMap((pot) => pot.mix.remarks);
  const thickestMm = Math.max(...patch.faces.map((face) => face.stack.totalMm));
  if (thickestMm > card.maxSessionMm) remarks.push({ id: 'mix.too-thick-at-once', params: { thicknessMm: thickestMm, maxSessionMm: card.maxSessionMm } });
  if (pots.some((pot) => !pot.scaleGoodEnough)) remarks.push({ id: 'mix.scale-too-coarse', params: { scaleErrorG: inputs.mix.scaleErrorG } });
  return {
    faces,
    totalResinG: sum((m) => m.resinG),
    totalSecondG: sum((m) => m.secondG),
    totalSecondMl: sum((m) => m.secondMl),
    totalG: faces.reduce((total, face) => total + face.totalG, 0),
    pots: pots.length,
    smallestBatchG: smallestBatch(wanted, card.tolerancePercent / 100, inputs.mix.scaleErrorG),
    remarks: remarks.filter((remark, i) => remarks.findIndex((other) => other.id === remark.id) === i),
  };
}

/** The abraded face that is primed: taper and margin, and the floor of a part-depth dish; a through cut-out has no floor. */
function primedArea(inputs: RepairInputs, taper: TaperPlan, face: number): number {
  const { cutOut, faces } = taper.footprint;
  return faces[face]!.abraded.areaMm2 - (inputs.damage.depth === 'through' ? cutOut.areaMm2 : 0);
}

function mixFace(inputs: RepairInputs, primeAreaMm2: number, plies: PatchPlan['faces'][number]['plies'], card: SystemCard, index: number): MixFace {
  const { primeGsm, wastePercent, potFloorG, layingRateGPerMin, scaleErrorG, catalystPercent } = inputs.mix;
  const quantityFor = (pots: number): QuantityResult => resinQuantity({ plies, primeAreaMm2, primeGsm, wastePercent, potFloorG, pots });
  const splitFor = (quantity: QuantityResult): BatchesResult => batches({ card, pliesG: quantity.plies.map((p) => p.resinG), extraG: quantity.primeG + quantity.wasteG, layingRateGPerMin, tempC: inputs.days.tempC });
  const first = splitFor(quantityFor(1));
  const quantity = quantityFor(first.batches.length);
  const split = splitFor(quantity);
  const pots = split.batches.map((batch) => {
    const mixed = mix({ card, totalG: batch.massG, ...(catalystPercent === null ? {} : { catalystPercent }) });
    const worst = mixError({
      per100ByWeight: mixed.per100ByWeight,
      resinG: mixed.resinG,
      secondG: mixed.secondG,
      tolerancePercent: card.tolerancePercent,
      readingErrorG: Math.min(scaleErrorG, mixed.resinG * 0.9),
    });
    return { ...batch, label: index === 0 ? batch.label : `${batch.label}2`, mix: mixed, worstErrorPercent: worst.worstPercent, scaleGoodEnough: worst.surelyWithin };
  });
  return { quantity, split, pots, totalG: quantity.totalResinG };
}
