import type { Shape } from '@ashstep/core/geometry';
import { formOf, outlineOf } from './outline-form';

const AT = { xMm: 12, yMm: -5, turnDeg: 30 };

describe('an outline typed as figures', () => {
  it('comes back as it was typed', () => {
    for (const kind of ['strip', 'triangle'] as const) {
      const form = { kind, lengthMm: 80, widthMm: 25, ...AT };
      expect(formOf(outlineOf(form))).toEqual(form);
    }
    expect(formOf(outlineOf({ kind: 'disc', lengthMm: 40, widthMm: 9, ...AT }))).toEqual({
      kind: 'disc',
      lengthMm: 40,
      widthMm: 40,
      ...AT,
    });
  });

  it('has a triangle with its foot along and its tip across, going round to the left', () => {
    const shape = outlineOf({ kind: 'triangle', lengthMm: 60, widthMm: 40, xMm: 0, yMm: 0, turnDeg: 0 });
    expect(shape).toEqual(
      jasmine.objectContaining({
        kind: 'polygon',
        points: [
          { x: -30, y: -20 },
          { x: 30, y: -20 },
          { x: 0, y: 20 },
        ],
      }),
    );
  });

  it('knows one that was drawn, and what it takes up', () => {
    const drawn: Shape = { kind: 'polygon', points: [{ x: 0, y: 0 }, { x: 50, y: 0 }, { x: 50, y: 30 }, { x: 10, y: 20 }] }; // prettier-ignore
    expect(formOf(drawn)).toEqual({ kind: 'drawn', lengthMm: 50, widthMm: 30, xMm: 0, yMm: 0, turnDeg: 0 });
  });

  it('of a strip has corners no rounder than it is wide', () => {
    const strip = outlineOf({ kind: 'strip', lengthMm: 100, widthMm: 6, ...AT });
    expect(strip).toEqual(jasmine.objectContaining({ kind: 'roundedRectangle', cornerRadiusMm: 3 }));
  });
});
