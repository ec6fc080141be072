import type { Remark } from '../../errors.js';
import {
  type Batch,
  type BatchesResult,
  type QuantityResult,
  batches,
  catalystFor,
  potLabel,
  resinQuantity,
} from '../../mix/index.js';
import type { SystemCard } from '../../resin/systems.js';
import type { InjectionResult } from '../../taper/index.js';
import { jobAir } from '../air.js';
import type { RepairInputs } from '../inputs.js';
import { type Coat, coatsOf } from './coats.js';
import type { DamagePlan } from './damage.js';
import { type SpotFill, spotFills } from './fills.js';
import { finishFillsOf } from './finish-fills.js';
import { type LaidRound, layRound } from './laid-rounds.js';
import { type Measured, measuring, mixedG } from './measured.js';
import { type Pace, type Paced, type PacedPly, layingOf, limitOf } from './pace.js';
import { type PotOfPaste, askedPastes, pasteLimit, potOfPaste } from './pastes.js';
import type { PatchPlan } from './patch.js';
import type { TaperPlan } from './taper.js';
import { bothInOneGo, laysGelCoatFirst } from './working-side.js';

export interface Pot extends Batch, Measured {
  /** Which of the goes its face is laid in, from 0: a pot never lasts into the next. */
  go: number;
}

export interface MixFace {
  quantity: QuantityResult;
  split: BatchesResult;
  pots: Pot[];
  totalG: number;
  pace: Pace;
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

export function planMix(
  inputs: RepairInputs,
  damage: DamagePlan,
  { taper, patch, injected }: { taper: TaperPlan | null; patch: PatchPlan | null; injected: InjectionResult | null },
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
  const laidFaces = patch?.faces ?? [];
  const pace = laidFaces.map(({ plies }) => paced(plies, taper?.kind === 'wrap'));
  const faces = laidFaces.map((face, i) =>
    mixFace(inputs, primedArea(inputs, taper!, i), face, card, pace[i]!, (batch) => ({
      ...batch,
      ...measured.of(batch.massG),
      label: i === 0 ? batch.label : `${batch.label}2`,
    })),
  );
  const fills = taper?.profile.kind === 'dish' ? spotFills(inputs, damage, taper.footprint.faces[0]!.depthMm) : [];
  const finishes = finishFillsOf(inputs, damage, card);
  const asked = askedPastes(inputs, { taper, injected, finishes }, fills, card);
  const pasteLimitG = asked.length === 0 ? 0 : pasteLimit(inputs, card, catalystPercent);
  const pastes = asked.map((one) => potOfPaste(one, card, pasteLimitG, measured.of));
  const { added } = inputs.rounds;
  const coated = {
    abradedMm2: taper?.shownMm2 ?? damage.cut.areaMm2,
    firstMm2: taper && laysGelCoatFirst(inputs) ? taper.footprint.cutOut.areaMm2 : null,
  };
  const coats = coatsOf(inputs, finishes, coated, card, catalystPercent);
  const laid = added.flatMap(
    (round, i) =>
    round.work.kind === 'lay' ? [layRound(inputs, round, round.work, `rounds.added.${i}.work`, { taper, damage }, card, paced, measured.of)] : [], // prettier-ignore
  );
  const mixed = [
    ...faces.flatMap((face) => face.pots.map((pot) => pot.mix)),
    ...[...pastes, ...laid, ...coats.filter(({ medium }) => medium === 'resin')].flatMap((one) =>
      one.pots.map((pot) => pot.mix),
    ),
  ];
  const sum = (of: (one: Measured['mix']) => number): number => mixed.reduce((total, one) => total + of(one), 0);
  const pots = faces.flatMap((face) => face.pots);
  const remarks = [
    ...[
      ...mixed,
      ...coats.filter(({ medium }) => medium === 'gelcoat').flatMap((one) => one.pots.map((pot) => pot.mix)),
    ].flatMap((one) => one.remarks),
    ...pastes.flatMap((pot) => pot.paste.remarks),
  ];
  const facesMm = laidFaces.map((face) => face.stack.totalMm);
  // Wet on one another both faces heat as one.
  const thickestMm = bothInOneGo(inputs) ? facesMm.reduce((sum, mm) => sum + mm, 0) : Math.max(0, ...facesMm);
  if (thickestMm > card.maxSessionMm && laidFaces.every((face) => face.sessions.length < 2))
    remarks.push({ id: 'mix.too-thick-at-once', params: { thicknessMm: thickestMm, maxSessionMm: card.maxSessionMm } });
  const poor = [...faces, ...pastes, ...laid, ...coats]
    .flatMap((one): Measured[] => one.pots)
    .find((pot) => !pot.toolGoodEnough);
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

/** The abraded face that is primed: taper and margin, and the floor of a part-depth dish; a through cut-out has no floor, and a panel lies on its film. */
function primedArea(inputs: RepairInputs, taper: TaperPlan, face: number): number {
  const { cutOut, faces } = taper.footprint;
  if (taper.kind === 'panel') return 0;
  const open = inputs.damage.depth === 'through' && taper.kind !== 'overlay';
  return faces[face]!.abraded.areaMm2 - (open ? cutOut.areaMm2 : 0);
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
