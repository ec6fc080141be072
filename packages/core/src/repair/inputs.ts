import type { GelCoatWay, FinishKind } from '../finish/routes.js';
import type { Shape } from '../geometry/index.js';
import type { BurnOffInput, FabricLayer, Ring } from '../laminate/index.js';
import type { Container } from '../cure/index.js';
import type { CoreRef, Fabric, Process, ResinFamily } from '../material/index.js';
import type { LayingWork, LoggedRate, MeasuringTool, PrimedSurface, Weighing } from '../mix/index.js';
import type { Likelihoods } from '../resin/hypotheses.js';
import type { Hardener } from '../resin/hardeners.js';
import type { SystemCard } from '../resin/systems.js';
import type { ShopRates } from '../plan/index.js';
import type { School } from '../resin/verdicts.js';
import type { Spot, SpotKind } from '../spots/index.js';
import type { LayingOrder } from '../stack/stack.js';
import type { HomographyInput, MapMark, Pixel, Reading } from '../survey/index.js';
import type {
  AlignmentReading,
  BrokenInput,
  EdgeInput,
  GaugeReading,
  InjectionInput,
  KnockDowns,
  PlugInput,
  LocalRatio,
  RepairKind,
  ServiceClass,
  WayOut,
  WrapInput,
} from '../taper/index.js';

import type { AirRead, ExpectedAir, WorkPlace } from './air-read.js';
import type { AddedRound, ClosingWay } from './added-round.js';
import type { GraveStructure, Severity } from './severities.js';
import { type FinishInputs, NO_FINISH } from './finish-inputs.js';
import { NOT_SMALL, type SmallJob } from './small-job.js';
import type { UnsaidDamage, UnsaidLaminate, UnsaidPlace } from './unsaid-fields.js';

/** An edge, fitting or structure near the damage, as a straight line in plan co-ordinates. */
export interface Neighbour {
  name: string;
  kind: 'edge' | 'fitting' | 'structure';
  fromXMm: number;
  fromYMm: number;
  toXMm: number;
  toYMm: number;
  /** Room the abraded edge must leave, mm; none when left out. */
  clearanceMm?: number;
  /** How the taper is worked round it where it would run into it. */
  way?: WayOut | null;
}

/** Bond shear that a shop has measured, and where it comes from. */
export interface ShopBond {
  mpa: number;
  source: string;
}

/** A photograph squared up and laid under the drawing: four corners of a rectangle of known size, and where its first corner lies. */
export interface LaidPhoto {
  /** Id of the photograph kept with the job. */
  id: string;
  corners: readonly Pixel[];
  widthMm: number;
  heightMm: number;
  /** Place of the first corner on the plan, mm. */
  xMm: number;
  yMm: number;
  /** How the rectangle's first side lies on the plan, degrees counter-clockwise. */
  turnedDeg: number;
  check: NonNullable<HomographyInput['check']> | null;
}

/** What a figure was read with; nothing where it was typed. */
interface ReadOff {
  instrument?: string;
}

