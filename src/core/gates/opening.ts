/**
 * What would open a shut application? The nearest change of one thing that opens all its gates: another day, another
 * rate, another split, another product, fewer spots; and which latches a person could lift. Each answer has been asked
 * of the gates.
 */
import { addDays, type Day } from '@/core/calendar/day';
import { intersectRanges, spanAt, type Range } from '@/core/calendar/span';
import { rateForTurf, type Label } from '@/core/products/label';
import { areaOf } from '@/core/products/application';
import { SPLITS, splitRates, type Split } from '@/core/products/split';
import type { SquareMetres } from '@/core/units/quantity';
import { rateLike, type ProductRate } from '@/core/units/rate';
import { fromSquareFeet, toSquareFeet } from '@/core/units/trade';
import type { GateContext, Verdict } from './gate';
import type { GateKey } from './gate-names';
import { windowOf } from './window';
import { nextOpen } from './window-lane';
import { SHOWN_HAIR } from '@/core/units/tolerance';

export type Opening =
  | Readonly<{ change: 'day'; on: Range<Day>; state: 'open' | 'ajar' }>
  | Readonly<{ change: 'rate'; rate: ProductRate; on: Range<Day>; state: 'open' | 'ajar' }>
  | Readonly<{ change: 'split'; split: Split; rate: ProductRate; on: Range<Day>; state: 'open' | 'ajar' }>
  | Readonly<{ change: 'product'; label: Label; rate: ProductRate; on: Range<Day>; state: 'open' | 'ajar' }>
  /** of spots: as much ground as limits and shelf still allow */
  | Readonly<{ change: 'area'; area: SquareMetres; on: Range<Day>; state: 'open' | 'ajar' }>
  /** latches alone hold the wished day: whoever answers for it may lift them */
  | Readonly<{ change: 'lift'; gates: readonly GateKey[]; on: Range<Day> }>;

type Asked = Readonly<{
  context: GateContext;
  /** where to look: from the wished day on */
  range: Range<Day>;
  /** the season's total and what of it is one part, for other splits; null: not a part of a plan */
  total: ProductRate | null;
  split: Split | null;
  labels: readonly Label[];
}>;

/** The day on which an application so changed may first go, fully open before ajar where both come soon. */
function firstDay(
  context: GateContext,
  range: Range<Day>,
): Pick<Opening & { change: 'day' }, 'on' | 'state'> | null {
  const { all } = windowOf(context, range);
  const open = nextOpen(all, range.from);
  const ajar = nextOpen(all, range.from, 'ajar');
  if (open && (!ajar || open.from <= ajar.from + SOON_DAYS)) return { on: open, state: 'open' };
  return ajar && { on: ajar, state: 'ajar' };
}
/** An open day this much later is worth more than one with a warning. */
const SOON_DAYS = 7;

/** At most one answer of each kind, the soonest first. Empty: nothing that is known here opens it in the range. */
export function whatWouldOpen({ context, range, total, split, labels }: Asked): Opening[] {
  const { product: asked } = context;
  const out: Opening[] = [];
  const day = firstDay(context, range);
  if (day) out.push({ change: 'day', ...day });

  const otherRates = ratesWorthTrying(context, range.from)
    .filter((rate) => Math.abs(rate.rate / asked.rate.rate - 1) > SHOWN_HAIR)
    // the least change first
    .sort((a, b) => Math.abs(a.rate - asked.rate.rate) - Math.abs(b.rate - asked.rate.rate));
  const rate = best(
    otherRates.map((rate) => ({ rate, found: firstDay({ ...context, product: { ...asked, rate } }, range) })),
    day,
  );
  if (rate) out.push({ change: 'rate', rate: rate.rate, ...rate.found });

  if (total && split) {
    const other = best(
      (Object.keys(SPLITS) as Split[])
        .filter((s) => s !== split)
        .map((s) => {
          const rates = splitRates(total, SPLITS[s].shares);
          const part = Math.min(asked.tie?.part ?? 1, rates.length);
          const changed = {
            ...asked,
            rate: rates[part - 1]!,
            tie: asked.tie && { ...asked.tie, part, of: rates.length },
          };
          return { split: s, rate: changed.rate, found: firstDay({ ...context, product: changed }, range) };
        }),
      day,
    );
    if (other) out.push({ change: 'split', split: other.split, rate: other.rate, ...other.found });
  }

  const product = best(
    labels
      .filter((l) => l.id !== asked.label.id && l.status === 'registered')
      .flatMap((label) => {
        const row = rateForTurf(label, context.zone, asked.use);
        if (!row) return [];
        const changed = { ...asked, label, rate: row.high, method: null, tie: null };
        return [{ label, rate: row.high, found: firstDay({ ...context, product: changed }, range) }];
      }),
    day,
  );
  if (product) out.push({ change: 'product', label: product.label, rate: product.rate, ...product.found });

  const area = best(
    areasWorthTrying(context, range.from).map((treated) => ({
      area: treated,
      found: firstDay(
        {
          ...context,
          product: { ...asked, place: { on: 'spots', area: treated, ground: groundName(asked) } },
        },
        range,
      ),
    })),
    day,
  );
  if (area) out.push({ change: 'area', area: area.area, ...area.found });

  const lift = liftable(context, range);
  if (lift) out.push(lift);
  return out.sort((a, b) => a.on.from - b.on.from);
}

