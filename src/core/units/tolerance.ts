/**
 * Comparing figures that went through a unit and back: one that was typed as the limit must not fall over it by its last
 * bit. One part in a thousand million is far below what any scale shows.
 */
const HAIR = 1e-9;

/** Whether a figure is really more than a limit. A limit of 0 or less is exceeded by anything above 0. */
export const exceeds = (value: number, limit: number): boolean => value > limit + HAIR * Math.abs(value);
