import type { FabricLayer } from '@ashstep/core/laminate';
import type { AddedRound } from '@ashstep/core/repair';

/** What a round starts from: fairing, a gel coat, or one more ply of what lies on top, after the plies of the patch and onto them abraded. */
export function newRound(kind: AddedRound['work']['kind'], fabric?: FabricLayer): AddedRound {
  const base = { id: crypto.randomUUID(), when: 'after', onto: 'abraded', spotIds: [] } as const;
  switch (kind) {
    case 'paste':
      return { ...base, name: 'Fairing', work: { kind, use: 'fairing', volumeMl: 100, fillerId: 'hollow-spheres' } };
    case 'coat':
      return {
        ...base,
        name: 'Gel coat',
        work: { kind, medium: 'gelcoat', thicknessMm: 0.5, areaMm2: null, densityGPerMl: 1.2 },
      };
    case 'lay':
      return { ...base, name: 'More plies', work: { kind, plies: [fabric ?? { fabricId: 'twill-203', orientationDeg: 0 }], shape: null, growMm: 0 } }; // prettier-ignore
  }
}
