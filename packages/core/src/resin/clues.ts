import type { Likelihoods } from './hypotheses.js';

const weights = (
  polyester: number,
  vinylester: number,
  epoxy: number,
  thermoplastic: number,
  mixed: number,
): Likelihoods => ({
  polyester,
  vinylester,
  epoxy,
  thermoplastic,
  mixed,
});

export interface ClassPrior {
  id: string;
  label: string;
  weights: Likelihoods;
}

/** Starting weights by class of item. Source: shares usual in the trade ("nine in ten polyester, a twentieth each …"). */
export const PRIORS: readonly ClassPrior[] = [
  {
    id: 'volume-built',
    label: 'Volume-built craft, caravan, tank, older panel',
    weights: weights(0.89, 0.05, 0.05, 0.002, 0.008),
  },
  {
    id: 'volume-built-before-1998',
    label: 'The same, built before the late 1990s',
    weights: weights(0.95, 0.02, 0.02, 0.002, 0.008),
  },
  {
    id: 'light-craft',
    label: 'Carbon or aramid shell, high-end light craft',
    weights: weights(0.04, 0.06, 0.88, 0.002, 0.018),
  },
  { id: 'eps-board', label: 'EPS-cored board', weights: weights(0.01, 0.01, 0.96, 0.01, 0.01) },
  { id: 'pu-board', label: 'PU-foam board', weights: weights(0.85, 0.02, 0.1, 0.01, 0.02) },
  { id: 'moulded-shell', label: 'Moulded plastic shell', weights: weights(0.05, 0.01, 0.02, 0.9, 0.02) },
  { id: 'open', label: 'Nothing to go by', weights: weights(0.5, 0.1, 0.3, 0.05, 0.05) },
];

/** Volume-built craft of before this year were laid with the older, stronger polyesters. */
const OLDER_BEFORE = 1998;

/** Of these kinds it goes by what is inside or how light they are, which nobody has said of a new job. */
const NO_CLASS: readonly string[] = ['board', 'paddle', 'other'];

/** The class a craft is taken for until somebody says otherwise, from its kind and year. */
export const priorOfCraft = ({ kind, year }: { kind: string; year: number | null }): string => {
  if (NO_CLASS.includes(kind)) return 'open';
  return year !== null && year < OLDER_BEFORE ? 'volume-built-before-1998' : 'volume-built';
};

export type ClueGroup = 'history' | 'grind' | 'surface' | 'core' | 'smell' | 'shell';

/** How often a clue of a group can be had at all: few craft have papers, and every grind shows something. Source: judgement of the trade. */
export const CLUE_TO_BE_HAD: Readonly<Record<ClueGroup, number>> = {
  history: 0.1,
  grind: 0.9,
  surface: 0.9,
  core: 0.6,
  smell: 0.8,
  shell: 0.8,
};

export interface Clue {
  id: string;
  group: ClueGroup;
  label: string;
  /** Chance of seeing this under each hypothesis. */
  likelihoods: Likelihoods;
  /** Clues that cannot be seen on the same laminate: when one is there, the other need not be looked for. */
  excludes: readonly string[];
}

const OPPOSITES = [
  ['styrene-smell', 'no-styrene-smell'],
  ['shaving-curls', 'shaving-crumbles'],
  ['tint-green-blue', 'clear-straw-pink'],
  ['gel-over-repair', 'paint-over-repair'],
  ['plate-polyester', 'plate-vinylester', 'plate-epoxy'],
];

const excludedBy = (id: string): string[] =>
  OPPOSITES.filter((group) => group.includes(id)).flatMap((group) => group.filter((other) => other !== id));

const OBSERVATIONS: readonly Omit<Clue, 'excludes'>[] = [
  {
    id: 'tint-green-blue',
    group: 'grind',
    label: 'Bare resin tinted green, blue, purple or brown',
    likelihoods: weights(0.6, 0.6, 0.06, 0.2, 0.35),
  },
  {
    id: 'clear-straw-pink',
    group: 'grind',
    label: 'Bare resin water-clear, straw-yellow or pink',
    likelihoods: weights(0.15, 0.25, 0.8, 0.3, 0.4),
  },
  {
    id: 'two-colours',
    group: 'grind',
    label: 'Two colours or two cloths in the grind',
    likelihoods: weights(0.04, 0.04, 0.04, 0.01, 0.9),
  },
  {
    id: 'gel-over-repair',
    group: 'surface',
    label: 'Gel coat on top of an earlier repair',
    likelihoods: weights(0.5, 0.45, 0.1, 0.01, 0.4),
  },
  {
    id: 'paint-over-repair',
    group: 'surface',
    label: 'Paint on top of an earlier repair',
    likelihoods: weights(0.4, 0.4, 0.5, 0.1, 0.6),
  },
  {
    id: 'moulded-gel-coat',
    group: 'surface',
    label: 'Moulded-in gel coat, no paint',
    likelihoods: weights(0.8, 0.8, 0.12, 0.02, 0.4),
  },
  {
    id: 'styrene-smell',
    group: 'smell',
    label: 'Styrene smell when abraded',
    likelihoods: weights(0.85, 0.8, 0.03, 0.05, 0.5),
  },
  {
    id: 'no-styrene-smell',
    group: 'smell',
    label: 'No styrene smell when abraded',
    likelihoods: weights(0.15, 0.2, 0.97, 0.95, 0.4),
  },
  {
    id: 'styrene-foam-intact',
    group: 'core',
    label: 'EPS or XPS core intact under the skin',
    likelihoods: weights(0.002, 0.002, 0.95, 0.1, 0.02),
  },
  {
    id: 'shaving-curls',
    group: 'shell',
    label: 'A shaving curls and melts',
    likelihoods: weights(0.005, 0.005, 0.005, 0.97, 0.01),
  },
  {
    id: 'shaving-crumbles',
    group: 'shell',
    label: 'A shaving crumbles',
    likelihoods: weights(0.95, 0.95, 0.95, 0.03, 0.95),
  },
  {
    id: 'plate-polyester',
    group: 'history',
    label: 'Plate, data sheet or record says polyester',
    likelihoods: weights(0.98, 0.02, 0.01, 0.005, 0.05),
  },
  {
    id: 'plate-vinylester',
    group: 'history',
    label: 'Plate, data sheet or record says vinylester',
    likelihoods: weights(0.02, 0.98, 0.01, 0.005, 0.05),
  },
  {
    id: 'plate-epoxy',
    group: 'history',
    label: 'Plate, data sheet or record says epoxy',
    likelihoods: weights(0.01, 0.01, 0.98, 0.005, 0.05),
  },
];

/** Clues a repairer meets. Likelihoods are the shop's starting judgement, kept as data so that it can be argued with. */
export const CLUES: readonly Clue[] = OBSERVATIONS.map((clue) => ({ ...clue, excludes: excludedBy(clue.id) }));
