import {
  CONSISTENCIES,
  CONTAINERS,
  FABRICS,
  FILLERS,
  GAUGE_LIMITS,
  CLUES,
  CORES,
  GRAVE_STRUCTURES,
  isWallClock,
  MAX_READINGS,
  NEW_REPAIR,
  PRIORS,
  REPAIR_KINDS,
  SEVERITIES,
  SYSTEMS,
  type Container,
  type Core,
  type CureCard,
  type ExtraPly,
  type Fabric,
  type Filler,
  type MeasuringTool,
  type PlannedCoat,
  type PlannedPaste,
  type Hardener,
  type LocalRatio,
  type RepairInputs,
  type Shape,
  type SheetPoint,
  type ShopRates,
  type SystemCard,
  WAYS_OUT,
  WEIGHINGS,
  hardens,
} from '@ashstep/core';
import * as z from 'zod';

const ids = (table: readonly { id: string }[]): z.ZodEnum<Record<string, string>> =>
  z.enum(table.map((entry) => entry.id));

export const fabricId = ids(FABRICS);
export const systemId = ids(SYSTEMS);
export const coreId = ids(CORES);
export const priorId = ids(PRIORS);
export const clueId = ids(CLUES);

const within = ({ min, max }: { min: number; max: number }): z.ZodNumber => z.number().min(min).max(max);
const millimetres = z.number().min(-20_000).max(20_000);
const size = z.number().min(0.5).max(20_000);
const note = z.string().max(4000);
const placed = {
  centreXMm: millimetres.optional(),
  centreYMm: millimetres.optional(),
  rotationDeg: z.number().min(-360).max(360).optional(),
};
const lengthMm = z.number().min(1).max(20_000);
const wrapPlan = z.strictObject({
  roundMm: z.number().min(10).max(10_000),
  stripMm: z.number().min(5).max(2000),
  angleDeg: z.number().min(10).max(80),
  overlapMm: z.number().min(0).max(1000),
  layers: z.number().int().min(1).max(40),
  pastMm: z.number().min(0).max(2000),
});
const brokenPlan = z.strictObject({
  widthMm: lengthMm,
  bulgeMm: z.number().min(0).max(2000),
  railMm: z.number().min(5).max(1000),
});
const edgePlan = z.strictObject({ alongMm: lengthMm, inMm: lengthMm, trimMm: z.number().min(0).max(500) });
const plugPlan = z.strictObject({
  gapMm: z.number().min(0).max(50),
  beddingMm: z.number().min(0).max(50),
  pasteGPerMl: z.number().min(0.2).max(3),
});
/** A check of how two halves lie to one another before they are bonded. */
export const alignmentReading = z.strictObject({
  what: z.enum(['string', 'twist', 'rocker', 'rail-left', 'rail-right']),
  mm: z.number().min(-500).max(500),
  limitMm: z.number().min(0).max(500),
  by: z.string().max(80),
  at: z.string().max(40),
});
/** A side of the taper with a ratio of its own. */
export const localRatio = z.strictObject({
  bearingDeg: z.number().min(-360).max(360),
  ratio: z.number().min(1).max(100),
  spreadDeg: z.number().min(1).max(180).optional(),
}) satisfies z.ZodType<LocalRatio>;
const rectangular = { lengthMm: size, widthMm: size, ...placed };

/** Outline of damage or cut-out, plan millimetres. */
export const shape = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('circle'), diameterMm: size, ...placed }),
  z.strictObject({ kind: z.literal('ellipse'), ...rectangular }),
  z.strictObject({ kind: z.literal('slot'), ...rectangular }),
  z.strictObject({
    kind: z.literal('roundedRectangle'),
    cornerRadiusMm: z.number().min(0).max(10_000),
    ...rectangular,
  }),
  z.strictObject({
    kind: z.literal('polygon'),
    points: z
      .array(z.strictObject({ x: millimetres, y: millimetres }))
      .min(3)
      .max(2000),
    ...placed,
  }),
]) satisfies z.ZodType<Shape>;

