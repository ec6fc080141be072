import { CoreError, type Remark, requireEntry, requireNumber } from '../errors.js';
import type { FibreId } from '../material/index.js';
import { type CureCard, cureCardOf } from './cards.js';
import { coldRemarks, minTempOf, neverFullRemarks, warmestOf } from './cold.js';
import { BACKINGS, type BackingId, laminateHeat } from './heat-materials.js';
import { type CureState, FRESH, checkCatalyst, cureOn } from './kinetics.js';
import { airAt, checkAir } from './air.js';
import type { HourlyTemp } from './hourly.js';
import { type TempAt, topOf } from './peak.js';

export interface ThroughPly {
  thicknessMm: number;
  fibreMassFraction: number;
  fibre?: FibreId;
}

export interface ThroughInput {
  cardId?: string;
  card?: CureCard;
  /** The new lay-up, from the back outwards. */
  plies: readonly ThroughPly[];
  /** What it lies on, from the lay-up backwards; none for air behind. */
  under?: readonly { backing: BackingId; thicknessMm: number }[];
  /** One temperature, or a list by the hour, °C; straight between, held past the ends. */
  airTempC: number | readonly HourlyTemp[];
  /** As laid; the air's at the start when left out. */
  startTempC?: number;
  /** Heat taken up by the outer face from lamp or sun, W/m², and how long, h; 0 when left out. */
  heaterWPerM2?: number;
  heaterHours?: number;
  /** Heat given to the air, W/(m² K): outer face, and behind; 10 and 8 when left out. */
  frontWPerM2K?: number;
  backWPerM2K?: number;
  catalystPercent?: number;
  /** Followed for so long, h; 48 when left out. */
  hours?: number;
  /** Most that resin, what lies under it, and gel coat may take, °C. */
  limits?: { resinC?: number; underC?: number; finishC?: number };
  /** Thickness of a slice of the lay-up, mm; 0.2 when left out, more in one over 80 mm. */
  sliceMm?: number;
}

export interface ThroughPoint {
  min: number;
  /** Outer face, middle and back of the lay-up. */
  outerC: number;
  middleC: number;
  backC: number;
  /** Least and most cured slice. */
  leastAlpha: number;
  mostAlpha: number;
}

export interface ThroughResult {
  peakTempC: number;
  peakMin: number;
  /** From the outer face, mm. */
  peakDepthMm: number;
  /** Highest at the outer face, and in what lies under; null with nothing under. */
  outerPeakC: number;
  underPeakC: number | null;
  /** When the slowest slice has got there, h; null when it has not. */
  gelHours: number | null;
  greenHours: number | null;
  sandableHours: number | null;
  fullHours: number | null;
  endAlpha: number;
  points: ThroughPoint[];
  /** Temperature and degree of cure over time and depth: a row for every depth, from the outer face. */
  map: { min: number[]; depthMm: number[]; tempC: number[][]; alpha: number[][] };
  /** Heat set free, taken up from lamp and sun, kept, and given to the air, J/m²; and what does not add up, per cent of the largest. */
  balance: {
    releasedJPerM2: number;
    takenJPerM2: number;
    keptJPerM2: number;
    lostJPerM2: number;
    errorPercent: number;
  };
  steps: number;
  remarks: Remark[];
}

const USUAL = { hours: 48, frontWPerM2K: 10, backWPerM2K: 8, sliceMm: 0.2 };
const MOST_PLIES = 200;
/** Nothing thicker is laid in one go. */
const THICKEST_GO_MM = 300;
const MOST_SLICES = 600;
/** A thick lay-up is cut coarser rather than into more than about so many. */
const USUAL_SLICES = 200;
/** Slices under the lay-up grow by this from one to the next, up to so much, mm. */
const GROWTH = 1.35;
const THICKEST_MM = 4;
/** A step changes no slice by more than about this, or this share of the rise so far, and is taken again at twice it. */
const STEP_C = 0.5;
const STEP_SHARE = 0.015;
const STEP_ALPHA = 0.02;
/** Resin chars about here: nothing past it is cure, and the run ends, °C. */
const CHARS_C = 350;
const [FIRST_S, LEAST_S, MOST_S] = [1, 0.02, 600];
/** Share of the new temperatures in the fluxes: past one half, so that thin slices do not swing. */
const THETA = 0.6;
const MAP_COLUMNS = 120;
const MAP_ROWS = 28;
const CHART_POINTS = 300;

