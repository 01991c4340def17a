/** What really went down, from what was measured at the stop: the tank's level, the hopper's weight. */

/** More than this off the plan is asked about. Common practice, no source. */
export const OFF_PLAN = 0.1;

/** Share by which it is off the plan: 0.12 is 12 % more; null: there is no plan to compare with. */
export const offPlan = (planned: number, used: number): number | null =>
  planned > 0 ? used / planned - 1 : null;

/**
 * Of a tank: each product in the share of the mix that left it.
 * @param mix L that the plan puts down there @param amounts of each product in that mix, kg or L
 * @param before and `after`: L in the tank
 */
export function usedByLevel(
  mix: number,
  amounts: readonly number[],
  before: number,
  after: number,
): Readonly<{ mix: number; amounts: number[] }> {
  const gone = before - after;
  return { mix: gone, amounts: amounts.map((a) => (mix > 0 ? (a * gone) / mix : 0)) };
}
