import { type RepairInputs, type RepairPlan, planRepair } from '@ashstep/core';
import { quotePdf } from '../quote/pdf.js';
import { recordPdf } from '../record/pdf/index.js';

/** What is done in threads beside the one that answers. */
export function plan(inputs: RepairInputs): RepairPlan {
  return planRepair(inputs);
}

export function record({ file, faults }: { file: Parameters<typeof recordPdf>[0]; faults: readonly string[] }): Promise<Uint8Array> {
  return recordPdf(file, faults);
}

export function quote(input: Parameters<typeof quotePdf>[0]): Promise<Uint8Array> {
  return quotePdf(input);
}
