/** Sigmas to either side of a measurement that hold nine of ten normally distributed errors. */
const NINE_IN_TEN = 1.645;

/**
 * What every sentence, screen and file calls uncertainty, and what a difference must exceed to be told: the half-width
 * that holds the truth nine times in ten.
 * @param sigma one-sigma uncertainty
 */
export const halfWidth = (sigma: number): number => NINE_IN_TEN * sigma;
