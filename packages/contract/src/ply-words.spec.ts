import { NEW_REPAIR, planRepair } from '@ashstep/core/repair';
import { sayIn } from '@ashstep/core/units';
import { plySize } from './ply-words.js';

describe('how large a ply is cut', () => {
  const base = {
    ...NEW_REPAIR,
    laminate: { ...NEW_REPAIR.laminate, thicknessMm: 2.2 },
    resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-slow' },
  };
  const sizes = (taper: object): string[] => {
    const plan = planRepair({ ...base, taper: { ...base.taper, ...taper } });
    return plan.rounds.flatMap(({ plies }) => plies.map((ply) => plySize(plan, ply, sayIn('metric'))));
  };

  it('is its outline over all', () => {
    for (const size of sizes({ kind: 'one-sided' })) expect(size).toMatch(/^\d+ mm × \d+ mm$/);
  });

  it('is the strips of a wrap, each ply wound to the other hand', () => {
    // Round 120, strips of 50 at 45° that lap 10: 120 cos 45° / 40 = 2.1, so three a ply.
    const wrap = { roundMm: 120, stripMm: 50, angleDeg: 45, overlapMm: 10, layers: 2, pastMm: 50 };
    const [first, second] = sizes({ kind: 'wrap', wrap });
    expect(first).toMatch(/^3 strips \d+ mm × 50 mm, wound at \+45°$/);
    const own = { kind: 'circle', diameterMm: 60 } as const;
    const plan = planRepair({ ...base, taper: { ...base.taper, kind: 'wrap', wrap } });
    const beside = { ...plan.rounds[0]!.plies[0]!, own, lengthMm: 60, widthMm: 60 };
    expect(plySize(plan, beside, sayIn('metric'))).toBe('60 mm × 60 mm');
    expect(second).toMatch(/^3 strips \d+ mm × 50 mm, wound at −45°$/);
  });
});
