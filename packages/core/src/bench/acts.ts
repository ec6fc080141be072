import type { FinishWork } from '../finish/index.js';
import { preparationChecks, roundChecks } from '../inspection/index.js';
import {
  type PlannedRound,
  type RepairInputs,
  type RepairPlan,
  type RoundPly,
  type RoundPot,
  closedCheckOf,
  finishCheck,
  layUpConditions,
  workedAs,
} from '../repair/index.js';
import { primePot } from './rest-pot.js';

/** What is put away when a round is down. */
export const CLEARINGS = ['leftovers', 'tools', 'cover', 'stock'] as const;
export type Clearing = (typeof CLEARINGS)[number];

interface Ticked {
  id: string;
  round: PlannedRound;
  /** Check it ticks. */
  check: string;
}

/** One act at the bench: what hands do next, and what it writes down. */
export type Act =
  /** Preparation, or what keys a later round on. */
  | (Ticked & { kind: 'check'; text: string; why: string })
  | { kind: 'begin'; id: string; round: PlannedRound }
  /** Cold resin is thick: closed bottles into warm water. */
  | (Ticked & { kind: 'warm'; tempC: number })
  | { kind: 'mix'; id: string; round: PlannedRound; pot: RoundPot }
  /** Neat resin into the ground face; under thickened resin it waits until it is tacky. */
  | (Ticked & { kind: 'prime'; grams: number | null; tacky: boolean })
  /** Thickened resin first, so that cloth stays overhead. */
  | (Ticked & { kind: 'butter' })
  | { kind: 'ply'; id: string; round: PlannedRound; ply: RoundPly; pot: RoundPot | null; number: number; of: number }
  | { kind: 'spot'; id: string; round: PlannedRound; spotId: string; number: number; of: number }
  /** A round that is not told by its plies is done. */
  | { kind: 'done'; id: string; round: PlannedRound; work?: FinishWork }
  | (Ticked & { kind: 'press'; way: 'roll' | 'tape' | 'peel' })
  /** The line of a bonded joint is looked at every five minutes of the first half hour. */
  | (Ticked & { kind: 'watch'; minute: number })
  | (Ticked & { kind: 'close' })
  /** A picture of the place as it was found, or as it was laid. */
  | (Ticked & { kind: 'photo'; shows: 'found' | 'laid' })
  | (Ticked & { kind: 'clear'; what: Clearing })
  /** Work of the finish that puts nothing on: washing, sanding, masking, looking. */
  | (Ticked & { kind: 'work'; work: FinishWork });

/** Under this resin is too thick to wet out well, °C. Source: workshop practice. */
const THICK_UNDER_C = 18;
const WATCH_EVERY_MIN = 5;
const WATCHED_MIN = 30;

/**
 * The acts of a job in order, from the first wipe to what is put away after its last round, and then those of its finish; of every kind its own. What is written down of each is for who
 * keeps the log; nothing of it is known here.
 */
export function actsOf(inputs: RepairInputs, plan: RepairPlan): Act[] {
  return [...layUpActs(inputs, plan), ...finishActs(plan)];
}

/** What is put away once something of the finish is on. */
const FINISH_CLEARINGS = ['leftovers', 'tools'] as const satisfies readonly Clearing[];

function finishActs(plan: RepairPlan): Act[] {
  const { works, rounds } = plan.finish ?? { works: [], rounds: [] };
  // A finish over what is not planned yet leads nobody.
  if (plan.rounds.length === 0) return [];
  return works.flatMap((work): Act[] => {
    const round = rounds.find(({ id }) => id === work.id);
    if (!round)
      return [{ kind: 'work', id: `work:${work.id}`, round: byHand(work), check: finishCheck(work.id), work }];
    const closed = closedCheckOf(round);
    return [
      { kind: 'begin', id: `begin:${round.id}`, round },
      ...warm(plan, round),
      ...round.pots.map((pot) => mixes(round, pot)),
      { kind: 'done', id: `done:${round.id}`, round, work },
      ...(closed === null ? [] : [{ kind: 'close' as const, id: `close:${round.id}`, round, check: closed }]),
      ...(round.pots.length === 0 ? [] : FINISH_CLEARINGS.map((what): Act => ({ kind: 'clear', ...ticked(round, `clear-${what}`), what }))), // prettier-ignore
    ];
  });
}

/** Work of the hands as a round that nothing is put on in. */
const byHand = ({ id, name }: FinishWork): PlannedRound => ({ id, kind: 'coat', name, face: null, go: null, plies: [], pots: [], use: null, medium: null, fillerName: '', spotIds: [], onto: 'abraded', closing: null, massG: 0, pace: null }); // prettier-ignore

function layUpActs(inputs: RepairInputs, plan: RepairPlan): Act[] {
  return plan.rounds.flatMap((round, i) => [
    ...(i === 0 ? [photo(round, 'found')] : []),
    ...prepare(plan, round, i),
    { kind: 'begin' as const, id: `begin:${round.id}`, round },
    ...warm(plan, round),
    ...(round.kind === 'lay' ? lay(inputs, plan, round) : fill(inputs, plan, round)),
    ...after(round, i === plan.rounds.length - 1),
  ]);
}

const ticked = (round: PlannedRound, name: string): Ticked => ({
  id: `${name}:${round.id}`,
  round,
  check: `${name}.${round.id}`,
});

