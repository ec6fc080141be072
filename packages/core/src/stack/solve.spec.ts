import { type FabricLayer, compare, laminate } from '../laminate/index.js';
import { seeded } from '../testing/seeded.js';
import { FABRICS } from '../material/index.js';
import { searchStacks, solveStack } from './solve.js';
import { type SolveStackInput, USUAL_WEIGHTS } from './solving.js';

/** Score of a stack, deepest first, by the laminate theory itself. */
function scoreOf(input: SolveStackInput, layers: readonly FabricLayer[]): number {
  const w = { ...USUAL_WEIGHTS, ...input.weights };
  const outward = [...(input.cover ? [input.cover] : []), ...[...layers].reverse()];
  const made = laminate({ layers: outward, resin: input.resin });
  const { ratios, weightRatio, thicknessRatio } = compare(laminate(input.parent), made);
  const log = (ratio: number): number => Math.log(ratio) ** 2;
  return (
    w.stiffness * ratios.reduce((sum, { ratio }) => sum + log(ratio), 0) +
    w.thickness * log(thicknessRatio) +
    w.weight * log(weightRatio!) +
    w.count * layers.length
  );
}

/** Every stack there is, worked through one by one. */
function bruteForce(input: SolveStackInput): number {
  const plies = input.fabrics.flatMap(({ fabricId }) =>
    (input.orientationsDeg ?? [0, 90, 45, -45]).map((orientationDeg): FabricLayer => ({ fabricId, orientationDeg })),
  );
  let best = Infinity;
  const lay = (layers: FabricLayer[]): void => {
    if (layers.length > 0) {
      const made = laminate({
        layers: [...(input.cover ? [input.cover] : []), ...[...layers].reverse()],
        resin: input.resin,
      });
      const even = Math.abs(laminate({ layers, resin: input.resin }).aNPerMm[0][2]) < 1e-3 * made.aNPerMm[0][0];
      if (even && made.thicknessMm <= (input.maxThicknessMm ?? 1e3)) best = Math.min(best, scoreOf(input, layers));
    }
    if (layers.length < input.maxPlies!) for (const ply of plies) lay([...layers, ply]);
  };
  lay([]);
  return best;
}

const PARENT = {
  resin: 'polyester',
  layers: [
    { fabricId: 'mat-300' },
    { fabricId: 'mat-450' },
    { fabricId: 'roving-600' },
    { fabricId: 'mat-450' },
    { fabricId: 'roving-600' },
  ],
} as const;
const STITCHED = [
  'biax45-600',
  'biax090-600',
  'biax45-400',
  'biax090-400',
  'biax45-800',
  'biax090-800',
  'twill-290',
  'plain-203',
  'mat-stitched-300',
  'ud-300',
  'ud-600',
  'roving-600',
];

