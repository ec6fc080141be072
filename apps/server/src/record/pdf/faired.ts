import {
  FAIR_AFTER,
  type RecordBody,
  LIGHT_MARK_NAMES,
  isOwn,
  pigmentName,
  readColourWords,
  roundStandings,
  standingLog,
  trialWords,
} from '@ashstep/contract';
import { type RepairPlan, battenOf, fairClassOf, fairFound, highestOf } from '@ashstep/core/repair';
import type { Sheet } from '../../platform/sheet.js';

/** Readings of how fair it is, round after round, what was put on with its lots and film, and the colour with its trials; nothing where there is none of it. */
export function faired(sheet: Sheet, { inputs, log }: RecordBody, plan: RepairPlan): void {
  const { fair, colour, lightMarks: marks = [] } = inputs.finish;
  const coats = coatsOn(log, plan);
  const leftOut = plan.finish?.leftOut ?? [];
  if (fair.length === 0 && colour.target === null && coats.length === 0 && leftOut.length === 0 && marks.length === 0)
    return;
  sheet.section('Fairing, coats and colour');
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
        {
          title: 'Fair',
          width: 12,
          value: ({ one, found }) => (!found ? 'not read' : one.after === 'ground' ? '–' : found.fair ? 'yes' : 'no'),
        },
      ],
      fair.map((one) => ({ one, found: fairFound(one, toleranceMm).result })),
    );
  }
  if (coats.length > 0)
    sheet.table(
      [
        { title: 'Put on', width: 26, value: ({ name }) => name },
        { title: 'When, who', width: 26, value: ({ at, by }) => `${sheet.when(at)}, ${by}` },
        { title: 'Lots', width: 24, value: ({ lots }) => lots.join(', ') || 'not noted' },
        { title: 'Grams', width: 10, align: 'right', value: ({ grams }) => (grams === null ? '–' : grams.toFixed(1)) },
        { title: 'Wet film, mm', width: 14, align: 'right', value: ({ wetMm }) => wetMm.map((mm) => mm.toFixed(2)).join(', ') || 'not read' }, // prettier-ignore
      ],
      coats,
    );
  if (marks.length > 0)
    sheet.line(`Seen in a low light and still there: ${marks.map(({ kind, xMm, yMm }) => `${LIGHT_MARK_NAMES[kind].toLowerCase()} at ${xMm.toFixed(0)}, ${yMm.toFixed(0)} mm`).join('; ')}.`); // prettier-ignore
  for (const { work, why } of leftOut) sheet.line(`Left out here: ${work.name}. ${why}`);
  if (colour.target) {
    const { target, polished, trials } = colour;
    sheet.line(`Colour to match: ${readColourWords(target)}${polished ? '; cleaned and polished first' : ''}; ${target.by}, ${target.at?.replace('T', ' ') ?? ''}.`); // prettier-ignore
    for (const trial of trials) sheet.line(trialWords(trial, target));
    const madeUp = new Set(trials.flatMap(({ pigments }) => pigments.filter(({ id }) => !isOwn(id)).map(pigmentName)));
    if (madeUp.size > 0) sheet.line(`Of the made-up shelf, no paste on sale: ${[...madeUp].join(', ')}.`);
  }
}

interface CoatOn {
  name: string;
  at: string;
  by: string;
  lots: string[];
  /** Mixed for it within the ratio; null of what came out of a can. */
  grams: number | null;
  wetMm: readonly number[];
}

/** What was put on in the finish, by the log. */
function coatsOn(log: RecordBody['log'], { finish }: RepairPlan): CoatOn[] {
  const rounds = finish?.rounds ?? [];
  const standing = standingLog(log);
  return roundStandings(rounds, log).flatMap(({ round, pots }): CoatOn[] => {
    const done = standing.find(({ entry }) => entry.kind === 'round' && entry.round === round.id);
    if (done?.entry.kind !== 'round') return [];
    const mixed = pots.flatMap(({ entry, within }) => (entry.kind === 'batch' && within !== false ? [entry] : []));
    return [
      {
        name: round.name,
        at: done.at,
        by: done.by,
        lots: [...new Set([...mixed.flatMap(({ resinLot, secondLot }) => [resinLot, secondLot]), ...(done.entry.lot ? [done.entry.lot] : [])])], // prettier-ignore
        grams: mixed.length === 0 ? null : mixed.reduce((sum, { resinG, secondG, fillerG = 0 }) => sum + resinG + secondG + fillerG, 0), // prettier-ignore
        wetMm: done.entry.wetMm ?? [],
      },
    ];
  });
}
