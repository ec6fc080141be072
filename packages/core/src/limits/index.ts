/** The least and the most a figure may be, both allowed. */
export interface Limits {
  min: number;
  max: number;
}

/** Largest extent of anything on a plan, mm, and thickest laminate. */
const [EXTENT_MM, THICK_MM] = [20_000, 200];

/**
 * What each figure may be, in the unit its name ends with. Declared here once: calculations refuse what is outside, requests and
 * files are held to it, and where a table of the database holds the same figure a spec compares the two.
 */
export const LIMITS = {
  // Plan and outlines
  placeMm: { min: -EXTENT_MM, max: EXTENT_MM },
  sizeMm: { min: 0.5, max: EXTENT_MM },
  lengthMm: { min: 1, max: EXTENT_MM },
  rectangleSideMm: { min: 5, max: EXTENT_MM },
  angleDeg: { min: -360, max: 360 },
  cornerRadiusMm: { min: 0, max: EXTENT_MM / 2 },
  damageMarginMm: { min: 0, max: 1000 },
  minCornerRadiusMm: { min: 0, max: 1000 },
  clearanceMm: { min: 0, max: 5000 },
  markWidthMm: { min: 0, max: 200 },
  gridSpacingMm: { min: 2, max: 1000 },
  picturePx: { min: 16, max: EXTENT_MM },
  // The laminate that is there
  thicknessMm: { min: 0.2, max: THICK_MM },
  coreMm: { min: 0.5, max: THICK_MM },
  depthMm: { min: 0.1, max: THICK_MM },
  finishMm: { min: 0, max: 20 },
  arealWeightGsm: { min: 10, max: 5000 },
  fibreMassFraction: { min: 0.1, max: 0.9 },
  ringRatio: { min: 2, max: 100 },
  couponG: { min: 0.05, max: 10_000 },
  couponMm2: { min: 25, max: 1e6 },
  couponMm: { min: 0.1, max: 100 },
  meterScale: { min: 0, max: 1000 },
  reading: { min: 0, max: 100_000 },
  observed: { min: 0, max: 1e6 },
  // Air
  airTempC: { min: -40, max: 60 },
  surfaceTempC: { min: -40, max: 120 },
  humidityPercent: { min: 1, max: 100 },
  rainMm: { min: 0, max: 300 },
  sunWPerM2: { min: 0, max: 1500 },
  shedTempC: { min: -10, max: 45 },
  tentTempC: { min: 5, max: 60 },
  workTempC: { min: -20, max: 60 },
  potTempC: { min: -20, max: 300 },
  heatedToC: { min: -10, max: 60 },
  lagHours: { min: 0, max: 200 },
  gainC: { min: -20, max: 30 },
  // Taper and joint
  ratio: { min: 1, max: 100 },
  /** How much wider a ply is than the one under it, on every side. */
  plyGrowMm: { min: 1, max: 300 },
  /** How far a surface is ground down for a cap. */
  sunkMm: { min: 0, max: 20 },
  beyondMm: { min: 0, max: 2000 },
  firstShare: { min: 0.1, max: 0.9 },
  /** Width of a bond over its depth, where it is a step or a lap. */
  widthRatio: { min: 1, max: 5000 },
  gaugeOutMm: { min: 0, max: 5000 },
  /** Over the old surface it stands proud. */
  gaugeDepthMm: { min: -THICK_MM, max: THICK_MM },
  spreadDeg: { min: 1, max: 180 },
  taperMarginMm: { min: 0, max: 500 },
  maskMm: { min: 0, max: 500 },
  stepMm: { min: 2, max: 200 },
  lapMm: { min: 10, max: 1000 },
  staggerMm: { min: 0, max: 200 },
  dishRatio: { min: 1, max: 12 },
  radiusMm: { min: 1, max: 1e6 },
  knockDown: { min: 0.05, max: 1 },
  bondMPa: { min: 0.1, max: 200 },
  wrapRoundMm: { min: 10, max: 10_000 },
  wrapStripMm: { min: 5, max: 2000 },
  wrapAngleDeg: { min: 10, max: 80 },
  wrapOverlapMm: { min: 0, max: 1000 },
  wrapLayers: { min: 1, max: 40 },
  wrapPastMm: { min: 0, max: 2000 },
  bulgeMm: { min: 0, max: 2000 },
  railMm: { min: 5, max: 1000 },
  trimMm: { min: 0, max: 500 },
  gapMm: { min: 0, max: 50 },
  beddingMm: { min: 0, max: 50 },
  pasteGPerMl: { min: 0.2, max: 3 },
  injectSpacingMm: { min: 10, max: 200 },
  injectGapMm: { min: 0.05, max: 10 },
  holeMm: { min: 1, max: 20 },
  alignmentMm: { min: -500, max: 500 },
  // Patch
  coverOverlapMm: { min: 0, max: 500 },
  goes: { min: 1, max: 20 },
  growMm: { min: 0, max: 500 },
  afterPlies: { min: 0, max: THICK_MM },
  // Mix
  catalystPercent: { min: 0.1, max: 10 },
  hardenerPer100: { min: 1, max: 500 },
  liquidGPerMl: { min: 0.7, max: 2.5 },
  layingRateGPerMin: { min: 0.1, max: 1000 },
  layingHands: { min: 1, max: 4 },
  scaleErrorG: { min: 0, max: 100 },
  primeGsm: { min: 0, max: 2000 },
  wastePercent: { min: 0, max: 100 },
  potFloorG: { min: 0, max: 1000 },
  dropsPerMl: { min: 5, max: 100 },
  /** Of a gauge over or under its own nought. */
  fairMm: { min: -100, max: 100 },
  // Colour
  labL: { min: 0, max: 100 },
  /** Of a paste in white, by mass. */
  drawdownPercent: { min: 0.01, max: 100 },
  labAB: { min: -128, max: 128 },
  colourBatchG: { min: 1, max: 100_000 },
  pigmentG: { min: 0, max: 10_000 },
  dropG: { min: 0.005, max: 0.5 },
  scaleStepG: { min: 0.001, max: 50 },
  pasteMl: { min: 1, max: 200_000 },
  coatMm: { min: 0.05, max: 20 },
  /** Area of a full coat, its thickness when dry, and solids by volume of a paint. */
  coatAreaMm2: { min: 1, max: 1e10 },
  coatDryMm: { min: 0.005, max: 5 },
  solidsPercent: { min: 10, max: 100 },
  wetFilmMm: { min: 0.005, max: 10 },
  areaMm2: { min: 0, max: 4e8 },
  batchG: { min: 0.1, max: 100_000 },
  toolStep: { min: 0.001, max: 1000 },
  toolError: { min: 0, max: 1000 },
  toolMost: { min: 1, max: 1e6 },
  strokeMl: { min: 0.05, max: 1000 },
  strokePercent: { min: 0, max: 50 },
  // Days, shop and money
  minuteOfDay: { min: 0, max: 1440 },
  workMin: { min: 0, max: 10_000 },
  finishShare: { min: 0.1, max: 10 },
  bays: { min: 1, max: 100 },
  perHour: { min: 0, max: 10_000 },
  perKwh: { min: 0, max: 1000 },
  heaterKw: { min: 0, max: 1000 },
  year: { min: 1940, max: 2100 },
  sharePercent: { min: 0, max: 100 },
  trialValue: { min: 0, max: 1e6 },
} as const satisfies Record<string, Limits>;

/** How many of a thing a job or shop may have. */
export const COUNTS = {
  outlinePoints: 2000,
  readings: 5000,
  airReadings: 500,
  spots: 100,
  gauge: 500,
  marks: 40,
  neighbours: 20,
  plies: 200,
  extras: 60,
  onShelf: 500,
  rings: 60,
  clues: 40,
  zones: 6,
  locals: 20,
  alignment: 60,
  rounds: 60,
  people: 100,
  away: 60,
  tools: 40,
  inspectionReadings: 200,
  fairLines: 60,
  fairPlaces: 60,
  fairRounds: 20,
  colourTrials: 40,
} as const;
