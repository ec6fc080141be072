import { footprint } from './footprint.js';
import { joint } from './joint.js';
import { ratioDefault } from './ratios.js';

describe('footprint', () => {
  it('is the hand sum for a 140 × 90 R30 cut-out at 12:1 on 9 mm', () => {
    // W = 108; 356 × 306; P = 160 + 60 + 60π = 408.496; V = P·12·81/2 + π·144·729/3 = 198 529 + 109 930 mm³.
    const result = footprint({
      shape: { kind: 'roundedRectangle', lengthMm: 140, widthMm: 90, cornerRadiusMm: 30 },
      ratio: 12,
      depthMm: 9,
    });
    const face = result.faces[0]!;
    expect(face.taperWidthMm).toBe(108);
    expect([face.footprint.lengthMm, face.footprint.widthMm]).toEqual([356, 306]);
    expect(result.cutOut.perimeterMm).toBeCloseTo(408.4956, 3);
    expect(result.taperVolumeMm3).toBeCloseTo((408.49556 * 12 * 81) / 2 + (Math.PI * 144 * 729) / 3, 0);
    expect(face.slopeDeg).toBeCloseTo(4.7636, 4);
  });

  it('is a truncated cone for a circle', () => {
    const face = footprint({ shape: { kind: 'circle', diameterMm: 100 }, ratio: 10, depthMm: 5 }).faces[0]!;
    const cone = (Math.PI * 5 * (50 ** 2 + 50 * 100 + 100 ** 2)) / 3;
    expect(face.taperVolumeMm3).toBeCloseTo(cone - Math.PI * 50 ** 2 * 5, 4);
    expect(face.footprint.areaMm2).toBeCloseTo(Math.PI * 100 ** 2, 6);
  });

  it('halves the width and quarters the ground volume beyond the cut-out a face when worked from both sides', () => {
    const shape = { kind: 'slot', lengthMm: 200, widthMm: 2 } as const;
    const one = footprint({ shape, ratio: 12, depthMm: 8 });
    const two = footprint({ shape, ratio: 12, depthMm: 8, sides: 'two' });
    expect(two.faces.map((f) => f.taperWidthMm)).toEqual([48, 48]);
    expect(two.taperVolumeMm3).toBeLessThan(one.taperVolumeMm3 / 2);
  });

  it('grinds the floor too when the damage does not go through', () => {
    const input = { shape: { kind: 'circle', diameterMm: 100 } as const, ratio: 10, depthMm: 5 };
    expect(footprint({ ...input, through: false }).groundVolumeMm3 - footprint(input).groundVolumeMm3).toBeCloseTo(
      Math.PI * 2500 * 5,
      6,
    );
  });

  it('refuses a 40 m hole, no depth, a ratio of 0.1 and an outline that crosses itself', () => {
    const shape = { kind: 'circle', diameterMm: 80 } as const;
    expect(() => footprint({ shape: { kind: 'circle', diameterMm: 40_000 }, ratio: 12, depthMm: 5 })).toThrow(
      jasmine.objectContaining({ field: 'shape.diameterMm' }),
    );
    expect(() => footprint({ shape, ratio: 12, depthMm: 0 })).toThrow(jasmine.objectContaining({ field: 'depthMm' }));
    expect(() => footprint({ shape, ratio: 0.1, depthMm: 5 })).toThrow(jasmine.objectContaining({ field: 'ratio' }));
    const bow = {
      kind: 'polygon',
      points: [
        { x: 0, y: 0 },
        { x: 100, y: 100 },
        { x: 100, y: 0 },
        { x: 0, y: 100 },
      ],
    } as const;
    expect(() => footprint({ shape: bow, ratio: 12, depthMm: 5 })).toThrow(
      jasmine.objectContaining({ code: 'self-crossing' }),
    );
  });
});

describe('joint', () => {
  it('is the mean-stress formula by hand at 12:1: τ = σ·12/145, strength 18·145/(12·150) = 1.45', () => {
    const result = joint({ ratio: 12, resin: 'epoxy', parentStrengthMPa: 150 });
    expect(result.shearPerStress).toBeCloseTo(12 / 145, 12);
    expect(result.peelPerStress).toBeCloseTo(1 / 145, 12);
    expect(result.strengthRatio).toBeCloseTo(1.45, 12);
    expect(result.efficiency).toBe(1);
  });

  it('multiplies the knock-downs and finds the ratio that gives full strength', () => {
    const knockDowns = { preparation: 0.8, wetService: 0.5 };
    const weak = joint({ ratio: 8, resin: 'polyester', parentStrengthMPa: 150, knockDowns });
    expect(weak.knockDown).toBeCloseTo(0.4, 12);
    expect(weak.efficiency).toBeCloseTo((11 * 0.4 * 65) / (8 * 150), 12);
    const full = joint({ ratio: weak.ratioForFullStrength, resin: 'polyester', parentStrengthMPa: 150, knockDowns });
    expect(full.strengthRatio).toBeCloseTo(1, 9);
  });
});

describe('ratio table', () => {
  it('starts from the trade’s figures and feathers cosmetic work over 25 mm', () => {
    expect(ratioDefault('high', 'epoxy', 9)).toEqual({ min: 12, max: 20, start: 12 });
    expect(ratioDefault('general', 'polyester', 9).max).toBe(15);
    expect(ratioDefault('high', 'polyester', 9).start).toBe(20);
    expect(ratioDefault('cosmetic', 'epoxy', 2).start * 2).toBe(25);
  });
});
