import { usualRounds } from '@ashstep/core/repair';
import { stateOf } from '../../panel.testing';
import { PARTS } from './parts';

describe('the rounds in the index of the mix', () => {
  const board = { laminate: { core: { coreId: 'eps', thicknessMm: 60, reachable: true } }, taper: { kind: 'broken' } } as const; // prettier-ignore
  const wants = (state: ReturnType<typeof stateOf>): string | null =>
    PARTS.find(({ id }) => id === 'rounds')!.wants!(state, { inUnits: String, length: String, short: () => 0 });

  it('ask for the paste that joins two halves, until it is there', () => {
    const state = stateOf(board);
    expect(wants(state)).toContain('Nothing joins the halves yet');
    const [joined] = usualRounds(state.inputs, state.plan);
    expect(wants(stateOf({ ...board, rounds: { added: [{ ...joined!, id: 'r-1' }] } }))).toBeNull();
    expect(wants(stateOf({ ...board, taper: { kind: 'taper' } }))).toBeNull();
  });
});
