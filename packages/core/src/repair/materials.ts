import { attempt } from '../errors.js';
import { type FinishMedium, abrasiveLadder } from '../finish/index.js';
import type { ResinFamily } from '../material/index.js';
import { RESIN_FAMILIES } from '../material/index.js';
import { DEFAULT_SYSTEM } from '../resin/systems.js';
import type { Verdict } from '../resin/rules.js';
import type { PlannedFinish } from './finishing.js';
import type { RepairInputs } from './inputs.js';
import { type RepairPlan, planRepair } from './plan.js';

/** Something a job uses, in the unit it is bought by. */
export interface Material {
  kind: 'resin' | 'second' | 'fabric' | 'filler' | 'coat' | 'abrasive';
  /** Of the library; empty for a coat, which names itself. */
  entryId: string;
  name: string;
  amount: number;
  unit: 'g' | 'm2' | 'ml' | 'piece';
}

/** Fabric cut and thrown away beside the pieces, as a share of them. Source: usual off-cut of patch work; a nest tells it exactly. */
export const CUT_WASTE = 0.15;

/** What is put on in the finish and has a can of its own. Paint is thinned and poured by volume. */
const CANS: Readonly<Partial<Record<FinishMedium, { name: string; unit: 'g' | 'ml' }>>> = {
  gelcoat: { name: 'Gel coat', unit: 'g' },
  'polyester-filler': { name: 'Polyester filler', unit: 'g' },
  primer: { name: 'Primer', unit: 'ml' },
  paint: { name: 'Paint', unit: 'ml' },
  varnish: { name: 'Varnish', unit: 'ml' },
};

/** What the finish puts on out of cans of their own, where only the can knows how much. */
export function byTheCan(finish: Pick<PlannedFinish, 'works'> | null): string[] {
  const names = (finish?.works ?? []).flatMap(({ medium, ml, massG }) => (medium && ml === null && massG === null ? (CANS[medium]?.name ?? []) : [])); // prettier-ignore
  return [...new Set(names)];
}

/** What the finish takes: the job's own resin with its filler by its pots, what has a can of its own where its amount is known, and paper grit by grit. */
function finishMaterials(
  { works, rounds, ladder, areaMm2, fillerId }: PlannedFinish,
  own: { resin: Material; second: Material },
): Material[] {
  const sheets = areaMm2 > 0 && works.some(({ medium }) => medium === null) ? (attempt(() => abrasiveLadder({ from: ladder[0]!, to: ladder.at(-1)!, areaM2: areaMm2 / 1e6 })).result?.steps ?? []) : []; // prettier-ignore
  return [
    ...rounds.flatMap(({ id, pots, fillerName }): Material[] => {
      const work = works.find((one) => one.id === id)!;
      const can = CANS[work.medium!];
      if (can) {
        const amount = can.unit === 'g' ? work.massG : work.ml;
        return amount === null ? [] : [{ kind: 'coat', entryId: '', ...can, amount }];
      }
      return pots.flatMap(({ mix, fillerG }) => [
        { ...own.resin, amount: mix.resinG },
        { ...own.second, amount: mix.secondG },
        ...(fillerG > 0 ? [{ kind: 'filler' as const, entryId: fillerId, name: fillerName, amount: fillerG, unit: 'g' as const }] : []), // prettier-ignore
      ]);
    }),
    ...sheets.map(({ grit, sheets: amount }): Material => ({ kind: 'abrasive', entryId: `grit-${grit}`, name: `Paper, grit ${grit}`, amount: amount!, unit: 'piece' })), // prettier-ignore
  ];
}

/** Everything a job uses: resin and second part of lay-up, pastes and finish, fabrics with what is cut off, fillers, coats and paper. None before its mix is planned. */
export function jobMaterials({
  resin,
  patch,
  mix,
  finish,
}: Pick<RepairPlan, 'resin' | 'patch' | 'mix' | 'finish'>): Material[] {
  const card = resin?.card;
  if (!card || !mix) return [];
  const second = card.kind === 'two-part' ? 'hardener' : 'catalyst';
  const own: Record<'resin' | 'second', Material> = {
    resin: { kind: 'resin', entryId: card.id, name: `${card.name}: resin`, amount: mix.totalResinG, unit: 'g' },
    second: { kind: 'second', entryId: resin.secondId ?? card.id, name: `${card.name}: ${second}`, amount: mix.totalSecondG, unit: 'g' }, // prettier-ignore
  };
  const made: Material[] = [
    own.resin,
    own.second,
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
    ...(finish ? finishMaterials(finish, own) : []),
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
