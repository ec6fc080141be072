import { type AddedRound, type RepairInputs, type RepairPlan, fairingFillerOf } from '@ashstep/core/repair';

type Planned = { inputs: RepairInputs; plan: RepairPlan };

/** What a round starts from: fairing, a gel coat, or one more ply of what lies on top, after the plies of the patch and onto them abraded. */
export function newRound(kind: AddedRound['work']['kind'], { inputs, plan }: Planned): AddedRound {
  const fabric = plan.patch?.chosen.at(-1);
  const base = { id: crypto.randomUUID(), when: 'after', onto: 'abraded', spotIds: [] } as const;
  switch (kind) {
    case 'paste':
      return {
        ...base,
        name: 'Fairing',
        work: {
          kind,
          use: 'fairing',
          volumeMl: 100,
          fillerId: fairingFillerOf(inputs, plan.resin?.card?.family ?? 'epoxy'),
        },
      };
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
