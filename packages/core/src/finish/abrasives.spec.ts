import { CoreError } from '../errors.js';
import { GRAIN_UM, GRITS, abrasiveLadder, sandingTool } from './abrasives.js';

const grits = (of: ReturnType<typeof abrasiveLadder>): number[] => of.steps.map(({ grit }) => grit);

describe('a ladder of abrasives', () => {
  it('leaves out none of the shelf and jumps no further than the finer paper takes out, wet shorter than dry', () => {
    expect(grits(abrasiveLadder({ from: 36, to: 1500 }))).toEqual([36, 40, 80, 120, 180, 240, 320, 400, 600, 800, 1000, 1500]); // prettier-ignore
    expect(grits(abrasiveLadder({ from: 80, to: 320 }))).toEqual([80, 120, 180, 240, 320]);
    expect(grits(abrasiveLadder({ from: 400, to: 400 }))).toEqual([400]);
    for (const from of GRITS)
      for (const to of GRITS.filter((grit) => grit >= from))
        for (const [i, { grit, wet }] of abrasiveLadder({ from, to }).steps.entries())
          if (i > 0) expect(grit / abrasiveLadder({ from, to }).steps[i - 1]!.grit).toBeLessThanOrEqual(wet ? 1.5 : 2);
  });

  it('names what the shelf lacks: 80 to 240 is threefold, 240 to 400 more than half as much again wet', () => {
    const found = abrasiveLadder({ from: 80, to: 400, shelf: [80, 240, 400] });
    expect(found.steps.map(({ grit, missing }) => (missing ? `${grit}!` : `${grit}`))).toEqual(['80', '150!', '240', '360!', '400']); // prettier-ignore
    expect(found.remarks).toEqual([{ id: 'ladder.missing', params: { grits: '150, 360' } }]);
  });

  it('costs the scratch of every paper but the last, a fifth of its grain, and of the last where it is polished', () => {
    const plain = abrasiveLadder({ from: 320, to: 1500 });
    // 46.2 + 35 + 25.8 + 21.8 + 18.3 = 147.1 µm of grain, a fifth is 29.42 µm.
    expect(plain.lossMm).toBeCloseTo(0.02942, 9);
    expect(abrasiveLadder({ from: 320, to: 1500, polished: true }).lossMm).toBeCloseTo(0.02942 + 0.00252, 9);
    expect(plain.steps[1]!.takesOffUm).toBeCloseTo(9.24, 9);
    expect([plain.leftMm, plain.verdict]).toEqual([null, 'unknown']);
  });

  it('is held against the finish that is there: enough, thin, or refused as it would go through', () => {
    const of = (finishMm: number, highMm = 0) => abrasiveLadder({ from: 320, to: 1500, polished: true, finishMm, highMm }); // prettier-ignore
    expect(of(0.5, 0.2).leftMm).toBeCloseTo(0.5 - 0.2 - 0.03194, 9);
    expect(of(0.5, 0.2).verdict).toBe('enough');
    expect(of(0.4, 0.2).verdict).toBe('thin');
    const through = of(0.2, 0.2);
    expect(through.verdict).toBe('through');
    expect(through.remarks[0]!.params!['overMm']).toBeCloseTo(0.03194, 9);
    // From coarse the scratches alone go through a thin gel coat: 80 dry to 1500.
    expect(abrasiveLadder({ from: 36, to: 1500, finishMm: 0.3 }).verdict).toBe('through');
  });

  it('tells the paper to have ready by area and the shop’s rate', () => {
    expect(abrasiveLadder({ from: 240, to: 320, areaM2: 0.6, sheetsPerM2: 3 }).steps.map(({ sheets }) => sheets)).toEqual([2, 2]); // prettier-ignore
    expect(abrasiveLadder({ from: 240, to: 320 }).steps[0]!.sheets).toBeNull();
  });

  it('refuses a ladder from finer to coarser, and grits no paper has', () => {
    for (const [input, field] of [
      [{ from: 400, to: 80 }, 'to'],
      [{ from: 90, to: 320 }, 'from'],
      [{ from: 80, to: 320, shelf: [80, 321] }, 'shelf.1'],
    ] as const) {
      // prettier-ignore
      expect(() => abrasiveLadder(input)).toThrowMatching((error) => error instanceof CoreError && error.field === field);
    }
    const grains = Object.values(GRAIN_UM);
    expect(grains).toEqual(grains.toSorted((a, b) => b - a));
  });

  it('is worked with what suits the place: a soft pad on a round, a long board on a long place, else a block', () => {
    expect([sandingTool(120, null), sandingTool(300, null), sandingTool(2000, 5000)]).toEqual(['block', 'long-board', 'long-board']); // prettier-ignore
    expect(sandingTool(400, 250)).toBe('soft-pad');
    expect(() => sandingTool(0, null)).toThrowError(CoreError);
  });
});
