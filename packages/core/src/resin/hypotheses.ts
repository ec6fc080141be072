/** What the parent laminate may be made with. */
export const HYPOTHESES = ['polyester', 'vinylester', 'epoxy', 'thermoplastic', 'mixed'] as const;
export type Hypothesis = (typeof HYPOTHESES)[number];
export type Likelihoods = Record<Hypothesis, number>;
