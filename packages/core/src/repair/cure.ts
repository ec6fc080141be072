import {
  type CureCard,
  type CureCardFound,
  type HourlyTemp,
  type ThroughInput,
  type ThroughResult,
  cureCardFor,
  throughCure,
} from '../cure/index.js';
import type { Remark } from '../errors.js';
import { type Core, type ResinFamily, coreOf } from '../material/index.js';
import type { BackingId } from '../cure/heat-materials.js';
import { inGoes } from '../stack/index.js';
import { isLaidOn } from '../taper/index.js';
import { jobAir } from './air.js';
import type { RepairInputs } from './inputs.js';
import type { RepairPlan } from './plan.js';

/** Highest temperature a resin should see as it cures, °C. Source: polyester lay-ups keep to 60-80 °C, laminating epoxies made for thick work peak at 80-105 °C. */
export const RESIN_LIMIT_C: Readonly<Record<ResinFamily, number>> = { polyester: 80, vinylester: 90, epoxy: 105 };

/** Air and warmth a lay-up cures in. */
export interface CureConditions {
  /** One temperature, or by the hour from when it is laid. */
  airTempC: number | readonly HourlyTemp[];
  /** Lamp or sun on its outer face, and for how long. */
  heaterWPerM2?: number;
  heaterHours?: number;
}

/** Plies of one go, followed through their cure. */
export interface GoRun {
  /** Laying numbers. */
  from: number;
  to: number;
  thicknessMm: number;
  result: ThroughResult;
}

/** A face laid in so many goes. */
export interface CureOption {
  goes: number;
  runs: GoRun[];
  peakTempC: number;
  /** Waits between the goes and the last one to sanding, h; null where it is never reached in the time followed. */
  hours: number | null;
  fits: boolean;
  remarks: Remark[];
}

export interface FaceCure {
  face: 'first' | 'second';
  options: CureOption[];
}

export interface CureFound {
  card: CureCardFound | null;
  limits: { resinC: number; underC: number | null };
  faces: FaceCure[];
}

const MOST_GOES = 4;
const FOLLOWED_HOURS = 72;
const BACK_UP_MM = 3;
/** Slices of the screen's own run: coarser than the finest that can be asked for, and within a degree of it. */
const SLICE_MM = 0.25;

const FOAMS: Readonly<Record<string, BackingId>> = {
  eps: 'eps-foam',
  xps: 'eps-foam',
  honeycomb: 'eps-foam',
  balsa: 'balsa',
  plywood: 'wood',
};
const backingOf = ({ id, wooden, densityKgM3 }: Core): BackingId =>
  FOAMS[id] ?? (wooden ? 'wood' : densityKgM3 < 40 ? 'eps-foam' : 'pvc-foam');

/**
 * How each face cures in one go, two, three, until nothing gets too hot: the heat of its plies on what lies under them, at the day's
 * temperature. Yields after each; ended early it gives what it has.
 */
export function* followCure(
  inputs: RepairInputs,
  plan: Pick<RepairPlan, 'parent' | 'taper' | 'patch' | 'resin' | 'mix'>,
  conditions: CureConditions = { airTempC: jobAir(inputs.air).tempC.value },
): Generator<{ share: number; soFar: CureFound }, CureFound, 'stop' | undefined> {
  const card = plan.resin?.card;
  const { core } = inputs.laminate;
  const limits = {
    resinC: RESIN_LIMIT_C[card?.family ?? 'epoxy'],
    underC: core ? coreOf(core, 'laminate.core').serviceTempC : null,
  };
  const found: CureFound = { card: null, limits, faces: [] };
  if (!card || !plan.patch || !plan.taper || !plan.parent) return found;
  found.card = cureCardFor(card);
  for (const [f, face] of plan.patch.faces.entries()) {
    const made: FaceCure = { face: face.face, options: [] };
    found.faces.push(made);
    const thicknesses = face.plies.map(({ thicknessMm }) => thicknessMm);
    const most = Math.min(MOST_GOES, thicknesses.length);
    for (let goes = 1; goes <= most; goes++) {
      const option = laidIn(
        goes,
        face.plies,
        underOf(inputs, plan, f),
        found.card.card,
        limits,
        { ...conditions, catalystPercent: plan.mix?.catalystPercent ?? null },
        card.recoatFromHours,
      );
      made.options.push(option);
      if ((yield { share: (f + goes / most) / plan.patch.faces.length, soFar: found }) === 'stop') return found;
      if (option.fits && goes >= face.sessions.length) break;
    }
  }
  return found;
}

