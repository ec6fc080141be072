import { plyKey } from '../stack/index.js';
import type { Fabric } from '../material/index.js';
import type { SystemCard } from '../resin/systems.js';
import type { ClosingWay, CoatMedium } from './added-round.js';
import type { RepairInputs } from './inputs.js';
import { MAIN_SPOT } from './stages/damage.js';
import { GEL_COAT_FIRST } from './stages/coats.js';
import { type Measured, mixedG } from './stages/measured.js';
import type { MixPlan } from './stages/mix.js';
import type { Pace } from './stages/pace.js';
import type { PasteUse } from './stages/pastes.js';
import type { PatchPlan } from './stages/patch.js';
import type { ResinPlan } from './stages/resin.js';
import type { TaperPlan } from './stages/taper.js';
import { bothInOneGo } from './stages/working-side.js';

/** A ply as it is laid in its round. */
export interface RoundPly {
  key: string;
  /** Its number in the stack, "Cover" for the one over all. */
  name: string;
  label: string;
  fabric: Fabric;
  orientationDeg: number;
  lengthMm: number;
  widthMm: number;
  fabricG: number;
  resinG: number;
}

/** A pot of a round. */
export interface RoundPot extends Measured {
  label: string;
  /** Plies of its round that are wetted from it, by their place among them, from 1. */
  plies: number[];
  fillerG: number;
  spotIds: string[];
}

/** One thing laid, filled or coated in one go. */
export interface PlannedRound {
  id: string;
  kind: 'lay' | 'paste' | 'coat';
  /** As a person named it; nothing for the plies of the patch, which are told by face and go. */
  name: string;
  /** Face and go of the patch, from 0; null for the rest. */
  face: number | null;
  go: number | null;
  plies: RoundPly[];
  pots: RoundPot[];
  /** Of a paste: what for, and with which filler. */
  use: PasteUse | null;
  /** Of a coat: what is put on. */
  medium: CoatMedium | null;
  fillerName: string;
  spotIds: string[];
  /** What it bonds to: fresh ground; the round before while green, as one body; or that round cured and abraded, a secondary bond. */
  onto: 'ground' | 'green' | 'abraded';
  /** How it is kept from the air while it hardens; null where it need not be, or where the next goes on it green. */
  closing: ClosingWay | null;
  massG: number;
  /** How fast its plies go down; null for pastes and coats. */
  pace: Pace | null;
}

/** Everything that is laid, filled or coated, in order: what goes before the patch, its plies go by go, and what comes after. */
export function plannedRounds(
  inputs: RepairInputs,
  {
    resin,
    taper,
    patch,
    mix,
  }: { resin: ResinPlan | null; taper: TaperPlan | null; patch: PatchPlan | null; mix: MixPlan | null },
): PlannedRound[] {
  if (!mix || !resin?.card) return [];
  const { added, closing } = inputs.rounds;
  const apart = taper?.profile.kind === 'form' && taper.profile.skins === true;
  const before = added.filter(({ when }) => when === 'before');
  const after = added.filter(({ when }) => when === 'after');
  const ofAdded = ({ id, onto }: (typeof added)[number]): PlannedRound[] => {
    const made = addedRound(id, mix);
    return made ? [{ ...made, onto }] : [];
  };
  // Gel coat on a back-up first of all; then what is filled and bedded.
  const own = [...mix.coats.filter(({ first }) => first), ...mix.pastes, ...mix.coats.filter(({ first }) => !first)].filter(({ fromPlan }) => fromPlan).map(({ id }) => ({ ...addedRound(id, mix)!, onto: 'abraded' as const })); // prettier-ignore
  const rounds = [...own, ...before.flatMap(ofAdded), ...(patch?.faces ?? []).flatMap((_, f) => goesOf(patch!, mix, f, { apart, together: bothInOneGo(inputs) })), ...after.flatMap(ofAdded)]; // prettier-ignore
  const sticky = ({ kind, medium, use }: PlannedRound): boolean => medium === 'gelcoat' || (resin.card!.family !== 'epoxy' && kind !== 'coat' && use !== 'injection'); // prettier-ignore
  const spots = [MAIN_SPOT, ...inputs.damage.spots.map(({ id }) => id)];
  const styrene = resin.card.family !== 'epoxy';
  return rounds.map((round, i): PlannedRound => {
    const onFirst = i > 0 && rounds[i - 1]!.id === GEL_COAT_FIRST;
    return {
      ...round,
      spotIds: round.spotIds.length > 0 ? round.spotIds : spots,
      // The patch goes onto what was filled or bedded before it, cured; in polyester onto the tacky back of its gel coat.
      onto:
        onFirst && styrene
          ? 'green'
          : i === 0 || (apart && round.face === 1 && round.go === 0)
            ? 'ground'
            : round.onto === 'ground'
              ? 'abraded'
              : round.onto,
      closing: closedBy(round, rounds[i + 1], sticky(round), closing),
    };
  });
}

