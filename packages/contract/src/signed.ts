/** A figure to a tenth with its sign, a true minus; what rounds to nothing is not below it. */
export const signed = (value: number): string => `${value > -0.05 ? '+' : '\u2212'}${Math.abs(value).toFixed(1)}`;
