/** What is wrong, as one picks it for a job that is carried on one page. */
export const SMALL_KINDS = ['gouge', 'cracks', 'ding', 'holes', 'edge', 'hole', 'tube', 'disbond', 'coat'] as const;
export type SmallKind = (typeof SMALL_KINDS)[number];

/** Why a finish cracked: knocked once, over something hard behind it, or because the panel flexes. */
export const CRACK_CAUSES = ['knock', 'hard-spot', 'flex'] as const;
export type CrackCause = (typeof CRACK_CAUSES)[number];

/** What a whole area is given. */
export const COAT_KINDS = ['seal', 'gelcoat', 'fairing'] as const;
export type CoatKind = (typeof COAT_KINDS)[number];

/** What a job on one page was told beside what its other sections hold. */
export interface SmallJob {
  /** null for a job that was opened in full. */
  kind: SmallKind | null;
  /** Colour to be matched, as a person calls it. */
  colour: string;
  cause: CrackCause | null;
  /** All cracks end to end, and the round they spread over, mm. */
  cracksMm: number | null;
  spreadMm: number | null;
  coat: CoatKind | null;
  /** What is within, under a ding or between skins that came apart; null while nobody looked. */
  wet: boolean | null;
}

/** A job that was opened in full. */
export const NOT_SMALL: SmallJob = {
  kind: null,
  colour: '',
  cause: null,
  cracksMm: null,
  spreadMm: null,
  coat: null,
  wet: null,
};