/** What a round waits for of the one before it: that it is green, that it can be sanded, or its full cure, for gel coat peels off epoxy that is not there yet. */
export const waitsFor = (before: Pick<PlannedRound, 'medium'>, round: Pick<PlannedRound, 'medium' | 'onto'>, own: Pick<SystemCard, 'family'> | null): 'green' | 'sandable' | 'full' => (round.onto === 'green' ? 'green' : round.medium === 'gelcoat' && before.medium !== 'gelcoat' && own?.family === 'epoxy' ? 'full' : 'sandable'); // prettier-ignore

/** How a round is kept from the air; nothing where the next goes onto it green, or where plies go onto the back of its gel coat. */
function closedBy(
  round: PlannedRound,
  next: PlannedRound | undefined,
  sticky: boolean,
  closing: ClosingWay,
): ClosingWay | null {
  if (!sticky || next?.onto === 'green' || round.id === GEL_COAT_FIRST) return null;
  return round.medium === 'gelcoat' && closing === 'gelcoat-wax' ? 'wax' : closing;
}

/** Plies of a face of the patch, a round for each go; the second face is ground back into the first before it is laid, unless each is a skin of its own or both are laid wet. */
function goesOf(patch: PatchPlan, mix: MixPlan, f: number, way: { apart: boolean; together: boolean }): PlannedRound[] {
  const [face, made] = [patch.faces[f]!, mix.faces[f]!];
  return face.sessions.map(({ from, to }, go): PlannedRound => {
    const pots = made.pots.filter((pot) => pot.go === go);
    return {
      ...BARE,
      id: `f${f}.g${go}`,
      kind: 'lay',
      face: f,
      go,
      plies: face.plies.slice(from, to + 1).map((ply, i): RoundPly => ({
        key: plyKey(f, ply.laid),
        name: ply.cover ? 'Cover' : String(ply.laid),
        label: patch.faces.length === 2 ? `Ply ${f + 1}/${ply.laid}` : `Ply ${ply.laid}`,
        fabric: ply.fabric,
        orientationDeg: ply.orientationDeg,
        lengthMm: ply.lengthMm,
        widthMm: ply.widthMm,
        ...made.quantity.plies[from + i]!,
      })),
      pots: pots.map((pot) => ({ ...pot, plies: pot.plies.map((ply) => ply - from), fillerG: 0, spotIds: [] })),
      onto: go > 0 || (f > 0 && way.together) ? 'green' : f > 0 && !way.apart ? 'abraded' : 'ground',
      massG: massOf(pots),
      pace: made.pace,
    };
  });
}

const BARE = {
  name: '',
  face: null,
  go: null,
  plies: [],
  use: null,
  medium: null,
  fillerName: '',
  spotIds: [],
  closing: null,
  pace: null,
};

/** A paste, coat or lay-up beside the patch, as it was worked out. */
function addedRound(id: string, { pastes, coats, laid }: MixPlan): Omit<PlannedRound, 'onto'> | null {
  const paste = pastes.find((one) => one.id === id);
  if (paste) {
    const pots = paste.pots.map((pot) => ({ ...pot, plies: [] }));
    const spotIds = [...new Set(pots.flatMap((pot) => pot.spotIds))];
    return { ...BARE, id, kind: 'paste', name: paste.name, pots, use: paste.use, fillerName: paste.fillerName, spotIds, massG: massOf(pots) }; // prettier-ignore
  }
  const coat = coats.find((one) => one.id === id);
  if (coat) {
    const pots = coat.pots.map((pot) => ({ ...pot, plies: [], fillerG: 0 }));
    const spotIds = [...new Set(pots.flatMap((pot) => pot.spotIds))];
    return { ...BARE, id, kind: 'coat', name: coat.name, medium: coat.medium, pots, spotIds, massG: coat.massG };
  }
  const lay = laid.find((one) => one.id === id);
  if (!lay) return null;
  const plies = lay.plies.map((ply, i): RoundPly => ({
    key: `${id}-p${i + 1}`,
    name: String(i + 1),
    label: `${lay.name}, ply ${i + 1}`,
    fabric: ply.fabric,
    orientationDeg: ply.orientationDeg,
    lengthMm: ply.lengthMm,
    widthMm: ply.widthMm,
    ...lay.quantity.plies[i]!,
  }));
  const pots = lay.pots.map((pot) => ({ ...pot, fillerG: 0, spotIds: [] }));
  return { ...BARE, id, kind: 'lay', name: lay.name, plies, pots, massG: massOf(pots), pace: lay.pace };
}

const massOf = (pots: readonly Measured[]): number => pots.reduce((sum, { mix }) => sum + mixedG(mix), 0);
