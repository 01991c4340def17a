/** Months that a barrier is asked for at first. */
export const MONTHS_TO_HOLD = 4;
