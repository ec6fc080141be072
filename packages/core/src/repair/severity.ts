import type { Remark } from '../errors.js';
import type { RepairInputs } from './inputs.js';
import type { Severity } from './severities.js';

export interface SeverityPlan {
  proposed: Severity;
  /** What the findings say, the weightiest first. */
  reasons: Remark[];
  /** The proposal, or what a person set instead. */
  taken: Severity;
  needsReason: boolean;
}

/** Cut-outs larger than this go before an engineer. Source: starting judgement, to be set by the shop. */
export const LARGEST_CUT_OUT_M2 = 0.5;

/** Severity from the findings; `cutOutMm2` is null while there is no outline. */
export function planSeverity(inputs: RepairInputs, cutOutMm2: number | null): SeverityPlan {
  const { severity, damage, laminate, place } = inputs;
  const beyond: Remark[] = [];
  if (severity.structure !== 'none')
    beyond.push({ id: 'severity.structure', params: { structure: severity.structure } });
  if (place.service === 'primary') beyond.push({ id: 'severity.primary' });
  if (cutOutMm2 !== null && cutOutMm2 > LARGEST_CUT_OUT_M2 * 1e6)
    beyond.push({ id: 'severity.large', params: { areaM2: cutOutMm2 / 1e6, limitM2: LARGEST_CUT_OUT_M2 } });
  const plain = (proposed: Severity, id: string): { proposed: Severity; reasons: Remark[] } => ({
    proposed,
    reasons: [{ id }],
  });
  const found =
    beyond.length > 0
      ? { proposed: 'beyond' as const, reasons: beyond }
      : severity.separated
        ? plain('separated', 'severity.separated')
        : damage.depth === 'finish'
          ? plain('finish', 'severity.finish')
          : laminate.core
            ? plain('skin', 'severity.skin')
            : damage.depth === 'part'
              ? plain('part', 'severity.part')
              : plain('through', 'severity.through');
  const taken = severity.override ?? found.proposed;
  return { ...found, taken, needsReason: taken !== found.proposed && severity.reason.trim() === '' };
}