const entryId = z.string().min(1).max(80);
const entryName = z.string().trim().min(1, 'This is still missing.').max(120);

/** A fabric as the library keeps it. */
export const fabric = z.strictObject({
  id: entryId,
  name: entryName,
  parts: z
    .array(
      z.strictObject({
        construction: z.enum(['mat', 'plain', 'twill', 'roving', 'ud', 'biaxial45', 'biaxial090']),
        fibre: z.enum(['e-glass', 's-glass', 'carbon', 'aramid']),
        arealWeightGsm: z.number().min(10).max(5000),
      }),
    )
    .min(1)
    .max(4),
  binder: z.enum(['powder', 'emulsion', 'stitched', 'none']),
  ounceUnit: z.enum(['oz/yd2', 'oz/ft2']),
}) satisfies z.ZodType<Fabric>;

/** What pots are mixed in. */
export const container = z.enum(CONTAINERS.map(({ id }) => id) as [Container['id'], ...Container['id'][]]);
const arrhenius = z.strictObject({ aPerS: z.number().min(0), eJPerMol: z.number().min(0).max(300_000) });
/** Rates, heat and levels by which a system cures. */
export const cureCard = z.strictObject({
  id: z.string().max(80),
  name: z.string().max(120),
  family: z.enum(['polyester', 'vinylester', 'epoxy']),
  kinetics: z.strictObject({
    k1: arrhenius,
    k2: arrhenius,
    m: z.number().min(0).max(5),
    n: z.number().min(0).max(8),
    heatJPerG: z.number().min(0).max(2000),
    inhibitor: z
      .strictObject({
        minutes: z.number().positive(),
        eJPerMol: z.number().min(0).max(300_000),
        catalystPercent: z.number().positive(),
      })
      .optional(),
    glass: z
      .strictObject({
        freshC: z.number().min(-120).max(50),
        fullC: z.number().min(-60).max(300),
        lambda: z.number().min(0.1).max(1),
        aboveC: z.number().min(0).max(60),
      })
      .optional(),
  }),
  densityGPerMl: z.number().min(0.5).max(3),
  heatCapacityJPerGK: z.number().min(0.3).max(5),
  gelAlpha: z.number().gt(0).lt(1),
  greenAlpha: z.number().gt(0).lt(1),
  sandableAlpha: z.number().gt(0).lt(1),
  fullAlpha: z.number().gt(0).lt(1),
  minTempC: z.number().min(-20).max(60).optional(),
}) satisfies z.ZodType<CureCard>;

/** Something a data sheet says of how a system cures; the core tells what no sheet says. */
export const sheetPoint = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('pot-gel'),
    massG: z.number(),
    tempC: z.number(),
    minutes: z.number(),
    container: container.optional(),
  }),
  z.strictObject({
    kind: z.literal('pot-peak'),
    massG: z.number(),
    tempC: z.number(),
    peakC: z.number(),
    container: container.optional(),
  }),
  z.strictObject({ kind: z.literal('thin'), alpha: z.number(), tempC: z.number(), hours: z.number() }),
]) satisfies z.ZodType<SheetPoint>;

const cardBase = {
  id: entryId,
  name: entryName,
  family: z.enum(['polyester', 'vinylester', 'epoxy']),
  resinDensityGPerMl: z.number().min(0.7).max(2.5),
  potLifeMin: z.number().min(1).max(1440),
  minTempC: z.number().min(-20).max(60),
  maxTempC: z.number().min(0).max(120),
  sandableHours: z.number().min(0.1).max(1000),
  fullCureHours: z.number().min(0.1).max(2000),
  recoatFromHours: z.number().min(0).max(1000),
  recoatUntilHours: z.number().min(0).max(2000),
  maxPotG: z.number().min(1).max(100_000),
  maxSessionMm: z.number().min(0.1).max(200),
  tolerancePercent: z.number().min(0.1).max(50),
  cure: z.strictObject({ card: cureCard, points: z.array(sheetPoint).min(1).max(40) }).optional(),
};

