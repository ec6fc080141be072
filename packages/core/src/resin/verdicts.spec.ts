import { RESIN_RULES, type Verdict } from './rules.js';
import { type ResinFacts, resinVerdicts } from './verdicts.js';

/** Verdicts for polyester, vinylester and epoxy, in that order. */
function verdicts(facts: ResinFacts): Verdict[] {
  return resinVerdicts({ facts }).families.map((f) => f.verdict);
}

/** Each rule with facts that set it off and the verdicts they give. */
const CASES: [string, ResinFacts, Verdict[]][] = [
  ['parent-polyester', { parent: 'polyester' }, ['suitable', 'suitable', 'suitable']],
  ['parent-vinylester', { parent: 'vinylester' }, ['suitable', 'suitable', 'suitable']],
  ['parent-epoxy', { parent: 'epoxy' }, ['not', 'not', 'suitable']],
  ['parent-unknown', { parent: 'unknown' }, ['if', 'if', 'suitable']],
  ['epoxy-left-in-bond', { parent: 'polyester', epoxyInBond: true }, ['not', 'not', 'suitable']],
  ['thermoplastic', { parent: 'thermoplastic' }, ['not', 'not', 'not']],
  ['pressed-panel', { parent: 'polyester', pressedPanel: true }, ['not', 'not', 'suitable']],
  [
    'core-dissolves',
    { parent: 'polyester', coreStyrene: 'dissolves', coreReachable: true },
    ['not', 'not', 'suitable'],
  ],
  ['core-softens', { parent: 'polyester', coreStyrene: 'softens', coreReachable: true }, ['if', 'if', 'suitable']],
  ['wooden-core', { parent: 'polyester', coreWooden: true }, ['if', 'if', 'suitable']],
  ['aramid', { parent: 'polyester', fibres: ['glass', 'aramid'] }, ['not', 'suitable', 'suitable']],
  ['carbon', { parent: 'polyester', fibres: ['carbon'] }, ['not', 'if', 'suitable']],
  ['mat-binder', { parent: 'polyester', matBinder: 'emulsion' }, ['suitable', 'suitable', 'if']],
  ['below-waterline', { parent: 'polyester', waterline: 'below' }, ['if', 'suitable', 'suitable']],
  ['gel-coat-finish', { parent: 'polyester', finish: 'gelcoat' }, ['suitable', 'suitable', 'if']],
  ['painted-finish', { parent: 'polyester', finish: 'paint' }, ['suitable', 'suitable', 'suitable']],
  ['special-service', { parent: 'polyester', specialService: 'fuel' }, ['not', 'not', 'not']],
  [
    'special-service-certified',
    { parent: 'polyester', specialService: 'drinking-water', certified: true },
    ['if', 'if', 'if'],
  ],
  ['too-cold-polyester', { parent: 'polyester', tooCold: ['polyester'] }, ['not', 'suitable', 'suitable']],
  ['too-cold-vinylester', { parent: 'polyester', tooCold: ['vinylester'] }, ['suitable', 'not', 'suitable']],
  ['too-cold-epoxy', { parent: 'polyester', tooCold: ['epoxy'] }, ['suitable', 'suitable', 'not']],
  ['too-humid', { parent: 'polyester', humidityPercent: 86 }, ['not', 'not', 'not']],
  ['dew-point', { parent: 'polyester', dewMarginC: 2.9 }, ['not', 'not', 'not']],
  ['short-of-time', { parent: 'polyester', hoursToFinish: 48 }, ['suitable', 'suitable', 'if']],
  ['like-for-like-polyester', { parent: 'vinylester', likeForLike: true }, ['if', 'suitable', 'if']],
  ['like-for-like-vinylester', { parent: 'polyester', likeForLike: true }, ['suitable', 'if', 'if']],
  ['like-for-like-epoxy', { parent: 'polyester', likeForLike: true }, ['suitable', 'if', 'if']],
  ['out-of-date-polyester', { parent: 'polyester', outOfDate: ['polyester'] }, ['not', 'suitable', 'suitable']],
  ['out-of-date-vinylester', { parent: 'polyester', outOfDate: ['vinylester'] }, ['suitable', 'not', 'suitable']],
  ['out-of-date-epoxy', { parent: 'polyester', outOfDate: ['epoxy'] }, ['suitable', 'suitable', 'not']],
];

describe('resin rules', () => {
  for (const [id, facts, expected] of CASES) {
    it(`${id} gives ${expected.join(', ')}`, () => {
      const result = resinVerdicts({ facts });
      expect(result.missed).not.toContain(id);
      expect(result.families.map((f) => f.verdict)).toEqual(expected);
    });
  }

  it('are all tried here', () =>
    expect(RESIN_RULES.map((rule) => rule.id).sort()).toEqual(CASES.map(([id]) => id).sort()));

  it('do not fire on their limits: 85 % humidity and 3 °C above the dew point are good enough', () => {
    expect(verdicts({ parent: 'polyester', humidityPercent: 85, dewMarginC: 3 })).toEqual([
      'suitable',
      'suitable',
      'suitable',
    ]);
  });

  it('turn conditions into checks, each once', () => {
    const epoxy = resinVerdicts({ facts: { parent: 'polyester', finish: 'gelcoat', coreWooden: true } }).families[2]!;
    expect(epoxy.conditions.map((c) => c.id).sort()).toEqual(['gel-coat-way', 'seal-end-grain']);
  });
});

