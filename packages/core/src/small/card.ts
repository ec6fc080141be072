import { windows } from '../cure/index.js';
import type { Remark } from '../errors.js';
import { type Shape, measureOffset } from '../geometry/index.js';
import {
  type PlannedRound,
  type RepairInputs,
  type RepairPlan,
  type StageProblem,
  cardOfMedium,
  spotNames,
  waitsFor,
  workedAs,
} from '../repair/index.js';
import { MASK_INNER_MM, MASK_OUTER_MM } from '../finish/index.js';
import { finishFillMl } from '../spots/index.js';
import { type SmallFigures, figuresOf } from './figures.js';

/** A place as it is opened, drilled or cut, in the order of the walk. */
export interface CardPlace {
  id: string;
  name: string;
  lengthMm: number;
  widthMm: number;
  depthMm: number | null;
  /** Of a hole: drill, and the mouth it is countersunk to. */
  drillMm: number | null;
  mouthMm: number | null;
  /** What it takes; null where plies fill it. */
  fillMl: number | null;
}

/** Two lines of tape round a fill: the inner to fill to, the outer to sand to. */
export interface CardMask {
  placeId: string;
  innerLengthMm: number;
  innerWidthMm: number;
  outerLengthMm: number;
  outerWidthMm: number;
}

/** A round with when it may go on, hours from the first one. */
export interface CardRound {
  round: PlannedRound;
  /** Finished paste or coat, ml; null for plies. */
  volumeMl: number | null;
  fromHour: number | null;
  /** When its window shuts, where it goes on green. */
  untilHour: number | null;
  /** It can be sanded from here; null where the cold never lets it. */
  sandHour: number | null;
}

/** A small job on one page, a view of its plan. */
export interface SmallCard {
  figures: SmallFigures;
  places: CardPlace[];
  masks: CardMask[];
  rounds: CardRound[];
  /** All that is filled, ml, and all that is mixed, g. */
  fillMl: number;
  mixedG: number;
  /** Hours from the first round to where the last can be sanded, and to full cure; null where the cold never lets it. */
  sandHour: number | null;
  fullHour: number | null;
  ladder: readonly number[];
  remarks: Remark[];
  problems: StageProblem[];
}

/** Deeper than this it is no longer gel coat alone, mm. */
const GEL_COAT_AT_MOST_MM = 2;

/** The card of a job that is carried on one page; null for one that was opened in full. */
export function smallCard(inputs: RepairInputs, plan: RepairPlan): SmallCard | null {
  const figures = figuresOf(inputs);
  if (!figures) return null;
  const places = placesOf(inputs, plan);
  const rounds = timed(plan);
  const last = rounds.at(-1);
  const lastCard = last && cardOfMedium(last.round.medium, plan.resin?.card ?? null);
  const fullHour = last && lastCard && last.fromHour !== null ? windows({ card: lastCard, airTempC: plan.air.tempC.value }).fullHour : null; // prettier-ignore
  const fills = workedAs(inputs) === 'finish' && inputs.damage.depthMm !== null;
  return {
    figures,
    places,
    masks: fills ? places.map((place) => maskOf(around(place, figures))) : [],
    rounds,
    fillMl: places.reduce((sum, { fillMl }) => sum + (fillMl ?? 0), 0),
    mixedG: rounds.reduce((sum, { round }) => sum + round.massG, 0),
    sandHour: last ? last.sandHour : 0,
    fullHour: fullHour === null ? null : last!.fromHour! + fullHour,
    ladder: plan.finish?.ladder ?? [],
    remarks: remarksOn(figures, inputs, plan, rounds),
    problems: plan.problems,
  };
}

/** What tape goes round: of cracks that run this way and that the place they spread over, not their lengths laid end to end. */
const around = (place: CardPlace, figures: SmallFigures): CardPlace =>
  figures.kind === 'cracks' && figures.spreadMm < place.lengthMm
    ? { ...place, lengthMm: figures.spreadMm, widthMm: figures.spreadMm }
    : place;

const maskOf = ({ id, lengthMm, widthMm }: CardPlace): CardMask => {
  const [inner, outer] = [2 * MASK_INNER_MM, 2 * (MASK_INNER_MM + MASK_OUTER_MM)];
  return {
    placeId: id,
    innerLengthMm: lengthMm + inner,
    innerWidthMm: widthMm + inner,
    outerLengthMm: lengthMm + outer,
    outerWidthMm: widthMm + outer,
  };
};

