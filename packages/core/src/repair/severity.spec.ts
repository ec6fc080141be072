import { type InputsPatch, inputsWith } from '../testing/inputs.js';
import { planRepair } from './plan.js';
import type { Severity } from './severities.js';

const plan = (patch: InputsPatch) => planRepair(inputsWith(patch));
const CORE = { core: { coreId: 'balsa', thicknessMm: 12, reachable: true } };

describe('severity', () => {
  const cases: [string, InputsPatch, Severity][] = [
    ['no fibre broken', { damage: { depth: 'finish' } }, 'finish'],
    ['no fibre broken over a core', { damage: { depth: 'finish' }, laminate: CORE }, 'finish'],
    ['some plies', { damage: { depth: 'part', depthMm: 2 } }, 'part'],
    ['through a solid laminate', { damage: { depth: 'through' } }, 'through'],
    ['a skin over a core', { laminate: CORE }, 'skin'],
    ['in two', { severity: { separated: true }, laminate: CORE }, 'separated'],
    [
      'a keel, whatever else',
      { severity: { structure: 'keel', separated: true }, damage: { depth: 'finish' } },
      'beyond',
    ],
    ['primary structure', { place: { service: 'primary' } }, 'beyond'],
    ['a cut-out over half a square metre', { damage: { shape: { kind: 'circle', diameterMm: 800 } } }, 'beyond'],
  ];
  for (const [name, patch, expected] of cases)
    it(`of ${name} is ${expected}`, () => expect(plan(patch).severity.proposed).toBe(expected));

  it('gives every ground for what is beyond', () => {
    expect(
      plan({ severity: { structure: 'mast-step' }, place: { service: 'primary' } }).severity.reasons.map((r) => r.id),
    ).toEqual(['severity.structure', 'severity.primary']);
  });

  it('may be set otherwise, with a reason', () => {
    expect(plan({ severity: { override: 'part' } }).severity).toEqual(
      jasmine.objectContaining({ proposed: 'through', taken: 'part', needsReason: true }),
    );
    expect(plan({ severity: { override: 'part', reason: 'Inner plies sound.' } }).severity.needsReason).toBeFalse();
    expect(plan({ severity: { override: 'through' } }).severity.needsReason).toBeFalse();
  });

  it('beyond this tool holds the lay-up until it is released', () => {
    const keel = { structure: 'keel' as const };
    expect(plan({ severity: keel }).holds.map((hold) => hold.id)).toEqual(['hold.beyond']);
    expect(
      plan({ severity: { ...keel, release: { reference: 'Drawing 114', by: 'Manager', at: '2026-04-16T08:00' } } })
        .holds,
    ).toEqual([]);
    expect(plan({ severity: { ...keel, override: 'through', reason: 'Looks all right.' } }).holds.length)
      .withContext('calling it less grave')
      .toBe(1);
    expect(plan({}).holds).toEqual([]);
  });
});
