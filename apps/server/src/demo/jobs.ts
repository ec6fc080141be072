import type { CraftBody, Person } from '@ashstep/contract';
import { type LaidPhoto, NEW_REPAIR, NO_FINISH, type RepairInputs } from '@ashstep/core/repair';
import { smallInputs } from '@ashstep/core/small';
import { type MapMark, type Reading, tapGrid } from '@ashstep/core/survey';
import { colourOfTheSled, fairOfTheFour } from './finish-jobs.js';
import { BOTTOM, ROOF, type Scene, ruleEnds, tapedCorners } from './pictures.js';
import { CRAFT, PEOPLE, SHOP_SETTINGS, demoId } from './workshop.js';

type Sections = { [K in keyof RepairInputs]?: Partial<RepairInputs[K]> };

/** One job of the demo: what was planned, how far it has got. */
export interface DemoJob {
  key: string;
  craft: CraftBody;
  title: string;
  technician: Person;
  inputs: RepairInputs;
  /** Days before today it was opened. */
  openedDaysAgo: number;
  /** Treads done. */
  stage: number;
  /** Steps marked as done on the last working day, by their keys. */
  prepared?: readonly string[];
  /** Rounds before the plies of the patch that are done. */
  roundsWorked?: number;
  /** What was read and decided of its finish, at so many hours from its opening by the shed's clock. */
  finish?: (at: (hours: number) => string) => RepairInputs['finish'];
  /** Everything of its finish is on, looked at and done. */
  finished?: boolean;
  /** Plies logged as laid; -1 for all. */
  plies: number;
  /** Readings of hardness at inspection; none when not inspected. */
  hardness?: readonly number[];
  sealedBy?: Person;
  photo?: { name: string; scene: Scene };
  notes?: readonly string[];
}

/** A job as the shed opens it, with its tools. */
const OF_THE_SHED = {
  ...NEW_REPAIR,
  mix: { ...NEW_REPAIR.mix, tools: [...SHOP_SETTINGS.tools], dropsPerMl: SHOP_SETTINGS.dropsPerMl },
};

export const inputs = (sections: Sections): RepairInputs =>
  Object.fromEntries(
    Object.entries(OF_THE_SHED).map(([name, defaults]) => [
      name,
      { ...defaults, ...sections[name as keyof RepairInputs] },
    ]),
  ) as unknown as RepairInputs;

/** Air a job is planned at. */
export const planned = (
  tempC: number,
  humidityPercent = 55,
  surfaceTempC: number | null = null,
): RepairInputs['air'] => ({
  readings: [],
  expected: { source: 'typed', tempC, humidityPercent, surfaceTempC, by: '', at: null },
});

/** Where the laminate is loose under the paint, beyond the star crack that shows. */
const LOOSE_ROUND_THE_LAMP = { centreXMm: -10, centreYMm: 6, halfLengthMm: 74, halfWidthMm: 48, turnDeg: 25 };
/** Widths at 12:1 and what each ring looks like, outer face first. */
const RINGS_OF_THE_LAUNCH: readonly [number, 'random' | 'squares'][] = [[12.6, 'random'], [9, 'squares'], [12.4, 'random'], [8.8, 'squares'], [12.8, 'random'], [10.6, 'squares'], [12.6, 'random'], [10.4, 'squares'], [12.5, 'random'], [9.1, 'squares']]; // prettier-ignore
/** Depth gauge over the first face: ray, out from the hole, depth found. One place stands high, one is dug too deep. */
const GAUGE_OF_THE_LAUNCH: readonly [number, number, number][] = [[0, 12, 3.4], [0, 36, 1.6], [90, 12, 3.6], [90, 36, 0.9], [180, 12, 3.5], [180, 36, 1.5], [270, 12, 4.1], [270, 36, 1.6]]; // prettier-ignore
/** Days ago, and what the meter said at the wettest place. */
const MOISTURE_AT_THE_VENT: readonly [number, number][] = [[8, 19.5], [7, 17.7], [6, 16.3], [5, 14.8], [4, 13.6], [2, 11.7], [1, 10.8]]; // prettier-ignore

