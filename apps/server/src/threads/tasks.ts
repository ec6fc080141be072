import { type CoreError, attempt } from '@ashstep/core/errors';
import {
  type RepairInputs,
  type RepairPlan,
  type ShedPlanFound,
  type ShedPlanInput,
  planRepair,
  wholePlan,
} from '@ashstep/core/repair';
import type { cardPdf } from '../card/pdf.js';
import type { chartPdf } from '../charts/pdf.js';
import type { quotePdf } from '../quote/pdf.js';
import type { recordPdf } from '../record/pdf/index.js';

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

// A thread that only plans need not know how to print.
export async function record({
  file,
  faults,
}: {
  file: Parameters<typeof recordPdf>[0];
  faults: readonly string[];
}): Promise<Uint8Array> {
  const { recordPdf } = await import('../record/pdf/index.js');
  return recordPdf(file, faults);
}

export async function quote(input: Parameters<typeof quotePdf>[0]): Promise<Uint8Array> {
  const { quotePdf } = await import('../quote/pdf.js');
  return quotePdf(input);
}

export async function card(input: Parameters<typeof cardPdf>[0]): Promise<Uint8Array> {
  const { cardPdf } = await import('../card/pdf.js');
  return cardPdf(input);
}

export async function chart(input: Parameters<typeof chartPdf>[0]): Promise<Uint8Array> {
  const { chartPdf } = await import('../charts/pdf.js');
  return chartPdf(input);
}
