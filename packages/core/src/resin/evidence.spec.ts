import { CLUES, PRIORS } from './clues.js';
import { NEW_REPAIR } from '../repair/inputs.js';
import { planRepair } from '../repair/plan.js';
import { resinEvidence, shedPrior } from './evidence.js';
import { HYPOTHESES, type Likelihoods } from './hypotheses.js';

const even: Likelihoods = { polyester: 1, vinylester: 1, epoxy: 1, thermoplastic: 1, mixed: 1 };
const clue = (id: string, polyester: number, epoxy: number) => ({
  id,
  likelihoods: { polyester, vinylester: 0, epoxy, thermoplastic: 0, mixed: 0 },
});

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
    expect(
      resinEvidence({ prior: 'volume-built', clues: ['styrene-smell', 'tint-green-blue'] }).treatAsUnknown,
    ).toBeFalse();
  });

  it('finds an intact EPS core proof of epoxy, a curling shaving of thermoplastic, two colours of an old repair', () => {
    expect(resinEvidence({ prior: 'open', clues: ['styrene-foam-intact'] }).mostLikely).toBe('epoxy');
    expect(resinEvidence({ prior: 'open', clues: ['shaving-curls'] }).mostLikely).toBe('thermoplastic');
    expect(resinEvidence({ prior: 'open', clues: ['two-colours'] }).mostLikely).toBe('mixed');
  });

  it('survives forty contradictory clues and adds up to one', () => {
    const { posterior } = resinEvidence({
      prior: even,
      clues: Array.from({ length: 40 }, (_, i) => clue(`c${i}`, i % 2, (i + 1) % 2)),
    });
    expect(HYPOTHESES.reduce((sum, h) => sum + posterior[h], 0)).toBeCloseTo(1, 9);
  });

  it('values a clue by the doubt it is expected to remove, worked by hand', () => {
    // Even doubt between polyester and epoxy is 1 bit. A clue seen on all polyester and no epoxy would settle it whole; these tables have
    // none so sharp, so the entropy after either outcome is worked out here from the likelihoods.
    const prior: Likelihoods = { polyester: 1, vinylester: 0, epoxy: 1, thermoplastic: 0, mixed: 0 };
    const { next } = resinEvidence({ prior, clues: [] });
    const bits = (p: number): number => (p <= 0 || p >= 1 ? 0 : -p * Math.log2(p) - (1 - p) * Math.log2(1 - p));
    for (const { id, chance, gainBits, expectedCertainty, ifFound: told } of next) {
      const { polyester, epoxy } = CLUES.find((c) => c.id === id)!.likelihoods;
      const found = (polyester + epoxy) / 2;
      const [ifFound, ifNot] = [polyester / (polyester + epoxy), (1 - polyester) / (2 - polyester - epoxy)];
      expect(chance).toBeCloseTo(found, 12);
      expect(told.share).toBeCloseTo(Math.max(ifFound, 1 - ifFound), 9);
      expect(told.hypothesis).toBe(ifFound >= 0.5 ? 'polyester' : 'epoxy');
      expect(gainBits).toBeCloseTo(1 - found * bits(ifFound) - (1 - found) * bits(ifNot), 9);
      expect(expectedCertainty).toBeCloseTo(
        found * Math.max(ifFound, 1 - ifFound) + (1 - found) * Math.max(ifNot, 1 - ifNot),
        9,
      );
    }
    expect(next.map((gain) => gain.gainBits)).toEqual([...next.map((gain) => gain.gainBits)].sort((a, b) => b - a));
  });

  it('does not send anybody to look for what is known already, or for its opposite', () => {
    const ids = resinEvidence({ prior: 'open', clues: ['styrene-smell', 'plate-epoxy'] }).next.map((gain) => gain.id);
    for (const id of ['styrene-smell', 'no-styrene-smell', 'plate-epoxy', 'plate-polyester', 'plate-vinylester'])
      expect(ids).not.toContain(id);
    expect(ids).toContain('tint-green-blue');
  });

  it('points out clues that contradict one another, and only those', () => {
    expect(
      resinEvidence({ prior: 'volume-built', clues: ['styrene-smell', 'styrene-foam-intact', 'tint-green-blue'] })
        .contradictions,
    ).toEqual([
      ['styrene-smell', 'styrene-foam-intact'],
      ['styrene-foam-intact', 'tint-green-blue'],
    ]);
    expect(
      resinEvidence({ prior: 'volume-built', clues: ['styrene-smell', 'tint-green-blue', 'moulded-gel-coat'] })
        .contradictions,
    ).toEqual([]);
  });

  it('refuses unknown clues and impossible likelihoods', () => {
    expect(() => resinEvidence({ prior: 'open', clues: ['crystal-ball'] })).toThrow(
      jasmine.objectContaining({ field: 'clues.0' }),
    );
    expect(() => resinEvidence({ prior: 'open', clues: [clue('x', 2, 0)] })).toThrow(
      jasmine.objectContaining({ field: 'clues.0.likelihoods.polyester' }),
    );
    expect(() =>
      resinEvidence({
        prior: { ...even, polyester: 0, vinylester: 0, epoxy: 0, thermoplastic: 0, mixed: 0 },
        clues: [],
      }),
    ).toThrow(jasmine.objectContaining({ code: 'inconsistent' }));
  });

  it('keeps its tables whole: every prior adds up to one, every likelihood is a chance', () => {
    for (const { weights } of PRIORS) expect(HYPOTHESES.reduce((sum, h) => sum + weights[h], 0)).toBeCloseTo(1, 6);
    for (const { likelihoods } of CLUES)
      HYPOTHESES.forEach((h) => expect(likelihoods[h] > 0 && likelihoods[h] <= 1).toBeTrue());
  });
});