/** A 25 mm tap grid over a loose patch, as a person fills it. */
function taps(loose: typeof LOOSE_ROUND_THE_LAMP, taken: { by: string; at: string }): Reading[] {
  const [cos, sin] = [Math.cos((loose.turnDeg * Math.PI) / 180), Math.sin((loose.turnDeg * Math.PI) / 180)];
  return tapGrid({ kind: 'circle', diameterMm: 120 }, 25).map(({ x, y }) => {
    const [dx, dy] = [x - loose.centreXMm, y - loose.centreYMm];
    const reach = Math.hypot((dx * cos + dy * sin) / loose.halfLengthMm, (dy * cos - dx * sin) / loose.halfWidthMm);
    return {
      kind: 'tap',
      sound: reach < 0.95 ? 'dull' : reach < 1.05 ? 'doubtful' : 'sound',
      xMm: x,
      yMm: y,
      instrument: 'coin',
      ...taken,
    };
  });
}

/** The photograph of a job squared up by its tape and checked by its rule. */
function laid(key: string, scene: Scene): LaidPhoto {
  const { x, y, widthMm, heightMm } = scene.tape;
  const [from, to] = ruleEnds(scene);
  return {
    id: photoId(key),
    corners: tapedCorners(scene),
    widthMm,
    heightMm,
    xMm: x,
    yMm: y,
    turnedDeg: 0,
    check: { from, to, lengthMm: scene.rule.lengthMm },
  };
}

export const photoId = (key: string): string => demoId(`${key} photo`);

/** Two of the roof's cracks as they run, and what somebody filled before. */
const MARKS_ON_THE_ROOF: readonly Omit<MapMark, 'id'>[] = [
  { kind: 'crack', name: '', widthMm: 1, points: [{ x: -14, y: 26 }, { x: -20, y: 34 }, { x: -24, y: 46 }, { x: -29, y: 52 }] }, // prettier-ignore
  { kind: 'crack', name: '', widthMm: 1, points: [{ x: 12, y: -28 }, { x: 13, y: -42 }, { x: 18, y: -60 }] }, // prettier-ignore
  { kind: 'earlier-repair', name: 'Filled once, two colours', widthMm: 0, points: [{ x: 44, y: 26 }, { x: 84, y: 34 }, { x: 88, y: 66 }, { x: 58, y: 74 }, { x: 38, y: 54 }] }, // prettier-ignore
];

export const at = (x: number, y: number): { centreXMm: number; centreYMm: number; rotationDeg: number } => ({
  centreXMm: x,
  centreYMm: y,
  rotationDeg: 0,
});
export const layers = (...fabricIds: string[]): { fabricId: string; orientationDeg: number }[] =>
  fabricIds.map((fabricId) => ({ fabricId, orientationDeg: 0 }));

