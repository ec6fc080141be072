import { CoreError } from '../errors.js';
import {
  colourCorrect,
  dryDown,
  colourOfPhoto,
  colourRecipe,
  deltaE00,
  drawdownFit,
  GENERIC_PIGMENTS,
  type Lab,
  labOf,
  type Pixel,
  screenColour,
  smoothestReflectance,
  WHITE_BASE,
  xyzOfLab,
} from './index.js';
import { absorbed, mixed, reflected } from './mixing.js';

const ksOf = (id: string): readonly number[] => [WHITE_BASE, ...GENERIC_PIGMENTS].find((one) => one.id === id)!.ks;
/** What a cup really comes out as, each pigment being so many times as strong as its card says. */
function cupOf(
  baseG: number,
  pigments: Readonly<Record<string, number>>,
  strength: Readonly<Record<string, number>> = {},
): Lab {
  const total = baseG + Object.values(pigments).reduce((sum, g) => sum + g, 0);
  const parts = Object.entries(pigments).map(([id, g]) => ({ share: (g / total) * (strength[id] ?? 1), ks: ksOf(id) }));
  return labOf(mixed([{ share: baseG / total, ks: WHITE_BASE.ks }, ...parts]));
}
const faultOf = (work: () => unknown): string => {
  try {
    work();
  } catch (error) {
    if (error instanceof CoreError) return `${error.code} ${error.field} ${error.params['why'] ?? ''}`.trim();
    throw error;
  }
  return 'none';
};
const ofMeasured = { measuredIn: { way: 'scale', stepG: 0.01 } } as const;

describe('light and colour', () => {
  it('a perfect white is 100, and an 18 % grey 49.5 by hand: 116 ∛0.18 − 16', () => {
    expect(labOf(new Array(31).fill(1)).l).toBeCloseTo(100, 6);
    const grey = labOf(new Array(31).fill(0.18), 'A');
    expect(grey.l).toBeCloseTo(49.496, 3);
    expect(Math.hypot(grey.a, grey.b)).toBeCloseTo(0, 6);
  });

  it('ΔE00 is that of the published pairs', () => {
    // Published test data of the formula, pairs 1, 7, 17 and 25.
    const pairs: [number[], number[], number][] = [
      [[50, 2.6772, -79.7751], [50, 0, -82.7485], 2.0425],
      [[50, 0, 0], [50, -1, 2], 2.3669],
      [[50, 2.5, 0], [73, 25, -18], 27.1492],
      [[60.2574, -34.0099, 36.2677], [60.4626, -34.1751, 39.4387], 1.2644],
    ];
    for (const [[l, a, b], [m, c, d], expected] of pairs)
      expect(deltaE00({ l: l!, a: a!, b: b! }, { l: m!, a: c!, b: d! })).toBeCloseTo(expected, 4);
  }); // prettier-ignore

  it('K/S of a half is a quarter, and back', () => {
    expect(absorbed(0.5)).toBeCloseTo(0.25, 12);
    expect(reflected(0.25)).toBeCloseTo(0.5, 12);
    expect(reflected(absorbed(0.037))).toBeCloseTo(0.037, 12);
  });

  it('the smoothest curve of a colour has that colour and stays between nothing and all', () => {
    for (const lab of [{ l: 88, a: -2, b: 8 }, { l: 40, a: 45, b: 20 }, { l: 30, a: 15, b: -40 }]) {
      const curve = smoothestReflectance(lab);
      expect(deltaE00(labOf(curve), lab)).toBeLessThan(1e-4);
      expect(Math.min(...curve)).toBeGreaterThan(0);
      expect(Math.max(...curve)).toBeLessThan(1);
    }
    expect(smoothestReflectance({ l: 60, a: 0, b: 0 }).every((r) => Math.abs(r - xyzOfLab({ l: 60, a: 0, b: 0 })[1] / 100) < 0.02)).toBeTrue();
    expect(faultOf(() => smoothestReflectance({ l: 30, a: -100, b: 100 }))).toBe('inconsistent lab no-surface');
  }); // prettier-ignore
});

