import type { AnyInputs } from './upgrade-2.js';

type Listed = Record<string, unknown>;

/** Until version 3 a job had one place and its pastes and coats stood with the mix. From version 4 on it has spots, and everything laid, filled or coated is a round. */
export function toVersion4({ damage = {}, mix = {}, ...inputs }: AnyInputs): AnyInputs {
  const { pastes = [], coats = [], ...mixNow } = mix as { pastes?: Listed[]; coats?: Listed[] };
  const round = ({ id, name, ...work }: Listed, kind: string, when: string): Listed => ({
    id,
    name,
    when,
    onto: 'abraded',
    spotIds: [],
    work: { kind, ...work },
  });
  const added = [
    ...pastes.map((paste) => round(paste, 'paste', BEFORE.includes(String(paste['use'])) ? 'before' : 'after')),
    ...coats.map((coat) => round(coat, 'coat', 'after')),
  ];
  return {
    ...inputs,
    damage: { kind: 'broken', spots: [], ...damage },
    mix: mixNow,
    rounds: { added, closing: 'film' },
  };
}

/** Pastes that something is laid on. */
const BEFORE = ['bedding', 'bonding', 'plug', 'fillet'];
