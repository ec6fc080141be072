import { type OffsetMeasures, type Shape, growShape, measureOffset } from '../../geometry/index.js';
import type { RepairInputs } from '../inputs.js';

export interface DamagePlan {
  /** Sound boundary to cut to: the visible outline grown by the margin, corners rounded. */
  cutOut: Shape;
  visible: OffsetMeasures;
  cut: OffsetMeasures;
}

export function planDamage(inputs: RepairInputs): DamagePlan {
  const { shape, marginMm, minCornerRadiusMm } = inputs.damage;
  const visible = measureOffset(shape, 0, 'damage.shape');
  const cutOut = growShape(shape, marginMm, minCornerRadiusMm);
  return { cutOut, visible, cut: measureOffset(cutOut, 0) };
}
