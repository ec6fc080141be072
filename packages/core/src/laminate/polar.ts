import { CoreError, requireNumber } from '../errors.js';
import { laminate } from './laminate.js';
import type { LaminateInput } from './sheets.js';

export interface PolarInput extends LaminateInput {
  /** Step between directions, degrees; must go into 180 without rest. 15 when left out. */
  stepDeg?: number;
}

export interface PolarPoint {
  angleDeg: number;
  /** In-plane and bending stiffness along this direction. */
  eGPa: number;
  flexuralGPa: number;
}

export interface PolarResult {
  thicknessMm: number;
  massGsm: number;
  /** From 0° up to, not including, 180°; the other half repeats it. */
  points: PolarPoint[];
  stiffest: PolarPoint;
  softest: PolarPoint;
}

/**
 * Stiffness by direction: the laminate turned under the load, one pass of lamination theory per direction.
 * E(θ) and E_flex(θ) are Ex and the flexural Ex of the laminate seen along θ, coupling released.
 * @throws CoreError as `laminate`, and for a step outside 1…45°, or one that 180° is no multiple of
 */
export function polar(input: PolarInput): PolarResult {
  const stepDeg = requireNumber(input.stepDeg ?? 15, 'stepDeg', { min: 1, max: 45 });
  const steps = Math.round(180 / stepDeg);
  if (Math.abs(steps * stepDeg - 180) > 1e-9)
    throw new CoreError('inconsistent', 'stepDeg', { why: 'no-divisor', value: stepDeg, near: 180 / steps });
  const base = laminate(input);
  const points = Array.from({ length: steps }, (_, i): PolarPoint => {
    const angleDeg = i * stepDeg;
    const seen = laminate({
      ...input,
      layers: input.layers.map((layer) =>
        'coreId' in layer ? layer : { ...layer, orientationDeg: turn(layer.orientationDeg ?? 0, angleDeg) },
      ),
    });
    return { angleDeg, eGPa: seen.inPlane.exGPa, flexuralGPa: seen.flexural.exGPa };
  });
  const by = (better: (a: PolarPoint, b: PolarPoint) => boolean): PolarPoint =>
    points.reduce((best, point) => (better(point, best) ? point : best));
  return {
    thicknessMm: base.thicknessMm,
    massGsm: base.massGsm,
    points,
    stiffest: by((a, b) => a.eGPa > b.eGPa),
    softest: by((a, b) => a.eGPa < b.eGPa),
  };
}

const turn = (orientationDeg: number, angleDeg: number): number => (orientationDeg - angleDeg) % 360;
