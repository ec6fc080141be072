import { CoreError, type Remark, requireNumber } from '../../errors.js';
import { LIMITS } from '../../limits/index.js';
import { PASTE_G_PER_MIN, type PasteResult, paste, potLabel, workingTimeMin } from '../../mix/index.js';
import type { SystemCard } from '../../resin/systems.js';
import { walkInPots } from '../../spots/index.js';
import type { InjectionResult } from '../../taper/index.js';
import { jobAir } from '../air.js';
import type { PasteWork } from '../added-round.js';
import type { RepairInputs } from '../inputs.js';
import { fairingFillerOf, fairingRemarks } from './fairing.js';
import { type SpotFill, fillsFor } from './fills.js';
import type { FinishFill, Share } from './finish-fills.js';
import { type Measured, mixedG } from './measured.js';
import { limitOf } from './pace.js';
import type { TaperPlan } from './taper.js';

/** What a paste is for; an injection is resin alone. */
export type PasteUse = PasteWork['use'] | 'injection';

/** A paste with what is stirred into what. */
export interface PotOfPaste {
  id: string;
  name: string;
  use: PasteUse;
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

/** A paste is mixed with so much to spare, for cup, knife and board keep some: a tenth, and a few millilitres at the least. */
const PASTE_SPARE = 0.1;
const LEAST_SPARE_ML = 3;
const MOST_PASTE_POTS = 200;
/** What the plan's own pastes are thickened with. */
const PASTE_FILLER = 'silica';

/** The largest sensible pot of paste, by its own rate. */
export const pasteLimit = (inputs: RepairInputs, card: SystemCard, catalystPercent: number | null): number =>
  limitOf(inputs, card, catalystPercent, PASTE_G_PER_MIN)?.limitG ??
  Math.min(card.maxPotG, workingTimeMin(card, jobAir(inputs.air).tempC.value) * PASTE_G_PER_MIN);

export interface AskedPaste extends Omit<PasteWork, 'kind' | 'use'> {
  use: PasteUse;
  id: string;
  name: string;
  fromPlan: boolean;
  /** What the filler is to be told of where it goes. */
  remarks?: Remark[];
  /** What each of several spots takes of it, by id, in the order of the walk. */
  shares: Share[];
}

/** Pastes put down for the job, and those its ground asks for: the bedding of a core plug, what is injected, the filler of dishes and of the finish, fill upon fill where they are deep. */
export function askedPastes(
  inputs: RepairInputs,
  {
    taper,
    injected,
    finishes,
  }: { taper: TaperPlan | null; injected: InjectionResult | null; finishes: readonly FinishFill[] },
  fills: readonly SpotFill[],
  card: SystemCard,
): AskedPaste[] {
  const own = (id: string, name: string, use: PasteUse, ml: number, shares: Share[] = []): AskedPaste => ({ id, name, use, volumeMl: ml + Math.max(PASTE_SPARE * ml, LEAST_SPARE_ML), fillerId: PASTE_FILLER, fromPlan: true, shares }); // prettier-ignore
  const { added } = inputs.rounds;
  const asked: AskedPaste[] = [];
  if (injected) asked.push(own('inject', 'Injected resin', 'injection', injected.volumeMl));
  for (const { id, name, medium, volumeMl, shares } of finishes)
    if (medium !== 'gelcoat')
      asked.push({ id, name, use: 'fairing', volumeMl, fillerId: fairingFillerOf(inputs, card.family), fromPlan: true, shares }); // prettier-ignore
  if (taper?.plug)
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
    ...added.flatMap(({ id, name, when, spotIds, work }, i): AskedPaste[] => {
      if (work.kind !== 'paste') return [];
      requireNumber(work.volumeMl, `rounds.added.${i}.work.volumeMl`, LIMITS.pasteMl);
      const part = 1 / Math.max(1, spotIds.length);
      return [{ ...work, id, name, fromPlan: false, remarks: fairingRemarks(inputs, card.family, { when, work }), shares: spotIds.map((spotId) => ({ spotId, part })) }]; // prettier-ignore
    }),
  ];
}

export function potOfPaste(
  { id, name, use, volumeMl, fillerId, own, consistency, fromPlan, remarks = [], shares }: AskedPaste,
  card: SystemCard,
  limitG: number,
  measured: (totalG: number) => Measured,
): PotOfPaste {
  const made =
    use === 'injection'
      ? neat(volumeMl, card)
      : paste({
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
  const pots = walkInPots(amounts, most).map(({ amount, spots }, i): PasteVessel => {
    const pot = measured(Math.max(LIMITS.batchG.min, amount));
    return {
      ...pot,
      label: potLabel(i),
      // As much as goes into what is really mixed, which may be more than is wanted.
      fillerG: (made.fillerG * mixedG(pot.mix)) / made.resinG,
      spotIds: shares.length > 1 ? spots.map((at) => shares[at]!.spotId) : [],
    };
  });
  return {
    id,
    name,
    use,
    fillerId,
    fillerName: made.fillerName,
    fromPlan,
    paste: { ...made, remarks: [...made.remarks, ...remarks] },
    pots,
  };
}

/** Resin with nothing in it, as a paste of no filler. */
const neat = (volumeMl: number, { resinDensityGPerMl }: SystemCard): PasteResult => ({
  resinG: volumeMl * resinDensityGPerMl,
  resinMl: volumeMl,
  fillerG: 0,
  heapMl: 0,
  densityGPerMl: resinDensityGPerMl,
  heapToResin: 0,
  fillerName: '',
  remarks: [],
});
