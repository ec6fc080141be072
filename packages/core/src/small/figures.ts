import { CoreError, requireNumber } from '../errors.js';
import { type Shape, measureOffset } from '../geometry/index.js';
import { COUNTS, LIMITS } from '../limits/index.js';
import {
  type CoatKind,
  type CrackCause,
  NOT_SMALL,
  type OfferedRound,
  type RepairInputs,
  type RepairPlan,
  type SmallKind,
  USUAL_GEL_COAT_MM,
  USUAL_SEAL_MM,
  coatRound,
  fairingFillerOf,
  mendsGelCoatOnly,
  planRepair,
  topCoatOf,
  usualRounds,
} from '../repair/index.js';
import { type Spot, finishFillMl, pattern, withSpare } from '../spots/index.js';
import { USUAL_INJECTION, USUAL_WRAP } from '../taper/index.js';

/** A place beside the first, of the same kind. */
export interface SmallPlace {
  lengthMm: number;
  widthMm: number;
  depthMm: number;
}

/** What is asked of each kind: a handful of figures. Lengths in mm. */
export type SmallFigures =
  | (SmallPlace & { kind: 'gouge'; reachesFibre: boolean; colour: string; more: readonly SmallPlace[] })
  /** How thick the laminate is there is asked where it flexes. */
  | {
      kind: 'cracks';
      cracksMm: number;
      spreadMm: number;
      cause: CrackCause;
      thicknessMm: number | null;
      colour?: string | undefined;
    }
  | (SmallPlace & {
      kind: 'ding';
      skinBroken: boolean;
      /** Of the skin, where it is broken. */
      thicknessMm: number | null;
      /** null where there is no core under it. */
      coreId: string | null;
      coreMm: number | null;
      wet: boolean;
      more: readonly SmallPlace[];
    })
  | { kind: 'holes'; diametersMm: readonly number[]; thicknessMm: number; through: boolean; bothFaces: boolean }
  | { kind: 'edge'; lengthMm: number; widthMm: number; thicknessMm: number }
  | { kind: 'hole'; sizeMm: number; thicknessMm: number; bothFaces: boolean }
  | { kind: 'tube'; diameterMm: number; lengthMm: number; sharePercent: number; wallMm: number; carriesPeople: boolean }
  | { kind: 'disbond'; lengthMm: number; widthMm: number; gapMm: number; wet: boolean }
  /** How low it is at its lowest; nothing of a coat. */
  | { kind: 'coat'; lengthMm: number; widthMm: number; coat: CoatKind; lowMm: number };

/** What the short sheet takes where nobody says otherwise: told on the card, and open to change in the full job. Source: usual figures of the trade. */
export const SMALL_USUAL = {
  /** A crack is opened to a V down through the gel coat. */
  vWidthMm: 4,
  vDepthMm: 0.8,
  /** Light plies over what was filled, or what flexes. */
  lightPly: 'twill-203',
  lightPlies: 2,
  /** Countersink of a hole on each face. */
  bevelMm: 1.5,
  /** From hole to hole, where nobody measured the row. */
  rowMm: 60,
  trimMm: 10,
} as const;

/** Rounds that the short sheet puts down by itself are called by this and a number. */
const OWN = /^small-\d+$/;

/**
 * A job's inputs with the figures of its short sheet. What the sheet does not ask for stays as it is in `base`: air, tools, resin, place. The rounds that
 * are usual after it come with the first figures; what was taken away of them since stays away.
 * @throws CoreError for a figure outside its range, by its field
 */
export function smallInputs(base: RepairInputs, figures: SmallFigures): RepairInputs {
  checkFigures(figures);
  const sections = sectionsOf(base, figures);
  const own = new Set(base.rounds.added.filter(({ id }) => OWN.test(id)).map(({ id }) => id));
  const again = base.small.kind === figures.kind;
  const others = base.rounds.added.filter(({ id }) => !OWN.test(id));
  const bare: RepairInputs = { ...base, ...sections, rounds: { ...base.rounds, added: others } };
  const usual = after(bare, figures)
    .map((round, i) => ({ ...round, id: `small-${i + 1}` }))
    .filter(({ id }) => !again || own.has(id));
  return { ...bare, rounds: { ...bare.rounds, added: [...usual, ...others] } };
}

