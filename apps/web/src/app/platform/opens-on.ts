/** Page of a job that it opens on: its card where it is carried on one page, else its record once sealed, else the sheet. */
export function opensOn({ small, state }: { small: boolean; state: string }): 'card' | 'signoff' | 'look' {
  if (small) return 'card';
  return state === 'sealed' ? 'signoff' : 'look';
}
