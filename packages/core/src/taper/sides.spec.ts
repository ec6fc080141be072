import { sides } from './sides.js';

const HOLE = { shape: { kind: 'circle', diameterMm: 100 } as const, ratio: 12, depthMm: 6, marginMm: 25 };
const disc = (radiusMm: number): number => Math.PI * radiusMm ** 2;

describe('which side to work from', () => {
  const [outside, inside, both] = sides({ ...HOLE, access: 'both' }) as [
    ReturnType<typeof sides>[0],
    ReturnType<typeof sides>[0],
    ReturnType<typeof sides>[0],
  ];

  it('shows the whole abraded face from outside, only the hole from inside, the half taper from both, by hand', () => {
    expect(outside.scarMm2).toBeCloseTo(disc(50 + 72 + 25), 0);
    expect(inside.scarMm2).toBeCloseTo(disc(50), 0);
    expect(both.scarMm2).toBeCloseTo(disc(50 + 36 + 25), 0);
    expect(both.footprintMm2).toBeCloseTo(2 * disc(86), 0);
    expect(outside.scarLengthMm).toBeCloseTo(294, 6);
  });

  it('grinds the same from either face, and less from both', () => {
    expect(inside.groundVolumeMm3).toBe(outside.groundVolumeMm3);
    expect(both.groundVolumeMm3).toBeLessThan(outside.groundVolumeMm3);
  });

  it('is possible from outside always, else only where the inside is reached; a dish wants no backing', () => {
    expect(sides({ ...HOLE, access: 'one' }).map(({ possible }) => possible)).toEqual([true, false, false]);
    expect(sides({ ...HOLE, access: 'one', through: false })[0]!.needs).not.toContain('backing-inside');
    expect(inside.needs).toContain('backing-outside');
    expect(() => sides({ ...HOLE, access: 'both', ratio: 0 })).toThrowMatching((e) => e.field === 'ratio');
  });
});
