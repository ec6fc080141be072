import { type FinishRoute, type FinishWork, type GelCoatWay, type WorksFacts, finishRoute, finishWorks } from '../finish/index.js'; // prettier-ignore
import { attempt } from '../errors.js';
import { fairingDensity } from '../mix/index.js';
import { kept } from '../remembered.js';
import type { SystemCard } from '../resin/systems.js';
import type { CoatMedium } from './added-round.js';
import { fairClassOf, fairFound } from './fair-found.js';
import type { FairRound } from './finish-inputs.js';
import type { RepairInputs } from './inputs.js';
import type { PlannedRound, RoundPot } from './rounds.js';
import { coatPots } from './stages/coats.js';
import { measuring, smallPotG } from './stages/measured.js';
import { fairingFillerOf, standsInSun } from './stages/fairing.js';
import { pasteLimit, potOfPaste } from './stages/pastes.js';
import { mendsGelCoatOnly } from './stages/kind.js';
import { laysGelCoatFirst } from './stages/working-side.js';

/** How a job is finished: the route, and every work of it by itself. */
export interface PlannedFinish extends FinishRoute {
  works: readonly FinishWork[];
  /** Works of the route that are not done here, and why. */
  leftOut: readonly { work: FinishWork; why: string }[];
  /** Those that put something on, as rounds to be mixed and logged like those of the lay-up; each has its work's id. */
  rounds: readonly PlannedRound[];
  /** What its epoxy fairing paste is thickened with. */
  fillerId: string;
  /** Ground that is finished, by the plan or as somebody gave it, mm². */
  areaMm2: number;
}

/** Every round of a job, those of its lay-up and then those of its finish. */
export const everyRound = ({ rounds, finish }: { rounds: readonly PlannedRound[]; finish: PlannedFinish | null }): PlannedRound[] => [...rounds, ...(finish?.rounds ?? [])]; // prettier-ignore

/** Tick, and name in the log, of a work of the finish. */
export const finishCheck = (id: string): string => `finish-${id}`;

/** The finish of a job, by its resin, its surface, the ground that is finished, and what was read of how fair it is. */
export function plannedFinish(inputs: RepairInputs, card: SystemCard, areaMm2: number, tempC: number): PlannedFinish {
  const { finish, place, mix } = inputs;
  const fillerId = fairingFillerOf(inputs, card.family);
  const route = finishRoute(card.family, place.finish, gelCoatWay(inputs), {
    wentInFirst: laysGelCoatFirst(inputs),
    gelCoatOnly: mendsGelCoatOnly(inputs),
    inSun: standsInSun(inputs),
  });
  const all = finishWorks(route, {
    card,
    areaMm2,
    tempC,
    inRounds: inputs.rounds.added.flatMap(({ when, work }) => (when === 'before' ? [] : work.kind === 'paste' ? (work.use === 'fairing' ? ['fairing' as const] : []) : work.kind === 'coat' && work.medium !== 'paint' ? [work.medium] : [])), // prettier-ignore
    fair: fairLeft(finish.fair, fairClassOf(inputs).toleranceMm),
    fillerId,
    coat: finish.coat,
    paintEdge: finish.paintEdge,
    nonSkid: finish.nonSkid,
    putBack: finish.putBack,
    ...(mix.dropsPerMl === undefined ? {} : { dropsPerMl: mix.dropsPerMl }),
  });
  const why = new Map(finish.leftOut?.map((one) => [one.workId, one.why]));
  const works = all.filter(({ id }) => !why.has(id));
  const leftOut = all.flatMap((work) => (why.has(work.id) ? [{ work, why: why.get(work.id)! }] : []));
  const coatedMm2 = finish.coat.areaMm2 ?? areaMm2;
  return { ...route, works, leftOut, rounds: roundsOf(works, inputs, card, coatedMm2), fillerId, areaMm2: coatedMm2 };
}

/** What is mixed for each: gel coat by its own catalyst, resin and paste of the job's; what comes out of a can of its own is mixed as that says. */
const MEDIUM: Readonly<Record<NonNullable<FinishWork['medium']>, CoatMedium | null>> = {
  neat: null,
  'epoxy-filler': null,
  resin: null,
  gelcoat: 'gelcoat',
  'polyester-filler': 'paint',
  primer: 'paint',
  paint: 'paint',
  varnish: 'paint',
};
const FILLERS: readonly FinishWork['medium'][] = ['epoxy-filler', 'polyester-filler'];

