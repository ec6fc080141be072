/** Inputs of some version: sections by name, fields by name. */
export type AnyInputs = Record<string, Record<string, unknown> | undefined>;

/** What a repair had where nothing was said, when inputs were first given a version. It stays as it is. */
const USUAL: Record<string, Record<string, unknown>> = {
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
    shape: { kind: 'circle', diameterMm: 80, centreXMm: 0, centreYMm: 0, rotationDeg: 0 },
    depth: 'through',
    depthMm: null,
    marginMm: 10,
    minCornerRadiusMm: 25,
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
    airTempC: 20,
    humidityPercent: 55,
    surfaceTempC: 19,
  },
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
    layingRateGPerMin: 6,
    scaleErrorG: 0.5,
    primeGsm: 125,
    wastePercent: 12,
    potFloorG: 25,
  },
  days: { startAt: null, fromMin: 480, toMin: 1020, openDays: [1, 2, 3, 4, 5], tempC: 20 },
};

/** Version 1 grew by fields that older inputs lack: from version 2 on, every field that has a usual value is there. */
export function toVersion2(inputs: AnyInputs): AnyInputs {
  return Object.fromEntries(
    Object.entries(USUAL).map(([section, usual]) => [section, { ...usual, ...inputs[section] }]),
  );
}
