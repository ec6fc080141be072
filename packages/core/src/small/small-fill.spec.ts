import { CoreError } from '../errors.js';
import { openingMl, smallFill } from './small-fill.js';

describe('a small fill', () => {
  it('takes the volumes of a V, a trough, a dish and a countersunk hole', () => {
    // ½ · 80 · 10 · 1.2 = 480; π/4 · 960 = 753.98; π · 2 (3 · 100 + 4)/6 = 318.35 mm³.
    expect(openingMl({ form: 'groove', lengthMm: 80, widthMm: 10, depthMm: 1.2 })).toBeCloseTo(0.48, 6);
    expect(openingMl({ form: 'trough', lengthMm: 80, widthMm: 10, depthMm: 1.2 })).toBeCloseTo(0.75398, 5);
    expect(openingMl({ form: 'dish', diameterMm: 20, depthMm: 2 })).toBeCloseTo(0.31835, 5);
    // 8 across, 6 deep, both ends countersunk 2 to 12: π · 16 · 2 + 2 · π · 2 (36 + 24 + 16)/3 = 100.53 + 318.35.
    expect(openingMl({ form: 'hole', diameterMm: 8, depthMm: 6, mouthMm: 12, bevelMm: 2, faces: 2 })).toBeCloseTo(0.41888, 5); // prettier-ignore
    expect(openingMl({ form: 'hole', diameterMm: 8, depthMm: 6 })).toBeCloseTo(0.30159, 5);
  });

  it('of gel coat goes on in as many fills as shrinkage and layer ask for, each with its grams and drops', () => {
    // 0.754 ml in two layers of 0.6 mm (none over 0.9): 0.377 ml, 0.452 g, and 3 g for knife and board.
    const { volumeMl, fills, dipMm, totalG } = smallFill({
      openings: [{ form: 'trough', lengthMm: 80, widthMm: 10, depthMm: 1.2 }],
      medium: 'gelcoat',
      tempC: 15,
    });
    expect(volumeMl).toBeCloseTo(0.75398, 5);
    expect(fills.length).toBe(2);
    expect(fills[0]!.massG).toBeCloseTo(0.37699 * 1.2 + 3, 4);
    // 2 % at the coldest: 3.452 g → 0.0690 ml, 2.2 drops of 1/32 ml, 2 whole ones.
    expect(fills[0]!.catalyst!.percent).toBe(2);
    expect(fills[0]!.catalyst!.ml).toBeCloseTo(0.06905, 4);
    expect(fills[0]!.catalyst!.drops).toBe(2);
    // The last layer of 0.6 mm shrinks 6 %.
    expect(dipMm).toBeCloseTo(0.036, 6);
    expect(totalG).toBeCloseTo(2 * 3.4524, 3);
  });

  it('of many places is mixed at once, and 15 % is to spare where that is more than 3 g', () => {
    const openings = Array.from({ length: 60 }, () => ({ form: 'trough', lengthMm: 80, widthMm: 10, depthMm: 0.5 }) as const); // prettier-ignore
    // 60 · π/4 · 400 = 18.85 ml, 22.62 g, 26.01 with 15 %.
    const { fills } = smallFill({ openings, medium: 'gelcoat', tempC: 20 });
    expect(fills.length).toBe(1);
    expect(fills[0]!.massG).toBeCloseTo(26.01, 2);
  });

  it('of gel coat says when the next goes on and when it sands, later in the cold', () => {
    const at = (tempC: number) =>
      smallFill({ openings: [{ form: 'dish', diameterMm: 10, depthMm: 1 }], medium: 'gelcoat', tempC });
    const [warm, cold] = [at(25), at(16)];
    expect(warm.nextFromHours!).toBeLessThan(warm.nextUntilHours!);
    expect(cold.sandableHours!).toBeGreaterThan(warm.sandableHours!);
    expect(smallFill({ openings: [{ form: 'dish', diameterMm: 10, depthMm: 1 }], medium: 'epoxy', tempC: 20 }).sandableHours).toBeNull(); // prettier-ignore
  });

  it('counts few drops as hardly a measure, and offers the batch that comes out even', () => {
    const { remarks } = smallFill({ openings: [{ form: 'dish', diameterMm: 6, depthMm: 0.4 }], medium: 'gelcoat', tempC: 20 }); // prettier-ignore
    expect(remarks.some(({ id }) => /^mix\.(few-drops|drops-)/.test(id))).toBeTrue();
  });

  it('refuses nothing to fill, absurd figures, and a filler whose weight nobody has said', () => {
    const trough = { form: 'trough', lengthMm: 80, widthMm: 10, depthMm: 1 } as const;
    const refused = (input: Parameters<typeof smallFill>[0], field: string): void => {
      expect(() => smallFill(input)).toThrowMatching((error: CoreError) => error.field === field);
    };
    refused({ openings: [], medium: 'gelcoat', tempC: 20 }, 'openings');
    refused({ openings: [{ ...trough, lengthMm: 400_000 }], medium: 'gelcoat', tempC: 20 }, 'openings.0.lengthMm');
    refused({ openings: [{ ...trough, depthMm: 0 }], medium: 'gelcoat', tempC: 20 }, 'openings.0.depthMm');
    refused({ openings: [trough], medium: 'polyester', tempC: 20 }, 'densityGPerMl');
    refused({ openings: [trough], medium: 'gelcoat', tempC: 20, dropsPerMl: 0 }, 'dropsPerMl');
    refused({ openings: [{ form: 'hole', diameterMm: 8, depthMm: 3, bevelMm: 2, faces: 2 }], medium: 'epoxy', tempC: 20 }, 'openings.0.bevelMm'); // prettier-ignore
  });
});