const density = z.number().min(0.7).max(2.5);
const catalyst = {
  catalystMinPercent: z.number().min(0.1).max(10),
  catalystMaxPercent: z.number().min(0.1).max(10),
  catalystDensityGPerMl: density,
};
/** What a system takes from its hardener. */
const { potLifeMin, minTempC, maxTempC, sandableHours, fullCureHours, recoatFromHours, recoatUntilHours, maxPotG } =
  cardBase;
const amine = { hardenerPer100ByWeight: z.number().min(1).max(500), hardenerDensityGPerMl: density };
const RANGES = {
  temperature: 'The highest must be above the lowest.',
  window: 'The window ends after it begins.',
  catalyst: 'The most is not less than the least.',
};

/** A hardener or catalyst as the library keeps it. */
export const hardener = z
  .discriminatedUnion('kind', [
    z.strictObject({
      kind: z.literal('amine'),
      id: entryId,
      name: entryName,
      ...amine,
      potLifeMin,
      minTempC,
      maxTempC,
      sandableHours,
      fullCureHours,
      recoatFromHours,
      recoatUntilHours,
      maxPotG,
    }),
    z.strictObject({ kind: z.literal('peroxide'), id: entryId, name: entryName, ...catalyst }),
  ])
  .refine((entry) => entry.kind === 'peroxide' || entry.minTempC < entry.maxTempC, {
    path: ['maxTempC'],
    message: RANGES.temperature,
  })
  .refine((entry) => entry.kind === 'peroxide' || entry.recoatFromHours <= entry.recoatUntilHours, {
    path: ['recoatUntilHours'],
    message: RANGES.window,
  })
  .refine((entry) => entry.kind === 'amine' || entry.catalystMinPercent <= entry.catalystMaxPercent, {
    path: ['catalystMaxPercent'],
    message: RANGES.catalyst,
  }) satisfies z.ZodType<Hardener>;

/** A resin system as the library keeps it. */
export const systemCard = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('two-part'), ...cardBase, ...amine }),
    z.strictObject({ kind: z.literal('catalysed'), ...cardBase, ...catalyst }),
  ])
  .refine((card) => card.minTempC < card.maxTempC, { path: ['maxTempC'], message: RANGES.temperature })
  .refine((card) => card.recoatFromHours <= card.recoatUntilHours, {
    path: ['recoatUntilHours'],
    message: RANGES.window,
  })
  .refine((card) => card.kind === 'two-part' || card.catalystMinPercent <= card.catalystMaxPercent, {
    path: ['catalystMaxPercent'],
    message: RANGES.catalyst,
  })
  .refine((card) => (card.family === 'epoxy') === (card.kind === 'two-part'), {
    path: ['family'],
    message: 'Epoxy takes hardener; polyester and vinylester take catalyst.',
  }) satisfies z.ZodType<SystemCard>;

/** A core material as the library keeps it. */
export const coreMaterial = z.strictObject({
  id: entryId,
  name: entryName,
  densityKgM3: z.number().min(5).max(2000),
  modulusMPa: z.number().min(0.1).max(50_000),
  shearModulusMPa: z.number().min(0.1).max(10_000),
  serviceTempC: z.number().min(20).max(300),
  styrene: z.enum(['dissolves', 'softens', 'resists']),
  wooden: z.boolean(),
  openCelled: z.boolean(),
}) satisfies z.ZodType<Core>;

/** An id of a shipped table, or of the shop's own entry that comes with it. */
function known(table: readonly { id: string }[], own: { id: string } | undefined, id: string | null): boolean {
  return id === null || own?.id === id || table.some((entry) => entry.id === id);
}
const NOT_LISTED = 'Not in the list. Pick one that is.';

