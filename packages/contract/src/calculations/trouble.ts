import { CAUSES, diagnose, FINDINGS, SYMPTOMS, UNKNOWN_CAUSE } from '@ashstep/core/diagnosis';
import * as z from 'zod';
import { ids } from '../inputs/pieces.js';
import { type Calculation, calculation } from './calculation.js';

/** Which cause is behind what is seen. */
export const TROUBLE_CALCULATIONS: readonly Calculation[] = [
  calculation(
    'diagnose',
    'Causes of what went wrong, ranked with each push shown; what to look at next; what to do now and to write down of the likeliest',
    z.strictObject({
      symptoms: z.array(ids(SYMPTOMS)),
      findings: z.array(z.strictObject({ id: ids(FINDINGS), found: z.boolean() })).optional(),
    }),
    (input) => {
      const found = diagnose(input);
      const { label, now, writeDown } = [...CAUSES, UNKNOWN_CAUSE].find(({ id }) => id === found.causes[0]!.id)!;
      return { ...found, likeliest: { label, now, writeDown } };
    },
    { symptoms: ['sticky'], findings: [{ id: 'cold', found: true }, { id: 'mix-off', found: false }] }, // prettier-ignore
  ),
];
