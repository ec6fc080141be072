import { attempt } from '../errors.js';
import type { CureStage } from '../cure/age-law.js';
import { fillRounds } from '../fairness/index.js';
import { fairingDensity } from '../mix/index.js';
import { GEL_COAT } from '../resin/gel-coat.js';
import type { SystemCard } from '../resin/systems.js';
import { WET_FROM_GRIT } from './abrasives.js';
import { type CoatInput, type CoatWay, coat } from './coat.js';
import { MASK_INNER_MM, MASK_OUTER_MM } from './masks.js';
import type { FinishRoute, FinishStep } from './routes.js';

/** What is put on in a work of the finish. */
export const FINISH_MEDIA = ['neat', 'epoxy-filler', 'polyester-filler', 'resin', 'gelcoat', 'primer', 'paint', 'varnish'] as const; // prettier-ignore
export type FinishMedium = (typeof FINISH_MEDIA)[number];

/** One work of the finish: one fill, one coat, one sanding, with what it takes and how long the next waits for it. */
export interface FinishWork extends FinishStep {
  /** Step of the route it belongs to. */
  of: string;
  /** In two or three words. */
  name: string;
  /** What is put on; null for work of the hands alone. */
  medium: FinishMedium | null;
  /** With what is lost or to spare; null where only its can knows. */
  ml: number | null;
  massG: number | null;
  /** What a wet-film gauge reads, mm; null where none is read. */
  wetMm: number | null;
  /** Of gel coat. */
  catalyst: { percent: number; ml: number; g: number; drops: number | null } | null;
  /** How far what was put on has to come before the next; null where nobody has a card of it. */
  stage: CureStage | null;
  /** The hours it waits were read off its can. */
  byCan: boolean;
  /** The next goes on within so many hours at 22 °C; later it is abraded first. Null where it has no window. */
  untilHours: number | null;
  /** The lines are read after it. */
  reads: boolean;
  caution: string | null;
}

/** How a full coat is put on; what is null is as the route has it. */
export interface CoatChoice {
  areaMm2: number | null;
  dryMm: number | null;
  way: CoatWay;
  /** Solids by volume off the can of a paint, per cent. */
  solidsPercent: number | null;
  /** Hours off the can of a paint or varnish, at the air there is: to the next coat, and until it is hard; usual ones where nobody read them. */
  recoatHours?: number | undefined;
  hardHours?: number | undefined;
}

/** What a round of the job's own after the plies can be of the finish, and the steps of a route it stands for. */
const STANDS_FOR = { fairing: ['fair'], gelcoat: ['gel-coat', 'rim-gel', 'flow-coat'], resin: ['seal'] } as const;
export type PutOnBefore = keyof typeof STANDS_FOR;

export interface WorksFacts {
  /** Resin of the job. */
  card: SystemCard;
  /** Ground that is finished, mm². */
  areaMm2: number;
  tempC: number;
  /** What is put on in rounds of its own after the plies: its step, and what comes before that, is not done again. */
  inRounds: readonly PutOnBefore[];
  /** Fills that were put on and read again, and the lows the last reading left; null where nothing was read. */
  fair: { filled: number; fillMl: number; deepestMm: number; fair: boolean } | null;
  /** What epoxy fairing paste is thickened with. */
  fillerId: string;
  coat: CoatChoice;
  paintEdge: 'fade' | 'hard' | null;
  nonSkid: boolean;
  /** Film, decals and stripes that were noted, to be put back. */
  putBack: string;
  dropsPerMl?: number;
}

/** Hours at 22 °C that a usual two-part primer or paint, a putty, a varnish and a polyester filler want; its can says. Source: generic trade figures. */
const WAITS = { primer: 6, putty: 1, betweenPaint: 4, paint: 12, varnish: 12, polyesterFiller: 1 } as const;
/** Polyester filler, g/ml. Source: generic trade figure, its can says. */
const POLYESTER_FILLER_G_PER_ML = 1.8;
/** A paint is so thick when it is dry, both coats of it, mm. Usual where nothing else is named. */
export const PAINT_MM = 0.08;
/** Neat resin that primes a surface for paste, g/m². Source: workshop practice, abraded laminate. */
const NEAT_G_PER_M2 = 100;

type Part = Partial<FinishWork> & Pick<FinishWork, 'id' | 'name' | 'text' | 'why'> & { share: number };

