import { laminate } from '../laminate/index.js';
import { proposePlies } from './propose.js';
import { type StackInput, stack } from './stack.js';

const INPUT: StackInput = {
  shape: { kind: 'roundedRectangle', lengthMm: 140, widthMm: 90, cornerRadiusMm: 30 },
  ratio: 12,
  depthMm: 9,
  order: 'smallest-first',
  plies: Array.from({ length: 10 }, () => ({ thicknessMm: 0.87 })),
  cover: { thicknessMm: 0.3, overlapMm: 25 },
  finishThicknessMm: 0.6,
  finishAllowanceMm: 0.5,
};

describe('stack', () => {
  it('ends every ply on its own level: ply 1 at 161 × 111, ply 10 at 349 × 299, cover 25 mm past the footprint', () => {
    const { plies } = stack(INPUT);
    const size = (i: number) => [Math.round(plies[i]!.lengthMm), Math.round(plies[i]!.widthMm)];
    expect(size(0)).toEqual([161, 111]);
    expect(size(9)).toEqual([349, 299]);
    expect(size(10)).toEqual([406, 356]);
    expect(plies[10]!.cover).toBeTrue();
  });

  it('lays the same outlines in reverse for largest first, cover last', () => {
    const small = stack(INPUT)
      .plies.filter((p) => !p.cover)
      .map((p) => p.lengthMm);
    const large = stack({ ...INPUT, order: 'largest-first' }).plies;
    expect(large.filter((p) => !p.cover).map((p) => p.lengthMm)).toEqual([...small].reverse());
    expect(large.at(-1)!.cover).toBeTrue();
    expect(large.map((p) => p.laid)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11]);
  });

  it('says whether there is room for the finish', () => {
    expect(stack(INPUT).level).toBe('fits');
    expect(stack(INPUT).roomMm).toBeCloseTo(9 + 0.6 - 9.0, 9);
    expect(stack({ ...INPUT, finishThicknessMm: 0 }).level).toBe('proud');
    expect(stack({ ...INPUT, plies: INPUT.plies.slice(0, 7) }).level).toBe('low');
  });

  it('refuses no plies, 900 plies and plies of no thickness', () => {
    expect(() => stack({ ...INPUT, plies: [] })).toThrow(jasmine.objectContaining({ code: 'empty', field: 'plies' }));
    expect(() => stack({ ...INPUT, plies: Array.from({ length: 900 }, () => ({ thicknessMm: 1 })) })).toThrow(
      jasmine.objectContaining({ code: 'too-many' }),
    );
    expect(() => stack({ ...INPUT, plies: [{ thicknessMm: 0 }] })).toThrow(
      jasmine.objectContaining({ field: 'plies.0.thicknessMm' }),
    );
  });
});

describe('proposed plies', () => {
  const woven = [{ fabricId: 'plain-203' }, { fabricId: 'twill-390', orientationDeg: 45 }];

  it('repeat a known parent ply for ply, deepest first, directions kept', () => {
    expect(proposePlies({ parentPlies: woven, depthMm: 1, family: 'epoxy', coverMm: 0 })).toEqual([
      { fabricId: 'twill-390', orientationDeg: 45 },
      { fabricId: 'plain-203', orientationDeg: 0 },
    ]);
  });

  it('leave bound mat out of epoxy but keep it in polyester', () => {
    const parentPlies = [{ fabricId: 'mat-450' }, { fabricId: 'roving-600' }, { fabricId: 'mat-450' }];
    const inEpoxy = proposePlies({
      parentPlies,
      depthMm: 2.9,
      family: 'epoxy',
      coverMm: 0.3,
      parent: laminate({ layers: parentPlies, resin: 'polyester' }),
    });
    expect(inEpoxy.map(({ fabricId }) => fabricId).filter((id) => id.startsWith('mat'))).toEqual([]);
    expect(proposePlies({ parentPlies, depthMm: 2.9, family: 'polyester', coverMm: 0 }).map((p) => p.fabricId)).toEqual(
      ['mat-450', 'roving-600', 'mat-450'],
    );
  });

  it('stay under the depth and always give at least one ply', () => {
    for (const depthMm of [0.2, 0.6, 1.2, 4, 9, 25]) {
      const plies = proposePlies({ parentPlies: [], depthMm, family: 'epoxy', coverMm: 0 });
      expect(plies.length).toBeGreaterThan(0);
      if (depthMm >= 1) expect(laminate({ layers: plies, resin: 'epoxy' }).thicknessMm).toBeLessThan(depthMm + 0.1);
    }
  });
});
