import type { Seal } from '@ashstep/contract';
import type { Clock } from '../platform/clock';
import type { RepairState } from './repair.store';

/** The seal on the record of a repair as it stands; null of one that is open. */
export const sealOf = ({ detail }: Pick<RepairState, 'detail'>): Seal | null =>
  detail.state === 'sealed' ? (detail.seals.at(-1) ?? null) : null;

/** When the record of a repair as it stands was sealed, by the shed's clock; null of one that is open. */
export function sealedAt(state: Pick<RepairState, 'detail'>, clock: Clock): string | null {
  const seal = sealOf(state);
  return seal ? clock.at(seal.sealedAt) : null;
}
