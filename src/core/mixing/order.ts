/**
 * The order of the tank by formulation: dry products first, then flowables, emulsifiable concentrates, solutions;
 * surfactant last. Source: common practice of the trade, no source; the label's own order wins.
 */
import type { Formulation } from '@/core/products/label';

const PLACE: Readonly<Record<Formulation, number>> = { WP: 1, WG: 1, SC: 2, EC: 3, EW: 3, SL: 4, G: 5 };

/** The same things in the order in which they go into the tank; those of one class keep theirs. */
export const inTankOrder = <T>(things: readonly T[], formulation: (thing: T) => Formulation): T[] =>
  things.toSorted((a, b) => PLACE[formulation(a)] - PLACE[formulation(b)]);
