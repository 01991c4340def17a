/**
 * The jar test of a mix that was never mixed before: the tank's proportions in a quart of water, to be looked at before
 * a tank is spoilt. Source of the amounts: proportion; what to look for and for how long: common practice, no source.
 */
import type { Litres } from '@/core/units/quantity';
import { amountLike, type ProductAmount } from '@/core/units/rate';
import { L_PER_GAL } from '@/core/units/trade';

export const JAR = (L_PER_GAL / 4) as Litres;
/** Minutes that it stands. */
export const JAR_MINUTES = 15;

/** What of an amount in a tank goes into the jar. @param mix that the amount is in, L */
export const inJar = (amount: ProductAmount, mix: number, jar: Litres = JAR): ProductAmount =>
  amountLike(amount, (amount.amount * jar) / mix);