/** Days until it may go, with a warning counted as some days. */
const worth = ({ found: { on, state } }: Found<unknown>) => on.from + (state === 'open' ? 0 : SOON_DAYS);

type Found<T> = T & Readonly<{ found: { on: Range<Day>; state: 'open' | 'ajar' } }>;
/** The soonest, if it is sooner or wider open than what stands. */
function best<T>(
  list: readonly (T & { found: ReturnType<typeof firstDay> })[],
  standing: ReturnType<typeof firstDay>,
): Found<T> | null {
  const found = list.filter((x): x is Found<T> => x.found !== null);
  const better = found.filter(
    ({ found: f }) =>
      !standing ||
      f.on.from < standing.on.from ||
      (f.state === 'open' && standing.state === 'ajar' && f.on.from <= standing.on.from + SOON_DAYS),
  );
  return better.reduce<Found<T> | null>((soFar, x) => (soFar && worth(soFar) <= worth(x) ? soFar : x), null);
}

/** What the gates said of the asked product on one day. */
function verdictsOn(context: GateContext, day: Day): Verdict[] {
  const { lanes } = windowOf(context, { from: day, to: addDays(day, 1) });
  return lanes
    .filter(({ of }) => of === context.product.position)
    .flatMap(({ lane }) => lane[0]?.verdict ?? []);
}
const groundName = ({ place }: GateContext['product']) => (place.on === 'zone' ? '' : place.ground);

/** Rates at which a gate may turn: the label's ends, what still fits the year, and the steps of the wait before seeding. */
function ratesWorthTrying(context: GateContext, day: Day): ProductRate[] {
  const { label, use, rate } = context.product;
  const row = rateForTurf(label, context.zone, use);
  if (!row || row.high.by !== rate.by) return [];
  const within = (r: number) => Math.min(row.high.rate, Math.max(row.low.rate, r));
  const all = [row.low.rate, row.high.rate, ...label.seedingWait.map((w) => within(w.upTo.rate))];
  for (const { reason } of verdictsOn(context, day))
    if ('fits' in reason && reason.fits.rate >= row.low.rate) all.push(within(reason.fits.rate));
  return [...new Set(all)].map((r) => rateLike(rate, r));
}

/** Whole square feet of spots that what is left of a limit over the zone, or on the shelf, is enough for. */
function areasWorthTrying(context: GateContext, day: Day): SquareMetres[] {
  const { product, zone } = context;
  if (product.use !== 'spot') return [];
  const area = areaOf(product.place, zone);
  return verdictsOn(context, day).flatMap((verdict) => {
    const { reason } = verdict;
    let share = 0;
    if (reason.code === 'over-year-limit')
      share = 1 - (reason.zoneTotal.rate - reason.limit.rate) / (product.rate.rate * (area / zone.area));
    else if (reason.code === 'not-enough-on-hand') share = reason.onHand.amount / reason.need.amount;
    const feet = Math.floor(toSquareFeet(area) * share + SHOWN_HAIR);
    return feet > 0 && share < 1 ? [fromSquareFeet(feet)] : [];
  });
}

/** Where no bolt stands on the first day, only latches: those. */
function liftable(context: GateContext, range: Range<Day>): Opening | null {
  const day = range.from;
  const here = intersectRanges(range, { from: day, to: (day + 1) as Day });
  if (!here) return null;
  const { lanes } = windowOf(context, here);
  const shut = lanes.flatMap(({ gate, lane }) => {
    const verdict = spanAt(lane, day)?.verdict;
    return verdict?.state === 'shut' ? [{ key: gate.key, isLatch: verdict.strength === 'latch' }] : [];
  });
  return shut.length && shut.every((s) => s.isLatch)
    ? { change: 'lift', gates: [...new Set(shut.map((s) => s.key))], on: here }
    : null;
}
