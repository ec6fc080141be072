import { CLUES, PRIORS } from './clues.js';
import { HYPOTHESES, type Likelihoods, resinEvidence } from './evidence.js';

const even: Likelihoods = { polyester: 1, vinylester: 1, epoxy: 1, thermoplastic: 1, mixed: 1 };
const clue = (id: string, polyester: number, epoxy: number) => ({ id, likelihoods: { polyester, vinylester: 0, epoxy, thermoplastic: 0, mixed: 0 } });

describe('resin evidence', () => {
  it('is Bayes by hand: prior 0.9 and 0.1, likelihoods 0.2 and 0.8 → 0.18 : 0.08', () => {
    const prior: Likelihoods = { polyester: 0.9, vinylester: 0, epoxy: 0.1, thermoplastic: 0, mixed: 0 };
    const { posterior, pushes } = resinEvidence({ prior, clues: [clue('a', 0.2, 0.8)] });
    expect(posterior.polyester).toBeCloseTo(0.18 / 0.26, 12);
    expect(pushes[0]!.push.polyester).toBeCloseTo(0.18 / 0.26 - 0.9, 12);
  });

  it('does not care in which order clues are seen', () => {
    const ids = ['styrene-smell', 'tint-green-blue', 'moulded-gel-coat'];
    const forward = resinEvidence({ prior: 'volume-built', clues: ids }).posterior;
    const back = resinEvidence({ prior: 'volume-built', clues: [...ids].reverse() }).posterior;
    HYPOTHESES.forEach((h) => expect(forward[h]).toBeCloseTo(back[h], 12));
  });

  it('treats the parent as unknown under 90 %', () => {
    expect(resinEvidence({ prior: 'open', clues: [] }).treatAsUnknown).toBeTrue();
    expect(resinEvidence({ prior: 'volume-built', clues: ['styrene-smell', 'tint-green-blue'] }).treatAsUnknown).toBeFalse();
  });

  it('finds an intact EPS core proof of epoxy, a curling shaving of thermoplastic, two colours of an old repair', () => {
    expect(resinEvidence({ prior: 'open', clues: ['styrene-foam-intact'] }).mostLikely).toBe('epoxy');
    expect(resinEvidence({ prior: 'open', clues: ['shaving-curls'] }).mostLikely).toBe('thermoplastic');
    expect(resinEvidence({ prior: 'open', clues: ['two-colours'] }).mostLikely).toBe('mixed');
  });

  it('survives forty contradictory clues and adds up to one', () => {
    const { posterior } = resinEvidence({ prior: even, clues: Array.from({ length: 40 }, (_, i) => clue(`c${i}`, i % 2, (i + 1) % 2)) });
    expect(HYPOTHESES.reduce((sum, h) => sum + posterior[h], 0)).toBeCloseTo(1, 9);
  });

  it('refuses unknown clues and impossible likelihoods', () => {
    expect(() => resinEvidence({ prior: 'open', clues: ['crystal-ball'] })).toThrow(jasmine.objectContaining({ field: 'clues.0' }));
    expect(() => resinEvidence({ prior: 'open', clues: [clue('x', 2, 0)] })).toThrow(jasmine.objectContaining({ field: 'clues.0.likelihoods.polyester' }));
    expect(() => resinEvidence({ prior: { ...even, polyester: 0, vinylester: 0, epoxy: 0, thermoplastic: 0, mixed: 0 }, clues: [] })).toThrow(jasmine.objectContaining({ code: 'inconsistent' }));
  });

  it('keeps its tables whole: every prior adds up to one, every likelihood is a chance', () => {
    for (const { weights } of PRIORS) expect(HYPOTHESES.reduce((sum, h) => sum + weights[h], 0)).toBeCloseTo(1, 6);
    for (const { likelihoods } of CLUES) HYPOTHESES.forEach((h) => expect(likelihoods[h] > 0 && likelihoods[h] <= 1).toBeTrue());
  });
});
