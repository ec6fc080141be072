import type { FabricLayer } from '../laminate/index.js';
import { type ResinFamily, fabricOf } from '../material/index.js';

/** What mat between woven layers does in a resin: it bonds and seals a polyester lay-up, and is dead weight in an epoxy one. */
export const MAT_BETWEEN: Readonly<Record<ResinFamily, 'usual' | 'leave-out'>> = {
  polyester: 'usual',
  vinylester: 'usual',
  epoxy: 'leave-out',
};

export const USUAL_MAT = 'mat-225';

const isMat = (layer: FabricLayer): boolean =>
  fabricOf(layer).parts.every(({ construction }) => construction === 'mat');

/** A stack with a mat wherever two layers that are none lie on one another. */
export function matBetween(
  layers: readonly FabricLayer[],
  mat: FabricLayer = { fabricId: USUAL_MAT, orientationDeg: 0 },
): FabricLayer[] {
  return layers.flatMap((layer, i) =>
    i > 0 && !isMat(layer) && !isMat(layers[i - 1]!) ? [{ ...mat }, layer] : [layer],
  );
}

/** A stack without its mats; left as it is where it is nothing else. */
export function withoutMat(layers: readonly FabricLayer[]): FabricLayer[] {
  const rest = layers.filter((layer) => !isMat(layer));
  return rest.length > 0 ? rest : [...layers];
}

/** Whether the outside of a stack is a fibre that should not be sanded itself: glass goes over it. */
export function wantsSandingLayer(outward: readonly FabricLayer[]): boolean {
  const [outermost] = outward;
  return (
    outermost !== undefined && fabricOf(outermost).parts.some(({ fibre }) => fibre === 'carbon' || fibre === 'aramid')
  );
}