/** The works of a finish route in order: every fill, coat and sanding by itself. */
export function finishWorks(route: Pick<FinishRoute, 'steps' | 'ladder'>, facts: WorksFacts): FinishWork[] {
  const stands = new Set<string>(facts.inRounds.flatMap((one) => STANDS_FOR[one]));
  const last = route.steps.findLastIndex(({ id }) => stands.has(id));
  // A fairing that is put on in its round is still sanded and read.
  const left = route.steps.slice(route.steps[last]?.id === 'fair' ? last : last + 1);
  return [
    ...left.flatMap((step) => (PARTS[step.id] ?? whole)(step, facts, route.ladder).map((part) => work(step, part))),
    ...lastly(facts),
  ]; // prettier-ignore
}

/** A part of a step: the share of its hands' time, nothing put on and nothing waited for but where it says so. Named one by one: it is made hundreds of times a second while a drawing is dragged. */
const work = (step: FinishStep, part: Part): FinishWork => ({
  id: part.id,
  of: step.id,
  name: part.name,
  text: part.text,
  why: part.why,
  medium: part.medium ?? null,
  ml: part.ml ?? null,
  massG: part.massG ?? null,
  layerMm: part.layerMm ?? null,
  wetMm: part.wetMm ?? null,
  catalyst: part.catalyst ?? null,
  stage: part.stage ?? null,
  waitHours: part.waitHours ?? 0,
  byCan: part.byCan ?? false,
  untilHours: part.untilHours ?? null,
  afterFullCure: part.afterFullCure ?? false,
  reads: part.reads ?? false,
  caution: part.caution ?? null,
  handsMinPerM2: part.share * step.handsMinPerM2,
  handsFloorMin: part.share * step.handsFloorMin,
});

type Parts = (step: FinishStep, facts: WorksFacts, ladder: readonly number[]) => Part[];

const NAMES: Readonly<Record<string, string>> = { 'wash-blush': 'Wash off blush', 'key-80': 'Key with 80 grit' };
const whole: Parts = ({ id, text, why, afterFullCure, waitHours, layerMm }) => [
  { id, name: NAMES[id] ?? text, text, why, share: 1, afterFullCure, waitHours, layerMm },
];

/** What is mixed from the job's resin has its grams; the hours it wants are its card's. */
const ofResin = ({ card }: WorksFacts): Pick<FinishWork, 'stage' | 'waitHours'> => ({
  stage: 'sandable',
  waitHours: card.sandableHours,
});

const sandingText = ({ family }: SystemCard): string => `${family === 'epoxy' ? 'Wash with water, then sand' : 'Sand'} with a long board, diagonal strokes; low light, straight edge, fingers through a paper towel. Read the lines`; // prettier-ignore
const BOARD_WHY = 'A board rides the neighbours, a hand digs. The reading says whether another fill is wanted.';

