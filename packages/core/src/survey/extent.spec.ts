import { type Point, signedArea } from '../geometry/index.js';
import { seeded } from '../testing/seeded.js';
import { type ExtentInput, type TapReading, extent } from './extent.js';

/** A grid of taps over a field, dull where told. */
function grid(
  spacingMm: number,
  halfXMm: number,
  halfYMm: number,
  dull: (x: number, y: number) => boolean,
  shift: Point = { x: 0, y: 0 },
): TapReading[] {
  const taps: TapReading[] = [];
  for (let x = -halfXMm; x <= halfXMm + 1e-9; x += spacingMm)
    for (let y = -halfYMm; y <= halfYMm + 1e-9; y += spacingMm)
      taps.push({ xMm: x + shift.x, yMm: y + shift.y, sound: dull(x + shift.x, y + shift.y) ? 'dull' : 'sound' });
  return taps;
}

const areaOf = (runs: readonly Point[][]): number => runs.reduce((sum, run) => sum + signedArea(run), 0);

describe('the hidden extent', () => {
  it('runs half-way between dull and sound', () => {
    // Dull up to x = 0, sound from 25 on: the line stands at 12.5; the field runs from −100 to 100 and 100 mm up.
    const found = extent({ readings: grid(25, 100, 50, (x) => x <= 0) });
    expect(found.dullAreaMm2).toBeCloseTo(112.5 * 100, 6);
    expect(found.dullAreaLowMm2).toBeCloseTo(100 * 100, 6);
    expect(found.dullAreaHighMm2).toBeCloseTo(125 * 100, 6);
    expect([found.spacingMm, found.uncertaintyMm]).toEqual([25, 12.5]);
  });

  it('takes a quarter of the triangles round a single dull tap, and does not trust it alone', () => {
    const found = extent({ readings: grid(20, 60, 60, (x, y) => x === 0 && y === 0) });
    expect(found.dullAreaMm2).toBeCloseTo(found.dullAreaHighMm2 / 4, 6);
    expect(found.dullAreaLowMm2).toBe(0);
    expect(found.contours.length).toBe(1);
    expect(signedArea(found.contours[0]!)).toBeGreaterThan(0);
    expect(found.remarks.map((remark) => remark.id)).toEqual(['extent.one-tap']);
  });

  it('puts the line on a doubtful tap', () => {
    const taps: TapReading[] = [];
    for (const y of [0, 10])
      taps.push(
        { xMm: 0, yMm: y, sound: 'dull' },
        { xMm: 10, yMm: y, sound: 'doubtful' },
        { xMm: 20, yMm: y, sound: 'sound' },
      );
    expect(extent({ readings: taps }).dullAreaMm2).toBeCloseTo(100, 9);
  });

  it('leaves a sound island out', () => {
    const found = extent({ readings: grid(10, 60, 60, (x, y) => Math.hypot(x, y) < 40 && Math.hypot(x, y) > 15) });
    expect(found.contours.length).toBe(2);
    expect(signedArea(found.contours[0]!)).toBeGreaterThan(0);
    expect(signedArea(found.contours[1]!)).toBeLessThan(0);
    expect(found.dullAreaMm2).toBeCloseTo(areaOf(found.contours), 9);
  });

  it('recovers hidden ellipses: median error of the area within 10 % over 60 seeded surveys at 25 mm', () => {
    const random = seeded(31);
    const errors = Array.from({ length: 60 }, () => {
      const [a, b, turn] = [random.between(60, 120), random.between(40, 60), random.between(0, Math.PI)];
      const dull = (x: number, y: number): boolean => {
        const [u, v] = [x * Math.cos(turn) + y * Math.sin(turn), y * Math.cos(turn) - x * Math.sin(turn)];
        return (u / a) ** 2 + (v / b) ** 2 <= 1;
      };
      const found = extent({
        readings: grid(25, 175, 175, dull, { x: random.between(-12, 12), y: random.between(-12, 12) }),
      });
      expect(found.open).toBeFalse();
      expect(found.dullAreaLowMm2).toBeLessThan(Math.PI * a * b);
      expect(found.dullAreaHighMm2).toBeGreaterThan(Math.PI * a * b * 0.98);
      return Math.abs(found.dullAreaMm2 / (Math.PI * a * b) - 1);
    }).sort((x, y) => x - y);
    expect(errors[30]!).toBeLessThan(0.1);
    expect(errors[59]!).toBeLessThan(0.25);
  });

  it('sends the next tap past an edge that is still dull, outside what was tapped', () => {
    const found = extent({ readings: grid(25, 100, 50, (x) => x <= 0) });
    expect(found.open).toBeTrue();
    expect(found.nextTap!.why).toBe('open-edge');
    expect(Math.abs(found.nextTap!.xMm) > 100 || Math.abs(found.nextTap!.yMm) > 50).toBeTrue();
    expect(found.remarks.map((remark) => remark.id)).toEqual(['extent.open']);
  });

  it('sends the next tap where the band is widest, and tapping there narrows it', () => {
    // One side of the dull patch is tapped at 20 mm, the other only at 60 mm.
    const readings = grid(20, 80, 80, (x, y) => Math.abs(x) <= 25 && Math.abs(y) <= 25).filter(
      (tap) => tap.xMm < 40 || tap.xMm === 80,
    );
    const found = extent({ readings });
    expect(found.nextTap!.why).toBe('widest-band');
    expect(found.nextTap!.xMm).toBeGreaterThan(25);
    const doubtAfter = (sound: 'sound' | 'dull'): number => {
      const after = extent({ readings: [...readings, { xMm: found.nextTap!.xMm, yMm: found.nextTap!.yMm, sound }] });
      return after.dullAreaHighMm2 - after.dullAreaLowMm2;
    };
    expect((doubtAfter('sound') + doubtAfter('dull')) / 2).toBeLessThan(found.dullAreaHighMm2 - found.dullAreaLowMm2);
  });

  it('joins the visible crack, grows it all by the margin and says how much larger it is', () => {
    const readings = grid(20, 100, 100, (x, y) => Math.hypot(x, y) < 50);
    const found = extent({ readings, outline: { kind: 'slot', lengthMm: 60, widthMm: 4 }, marginMm: 10 });
    expect(found.timesVisible).toBeCloseTo(found.dullAreaMm2 / (56 * 4 + Math.PI * 4), 1);
    expect(found.boundary.length).toBe(1);
    expect(found.boundaryAreaMm2).toBeGreaterThan(found.dullAreaMm2);
    // A crack that leaves the dull patch is taken in with its margin.
    const longer = extent({ readings, outline: { kind: 'slot', lengthMm: 160, widthMm: 4 }, marginMm: 10 });
    expect(Math.max(...longer.boundary[0]!.map((p) => p.x))).toBeGreaterThan(89.8);
  });

  it('with nothing dull keeps the crack and says so', () => {
    const found = extent({ readings: grid(25, 50, 50, () => false), outline: { kind: 'circle', diameterMm: 30 } });
    expect([found.dullAreaMm2, found.contours, found.nextTap]).toEqual([0, [], null]);
    expect(found.boundaryAreaMm2 / (Math.PI * 25 ** 2)).toBeCloseTo(1, 1);
    expect(found.remarks.map((remark) => remark.id)).toEqual(['extent.all-sound']);
  });

  it('lets the later of two taps in one place count', () => {
    const readings = [...grid(20, 60, 60, (x, y) => x === 0 && y === 0), { xMm: 0, yMm: 0, sound: 'sound' } as const];
    expect(extent({ readings }).dullAreaMm2).toBe(0);
  });

  it('refuses too few taps, taps in one line, and places off the craft', () => {
    const taps = (places: [number, number][]): ExtentInput => ({
      readings: places.map(([xMm, yMm]) => ({ xMm, yMm, sound: 'dull' })),
    });
    expect(() => extent(taps([[0, 0], [1, 0]]))).toThrowMatching((e) => e.code === 'too-few-points'); // prettier-ignore
    expect(() => extent(taps([[0, 0], [1, 0], [2, 0], [9, 0]]))).toThrowMatching((e) => e.code === 'inconsistent'); // prettier-ignore
    expect(() => extent(taps([[0, 0], [1, 0], [2, 1e9]]))).toThrowMatching((e) => e.field === 'readings.2.yMm'); // prettier-ignore
    expect(() => extent({ readings: [{ xMm: 0, yMm: 0, sound: 'loud' as never }, { xMm: 1, yMm: 0, sound: 'dull' }, { xMm: 0, yMm: 1, sound: 'dull' }] })).toThrowMatching((e) => e.field === 'readings.0.sound'); // prettier-ignore
  });
});
