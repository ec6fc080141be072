import { type InspectionResult, type Proof, provenBy } from '@ashstep/contract';
import type { InspectionCheck } from '@ashstep/core/inspection';
import type { RepairState } from '../../repair.store';

/** A check with what was answered to it last, what the log proves of it, and whether it is still open. */
export interface AnsweredCheck {
  check: InspectionCheck;
  result: InspectionResult | null;
  proof: Proof | null;
  open: boolean;
}

/** Every check of the inspection, in order. */
export function answersOf({ detail, plan, inputs }: Pick<RepairState, 'detail' | 'plan' | 'inputs'>): AnsweredCheck[] {
  const proofs = new Map(provenBy(plan, detail.log, inputs.survey.readings).map((proof) => [proof.checkId, proof]));
  return plan.inspection.map((check) => {
    const result = [...detail.results].reverse().find((r) => r.checkId === check.id) ?? null;
    const proof = proofs.get(check.id) ?? null;
    return { check, result, proof, open: !proof?.pass && isOpen(result) };
  });
}

/** A check is open until an answer that counts has passed. */
export const isOpen = (result: InspectionResult | null): boolean =>
  !result?.pass || (result.standing !== undefined && result.standing !== 'counts');