const photo = (round: PlannedRound, shows: 'found' | 'laid'): Act => ({
  kind: 'photo',
  ...ticked(round, `photo-${shows}`),
  shows,
});

function prepare(plan: RepairPlan, round: PlannedRound, place: number): Act[] {
  const checks = place === 0 ? [...preparationChecks(plan.facts), ...conditions(plan)] : round.onto === 'green' ? [] : roundChecks(round.id); // prettier-ignore
  return checks.map(({ id, text, why }) => ({ kind: 'check', id: `check:${id}`, round, check: id, text, why }));
}

/** On what the resin is suitable, and is to be seen to before it is laid. */
const conditions = ({ resin }: RepairPlan): { id: string; text: string; why: string }[] =>
  layUpConditions(resin).map(({ id, text }) => ({ id, text, why: 'Only so is this resin suitable here.' }));

function warm({ air }: RepairPlan, round: PlannedRound): Act[] {
  const { value } = air.tempC;
  return round.pots.length > 0 && value < THICK_UNDER_C
    ? [{ kind: 'warm', ...ticked(round, 'warm'), tempC: value }]
    : [];
}

const mixes = (round: PlannedRound, pot: RoundPot): Act => ({
  kind: 'mix',
  id: `mix:${round.id}:${pot.label}`,
  round,
  pot,
});

function lay(inputs: RepairInputs, plan: RepairPlan, round: PlannedRound): Act[] {
  const first = round.go === 0 && round.face !== null;
  const primeG = round.face === null ? null : (plan.mix?.faces[round.face]?.quantity.primeG ?? null);
  const primes: Act[] =
    first && primeG !== null && primeG > 0
      ? [{ kind: 'prime', ...ticked(round, 'prime'), grams: primeG, tacky: false }]
      : [];
  const butters: Act[] =
    inputs.mix.overhead && round.onto !== 'green' ? [{ kind: 'butter', ...ticked(round, 'butter') }] : [];
  // A ply is wetted from the first pot that reaches it.
  const potOf = round.plies.map(
    (_, i) => round.pots.find(({ plies }) => plies.includes(i + 1)) ?? round.pots.at(-1) ?? null,
  );
  const acts = round.plies.flatMap((ply, i): Act[] => {
    const pot = potOf[i]!;
    const fresh = round.pots.filter(
      (one) =>
        pot !== null &&
        round.pots.indexOf(one) <= round.pots.indexOf(pot) &&
        (i === 0 || round.pots.indexOf(one) > round.pots.indexOf(potOf[i - 1]!)),
    );
    return [
      ...fresh.map((one) => mixes(round, one)),
      ...(i === 0 ? [...primes, ...butters] : []),
      { kind: 'ply', id: `ply:${ply.key}`, round, ply, pot, number: i + 1, of: round.plies.length },
    ];
  });
  const way = plan.taper?.profile.kind === 'form' && plan.taper.profile.form.kind === 'band' ? 'tape' : 'roll';
  return [...acts, { kind: 'press', ...ticked(round, 'press'), way }];
}

function fill(inputs: RepairInputs, plan: RepairPlan, round: PlannedRound): Act[] {
  const epoxy = round.medium === null && plan.resin?.card?.family === 'epoxy';
  // Neat resin first, tacky before the paste goes on, or it slides; what is injected flows by itself, what is green is tacky.
  const neat = round.kind === 'paste' && round.use !== 'injection' && epoxy && round.onto !== 'green' ? primePot(inputs, plan.resin!.card!, round) : null; // prettier-ignore
  const primes: Act[] = neat
    ? [mixes(round, neat), { kind: 'prime', ...ticked(round, 'prime'), grams: null, tacky: true }]
    : [];
  const several = round.spotIds.length > 1;
  const spots = (ids: readonly string[]): Act[] =>
    several
      ? ids.map((spotId) => ({
          kind: 'spot',
          id: `spot:${round.id}:${spotId}`,
          round,
          spotId,
          number: round.spotIds.indexOf(spotId) + 1,
          of: round.spotIds.length,
        }))
      : [];
  const potted = new Set(round.pots.flatMap(({ spotIds }) => spotIds));
  const work = round.pots.flatMap((pot) => [mixes(round, pot), ...spots(pot.spotIds)]);
  const rest = spots(round.spotIds.filter((id) => !potted.has(id)));
  const joins = round.use === 'bonding' && workedAs(inputs) === 'broken';
  const watches: Act[] = joins
    ? Array.from({ length: WATCHED_MIN / WATCH_EVERY_MIN }, (_, i) => {
        const minute = WATCH_EVERY_MIN * (i + 1);
        return { kind: 'watch', ...ticked(round, `watch-${minute}`), minute };
      })
    : [];
  return [...primes, ...work, ...rest, { kind: 'done', id: `done:${round.id}`, round }, ...watches];
}

function after(round: PlannedRound, last: boolean): Act[] {
  const closed = closedCheckOf(round);
  return [
    ...(closed === null ? [] : [{ kind: 'close' as const, id: `close:${round.id}`, round, check: closed }]),
    ...(last ? [photo(round, 'laid')] : []),
    ...(round.pots.length === 0
      ? []
      : CLEARINGS.map((what) => ({ kind: 'clear' as const, ...ticked(round, `clear-${what}`), what }))),
  ];
}
