import { curvature } from './curvature.js';

describe('a curved surface', () => {
  it('develops by its arcs: a chord of the radius is a sixth of the circle', () => {
    const result = curvature({ lengthMm: 500, widthMm: 300, alongMm: 500 });
    expect(result.developedLengthMm).toBeCloseTo((500 * Math.PI) / 3, 9);
    expect(result.riseAlongMm).toBeCloseTo(500 * (1 - Math.sqrt(3) / 2), 9);
    expect([result.developedWidthMm, result.kind, result.backUp, result.shearDeg]).toEqual([
      300,
      'single',
      'thin-sheet',
      0,
    ]);
  });

  it('closes a fabric up on a double curve, and names what locks first', () => {
    const result = curvature({
      lengthMm: 400,
      widthMm: 400,
      alongMm: 300,
      acrossMm: 300,
      constructions: ['roving', 'twill', 'ud', 'roving'],
    });
    expect(result.shearDeg).toBeCloseTo((((200 * 200) / (300 * 300)) * 180) / Math.PI, 9);
    expect(result.backUp).toBe('cast-skin');
    expect(result.tooStiff).toEqual(['roving', 'ud']);
  });

  it('refuses a radius the patch would not lie on', () => {
    expect(() => curvature({ lengthMm: 400, widthMm: 100, alongMm: 150 })).toThrow(
      jasmine.objectContaining({ field: 'alongMm' }),
    );
    expect(curvature({ lengthMm: 400, widthMm: 100 }).kind).toBe('flat');
  });
});
