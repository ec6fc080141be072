import { type PlannedRound, type RepairInputs, type RoundPot, measuring, mixedG, smallPotG } from '../repair/index.js';
import type { SystemCard } from '../resin/index.js';

/** Label of the pot that is brushed on neat before a paste. */
export const PRIME_POT = 'prime';
/** Neat resin for a paste, as a share of it: 125 g/m² under one to five millimetres. Source: workshop practice. */
const PRIME_SHARE = 0.1;

/**
 * A pot of neat resin to prime with before a paste: a tenth of the paste, and no smaller than what it is measured with mixes right, where that is not far more.
 * @returns null where no paste was planned
 */
export function primePot(
  inputs: RepairInputs,
  card: SystemCard,
  { pots, massG }: Pick<PlannedRound, 'pots' | 'massG'>,
): RoundPot | null {
  const [planned] = pots;
  if (!planned) return null;
  const { of, smallestG } = measuring(inputs, card, planned.mix.catalystPercent);
  return {
    label: PRIME_POT,
    plies: [],
    fillerG: 0,
    spotIds: [],
    ...of(smallPotG(PRIME_SHARE * massG, smallestG, inputs.mix.potFloorG)),
  };
}

/**
 * A pot for what is left of a round, in place of one that has gone: as much as its open plies take, with the waste, and no larger than a planned pot; never
 * smaller than what it is measured with mixes right.
 * @param laid keys of the plies that are down
 * @returns null where nothing is left to lay, or no pot was planned
 */
export function restPot(
  inputs: RepairInputs,
  card: SystemCard,
  { plies, pots }: Pick<PlannedRound, 'plies' | 'pots'>,
  laid: ReadonlySet<string>,
): RoundPot | null {
  const open = plies.flatMap((ply, i) => (laid.has(ply.key) ? [] : [{ number: i + 1, resinG: ply.resinG }]));
  const [planned] = pots;
  if (open.length === 0 || !planned) return null;
  const most = Math.max(...pots.map(({ mix }) => mixedG(mix)));
  const wantedG = open.reduce((sum, { resinG }) => sum + resinG, 0) * (1 + inputs.mix.wastePercent / 100);
  const { of, smallestG } = measuring(inputs, card, planned.mix.catalystPercent);
  const totalG = Math.min(most, Math.max(wantedG, smallestG ?? 0));
  return { label: 'extra', plies: open.map(({ number }) => number), fillerG: 0, spotIds: [], ...of(totalG) };
}
