import type { FinishRoute, GelCoatWay } from '../finish/routes.js';
import type { ResinFamily } from '../material/index.js';
import { SCHOOLS, type School } from '../resin/verdicts.js';
import type { RepairInputs } from './inputs.js';
import { type Material, jobMaterials } from './materials.js';
import { type RepairPlan, planRepair } from './plan.js';
import { laysGelCoatFirst } from './stages/working-side.js';

/** What one school would make of a job; a figure that cannot be worked out is null. */
export interface SchoolPlan {
  school: School;
  family: ResinFamily | null;
  systemName: string | null;
  why: NonNullable<RepairPlan['resin']>['verdicts']['why'] | null;
  ratio: number | null;
  /** Strength of the joint over the parent's; over 1 is margin. */
  bondMargin: number | null;
  /** Stiffness of the patch against the parent: the ratio farthest from one. */
  stiffnessRatio: number | null;
  resinG: number | null;
  handsMin: number | null;
  finishAt: string | null;
  finish: FinishRoute | null;
  /** What it uses; none before its mix is planned. */
  materials: Material[];
}

/**
 * The job planned as each school would, side by side: the school's own resin, the table's taper for it and the plies proposed for it.
 * What a person has chosen for these is left aside.
 */
export function compareSchools(inputs: RepairInputs): SchoolPlan[] {
  return SCHOOLS.map((school) => {
    const plan = planRepair({
      ...inputs,
      resin: { ...inputs.resin, school, systemId: null },
      taper: { ...inputs.taper, ratio: null },
      stack: { ...inputs.stack, plies: null },
    });
    return { school, ...figures(plan), materials: jobMaterials(plan) };
  });
}

function figures(plan: RepairPlan): Omit<SchoolPlan, 'school' | 'materials'> {
  const card = plan.resin?.card ?? null;
  const ratios = plan.match?.ratios.map((r) => r.ratio) ?? [];
  return {
    family: card?.family ?? null,
    systemName: card?.name ?? null,
    why: plan.resin?.verdicts.why ?? null,
    ratio: plan.taper?.ratio ?? null,
    bondMargin: plan.taper?.joint?.strengthRatio ?? null,
    stiffnessRatio:
      ratios.length === 0
        ? null
        : ratios.reduce((worst, ratio) => (Math.abs(Math.log(ratio)) > Math.abs(Math.log(worst)) ? ratio : worst)),
    resinG: plan.mix?.totalG ?? null,
    handsMin: plan.days?.handsMin ?? null,
    finishAt: plan.days?.finishAt ?? null,
    finish: plan.finish,
  };
}

const WAYS: readonly GelCoatWay[] = ['after-full-cure', 'paint-instead', 'gel-coat-first'];

/** A way of getting gel coat onto epoxy, and when the job would be done with it; null where the days cannot be told. */
export interface GelCoatWayPlan {
  way: GelCoatWay;
  finishAt: string | null;
  /** It means laying from inside; and whether that can be reached. */
  fromInside: boolean;
  possible: boolean;
}

/** The ways of getting gel coat onto epoxy side by side. Gel coat first is laid from inside, against a back-up. */
export function compareGelCoatWays(inputs: RepairInputs): GelCoatWayPlan[] {
  return WAYS.map((way) => {
    const inside = way === 'gel-coat-first';
    const tried: RepairInputs = {
      ...inputs,
      resin: { ...inputs.resin, gelCoatWay: way },
      ...(inside ? { taper: { ...inputs.taper, sides: 'one', from: 'inside' } } : {}),
    };
    return {
      way,
      finishAt: planRepair(tried).days?.finishAt ?? null,
      fromInside: inside,
      possible: !inside || (inputs.place.access === 'both' && laysGelCoatFirst(tried)),
    };
  });
}