describe('the stack solver', () => {
  it('finds what trying everything finds, and says so (seeded)', () => {
    const random = seeded(7);
    const names = FABRICS.map(({ id }) => id);
    for (let trial = 0; trial < 6; trial++) {
      const fabrics = Array.from({ length: 2 }, () => ({ fabricId: random.oneOf(names) }));
      const parent = {
        resin: 'polyester',
        layers: Array.from({ length: 3 }, () => ({
          fabricId: random.oneOf(names),
          orientationDeg: random.oneOf([0, 90, 45]),
        })),
      } as const;
      const input: SolveStackInput = {
        parent,
        resin: 'epoxy',
        fabrics,
        orientationsDeg: random.chance(0.5) ? [0, 45] : [0, 45, -45],
        maxPlies: 4,
        ...(random.chance(0.5) ? { cover: { fabricId: 'twill-203' } } : {}),
      };
      const solved = solveStack(input);
      const brute = bruteForce(input);
      expect(solved.proven).toBeTrue();
      if (brute === Infinity) expect(solved.best).toEqual([]);
      else {
        expect(solved.best[0]!.score).withContext(`trial ${trial}`).toBeCloseTo(brute, 9);
        expect(scoreOf(input, solved.best[0]!.layers)).toBeCloseTo(brute, 9);
      }
    }
  });

  it('finds a parent again from its own fabrics, at next to no score', () => {
    const parent = {
      resin: 'epoxy',
      layers: [
        { fabricId: 'twill-203' },
        { fabricId: 'biax45-600' },
        { fabricId: 'ud-300', orientationDeg: 90 },
        { fabricId: 'biax090-600' },
      ],
    } as const;
    const { best, proven } = solveStack({
      parent,
      resin: 'epoxy',
      fabrics: [...new Set(['twill-203', 'biax45-600', 'ud-300', 'biax090-600'])].map((fabricId) => ({ fabricId })),
      maxPlies: 5,
    });
    expect(proven).toBeTrue();
    expect(best[0]!.score).toBeCloseTo(4 * USUAL_WEIGHTS.count, 9);
    expect(best[0]!.match.ratios.every(({ ratio }) => Math.abs(ratio - 1) < 1e-9)).toBeTrue();
  });

  it('keeps under the level limit, within the cloth there is, and balanced', () => {
    const { best } = solveStack({
      parent: PARENT,
      resin: 'epoxy',
      fabrics: STITCHED.slice(0, 5).map((fabricId) => ({ fabricId, mostPlies: 2, costPerM2: 7 })),
      maxThicknessMm: 3,
      cover: { fabricId: 'twill-203' },
      maxPlies: 6,
    });
    for (const { layers, thicknessMm, costPerM2 } of best) {
      expect(thicknessMm).toBeLessThanOrEqual(3);
      for (const { fabricId } of layers)
        expect(layers.filter((layer) => layer.fabricId === fabricId).length).toBeLessThanOrEqual(2);
      expect(costPerM2).toBeCloseTo(7 * layers.length, 9);
    }
    const uneven = solveStack({
      parent: PARENT,
      resin: 'epoxy',
      fabrics: [{ fabricId: 'ud-300' }],
      orientationsDeg: [0, 30],
      maxPlies: 3,
    });
    expect(uneven.best.every(({ layers }) => layers.every(({ orientationDeg }) => orientationDeg === 0))).toBeTrue();
  });

  it('takes 12 fabrics and up to 10 plies: good within 3 s of work, a stop honoured, no promise it cannot keep', () => {
    const search = searchStacks({
      parent: { ...PARENT, layers: [...PARENT.layers, ...PARENT.layers] },
      resin: 'epoxy',
      fabrics: STITCHED.map((fabricId) => ({ fabricId })),
      maxPlies: 10,
    });
    const begun = performance.now();
    let step = search.next();
    while (!step.done) step = search.next(performance.now() - begun > 3000 ? 'stop' : undefined);
    const { best, byCount, proven, lowerBound, tried } = step.value;
    // The parent's 9 mm is a little more than ten of these plies can make.
    expect(best[0]!.match.ratios.every(({ ratio }) => Math.abs(Math.log(ratio)) < 0.2)).toBeTrue();
    expect(lowerBound).toBeLessThanOrEqual(best[0]!.score);
    expect(proven || lowerBound < best[0]!.score).toBeTrue();
    expect(byCount.length).toBeGreaterThan(3);
    expect(tried / ((performance.now() - begun) / 1000)).toBeGreaterThan(5_000); // well over 20,000 on an idle machine
  }, 20_000);

  it('refuses no fabrics, too many, and a parent that is none', () => {
    expect(() => solveStack({ parent: PARENT, resin: 'epoxy', fabrics: [] })).toThrow(
      jasmine.objectContaining({ code: 'empty', field: 'fabrics' }),
    );
    expect(() => solveStack({ parent: PARENT, resin: 'epoxy', fabrics: [{ fabricId: 'no such cloth' }] })).toThrow(
      jasmine.objectContaining({ code: 'unknown-id' }),
    );
    expect(() => solveStack({ parent: { layers: [] }, resin: 'epoxy', fabrics: [{ fabricId: 'ud-300' }] })).toThrow(
      jasmine.objectContaining({ field: 'parent.layers' }),
    );
    expect(() =>
      solveStack({ parent: PARENT, resin: 'epoxy', fabrics: [{ fabricId: 'ud-300' }], maxPlies: 90 }),
    ).toThrow(jasmine.objectContaining({ field: 'maxPlies' }));
  });
});
