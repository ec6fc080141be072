import { FABRICS } from '../material/index.js';
import { seeded } from '../testing/seeded.js';
import { laminate } from './laminate.js';
import { readRings } from './rings.js';

const thicknessOf = (fabricId: string): number => laminate({ layers: [{ fabricId }], resin: 'polyester' }).thicknessMm;

describe('the ring reader', () => {
  it('divides widths by the ratio and carries the reading error', () => {
    const { plies, thicknessMm, plusMinusMm } = readRings({
      ratio: 12,
      rings: [{ widthMm: 12 }, { widthMm: 6 }],
      widthErrorMm: 0.6,
    });
    expect(plies.map((ply) => ply.thicknessMm)).toEqual([1, 0.5]);
    expect(plies[0]!.plusMinusMm).toBeCloseTo((Math.SQRT2 * 0.6) / 12, 10);
    expect(thicknessMm).toBe(1.5);
    expect(plusMinusMm).toBeCloseTo(0.1, 10);
  });

  it('takes gauge depths as steps down', () => {
    expect(
      readRings({ ratio: 12, rings: [{ depthMm: 0.9 }, { depthMm: 1.6 }, { widthMm: 12 }] }).plies.map(
        (ply) => ply.thicknessMm,
      ),
    ).toEqual([0.9, jasmine.any(Number), 1]);
    expect(() => readRings({ ratio: 12, rings: [{ depthMm: 0.9 }, { depthMm: 0.8 }] })).toThrowMatching(
      (e) => e.code === 'out-of-range' && e.field === 'rings.1.depthMm',
    );
  });

  it('names the fabric from thickness and look', () => {
    const { plies } = readRings({
      ratio: 20,
      rings: [
        { widthMm: 20 * thicknessOf('mat-450'), look: 'random' },
        { widthMm: 20 * thicknessOf('roving-600'), look: 'squares', directionDeg: 40 },
        { widthMm: 20 * thicknessOf('carbon-ud-300'), look: 'lines', colour: 'dark', directionDeg: 100 },
        { widthMm: 20 * thicknessOf('biax45-600'), look: 'lines', colour: 'pale', directionDeg: 45 },
      ],
    });
    expect(plies[0]!.candidates[0]!.fabricId).toMatch(/^mat-/);
    expect(plies[0]!.candidates[0]!.orientationDeg).toBe(0);
    expect(plies[1]!.candidates[0]).toEqual(jasmine.objectContaining({ fabricId: 'roving-600', orientationDeg: 40 }));
    expect(plies[2]!.candidates[0]!.fabricId).toBe('carbon-ud-300');
    expect(plies[2]!.candidates[0]!.orientationDeg).toBe(-80);
    const biaxial = plies[3]!.candidates.find((candidate) => candidate.fabricId === 'biax45-600')!;
    expect(biaxial.orientationDeg).toBe(0);
  });

  it('finds the true fabric among its best five for most of the library, with readings as rough as a shop’s', () => {
    const random = seeded(7);
    const look = {
      mat: 'random',
      plain: 'squares',
      twill: 'squares',
      roving: 'squares',
      ud: 'lines',
      biaxial45: 'lines',
      biaxial090: 'lines',
    } as const;
    const tries = Array.from({ length: 300 }, () => {
      const fabric = random.oneOf(FABRICS);
      const widthMm = 20 * thicknessOf(fabric.id) * (1 + 0.05 * random.normal());
      const best = readRings({ ratio: 20, rings: [{ widthMm, look: look[fabric.parts[0]!.construction] }] }).plies[0]!
        .candidates;
      return best.some((candidate) => Math.abs(candidate.expectedMm / thicknessOf(fabric.id) - 1) < 0.15);
    });
    expect(tries.filter(Boolean).length).toBeGreaterThan(285);
  });

  it('says when the rings do not add up to the measured thickness, and what ratio would', () => {
    const { remarks } = readRings({ ratio: 12, rings: [{ widthMm: 60 }], measuredThicknessMm: 6 });
    expect(remarks[0]!.id).toBe('rings.thickness-differs');
    expect(remarks[0]!.params!['ratioWanted']).toBeCloseTo(10, 10);
    expect(readRings({ ratio: 12, rings: [{ widthMm: 71 }], measuredThicknessMm: 6 }).remarks).toEqual([]);
  });

  it('wants exactly one of width and depth', () => {
    expect(() => readRings({ ratio: 12, rings: [{}] })).toThrowMatching(
      (e) => e.code === 'empty' && e.field === 'rings.0.widthMm',
    );
    expect(() => readRings({ ratio: 12, rings: [{ widthMm: 3, depthMm: 1 }] })).toThrowMatching(
      (e) => e.code === 'inconsistent',
    );
  });
});
