import type { RepairState } from '../../repair.store';

/** A long board reaches over an edge that is nearer than this to the ground, mm. Source: half a usual long board. */
const EDGE_NEAR_MM = 250;

/** Edges near enough to be rounded by a block that rides over them. */
export function nearEdges({ inputs, plan }: Pick<RepairState, 'inputs' | 'plan'>): { name: string; mm: number }[] {
  const edges = new Set(inputs.damage.neighbours.filter(({ kind }) => kind === 'edge').map(({ name }) => name));
  return (plan.taper?.clearances ?? []).filter(({ name, mm }) => edges.has(name) && mm < EDGE_NEAR_MM);
}
