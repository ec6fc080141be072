import type { Remark } from '../errors.js';
import { wettestByDay } from '../survey/index.js';
import type { RepairInputs } from './inputs.js';
import type { ResinPlan } from './stages/resin.js';
import type { SeverityPlan } from './severity.js';

/** What nothing may be laid before: each an id and figures for its sentence. Calling it less grave does not lift the hold. */
export function layUpHolds(
  inputs: RepairInputs,
  resin: Pick<ResinPlan, 'parent' | 'zones'> | null,
  { proposed, taken }: Pick<SeverityPlan, 'proposed' | 'taken'>,
): Remark[] {
  const { moistureLimit, readings } = inputs.survey;
  const last = wettestByDay(readings).at(-1);
  const beyond: Remark[] =
    (proposed === 'beyond' || taken === 'beyond') && inputs.severity.release === null ? [{ id: 'hold.beyond' }] : [];
  const wet: Remark[] =
    moistureLimit !== null && last && last.value > moistureLimit
      ? [{ id: 'hold.wet', params: { value: last.value, limit: moistureLimit } }]
      : [];
  const within: Remark[] = inputs.small.wet === true ? [{ id: 'hold.wet-within' }] : [];
  const plastic = [resin, ...(resin?.zones ?? [])].some((part) => part?.parent === 'thermoplastic');
  const shell: Remark[] = plastic ? [{ id: 'hold.thermoplastic' }] : [];
  return [...shell, ...beyond, ...wet, ...within];
}