describe('a recipe', () => {
  /** The search is held to its time where it runs alone; a machine busy with other checks is slower. */
  const SLOW = 5;
  /** Ten made-up mixes within the load, g to the 1000. */
  const mixes: Record<string, number>[] = [
    { ochre: 4, black: 1 },
    { blue: 6 },
    { red: 20, yellow: 10 },
    { green: 12, black: 3, yellow: 5 },
    { violet: 8 },
    { 'oxide-red': 30, black: 8 },
    { orange: 15, magenta: 5 },
    { black: 60 },
    { blue: 25, green: 15, black: 5 },
    { yellow: 40, ochre: 10, red: 2, black: 1 },
  ];

  it('of ten colours within reach comes under ΔE00 0.5 before rounding, each in under 300 ms', () => {
    for (const mix of mixes) {
      const target = cupOf(1000, mix);
      const started = performance.now();
      const found = colourRecipe({ target, batchG: 200, measuredIn: { way: 'drops' } });
      expect(performance.now() - started).withContext(JSON.stringify(mix)).toBeLessThan(300 * SLOW);
      expect(found.exact.deltaE00).withContext(JSON.stringify(mix)).toBeLessThan(0.5);
      const amounts = Object.fromEntries(found.parts.slice(1).map(({ id, amountG }) => [id, amountG]));
      expect(deltaE00(cupOf(found.parts[0]!.amountG, amounts), target)).withContext('what is measured out comes to what is said of it').toBeCloseTo(found.measured.deltaE00, 6);
      expect(found.parts.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
    }
  }); // prettier-ignore

  it('finds the very amounts of a single pigment', () => {
    const found = colourRecipe({ target: cupOf(1000, { blue: 6 }), batchG: 1006, ...ofMeasured });
    expect(found.parts.map(({ id, amountG }) => [id, Math.round(100 * amountG) / 100])).toEqual([['white-base', 1000], ['blue', 6]]);
  }); // prettier-ignore

  it('drops are whole, what rounding loses is said, and from the smallest batch on it loses little', () => {
    const target = { l: 88, a: -2, b: 8 };
    const small = colourRecipe({ target, batchG: 100, measuredIn: { way: 'drops' } });
    expect(small.parts.slice(1).every(({ drops, amountG }) => Number.isInteger(drops) && Math.abs(amountG - 0.05 * drops!) < 1e-9)).toBeTrue();
    expect(small.roundingLoss).toBeCloseTo(small.measured.deltaE00 - small.exact.deltaE00, 9);
    expect(small.remarks.map(({ id }) => id)).toEqual(['colour.batch-too-small', 'colour.few-drops']);
    const enough = colourRecipe({ target, batchG: small.smallestBatchG!, measuredIn: { way: 'drops' } });
    expect(enough.roundingLoss).toBeLessThan(0.3);
  }); // prettier-ignore

  it('a black beyond the load comes nearest with all the pigment that may be in it, and says so', () => {
    const found = colourRecipe({ target: { l: 8, a: 0, b: 0 }, batchG: 500, ...ofMeasured });
    expect(found.pigmentShare).toBeCloseTo(0.1, 3);
    expect(found.parts.slice(1).reduce((sum, { measuredShare }) => sum + measuredShare, 0)).withContext('what is measured out is within the load too').toBeLessThanOrEqual(0.1 + 1e-9);
    expect(found.remarks[0]!.id).toBe('colour.load-reached');
    expect(Number(found.remarks[0]!.params!['lighter'])).toBeGreaterThan(10);
    expect(colourRecipe({ target: { l: 30, a: -60, b: 60 }, batchG: 500, ...ofMeasured }).measured.deltaE00A).withContext('no surface has it').toBeNull();
  }); // prettier-ignore

  it('a shelf without the colour is told from one with too little load', () => {
    const found = colourRecipe({
      target: { l: 70, a: 40, b: 0 },
      shelf: ['blue', 'black'],
      batchG: 500,
      ...ofMeasured,
    });
    expect(found.remarks[0]!.id).toBe('colour.out-of-reach');
    expect(Number(found.remarks[0]!.params!['duller'])).toBeGreaterThan(20);
  });

  it('what the shop knows of dry-down is allowed for', () => {
    const target = cupOf(1000, { ochre: 8, black: 2 });
    const found = colourRecipe({ target: { ...target, l: target.l - 1 }, shift: { l: -1, a: 0, b: 0 }, batchG: 1010, ...ofMeasured });
    expect(Object.fromEntries(found.parts.slice(1).map(({ id, amountG }) => [id, Math.round(10 * amountG) / 10]))).toEqual({ ochre: 8, black: 2 });
  }); // prettier-ignore

  it('an empty shelf, one pigment twice or no batch is refused at its field', () => {
    const target = { l: 80, a: 0, b: 5 };
    expect(faultOf(() => colourRecipe({ target, shelf: [], batchG: 100, ...ofMeasured }))).toBe('empty shelf');
    expect(faultOf(() => colourRecipe({ target, shelf: ['blue', 'blue'], batchG: 100, ...ofMeasured }))).toBe('inconsistent shelf.1');
    expect(faultOf(() => colourRecipe({ target, shelf: ['pink'], batchG: 100, ...ofMeasured }))).toBe('unknown-id shelf.0');
    expect(faultOf(() => colourRecipe({ target, batchG: 0, ...ofMeasured }))).toBe('out-of-range batchG');
    expect(faultOf(() => colourRecipe({ target: { l: 120, a: 0, b: 0 }, batchG: 10, ...ofMeasured }))).toBe('out-of-range target.l');
  }); // prettier-ignore
});

describe('dry-down', () => {
  const one = { wet: { l: 88, a: -2, b: 8 }, cured: { l: 87.2, a: -1.9, b: 8.6 } };
  const other = { wet: { l: 52, a: 36, b: 15 }, cured: { l: 51, a: 36.3, b: 15.4 } };

  it('is the mean of what was measured, with how far the cups differ from it', () => {
    const found = dryDown([one, other]);
    expect([found.shift.l, found.shift.a, found.shift.b].map((value) => Math.round(1000 * value) / 1000)).toEqual([
      -0.9, 0.2, 0.5,
    ]);
    const off =
      (deltaE00(one.cured, { l: 87.1, a: -1.8, b: 8.5 }) + deltaE00(other.cured, { l: 51.1, a: 36.2, b: 15.5 })) / 2;
    expect(found.spread).toBeCloseTo(off, 9);
    expect(found.pairs).toBe(2);
  });

  it('one cup gives a shift that nothing bears out; none gives none, and a slip of the keyboard is refused', () => {
    expect(dryDown([one]).spread).toBeNull();
    expect(faultOf(() => dryDown([]))).toBe('empty pairs');
    expect(faultOf(() => dryDown([{ wet: one.wet, cured: { ...one.cured, l: 8.7 } }]))).toBe('out-of-range shift.l');
  });

  it('a cup judged by it wet is put right as it would be cured', () => {
    const target = cupOf(1000, { ochre: 8, black: 2 });
    const [cup, { shift }] = [{ baseG: 1000, pigments: [{ id: 'ochre', amountG: 4 }, { id: 'black', amountG: 2 }] }, dryDown([one])];
    const cured = cupOf(1000, { ochre: 4, black: 2 });
    const wet = { l: cured.l - shift.l, a: cured.a - shift.a, b: cured.b - shift.b };
    const byWet = colourCorrect({ target, cup, measured: wet, shift, measuredIn: { way: 'scale', stepG: 0.05 } });
    const byCured = colourCorrect({ target, cup, measured: cured, measuredIn: { way: 'scale', stepG: 0.05 } });
    expect(byWet.additions).toEqual(byCured.additions);
    expect(byWet.additions.length).toBeGreaterThan(0);
  }); // prettier-ignore
});

describe('a correction', () => {
  it('halves what a wrong trial is off, with additions only, whatever was wrong with the pastes', () => {
    const target = cupOf(1000, { ochre: 9, black: 3, red: 2 });
    const cup = { ochre: 1.8, black: 0.6, red: 0.4 };
    const strengths: Record<string, number>[] = [{ black: 1.4 }, { ochre: 0.6 }, { red: 2, ochre: 1.2 }, { black: 0.7, red: 0.5 }];
    for (const strength of strengths) {
      const measured = cupOf(200, cup, strength);
      const found = colourCorrect({ target, cup: { baseG: 200, pigments: Object.entries(cup).map(([id, amountG]) => ({ id, amountG })) }, measured, ...ofMeasured });
      const added = (id: string): number => found.additions.find((one) => one.id === id)?.amountG ?? 0;
      expect(found.additions.every(({ amountG }) => amountG > 0)).toBeTrue();
      const ids = new Set([...Object.keys(cup), ...found.additions.map(({ id }) => id).filter((id) => id !== 'white-base')]);
      const then = Object.fromEntries([...ids].map((id) => [id, (cup[id as 'ochre'] ?? 0) + added(id)]));
      const real = deltaE00(target, cupOf(200 + added('white-base'), then, strength));
      expect(found.was.deltaE00).withContext('wrong to begin with').toBeGreaterThan(1);
      expect(real).withContext(JSON.stringify(strength)).toBeLessThan(found.was.deltaE00 / 2);
    }
  }); // prettier-ignore

  it('adds nothing to what is near enough, and says when a new batch is less than the cure', () => {
    const target = cupOf(1000, { ochre: 9 });
    const pigments = [{ id: 'ochre', amountG: 1.8 }];
    expect(colourCorrect({ target, cup: { baseG: 200, pigments }, measured: target, ...ofMeasured }).additions).toEqual([]);
    const strong = colourCorrect({ target, cup: { baseG: 200, pigments: [{ id: 'ochre', amountG: 6 }] }, measured: cupOf(200, { ochre: 6 }), ...ofMeasured });
    expect(strong.additions.map(({ id }) => id)).toEqual(['white-base']);
    expect(strong.remarks.map(({ id }) => id)).toContain('colour.start-anew');
    expect(faultOf(() => colourCorrect({ target, shelf: ['blue'], cup: { baseG: 200, pigments }, measured: target, ...ofMeasured }))).toBe('unknown-id cup.pigments.0.id');
  }); // prettier-ignore
});

describe('drawdowns', () => {
  const read = (share: number): { share: number; reflectance: number[] } => ({ share, reflectance: mixed([{ share: 1 - share, ks: WHITE_BASE.ks }, { share, ks: ksOf('green') }]) }); // prettier-ignore

  it('at two strengths give back the very curve, and that of the base with it', () => {
    const fit = drawdownFit({ drawdowns: [read(0.005), read(0.04)] });
    expect(Math.max(...fit.ks.map((ks, i) => Math.abs(ks - ksOf('green')[i]!)))).toBeLessThan(1e-6);
    expect(Math.max(...fit.baseKs.map((ks, i) => Math.abs(ks - WHITE_BASE.ks[i]!)))).toBeLessThan(1e-6);
    expect(fit.worst).toBeLessThan(1e-4);
  });

  it('by colour alone the curve is a guess, which is said; two that disagree are named', () => {
    const guessed = drawdownFit({ base: 'white-base', drawdowns: [0.005, 0.04].map((share) => ({ share, lab: labOf(read(share).reflectance) })) }); // prettier-ignore
    expect(guessed.remarks.map(({ id }) => id)).toContain('colour.curve-guessed');
    const wrong = drawdownFit({ base: 'white-base', drawdowns: [read(0.01), { ...read(0.04), share: 0.01 + 1e-6 }] });
    expect(wrong.remarks.map(({ id }) => id)).toContain('colour.drawdowns-disagree');
  });

  it('at one strength, or by sixteen bands too few, are refused; sixteen will do', () => {
    expect(faultOf(() => drawdownFit({ drawdowns: [read(0.01), read(0.01)] }))).toBe('too-few-points drawdowns');
    expect(faultOf(() => drawdownFit({ base: 'white-base', drawdowns: [{ share: 0.01, reflectance: new Array(15).fill(0.5) }, read(0.02)] }))).toBe('too-few-points drawdowns.0.reflectance'); // prettier-ignore
    expect(drawdownFit({ drawdowns: [{ share: 0, reflectance: new Array(16).fill(0.9) }, { share: 0.05, reflectance: new Array(16).fill(0.5) }] }).ks[7]).toBeCloseTo((0.25 - 0.95 * (0.01 / 1.8)) / 0.05, 9); // prettier-ignore
  });
});

describe('a photograph beside a grey card', () => {
  const many = (pixel: Pixel, count = 50): Pixel[] => Array.from({ length: count }, () => pixel);

  it('gives the patch as it is in white light, whatever the light was', () => {
    // A grey card of 18 % reads 118 in sRGB (0.1812 linear); a patch of the same values is L 49.6 and grey.
    expect(colourOfPhoto({ card: { pixels: many([118, 118, 118]) }, patch: many([118, 118, 118]) }).lab.l).toBeCloseTo(49.5, 1); // prettier-ignore
    const dim = colourOfPhoto({ card: { pixels: many([150, 110, 80]) }, patch: many([150, 110, 80]) });
    expect(dim.lab.l).toBeCloseTo(49.5, 1);
    expect(Math.hypot(dim.lab.a, dim.lab.b)).toBeLessThan(0.5);
    expect(dim.plusMinus).withContext('no photograph is nearer').toBe(3);
    expect(dim.screen).toBe(screenColour(dim.lab));
  });

  it('says how uneven the patch is, and is off by no less', () => {
    const patch = [...many([200, 60, 40]), ...many([120, 40, 30])];
    const found = colourOfPhoto({ card: { pixels: many([118, 118, 118]) }, patch });
    expect(found.spread).toBeGreaterThan(5);
    expect(found.plusMinus).toBe(found.spread);
    expect(found.remarks.map(({ id }) => id)).toEqual(['colour.patch-uneven']);
  });

  it('is refused without a card, burnt out, black, or with a card that is not grey', () => {
    const patch = many([118, 118, 118]);
    expect(faultOf(() => colourOfPhoto({ card: { pixels: [] }, patch }))).toBe('empty card.pixels');
    expect(faultOf(() => colourOfPhoto({ card: { pixels: patch }, patch: many([255, 240, 200]) }))).toBe('inconsistent patch burnt-out'); // prettier-ignore
    expect(faultOf(() => colourOfPhoto({ card: { pixels: many([2, 2, 2]) }, patch }))).toBe('inconsistent card.pixels too-dark'); // prettier-ignore
    expect(faultOf(() => colourOfPhoto({ card: { pixels: many([200, 60, 40]) }, patch }))).toBe('inconsistent card.pixels not-grey'); // prettier-ignore
  });
});
