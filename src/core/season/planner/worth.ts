/**
 * What a season costs on one lawn, USD: the weeds that come through, the visits, the product, and what is risked on roots
 * and limits. The program that costs least is the best. All weights are the house's; the usual ones are ours.
 *
 * Money is compared for a lawn of the next size of a short list (`judgedArea`), so that lawns of one kind and about one
 * size get one answer, however many there are.
 */
import { HOUSE_FIGURES } from '@/core/facts/house-figures';
import { exceeds } from '@/core/units/tolerance';
import { fromSquareFeet } from '@/core/units/trade';
import type { SquareMetres } from '@/core/units/quantity';

export type Weights = Readonly<{
  /** USD for a lawn on which half of the season's weeds come through; none through costs 0, all of them twice as much */
  callback: number;
  /** USD that an hour at a lawn costs */
  hour: number;
  /** visits that a root load above half of the turf's ceiling counts as */
  rootVisits: number;
  /** visits that a limit used to more than 80 % counts as */
  limitVisits: number;
}>;

/** Ours, no source. */
export const USUAL_WEIGHTS: Weights = {
  callback: HOUSE_FIGURES.callbackUsd.usual,
  hour: HOUSE_FIGURES.hourUsd.usual,
  rootVisits: HOUSE_FIGURES.rootVisits.usual,
  limitVisits: HOUSE_FIGURES.limitVisits.usual,
};

/** Of the ceiling, above which roots cost; of a limit, above which its use costs. Ours. */
export const ROOTS_FREE = 0.5;
export const LIMIT_FREE = 0.8;
/** What came up and was taken while small was seen all the same: it costs this share of what stays. Ours. */
export const SEEN = 0.25;

/** Each in USD for the judged area. */
export type SeasonCost = Readonly<{
  weeds: number;
  visits: number;
  product: number;
  roots: number;
  limits: number;
  total: number;
}>;

/** What of a program is paid for. */
export type Spent = Readonly<{
  /** share of the season's weeds that comes through, 0 to 1 */
  through: number;
  visits: number;
  /** USD of product for the judged area */
  product: number;
  /** of the turf's root ceiling, with twelve months before; null: the turf has none */
  rootShare: number | null;
  /** of the limit that is used most, 0 to 1 and above */
  limitShare: number;
}>;

/** USD for a visit of so many minutes. */
export const visitCost = ({ hour }: Weights, minutes: number): number => (minutes / 60) * hour;
/** USD for a share of the season's weeds that comes through. */
export const weedCost = ({ callback }: Weights, through: number): number => (callback / 0.5) * through;

export function seasonCost(
  { through, visits, product, rootShare, limitShare }: Spent,
  weights: Weights,
  minutes: number,
): SeasonCost {
  const visit = visitCost(weights, minutes);
  const cost = {
    weeds: weedCost(weights, through),
    visits: visits * visit,
    product,
    roots: rootShare !== null && exceeds(rootShare, ROOTS_FREE) ? weights.rootVisits * visit : 0,
    limits: exceeds(limitShare, LIMIT_FREE) ? weights.limitVisits * visit : 0,
  };
  return { ...cost, total: Object.values(cost).reduce((sum, usd) => sum + usd, 0) };
}

/** Sizes at which money is compared, 1,000 sq ft, and ten and a hundred times as much. Ours: neighbours differ by 25 to 50 %. */
const SIZES = [1, 1.5, 2, 3, 4, 5, 6, 8];

/** The size of the list that is nearest to an area by ratio. */
export function judgedArea(area: SquareMetres): SquareMetres {
  const all = [0.1, 1, 10, 100].flatMap((times) => SIZES.map((s) => fromSquareFeet(1000 * s * times)));
  const far = (s: SquareMetres) => Math.abs(Math.log(s / area));
  return all.reduce((a, b) => (far(b) < far(a) ? b : a));
}
