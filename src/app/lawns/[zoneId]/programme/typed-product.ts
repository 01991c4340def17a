/** What stands in the fields of a product when it is chosen, and what a zone without a programme is proposed. */
import { isoDay, type Day } from '@/core/calendar/day';
import { limitsFor, rateForTurf, usesOn, type Label } from '@/core/products/label';
import { NEW_PRODUCT, type TypedApplication, type TypedProduct } from '@/core/season/typed-application';
import { significant } from '@/core/units/format';
import { rateIn, rateLike } from '@/core/units/rate';
import type { ZoneSheet } from '@/server/programme/view';

const plain = (value: number) => significant(value, 6).replace(/,/g, '');

/** A product with what its label allows here: its first use, and the highest rate, or the year's limit where that is less. */
export function withProduct(p: TypedProduct, label: Label, { zone }: Pick<ZoneSheet, 'zone'>): TypedProduct {
  const use = usesOn(label, zone.facts)[0] ?? (label.kind === 'herbicide' ? 'pre-emergent' : 'turf care');
  const { yearLimit } = limitsFor(label, zone.facts, use);
  const high = rateForTurf(label, zone.facts, use)?.high ?? yearLimit;
  const most = high && yearLimit ? rateLike(high, Math.min(high.rate, yearLimit.rate)) : high;
  const rate = (most && rateIn(most, label.rateUnit)) ?? 0;
  return {
    ...p,
    ...{ productId: label.id, use, unit: label.rateUnit, targets: [], method: '' },
    rate: rate > 0 ? plain(Math.floor(rate * 100 + 1e-6) / 100) : '',
    place: use === 'spot' ? 'spots' : p.place === 'spots' ? 'zone' : p.place,
  };
}

/** A new application: on a zone without any, the longest barrier in halves, a week ahead of the line; else an empty one. */
export function newApplication(sheet: ZoneSheet): TypedApplication {
  const { applications, labels, zone, today, outlook } = sheet;
  const months = (l: Label) => rateForTurf(l, zone.facts)?.months ?? 0;
  const label = applications.length
    ? undefined
    : labels.now
        .filter((l) => l.status === 'registered' && rateForTurf(l, zone.facts))
        .reduce<Label | null>((best, l) => (best && months(best) >= months(l) ? best : l), null);
  const p10 = outlook?.dates.p10 ?? null;
  const first = (p10 === null || applications.length ? today : Math.max(today, p10 - 7)) as Day;
  return {
    ...{ purpose: '', plannedOn: isoDay(first), earliest: '', latest: '' },
    products: [
      label
        ? { ...withProduct(NEW_PRODUCT, label, sheet), times: 'split', split: 'halves' }
        : { ...NEW_PRODUCT, times: 'once' },
    ],
  };
}