function roundsOf(
  works: readonly FinishWork[],
  inputs: RepairInputs,
  card: SystemCard,
  areaMm2: number,
): PlannedRound[] {
  const rounds = works.flatMap((work): PlannedRound[] => {
    if (work.medium === null) return [];
    const mixed = attempt(() => potsOf(work, inputs, card, areaMm2)).result ?? { pots: [], fillerName: '' };
    const paste = FILLERS.includes(work.medium);
    return [
      {
        id: work.id,
        kind: paste ? 'paste' : 'coat',
        name: work.name,
        face: null,
        go: null,
        plies: [],
        use: paste ? 'fairing' : null,
        medium: MEDIUM[work.medium],
        spotIds: [],
        onto: 'abraded',
        closing: null,
        massG: work.massG ?? 0,
        pace: null,
        ...mixed,
      },
    ];
  });
  const green = new Set(works.flatMap(({ untilHours, id }) => (untilHours === null ? [] : [id])));
  return rounds.map((round, i) => ({
    ...round,
    onto: i > 0 && green.has(rounds[i - 1]!.id) ? 'green' : 'abraded',
    // Polyester hardens dry only without air; where the next goes on it green it stays open.
    closing: round.medium !== 'gelcoat' || green.has(round.id) ? null : inputs.rounds.closing === 'gelcoat-wax' ? 'wax' : inputs.rounds.closing, // prettier-ignore
  }));
}

function potsOf(
  { id, name, medium, massG }: FinishWork,
  inputs: RepairInputs,
  card: SystemCard,
  areaMm2: number,
): { pots: RoundPot[]; fillerName: string } {
  if (massG === null || MEDIUM[medium!] === 'paint') return { pots: [], fillerName: '' };
  const { of, smallestG } = measuring(inputs, card, null);
  const small = (grams: number): number => smallPotG(grams, smallestG, inputs.mix.potFloorG);
  if (medium === 'epoxy-filler') {
    const fillerId = fairingFillerOf(inputs, card.family);
    const asked = { id, name, use: 'fairing', fillerId, fromPlan: true, volumeMl: massG / fairingDensity(fillerId, card.resinDensityGPerMl) } as const; // prettier-ignore
    const { pots, fillerName } = potOfPaste({ ...asked, shares: [] }, card, pasteLimit(inputs, card, null), (grams) => of(small(grams))); // prettier-ignore
    return { pots: pots.map((pot) => ({ ...pot, plies: [] })), fillerName };
  }
  const coat = { id, name, medium: medium === 'gelcoat' ? 'gelcoat' : 'resin', areaMm2, fromPlan: true, massG: medium === 'gelcoat' ? massG : small(massG) } as const; // prettier-ignore
  return { pots: coatPots(inputs, { ...coat, shares: [] }, card, null).pots.map((pot) => ({ ...pot, plies: [], fillerG: 0 })), fillerName: '' }; // prettier-ignore
}

/** Fills that were put on and read, and what the last reading left; a drag of the outline leaves it alone. */
const fairLeft = kept((rounds: readonly FairRound[], toleranceMm: number): WorksFacts['fair'] => {
  const read = rounds.filter(
    ({ after, lines }) => after !== 'ground' && lines.some(({ readings }) => readings.some(({ zMm }) => zMm !== null)),
  );
  const last = read.at(-1);
  const found = last ? fairFound(last, toleranceMm).result : null;
  if (!found) return null;
  return {
    filled: read.filter(({ after }) => after === 'filled').length,
    // What is low within the class is let be.
    fillMl: found.fill.length === 0 ? 0 : (found.fillMl ?? 0),
    deepestMm: found.deepestMm,
    fair: found.fair,
  };
});

/** Gel coat that cannot go in first comes when the laminate is fully cured. */
const gelCoatWay = (inputs: RepairInputs): GelCoatWay =>
  inputs.resin.gelCoatWay === 'gel-coat-first' && !laysGelCoatFirst(inputs)
    ? 'after-full-cure'
    : inputs.resin.gelCoatWay;
