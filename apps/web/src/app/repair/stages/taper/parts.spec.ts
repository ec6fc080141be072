import { stateOf } from '../../panel.testing';
import { PARTS } from './parts';

describe('the kind of repair in the index of the taper', () => {
  const wants = (separated: boolean, kind: 'taper' | 'broken' | 'edge' | 'wrap'): string | null =>
    PARTS.find(({ id }) => id === 'kind')!.wants!(
      stateOf({ severity: { separated }, taper: { kind }, damage: { depth: 'through' } }),
      { inUnits: String, length: String, short: () => 0 },
    );

  it('asks how what is in two is joined, until a kind that joins it is picked', () => {
    expect(wants(true, 'taper')).toContain('pick how it is joined');
    for (const kind of ['broken', 'edge', 'wrap'] as const) expect(wants(true, kind)).withContext(kind).toBeNull();
    expect(wants(false, 'taper')).toBeNull();
  });
});