export const fabricLayer = z
  .strictObject({
    fabricId: entryId,
    own: fabric.optional(),
    process: z.enum(['hand', 'film', 'vacuum']).optional(),
    orientationDeg: z.number().min(-360).max(360).optional(),
    fibreMassFraction: z.number().min(0.1).max(0.9).optional(),
  })
  .refine((layer) => known(FABRICS, layer.own, layer.fabricId), { path: ['fabricId'], message: NOT_LISTED });

const knockDown = z.number().min(0.05).max(1).optional();
const plies = z.array(fabricLayer).max(200);

/** A ply beside those of the stack: a filler, or a local one at a corner or rail. */
export const extraPly = z
  .strictObject({
    id: z.string().min(1).max(80),
    use: z.enum(['filler', 'local']),
    fabricId: entryId,
    own: fabric.optional(),
    orientationDeg: z.number().min(-360).max(360),
    shape,
    face: z.enum(['first', 'second']),
    after: z.number().int().min(0).max(200),
  })
  .refine((ply) => known(FABRICS, ply.own, ply.fabricId), {
    path: ['fabricId'],
    message: NOT_LISTED,
  }) satisfies z.ZodType<ExtraPly>;
export const wallClock = z
  .string()
  .regex(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/, 'Give day and time, like 2026-04-16 08:00.')
  .refine(isWallClock, 'There is no such day or time.');

const taken = {
  xMm: millimetres,
  yMm: millimetres,
  instrument: z.string().max(60),
  by: z.string().max(80),
  at: wallClock.nullable(),
  after: z.boolean().optional(),
};
const reading = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('tap'), sound: z.enum(['sound', 'dull', 'doubtful']), ...taken }),
  z.strictObject({
    kind: z.enum(['moisture', 'thickness', 'hardness']),
    value: z.number().min(0).max(100_000),
    ...taken,
  }),
]);

const count = z.number().int().min(0).max(1_000_000);
const shopBond = z.strictObject({
  mpa: z.number().min(0.1).max(200),
  source: z.string().trim().min(1, 'Say which trials it rests on.').max(400),
});
/** The shop's own bond shear, by resin. */
export const bondSetting = z.strictObject({
  polyester: shopBond.optional(),
  vinylester: shopBond.optional(),
  epoxy: shopBond.optional(),
});
const plane = z.array(z.strictObject({ x: millimetres, y: millimetres })).max(2000);
const mark = z.strictObject({
  id: z.uuid(),
  kind: z.enum(['damage', 'crack', 'earlier-repair']),
  name: z.string().max(80),
  points: plane.min(2),
  widthMm: z.number().min(0).max(200),
  hole: z.boolean().optional(),
});
const pixel = z.strictObject({ xPx: z.number().min(0).max(20_000), yPx: z.number().min(0).max(20_000) });
const laidPhoto = z.strictObject({
  id: z.uuid(),
  corners: z.array(pixel).length(4),
  widthMm: z.number().min(5).max(20_000),
  heightMm: z.number().min(5).max(20_000),
  xMm: millimetres,
  yMm: millimetres,
  turnedDeg: z.number().min(-360).max(360),
  check: z.strictObject({ from: pixel, to: pixel, lengthMm: z.number().min(1).max(20_000) }).nullable(),
});

const depth = z.enum(['finish', 'part', 'through']);
const depthMm = z.number().min(0.1).max(200);
const ring = z.strictObject({
  widthMm: z.number().gt(0).max(2000).optional(),
  depthMm: z.number().gt(0).max(200).optional(),
  look: z.enum(['random', 'squares', 'lines', 'unknown']).optional(),
  colour: z.enum(['pale', 'dark', 'yellow', 'mixed']).optional(),
  directionDeg: z.number().min(-360).max(360).optional(),
});

