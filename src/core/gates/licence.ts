/**
 * Bolt: somebody's licence is valid on the day: of the label's category where the label names one, and any certified
 * applicator's for a restricted-use product. Which category a product falls under is for local rules; a sheet that
 * names none is ajar.
 */
import type { Day } from '@/core/calendar/day';
import { constantLane, laneByTick } from '@/core/calendar/span';
import { ajar, open, shut, type Gate, type Verdict } from './gate';

export const licence: Gate = {
  key: 'licence',
  name: 'Licence',
  spans: ({ product: { label }, means: { licences } }, range) => {
    const { restrictedUse: restricted, category } = label;
    if (category === null && !restricted)
      return constantLane(range, ajar({ code: 'not-known', source: 'label', missing: 'category' }));
    const fitting = licences
      .filter((l) => category === null || l.categories.includes(category))
      .toSorted((a, b) => b.validTo - a.validTo);
    const best = fitting[0];
    const lapsed = best?.validTo ?? null;
    const none = shut('bolt', { code: 'no-valid-licence', source: 'papers', restricted, category, lapsed });
    if (!best) return constantLane(range, none);
    const valid: Verdict = open({
      code: 'licensed',
      source: 'papers',
      person: best.person,
      until: best.validTo,
      restricted,
      category,
    });
    return laneByTick<Day, Verdict>(range, (day) => (day <= best.validTo ? valid : none));
  },
};