const fairing: Parts = ({ layerMm, text, why }, facts) => {
  const { card, areaMm2, fair } = facts;
  const read = { reads: true, caution: 'Dust mask on; wet where you can. Do not ride over an edge: tape beside the repair, and stop when the tape is touched.' }; // prettier-ignore
  if (fair === null && facts.inRounds.includes('fairing'))
    return [{ id: 'fair-sand-1', name: 'Sand fair', text: sandingText(card), why: BOARD_WHY, share: 0.5, ...read }];
  const epoxy = card.family === 'epoxy';
  const medium = epoxy ? 'epoxy-filler' : 'polyester-filler';
  const lowMl = fair ? fair.fillMl : (areaMm2 / 1000) * (layerMm ?? 0);
  const deepestMm = fair ? fair.deepestMm : (layerMm ?? 0);
  const left = (fair?.fair ?? false) || lowMl <= 0 || deepestMm <= 0 ? [] : (attempt(() => fillRounds({ volumeMl: lowMl, deepestMm, medium: epoxy ? 'epoxy' : 'polyester', tempC: facts.tempC, densityGPerMl: epoxy ? fairingDensity(facts.fillerId, card.resinDensityGPerMl) : POLYESTER_FILLER_G_PER_ML })).result?.rounds ?? []); // prettier-ignore
  const done = fair?.filled ?? 0;
  const count = done + left.length;
  if (count === 0) {
    const high = fair !== null && !fair.fair;
    const said = high ? { name: 'Sand the high places', text: 'Sand down what stands high by the reading, and read the lines again', why: 'Nothing is low: filler would only hide what is too high.' } : { name: 'Fair already', text: 'Sand with the block, look along it in a low light', why: 'The lines that were read are within the class: nothing wants filling.' }; // prettier-ignore
    return [{ id: 'fair-look', ...said, share: 0.5, ...read }];
  }
  const neat: Part[] = epoxy
    ? [
        {
          id: 'fair-neat',
          name: 'Neat coat before the filler',
          text: 'Neat resin first, thin; wait until it is tacky',
          why: 'On a dry face the paste rolls off the spreader; on a wet one it slides.',
          share: 0.2,
          medium: 'neat',
          massG: Math.max(5, (areaMm2 / 1e6) * NEAT_G_PER_M2),
          stage: 'green',
          waitHours: card.recoatFromHours,
          untilHours: card.recoatUntilHours,
        },
      ]
    : [];
  const each = 1 - 0.2 * neat.length;
  return [
    ...neat,
    ...Array.from({ length: count }, (_, i): Part[] => {
      const own = left[i - done];
      const of = count === 1 ? '' : ` ${i + 1} of ${count}`;
      return [
        {
          id: `fair-fill-${i + 1}`,
          name: `Fill${of}`,
          text: i === 0 ? text : `Fill again${of}: what is still low, from the middle outward`,
          why: i === 0 ? why : 'What shrank or was missed shows at the next reading.',
          share: each / 2,
          layerMm: own?.depthMm ?? layerMm ?? null,
          medium,
          ml: own?.ml ?? null,
          massG: own?.massG ?? null,
          ...(epoxy ? ofResin(facts) : { waitHours: WAITS.polyesterFiller }),
        },
        {
          id: `fair-sand-${i + 1}`,
          name: `Sand fair${of}`,
          text: sandingText(card),
          why: BOARD_WHY,
          share: each / 2,
          ...read,
        },
      ];
    }).flat(),
  ];
};

/** Of the hands' time of a gel coat. */
const MASK_SHARE = 0.15;
const POLYESTER_COAT = { stage: null, waitHours: GEL_COAT.sandableHours } as const;

/** A gel coat in its passes: the next while the one before is green, wax or film only on the last. */
const gelCoat: Parts = ({ why, layerMm }, { areaMm2, tempC, coat: own, dropsPerMl }) => {
  const found = attempt(() => coat({ medium: 'gelcoat', areaM2: (own.areaMm2 ?? areaMm2) / 1e6, dryMm: own.dryMm ?? layerMm ?? 0.5, way: own.way, tempC, ...(dropsPerMl === undefined ? {} : { dropsPerMl }) })).result; // prettier-ignore
  const passes = found?.passes ?? 2;
  const mask: Part = {
    id: 'gel-coat-mask',
    name: 'Mask in two stages',
    text: `Inner tape ${MASK_INNER_MM} mm outside the ground, to coat to; outer tape ${MASK_OUTER_MM} mm further, to sand to`,
    why: 'The inner is pulled while the coat is soft, so that no step stands at its edge; the outer keeps the paper off the neighbours.',
    share: MASK_SHARE,
  };
  return [
    mask,
    ...Array.from({ length: passes }, (_, i): Part => {
      const last = i === passes - 1;
      return {
        id: `gel-coat-${i + 1}`,
        name: `Gel coat, pass ${i + 1} of ${passes}`,
        text: last ? `Pass ${i + 1} of ${passes}, with wax additive, or film over it` : `Pass ${i + 1} of ${passes}, without wax, even, no runs`, // prettier-ignore
        why: last ? 'Air keeps its skin from curing.' : i === 0 ? why : 'Onto the tacky back of the pass before: wax between them parts them.', // prettier-ignore
        share: (1 - MASK_SHARE) / passes,
        medium: 'gelcoat',
        layerMm: (own.dryMm ?? layerMm ?? 0.5) / passes,
        ml: found?.pass.ml ?? null,
        massG: found?.pass.massG ?? null,
        wetMm: found?.wetPerPassMm ?? null,
        catalyst: found?.pass.catalyst ?? null,
        caution: 'Catalyst blinds: goggles on. No direct sun on it.',
        ...(last ? POLYESTER_COAT : { stage: null, waitHours: GEL_COAT.recoatFromHours, untilHours: GEL_COAT.recoatUntilHours }), // prettier-ignore
      };
    }),
  ];
};