function placesOf(inputs: RepairInputs, { damage, mix }: RepairPlan): CardPlace[] {
  if (!damage) return [];
  const names = spotNames(inputs.damage.spots);
  const fills = new Map((mix?.fills ?? []).map((fill) => [fill.id, fill]));
  const open = workedAs(inputs) === 'finish';
  const sizes = new Map<string, Shape>([['main', inputs.damage.shape], ...inputs.damage.spots.map(({ id, shape }): [string, Shape] => [id, shape])]); // prettier-ignore
  return damage.spots.map(({ id, kind, cut, depthMm }): CardPlace => {
    const depth = depthMm ?? inputs.damage.depthMm;
    const fill = fills.get(id);
    const { lengthMm, widthMm } = measureOffset(sizes.get(id) ?? cut, 0);
    return {
      id,
      name: names.get(id) ?? id,
      lengthMm,
      widthMm,
      depthMm: fill?.depthMm ?? depth,
      drillMm: fill?.drillMm ?? null,
      mouthMm: fill?.mouthMm ?? null,
      fillMl: fill?.fillMl ?? (open && depth !== null ? finishFillMl({ kind, shape: cut, depthMm: depth }) : null),
    };
  });
}

/** When each round may go on if the first goes on at nothing: on green while the window is open, else once it can be sanded; gel coat onto epoxy once that is fully cured. */
function timed(plan: RepairPlan): CardRound[] {
  const airTempC = plan.air.tempC.value;
  const own = plan.resin?.card ?? null;
  const found = plan.rounds.map((round) => {
    const card = cardOfMedium(round.medium, own);
    return card ? windows({ card, airTempC }) : null;
  });
  let at: number | null = 0;
  return plan.rounds.map((round, i): CardRound => {
    const before = plan.rounds[i - 1];
    const window = i === 0 ? null : found[i - 1];
    let untilHour: number | null = null;
    if (before && at !== null) {
      const until = waitsFor(before, round, own);
      const wait: number | null = !window ? 0 : until === 'green' ? window.fromHour : until === 'full' ? window.fullHour : window.sandableHour; // prettier-ignore
      untilHour = until === 'green' && window && window.untilHour !== null ? at + window.untilHour : null;
      at = wait === null ? null : at + wait;
    }
    const sand: number | null = found[i] ? found[i].sandableHour : 0;
    return {
      round,
      volumeMl: volumeOf(round, plan),
      fromHour: at,
      untilHour,
      sandHour: at === null || sand === null ? null : at + sand,
    };
  });
}

function volumeOf({ id, kind, massG, medium }: PlannedRound, { mix, resin }: RepairPlan): number | null {
  if (kind === 'lay') return null;
  const paste = mix?.pastes.find((one) => one.id === id);
  if (paste) return (paste.paste.resinG + paste.paste.fillerG) / paste.paste.densityGPerMl;
  const card = cardOfMedium(medium, resin?.card ?? null);
  return card ? massG / card.resinDensityGPerMl : null;
}

function remarksOn(
  figures: SmallFigures,
  inputs: RepairInputs,
  plan: RepairPlan,
  rounds: readonly CardRound[],
): Remark[] {
  const told: Remark[] = [];
  const deepest = Math.max(inputs.damage.depthMm ?? 0, ...inputs.damage.spots.map(({ depthMm }) => depthMm ?? 0));
  if (figures.kind === 'gouge') {
    if (!figures.reachesFibre && deepest > GEL_COAT_AT_MOST_MM)
      told.push({ id: 'small.deeper-than-gel-coat', params: { depthMm: deepest, mostMm: GEL_COAT_AT_MOST_MM } });
    if (figures.reachesFibre) told.push({ id: 'small.epoxy-for-fibre' });
    else if (inputs.place.waterline !== 'above') told.push({ id: 'small.epoxy-below-water' });
  }
  if (figures.kind === 'cracks' && figures.cause !== 'knock') told.push({ id: `small.${figures.cause}` });
  if (figures.kind === 'ding') told.push({ id: figures.skinBroken ? 'small.prime-until-tacky' : 'small.batten' });
  const others = [...plan.holds, ...(plan.mix?.remarks ?? []), ...(plan.taper?.remarks ?? []), ...(plan.patch?.remarks ?? []), ...plan.cold]; // prettier-ignore
  // That it is never fully cured is something only to what waits for it; plies over a filled dent are borne by the fill.
  const waits = rounds.some(({ fromHour }) => fromHour === null);
  const shown = others.filter(
    ({ id }) =>
      id !== 'mix.catalyst-by-volume' &&
      (waits || id !== 'cure.full-needs-warmth') &&
      !(figures.kind === 'ding' && id === 'stack.few-discs'),
  );
  return [...told, ...shown].filter((remark, i, all) => all.findIndex(({ id }) => id === remark.id) === i);
}
