export type FibreId = 'e-glass' | 's-glass' | 'carbon' | 'aramid';

/** Elastic and physical data of a fibre. Moduli GPa, density kg/m³. */
export interface Fibre {
  id: FibreId;
  densityKgM3: number;
  modulusGPa: number;
  /** Modulus across the fibre; equal to `modulusGPa` for glass. */
  transverseModulusGPa: number;
  poisson: number;
  /** Shear modulus used in Halpin-Tsai: transverse modulus / 2(1+ν), exact for glass, on the low side for carbon. */
  shearModulusGPa: number;
  /** Strain along the fibres at which a hand-laid laminate of it fails, pulled and pushed; comparison figures, not promises. */
  failureStrain: number;
  compressionStrain: number;
}

const shear = (transverse: number, poisson: number): number => transverse / (2 * (1 + poisson));

/** Source: generic trade values for reinforcement fibres. */
export const FIBRES: readonly Fibre[] = [
  {
    id: 'e-glass',
    densityKgM3: 2560,
    modulusGPa: 72,
    transverseModulusGPa: 72,
    poisson: 0.22,
    shearModulusGPa: shear(72, 0.22),
    failureStrain: 0.0135,
    compressionStrain: 0.011,
  },
  {
    id: 's-glass',
    densityKgM3: 2480,
    modulusGPa: 86,
    transverseModulusGPa: 86,
    poisson: 0.22,
    shearModulusGPa: shear(86, 0.22),
    failureStrain: 0.015,
    compressionStrain: 0.012,
  },
  {
    id: 'carbon',
    densityKgM3: 1780,
    modulusGPa: 230,
    transverseModulusGPa: 15,
    poisson: 0.25,
    shearModulusGPa: shear(15, 0.25),
    failureStrain: 0.009,
    compressionStrain: 0.007,
  },
  {
    id: 'aramid',
    densityKgM3: 1440,
    modulusGPa: 124,
    transverseModulusGPa: 5.5,
    poisson: 0.34,
    shearModulusGPa: shear(5.5, 0.34),
    failureStrain: 0.012,
    compressionStrain: 0.004,
  },
];

export type ResinFamily = 'polyester' | 'vinylester' | 'epoxy';

/** Cured matrix properties by family. Modulus GPa, density kg/m³. */
export interface Matrix {
  id: ResinFamily;
  densityKgM3: number;
  modulusGPa: number;
  poisson: number;
  /** Strain of a ply across its fibres at which the resin cracks, at which it crushes, and in shear; comparison figures. */
  acrossStrain: number;
  acrossCompressionStrain: number;
  shearStrain: number;
}

/** Source: generic trade values for cured casting resins and the plies made with them. */
export const MATRICES: readonly Matrix[] = [
  {
    id: 'polyester',
    densityKgM3: 1200,
    modulusGPa: 3.3,
    poisson: 0.36,
    acrossStrain: 0.003,
    acrossCompressionStrain: 0.012,
    shearStrain: 0.016,
  },
  {
    id: 'vinylester',
    densityKgM3: 1140,
    modulusGPa: 3.4,
    poisson: 0.36,
    acrossStrain: 0.004,
    acrossCompressionStrain: 0.013,
    shearStrain: 0.018,
  },
  {
    id: 'epoxy',
    densityKgM3: 1150,
    modulusGPa: 3.2,
    poisson: 0.36,
    acrossStrain: 0.0045,
    acrossCompressionStrain: 0.014,
    shearStrain: 0.02,
  },
];

export const RESIN_FAMILIES: readonly ResinFamily[] = ['polyester', 'vinylester', 'epoxy'];