/** Slices from the outer face inwards. */
interface Slices {
  count: number;
  /** Of the lay-up; the rest lies under it. */
  fresh: number;
  mm: Float64Array;
  /** Kept for each degree, J/(m² K). */
  capacity: Float64Array;
  /** Heat of its whole cure, J/m². */
  heat: Float64Array;
  /** From a slice to the next, W/(m² K); the last goes to the air behind, the first has its own way out. */
  passes: Float64Array;
  frontPass: number;
}

/**
 * Temperature and cure through a lay-up: ρc ∂T/∂t = k ∂²T/∂x² + ρ_r V_r H dα/dt, heat given to the air on both faces. Slices of equal thickness
 * in the lay-up, growing ones under it; implicit steps as long as nothing changes faster than they follow, cure taken at the temperature of
 * the middle of a step. What flows is counted, so that the heat balance shows what the steps lost.
 * @throws CoreError for no plies or more than 200, thicknesses, temperatures or losses no lay-up has
 */
export function throughCure(input: ThroughInput): ThroughResult {
  const card = cureCardOf(input);
  const hours = requireNumber(input.hours ?? USUAL.hours, 'hours', { above: 0, max: 1000 });
  checkAir(input.airTempC, 'airTempC');
  const startTempC = requireNumber(input.startTempC ?? airAt(input.airTempC, 0), 'startTempC', { min: -20, max: 80 });
  const heaterWPerM2 = requireNumber(input.heaterWPerM2 ?? 0, 'heaterWPerM2', { min: 0, max: 5000 });
  const heaterHours = requireNumber(input.heaterHours ?? hours, 'heaterHours', { min: 0, max: 1000 });
  const catalyst = checkCatalyst(card.kinetics, card.name, input.catalystPercent);
  const slices = sliced(input, card);
  const run = new Run(slices, card, startTempC, catalyst);
  const endS = hours * 3600;
  while (run.seconds < endS - 1e-6 && run.peak.tempC < CHARS_C) run.step(endS, (s) => airAt(input.airTempC, s / 3600), (s) => (s < heaterHours * 3600 ? heaterWPerM2 : 0)); // prettier-ignore
  return described(run, input, card);
}

function sliced(input: ThroughInput, card: CureCard): Slices {
  if (!Array.isArray(input.plies) || input.plies.length === 0) throw new CoreError('empty', 'plies');
  if (input.plies.length > MOST_PLIES) throw new CoreError('too-many', 'plies', { max: MOST_PLIES });
  const wholeMm = input.plies.reduce(
    (sum, { thicknessMm }, i) => sum + requireNumber(thicknessMm, `plies.${i}.thicknessMm`, { min: 0.01, max: 50 }),
    0,
  );
  if (wholeMm > THICKEST_GO_MM) throw new CoreError('too-thick', 'plies', { value: wholeMm, max: THICKEST_GO_MM });
  const sliceMm = requireNumber(input.sliceMm ?? Math.max(USUAL.sliceMm, wholeMm / USUAL_SLICES), 'sliceMm', {
    min: 0.05,
    max: 5,
  });
  const front = requireNumber(input.frontWPerM2K ?? USUAL.frontWPerM2K, 'frontWPerM2K', { min: 0, max: 1e6 });
  const back = requireNumber(input.backWPerM2K ?? USUAL.backWPerM2K, 'backWPerM2K', { min: 0, max: 1e6 });
  const list: { mm: number; conductivity: number; capacity: number; heat: number }[] = [];
  [...input.plies].reverse().forEach((ply, at) => {
    const i = input.plies.length - 1 - at;
    const mm = requireNumber(ply.thicknessMm, `plies.${i}.thicknessMm`, { min: 0.01, max: 50 });
    const psi = requireNumber(ply.fibreMassFraction, `plies.${i}.fibreMassFraction`, { min: 0, max: 0.9 });
    const { conductivityWPerMK, densityKgM3, heatCapacityJPerKgK, resinKgM3 } = laminateHeat(
      psi,
      card.densityGPerMl * 1000,
      card.heatCapacityJPerGK * 1000,
      ply.fibre,
    );
    const parts = Math.max(1, Math.round(mm / sliceMm));
    for (let k = 0; k < parts; k++)
      list.push({
        mm: mm / parts,
        conductivity: conductivityWPerMK,
        capacity: densityKgM3 * heatCapacityJPerKgK,
        heat: resinKgM3 * 1000 * card.kinetics.heatJPerG,
      });
  });
  const fresh = list.length;
  let grown = sliceMm;
  (input.under ?? []).forEach(({ backing, thicknessMm }, i) => {
    const { conductivityWPerMK, densityKgM3, heatCapacityJPerKgK } = requireEntry(Object.entries(BACKINGS).map(([id, values]) => ({ id, ...values })), backing, `under.${i}.backing`); // prettier-ignore
    let left = requireNumber(thicknessMm, `under.${i}.thicknessMm`, { min: 0.01, max: 500 });
    while (left > 1e-9) {
      const mm = left < grown * 1.5 ? left : grown;
      list.push({ mm, conductivity: conductivityWPerMK, capacity: densityKgM3 * heatCapacityJPerKgK, heat: 0 });
      left -= mm;
      grown = Math.min(THICKEST_MM, grown * GROWTH);
    }
  });
  if (list.length > MOST_SLICES)
    throw new CoreError('too-fine', 'sliceMm', {
      value: sliceMm,
      min: Math.min(5, (sliceMm * list.length) / USUAL_SLICES),
      slices: MOST_SLICES,
    });
  const halfway = (i: number): number => list[i]!.mm / 2000 / list[i]!.conductivity;
  const out = (h: number, i: number): number => (h === 0 ? 0 : 1 / (1 / h + halfway(i)));
  return {
    count: list.length,
    fresh,
    mm: Float64Array.from(list, ({ mm }) => mm),
    capacity: Float64Array.from(list, ({ mm, capacity }) => (capacity * mm) / 1000),
    heat: Float64Array.from(list, ({ mm, heat }) => (heat * mm) / 1000),
    passes: Float64Array.from(list, (_, i) => (i + 1 < list.length ? 1 / (halfway(i) + halfway(i + 1)) : out(back, i))),
    frontPass: out(front, 0),
  };
}

