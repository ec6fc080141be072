import type { ResinFamily } from '../material/index.js';
import type { FinishKind } from './routes.js';

/** Light spheres sand easily; silica is hard to sand and stands anywhere; talc is for polyester. */
const [LIGHT, DENSE, CHEAP] = ['hollow-spheres', 'silica', 'talc'] as const;

/** In the sun hollow spheres crack under gel coat: none go there. */
export const noSpheres = (finish: FinishKind, inSun: boolean): boolean => finish === 'gelcoat' && inSun;

/** Filler a fairing paste of this resin takes, by what goes over it: no hollow spheres under gel coat in the sun. */
export const fairingFiller = (family: ResinFamily, finish: FinishKind, inSun: boolean): string =>
  family !== 'epoxy' ? CHEAP : noSpheres(finish, inSun) ? DENSE : LIGHT;
