import { requireEntry } from '../errors.js';
import type { FittedCure } from '../cure/sheet.js';
import type { ResinFamily } from '../material/index.js';

/** What every system card says, whatever its chemistry. Temperatures °C, densities g/ml, times minutes or hours at 22 °C. */
interface SystemCardBase {
  id: string;
  name: string;
  family: ResinFamily;
  resinDensityGPerMl: number;
  /** Gel of 100 g in a cup at 22 °C. */
  potLifeMin: number;
  minTempC: number;
  maxTempC: number;
  /** Thin laminate hard enough to sand. */
  sandableHours: number;
  fullCureHours: number;
  /** The next ply or coat bonds chemically between these ages; after it, wash and abrade. */
  recoatFromHours: number;
  recoatUntilHours: number;
  /** Largest pot that can be held without running away. */
  maxPotG: number;
  /** Thickness that may be laid in one go. */
  maxSessionMm: number;
  /** How it cures, fitted to its own sheet; left out where only its times are known. */
  cure?: FittedCure;
}

export interface TwoPartCard extends SystemCardBase {
  kind: 'two-part';
  /** Hardener per 100 of resin, by weight. */
  hardenerPer100ByWeight: number;
  hardenerDensityGPerMl: number;
  /** Allowed error of the hardener, per cent. */
  tolerancePercent: number;
}

export interface CatalysedCard extends SystemCardBase {
  kind: 'catalysed';
  /** Product's own catalyst range, ml per 100 g of resin (the workshop's per cent). */
  catalystMinPercent: number;
  catalystMaxPercent: number;
  catalystDensityGPerMl: number;
  tolerancePercent: number;
}

export type SystemCard = TwoPartCard | CatalysedCard;

/** Peroxide solutions weigh 1.10-1.18 g/ml. */
export const USUAL_PEROXIDE_G_PER_ML = 1.12;

const epoxy = (
  id: string,
  name: string,
  values: Partial<TwoPartCard> & Pick<TwoPartCard, 'potLifeMin' | 'minTempC' | 'sandableHours'>,
): TwoPartCard => ({
  kind: 'two-part',
  id,
  name,
  family: 'epoxy',
  hardenerPer100ByWeight: 30,
  resinDensityGPerMl: 1.15,
  hardenerDensityGPerMl: 0.97,
  tolerancePercent: 3,
  maxTempC: 32,
  fullCureHours: 168,
  recoatFromHours: 2,
  recoatUntilHours: 24,
  maxPotG: 400,
  maxSessionMm: 12,
  ...values,
});

/**
 * Generic system cards shipped with the app; a shop replaces their figures with its product's data sheet.
 * Source: generic trade figures (epoxy slow, medium, fast gel at 45, 20, 11 min; polyester 15-20 min at 2 %).
 */
export const SYSTEMS: readonly SystemCard[] = [
  epoxy('epoxy-slow', 'Epoxy, slow hardener', {
    potLifeMin: 45,
    minTempC: 15,
    sandableHours: 24,
    recoatFromHours: 4,
    maxPotG: 500,
  }),
  epoxy('epoxy-medium', 'Epoxy, medium hardener', {
    potLifeMin: 20,
    minTempC: 10,
    sandableHours: 8,
    recoatFromHours: 2.5,
    recoatUntilHours: 12,
  }),
  epoxy('epoxy-fast', 'Epoxy, fast hardener', {
    potLifeMin: 11,
    minTempC: 5,
    maxTempC: 25,
    sandableHours: 4,
    recoatFromHours: 1.5,
    recoatUntilHours: 6,
    maxPotG: 250,
  }),
  {
    kind: 'catalysed',
    id: 'vinylester',
    name: 'Vinylester',
    family: 'vinylester',
    resinDensityGPerMl: 1.08,
    potLifeMin: 25,
    minTempC: 15,
    maxTempC: 30,
    sandableHours: 6,
    fullCureHours: 48,
    recoatFromHours: 1.5,
    recoatUntilHours: 24,
    maxPotG: 800,
    maxSessionMm: 4,
    catalystMinPercent: 1.2,
    catalystMaxPercent: 2.5,
    catalystDensityGPerMl: USUAL_PEROXIDE_G_PER_ML,
    tolerancePercent: 10,
  },
  {
    kind: 'catalysed',
    id: 'polyester',
    name: 'Polyester, laminating',
    family: 'polyester',
    resinDensityGPerMl: 1.1,
    potLifeMin: 18,
    minTempC: 15,
    maxTempC: 30,
    sandableHours: 4,
    fullCureHours: 24,
    recoatFromHours: 1,
    recoatUntilHours: 24,
    maxPotG: 1000,
    maxSessionMm: 4,
    catalystMinPercent: 1,
    catalystMaxPercent: 3,
    catalystDensityGPerMl: USUAL_PEROXIDE_G_PER_ML,
    tolerancePercent: 10,
  },
];

/** The system offered first for a family. */
export const DEFAULT_SYSTEM: Record<ResinFamily, string> = {
  epoxy: 'epoxy-slow',
  vinylester: 'vinylester',
  polyester: 'polyester',
};

/** A system by id, or the shop's own card that came with the job. @throws CoreError 'unknown-id' when there is neither */
export const systemOf = (systemId: string, own: SystemCard | undefined, field = 'systemId'): SystemCard =>
  own?.id === systemId ? own : requireEntry(SYSTEMS, systemId, field);