/** What goes on after what the damage itself asks for. */
function after(inputs: RepairInputs, figures: SmallFigures): OfferedRound[] {
  const plan = planRepair(inputs);
  if (figures.kind === 'coat') return [coating(figures, fairingFillerOf(inputs, plan.resin?.card?.family ?? 'epoxy'))];
  if (figures.kind === 'ding' && figures.skinBroken) return [dentFill(inputs, plan), ...usualRounds(inputs, plan)];
  if (inputs.damage.depth !== 'finish') return usualRounds(inputs, plan);
  return topCoatOf(inputs, plan.resin?.card?.family ?? null) === 'gelcoat' && !mendsGelCoatOnly(inputs) ? [coatRound('Gel coat', 'gelcoat', USUAL_GEL_COAT_MM)] : []; // prettier-ignore
}

const ROUND = { when: 'after', onto: 'abraded', spotIds: [] } as const;

/** What fills a dent before its skin is laid over it. */
function dentFill({ damage }: RepairInputs, plan: RepairPlan): OfferedRound {
  const ml = [damage, ...damage.spots].reduce((sum, { shape, depthMm }) => sum + finishFillMl({ kind: 'ding', shape, depthMm: depthMm ?? damage.depthMm! }), 0); // prettier-ignore
  const epoxy = plan.resin?.card?.family === 'epoxy';
  return {
    ...ROUND,
    name: 'Dent filled',
    when: 'before',
    work: { kind: 'paste', use: 'fairing', volumeMl: Math.max(LIMITS.pasteMl.min, withSpare(ml)), fillerId: epoxy ? 'hollow-spheres' : 'talc' }, // prettier-ignore
  };
}

/** What a low place takes on average of its lowest: it rises to nothing at its rim. */
const LOW_SHARE = 0.5;

function coating(
  { coat: kind, lengthMm, widthMm, lowMm }: Extract<SmallFigures, { kind: 'coat' }>,
  fillerId: string,
): OfferedRound {
  if (kind === 'gelcoat') return coatRound('Gel coat', 'gelcoat', USUAL_GEL_COAT_MM);
  if (kind === 'seal') return coatRound('Sealing coat', 'resin', USUAL_SEAL_MM);
  const volumeMl = Math.max(LIMITS.pasteMl.min, (lengthMm * widthMm * lowMm * LOW_SHARE) / 1000);
  return { ...ROUND, name: 'Fairing', work: { kind: 'paste', use: 'fairing', volumeMl, fillerId } };
}

type Sections = Pick<RepairInputs, 'place' | 'damage' | 'severity' | 'laminate' | 'taper' | 'stack' | 'small'>;

