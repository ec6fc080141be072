import type { LayingWork } from '@ashstep/core/mix';
import type { PlannedRound, PourUnit, PouredAs } from '@ashstep/core/repair';
import { withDecimals } from '@ashstep/core/units';
import type { LogEntryBody } from './log-entry.js';

/** How plies are laid, as it is said in a sentence. */
export const LAYING_NAMES: Readonly<Record<LayingWork, string>> = {
  wrap: 'tape round a tube',
  brush: 'a brush on small patches',
  'small-roller': 'brush and fin roller on a patch of middling size',
  roller: 'a roller on a large area',
  film: 'plies wetted on film and carried over',
};

/** What a round bonds to, as it is done. */
export const ONTO_NAMES: Readonly<Record<PlannedRound['onto'], string>> = {
  ground: 'onto fresh ground',
  green: 'onto the one before while it is green: no sanding, one body',
  abraded: 'onto the one before cured: wash, abrade, wipe. A secondary bond',
};

/** What a coat is of. */
export const COAT_NAMES = {
  gelcoat: 'Gel coat or top coat',
  resin: 'The resin of the job',
  paint: 'Paint or varnish',
} as const;

/** How a surface that hardens in the open is kept from the air. */
export const CLOSING_NAMES = {
  film: 'Film over it',
  wax: 'Wax in the last coat',
  pva: 'Mist of PVA',
  'gelcoat-wax': 'Gel coat with wax over it',
} as const;

/** What is done of it before anything goes on again. */
export const CLOSING_AFTER: Readonly<Record<keyof typeof CLOSING_NAMES, string>> = {
  film: 'Peel the film off once it is hard.',
  wax: 'Sand the wax off before anything goes on it: nothing bonds to wax.',
  pva: 'Wash the PVA off with water, dry, abrade.',
  'gelcoat-wax': 'The gel coat stays; sand its wax off before it is polished.',
};

/** A round as it is called: by its own name, or by face and go of the patch. */
export function roundName(
  round: Pick<PlannedRound, 'name' | 'face' | 'go'>,
  all: readonly Pick<PlannedRound, 'face' | 'go'>[],
): string {
  if (round.face === null) return round.name;
  const faces = all.some(({ face }) => face === 1);
  const goes = all.some(({ face, go }) => face === round.face && go !== null && go > 0);
  const face = !faces ? 'Plies of the patch' : round.face === 0 ? 'First face' : 'Second face';
  return goes ? `${face}, go ${round.go! + 1}` : face;
}

/** What a pot is measured in. */
export const POUR_UNIT_NAMES: Readonly<Record<PourUnit, string>> = {
  g: 'grams, weighed',
  ml: 'ml, by cup or syringe',
  drops: 'drops',
  strokes: 'strokes of the pump',
};

/** A part as it was measured: "100.0 g", or "3 strokes, 86.3 g" where it was not weighed. */
const part = (grams: number, as: PouredAs | undefined): string => {
  if (!as) return `${withDecimals(grams, 1)} g`;
  const unit = as.value === 1 ? as.unit.replace(/s$/, '') : as.unit;
  return `${Number(as.value.toFixed(2))} ${unit}, ${withDecimals(grams, grams < 10 ? 2 : 1)} g`;
};

/** What went into a pot, and from which lots. */
export function pouredWords(entry: Extract<LogEntryBody, { kind: 'batch' }>): string {
  const { label, resinG, resinAs, resinLot, secondG, secondAs, secondLot, fillerG, resinWith, secondWith, fillerWith } =
    entry;
  const scales = [...new Set([resinWith, secondWith, fillerWith].filter((one) => one !== undefined))];
  const read = scales.length > 0 ? `, read off ${scales.join('; ')}` : '';
  const filler = fillerG ? ` + ${withDecimals(fillerG, 1)} g filler` : '';
  return `Pot ${label}: ${part(resinG, resinAs)} resin (lot ${resinLot}) + ${part(secondG, secondAs)} (lot ${secondLot})${filler}${read}`;
}
