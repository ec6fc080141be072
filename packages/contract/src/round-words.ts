import type { LayingWork } from '@ashstep/core/mix';
import type { PlannedRound } from '@ashstep/core/repair';

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