function sectionsOf(base: RepairInputs, figures: SmallFigures): Sections {
  const taper = without(base.taper, 'kind', 'edge', 'wrap', 'injection', 'bevelMm');
  const { place, laminate, stack } = base;
  const damage: RepairInputs['damage'] = { ...without(base.damage, 'toFibre'), spots: [], depthMm: null };
  const severity = { ...base.severity, separated: false };
  const plain: Sections = { place, damage, severity, laminate, taper, stack, small: { ...NOT_SMALL, kind: figures.kind } }; // prettier-ignore
  const { small } = plain;
  const light = { ...stack, plies: Array.from({ length: SMALL_USUAL.lightPlies }, () => ({ fabricId: SMALL_USUAL.lightPly, orientationDeg: 0 })), coverFabricId: null }; // prettier-ignore
  switch (figures.kind) {
    case 'gouge':
      return {
        ...plain,
        damage: { ...damage, kind: 'gouge', depth: 'finish', ...placesOf(figures, base, 'gouge'), ...(figures.reachesFibre ? { toFibre: true } : {}) }, // prettier-ignore
        small: { ...small, colour: figures.colour },
      };
    case 'cracks': {
      const { cause, cracksMm, spreadMm, thicknessMm } = figures;
      const flexes = cause === 'flex';
      return {
        ...plain,
        damage: {
          ...damage,
          kind: 'crack',
          ...(flexes
            ? { depth: 'part', depthMm: Math.min(SMALL_USUAL.vDepthMm, thicknessMm!), shape: circle(spreadMm) }
            : { depth: 'finish', depthMm: SMALL_USUAL.vDepthMm, shape: { kind: 'slot', lengthMm: cracksMm, widthMm: SMALL_USUAL.vWidthMm } }), // prettier-ignore
        },
        ...(flexes
          ? { laminate: { ...laminate, thicknessMm }, taper: { ...taper, kind: 'overlay' }, stack: light }
          : {}),
        small: { ...small, cause, cracksMm, spreadMm, colour: figures.colour ?? '' },
      };
    }
    case 'ding': {
      const { coreId, coreMm, skinBroken, thicknessMm, wet } = figures;
      return {
        ...plain,
        damage: { ...damage, kind: 'ding', depth: skinBroken ? 'through' : 'finish', ...placesOf(figures, base, 'ding') }, // prettier-ignore
        laminate: { ...laminate, ...(skinBroken ? { thicknessMm } : {}), core: coreId === null ? null : { coreId, thicknessMm: coreMm!, reachable: skinBroken } }, // prettier-ignore
        ...(skinBroken ? { taper: { ...taper, kind: 'lap' }, stack: light } : {}),
        small: { ...small, wet },
      };
    }
    case 'holes': {
      const { diametersMm, thicknessMm, through, bothFaces } = figures;
      const [first, ...others] = diametersMm;
      return {
        ...plain,
        place: { ...place, access: bothFaces ? 'both' : 'one' },
        damage: {
          ...damage,
          kind: 'hole',
          shape: movedTo(circle(first!), base.small.kind === 'holes' ? base.damage.shape : {}),
          depth: through ? 'through' : 'part',
          depthMm: through ? null : thicknessMm,
          spots: spotsOf(base, 'holes', SMALL_USUAL.rowMm, others.map((mm) => ({ kind: 'hole', shape: circle(mm), depthMm: null }))), // prettier-ignore
        },
        laminate: { ...laminate, thicknessMm },
        taper: { ...taper, kind: 'dish', bevelMm: Math.min(SMALL_USUAL.bevelMm, thicknessMm / 3) },
        stack: light,
      };
    }
    case 'edge': {
      const { lengthMm, widthMm, thicknessMm } = figures;
      return {
        ...plain,
        place: { ...place, access: 'both' },
        damage: { ...damage, kind: 'broken', depth: 'through', shape: { kind: 'roundedRectangle', lengthMm, widthMm, cornerRadiusMm: 0 } }, // prettier-ignore
        severity: { ...severity, separated: true },
        laminate: { ...laminate, thicknessMm },
        taper: { ...taper, kind: 'edge', edge: { alongMm: lengthMm, inMm: widthMm, trimMm: SMALL_USUAL.trimMm } },
      };
    }
    case 'hole': {
      const { sizeMm, thicknessMm, bothFaces } = figures;
      return {
        ...plain,
        place: { ...place, access: bothFaces ? 'both' : 'one' },
        damage: { ...damage, kind: 'broken', depth: 'through', shape: circle(sizeMm) },
        laminate: { ...laminate, thicknessMm },
        taper: { ...taper, sides: bothFaces ? 'two' : 'one' },
      };
    }
    case 'tube': {
      const { diameterMm, lengthMm, sharePercent, wallMm, carriesPeople } = figures;
      const roundMm = Math.PI * diameterMm;
      return {
        ...plain,
        damage: { ...damage, kind: 'crack', depth: 'part', depthMm: wallMm, shape: { kind: 'ellipse', lengthMm, widthMm: (roundMm * sharePercent) / 100 } }, // prettier-ignore
        severity: { ...severity, structure: carriesPeople ? 'frame' : 'none' },
        laminate: { ...laminate, thicknessMm: wallMm },
        taper: { ...taper, kind: 'wrap', wrap: { ...USUAL_WRAP, roundMm } },
        stack: { ...stack, coverFabricId: null },
      };
    }
    case 'disbond': {
      const { lengthMm, widthMm, gapMm, wet } = figures;
      return {
        ...plain,
        damage: { ...damage, kind: 'broken', depth: 'part', shape: { kind: 'ellipse', lengthMm, widthMm } },
        taper: { ...taper, kind: 'injection', injection: { ...USUAL_INJECTION, gapMm } },
        small: { ...small, wet },
      };
    }
    case 'coat': {
      const { lengthMm, widthMm, coat: what } = figures;
      return {
        ...plain,
        damage: { ...damage, kind: 'gouge', depth: 'finish', shape: { kind: 'roundedRectangle', lengthMm, widthMm, cornerRadiusMm: 0 } }, // prettier-ignore
        small: { ...small, coat: what },
      };
    }
  }
}