/** The seven open and recent jobs of the shed. `morning` gives the local opening hour so many days from today. */
export function openJobs(morning: (days: number) => string): DemoJob[] {
  return [
    {
      key: 'launch',
      craft: CRAFT.launch,
      title: 'Hull bottom, port, frame 4',
      technician: PEOPLE.ilse,
      openedDaysAgo: 4,
      stage: 7,
      plies: 7,
      notes: ['Loose 10 mm past the crack all round, cut to sound.', 'Ring widths: mat 12.6, roving 9.0.'],
      photo: { name: 'Bottom, as found', scene: BOTTOM },
      inputs: inputs({
        place: { where: 'Hull bottom, port, frame 4', waterline: 'below', access: 'both', service: 'high' },
        damage: {
          shape: { kind: 'roundedRectangle', lengthMm: 140, widthMm: 90, cornerRadiusMm: 30, ...at(0, 0) },
          neighbours: [{ name: 'chine', kind: 'edge', fromXMm: -400, fromYMm: -245, toXMm: 400, toYMm: -245 }],
          notes: 'Holed by a mooring pile. Both faces reached: outside first, then ground back into it from inside.',
        },
        survey: {
          rings: {
            ratio: 12,
            rings: RINGS_OF_THE_LAUNCH.map(([widthMm, look]) => ({ widthMm, look, colour: 'pale' as const })),
          },
          gauge: GAUGE_OF_THE_LAUNCH.map(([rayDeg, outMm, depthMm]) => ({ rayDeg, outMm, depthMm })),
        },
        laminate: {
          known: 'plies',
          thicknessMm: 9,
          finishThicknessMm: 0.6,
          clueIds: ['tint-green-blue', 'styrene-smell'],
          plies: layers(
            'mat-450',
            'roving-500',
            'mat-450',
            'roving-500',
            'mat-450',
            'roving-600',
            'mat-450',
            'roving-600',
            'mat-450',
            'roving-500',
          ),
        },
        resin: { systemId: 'epoxy-slow' },
        air: planned(18.4, 62, 17.1),
        taper: { sides: 'two' },
        days: { startAt: morning(0) },
      }),
    },
    {
      key: 'board',
      craft: CRAFT.board,
      title: 'Rail crushed, right',
      technician: PEOPLE.tomas,
      openedDaysAgo: 2,
      stage: 6,
      plies: 0,
      prepared: ['wash', 'grind', 'cut-plies'],
      notes: ['Core dry. Vent screw out before laying up, on a falling temperature.'],
      inputs: inputs({
        place: { where: 'Right rail, 600 mm from the tail', craftKind: 'board', finish: 'paint', waterline: 'below' },
        damage: { shape: { kind: 'slot', lengthMm: 120, widthMm: 45, ...at(0, 0) } },
        laminate: {
          known: 'plies',
          thicknessMm: 0.6,
          plies: layers('plain-203', 'plain-203'),
          finishThicknessMm: 0.2,
          priorId: 'eps-board',
          clueIds: ['styrene-foam-intact'],
          core: { coreId: 'eps', thicknessMm: 80, reachable: true },
        },
        resin: { systemId: 'epoxy-medium' },
        air: planned(19),
        taper: {
          ratio: 30,
          kind: 'wrap',
          wrap: { roundMm: 210, stripMm: 60, angleDeg: 45, overlapMm: 10, layers: 2, pastMm: 50 },
        },
        stack: { coverFabricId: null, finishAllowanceMm: 0.2 },
        finish: { ...NO_FINISH, paintEdge: 'fade', putBack: 'Two white stripes, 12 mm, 40 mm apart, along the rail' },
        mix: { potFloorG: 20, scaleErrorG: 0.1 },
        days: { startAt: morning(0) },
      }),
    },
    {
      key: 'four',
      craft: CRAFT.four,
      title: 'Skin cracked by a rigger, seat 3',
      technician: PEOPLE.ilse,
      openedDaysAgo: 12,
      stage: 9,
      plies: -1,
      finish: fairOfTheFour,
      finished: true,
      hardness: [82, 83, 80, 81, 84, 83, 82, 84, 82, 82],
      inputs: inputs({
        place: { where: 'Gunwale, seat 3, port', craftKind: 'paddle', service: 'high', finish: 'bare' },
        damage: { shape: { kind: 'ellipse', lengthMm: 110, widthMm: 60, ...at(0, 0) } },
        laminate: {
          known: 'plies',
          thicknessMm: 0.9,
          finishThicknessMm: 0.2,
          plies: layers('carbon-twill-200', 'carbon-ud-200', 'carbon-twill-200'),
          priorId: 'light-craft',
          clueIds: ['clear-straw-pink', 'no-styrene-smell'],
          core: { coreId: 'pvc-80', thicknessMm: 8, reachable: true },
        },
        resin: { systemId: 'epoxy-medium' },
        air: planned(21),
        taper: { kind: 'stepped', stepMm: 12 },
        stack: { coverFabricId: null, finishAllowanceMm: 0.1 },
        mix: { scaleErrorG: 0.1, potFloorG: 20 },
        days: { startAt: morning(-9) },
      }),
    },
    {
      key: 'tractor',
      craft: CRAFT.tractor,
      title: 'Star crack at the lamp mount',
      technician: PEOPLE.tomas,
      openedDaysAgo: 1,
      stage: 1,
      plies: 0,
      notes: ['Unknown earlier repair beside the lamp: two colours in the grind.'],
      photo: { name: 'Roof, lamp mount', scene: ROOF },
      inputs: inputs({
        place: {
          where: 'Cab roof, left lamp mount',
          craftKind: 'vehicle',
          finish: 'paint',
          service: 'light',
          access: 'both',
        },
        damage: {
          shape: { kind: 'circle', diameterMm: 70, ...at(0, 0) },
          neighbours: [{ name: 'lamp flange', kind: 'fitting', fromXMm: 90, fromYMm: -60, toXMm: 90, toYMm: 60 }],
        },
        survey: {
          readings: [
            ...taps(LOOSE_ROUND_THE_LAMP, { by: PEOPLE.tomas.name, at: morning(-1) }),
            {
              kind: 'thickness',
              value: 4.1,
              xMm: 120,
              yMm: 100,
              instrument: 'gauge, at the lamp hole',
              by: PEOPLE.tomas.name,
              at: morning(-1),
            },
            {
              kind: 'hardness',
              value: 36,
              xMm: -100,
              yMm: -75,
              instrument: 'impressor',
              by: PEOPLE.tomas.name,
              at: morning(-1),
            },
          ],
          coupon: { beforeG: 5.68, afterG: 1.72, areaMm2: 1000, thicknessMm: 4 },
          marks: MARKS_ON_THE_ROOF.map((mark, i) => ({ id: demoId(`roof mark ${i}`), ...mark })),
          photo: laid('tractor', ROOF),
        },
        laminate: {
          thicknessMm: 4,
          finishThicknessMm: 0.3,
          priorId: 'volume-built',
          clueIds: ['paint-over-repair', 'two-colours'],
        },
      }),
    },
    {
      key: 'tub',
      craft: CRAFT.tub,
      title: 'Seat tub edge broken away',
      technician: PEOPLE.tomas,
      openedDaysAgo: 9,
      stage: 8,
      plies: -1,
      hardness: [27, 29, 26, 28, 25, 27, 28, 26, 27, 28],
      inputs: inputs({
        place: {
          where: 'Tub edge, right',
          craftKind: 'vehicle',
          finish: 'gelcoat',
          service: 'general',
          access: 'both',
        },
        damage: {
          shape: { kind: 'slot', lengthMm: 160, widthMm: 60, ...at(0, 0) },
          neighbours: [{ name: 'tub edge', kind: 'edge', fromXMm: -200, fromYMm: 30, toXMm: 200, toYMm: 30 }],
        },
        laminate: {
          known: 'plies',
          thicknessMm: 5,
          plies: layers('mat-450', 'roving-600', 'mat-450', 'roving-600', 'mat-450'),
          priorId: 'open',
          clueIds: ['plate-vinylester'],
        },
        resin: { systemId: 'vinylester', overrideReason: 'Like for like: the owner asks for vinylester.' },
        air: planned(18, 55, 17),
        taper: { marginMm: 60, kind: 'edge', edge: { alongMm: 160, inMm: 60, trimMm: 10 } },
        stack: {
          plies: layers('roving-600', 'mat-450', 'mat-450', 'roving-600'),
          coverFabricId: 'aramid-tape-300',
          coverOverlapMm: 50,
          sanding: { fabricId: 'plain-163' },
          finishAllowanceMm: 0.25,
        },
        days: { startAt: morning(-7) },
      }),
    },
    {
      key: 'sled',
      craft: CRAFT.sled,
      title: 'Gouges in the gel coat, runners',
      technician: PEOPLE.ilse,
      openedDaysAgo: 6,
      stage: 9,
      plies: 0,
      roundsWorked: 2,
      sealedBy: PEOPLE.maren,
      finish: colourOfTheSled,
      inputs: smallInputs(
        inputs({
          place: { where: 'Both runners, underside', craftKind: 'vehicle', service: 'cosmetic' },
          laminate: { clueIds: ['moulded-gel-coat', 'styrene-smell'], priorId: 'volume-built', finishThicknessMm: 0.6 },
          air: planned(20, 55, 19),
          days: { startAt: morning(-5) },
        }),
        {
          kind: 'gouge',
          lengthMm: 180,
          widthMm: 12,
          depthMm: 1,
          reachesFibre: false,
          colour: 'Signal red, faded: matched to the polished neighbour',
          more: [
            { lengthMm: 90, widthMm: 10, depthMm: 0.8 },
            { lengthMm: 45, widthMm: 8, depthMm: 0.6 },
          ],
        },
      ),
    },
    {
      key: 'camper',
      craft: CRAFT.camper,
      title: 'Pop-top roof, soft place by the vent',
      technician: PEOPLE.ilse,
      openedDaysAgo: 8,
      stage: 6,
      plies: 0,
      notes: ['Wet core at the vent. Hole opened from below, tent on, warm air through it.'],
      inputs: inputs({
        place: { where: 'Roof, behind the vent', craftKind: 'vehicle', service: 'light', finish: 'gelcoat' },
        damage: {
          shape: { kind: 'roundedRectangle', lengthMm: 220, widthMm: 160, cornerRadiusMm: 30, ...at(0, 0) },
          notes: 'Core wet. Drying, nothing is laid until it is dry.',
        },
        survey: {
          readings: MOISTURE_AT_THE_VENT.map(([daysAgo, value]) => ({
            kind: 'moisture' as const,
            value,
            xMm: 40,
            yMm: -20,
            instrument: 'pin meter',
            by: PEOPLE.ilse.name,
            at: morning(-daysAgo),
          })),
          moistureLimit: 8,
          rings: { ratio: 12, rings: [{ widthMm: 12.8, look: 'random', colour: 'pale' }, { widthMm: 12.5, look: 'random', colour: 'pale' }] }, // prettier-ignore
          dryReference: 5.1,
        },
        laminate: {
          known: 'plies',
          thicknessMm: 2.1,
          plies: layers('mat-450', 'mat-450'),
          core: { coreId: 'balsa', thicknessMm: 12, reachable: true },
          clueIds: ['styrene-smell', 'moulded-gel-coat'],
        },
        resin: { systemId: 'polyester' },
        air: planned(20, 62, 18),
        taper: { ratio: 12, kind: 'core' },
        stack: { coverFabricId: null },
        days: { startAt: morning(0), place: 'tent', tentToC: 20 },
      }),
    },
  ];
}

