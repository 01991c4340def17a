import type { KilogramsPerHectare } from '@/core/units/quantity';
import { useShows } from '@/ui/units';
import { addDays, showDay, showFullDay, yearOf, type Day } from '@/core/calendar/day';
import type { Range } from '@/core/calendar/span';
import { limitsFor, type Label, type LimitPeriod } from '@/core/products/label';
import {
  isBookWhole,
  ofIngredient,
  ofProduct,
  periodsWith,
  sumsIn,
  type LedgerEntry,
  type Period,
  type Sums,
} from '@/core/records/ledger';
import { plannedEntries, type PlannedApplication } from '@/core/season/programme';
import { showPercent, showRate, type Shows } from '@/core/units/format';
import { rateLike } from '@/core/units/rate';
import { exceeds } from '@/core/units/tolerance';
import type { ZoneSheet } from '@/server/programme/view';
import { capital, shortName } from '@/ui/words';

type Step = Readonly<{ day: Day; amount: number; status: LedgerEntry['status'] }>;
type Bar = Readonly<{
  name: string;
  limit: number;
  /** what lies on the ground, at its worst, and over the zone; null: a sum cannot be told */
  worst: number | null;
  zone: number | null;
  period: Period;
  steps: readonly Step[];
  isWhole: boolean;
  show: (value: number) => string;
  within: string;
}>;

/**
 * The ledger of the zone: what it has got and what is planned, by product and by a.i., against each limit, in the period
 * that is fullest. Where spots were treated, the worst of them and the whole zone both stand.
 */
export function Limits({
  applications,
  sheet,
}: Readonly<{ applications: readonly PlannedApplication[]; sheet: ZoneSheet }>) {
  const shows = useShows();
  const { facts, today, zone } = sheet;
  const entries = [...facts.ledger, ...plannedEntries(applications, facts.zone, today)];
  const uses = applications.flatMap((a) => a.products.map((p) => ({ label: p.label, use: p.use })));
  const known = sheet.labels.now.filter((l) => entries.some((e) => e.productId === l.id));
  const labels = [...new Map([...uses.map((u) => u.label), ...known].map((l) => [l.id, l])).values()];
  const bars = [
    ...labels.flatMap((l): Bar[] => {
      const use = uses.find((u) => u.label.id === l.id)?.use ?? l.rates[0]?.use ?? 'pre-emergent';
      const { yearLimit } = limitsFor(l, zone.facts, use);
      if (!yearLimit) return [];
      const show = (value: number) => showRate(rateLike(yearLimit, value), l.rateUnit);
      return [barOf(shortName(l), l, yearLimit.rate, show, ofProduct(l.id), entries, sheet)];
    }),
    ...ingredientBars(labels, entries, sheet, shows),
  ];
  if (!bars.length) return null;
  return (
    <section className="mt-5" aria-label="Ledger">
      <h2 className="text-[20px]">Limits used</h2>
      {bars.map((b) => (
        <div key={b.name} className="mt-2">
          <p className="flex flex-wrap justify-between gap-x-3 text-[15px]">
            <span>{b.name}</span>
            <span className="font-semibold">
              {b.worst === null
                ? 'not known: an amount cannot be told'
                : `${showPercent(b.worst / b.limit)} · ${b.show(b.worst)} of ${b.show(b.limit)} in ${b.within}`}
            </span>
          </p>
          {b.worst !== null && b.zone !== null && exceeds(b.worst, b.zone) && (
            <p className="text-[14px] text-steel">On the same spots; over the whole zone {b.show(b.zone)}.</p>
          )}
          {!b.isWhole && (
            <p className="text-[14px] text-straw-text">
              {facts.bookFrom === null
                ? 'What came before the book is not known.'
                : `The book begins on ${showFullDay(facts.bookFrom)}.`}
            </p>
          )}
          <Staircase {...b} today={today} />
        </div>
      ))}
      <p className="mt-1 text-[14px] text-steel">
        Dark: put down. Light: planned. The line across is the label&apos;s limit, the upright one today.
      </p>
    </section>
  );
}

