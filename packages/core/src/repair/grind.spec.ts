import { grindFound } from './grind.js';
import { NEW_REPAIR, type RepairInputs } from './inputs.js';
import { planRepair } from './plan.js';

const reading = (rayDeg: number, outMm: number, depthMm: number) => ({ rayDeg, outMm, depthMm });
/** A 100 mm circle and 10 mm of margin: cut-out of 60 mm radius, 4 mm deep, 12:1. */
const gauged = (gauge: RepairInputs['survey']['gauge'], taper: Partial<RepairInputs['taper']> = {}): RepairInputs => ({
  ...NEW_REPAIR,
  damage: { ...NEW_REPAIR.damage, shape: { kind: 'circle', diameterMm: 100 } },
  laminate: { ...NEW_REPAIR.laminate, thicknessMm: 4, clueIds: ['plate-epoxy'] },
  resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-medium' },
  survey: { ...NEW_REPAIR.survey, gauge },
  taper: { ...NEW_REPAIR.taper, ratio: 12, ...taper },
});
const found = (inputs: RepairInputs) => grindFound(inputs, planRepair(inputs));

describe('the grind as it was gauged', () => {
  it('places each reading on its ray, so far past the edge of the cut-out', () => {
    const { places } = found(gauged([reading(0, 24, 2), reading(90, 12, 3.9)]))!;
    expect([places[0]!.x, places[0]!.y].map((mm) => Math.round(mm * 10) / 10 + 0)).toEqual([84, 0]);
    expect([places[1]!.x, places[1]!.y].map((mm) => Math.round(mm * 10) / 10 + 0)).toEqual([0, 72]);
    expect(places.map(({ verdict }) => verdict)).toEqual(['good', 'deep']);
  });

  it('goes by the ratio of its own side: 24 out at 24:1 is still 3 mm deep', () => {
    const { places } = found(
      gauged([reading(90, 24, 3), reading(270, 24, 2)], { locals: [{ bearingDeg: 90, ratio: 24 }] }),
    )!;
    expect(places.map(({ intendedMm }) => Math.round(intendedMm * 100) / 100)).toEqual([3, 2]);
  });

  it('says nothing where no slope is ground, or nothing was gauged', () => {
    expect(found(gauged([]))).toBeNull();
    expect(found(gauged([reading(0, 5, 1)], { kind: 'lap' }))).toBeNull();
  });
});