type Plies = NonNullable<RepairPlan['patch']>['faces'][number]['plies'];

function laidIn(
  goes: number,
  plies: Plies,
  under: NonNullable<ThroughInput['under']>,
  card: CureCard,
  limits: CureFound['limits'],
  conditions: CureConditions & { catalystPercent: number | null },
  betweenHours: number,
): CureOption {
  const thicknesses = plies.map(({ thicknessMm }) => thicknessMm);
  const runs = inGoes(thicknesses, goes).map(({ from, to, thicknessMm }, r): GoRun => {
    const below = thicknesses.slice(0, from).reduce((sum, mm) => sum + mm, 0);
    const result = throughCure({
      card,
      plies: plies.slice(from, to + 1).map((ply) => ({
        thicknessMm: ply.thicknessMm,
        fibreMassFraction: ply.fibreMassFraction,
        fibre: ply.fabric.parts[0]!.fibre,
      })),
      under: [...(below > 0 ? [{ backing: 'laminate' as const, thicknessMm: below }] : []), ...under],
      airTempC: laterBy(conditions.airTempC, r * betweenHours),
      ...(conditions.heaterWPerM2 ? { heaterWPerM2: conditions.heaterWPerM2 } : {}),
      ...(conditions.heaterHours === undefined ? {} : { heaterHours: conditions.heaterHours }),
      ...(conditions.catalystPercent === null ? {} : { catalystPercent: conditions.catalystPercent }),
      hours: FOLLOWED_HOURS,
      sliceMm: SLICE_MM,
      limits: { resinC: limits.resinC, ...(limits.underC === null ? {} : { underC: limits.underC }) },
    });
    return { from: from + 1, to: to + 1, thicknessMm, result };
  });
  const last = runs.at(-1)!.result.sandableHours;
  const remarks = runs
    .flatMap(({ result }) => result.remarks)
    .filter((remark, i, all) => all.findIndex(({ id }) => id === remark.id) === i);
  return {
    goes,
    runs,
    peakTempC: Math.max(...runs.map(({ result }) => result.peakTempC)),
    hours: last === null ? null : (goes - 1) * betweenHours + last,
    fits: remarks.length === 0,
    remarks,
  };
}

/** The same air some hours on: what a later go is laid into. */
const laterBy = (air: CureConditions['airTempC'], hours: number): CureConditions['airTempC'] =>
  typeof air === 'number' ? air : air.map(({ hour, tempC }) => ({ hour: hour - hours, tempC }));

/** What the first ply of a face lies on. */
function underOf(
  inputs: RepairInputs,
  { parent, taper, patch }: Pick<RepairPlan, 'parent' | 'taper' | 'patch'>,
  face: number,
): NonNullable<ThroughInput['under']> {
  const { core } = inputs.laminate;
  if (core) return [{ backing: backingOf(coreOf(core, 'laminate.core')), thicknessMm: core.thicknessMm }];
  if (isLaidOn(taper!.profile)) return [{ backing: 'laminate', thicknessMm: parent!.thicknessMm }];
  if (face === 1) return [{ backing: 'laminate', thicknessMm: patch!.faces[0]!.stack.totalMm }];
  const left = parent!.thicknessMm - parent!.depthMm;
  return left > 0.1 && inputs.damage.depth === 'part'
    ? [{ backing: 'laminate', thicknessMm: left }]
    : [{ backing: 'wood', thicknessMm: BACK_UP_MM }];
}
