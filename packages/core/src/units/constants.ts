/** Exact or agreed conversion factors into the working units of the core (mm, g, g/m², kg/m³, ml, °C). */
export const MM_PER_INCH = 25.4;
export const MM_PER_FOOT = 304.8;
export const MM_PER_MIL = 0.0254;
/** Cloth, roving and stitched fabric are sold by the square yard. */
export const GSM_PER_OUNCE_PER_SQUARE_YARD = 33.906;
/** Chopped mat is sold by the square foot. */
export const GSM_PER_OUNCE_PER_SQUARE_FOOT = 305.15;
export const KGM3_PER_POUND_PER_CUBIC_FOOT = 16.018;
export const GRAM_PER_OUNCE = 28.3495;
export const GRAM_PER_POUND = 453.592;
export const ML_PER_US_GALLON = 3785.4;
export const ML_PER_US_FLUID_OUNCE = 29.574;