const heap = z.number().min(0).max(10);
/** A filler as the library keeps it. */
export const filler = z.strictObject({
  id: entryId,
  name: entryName,
  purpose: z.enum(['structural', 'strength', 'light', 'cheap']),
  bulkDensityKgM3: z.number().min(5).max(5000),
  trueDensityKgM3: z.number().min(5).max(8000).optional(),
  heapToResin: z.strictObject({ syrup: heap, ketchup: heap, mayonnaise: heap, 'peanut-butter': heap }).optional(),
  use: z.string().max(400),
}) satisfies z.ZodType<Filler>;

const plannedPaste = z
  .strictObject({
    id: entryId,
    name: entryName,
    use: z.enum(['bonding', 'bedding', 'fillet', 'fairing', 'plug']),
    volumeMl: z.number().min(1).max(200_000),
    fillerId: entryId,
    own: filler.optional(),
    consistency: z.enum(CONSISTENCIES).optional(),
  })
  .refine((paste) => known(FILLERS, paste.own, paste.fillerId), {
    path: ['fillerId'],
    message: NOT_LISTED,
  }) satisfies z.ZodType<PlannedPaste>;
const plannedCoat = z.strictObject({
  id: entryId,
  name: entryName,
  thicknessMm: z.number().min(0.05).max(20),
  areaMm2: z.number().min(1).max(4e8).nullable(),
  densityGPerMl: density,
}) satisfies z.ZodType<PlannedCoat>;

const toolStep = z.number().min(0.001).max(1000);
/** Something both parts of a mix are measured with. */
export const measuringTool = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('scale'),
    name: entryName,
    stepG: toolStep,
    errorG: z.number().min(0).max(1000).optional(),
    mostG: z.number().min(1).max(1e6).optional(),
  }),
  z.strictObject({
    kind: z.literal('lines'),
    name: entryName,
    stepMl: toolStep,
    errorMl: z.number().min(0).max(1000).optional(),
    mostMl: z.number().min(1).max(1e6).optional(),
  }),
  z.strictObject({
    kind: z.literal('pump'),
    name: entryName,
    resinStrokeMl: z.number().min(0.05).max(1000),
    secondStrokeMl: z.number().min(0.05).max(1000),
    strokePercent: z.number().min(0).max(50),
  }),
]) satisfies z.ZodType<MeasuringTool>;

const minutes = z.number().min(0).max(10_000);
/** What a shop is quick at. */
export const shopRates = z.strictObject({
  washMin: minutes,
  grindMinPerLitre: minutes,
  grindFloorMin: minutes,
  cutMinPerPly: minutes,
  dryFitMin: minutes,
  potMin: minutes,
  layFloorMin: minutes,
  abradeBetweenMin: minutes,
  levelMinPerM2: minutes,
  levelFloorMin: minutes,
  finishShare: z.number().min(0.1).max(10),
  inspectMin: minutes,
}) satisfies z.ZodType<ShopRates>;

