import { matBetween, wantsSandingLayer, withoutMat } from './mats.js';

const of = (...ids: string[]) => ids.map((fabricId) => ({ fabricId, orientationDeg: 0 }));
const ids = (layers: readonly { fabricId: string }[]) => layers.map(({ fabricId }) => fabricId);

describe('mat between layers', () => {
  it('goes between two woven ones, not beside a mat that is there', () => {
    expect(ids(matBetween(of('roving-600', 'roving-600', 'mat-450', 'roving-500')))).toEqual([
      'roving-600',
      'mat-225',
      'roving-600',
      'mat-450',
      'roving-500',
    ]);
  });

  it('comes out again, and a stack of nothing else is left alone', () => {
    expect(ids(withoutMat(matBetween(of('roving-600', 'roving-600'))))).toEqual(['roving-600', 'roving-600']);
    expect(ids(withoutMat(of('mat-450', 'mat-300')))).toEqual(['mat-450', 'mat-300']);
  });
});

describe('a layer to be sanded', () => {
  it('is wanted over carbon and aramid, not over glass', () => {
    expect(wantsSandingLayer(of('carbon-twill-200', 'plain-203'))).toBeTrue();
    expect(wantsSandingLayer(of('aramid-tape-300'))).toBeTrue();
    expect(wantsSandingLayer(of('twill-203', 'carbon-ud-200'))).toBeFalse();
    expect(wantsSandingLayer([])).toBeFalse();
  });
});
