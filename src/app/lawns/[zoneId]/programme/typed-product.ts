/** What stands in the fields of a product when it is chosen, and what a zone without a programme is proposed. */
import { addDays, isoDay, type Day } from '@/core/calendar/day';
import { windowOf } from '@/core/gates/window';
import { nextOpen } from '@/core/gates/window-lane';
import { rateForTurf, usesOn, type Label } from '@/core/products/label';
import { rateThatFits } from '@/core/records/limits';
import { NEW_PRODUCT, type TypedApplication, type TypedProduct } from '@/core/season/typed-fields';
import { contextFor } from '@/core/season/planner/options';
import { plannedEntries, yearAhead } from '@/core/season/programme';
import { significant } from '@/core/units/figure';
import { partOfRate, rateIn } from '@/core/units/rate';
import type { ZoneSheet } from '@/server/programme/view';
import { SHOWN_HAIR } from '@/core/units/tolerance';

const plain = (value: number) => significant(value, 6).replace(/,/g, '');

/** A product with what its label allows here: its first use, and the highest rate that the year still leaves. */
export function withProduct(
  p: TypedProduct,
  label: Label,
  { zone, facts, applications, today }: Pick<ZoneSheet, 'zone' | 'facts' | 'applications' | 'today'>,
): TypedProduct {
  const use = usesOn(label, zone.facts)[0] ?? (label.kind === 'herbicide' ? 'pre-emergent' : 'turf care');
  const entries = [...facts.ledger, ...plannedEntries(applications, facts.zone, today)];
  const most = rateThatFits(label, use, entries, zone.facts, today);
  const rate = (most && rateIn(most, label.rateUnit)) ?? 0;
  return {
    ...p,
    productId: label.id,
    use,
    unit: label.rateUnit,
    targets: [],
    method: '',
    rate: rate > 0 ? plain(Math.floor(rate * 100 + SHOWN_HAIR) / 100) : '',
    place: use === 'spot' ? 'spots' : p.place === 'spots' ? 'zone' : p.place,
  };
}

/**
 * A new application: on a zone without any, the longest barrier in halves that its gates let go, a week ahead of the line
 * or as soon after as they do; else an empty one. What is best for the year the planner proposes.
 */
export function newApplication(sheet: ZoneSheet): TypedApplication {
  const { applications, today, outlook } = sheet;
  const p10 = outlook?.dates.p10 ?? null;
  const wished = (p10 === null || applications.length ? today : Math.max(today, p10 - 7)) as Day;
  const first = applications.length ? null : firstThatGoes(sheet, wished);
  return {
    purpose: '',
    plannedOn: isoDay(first?.on ?? wished),
    earliest: '',
    latest: '',
    products: [
      first
        ? { ...withProduct(NEW_PRODUCT, first.label, sheet), times: 'split', split: 'halves' }
        : { ...NEW_PRODUCT, times: 'once' },
    ],
  };
}

function firstThatGoes({ labels, zone, facts, today }: ZoneSheet, wished: Day) {
  const months = (l: Label) => rateForTurf(l, zone.facts)?.months ?? 0;
  const candidates = labels.now
    .filter((l) => l.status === 'registered' && rateForTurf(l, zone.facts))
    .toSorted((a, b) => months(b) - months(a) || a.name.localeCompare(b.name));
  const going = candidates.flatMap((label) => {
    const { all } = windowOf(
      contextFor(facts, label, 'pre-emergent', [], partOfRate(rateForTurf(label, zone.facts)!.high, 1 / 2)),
      yearAhead(today),
    );
    const opens = nextOpen(all, wished, 'ajar');
    return opens ? [{ label, on: opens.from }] : [];
  });
  // one that can go soon before a longer one months later
  const soon = going.find(({ on }) => on <= addDays(wished, SOON_DAYS));
  return soon ?? going[0] ?? (candidates[0] ? { label: candidates[0], on: wished } : null);
}
const SOON_DAYS = 45;