/** The fullest of the periods that hold today or something planned. */
function barOf(
  name: string,
  label: Label,
  limit: number,
  show: Bar['show'],
  amount: (e: LedgerEntry) => number | null | undefined,
  entries: readonly LedgerEntry[],
  { today, facts }: ZoneSheet,
): Bar {
  const counted = entries.filter((e) => amount(e) !== undefined);
  const days = [today, ...counted.filter((e) => e.day >= today).map((e) => e.day)];
  const periods = days.flatMap((d) => periodsWith(label.period, d, counted));
  const sums = periods.map((period) => ({ period, sums: sumsIn(counted, period, null, amount) }));
  const most = (s: Sums) => (s.worst === null || s.zone === null ? Infinity : Math.max(s.worst, s.zone));
  const fullest = sums.reduce((a, b) => (most(b.sums) > most(a.sums) ? b : a));
  return {
    name,
    limit,
    show,
    period: fullest.period,
    worst: fullest.sums.worst,
    zone: fullest.sums.zone,
    steps: fullest.sums.entries.flatMap((e) => {
      const value = amount(e);
      return value === null || value === undefined ? [] : [{ day: e.day, amount: value, status: e.status }];
    }),
    isWhole: isBookWhole(facts.bookFrom, fullest.period),
    within: periodWords(label.period, fullest.period),
  };
}

function ingredientBars(
  labels: readonly Label[],
  entries: readonly LedgerEntry[],
  sheet: ZoneSheet,
  shows: Shows,
): Bar[] {
  const limits = new Map<string, { limit: number; label: Label; counts: 'a.i.' | 'a.e.' }>();
  for (const label of labels)
    for (const { name, yearLimit, counts } of label.ingredients) {
      const known = limits.get(name);
      // the strictest of the labels that hold it
      if (yearLimit !== null && (!known || yearLimit < known.limit))
        limits.set(name, { limit: yearLimit, label, counts });
    }
  return [...limits].map(([name, { limit, label, counts }]) => {
    const show = (kg: number) => shows.ingredient(kg as KilogramsPerHectare, counts, 3);
    return barOf(capital(name), label, limit, show, ofIngredient(name, counts), entries, sheet);
  });
}
const periodWords = (of: LimitPeriod, { from, to }: Period) =>
  of === 'calendar year' ? `${yearOf(from)}` : `the 12 months to ${showDay(to)}`;
const sum = (steps: readonly Step[]) => steps.reduce((s, e) => s + e.amount, 0);

const WIDTH = 365;
const HEIGHT = 34;
/** Amount over the days of the period: a stair of what went down, under the line of the limit. */
function Staircase({ name, steps, limit, period, today }: Bar & Readonly<{ today: Day }>) {
  const range: Range<Day> = { from: period.from, to: addDays(period.to, 1) };
  const sorted = steps.toSorted((a, b) => a.day - b.day);
  const top = Math.max(limit * 1.15, sum(steps));
  const y = (value: number) => HEIGHT - 2 - (value / top) * (HEIGHT - 4);
  const x = (day: Day) =>
    (Math.max(0, Math.min(day, range.to) - range.from) / (range.to - range.from)) * WIDTH;
  const isOver = exceeds(sum(steps), limit);
  const fill = isOver ? 'var(--color-clay)' : 'var(--color-moss)';
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      preserveAspectRatio="none"
      className="mt-0.5 block h-[34px] w-full"
      role="img"
      aria-label={`${name}: ${sorted.map((s) => `${showDay(s.day)} ${s.status === 'planned' ? 'planned' : 'put down'}`).join(', ') || 'nothing yet'}`}
    >
      <rect x={0} y={HEIGHT - 2} width={WIDTH} height={2} fill="var(--color-rail)" />
      {sorted.map((s, i) => {
        const before = sum(sorted.slice(0, i));
        return (
          <rect
            key={`${s.day}-${i}`}
            x={x(s.day)}
            y={y(before + s.amount)}
            width={WIDTH - x(s.day)}
            height={y(before) - y(before + s.amount)}
            fill={fill}
            opacity={s.status === 'planned' ? 0.4 : 1}
          />
        );
      })}
      <rect x={0} y={y(limit) - 0.75} width={WIDTH} height={1.5} fill="var(--color-ink)" />
      {today >= range.from && today < range.to && (
        <rect x={x(today)} y={0} width={1} height={HEIGHT} fill="var(--color-clay)" />
      )}
    </svg>
  );
}