interface Kept {
  min: number;
  temps: Float64Array;
  alphas: Float64Array;
}

/** The lay-up as it cures, step by step. */
class Run {
  seconds = 0;
  steps = 0;
  readonly temps: Float64Array;
  readonly states: CureState[];
  readonly kept: Kept[] = [];
  released = 0;
  taken = 0;
  lost = 0;
  /** Hottest of all, at which of the kept steps. */
  peak: { tempC: number; at: number; slice: number };
  outerPeakC: number;
  underPeakC: number;
  /** Least cured slice after each step. */
  readonly least: { min: number; alpha: number }[] = [{ min: 0, alpha: 0 }];
  private dt = FIRST_S;
  /** Change of temperature in the last step, °C a second. */
  private readonly trend: Float64Array;
  private readonly scratch: Float64Array[];

  constructor(
    readonly slices: Slices,
    readonly card: CureCard,
    readonly startTempC: number,
    private readonly catalystPercent: number | undefined,
  ) {
    const { count, fresh } = slices;
    this.temps = new Float64Array(count).fill(startTempC);
    this.peak = { tempC: startTempC, at: 0, slice: 0 };
    this.outerPeakC = startTempC;
    this.underPeakC = startTempC;
    this.trend = new Float64Array(count);
    this.states = Array.from({ length: fresh }, () => ({ ...FRESH, used: card.kinetics.inhibitor ? 0 : 1 }));
    this.scratch = Array.from({ length: 4 }, () => new Float64Array(count));
    this.keep();
  }

