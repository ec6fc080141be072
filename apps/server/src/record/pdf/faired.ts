import { FAIR_AFTER, type RecordBody, readColourWords, trialWords } from '@ashstep/contract';
import { battenOf, fairClassOf, fairFound, highestOf } from '@ashstep/core/repair';
import type { Sheet } from '../../platform/sheet.js';

/** Readings of how fair it is, round after round, and the colour with its trials; nothing where none was read. */
export function faired(sheet: Sheet, { inputs }: RecordBody): void {
  const { fair, colour } = inputs.finish;
  if (fair.length === 0 && colour.target === null) return;
  sheet.section('Fairing and colour');
  if (fair.length > 0) {
    const { label, toleranceMm } = fairClassOf(inputs);
    sheet.line(
      `Read off a straight edge, against the fair curve through the sound ground. ${label}: ${toleranceMm} mm.`,
    );
    sheet.table(
      [
        { title: 'Readings', width: 18, value: ({ one }) => FAIR_AFTER[one.after] },
        { title: 'Who, when, with', width: 34, value: ({ one }) => [one.by, one.at?.replace('T', ' '), one.instrument || 'typed'].filter(Boolean).join(', ') }, // prettier-ignore
        {
          title: 'High, mm',
          width: 12,
          align: 'right',
          value: ({ found }) => (found ? highestOf(found).toFixed(2) : '–'),
        },
        {
          title: 'Low, mm',
          width: 12,
          align: 'right',
          value: ({ found }) => (found ? found.deepestMm.toFixed(2) : '–'),
        },
        {
          title: 'Batten, mm',
          width: 12,
          align: 'right',
          value: ({ found }) => (found ? battenOf(found).toFixed(2) : '–'),
        },
        { title: 'Fair', width: 12, value: ({ found }) => (found ? (found.fair ? 'yes' : 'no') : 'not read') },
      ],
      fair.map((one) => ({ one, found: fairFound(one, toleranceMm).result })),
    );
  }
  if (colour.target) {
    const { target, polished, trials } = colour;
    sheet.line(`Colour to match: ${readColourWords(target)}${polished ? '; cleaned and polished first' : ''}; ${target.by}, ${target.at?.replace('T', ' ') ?? ''}.`); // prettier-ignore
    for (const trial of trials) sheet.line(trialWords(trial, target));
    if (trials.length > 0) sheet.line('Pigments of the made-up shelf.');
  }
}
