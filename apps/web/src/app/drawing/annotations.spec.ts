import { planDrawing, sectionDrawing } from '@ashstep/core/drawing';
import { NEW_REPAIR, type RepairInputs, planRepair } from '@ashstep/core/repair';
import { dimensionChain, overallDimensions, rulerTicks, scaleBar, sectionShapes } from './annotations';
import { fit } from './geometry';

const inputs: RepairInputs = {
  ...NEW_REPAIR,
  damage: { ...NEW_REPAIR.damage, shape: { kind: 'slot', lengthMm: 160, widthMm: 60 } },
  laminate: { ...NEW_REPAIR.laminate, thicknessMm: 5, clueIds: ['styrene-smell', 'tint-green-blue'] },
  resin: { ...NEW_REPAIR.resin, systemId: 'polyester' },
};
const plan = planRepair(inputs);
const view = planDrawing(inputs, plan);
const section = sectionDrawing(inputs, plan)!;
const port = fit(view.bounds, 740, 380, 20);
const everything = (): boolean => true;

describe('the ruler', () => {
  it('names zero where the reference mark is and counts evenly', () => {
    const ticks = rulerTicks(port, 740, 'metric');
    const zero = ticks.find((tick) => tick.label === '0')!;
    expect(zero.x).toBeCloseTo(port.originX, 9);
    const gaps = ticks.slice(1).map((tick, i) => tick.x - ticks[i]!.x);
    gaps.forEach((gap) => expect(gap).toBeCloseTo(gaps[0]!, 6));
    expect(gaps[0]).toBeGreaterThanOrEqual(58);
  });

  it('writes a true minus and counts inches for those who read them', () => {
    expect(rulerTicks(port, 740, 'metric')[0]!.label.startsWith('\u2212')).toBeTrue();
    const bar = scaleBar(port, 'imperial');
    expect(bar.label).toMatch(/ in$/);
    expect(bar.width).toBeCloseTo(Number(bar.label.split(' ')[0]) * 25.4 * port.scale, 6);
  });

  it('does not drown in ticks when zoomed far out', () => {
    expect(rulerTicks({ ...port, scale: 1e-6 }, 740, 'metric').length).toBeLessThanOrEqual(200);
  });
});

describe('dimensions', () => {
  it('carry the figure of the outline they stand on: 180 × 80 cut-out + 2 × 60 taper', () => {
    const d = overallDimensions(view, plan, port, 'metric')!;
    expect([d.length, d.width]).toEqual(['300', '200']);
    expect((d.right - d.left) / port.scale).toBeCloseTo(300, 1);
    expect((d.bottom - d.top) / port.scale).toBeCloseTo(200, 1);
  });

  it('stand on the cut-out before there is a taper', () => {
    const early = planRepair({ ...inputs, laminate: { ...inputs.laminate, thicknessMm: null } });
    const d = overallDimensions(planDrawing(inputs, early), early, port, 'metric')!;
    expect(d.length).toBe('180');
    expect((d.right - d.left) / port.scale).toBeCloseTo(180, 1);
  });

  it('are left out on a turned outline, where they would lie', () => {
    const turned = { ...inputs, damage: { ...inputs.damage, shape: { ...inputs.damage.shape, rotationDeg: 30 } } };
    const turnedPlan = planRepair(turned);
    expect(overallDimensions(planDrawing(turned, turnedPlan), turnedPlan, port, 'metric')).toBeNull();
    expect(dimensionChain(section, planDrawing(turned, turnedPlan), port, 'metric')).toBeNull();
  });

  it('chain up from margin to margin', () => {
    const chain = dimensionChain(section, view, port, 'metric')!;
    expect(chain.parts.map((part) => part.text)).toEqual(['25', '60', '180', '60', '25']);
    expect(chain.parts.reduce((sum, part) => sum + part.room, 0)).toBeCloseTo((300 + 50) * port.scale, 6);
  });
});

describe('the section on the screen', () => {
  it('stands at 45° where there is room and says its stretch', () => {
    const shapes = sectionShapes(section, view, port, { top: 400, room: 400, centred: false }, 'metric', everything);
    expect(shapes.at45).toBeTrue();
    expect(shapes.stretch).toBe(12);
    expect((shapes.bottom - shapes.face) / port.scale).toBeCloseTo(5 * 12, 6);
    expect(shapes.depth).toBe('5.0');
  });

  it('squeezes rather than runs off the sheet, and admits it', () => {
    const shapes = sectionShapes(section, view, port, { top: 400, room: 30, centred: false }, 'metric', everything);
    expect(shapes.at45).toBeFalse();
    expect(shapes.bottom).toBeLessThanOrEqual(430);
    expect(shapes.stretch).toBeLessThan(12);
  });

  it('hides the layers switched off', () => {
    const without = sectionShapes(
      section,
      view,
      port,
      { top: 400, room: 200, centred: false },
      'metric',
      (layer) => layer !== 'cover',
    );
    expect(without.laid.some((r) => r.fill === 'url(#h-cover)')).toBeFalse();
    expect(
      sectionShapes(section, view, port, { top: 400, room: 200, centred: false }, 'metric', everything).laid.some(
        (r) => r.fill === 'url(#h-cover)',
      ),
    ).toBeTrue();
  });
});
