import type { ResinFamily } from '../material/index.js';
import { RESIN_FAMILIES } from '../material/index.js';
import { DEFAULT_SYSTEM } from '../resin/systems.js';
import type { Verdict } from '../resin/rules.js';
import type { RepairInputs } from './inputs.js';
import { type RepairPlan, planRepair } from './plan.js';

/** Something a job uses, in the unit it is bought by. */
export interface Material {
  kind: 'resin' | 'second' | 'fabric' | 'filler' | 'coat';
  /** Of the library; empty for a coat, which names itself. */
  entryId: string;
  name: string;
  amount: number;
  unit: 'g' | 'm2';
}

/** Fabric cut and thrown away beside the pieces, as a share of them. Source: usual off-cut of patch work; a nest tells it exactly. */
export const CUT_WASTE = 0.15;

/** Everything a job uses: resin and second part of lay-up and pastes, fabrics with what is cut off, fillers and coats. None before its mix is planned. */
export function jobMaterials({ resin, patch, mix }: Pick<RepairPlan, 'resin' | 'patch' | 'mix'>): Material[] {
  const card = resin?.card;
  if (!card || !mix) return [];
  const second = card.kind === 'two-part' ? 'hardener' : 'catalyst';
  const made: Material[] = [
    { kind: 'resin', entryId: card.id, name: `${card.name}: resin`, amount: mix.totalResinG, unit: 'g' },
    {
      kind: 'second',
      entryId: resin.secondId ?? card.id,
      name: `${card.name}: ${second}`,
      amount: mix.totalSecondG,
      unit: 'g',
    },
    ...(patch?.faces ?? []).flatMap((face) =>
      face.plies.map((ply): Material => ({
        kind: 'fabric',
        entryId: ply.fabric.id,
        name: ply.fabric.name,
        amount: (ply.areaMm2 / 1e6) * (1 + CUT_WASTE),
        unit: 'm2',
      })),
    ),
    ...mix.pastes
      .filter(({ paste }) => paste.fillerG > 0)
      .map((pot): Material => ({
        kind: 'filler',
        entryId: pot.fillerId,
        name: pot.fillerName,
        amount: pot.paste.fillerG,
        unit: 'g',
      })),
    // A coat of the job's own resin is counted with it.
    ...mix.coats
      .filter(({ medium }) => medium !== 'resin')
      .map((coat): Material => ({
        kind: 'coat',
        entryId: '',
        name: coat.name,
        amount: coat.massG,
        unit: 'g',
      })),
  ];
  return made.reduce<Material[]>((all, one) => {
    const known = all.find(
      (other) => other.kind === one.kind && other.entryId === one.entryId && other.name === one.name,
    );
    if (known) known.amount += one.amount;
    else all.push({ ...one });
    return all;
  }, []);
}

/** A job as one family of resin would have it: what it uses, how long hands take and when it is done. */
export interface FamilyPlan {
  family: ResinFamily;
  systemName: string | null;
  verdict: Verdict | null;
  materials: Material[];
  handsMin: number | null;
  finishAt: string | null;
  /** The job is planned with it. */
  taken: boolean;
}

/** The same job in every family: the chosen system in its own, the family's usual one in the others, with the table's taper and the plies proposed for it. */
export function compareFamilies(inputs: RepairInputs): FamilyPlan[] {
  const own = planRepair(inputs);
  const ownFamily = own.resin?.card?.family ?? null;
  return RESIN_FAMILIES.map((family) => {
    const taken = family === ownFamily;
    const { own: _, hardener: __, ...resin } = inputs.resin;
    const plan = taken
      ? own
      : planRepair({
          ...inputs,
          resin: { ...resin, systemId: DEFAULT_SYSTEM[family] },
          taper: { ...inputs.taper, ratio: null },
          stack: { ...inputs.stack, plies: null },
          mix: { ...inputs.mix, catalystPercent: null },
        });
    return {
      family,
      systemName: plan.resin?.card?.name ?? null,
      verdict: own.resin?.verdicts.families.find((found) => found.family === family)?.verdict ?? null,
      materials: jobMaterials(plan),
      handsMin: plan.days?.handsMin ?? null,
      finishAt: plan.days?.finishAt ?? null,
      taken,
    };
  });
}