  step(endS: number, air: (seconds: number) => number, heater: (seconds: number) => number): void {
    const { count, fresh, heat, passes, frontPass } = this.slices;
    const [source, below, diagonal, next] = this.scratch as [Float64Array, Float64Array, Float64Array, Float64Array];
    const stepC = Math.max(STEP_C, STEP_SHARE * (this.peak.tempC - this.startTempC));
    for (;;) {
      const dt = Math.min(this.dt, endS - this.seconds);
      const middle = this.seconds + dt / 2;
      const [airC, taken] = [air(middle), heater(middle)];
      let mostAlpha = 0;
      const cured = this.states.map((state, i) => {
        const then = cureOn(
          this.card.kinetics,
          state,
          this.temps[i]! + 0.5 * dt * this.trend[i]!,
          dt,
          this.catalystPercent,
        );
        mostAlpha = Math.max(mostAlpha, then.alpha - state.alpha);
        source[i] = (heat[i]! * (then.alpha - state.alpha)) / dt;
        return then;
      });
      source.fill(0, fresh);
      source[0]! += taken;
      this.conduct(dt, airC, source, below, diagonal, next);
      let mostC = 0;
      for (let i = 0; i < count; i++) mostC = Math.max(mostC, Math.abs(next[i]! - this.temps[i]!));
      if ((mostC > 2 * stepC || mostAlpha > 2 * STEP_ALPHA) && dt > LEAST_S) {
        this.dt = Math.max(LEAST_S, dt / 2);
        continue;
      }
      for (let i = 0; i < fresh; i++) this.released += heat[i]! * (cured[i]!.alpha - this.states[i]!.alpha);
      this.taken += taken * dt;
      const mixed = (i: number): number => THETA * next[i]! + (1 - THETA) * this.temps[i]!;
      this.lost += dt * (frontPass * (mixed(0) - airC) + passes[count - 1]! * (mixed(count - 1) - airC));
      for (let i = 0; i < count; i++) {
        this.trend[i] = (next[i]! - this.temps[i]!) / dt;
        this.temps[i] = next[i]!;
      }
      for (let i = 0; i < fresh; i++) this.states[i] = cured[i]!;
      this.seconds += dt;
      this.steps++;
      this.note();
      this.dt = Math.min(
        MOST_S,
        dt *
          Math.min(1.5, Math.max(0.5, Math.min(stepC / Math.max(mostC, 1e-9), STEP_ALPHA / Math.max(mostAlpha, 1e-9)))),
      );
      return;
    }
  }

  /** New temperatures after a step: one tridiagonal system, solved forwards and back. */
  private conduct(
    dt: number,
    airC: number,
    source: Float64Array,
    ratio: Float64Array,
    right: Float64Array,
    next: Float64Array,
  ): void {
    const { count, capacity, passes, frontPass } = this.slices;
    const temps = this.temps;
    for (let i = 0; i < count; i++) {
      const [up, down] = [i === 0 ? frontPass : passes[i - 1]!, passes[i]!];
      const [above, under] = [i === 0 ? airC : temps[i - 1]!, i === count - 1 ? airC : temps[i + 1]!];
      const old = up * (above - temps[i]!) + down * (under - temps[i]!);
      const c = capacity[i]! / dt;
      // The air stands still within a step, so its share of the new flux is known.
      const known = (i === 0 ? THETA * up * airC : 0) + (i === count - 1 ? THETA * down * airC : 0);
      let b = c * temps[i]! + (1 - THETA) * old + source[i]! + known;
      let d = c + THETA * (up + down);
      if (i > 0) {
        d -= THETA * up * ratio[i - 1]!;
        b += THETA * up * right[i - 1]!;
      }
      ratio[i] = (THETA * down) / d;
      right[i] = b / d;
    }
    next[count - 1] = right[count - 1]!;
    for (let i = count - 2; i >= 0; i--) next[i] = right[i]! + ratio[i]! * next[i + 1]!;
  }

  private note(): void {
    const { fresh, count } = this.slices;
    const min = this.seconds / 60;
    for (let i = 0; i < fresh; i++)
      if (this.temps[i]! > this.peak.tempC) this.peak = { tempC: this.temps[i]!, at: this.kept.length, slice: i };
    this.outerPeakC = Math.max(this.outerPeakC, this.temps[0]!);
    for (let i = fresh; i < count; i++) this.underPeakC = Math.max(this.underPeakC, this.temps[i]!);
    let alpha = 1;
    for (const state of this.states) alpha = Math.min(alpha, state.alpha);
    this.least.push({ min, alpha });
    this.keep();
  }

  private keep(): void {
    const { fresh } = this.slices;
    this.kept.push({
      min: this.seconds / 60,
      temps: this.temps.slice(0, fresh),
      alphas: Float64Array.from(this.states, ({ alpha }) => alpha),
    });
  }
}

