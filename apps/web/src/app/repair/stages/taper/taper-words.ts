import type { TaperPlan } from '@ashstep/core/repair';

/** What a taper is called in a few words: its ratio where it has a slope, else what it is. */
export function taperWords({ kind, profile, ratio }: Pick<TaperPlan, 'kind' | 'profile' | 'ratio'>): string {
  if (kind === 'overlay') return 'the overlay';
  if (kind === 'panel') return 'the panel';
  switch (profile.kind) {
    case 'steps':
      return `${profile.thicknessesMm.length} steps`;
    case 'lap':
      return 'the lap';
    case 'dish':
      return 'the dish';
    case 'form':
      return profile.form.kind === 'band' ? 'the wrap' : ratioText(ratio);
    case 'slope':
      return ratioText(ratio);
  }
}

/** Whether a ratio is what is set: a slope round the cut-out, towards an edge, or across a break. */
export const hasRatio = ({ profile }: Pick<TaperPlan, 'profile'>): boolean =>
  profile.kind === 'slope' || (profile.kind === 'form' && profile.form.kind !== 'band');

export const ratioText = (ratio: number): string => `${Math.round(ratio * 10) / 10}:1`;
