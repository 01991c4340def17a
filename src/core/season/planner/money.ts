/** The money of one question's programs: one price list for the search and for what is shown, so both weigh alike. */
import type { Day } from '@/core/calendar/day';
import type { GateFacts } from '@/core/gates/gate';
import { rateForTurf, type Label } from '@/core/products/label';
import { packageCost } from '@/core/products/stock';
import { rootCeilingOn, rootLoadBefore } from '@/core/records/ceiling';
import type { PlannedApplication } from '@/core/season/standing';
import type { ProductRate } from '@/core/units/rate';
import type { Figures } from './figures';
import type { Looks } from './looks';
import { asRate, samePeriod, type Option } from './options';
import type { PlanningRules } from './question';
import type { Shape } from './search';
import { SEEN, judgedArea, seasonCost, visitCost, weedCost, type SeasonCost } from './worth';

export type Money = Readonly<{
  /** USD of the season of a shape on its days. @param hold mean share of the weeds that is stopped, 0 to 1 */
  ofShape: (shape: Shape, days: readonly Day[], hold: number) => number;
  /** the same of a program as it is shown. @param through mean share of the weeds that comes through, 0 to 1 */
  ofProgramme: (applications: readonly PlannedApplication[], figures: Figures, through: number) => SeasonCost;
  /** whether a look's shot saves more than its visit and product cost */
  paysFor: (look: Looks[number]) => boolean;
}>;

/** @param facts with what is kept on the ledger */
export function moneyOf(
  { zone, ledger, today, rules: house }: GateFacts,
  labels: readonly Label[],
  { weights, minutes }: PlanningRules,
): Money {
  const area = judgedArea(zone.area);
  const ceiling = rootCeilingOn(house.ceilings, zone);
  const had = rootLoadBefore(ledger, today);
  const fullCosts = labels.flatMap((label) => {
    const row = rateForTurf(label, zone, 'pre-emergent');
    return (row && packageCost(label, row.high, area)) ?? [];
  });
  const dearest = Math.max(0, ...fullCosts);
  /** What has no price counts as the dearest that has one: it is not chosen because nobody wrote its price down. */
  const price = (label: Label, rate: ProductRate, full: number): number =>
    packageCost(label, rate, area) ?? (dearest * rate.rate) / full;
  const unitPrices = new Map<Option, number>();
  const unitPrice = (o: Option): number => {
    const there = unitPrices.get(o) ?? price(o.label, asRate(o, 1), o.high.rate);
    unitPrices.set(o, there);
    return there;
  };
  /** An unknown load is no small one. */
  const rootShare = (load: number | null) => (ceiling === null ? null : (load ?? Infinity) / ceiling);

  return {
    ofShape: (shape, days, hold) => {
      let product = 0;
      let load: number | null = had;
      let limitShare = 0;
      shape.forEach(({ option: o, rate }, i) => {
        product += unitPrice(o) * rate;
        load = load === null || o.rootsEach === null ? null : load + o.rootsEach * rate;
        if (o.limit < Infinity) {
          const mates = shape.reduce(
            (sum, s, k) =>
              s.option.label.id === o.label.id && samePeriod(o, days[i]!, days[k]!) ? sum + s.rate : sum,
            0,
          );
          const left = o.limitRoomOn(days[i]!);
          limitShare = Math.max(limitShare, (o.limit - left + mates) / o.limit);
        }
      });
      return seasonCost(
        {
          through: 1 - hold,
          visits: new Set(days).size,
          product,
          rootShare: shape.some((s) => s.option.rootsEach !== 0) ? rootShare(load) : null,
          limitShare,
        },
        weights,
        minutes,
      ).total;
    },
    paysFor: ({ product, takes }) =>
      product !== null &&
      weedCost(weights, takes * (1 - SEEN)) >
        visitCost(weights, minutes) + price(product.label, product.rate, product.rate.rate),
    ofProgramme: (applications, figures, through) => {
      const products = applications.flatMap((a) => a.products);
      return seasonCost(
        {
          through,
          visits: figures.visits,
          product: products.reduce(
            (sum, { label, rate, use }) =>
              sum + price(label, rate, rateForTurf(label, zone, use)?.high.rate ?? rate.rate),
            0,
          ),
          rootShare: figures.prunesRoots ? rootShare(figures.rootLoad) : null,
          limitShare: Math.max(0, ...figures.limits.map((l) => l.share ?? 0)),
        },
        weights,
        minutes,
      );
    },
  };
}
