import type { Facts } from '../conditions/condition.js';
import { CORES, FABRICS, type FibreId } from '../material/index.js';
import type { SystemCard } from '../resin/systems.js';
import type { RepairInputs } from './inputs.js';

const FIBRE_GROUP: Record<FibreId, 'glass' | 'carbon' | 'aramid'> = { 'e-glass': 'glass', 's-glass': 'glass', carbon: 'carbon', aramid: 'aramid' };

/** Fibre groups found in the parent and in the patch plies the person has set. */
export function fibresOf(inputs: RepairInputs): ('glass' | 'carbon' | 'aramid')[] {
  const layers = [...(inputs.laminate.known === 'plies' ? inputs.laminate.plies : []), ...(inputs.stack.plies ?? [])];
  const fibres = layers.flatMap((layer) => FABRICS.find((f) => f.id === layer.fabricId)?.parts ?? []).map((part) => FIBRE_GROUP[part.fibre]);
  return fibres.length === 0 ? ['glass'] : [...new Set(fibres)];
}

/** What cautions and acceptance checks ask about a job. */
export function jobFacts(inputs: RepairInputs, card: SystemCard | null, taper: boolean, stack: boolean): Facts {
  const core = CORES.find((entry) => entry.id === inputs.laminate.core?.coreId);
  return {
    waterline: inputs.place.waterline,
    finish: inputs.place.finish,
    access: inputs.place.access,
    service: inputs.place.service,
    specialService: inputs.place.specialService,
    place: inputs.place.craftKind,
    fibres: fibresOf(inputs),
    core: core !== undefined,
    ...(core ? { coreStyrene: core.styrene } : {}),
    ...(card ? { family: card.family, mixKind: card.kind } : {}),
    through: inputs.damage.depth === 'through',
    taper,
    stack,
  };
}
