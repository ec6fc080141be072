import type { Lab, MeasuredIn, WetAndCured } from '../colour/index.js';
import type { CoatChoice } from '../finish/index.js';

/** A place on a line, and how high it stands against the gauge, mm, proud is more; null until it is read. */
export interface FairPlace {
  xMm: number;
  yMm: number;
  zMm: number | null;
  sound: boolean;
}

/** One round of readings of how fair it is: after what, and along which lines. */
export interface FairRound {
  id: string;
  /** What was done just before; `ground` while nothing is laid: it tells the room there is. */
  after: 'ground' | 'cured' | 'sanded' | 'filled';
  lines: readonly { name: string; readings: readonly FairPlace[] }[];
  /** What it was read with; nothing where it was typed. */
  instrument: string;
  by: string;
  at: string | null;
}

/** A colour as it was told: typed off a card, read with a meter, or off a photograph beside a grey card. */
export interface ReadColour extends Lab {
  from: 'typed' | 'meter' | 'photo';
  /** What it may be off by, ΔE00; null where nobody knows. */
  plusMinus: number | null;
  instrument: string;
  by: string;
  at: string | null;
}

/** A cup that was mixed for a colour, and what it came out as. */
export interface ColourTrial {
  id: string;
  baseG: number;
  /** One of the shop's own white gel coats, with the name it had then; the made-up one where nothing is said. */
  white?: { id: string; name: string } | undefined;
  /** By the ids of the library; one of the shop's own has the name it had then. */
  pigments: readonly { id: string; name?: string | undefined; amountG: number }[];
  /** Put in after the first cup was read, or mixed anew. */
  corrects: boolean;
  /** As it was read wet, before it cured. */
  wet?: ReadColour | undefined;
  /** As it was read cured. */
  read: ReadColour | null;
  by: string;
  at: string | null;
}

/** Cups that were read both ways, of which a shop's dry-down is worked out: a photo is too coarse for it. */
export const wetAndCured = (trials: readonly ColourTrial[]): WetAndCured[] =>
  trials.flatMap(({ wet, read }) => (wet && read && wet.from !== 'photo' && read.from !== 'photo' ? [{ wet: labOnly(wet), cured: labOnly(read) }] : [])); // prettier-ignore

/** The colour of a reading without what it was read with. */
export const labOnly = ({ l, a, b }: Lab): Lab => ({ l, a, b });

export const LIGHT_MARKS = ['high', 'low', 'pinhole', 'scratch'] as const;
/** What a low light, chalk on a batten or the fingers showed at a place, until it is gone. */
export interface LightMark {
  id: string;
  kind: (typeof LIGHT_MARKS)[number];
  xMm: number;
  yMm: number;
  by: string;
  at: string | null;
}

/** What is measured and decided while the repair is faired and finished. */
export interface FinishInputs {
  /** Class of finish it is faired to; the usual one of its finish where nobody said. */
  fairClassId: string | null;
  fair: readonly FairRound[];
  colour: {
    target: ReadColour | null;
    /** The neighbour was cleaned and polished before it was read. */
    polished: boolean;
    batchG: number | null;
    measuredIn: MeasuredIn | null;
    /** White gel coat of the library the pastes go into; the shop's own where it has one, and nobody said. */
    whiteId?: string | undefined;
    trials: readonly ColourTrial[];
  };
  coat: CoatChoice;
  /** Paint fades out past the repair, or ends at a line that is there anyway; null while nobody said. */
  paintEdge: 'fade' | 'hard' | null;
  /** The deck has a pattern against slipping, which goes back on. */
  nonSkid: boolean;
  /** Film, decals and stripes as they were before, to be put back. */
  putBack: string;
  lightMarks?: readonly LightMark[] | undefined;
  /** Works of the finish that are not done here, each with why: the owner paints it, the trim hides it. */
  leftOut?: readonly { workId: string; why: string }[] | undefined;
}

export const NO_FINISH: FinishInputs = {
  fairClassId: null,
  fair: [],
  colour: { target: null, polished: false, batchG: null, measuredIn: null, trials: [] },
  coat: { areaMm2: null, dryMm: null, way: 'brush', solidsPercent: null },
  paintEdge: null,
  nonSkid: false,
  putBack: '',
};
