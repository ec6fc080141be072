import type { Seeded } from '../../packages/core/src/testing/seeded.js';

// Inputs and results of any calculation, looked into by name.
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- every calculation has a shape of its own
type Loose = any;

/** Something that holds of every input of some calculations. */
export interface Law {
  calculations: readonly string[];
  says: string;
  /** What is wrong, '' where it holds, null where it says nothing of this input. */
  broken: (input: Loose, result: Loose, run: (input: Loose) => Loose, random: Seeded) => string | null;
}

/** Rounding, and what a stepped solution is off by. */
const [EXACT, STEPPED] = [1e-6, 0.01];

const same = (a: number, b: number, share = EXACT): boolean =>
  Math.abs(a - b) <= share * Math.max(1, Math.abs(a), Math.abs(b));
const told = (holds: boolean, what: () => string): string => (holds ? '' : what());
const sum = (list: readonly number[]): number => list.reduce((total, value) => total + value, 0);
/** Later or never counts as later than any time. */
const time = (value: number | null): number => value ?? Infinity;

/** Fabrics of one sheet. */
const SINGLE = /^(?:mat-\d+|roving-\d+|ud-\d+|plain-\d+|twill-\d+)$/;

/** A result that does not fall as a figure rises. */
function rising(
  calculations: readonly string[],
  says: string,
  field: string,
  of: (result: Loose) => number | null,
  slack = EXACT,
  sense: 1 | -1 = 1,
  unless: (input: Loose) => boolean = () => false,
): Law {
  return {
    calculations,
    says,
    broken: (input, result, run, random) => {
      if (typeof input[field] !== 'number' || unless(input)) return null;
      const more = run({
        ...input,
        [field]: input[field] + Math.max(1e-6, Math.abs(input[field])) * random.between(0.02, 0.6),
      });
      const [before, after] = [time(of(result)) * sense, time(of(more)) * sense];
      if (Number.isNaN(before) || Number.isNaN(after) || before === after) return '';
      return told(
        after >= before - slack * Math.max(1, Math.min(Math.abs(before), 1e300)),
        () => `${sense * before} then ${sense * after}`,
      );
    },
  };
}

const colder = (
  calculations: readonly string[],
  says: string,
  field: string,
  of: (result: Loose) => number | null,
  slack = STEPPED,
): Law => rising(calculations, says, field, of, slack, -1);