const OLDER_CRAFT = [CRAFT.launch, CRAFT.board, CRAFT.tractor, CRAFT.tub, CRAFT.sled, CRAFT.camper];
const OLDER_PLACES = [
  'Stem, starboard',
  'Topsides, midships',
  'Transom corner',
  'Deck by the cleat',
  'Rail, left',
  'Underside, aft',
  'Forefoot',
  'Wheel arch',
  'Cockpit sole',
  'Hatch rim',
];
const OLDER_CAUSES = [
  'scraped on the slip',
  'trailer roller',
  'dropped tool',
  'collision',
  'star crack',
  'chafed by a line',
];

/** Small seeded generator, so that the demo is the same every time. */
function seeded(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 1_664_525 + 1_013_904_223) % 2 ** 32;
    return state / 2 ** 32;
  };
}

/** Finished repairs over the last three years, for search, history and trends. */
export function olderJobs(count: number, startAt: string): DemoJob[] {
  const random = seeded(7);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  return Array.from({ length: count }, (_, i) => {
    const craft = pick(OLDER_CRAFT);
    const place = pick(OLDER_PLACES);
    const foam = craft === CRAFT.board;
    const epoxy = foam || random() < 0.5;
    const systemId = epoxy ? pick(['epoxy-slow', 'epoxy-medium']) : 'polyester';
    const thicknessMm = foam ? 0.6 : 2.4 + Math.round(random() * 30) / 10;
    const hard = epoxy ? 82 : 40;
    const size = 40 + Math.round(random() * 90);
    return {
      key: `older-${i}`,
      craft,
      title: `${place}, ${pick(OLDER_CAUSES)}`,
      technician: pick([PEOPLE.ilse, PEOPLE.tomas]),
      sealedBy: PEOPLE.maren,
      openedDaysAgo: Math.round(1090 - (i * 1050) / count),
      stage: 9,
      plies: -1,
      hardness: Array.from({ length: 10 }, () => hard + Math.round(random() * 3)),
      inputs: inputs({
        place: { where: place, craftKind: craft.kind, service: 'light', finish: epoxy ? 'paint' : 'gelcoat' },
        damage: { shape: { kind: 'ellipse', lengthMm: size, widthMm: Math.round(size * 0.6), ...at(0, 0) } },
        laminate: {
          thicknessMm,
          priorId: foam ? 'eps-board' : 'volume-built',
          clueIds: foam
            ? ['styrene-foam-intact']
            : i % 4 === 0
              ? ['styrene-smell', 'plate-polyester']
              : ['styrene-smell', 'tint-green-blue'],
          core: foam ? { coreId: 'eps', thicknessMm: 80, reachable: true } : null,
        },
        resin: { systemId, overrideReason: 'The owner asked for it; the bond was tried on scrap first.' },
        stack: { coverFabricId: foam ? null : 'plain-163', finishAllowanceMm: 0.2 },
        days: { startAt },
      }),
    };
  });
}