/** What a coat off a can takes: nobody knows without its solids. */
function offCan({ areaMm2, tempC, coat: own }: WorksFacts, dryMm: number): Pick<FinishWork, 'ml' | 'massG' | 'wetMm'> {
  const { result } = own.solidsPercent === null ? { result: null } : attempt(() => coat({ medium: 'paint', areaM2: (own.areaMm2 ?? areaMm2) / 1e6, dryMm, way: own.way, tempC, shrink: 1 - own.solidsPercent! / 100 })); // prettier-ignore
  return { ml: result?.ml ?? null, massG: null, wetMm: result?.wetPerPassMm ?? null };
}

/** How long a coat of paint or varnish waits: as its can says, where somebody read it off. */
const waitsOfCan = (read: number | undefined, usual: number): Pick<FinishWork, 'waitHours' | 'byCan'> => ({ waitHours: read ?? usual, byCan: read !== undefined }); // prettier-ignore

const BY_CAN = 'Mixed and waited for as its can says. Mask with cartridges for solvent; two-part paint with isocyanate only with air fed in.'; // prettier-ignore

const PARTS: Readonly<Record<string, Parts>> = {
  fair: fairing,
  'gel-coat': gelCoat,
  'rim-gel': (step, { areaMm2, tempC, coat: own }) => [
    { id: 'rim-gel', name: 'Gel coat at the rim', text: step.text, why: step.why, share: 1, layerMm: step.layerMm, medium: 'gelcoat', caution: 'Catalyst blinds: goggles on. No direct sun on it.', ...rimOf(areaMm2, tempC, own.dryMm ?? step.layerMm ?? 0.5), ...POLYESTER_COAT }, // prettier-ignore
  ],
  'flow-coat': (step, facts) => [
    { id: 'flow-coat', name: 'Flow coat', text: step.text, why: step.why, share: 1, layerMm: step.layerMm, medium: 'gelcoat', caution: 'Catalyst blinds: goggles on.', ...flowOf(facts, step.layerMm ?? 0.3), ...POLYESTER_COAT }, // prettier-ignore
  ],
  seal: (step, facts) => [
    { id: 'seal', name: 'Seal coat', text: step.text, why: `${step.why} Bare epoxy wants cover from the sun until it has its finish.`, share: 1, layerMm: step.layerMm, medium: 'resin', massG: resinG(facts, step.layerMm ?? 0.1), ...ofResin(facts) }, // prettier-ignore
  ],
  prime: (_, facts) => [
    { id: 'prime-1', name: 'Prime', text: 'The surround masked off; two-part primer, one thin coat', why: 'One colour shows every fault.', share: 0.35, layerMm: 0.05, medium: 'primer', waitHours: WAITS.primer, caution: BY_CAN, ...offCan(facts, 0.05) }, // prettier-ignore
    { id: 'prime-guide', name: 'Guide coat, spot putty', text: 'Guide coat, block it off; spot putty into what stays dark', why: 'What stays dark is low, or a pinhole: it shows only after the top coat.', share: 0.3, waitHours: WAITS.putty }, // prettier-ignore
    { id: 'prime-2', name: 'Prime again', text: 'Prime again over the putty', why: 'Putty drinks paint and shows as a dull spot.', share: 0.35, layerMm: 0.05, medium: 'primer', waitHours: WAITS.primer, ...offCan(facts, 0.05) }, // prettier-ignore
  ],
  paint: (_, facts) => {
    const edge = facts.paintEdge;
    const coatMm = (facts.coat.dryMm ?? PAINT_MM) / 2;
    const mask = edge === 'hard' ? 'Mask to a line that is there anyway, an edge or a stripe; pull the tape while the paint is wet' : edge === 'fade' ? 'Mask wide, and fade the last coat out: thinner each pass, past the repair' : 'Mask just past the repair and feather the edge: faded out, or to a hard line'; // prettier-ignore
    return [
      { id: 'paint-mask', name: 'Mask', text: mask, why: 'So that no line shows.', share: 0.3 },
      { id: 'paint-1', name: 'Paint, coat 1 of 2', text: 'First coat of paint, thin', why: 'Two thin coats hang better than one thick.', share: 0.35, layerMm: coatMm, medium: 'paint', ...waitsOfCan(facts.coat.recoatHours, WAITS.betweenPaint), caution: BY_CAN, ...offCan(facts, coatMm) }, // prettier-ignore
      { id: 'paint-2', name: 'Paint, coat 2 of 2', text: 'Second coat, edge feathered', why: 'So that no line shows.', share: 0.35, layerMm: coatMm, medium: 'paint', ...waitsOfCan(facts.coat.hardHours, WAITS.paint), caution: BY_CAN, ...offCan(facts, coatMm) }, // prettier-ignore
    ];
  },
  'uv-cover': (step, facts) => [
    { id: 'uv-cover-1', name: 'Varnish, coat 1 of 2', text: `${step.text}: first coat, thin`, why: step.why, share: 0.5, layerMm: 0.05, medium: 'varnish', ...waitsOfCan(facts.coat.recoatHours, WAITS.varnish), ...offCan(facts, 0.05) }, // prettier-ignore
    { id: 'uv-cover-2', name: 'Varnish, coat 2 of 2', text: 'Matted lightly, second coat', why: 'The filter against the sun is in its thickness.', share: 0.5, layerMm: 0.05, medium: 'varnish', ...waitsOfCan(facts.coat.hardHours, WAITS.varnish), ...offCan(facts, 0.05) }, // prettier-ignore
  ],
  polish: ({ text, why }, _, ladder) => {
    const wet = ladder.filter((grit) => grit >= WET_FROM_GRIT);
    return [
      { id: 'polish-sand', name: 'Wet sand', text: `Wet sand with a block: ${wet.join(', ')}, none left out, fresh paper`, why: 'Each takes out the scratch of the one before. Stop when the budget says so.', share: 0.5, caution: 'A block, not the fingers: they dig between. Keep off the edges.' }, // prettier-ignore
      { id: 'polish-compound', name: 'Compound', text: 'Compound, a wool or foam pad, kept moving', why: 'It burns through at an edge in seconds.', share: 0.3 }, // prettier-ignore
      {
        id: 'polish-wax',
        name: 'Polish and wax',
        text: text.includes('wax') ? 'Polish, then wax' : text,
        why,
        share: 0.2,
      },
    ];
  },
};

