import { type CoreError, attempt } from '@ashstep/core/errors';
import {
  type RepairInputs,
  type RepairPlan,
  type ShedPlanFound,
  type ShedPlanInput,
  planRepair,
  wholePlan,
} from '@ashstep/core/repair';
import { cardPdf } from '../card/pdf.js';
import { chartPdf } from '../charts/pdf.js';
import { quotePdf } from '../quote/pdf.js';
import { recordPdf } from '../record/pdf/index.js';

/** The thread has begun, and knows all it is to do. */
export function ready(): boolean {
  return true;
}

/** What is done in threads beside the one that answers. */
export function plan(inputs: RepairInputs): RepairPlan {
  return planRepair(inputs);
}

/** Errors of a thread come out without what they are of: what is wrong with the figures is told as data. */
export function shed(input: ShedPlanInput): {
  found: ShedPlanFound | null;
  wrong: Pick<CoreError, 'code' | 'field' | 'params'> | null;
} {
  const { result, error } = attempt(() => wholePlan(input));
  return { found: result, wrong: error && { code: error.code, field: error.field, params: error.params } };
}

export function record({
  file,
  faults,
}: {
  file: Parameters<typeof recordPdf>[0];
  faults: readonly string[];
}): Promise<Uint8Array> {
  return recordPdf(file, faults);
}

export function quote(input: Parameters<typeof quotePdf>[0]): Promise<Uint8Array> {
  return quotePdf(input);
}

export function card(input: Parameters<typeof cardPdf>[0]): Promise<Uint8Array> {
  return cardPdf(input);
}

export function chart(input: Parameters<typeof chartPdf>[0]): Promise<Uint8Array> {
  return chartPdf(input);
}
