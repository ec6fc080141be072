import type { AnyInputs } from './upgrade-2.js';

interface Round {
  work: { kind: string };
}

/** Until version 4 every coat was gel coat or top coat. From version 5 on it says what it is. */
export function toVersion5({ rounds, ...inputs }: AnyInputs): AnyInputs {
  const { added = [], ...rest } = (rounds ?? {}) as { added?: Round[] };
  const told = added.map((round) =>
    round.work.kind === 'coat' ? { ...round, work: { medium: 'gelcoat', ...round.work } } : round,
  );
  return { ...inputs, rounds: { ...rest, added: told } };
}