/** A section without what another kind has set in it. */
function without<T extends object, K extends keyof T>(section: T, ...keys: K[]): Omit<T, K> {
  const rest = { ...section };
  for (const key of keys) delete rest[key];
  return rest;
}

const circle = (diameterMm: number): Shape => ({ kind: 'circle', diameterMm });
const movedTo = (shape: Shape, { centreXMm = 0, centreYMm = 0 }: Pick<Shape, 'centreXMm' | 'centreYMm'>): Shape => ({ ...shape, centreXMm, centreYMm }); // prettier-ignore

/** A chip as wide as it is long is round; else it is a trough along its length. */
const chip = ({ lengthMm, widthMm }: SmallPlace): Shape =>
  lengthMm === widthMm
    ? circle(lengthMm)
    : { kind: 'slot', lengthMm: Math.max(lengthMm, widthMm), widthMm: Math.min(lengthMm, widthMm) };

/** The first place and those beside it, each where it lies already, else in a row. */
function placesOf(
  { more, ...first }: SmallPlace & { more: readonly SmallPlace[] },
  base: RepairInputs,
  kind: 'gouge' | 'ding',
): Pick<RepairInputs['damage'], 'shape' | 'depthMm' | 'spots'> {
  const stepMm = SMALL_USUAL.rowMm + Math.min(LONGEST_MM, Math.max(first.lengthMm, ...more.map(({ lengthMm }) => lengthMm))); // prettier-ignore
  const known = base.small.kind === kind;
  return {
    shape: movedTo(chip(first), known ? base.damage.shape : {}),
    depthMm: first.depthMm,
    spots: spotsOf(base, kind, stepMm, more.map((place) => ({ kind, shape: chip(place), depthMm: place.depthMm }))), // prettier-ignore
  };
}

/**
 * Further places by their sizes. One that is there already keeps its id, name and place on the plan, for the log tells it by its id: those before the first
 * that differs and after the last, and as many between as there were before. The rest are new, in a row.
 */
function spotsOf(
  { damage, small }: RepairInputs,
  kind: SmallKind,
  stepMm: number,
  wanted: readonly Pick<Spot, 'kind' | 'shape' | 'depthMm'>[],
): Spot[] {
  const there = small.kind === kind ? damage.spots : [];
  const same = (a: number, b: number): boolean => {
    const [one, other] = [sizeOf(there[a]!.shape), sizeOf(wanted[b]!.shape)];
    return one.lengthMm === other.lengthMm && one.widthMm === other.widthMm && there[a]!.depthMm === wanted[b]!.depthMm;
  };
  const least = Math.min(there.length, wanted.length);
  let head = 0;
  while (head < least && same(head, head)) head++;
  let tail = 0;
  while (tail < least - head && same(there.length - 1 - tail, wanted.length - 1 - tail)) tail++;
  const paired = there.length === wanted.length;
  const at = (i: number): Spot | undefined => (i < head || paired ? there[i] : i >= wanted.length - tail ? there[i - wanted.length + there.length] : undefined); // prettier-ignore
  const row = pattern({ along: wanted.length + 1, stepMm });
  let number = Math.max(1, ...there.map(({ id }) => Number(/\d+$/.exec(id)?.[0] ?? 1)));
  return wanted.map((one, i): Spot => {
    const before = at(i);
    const { x, y } = row[i + 1]!;
    return {
      ...one,
      id: before?.id ?? `spot-${++number}`,
      name: before?.name ?? '',
      shape: movedTo(one.shape, before?.shape ?? { centreXMm: x, centreYMm: y }),
    };
  });
}

