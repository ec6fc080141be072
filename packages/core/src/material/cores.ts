import { requireEntry } from '../errors.js';

/** A core material. Moduli MPa, density kg/m³, temperature °C. */
export interface Core {
  id: string;
  name: string;
  densityKgM3: number;
  modulusMPa: number;
  shearModulusMPa: number;
  serviceTempC: number;
  /** Whether styrene (polyester, vinylester, their fillers) dissolves or softens it. */
  styrene: 'dissolves' | 'softens' | 'resists';
  wooden: boolean;
  openCelled: boolean;
}

/** Generic cores. Source: generic data for each class; a shop replaces them with its own sheet's values. */
export const CORES: readonly Core[] = [
  {
    id: 'eps',
    name: 'EPS foam',
    densityKgM3: 20,
    modulusMPa: 6,
    shearModulusMPa: 2.6,
    serviceTempC: 70,
    styrene: 'dissolves',
    wooden: false,
    openCelled: true,
  },
  {
    id: 'xps',
    name: 'XPS foam',
    densityKgM3: 35,
    modulusMPa: 18,
    shearModulusMPa: 7,
    serviceTempC: 70,
    styrene: 'dissolves',
    wooden: false,
    openCelled: false,
  },
  {
    id: 'pu',
    name: 'PU foam',
    densityKgM3: 45,
    modulusMPa: 10,
    shearModulusMPa: 3.5,
    serviceTempC: 90,
    styrene: 'resists',
    wooden: false,
    openCelled: true,
  },
  {
    id: 'pvc-60',
    name: 'PVC foam 60, cross-linked',
    densityKgM3: 60,
    modulusMPa: 60,
    shearModulusMPa: 20,
    serviceTempC: 80,
    styrene: 'resists',
    wooden: false,
    openCelled: false,
  },
  {
    id: 'pvc-80',
    name: 'PVC foam 80, cross-linked',
    densityKgM3: 80,
    modulusMPa: 85,
    shearModulusMPa: 27,
    serviceTempC: 80,
    styrene: 'resists',
    wooden: false,
    openCelled: false,
  },
  {
    id: 'pvc-linear',
    name: 'PVC foam, linear',
    densityKgM3: 80,
    modulusMPa: 55,
    shearModulusMPa: 21,
    serviceTempC: 70,
    styrene: 'softens',
    wooden: false,
    openCelled: false,
  },
  {
    id: 'san',
    name: 'SAN foam',
    densityKgM3: 85,
    modulusMPa: 75,
    shearModulusMPa: 30,
    serviceTempC: 85,
    styrene: 'resists',
    wooden: false,
    openCelled: false,
  },
  {
    id: 'pet',
    name: 'PET foam',
    densityKgM3: 100,
    modulusMPa: 90,
    shearModulusMPa: 20,
    serviceTempC: 120,
    styrene: 'resists',
    wooden: false,
    openCelled: false,
  },
  {
    id: 'balsa',
    name: 'End-grain balsa',
    densityKgM3: 150,
    modulusMPa: 3500,
    shearModulusMPa: 150,
    serviceTempC: 160,
    styrene: 'resists',
    wooden: true,
    openCelled: true,
  },
  {
    id: 'plywood',
    name: 'Plywood',
    densityKgM3: 600,
    modulusMPa: 8000,
    shearModulusMPa: 600,
    serviceTempC: 160,
    styrene: 'resists',
    wooden: true,
    openCelled: false,
  },
  {
    id: 'honeycomb',
    name: 'Aramid honeycomb',
    densityKgM3: 48,
    modulusMPa: 1,
    shearModulusMPa: 30,
    serviceTempC: 160,
    styrene: 'resists',
    wooden: false,
    openCelled: true,
  },
];

/** A core by id, or the shop's own one that came with the job. */
export interface CoreRef {
  coreId: string;
  own?: Core;
}

/** @throws CoreError 'unknown-id' when neither the shipped table nor the reference itself has it */
export const coreOf = ({ coreId, own }: CoreRef, field = 'coreId'): Core =>
  own?.id === coreId ? own : requireEntry(CORES, coreId, field);

/** In-plane Poisson ratio given to every core; its effect on a laminate is negligible. */
export const CORE_POISSON = 0.3;