type Amounts = Pick<FinishWork, 'ml' | 'massG' | 'wetMm' | 'catalyst'>;

/** A line as wide as two masking tapes round the patch, mm. */
const RIM_MM = 20;
const rimOf = (areaMm2: number, tempC: number, dryMm: number): Amounts =>
  gelOf({ areaM2: (2 * Math.sqrt(Math.PI * areaMm2) * RIM_MM) / 1e6, dryMm, tempC, way: 'brush' });

const flowOf = ({ areaMm2, tempC, coat: { way }, dropsPerMl }: WorksFacts, dryMm: number): Amounts =>
  gelOf({ areaM2: areaMm2 / 1e6, dryMm, tempC, way, ...(dropsPerMl === undefined ? {} : { dropsPerMl }) });

/** Gel coat put on in one pass. */
function gelOf(of: Pick<CoatInput, 'areaM2' | 'dryMm' | 'tempC' | 'way' | 'dropsPerMl'>): Amounts {
  const { result } = attempt(() => coat({ medium: 'gelcoat', leastPasses: 1, maxPassMm: of.dryMm * 2, ...of }));
  return { ml: result?.ml ?? null, massG: result?.massG ?? null, wetMm: result?.wetMm ?? null, catalyst: result?.pass.catalyst ?? null }; // prettier-ignore
}

/** Of a coat of the job's resin. */
const resinG = ({ areaMm2, card }: WorksFacts, mm: number): number =>
  Math.max(5, (areaMm2 / 1000) * mm * card.resinDensityGPerMl);

/** What is put back when the finish is on. */
function lastly({ nonSkid, putBack }: WorksFacts): FinishWork[] {
  const step: FinishStep = { id: 'put-back', text: '', why: '', layerMm: null, afterFullCure: false, waitHours: 0, handsMinPerM2: 60, handsFloorMin: 20 }; // prettier-ignore
  const parts: Part[] = [
    ...(nonSkid ? [{ id: 'put-back-skid', name: 'Non-skid pattern', text: 'Non-skid put back: the pattern of the neighbours, pressed in while it gels or with the same grain in the paint', why: 'A smooth patch on a deck is where somebody falls.', share: 1, caution: 'Try the pattern on a scrap first: it is not sanded out again.' }] : []), // prettier-ignore
    ...(putBack.trim() === '' ? [] : [{ id: 'put-back-film', name: 'Film, decals, stripes', text: `Put back: ${putBack.trim()}`, why: 'As it was noted before the work; on paint that is hard, not before.', share: 1 }]), // prettier-ignore
  ];
  return parts.map((part) => work(step, part));
}
