/**
 * Latch: the house's own most of one a.i. on one turf in twelve months, whatever the label would allow: tender turf takes
 * less. What was put down, what is planned before and after, and what goes down beside it count, over the zone.
 */
import type { Day } from '@/core/calendar/day';
import { constantLane, laneByBreaks } from '@/core/calendar/span';
import { shareOf } from '@/core/products/application';
import { ingredientRate } from '@/core/products/label';
import { substanceKey } from '@/core/products/substance';
import { containedIn, limitBreaks, ofIngredient, periodsWith, sumsIn } from '@/core/records/ledger';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { exceeds } from '@/core/units/tolerance';
import {
  ajar,
  open,
  shut,
  worseVerdict,
  type Ceiling,
  type Gate,
  type GateContext,
  type Verdict,
} from './gate';

export const houseCeiling: Gate = {
  key: 'house-ceiling',
  name: 'House ceiling',
  spans: (context, range) => {
    const { product, zone, ledger, bookFrom } = context;
    const asked = product.label.ingredients.flatMap((ingredient) => {
      const ceiling = ceilingFor(context.rules.ceilings, zone, ingredient.name);
      return ceiling ? [{ ingredient, ceiling }] : [];
    });
    if (!asked.length) return constantLane(range, open({ code: 'no-ceiling', source: 'house rule' }));
    return laneByBreaks<Day, Verdict>(
      range,
      limitBreaks('12 months', ledger, range.from, range.to, bookFrom),
      (day) => asked.map((a) => verdictOn(context, a, day)).reduce(worseVerdict),
    );
  },
};

/** The lowest ceiling of an ingredient on a turf, or on either grass of a mix. */
export const ceilingFor = (
  ceilings: readonly Ceiling[],
  { turf, mixedWith }: Pick<GateContext['zone'], 'turf' | 'mixedWith'>,
  ingredient: string,
): Ceiling | undefined =>
  ceilings
    .filter(
      (c) =>
        (c.turf === turf || c.turf === mixedWith) && substanceKey(c.ingredient) === substanceKey(ingredient),
    )
    .toSorted((a, b) => a.most - b.most)[0];

type Asked = Readonly<{
  ingredient: GateContext['product']['label']['ingredients'][number];
  ceiling: Ceiling;
}>;

function verdictOn(context: GateContext, { ingredient, ceiling }: Asked, day: Day): Verdict {
  const { product, beside, zone, ledger } = context;
  const { name } = ingredient;
  const own = ingredientRate(product.rate, { ...ingredient, counts: 'a.i.' }, product.label.density);
  const withIt = beside.flatMap((p) =>
    containedIn(p.label, p.rate)
      .filter((c) => substanceKey(c.name) === substanceKey(name))
      .map((c) => (c.ai === null ? null : c.ai * shareOf(p.place, zone))),
  );
  const before = periodsWith('12 months', day, ledger).map(
    (p) => sumsIn(ledger, p, null, ofIngredient(name, 'a.i.')).zone,
  );
  if (own === null || [...withIt, ...before].includes(null))
    return ajar({ code: 'not-known', source: 'label', missing: 'ingredient-content' });
  const now = own * shareOf(product.place, zone) + withIt.reduce<number>((sum, kg) => sum + kg!, 0);
  const total = Math.max(...before.map((kg) => kg!)) + now;
  const facts = {
    source: 'house rule',
    ingredient: name,
    turf: ceiling.turf,
    most: ceiling.most,
    now: now as KilogramsPerHectare,
    total: total as KilogramsPerHectare,
  } as const;
  return exceeds(total, ceiling.most)
    ? shut('latch', { code: 'over-ceiling', ...facts })
    : open({ code: 'within-ceiling', ...facts });
}