/** Length and width of a place. */
function sizeOf(shape: Shape): Pick<SmallPlace, 'lengthMm' | 'widthMm'> {
  if (shape.kind === 'circle') return { lengthMm: shape.diameterMm, widthMm: shape.diameterMm };
  const { lengthMm, widthMm } = shape.kind === 'polygon' ? measureOffset(shape, 0) : shape;
  return { lengthMm, widthMm };
}

/** Thicker than this nothing is mended on one page: it is a job of its own, mm. */
const THICKEST_MM = 60;
/** A small hole. Source: up to about 60 mm across is worked on one sheet. */
const WIDEST_HOLE_MM = 100;
const LONGEST_MM = 5000;

/** @throws CoreError for a figure outside its range, or too many places */
function checkFigures(figures: SmallFigures): void {
  const length = (value: number, field: string): void => void requireNumber(value, field, { min: LIMITS.lengthMm.min, max: LONGEST_MM }); // prettier-ignore
  const depth = (value: number, field: string): void => void requireNumber(value, field, { min: LIMITS.depthMm.min, max: THICKEST_MM }); // prettier-ignore
  const places = (of: SmallPlace & { more: readonly SmallPlace[] }): void => {
    if (of.more.length >= COUNTS.spots) throw new CoreError('too-many', 'more', { max: COUNTS.spots - 1 });
    [of, ...of.more].forEach((place, i) => {
      const at = i === 0 ? '' : `more.${i - 1}.`;
      length(place.lengthMm, `${at}lengthMm`);
      length(place.widthMm, `${at}widthMm`);
      depth(place.depthMm, `${at}depthMm`);
    });
  };
  switch (figures.kind) {
    case 'gouge':
      return places(figures);
    case 'ding':
      places(figures);
      if (figures.skinBroken) requireNumber(figures.thicknessMm, 'thicknessMm', { min: LIMITS.thicknessMm.min, max: THICKEST_MM }); // prettier-ignore
      if (figures.coreId !== null) requireNumber(figures.coreMm, 'coreMm', LIMITS.coreMm);
      return;
    case 'cracks':
      length(figures.cracksMm, 'cracksMm');
      if (figures.cause === 'flex') requireNumber(figures.thicknessMm, 'thicknessMm', { min: LIMITS.thicknessMm.min, max: THICKEST_MM }); // prettier-ignore
      return length(figures.spreadMm, 'spreadMm');
    case 'holes':
      if (figures.diametersMm.length === 0) throw new CoreError('empty', 'diametersMm');
      if (figures.diametersMm.length > COUNTS.spots) throw new CoreError('too-many', 'diametersMm', { max: COUNTS.spots }); // prettier-ignore
      figures.diametersMm.forEach((mm, i) => requireNumber(mm, `diametersMm.${i}`, { min: LIMITS.sizeMm.min, max: WIDEST_HOLE_MM })); // prettier-ignore
      return depth(figures.thicknessMm, 'thicknessMm');
    case 'hole':
      requireNumber(figures.sizeMm, 'sizeMm', { min: LIMITS.lengthMm.min, max: WIDEST_HOLE_MM });
      return depth(figures.thicknessMm, 'thicknessMm');
    case 'edge':
      length(figures.lengthMm, 'lengthMm');
      length(figures.widthMm, 'widthMm');
      return depth(figures.thicknessMm, 'thicknessMm');
    case 'tube':
      requireNumber(figures.diameterMm, 'diameterMm', { min: 4, max: 1000 });
      length(figures.lengthMm, 'lengthMm');
      requireNumber(figures.sharePercent, 'sharePercent', { min: 1, max: 100 });
      requireNumber(figures.wallMm, 'wallMm', { min: LIMITS.thicknessMm.min, max: figures.diameterMm / 2 });
      return;
    case 'disbond':
      length(figures.lengthMm, 'lengthMm');
      length(figures.widthMm, 'widthMm');
      requireNumber(figures.gapMm, 'gapMm', LIMITS.injectGapMm);
      return;
    case 'coat':
      length(figures.lengthMm, 'lengthMm');
      length(figures.widthMm, 'widthMm');
      if (figures.coat === 'fairing') requireNumber(figures.lowMm, 'lowMm', { min: LIMITS.depthMm.min, max: 20 });
      return;
  }
}

