import { laminate, pulledMPa, strengths } from '../laminate/index.js';
import { CORES } from './cores.js';
import { FABRICS, arealWeightOf, fibreMassFraction, isChoppedMat } from './fabrics.js';
import { FIBRES, MATRICES } from './fibres.js';

const unique = (ids: readonly string[]): boolean => new Set(ids).size === ids.length;

describe('the library', () => {
  it('has ids of its own in every table', () => {
    for (const table of [FABRICS, CORES, FIBRES, MATRICES]) expect(unique(table.map((entry) => entry.id))).toBeTrue();
  });

  it('ships the weights of the trade', () => {
    const ids = FABRICS.map((fabric) => fabric.id);
    for (const id of [
      'mat-225',
      'mat-450',
      'mat-stitched-300',
      'mat-powder-600',
      'plain-163',
      'plain-203',
      'twill-390',
      'roving-800',
      'biax45-600',
      'biax090-400',
      'biax45-600-mat-225',
      'ud-600',
      'carbon-twill-200',
      'carbon-ud-300',
      'aramid-170',
      'carbon-aramid-210',
      'aramid-tape-300',
    ])
      expect(ids).withContext(id).toContain(id);
  });

  it('sells mat by the square foot and all else by the square yard', () => {
    for (const fabric of FABRICS) expect(fabric.ounceUnit).toBe(isChoppedMat(fabric) ? 'oz/ft2' : 'oz/yd2');
  });

  it('knows that “1.5 oz” mat is more than twice “6 oz” cloth', () => {
    const weight = (id: string) => arealWeightOf(FABRICS.find((fabric) => fabric.id === id)!);
    expect(weight('mat-450')).toBeGreaterThan(2 * weight('plain-203'));
    expect(weight('biax45-600-mat-225')).toBe(825);
  });

  it('wets mat out with most resin and gains fibre by film and vacuum', () => {
    expect(fibreMassFraction('mat', 'hand')).toBeCloseTo(0.3, 12);
    expect(fibreMassFraction('plain', 'film')).toBeCloseTo(0.5, 12);
    expect(fibreMassFraction('ud', 'vacuum')).toBeCloseTo(0.65, 12);
  });

  for (const fabric of FABRICS) {
    it(`${fabric.id} makes a believable ply in every resin`, () => {
      for (const { id: resin } of MATRICES) {
        const ply = laminate({ layers: [{ fabricId: fabric.id }], resin });
        expect(ply.thicknessMm).toBeGreaterThan(0.08);
        expect(ply.thicknessMm).toBeLessThan(2.2);
        expect(ply.inPlane.exGPa).toBeGreaterThan(4);
        expect(ply.inPlane.exGPa).toBeLessThan(100);
        expect(ply.massGsm).toBeGreaterThan(arealWeightOf(fabric) * 1.5);
        expect(pulledMPa(strengths({ layers: [{ fabricId: fabric.id }], resin }))!).toBeGreaterThan(40);
      }
    });
  }

  it('names what dissolves EPS and XPS and what does not', () => {
    const styrene = (id: string) => CORES.find((core) => core.id === id)!.styrene;
    expect([styrene('eps'), styrene('xps'), styrene('pvc-linear'), styrene('pvc-80'), styrene('balsa')]).toEqual([
      'dissolves',
      'dissolves',
      'softens',
      'resists',
      'resists',
    ]);
  });
});
