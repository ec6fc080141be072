/** Tape round a gel coat or its fill: the inner so far out, the outer so much further, mm. Source: about 6 mm, then 12 to 19 mm outside it. */
export const MASK_INNER_MM = 6;
export const MASK_OUTER_MM = 15;