/** The figures of a job that is carried on one page, read back from its inputs, whoever set them; null for a job that was opened in full, or whose damage is of another kind by now. */
export function figuresOf(inputs: RepairInputs): SmallFigures | null {
  const { damage, laminate, taper, place, severity, small } = inputs;
  const first = sizeOf(damage.shape);
  const placeOf = ({ shape, depthMm }: Pick<Spot, 'shape' | 'depthMm'>): SmallPlace => ({ ...sizeOf(shape), depthMm: depthMm ?? damage.depthMm ?? 0 }); // prettier-ignore
  const places = { ...placeOf(damage), more: damage.spots.map(placeOf) };
  switch (small.kind) {
    case null:
      return null;
    case 'gouge':
      return { kind: 'gouge', ...places, reachesFibre: damage.toFibre === true, colour: small.colour };
    case 'cracks':
      return small.cracksMm === null || small.spreadMm === null || small.cause === null
        ? null
        : { kind: 'cracks', cracksMm: small.cause === 'flex' ? small.cracksMm : first.lengthMm, spreadMm: small.cause === 'flex' ? first.lengthMm : small.spreadMm, cause: small.cause, thicknessMm: small.cause === 'flex' ? laminate.thicknessMm : null, ...(small.colour === '' ? {} : { colour: small.colour }) }; // prettier-ignore
    case 'ding':
      return { kind: 'ding', ...places, skinBroken: damage.depth !== 'finish', thicknessMm: damage.depth === 'finish' ? null : laminate.thicknessMm, coreId: laminate.core?.coreId ?? null, coreMm: laminate.core?.thicknessMm ?? null, wet: small.wet === true }; // prettier-ignore
    case 'holes':
      return {
        kind: 'holes',
        diametersMm: [damage.shape, ...damage.spots.map(({ shape }) => shape)].map((shape) => sizeOf(shape).lengthMm),
        thicknessMm: laminate.thicknessMm ?? 0,
        through: damage.depth === 'through',
        bothFaces: place.access === 'both',
      };
    case 'edge':
      return { kind: 'edge', ...first, thicknessMm: laminate.thicknessMm ?? 0 };
    case 'hole':
      return { kind: 'hole', sizeMm: first.lengthMm, thicknessMm: laminate.thicknessMm ?? 0, bothFaces: taper.sides === 'two' }; // prettier-ignore
    case 'tube': {
      const roundMm = taper.wrap?.roundMm ?? USUAL_WRAP.roundMm;
      return { kind: 'tube', diameterMm: tidy(roundMm / Math.PI), lengthMm: first.lengthMm, sharePercent: tidy((100 * first.widthMm) / roundMm), wallMm: laminate.thicknessMm ?? 0, carriesPeople: severity.structure !== 'none' }; // prettier-ignore
    }
    case 'disbond':
      return { kind: 'disbond', ...first, gapMm: taper.injection?.gapMm ?? USUAL_INJECTION.gapMm, wet: small.wet === true }; // prettier-ignore
    case 'coat': {
      const fairing = inputs.rounds.added.find(({ work }) => work.kind === 'paste');
      const ml = fairing?.work.kind === 'paste' ? fairing.work.volumeMl : 0;
      const lowMm = tidy((ml * 1000) / (first.lengthMm * first.widthMm * LOW_SHARE));
      return { kind: 'coat', ...first, coat: small.coat ?? 'seal', lowMm };
    }
  }
}

/** A figure that was worked out of another and back. */
const tidy = (value: number): number => Math.round(1e6 * value) / 1e6;