export const LAWS: readonly Law[] = [
  // Mass
  {
    calculations: ['mix'],
    says: 'two parts make the batch',
    broken: ({ totalG }, { kind, resinG, secondG }) =>
      told(same(kind === 'two-part' ? resinG + secondG : resinG, totalG), () => `${resinG} + ${secondG} of ${totalG}`),
  },
  {
    calculations: ['mix'],
    says: 'by volume and by weight are one mix',
    broken: (_, { resinG, resinMl, secondG, secondMl, per100ByWeight, per100ByVolume }) =>
      told(
        same(secondG / resinG, per100ByWeight / 100) && same(secondMl / resinMl, per100ByVolume / 100),
        () => `${per100ByWeight} and ${per100ByVolume}`,
      ),
  },
  {
    calculations: ['batches', 'batch-plan'],
    says: 'pots hold what plies and primer take',
    broken: ({ pliesG, extraG }, { batches }) =>
      told(
        same(sum(batches.map((one: Loose) => one.massG)), sum(pliesG) + extraG),
        () => `${sum(batches.map((one: Loose) => one.massG))} of ${sum(pliesG) + extraG}`,
      ),
  },
  {
    calculations: ['batches', 'batch-plan'],
    says: 'no pot is over its limit',
    broken: (_, { batches, limitG }) =>
      told(
        batches.every((one: Loose) => one.massG <= limitG * (1 + EXACT)),
        () => `over ${limitG}`,
      ),
  },
  {
    calculations: ['resin-quantity'],
    says: 'the whole is its parts',
    broken: (_, { pliesResinG, primeG, wasteG, totalResinG }) =>
      told(same(pliesResinG + primeG + wasteG, totalResinG), () => `${totalResinG}`),
  },
  {
    calculations: ['quantities'],
    says: 'both parts make what is mixed',
    broken: (_, { mixedG, resinG, secondG }) =>
      secondG === null ? null : told(same(resinG + secondG, mixedG), () => `${resinG} + ${secondG} of ${mixedG}`),
  },
  {
    calculations: ['paste'],
    says: 'resin and filler weigh what the paste does',
    broken: ({ volumeMl }, { resinG, fillerG, densityGPerMl }) =>
      told(same(resinG + fillerG, volumeMl * densityGPerMl), () => `${resinG} + ${fillerG}`),
  },
  {
    calculations: ['weighing'],
    says: 'one tare carries more error than two',
    broken: (_, { ways }) =>
      told(
        Math.abs(ways[0].worstPercent) >= Math.abs(ways[1].worstPercent) - EXACT &&
          ways[0].smallestBatchG >= ways[1].smallestBatchG - EXACT,
        () => JSON.stringify(ways),
      ),
  },
  {
    calculations: ['burn-off', 'fibre-fraction', 'ply'],
    says: 'volume fraction lies within',
    broken: (_, { fibreVolumeFraction }) =>
      told(fibreVolumeFraction > 0 && fibreVolumeFraction < 1, () => `${fibreVolumeFraction}`),
  },
  {
    calculations: ['cost'],
    says: 'what is bought costs no less than what is used',
    broken: (_, { usedTotal, boughtTotal }) =>
      told(boughtTotal >= usedTotal - EXACT * Math.max(1, usedTotal), () => `${boughtTotal} under ${usedTotal}`),
  },
  // More of one thing, more of another
  // What meets another taper is summed level by level and may be a little off; what an edge cuts away is less ground the further it reaches.
  rising(
    ['footprint'],
    'more ratio, more ground',
    'ratio',
    ({ taperVolumeMm3 }) => taperVolumeMm3,
    3 * STEPPED,
    1,
    ({ obstacles }) => obstacles?.length > 0,
  ),
  rising(
    ['footprint'],
    'deeper, more ground',
    'depthMm',
    ({ taperVolumeMm3 }) => taperVolumeMm3,
    3 * STEPPED,
    1,
    ({ obstacles }) => obstacles?.length > 0,
  ),
  rising(['joint'], 'a longer taper holds no less', 'ratio', ({ strengthRatio }) => strengthRatio),
  rising(
    ['ply', 'fibre-fraction'],
    'more fabric, no less resin or thinner by it',
    'arealWeightGsm',
    ({ thicknessMm, fibreVolumeFraction }) => thicknessMm ?? fibreVolumeFraction,
  ),
  rising(['paste'], 'more paste, more resin', 'volumeMl', ({ resinG }) => resinG),
  rising(['fillet'], 'a larger fillet takes more', 'radiusMm', ({ volumeMl }) => volumeMl),
  rising(['fillet'], 'a wider corner takes less', 'angleDeg', ({ areaMm2 }) => areaMm2, EXACT, -1),
  rising(['dish'], 'a deeper dish takes more', 'depthMm', ({ fillerMm3 }) => fillerMm3),
  rising(['core-plug'], 'a wider gap takes more paste', 'gapMm', ({ gapMl }) => gapMl),
  rising(['mix-error'], 'a worse scale wants a larger batch', 'readingErrorG', ({ smallestBatchG }) => smallestBatchG),
  rising(['cost'], 'more hours cost more', 'hours', ({ total }) => total),
  rising(['dew-point'], 'damper, a higher dew point', 'relativeHumidityPercent', ({ dewPointC }) => dewPointC),
  rising(['hardness'], 'a higher limit passes no more', 'limit', ({ pass }) => (pass ? 0 : 1)),
  // Warmth
  colder(['film-time'], 'colder is later: tack', 'tempC', ({ tackHours }) => tackHours),
  colder(['film-time'], 'colder is later: sanding', 'tempC', ({ sandableHours }) => sandableHours),
  colder(['film-time'], 'colder is later: full', 'tempC', ({ fullHours }) => fullHours),
  colder(['windows'], 'colder is later: the window opens', 'airTempC', ({ fromHour }) => fromHour),
  colder(['windows'], 'colder is later: sanding', 'airTempC', ({ sandableHour }) => sandableHour),
  colder(['pot-exotherm'], 'colder is later: gel', 'airTempC', ({ gelMin }) => gelMin),
  rising(['pot-exotherm'], 'warmer is hotter', 'airTempC', ({ peakTempC }) => peakTempC, STEPPED),
  {
    calculations: ['pot-exotherm'],
    says: 'more of it is hotter',
    broken: (input, { peakTempC }, run) => {
      // Cold resin in a warm shed warms the sooner the less of it there is.
      if ((input.startTempC ?? input.airTempC) < input.airTempC || input.lossWPerK !== undefined) return null;
      const more = run({ ...input, massG: 1.4 * input.massG }).peakTempC;
      return told(more >= peakTempC - 0.05, () => `${peakTempC} then ${more}`);
    },
  },
  rising(['equivalent-age'], 'warmer ages more', 'airTempC', ({ hours }) => hours),
  {
    calculations: ['pot-exotherm'],
    says: 'no hotter than all its heat',
    broken: ({ airTempC, startTempC, card }, { peakTempC, adiabaticTempC }) =>
      card
        ? null
        : told(
            peakTempC <=
              Math.max(
                airTempC,
                startTempC ?? airTempC,
                adiabaticTempC + Math.max(0, airTempC - (startTempC ?? airTempC)),
              ) +
                0.5,
            () => `${peakTempC} over ${adiabaticTempC}`,
          ),
  },
  {
    calculations: ['through-cure'],
    says: 'the heat balance closes',
    broken: (_, { balance }) => told(balance.errorPercent < 1, () => `${balance.errorPercent} %`),
  },
  {
    calculations: ['through-cure', 'pot-exotherm'],
    says: 'a degree of cure lies from 0 to 1',
    broken: (_, { endAlpha }) => told(endAlpha >= 0 && endAlpha <= 1, () => `${endAlpha}`),
  },
  {
    calculations: ['windows', 'film-time'],
    says: 'stages come in their order',
    broken: (_, { fromHour, untilHour, tackHours, sandableHours, fullHours }) =>
      told(
        (fromHour === undefined || time(untilHour) >= time(fromHour)) &&
          (sandableHours === undefined || (time(fullHours) >= time(sandableHours) && tackHours !== undefined)),
        () => `${fromHour} ${untilHour} ${sandableHours} ${fullHours}`,
      ),
  },
  // Symmetry
  {
    calculations: ['footprint', 'sides', 'dish'],
    says: 'turned and moved it is the same',
    broken: (input, result, run) => {
      if (input.obstacles || input.locals || input.others) return null;
      const moved = run({ ...input, shape: { ...input.shape, rotationDeg: 37, centreXMm: 120, centreYMm: -45 } });
      const area = (of: Loose): number =>
        of.taperVolumeMm3 ?? of.fillerMm3 ?? of[0]?.groundVolumeMm3 ?? of.options?.[0]?.groundVolumeMm3 ?? 0;
      return told(same(area(result), area(moved), 1e-4), () => `${area(result)} and ${area(moved)}`);
    },
  },
  {
    calculations: ['laminate'],
    says: 'upside down, A is the same and B turns its sign',
    broken: (input, result, run) => {
      // A fabric of several sheets is laid with the same one outermost, whichever way the list runs.
      if (input.layers.some((layer: Loose) => layer.own || (layer.fabricId && !SINGLE.test(layer.fabricId))))
        return null;
      const turned = run({ ...input, layers: [...input.layers].reverse() });
      const size = Math.max(...result.aNPerMm.flat().map(Math.abs));
      return told(
        result.aNPerMm.every((row: number[], i: number) =>
          row.every((value, k) => Math.abs(value - turned.aNPerMm[i][k]) <= 1e-6 * size),
        ) &&
          result.bN.every((row: number[], i: number) =>
            row.every((value, k) => Math.abs(value + turned.bN[i][k]) <= 1e-6 * size * Math.max(1, result.thicknessMm)),
          ),
        () => 'A or B',
      );
    },
  },
  {
    calculations: ['match'],
    says: 'the other way about, each ratio is turned over',
    broken: (input, result, run) => {
      const back = run({ parent: input.patch, patch: input.parent });
      return told(
        result.ratios.every(({ ratio }: Loose, i: number) => same(ratio * back.ratios[i].ratio, 1)),
        () => 'ratios',
      );
    },
  },
  {
    calculations: ['laminate', 'match', 'polar'],
    says: 'a laminate is stiff in every direction',
    broken: (_, { aNPerMm, ratios, points }) =>
      told(
        (aNPerMm ? [0, 1, 2].every((i) => aNPerMm[i][i] > 0) : true) &&
          (ratios ?? []).every(({ ratio }: Loose) => ratio > 0) &&
          (points ?? []).every(({ eGPa }: Loose) => eGPa > 0),
        () => 'not positive',
      ),
  },
  {
    calculations: ['resin-evidence'],
    says: 'beliefs add up to one',
    broken: (_, { posterior }) =>
      told(same(sum(Object.values(posterior)), 1), () => `${sum(Object.values(posterior))}`),
  },
  {
    calculations: ['nest'],
    says: 'no roll is shorter than its bound',
    broken: (_, result) =>
      typeof result.lengthMm === 'number' && typeof result.boundMm === 'number'
        ? told(result.lengthMm >= result.boundMm - 1e-3, () => `${result.lengthMm} under ${result.boundMm}`)
        : null,
  },
  {
    calculations: ['enclose'],
    says: 'no shape is smaller than what it holds',
    broken: ({ outlines }, { shapes }) =>
      outlines && outlines.length > 1
        ? null
        : told(
            shapes.every(({ extraMm2, areaMm2 }: Loose) => extraMm2 >= -1e-4 * areaMm2 - 1e-6),
            () => `${Math.min(...shapes.map(({ extraMm2 }: Loose) => extraMm2))}`,
          ),
  },
  {
    calculations: ['units'],
    says: 'what is shown is read back',
    broken: ({ kind }, { value, metric }, run) =>
      kind === 'plain' || metric.figure === '–'
        ? null
        : told(
            same(run({ text: `${metric.figure} ${metric.unit}`, kind }).value, value, 1e-3),
            () => `${metric.figure} ${metric.unit}`,
          ),
  },
  {
    calculations: ['schedule'],
    says: 'nothing ends before it begins, and no plan beats its bound',
    broken: (_, { tasks, finishAt, boundAt, broken }) =>
      told(
        tasks.every(({ startAt, endAt }: Loose) => startAt <= endAt) &&
          (broken > 0 ||
            tasks.some(({ why }: Loose) => why.id === 'done' || why.id === 'pinned') ||
            finishAt >= boundAt),
        () => `${finishAt} before ${boundAt}`,
      ),
  },
];
