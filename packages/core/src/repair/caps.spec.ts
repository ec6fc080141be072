import { type SectionRegion, sectionDrawing } from '../drawing/section.js';
import { type InputsPatch, inputsWith } from '../testing/inputs.js';
import { planRepair } from './plan.js';

const BASE: InputsPatch = {
  damage: { shape: { kind: 'circle', diameterMm: 80, centreXMm: 0, centreYMm: 0 } },
  laminate: { thicknessMm: 5, finishThicknessMm: 0.5, clueIds: ['plate-epoxy'] },
  resin: { systemId: 'epoxy-slow' },
  taper: { ratio: 12 },
  stack: { coverFabricId: null },
};
const inputsOf = (more: InputsPatch) =>
  inputsWith(
    Object.fromEntries(
      Object.keys({ ...BASE, ...more }).map((name) => [
        name,
        { ...BASE[name as keyof InputsPatch], ...more[name as keyof InputsPatch] },
      ]),
    ) as InputsPatch,
  );
const planned = (more: InputsPatch) => planRepair(inputsOf(more));

describe('plies that grow by a width of their own', () => {
  const plies = Array(4).fill({ fabricId: 'biax45-600', orientationDeg: 0 }) as { fabricId: string; orientationDeg: number }[]; // prettier-ignore

  it('are each so much larger on every side, whatever the slope', () => {
    const { plies: laid } = planned({ stack: { plies, growMm: 25, coverFabricId: null } }).patch!.faces[0]!;
    // Cut out 100 mm across, 10 mm past the damage.
    expect(laid.map(({ lengthMm }) => lengthMm)).toEqual([150, 200, 250, 300]);
  });

  it('that end past the ground are told of: 100 mm where the taper is 60', () => {
    const remark = (growMm: number) => planned({ stack: { plies, growMm } }).patch!.remarks.find(({ id }) => id === 'stack.grows-past-taper'); // prettier-ignore
    expect(remark(25)!.params).toEqual({ overMm: 40, taperMm: 60 });
    expect(remark(15)).toBeUndefined();
  });

  it('have a cover that runs past the largest of them', () => {
    const { plies: laid } = planned({ stack: { plies, growMm: 30, coverFabricId: 'plain-203', coverOverlapMm: 25 } }).patch!.faces[0]!; // prettier-ignore
    expect([laid.at(-1)!.use, laid.at(-1)!.lengthMm]).toEqual(['cover', 340]);
  });
});

describe('a lap on a thin shell', () => {
  const shell = (thicknessMm: number, stack: InputsPatch['stack'] = {}) =>
    planned({ laminate: { ...BASE.laminate, thicknessMm }, taper: { kind: 'lap' }, stack: { ...BASE.stack, ...stack } }).patch!; // prettier-ignore

  it('is laid in at least four plies, each larger, about as thick as the shell', () => {
    const { faces, layers, remarks } = shell(1);
    expect(layers.length).toBe(4);
    const sizes = faces[0]!.plies.map(({ lengthMm }) => lengthMm);
    expect(sizes.every((mm, i) => i === 0 || mm > sizes[i - 1]!)).toBeTrue();
    expect(Math.abs(faces[0]!.stack.structuralMm - 1)).toBeLessThan(0.15);
    expect(remarks.map(({ id }) => id)).not.toContain('stack.few-discs');
  });

  it('says so where a person takes fewer; of a thick one it says nothing', () => {
    const two = [{ fabricId: 'plain-290', orientationDeg: 0 }, { fabricId: 'plain-290', orientationDeg: 45 }]; // prettier-ignore
    expect(shell(1, { plies: two }).remarks.find(({ id }) => id === 'stack.few-discs')!.params).toEqual({ plies: 2, least: 4 }); // prettier-ignore
    expect(shell(5, { plies: two }).remarks.map(({ id }) => id)).not.toContain('stack.few-discs');
  });
});

describe('the place of a cap', () => {
  const hole = (sunkMm?: number): InputsPatch => ({
    damage: { kind: 'hole', shape: { kind: 'circle', diameterMm: 8, centreXMm: 0, centreYMm: 0 } },
    taper: { kind: 'dish', ...(sunkMm === undefined ? {} : { sunkMm }) },
    stack: { coverFabricId: null, finishAllowanceMm: 0.6 },
  });

  it('is sunk as deep as the cap and the finish want, so that both find room', () => {
    const [face] = planned(hole()).patch!.faces;
    expect(face!.sunkMm).toBeCloseTo(face!.stack.totalMm + 0.6 - 0.5, 9);
    expect([face!.stack.level, face!.stack.remarks]).toEqual(['fits', []]);
    expect(face!.stack.roomMm).toBeCloseTo(0.6, 9);
  });

  it('that is sunk too little leaves the cap proud, too much a low place', () => {
    const [shallow, deep] = [planned(hole(0)), planned(hole(3))].map(({ patch }) => patch!.faces[0]!.stack);
    expect([shallow!.level, shallow!.remarks.map(({ id }) => id)]).toEqual(['proud', ['stack.proud']]);
    expect([deep!.level, deep!.remarks.map(({ id }) => id)]).toEqual(['low', ['stack.low']]);
  });

  it('is drawn below the surface, the filler up to it and the cap lying in it', () => {
    const inputs = inputsOf(hole(1));
    const section = sectionDrawing(inputs, planRepair(inputs))!;
    const edge = ({ points }: SectionRegion, of: (...ys: number[]) => number) => of(...points.map(({ y }) => y));
    expect(
      edge(
        section.laid.find(({ id }) => id === 'filler')!,
        Math.min,
      ),
    ).toBe(1);
    const cap = section.laid.find(({ plyKey }) => plyKey === 'f0-p1')!;
    expect(edge(cap, Math.max)).toBeCloseTo(1, 9);
    expect(edge(cap, Math.min)).toBeGreaterThan(0);
  });
});

describe('part of a laminate that nobody counted', () => {
  it('is matched by the depth that is gone, not to the next ply of the guess', () => {
    const part = (depthMm: number) => planned({ damage: { ...BASE.damage, depth: 'part', depthMm }, laminate: { ...BASE.laminate, thicknessMm: 1.2 } }).parent!.within.thicknessMm; // prettier-ignore
    for (const depthMm of [0.4, 0.8]) expect(Math.abs(part(depthMm) - depthMm)).toBeLessThan(0.15);
  });
});