function described(run: Run, input: ThroughInput, card: CureCard): ThroughResult {
  const { slices, kept, least } = run;
  const { fresh, mm, capacity } = slices;
  const depths: number[] = [];
  let depth = 0;
  for (let i = 0; i < fresh; i++) {
    depths.push(depth + mm[i]! / 2);
    depth += mm[i]!;
  }
  const stored = capacity.reduce((sum, c, i) => sum + c * (run.temps[i]! - run.startTempC), 0);
  const missing = run.released + run.taken - stored - run.lost;
  const reached = (alpha: number): number | null => {
    const i = least.findIndex((point) => point.alpha >= alpha);
    if (i <= 0) return null;
    const [a, b] = [least[i - 1]!, least[i]!];
    return (a.min + ((alpha - a.alpha) / (b.alpha - a.alpha)) * (b.min - a.min)) / 60;
  };
  const fullHours = reached(card.fullAlpha);
  const columns = evenly(kept, MAP_COLUMNS);
  const rows = evenly(
    depths.map((_, i) => i),
    MAP_ROWS,
  );
  const stepAt = (at: number): TempAt | undefined =>
    kept[at] && { min: kept[at].min, tempC: kept[at].temps[run.peak.slice]! };
  const top = topOf(stepAt(run.peak.at - 1), stepAt(run.peak.at)!, stepAt(run.peak.at + 1));
  const endHour = run.seconds / 3600;
  const airDuring =
    typeof input.airTempC === 'number'
      ? input.airTempC
      : [0, ...input.airTempC.map(({ hour }) => hour).filter((hour) => hour > 0 && hour < endHour), endHour].map(
          (hour) => ({ hour, tempC: airAt(input.airTempC, hour) }),
        );
  const underPeakC = slices.count > fresh ? run.underPeakC : null;
  const charred: Remark[] =
    run.peak.tempC >= CHARS_C ? [{ id: 'cure.chars', params: { tempC: CHARS_C, afterMin: run.seconds / 60 } }] : [];
  const unfinished = charred.length > 0 || fullHours !== null ? charred : neverFullRemarks(card, warmestOf(airDuring));
  return {
    peakTempC: top.tempC,
    peakMin: top.min,
    peakDepthMm: depths[run.peak.slice]!,
    outerPeakC: run.outerPeakC,
    underPeakC,
    gelHours: reached(card.gelAlpha),
    greenHours: reached(card.greenAlpha),
    sandableHours: reached(card.sandableAlpha),
    fullHours,
    endAlpha: least.at(-1)!.alpha,
    points: evenly(kept, CHART_POINTS).map(({ min, temps, alphas }) => ({
      min,
      outerC: temps[0]!,
      middleC: temps[fresh >> 1]!,
      backC: temps[fresh - 1]!,
      leastAlpha: Math.min(...alphas),
      mostAlpha: Math.max(...alphas),
    })),
    map: {
      min: columns.map(({ min }) => min),
      depthMm: rows.map((i) => depths[i]!),
      tempC: rows.map((i) => columns.map(({ temps }) => temps[i]!)),
      alpha: rows.map((i) => columns.map(({ alphas }) => alphas[i]!)),
    },
    balance: {
      releasedJPerM2: run.released,
      takenJPerM2: run.taken,
      keptJPerM2: stored,
      lostJPerM2: run.lost,
      errorPercent:
        (100 * Math.abs(missing)) / Math.max(run.released, run.taken, Math.abs(run.lost), Math.abs(stored), 1),
    },
    steps: run.steps,
    remarks: [
      ...coldRemarks(minTempOf(card), airDuring),
      ...unfinished,
      ...overLimits(run, top.tempC, underPeakC, input.limits ?? {}),
    ],
  };
}

function overLimits(
  run: Run,
  peakTempC: number,
  underPeakC: number | null,
  { resinC, underC, finishC }: NonNullable<ThroughInput['limits']>,
): Remark[] {
  const over = (id: string, peakC: number | null, limitC: number | undefined): Remark[] =>
    peakC !== null && limitC !== undefined && peakC > limitC ? [{ id, params: { peakC, limitC } }] : [];
  return [
    ...over('cure.resin-too-hot', peakTempC, resinC),
    ...over('cure.under-too-hot', underPeakC, underC),
    ...over('cure.finish-too-hot', run.outerPeakC, finishC),
  ];
}

/** At most so many of a list, its first and last among them. */
function evenly<T>(list: readonly T[], most: number): T[] {
  if (list.length <= most) return [...list];
  return Array.from({ length: most }, (_, i) => list[Math.round((i * (list.length - 1)) / (most - 1))]!);
}
