/** What the pastes of the made-up shelf are called. */
export const PIGMENT_NAMES: Readonly<Record<string, string>> = {
  'white-base': 'White gel coat',
  black: 'Black',
  yellow: 'Yellow',
  ochre: 'Ochre',
  orange: 'Orange',
  red: 'Red',
  'oxide-red': 'Oxide red',
  magenta: 'Magenta',
  violet: 'Violet',
  blue: 'Blue',
  green: 'Green',
};

/** A pigment in a line of text: as it is shipped, or as its shop called it when it was used. */
export const pigmentName = ({ id, name }: { id: string; name?: string | undefined }): string =>
  PIGMENT_NAMES[id]?.toLowerCase() ?? name ?? id;

/** The white gel coat of a cup in a line of text: the made-up one, or as its shop called it. */
export const whiteName = ({ white }: { white?: { name: string } | undefined }): string => white?.name ?? 'white';

/** How two colours of so large a difference look side by side, ΔE00. Source: usual reading of colour differences. */
export function differenceWords(deltaE: number): string {
  if (deltaE < 0.5) return 'no eye tells them apart';
  if (deltaE < 1) return 'only told side by side';
  if (deltaE < 2) return 'seen by one who looks for it';
  return deltaE < 5 ? 'plainly another shade' : 'another colour';
}