describe('the prior of a shed', () => {
  const none = { polyester: 0, vinylester: 0, epoxy: 0, thermoplastic: 0, mixed: 0 };

  it('is the class’s own shares without records, and moves with them by tens', () => {
    expect(shedPrior('light-craft', none).epoxy).toBeCloseTo(0.88, 9);
    // (10 · 0.05 + 30) / 40
    expect(shedPrior('volume-built', { ...none, epoxy: 30 }).epoxy).toBeCloseTo(30.5 / 40, 9);
    expect(
      Object.values(shedPrior('volume-built', { ...none, polyester: 3, mixed: 2 })).reduce((a, b) => a + b),
    ).toBeCloseTo(1, 9);
  });

  it('refuses unknown classes and counts below none', () => {
    expect(() => shedPrior('nobody', none)).toThrowMatching((e) => e.code === 'unknown-id');
    expect(() => shedPrior('open', { ...none, epoxy: -1 })).toThrowMatching((e) => e.field === 'counts.epoxy');
  });
});

describe('a thermoplastic shell', () => {
  const shell = (clueIds: string[], systemId: string | null = null) =>
    planRepair({
      ...NEW_REPAIR,
      laminate: { ...NEW_REPAIR.laminate, thicknessMm: 6, priorId: 'moulded-shell', clueIds },
      resin: { ...NEW_REPAIR.resin, systemId },
    });

  it('is one at nine in ten, whatever the last binary place says', () => {
    const found = resinEvidence({ prior: 'moulded-shell', clues: [] });
    expect(found.posterior.thermoplastic).toBeCloseTo(0.9, 9);
    expect(found.treatAsUnknown).toBeFalse();
    expect(found.remarks.map(({ id }) => id)).toEqual(['evidence.thermoplastic']);
    // 0.9 of ten is nine exactly; a little less is in doubt.
    expect(
      resinEvidence({ prior: { polyester: 0.1001, vinylester: 0, epoxy: 0, thermoplastic: 0.9, mixed: 0 }, clues: [] })
        .treatAsUnknown,
    ).toBeTrue();
  });

  it('stops the plan, with a system chosen or none, and nothing may be laid', () => {
    for (const systemId of [null, 'epoxy-slow']) {
      const plan = shell([], systemId);
      expect(plan.resin!.parent).toBe('thermoplastic');
      expect([plan.resin!.card, plan.taper, plan.mix]).toEqual([null, null, null]);
      expect(plan.holds.map(({ id }) => id)).toEqual(['hold.thermoplastic']);
    }
  });

  it('is warned of from even chances on, and not under', () => {
    const warned = (thermoplastic: number): string[] =>
      resinEvidence({
        prior: { polyester: 1 - thermoplastic, vinylester: 0, epoxy: 0, thermoplastic, mixed: 0 },
        clues: [],
      }).remarks.map(({ id }) => id);
    expect(warned(0.5)).toEqual(['evidence.unknown', 'evidence.thermoplastic-likely']);
    expect(warned(0.49)).toEqual(['evidence.unknown']);
    expect(shell(['shaving-crumbles']).holds).toEqual([]);
  });
});