/** The sections of a repair's inputs; each is saved on its own. */
export const inputSections = {
  place: z.strictObject({
    where: z.string().max(200),
    craftKind: z.enum(['boat', 'board', 'paddle', 'vehicle', 'other']),
    waterline: z.enum(['above', 'below']),
    finish: z.enum(['gelcoat', 'paint', 'bare']),
    access: z.enum(['one', 'both']),
    service: z.enum(['cosmetic', 'light', 'general', 'high', 'primary']),
    specialService: z.enum(['none', 'drinking-water', 'fuel', 'heat', 'fire', 'food']),
    certified: z.boolean(),
    likeForLike: z.boolean(),
  }),
  damage: z.strictObject({
    shape,
    depth,
    depthMm: depthMm.nullable(),
    marginMm: z.number().min(0).max(1000),
    minCornerRadiusMm: z.number().min(0).max(1000),
    neighbours: z
      .array(
        z.strictObject({
          name: z.string().min(1).max(80),
          kind: z.enum(['edge', 'fitting', 'structure']),
          fromXMm: millimetres,
          fromYMm: millimetres,
          toXMm: millimetres,
          toYMm: millimetres,
          clearanceMm: z.number().min(0).max(2000).optional(),
          way: z.enum(WAYS_OUT).nullable().optional(),
        }),
      )
      .max(20),
    notes: note,
  }),
  severity: z.strictObject({
    separated: z.boolean(),
    structure: z.enum(GRAVE_STRUCTURES),
    override: z.enum(SEVERITIES).nullable(),
    reason: note,
    release: z
      .strictObject({ reference: z.string().min(3).max(400), by: z.string().max(80), at: z.string().max(40) })
      .nullable(),
  }),
  survey: z.strictObject({
    readings: z.array(reading).max(MAX_READINGS),
    gridSpacingMm: z.number().min(2).max(1000),
    marks: z.array(mark).max(40),
    photo: laidPhoto.nullable(),
    gauge: z
      .array(
        z.strictObject({
          rayDeg: within(GAUGE_LIMITS.rayDeg),
          outMm: within(GAUGE_LIMITS.outMm),
          depthMm: within(GAUGE_LIMITS.depthMm),
        }),
      )
      .max(GAUGE_LIMITS.count),
    visible: shape.nullable(),
    expected: z.strictObject({ shape, depth, depthMm: depthMm.nullable() }).nullable(),
    moistureLimit: z.number().min(0).max(1000).nullable(),
    dryReference: z.number().min(0).max(1000).nullable(),
    rings: z.strictObject({ ratio: z.number().min(2).max(100), rings: z.array(ring).min(1).max(60) }).nullable(),
    coupon: z
      .strictObject({
        beforeG: z.number().min(0.05).max(10_000),
        afterG: z.number().gt(0).max(10_000),
        areaMm2: z.number().min(25).max(1e6).optional(),
        thicknessMm: z.number().min(0.1).max(100).optional(),
      })
      .nullable(),
  }),
  laminate: z.strictObject({
    known: z.enum(['thickness', 'plies']),
    thicknessMm: z.number().min(0.2).max(200).nullable(),
    plies,
    finishThicknessMm: z.number().min(0).max(20),
    core: z
      .strictObject({
        coreId: entryId,
        own: coreMaterial.optional(),
        thicknessMm: z.number().min(0.5).max(200),
        reachable: z.boolean(),
      })
      .refine((ref) => known(CORES, ref.own, ref.coreId), { path: ['coreId'], message: NOT_LISTED })
      .nullable(),
    priorId,
    shedCounts: z
      .strictObject({ polyester: count, vinylester: count, epoxy: count, thermoplastic: count, mixed: count })
      .optional(),
    clueIds: z.array(clueId).max(40),
    epoxyInBond: z.boolean(),
    pressedPanel: z.boolean(),
  }),
  resin: z
    .strictObject({
      school: z.enum(['finish-led', 'like-for-like', 'epoxy-throughout']),
      systemId: entryId.nullable(),
      owners: z.record(z.string().max(80), z.string().max(120)).optional(),
      own: systemCard.optional(),
      hardener: hardener.optional(),
      overrideReason: note,
      gelCoatWay: z.enum(['after-full-cure', 'paint-instead', 'gel-coat-first']),
      airTempC: z.number().min(-40).max(60),
      humidityPercent: z.number().min(1).max(100),
      surfaceTempC: z.number().min(-40).max(120),
    })
    .refine((resin) => known(SYSTEMS, resin.own, resin.systemId), { path: ['systemId'], message: NOT_LISTED })
    .refine(
      ({ systemId: id, own, hardener: taken }) =>
        !taken || !id || hardens(taken, (own ?? SYSTEMS.find((system) => system.id === id))?.family ?? 'epoxy'),
      {
        path: ['hardener'],
        message: 'This hardener never sets this resin. Amines set epoxy, peroxides polyester and vinylester.',
      },
    ),
  taper: z.strictObject({
    ratio: z.number().min(1).max(100).nullable(),
    sides: z.enum(['one', 'two']),
    locals: z.array(localRatio).max(20).optional(),
    kind: z.enum(REPAIR_KINDS).optional(),
    stepMm: z.number().min(2).max(200).optional(),
    lapMm: z.number().min(10).max(1000).optional(),
    staggerMm: z.number().min(0).max(200).optional(),
    wrap: wrapPlan.optional(),
    broken: brokenPlan.optional(),
    edge: edgePlan.optional(),
    plug: plugPlan.optional(),
    dishRatio: z.number().min(1).max(12).optional(),
    curvature: z
      .strictObject({ alongMm: z.number().min(1).max(1e6).nullable(), acrossMm: z.number().min(1).max(1e6).nullable() })
      .optional(),
    alignment: z.array(alignmentReading).max(60).optional(),
    marginMm: z.number().min(0).max(500),
    maskMm: z.number().min(0).max(500),
    knockDowns: z.strictObject({
      preparation: knockDown,
      secondaryBond: knockDown,
      wetService: knockDown,
      age: knockDown,
    }),
    bond: bondSetting.optional(),
  }),
  stack: z
    .strictObject({
      plies: plies.min(1).nullable(),
      order: z.enum(['smallest-first', 'largest-first']),
      coverFabricId: entryId.nullable(),
      coverOwn: fabric.optional(),
      coverOverlapMm: z.number().min(0).max(500),
      sanding: z
        .strictObject({ fabricId: entryId, own: fabric.optional() })
        .refine((layer) => known(FABRICS, layer.own, layer.fabricId), { path: ['fabricId'], message: NOT_LISTED })
        .optional(),
      extras: z.array(extraPly).max(60).optional(),
      goes: z.number().int().min(1).max(20).optional(),
      finishAllowanceMm: z.number().min(0).max(20),
      process: z.enum(['hand', 'film', 'vacuum']),
    })
    .refine((stack) => known(FABRICS, stack.coverOwn, stack.coverFabricId), {
      path: ['coverFabricId'],
      message: NOT_LISTED,
    }),
  mix: z.strictObject({
    catalystPercent: z.number().min(0.1).max(10).nullable(),
    layingRateGPerMin: z.number().min(0.1).max(1000),
    scaleErrorG: z.number().min(0).max(100),
    weighing: z.enum(WEIGHINGS).optional(),
    primeGsm: z.number().min(0).max(2000),
    wastePercent: z.number().min(0).max(100),
    potFloorG: z.number().min(0).max(1000),
    container: container.optional(),
    primes: z.enum(['laminate', 'closed-foam', 'open-foam', 'old-mat', 'wood']).optional(),
    pastes: z.array(plannedPaste).max(40).optional(),
    coats: z.array(plannedCoat).max(20).optional(),
    tool: measuringTool.optional(),
    dropsPerMl: z.number().min(5).max(100).optional(),
  }),
  days: z.strictObject({
    startAt: wallClock.nullable(),
    fromMin: z.number().int().min(0).max(1440),
    toMin: z.number().int().min(0).max(1440),
    openDays: z.array(z.number().int().min(0).max(6)).min(1).max(7),
    tempC: z.number().min(-10).max(45),
    place: z.enum(['shed', 'outdoors', 'tent']).optional(),
    tentToC: z.number().min(5).max(60).optional(),
    rates: shopRates.partial().optional(),
  }),
} as const;

export const repairInputs = z.strictObject(inputSections) satisfies z.ZodType<RepairInputs>;
export type SectionName = keyof typeof inputSections;
export const sectionNames = Object.keys(inputSections) as SectionName[];
export const sectionName = z.enum(sectionNames as [SectionName, ...SectionName[]]);

export type StoredInputs = z.infer<typeof repairInputs>;

/** Inputs stored before a field existed, with what a new repair has in it. */
export function completeInputs(stored: Partial<StoredInputs> | null): StoredInputs {
  return Object.fromEntries(
    sectionNames.map((section) => [section, { ...NEW_REPAIR[section], ...stored?.[section] }]),
  ) as unknown as StoredInputs;
}
