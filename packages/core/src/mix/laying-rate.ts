import { requireNumber } from '../errors.js';
import { LIMITS } from '../limits/index.js';

/** How plies are laid, each with a pace of its own. */
export const LAYING_WORKS = ['wrap', 'brush', 'small-roller', 'roller', 'film'] as const;
export type LayingWork = (typeof LAYING_WORKS)[number];

export interface LayingRateInput {
  /** Of a piece, mm²: of the largest ply, where there are several. */
  areaMm2: number;
  /** Wound round a tube. */
  wound?: boolean;
  /** Wetted out on film on the table and carried over. */
  onFilm?: boolean;
  /** Share of the resin that goes into bound mat laid in epoxy, which takes it up slowly; 0 to 1. */
  stiffShare?: number;
  /** Pairs of hands; 1 when left out. */
  hands?: number;
  overhead?: boolean;
  /** What the shed's own log says of each work. */
  log?: Readonly<Partial<Record<LayingWork, LoggedRate>>>;
}

/** What a shed laid in past lay-ups of one work, g a minute and pair of hands: the middle one of so many, the least and the most. */
export interface LoggedRate {
  gPerMin: number;
  lays: number;
  lowGPerMin: number;
  highGPerMin: number;
}

export interface LayingRate {
  work: LayingWork;
  /** Mixed resin laid, g a minute, all hands together. */
  gPerMin: number;
  source: 'table' | 'log';
  /** What one pair of hands usually does, or did by the log, g a minute. */
  lowGPerMin: number;
  highGPerMin: number;
  /** Lay-ups the log has of it; none for the table. */
  lays: number;
}

/** A log of fewer lay-ups than this says nothing of the next. */
export const LEAST_LAYS = 3;
/** How fast what is no ply goes on, g a minute: paste by knife or bag 30 to 80, a coat by brush or roller, resin by syringe hole after hole. Source: usual rates of the trade. */
export const [PASTE_G_PER_MIN, COAT_G_PER_MIN, INJECTED_G_PER_MIN] = [50, 25, 10];
/** Each further pair of hands adds so much of one; overhead it goes so much slower; bound mat in epoxy takes twice the time. */
const [MORE_HANDS, OVERHEAD, STIFF_TIMES] = [0.7, 0.6, 2];
/** A usual rate is told as a person would, in round figures: pots stand still while an outline is dragged. */
const ROUND = [3, 4, 5, 6, 8, 10, 12, 15, 20, 25, 30, 40, 50, 60, 80, 100, 120, 150, 200, 250, 300, 400];

/** Usual rates of a pair of hands, g a minute. Source: rates of the trade; brush on small patches 5-15, brush and fin roller 25-50, roller on flats 60-150. */
export const USUAL_LAYING: Readonly<Record<LayingWork, { low: number; high: number }>> = {
  wrap: { low: 4, high: 8 },
  brush: { low: 5, high: 15 },
  'small-roller': { low: 25, high: 50 },
  roller: { low: 60, high: 150 },
  film: { low: 20, high: 40 },
};

/** Where the range of each work begins and ends, m²: between two of them it goes over from one to the other. */
const BY_AREA: readonly { m2: number; gPerMin: number }[] = [
  { m2: 0.0025, gPerMin: USUAL_LAYING.brush.low },
  { m2: 0.02, gPerMin: USUAL_LAYING.brush.high },
  { m2: 0.05, gPerMin: USUAL_LAYING['small-roller'].low },
  { m2: 0.3, gPerMin: USUAL_LAYING['small-roller'].high },
  { m2: 0.5, gPerMin: USUAL_LAYING.roller.low },
  { m2: 2, gPerMin: USUAL_LAYING.roller.high },
];
const [SMALL_M2, LARGE_M2] = [0.035, 0.4];

/** What a ply of so large an area is laid with. */
function workOf({ areaMm2, wound, onFilm }: LayingRateInput): LayingWork {
  if (wound) return 'wrap';
  const m2 = areaMm2 / 1e6;
  if (onFilm && m2 < LARGE_M2) return 'film';
  return m2 < SMALL_M2 ? 'brush' : m2 < LARGE_M2 ? 'small-roller' : 'roller';
}

/**
 * How fast mixed resin is laid: by the shed's own log of the same work where that has three lay-ups or more, else by the usual rates of the trade,
 * rising with the area; slower overhead and with bound mat in epoxy, faster with more hands.
 * @throws CoreError for an area, a share or hands nothing has
 */
export function layingRate(input: LayingRateInput): LayingRate {
  const areaMm2 = requireNumber(input.areaMm2, 'areaMm2', LIMITS.areaMm2);
  const hands = requireNumber(input.hands ?? 1, 'hands', LIMITS.layingHands);
  const stiff = requireNumber(input.stiffShare ?? 0, 'stiffShare', { min: 0, max: 1 });
  const work = workOf(input);
  const logged = input.log?.[work];
  const known = logged && logged.lays >= LEAST_LAYS ? logged : null;
  const { low, high } = USUAL_LAYING[work];
  const usual = work === 'wrap' || work === 'film' ? Math.sqrt(low * high) : byArea(areaMm2 / 1e6);
  const times = (1 + MORE_HANDS * (hands - 1)) * (input.overhead ? OVERHEAD : 1);
  return {
    work,
    gPerMin: known ? known.gPerMin * times : rounded((usual / (1 + (STIFF_TIMES - 1) * stiff)) * times),
    source: known ? 'log' : 'table',
    lowGPerMin: known?.lowGPerMin ?? low,
    highGPerMin: known?.highGPerMin ?? high,
    lays: known?.lays ?? 0,
  };
}

/** Rate of one pair of hands with nothing in its way, of what so many of them did. */
export const perHands = (gPerMin: number, hands = 1, overhead = false): number =>
  gPerMin / (1 + MORE_HANDS * (hands - 1)) / (overhead ? OVERHEAD : 1);

function byArea(m2: number): number {
  const at = BY_AREA.findIndex((row) => row.m2 >= m2);
  if (at === 0) return BY_AREA[0]!.gPerMin;
  if (at < 0) return BY_AREA.at(-1)!.gPerMin;
  const [a, b] = [BY_AREA[at - 1]!, BY_AREA[at]!];
  return a.gPerMin + (b.gPerMin - a.gPerMin) * (Math.log(m2 / a.m2) / Math.log(b.m2 / a.m2));
}

const rounded = (gPerMin: number): number =>
  ROUND.reduce((a, b) => (Math.abs(Math.log(b / gPerMin)) < Math.abs(Math.log(a / gPerMin)) ? b : a));