describe('schools', () => {
  const choose = (facts: ResinFacts, school: 'finish-led' | 'like-for-like' | 'epoxy-throughout') =>
    resinVerdicts({ facts, school }).recommended;

  it('led by the finish: epoxy where there is water, doubt or paint; the parent’s family above the water with gel coat', () => {
    expect(choose({ parent: 'polyester', waterline: 'below', finish: 'gelcoat' }, 'finish-led')).toBe('epoxy');
    expect(choose({ parent: 'unknown', waterline: 'above', finish: 'gelcoat' }, 'finish-led')).toBe('epoxy');
    expect(choose({ parent: 'polyester', waterline: 'above', finish: 'paint' }, 'finish-led')).toBe('epoxy');
    expect(choose({ parent: 'polyester', waterline: 'above', finish: 'gelcoat' }, 'finish-led')).toBe('polyester');
  });

  it('like for like takes the parent’s family, but never one that is ruled out', () => {
    expect(choose({ parent: 'vinylester' }, 'like-for-like')).toBe('vinylester');
    expect(choose({ parent: 'polyester', coreStyrene: 'dissolves', coreReachable: true }, 'like-for-like')).toBe(
      'epoxy',
    );
  });

  it('epoxy throughout falls back when epoxy is ruled out, and stops at a thermoplastic', () => {
    expect(choose({ parent: 'polyester', tooCold: ['epoxy'] }, 'epoxy-throughout')).toBe('vinylester');
    expect(choose({ parent: 'thermoplastic' }, 'epoxy-throughout')).toBeNull();
  });

  it('refuse a parent and a school nobody knows', () => {
    expect(() => resinVerdicts({ facts: { parent: 'cheese' as never } })).toThrow(
      jasmine.objectContaining({ field: 'facts.parent' }),
    );
    expect(() => resinVerdicts({ facts: { parent: 'epoxy' }, school: 'rumour' as never })).toThrow(
      jasmine.objectContaining({ field: 'school' }),
    );
  });
});

describe('what is not known of a core', () => {
  const of = (facts: Partial<ResinFacts>): Verdict[] => verdicts({ parent: 'polyester', ...facts });

  it('is taken as within reach of the resin until somebody says it is not', () => {
    expect(of({ coreStyrene: 'dissolves' })).toEqual(['not', 'not', 'suitable']);
    expect(of({ coreStyrene: 'softens' })).toEqual(['if', 'if', 'suitable']);
    expect(of({ coreStyrene: 'dissolves', coreReachable: false })).toEqual(['suitable', 'suitable', 'suitable']);
    expect(of({ coreStyrene: 'resists' })).toEqual(['suitable', 'suitable', 'suitable']);
    expect(
      resinVerdicts({ facts: { parent: 'polyester', finish: 'gelcoat', coreStyrene: 'dissolves' } }).recommended,
    ).toBe('epoxy');
  });

  it('forbids polyester and vinylester on epoxy left in the bond, and says what would lift it', () => {
    const { families } = resinVerdicts({ facts: { parent: 'polyester', epoxyInBond: true } });
    expect(families.find(({ family }) => family === 'polyester')!.conditions.map(({ id }) => id)).toContain(
      'grind-epoxy-away',
    );
  });
});

describe('parts of a parent with beliefs of their own', () => {
  const verdictOf = (result: ReturnType<typeof resinVerdicts>, family: 'polyester' | 'epoxy') =>
    result.families.find((one) => one.family === family)!;
  const patched = resinVerdicts({
    facts: { parent: 'polyester', finish: 'gelcoat' },
    zones: [{ name: 'Earlier patch', parent: 'epoxy' }],
  });

  it('take the harder verdict of all of them, and say which part says so', () => {
    const alone = resinVerdicts({ facts: { parent: 'polyester', finish: 'gelcoat' } });
    const onEpoxy = resinVerdicts({ facts: { parent: 'epoxy', finish: 'gelcoat' } });
    expect(verdictOf(alone, 'polyester').verdict).toBe('suitable');
    expect(verdictOf(patched, 'polyester').verdict).toBe(verdictOf(onEpoxy, 'polyester').verdict);
    expect(verdictOf(patched, 'polyester').reasons.find(({ verdict }) => verdict !== 'suitable')!.zone).toBe(
      'Earlier patch',
    );
    expect(verdictOf(patched, 'epoxy').verdict).toBe(verdictOf(onEpoxy, 'epoxy').verdict);
  });

  it('of unlike resins are like none of them: the school goes by doubt', () => {
    expect([patched.recommended, patched.why]).toEqual(['epoxy', 'doubt']);
    const alike = resinVerdicts({ facts: { parent: 'polyester', finish: 'gelcoat' }, zones: [{ name: 'Inner skin', parent: 'polyester' }] }); // prettier-ignore
    expect([alike.recommended, alike.why]).toEqual(['polyester', 'known-and-dry']);
  });

  it('with epoxy left in one of them forbid polyester over it', () => {
    const glued = resinVerdicts({
      facts: { parent: 'polyester', finish: 'gelcoat' },
      zones: [{ name: 'Inner skin', parent: 'polyester', epoxyInBond: true }],
    });
    expect(verdictOf(glued, 'polyester').conditions.map(({ id }) => id)).toContain('grind-epoxy-away');
  });
});
