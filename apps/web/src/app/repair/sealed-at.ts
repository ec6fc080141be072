import type { Clock } from '../platform/clock';
import type { RepairState } from './repair.store';

/** When the record of a repair as it stands was sealed, by the shed's clock; null of one that is open. */
export function sealedAt({ detail }: Pick<RepairState, 'detail'>, clock: Clock): string | null {
  const seal = detail.state === 'sealed' ? detail.seals.at(-1) : undefined;
  return seal ? clock.at(seal.sealedAt) : null;
}
