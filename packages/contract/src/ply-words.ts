import type { PatchPly, RepairPlan } from '@ashstep/core/repair';
import type { Say } from '@ashstep/core/units';

/** How large a ply is cut: over all, or of a wrap its strips, and to which hand they are wound; one beside the stack has an outline of its own. */
export function plySize(
  plan: RepairPlan,
  ply: Pick<PatchPly, 'lengthMm' | 'widthMm' | 'orientationDeg' | 'own'>,
  say: Say,
): string {
  const profile = plan.taper?.profile;
  if (ply.own || profile?.kind !== 'form' || profile.form.kind !== 'band')
    return `${say(ply.lengthMm, 'length')} × ${say(ply.widthMm, 'length')}`;
  const { wrap, stripMm } = profile.form;
  const strips = wrap.stripsPerLayer === 1 ? '1 strip' : `${wrap.stripsPerLayer} strips`;
  return `${strips} ${say(wrap.stripLengthMm, 'length')} × ${say(stripMm, 'length')}, wound at ${ply.orientationDeg < 0 ? '−' : '+'}${Math.abs(ply.orientationDeg)}°`;
}
