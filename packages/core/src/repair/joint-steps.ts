import { requireEntry } from '../errors.js';
import { type FabricLayer, laminate, pulledMPa } from '../laminate/index.js';
import { MATRICES, type ResinFamily } from '../material/index.js';
import { type JointStep, type SteppedJoint, isLaidOn } from '../taper/index.js';
import type { RepairPlan } from './plan.js';

interface Sheet {
  thicknessMm: number;
  /** Stiffness along the load, N/mm. */
  nPerMm: number;
}

/**
 * The taper of every face as a stepped joint, pulled across: a step for every ply of the parent, from the outermost in, with what is left
 * of the parent under it and the patch plies that lie on it; loaded to the parent's first failure where that is known. Faces that share a
 * laminate each carry what their own part of it would; a face that is a skin of its own carries all of it. None before the patch is
 * planned, and where plies lie on the surface.
 */
export function jointSteps(plan: Pick<RepairPlan, 'parent' | 'taper' | 'patch' | 'resin'>): SteppedJoint[] {
  const { parent, taper, patch } = plan;
  const card = plan.resin?.card;
  if (!parent || !taper || !patch || !card || isLaidOn(taper.profile) || taper.profile.kind === 'dish') return [];
  const whole = sheets(parent.withinPlies, parent.resin);
  const skins = taper.profile.kind === 'form' && taper.profile.skins === true;
  const faces = taper.footprint.faces;
  const depthMm = faces.reduce((sum, face) => sum + face.depthMm, 0);
  const matrix = requireEntry(MATRICES, card.family, 'resin');
  const strength = pulledMPa(parent.strength);
  const stiffness = (list: readonly Sheet[]): number => list.reduce((sum, { nPerMm }) => sum + nPerMm, 0);
  return faces.map((face, i): SteppedJoint => {
    const inwards = i === 0 ? whole : [...whole].reverse();
    const old = skins || faces.length === 1 ? inwards : downTo(inwards, (total(whole) * face.depthMm) / depthMm);
    const fresh = sheets(
      patch.faces[i]!.plies.filter(({ use }) => use === 'stack')
        .sort((a, b) => b.sizeIndex - a.sizeIndex)
        .map(({ fabric, orientationDeg, fibreMassFraction }) => ({
          fabricId: fabric.id,
          own: fabric,
          orientationDeg,
          fibreMassFraction,
        })),
      card.family,
    );
    const [oldMm, freshMm] = [total(old), total(fresh)];
    const steps = old.map((sheet, k): JointStep => ({
      lengthMm: (taper.ratio * face.depthMm * sheet.thicknessMm) / oldMm,
      parentNPerMm: stiffness(old.slice(k)),
      patchNPerMm: stiffness(downTo(fresh, (freshMm * total(old.slice(0, k + 1))) / oldMm)),
    }));
    const share = skins ? 1 : stiffness(old) / stiffness(whole);
    return {
      steps,
      bondShearModulusMPa: (1000 * matrix.modulusGPa) / (2 * (1 + matrix.poisson)),
      ...(strength === null ? {} : { loadNPerMm: strength * parent.depthMm * share }),
    };
  });
}

function sheets(layers: readonly FabricLayer[], resin: ResinFamily): Sheet[] {
  return layers.map((layer) => {
    const { thicknessMm, aNPerMm } = laminate({ layers: [layer], resin });
    return { thicknessMm, nPerMm: aNPerMm[0][0] };
  });
}

const total = (list: readonly Sheet[]): number => list.reduce((sum, { thicknessMm }) => sum + thicknessMm, 0);

/** The outermost plies down to a depth, the last of them in part. */
function downTo(list: readonly Sheet[], depthMm: number): Sheet[] {
  let left = depthMm;
  return list.flatMap(({ thicknessMm, nPerMm }) => {
    const share = Math.min(1, Math.max(0, left / thicknessMm));
    left -= thicknessMm;
    return share > 1e-9 ? [{ thicknessMm: share * thicknessMm, nPerMm: share * nPerMm }] : [];
  });
}
