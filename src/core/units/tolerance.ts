/**
 * Comparing figures that were computed: one that was typed as the limit, or added up in another order, must not fall over it
 * by its last bit. The one place where such a margin is set.
 */

/** A share: one part in a thousand million is far below what any scale shows. */
export const HAIR = 1e-9;
/** A share of what is shown or typed, which is rounded itself. */
export const SHOWN_HAIR = 1e-6;
/** Minutes and points of a route, which adds up hundreds of them. */
export const ROUTE_HAIR = 1e-7;

/** Whether a figure is really more than a limit. A limit of 0 or less is exceeded by anything above 0. */
export const exceeds = (value: number, limit: number): boolean => value > limit + HAIR * Math.abs(value);