/** Everything a person decides or measures about a repair, section by section. All figures in working units. */
export interface RepairInputs {
  place: {
    where: string;
    craftKind: 'boat' | 'board' | 'paddle' | 'vehicle' | 'other';
    /** What spans it is judged as below. */
    waterline: 'above' | 'below' | 'spans';
    finish: FinishKind;
    access: 'one' | 'both';
    service: ServiceClass;
    specialService: 'none' | 'drinking-water' | 'fuel' | 'heat' | 'fire' | 'food';
    certified: boolean;
    likeForLike: boolean;
    /** What nobody has said of it yet: what stands there is no reading. */
    unsaid?: readonly UnsaidPlace[] | undefined;
  };
  damage: {
    /** What is the matter with the main place. */
    kind: SpotKind;
    shape: Shape;
    /** Finish only: no fibre broken, nothing to taper or lay. */
    depth: 'finish' | 'part' | 'through';
    /** Depth of damage when it is part depth, mm. */
    depthMm: number | null;
    /** Of the finish only: it is gone down to the fibre, none of which is broken. */
    toFibre?: boolean;
    marginMm: number;
    minCornerRadiusMm: number;
    /** Further places, in the order they are walked round after the main one. */
    spots: readonly Spot[];
    neighbours: readonly Neighbour[];
    notes: string;
    /** What nobody has said of it yet: what stands there is no reading. */
    unsaid?: readonly UnsaidDamage[] | undefined;
  };
  severity: {
    /** The item is in two, or an edge, tip or rail is missing. */
    separated: boolean;
    structure: GraveStructure;
    /** Set by a person against the proposal, with a reason. */
    override: Severity | null;
    reason: string;
    /** Lifts the hold on what is beyond this tool: the drawing or the person responsible, and the manager who named it. */
    release: { reference: string; by: string; at: string } | null;
  };
  /** What was measured on the surface before anything was cut. */
  survey: {
    readings: readonly Reading[];
    gridSpacingMm: number;
    /** Further damage, cracks and earlier repairs beside the main outline. */
    marks: readonly MapMark[];
    photo: LaidPhoto | null;
    /** Depth-gauge readings of the ground taper. */
    gauge: readonly (GaugeReading & ReadOff)[];
    /** The damage as it showed, once the mapped outline has been set larger from the readings; null before. */
    visible: Shape | null;
    /** The mapped outline and depth before grinding, once it has been mapped again after it; null before. */
    expected: { shape: Shape; depth: RepairInputs['damage']['depth']; depthMm: number | null } | null;
    /** Moisture that counts as dry enough, and the reading of a dry place on the same item. */
    moistureLimit: number | null;
    dryReference: number | null;
    /** Rings of a test taper, outer face first, and the ratio it was ground at. */
    rings: { ratio: number; rings: readonly Ring[] } | null;
    /** A piece of the laminate weighed before and after its resin was burnt off. */
    coupon: (Pick<BurnOffInput, 'beforeG' | 'afterG' | 'areaMm2' | 'thicknessMm'> & ReadOff) | null;
  };
  laminate: {
    known: 'thickness' | 'plies';
    /** Measured thickness of the laminate (the outer skin over a core), mm; null when not measured yet. */
    thicknessMm: number | null;
    /** What the fibre is where the plies are not known; glass when left out. */
    fibre?: 'carbon';
    /** Outer face first. */
    plies: readonly FabricLayer[];
    /** The job of the same craft its plies were taken from, in words; left out where they were read or entered here. */
    pliesFrom?: string | undefined;
    /** Gel coat or paint on the parent, mm. */
    finishThicknessMm: number;
    core: (CoreRef & { thicknessMm: number; reachable: boolean }) | null;
    /** What nobody has said of it yet: what stands there is no reading. */
    unsaid?: readonly UnsaidLaminate[] | undefined;
    priorId: string;
    /** What the shed's own finished repairs of this class turned out to be, counted; left out where the class alone is gone by. */
    shedCounts?: Likelihoods;
    clueIds: readonly string[];
    epoxyInBond: boolean;
    /** Other parts of the parent that the bond reaches: an earlier patch, the other skin. */
    zones?: readonly ParentZone[];
    pressedPanel: boolean;
  };
  resin: {
    school: School;
    /** System chosen; null while nothing is chosen. */
    systemId: string | null;
    /** Who sees to each condition, by its id. */
    owners?: Readonly<Record<string, string>>;
    /** The chosen system's card where it is the shop's own. */
    own?: SystemCard;
    /** Hardener or catalyst taken in place of the card's own, as the library had it then. */
    hardener?: Hardener;
    overrideReason: string;
    gelCoatWay: GelCoatWay;
  };
  /** The air it is worked in: what was read, and what is planned with where nothing was. */
  air: {
    readings: readonly AirRead[];
    expected: ExpectedAir | null;
  };
  taper: {
    /** null takes the table's value. */
    ratio: number | null;
    sides: 'one' | 'two';
    /** Of one face: worked from inside, so that the show face keeps all but the hole; from outside when left out. */
    from?: 'inside';
    /** Of two faces: share of the depth ground from the first; half when left out. */
    firstShare?: number;
    /** Of two faces: both ground first and laid wet in one go, nothing hardened or ground between them. */
    oneGo?: boolean;
    /** Left out: the taper that depth and faces call for. */
    kind?: RepairKind;
    /** Width of a step, mm. */
    stepMm?: number;
    /** How far a lap goes past the last crack, and each ply short of the one below it or past it, mm. */
    lapMm?: number;
    staggerMm?: number;
    /** Strips round a tube or rail. */
    wrap?: Required<Pick<WrapInput, 'roundMm' | 'stripMm' | 'angleDeg' | 'overlapMm' | 'layers' | 'pastMm'>> & {
      /** The outline's length runs round the tube, not along it. */
      across?: boolean;
    };
    /** A board or blade in two. */
    broken?: Pick<BrokenInput, 'widthMm' | 'bulgeMm' | 'railMm'>;
    /** Missing edge or tip. */
    edge?: Pick<EdgeInput, 'alongMm' | 'inMm' | 'trimMm'>;
    /** Core plug bedded in paste, and how deep the core is taken out for it. */
    plug?: Pick<PlugInput, 'gapMm' | 'beddingMm' | 'pasteGPerMl' | 'depthMm'>;
    /** Holes over a dry disbond, and how far its faces are apart. */
    injection?: Pick<InjectionInput, 'spacingMm' | 'gapMm' | 'holeMm'>;
    /** Slope of a dish that keys a plug of filler in, and how deep it is countersunk, mm; all through when left out. */
    dishRatio?: number;
    bevelMm?: number;
    /** How deep the place of a cap is ground below the surface, mm; what its cap and the finish want when left out. */
    sunkMm?: number;
    /** Radius of the surface; null along which it is flat, mm. */
    curvature?: { alongMm: number | null; acrossMm: number | null };
    /** How two halves lay to one another before they were bonded. */
    alignment?: readonly AlignmentReading[];
    /** Sides with a ratio of their own. */
    locals?: readonly LocalRatio[];
    marginMm: number;
    maskMm: number;
    knockDowns: KnockDowns;
    /** The shop's own bond shear by resin, with the trials it rests on; the trade's usual values where there is none. */
    bond?: Readonly<Partial<Record<ResinFamily, ShopBond>>>;
  };
  stack: {
    /** Patch plies, deepest first; null takes the proposal. */
    plies: readonly FabricLayer[] | null;
    order: LayingOrder;
    /** Fabrics that were on the shelf when the job was opened, by id: the proposal prefers them. */
    onShelf?: readonly string[];
    coverFabricId: string | null;
    /** The cover's fabric where it is the shop's own. */
    coverOwn?: Fabric;
    coverOverlapMm: number;
    /** Each ply of a taper wider than the one under it by so much on every side, mm, the smallest than the cut-out; by the ratio when left out. */
    growMm?: number;
    /** Layer over everything that is there to be sanded. */
    sanding?: { fabricId: string; own?: Fabric };
    extras?: readonly ExtraPly[];
    /** Goes each face is laid in, where a person has chosen; else by the card's limit. */
    goes?: number;
    finishAllowanceMm: number;
    process: Process;
  };
  mix: {
    catalystPercent: number | null;
    /** Laid a minute as a person set it; null: by the shed's log, else as is usual for the work. */
    layingRateGPerMin: number | null;
    /** What the shed's log said when the job was opened. */
    layingLog?: Readonly<Partial<Record<LayingWork, LoggedRate>>>;
    /** Pairs of hands that lay; 1 when left out. */
    hands?: number;
    overhead?: boolean;
    /** Plies are wetted on film on the table and carried over. */
    onFilm?: boolean;
    scaleErrorG: number;
    /** How the scale is read between the parts; on one tare when left out. */
    weighing?: Weighing;
    primeGsm: number;
    wastePercent: number;
    potFloorG: number;
    /** What pots are mixed in; a cup when left out. */
    container?: Container['id'];
    /** What is primed; laminate when left out. Its own g/m² stands in `primeGsm`. */
    primes?: PrimedSurface;
    /** What both parts are measured with, as the shop had it. Left out: the best of `tools` for each pot; without those, a scale off by `scaleErrorG`. */
    tool?: MeasuringTool;
    /** What the shop measured with when the job was opened. */
    tools?: readonly MeasuringTool[];
    /** Of the shop's catalyst dispenser. */
    dropsPerMl?: number;
  };
  /** What is laid, filled or coated beside the plies of the patch, and how a round that hardens in the open is closed from the air. */
  rounds: {
    added: readonly AddedRound[];
    closing: ClosingWay;
  };
  days: {
    startAt: string | null;
    fromMin: number;
    toMin: number;
    openDays: readonly number[];
    /** Where it stands while it is worked on; in the shed when left out. */
    place?: WorkPlace;
    /** What a tent over it is heated to, °C. */
    tentToC?: number;
    /** The shop's own rates, as they were when the job was opened. */
    rates?: Partial<ShopRates>;
  };
  /** Of a job that is carried on one page. */
  small: SmallJob;
  /** Measured and decided while it is faired and finished. */
  finish: FinishInputs;
}

