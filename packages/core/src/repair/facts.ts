import type { Facts } from '../conditions/condition.js';
import { attempt } from '../errors.js';
import { type FibreId, coreOf, fabricOf } from '../material/index.js';
import type { SystemCard } from '../resin/systems.js';
import { type ServiceClass, alignment } from '../taper/index.js';
import { GEL_COAT } from '../resin/gel-coat.js';
import type { RepairInputs } from './inputs.js';
import { mendsGelCoatOnly, workedAs } from './stages/kind.js';
import { keepsShowFace } from './stages/working-side.js';

const FIBRE_GROUP: Record<FibreId, 'glass' | 'carbon' | 'aramid'> = {
  'e-glass': 'glass',
  's-glass': 'glass',
  carbon: 'carbon',
  aramid: 'aramid',
};

/** Fibre groups found in the parent and in the patch plies the person has set. */
export function fibresOf({
  laminate,
  stack,
}: Pick<RepairInputs, 'laminate' | 'stack'>): ('glass' | 'carbon' | 'aramid')[] {
  const layers = [...(laminate.known === 'plies' ? laminate.plies : []), ...(stack.plies ?? [])];
  const fibres = layers
    .flatMap((layer) => attempt(() => fabricOf(layer)).result?.parts ?? [])
    .map((part) => FIBRE_GROUP[part.fibre]);
  if (laminate.known === 'thickness' && laminate.fibre) fibres.push(laminate.fibre);
  return fibres.length === 0 ? ['glass'] : [...new Set(fibres)];
}

/** Whether any of a job lies below the waterline: what spans it is judged as below. */
export const isBelow = ({ waterline }: Pick<RepairInputs['place'], 'waterline'>): boolean => waterline !== 'above';

/** The service a job is planned for: what is light or general above the waterline is highly loaded below it. */
export const serviceOf = ({ service, ...place }: RepairInputs['place']): ServiceClass =>
  isBelow(place) && (service === 'light' || service === 'general') ? 'high' : service;

/** What cautions and acceptance checks ask about a job. */
export function jobFacts(
  inputs: RepairInputs,
  card: SystemCard | null,
  worked: { taper: boolean; stack: boolean; mixes: boolean },
): Facts {
  const kind = workedAs(inputs);
  // A nick in the gel coat is filled with gel coat, whatever the laminate.
  const gelCoat = mendsGelCoatOnly(inputs);
  const core = inputs.laminate.core && attempt(() => coreOf(inputs.laminate.core!)).result;
  return {
    waterline: isBelow(inputs.place) ? 'below' : 'above',
    finish: inputs.place.finish,
    access: inputs.place.access,
    service: serviceOf(inputs.place),
    specialService: inputs.place.specialService,
    place: inputs.place.craftKind,
    fibres: fibresOf(inputs),
    core: core !== null,
    ...(core ? { coreStyrene: core.styrene } : {}),
    ...(gelCoat
      ? { family: GEL_COAT.family, mixKind: GEL_COAT.kind }
      : card
        ? { family: card.family, mixKind: card.kind }
        : {}),
    through: inputs.damage.depth === 'through',
    keepsShowFace: keepsShowFace(inputs),
    ...worked,
    repair: kind,
    // Readings of how the halves lie say it by themselves.
    linedUp: alignment(inputs.taper.alignment ?? []).ready,
    // A bond that can be tapped: plies, or what was injected.
    bonded: worked.stack || kind === 'injection',
  };
}
