import type { SmallFigures } from '@ashstep/core/small';
import { askedFrom, askedOf, figuresFrom, missingOf } from './asked';

const labels = (said: Parameters<typeof askedOf>[1]): string[] => askedOf('ding', said).map(({ label }) => label);

describe('what a small job is asked', () => {
  it('goes by what was said: the skin’s thickness once it is broken, the core’s once there is one', () => {
    expect(labels({})).not.toContain('Skin, thick');
    expect(labels({ skinBroken: true })).toContain('Skin, thick');
    expect(labels({ coreId: 'none' })).not.toContain('Core, thick');
    expect(labels({ coreId: 'eps' })).toContain('Core, thick');
  });

  it('is missing until it is said; no is an answer, and a colour need not be', () => {
    expect(missingOf('gouge', {})).toEqual(['Length', 'Width', 'Deepest', 'Reaches fibre?']);
    expect(missingOf('gouge', { lengthMm: 80, widthMm: 10, depthMm: 1.2, reachesFibre: false })).toEqual([]);
  });

  it('makes figures without what was said of a question that is asked no more', () => {
    const said = { lengthMm: 40, widthMm: 30, depthMm: 4, skinBroken: false, thicknessMm: 0.8, coreId: 'none', coreMm: 60, wet: false }; // prettier-ignore
    expect(figuresFrom('ding', said, [])).toEqual({ kind: 'ding', lengthMm: 40, widthMm: 30, depthMm: 4, skinBroken: false, thicknessMm: null, coreId: null, coreMm: null, wet: false, more: [] }); // prettier-ignore
  });

  it('comes back from the figures as it was said', () => {
    const figures: SmallFigures = {
      kind: 'holes',
      diametersMm: [6, 8],
      thicknessMm: 5,
      through: true,
      bothFaces: false,
    };
    expect(figuresFrom('holes', askedFrom(figures), [])).toEqual(figures);
    const gouge: SmallFigures = { kind: 'gouge', lengthMm: 80, widthMm: 10, depthMm: 1.2, reachesFibre: true, colour: 'ivory', more: [{ lengthMm: 9, widthMm: 9, depthMm: 1 }] }; // prettier-ignore
    expect(figuresFrom('gouge', askedFrom(gouge), gouge.more)).toEqual(gouge);
  });
});