/** A part of the parent with a resin belief of its own. */
export interface ParentZone {
  id: string;
  name: string;
  priorId: string;
  clueIds: readonly string[];
  epoxyInBond: boolean;
}

/** A ply beside those of the stack, with an outline of its own. */
export interface ExtraPly {
  id: string;
  /** A filler brings up a low place and carries nothing; a local ply strengthens a corner or a rail. */
  use: 'filler' | 'local';
  fabricId: string;
  own?: Fabric;
  orientationDeg: number;
  shape: Shape;
  face: 'first' | 'second';
  /** Laid after so many plies of the stack; 0 before the first. */
  after: number;
}

export type InputSection = keyof RepairInputs;

/** What a new repair starts from: the defaults of the trade, nothing measured, nothing chosen. */
export const NEW_REPAIR: RepairInputs = {
  place: {
    where: '',
    craftKind: 'boat',
    waterline: 'above',
    finish: 'gelcoat',
    access: 'one',
    service: 'general',
    specialService: 'none',
    certified: false,
    likeForLike: false,
  },
  damage: {
    kind: 'broken',
    shape: { kind: 'circle', diameterMm: 80, centreXMm: 0, centreYMm: 0, rotationDeg: 0 },
    depth: 'through',
    depthMm: null,
    marginMm: 10,
    minCornerRadiusMm: 25,
    spots: [],
    neighbours: [],
    notes: '',
  },
  severity: { separated: false, structure: 'none', override: null, reason: '', release: null },
  survey: {
    readings: [],
    gridSpacingMm: 25,
    marks: [],
    photo: null,
    gauge: [],
    visible: null,
    expected: null,
    moistureLimit: null,
    dryReference: null,
    rings: null,
    coupon: null,
  },
  laminate: {
    known: 'thickness',
    thicknessMm: null,
    plies: [],
    finishThicknessMm: 0.5,
    core: null,
    priorId: 'volume-built',
    clueIds: [],
    epoxyInBond: false,
    pressedPanel: false,
  },
  resin: {
    school: 'finish-led',
    systemId: null,
    overrideReason: '',
    gelCoatWay: 'after-full-cure',
  },
  air: { readings: [], expected: null },
  taper: { ratio: null, sides: 'one', marginMm: 25, maskMm: 20, knockDowns: {} },
  stack: {
    plies: null,
    order: 'smallest-first',
    coverFabricId: 'twill-203',
    coverOverlapMm: 25,
    finishAllowanceMm: 0.5,
    process: 'hand',
  },
  mix: {
    catalystPercent: null,
    layingRateGPerMin: null,
    scaleErrorG: 0.5,
    primeGsm: 125,
    wastePercent: 12,
    potFloorG: 25,
  },
  rounds: { added: [], closing: 'film' },
  days: { startAt: null, fromMin: 480, toMin: 1020, openDays: [1, 2, 3, 4, 5] },
  small: NOT_SMALL,
  finish: NO_FINISH,
};
