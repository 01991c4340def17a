import type { KilogramsPerHectare } from '@/core/units/quantity';
import { useShows } from '@/ui/units';
import { addDays, showDay, showFullDay, yearOf, type Day } from '@/core/calendar/day';
import type { Range } from '@/core/calendar/span';
import type { LimitPeriod } from '@/core/products/label';
import { isBookWhole, type LedgerEntry, type Period } from '@/core/records/ledger';
import { limitsOn, mostOf, usedOf, type ZoneLimit } from '@/core/records/limits';
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
 * The ledger of the zone: what it has got and what is planned, against each limit of product, substance and house, in the
 * period that is fullest. Where spots were treated, the worst of them and the whole zone both stand.
 */
export function Limits({
  applications,
  sheet,
}: Readonly<{ applications: readonly PlannedApplication[]; sheet: ZoneSheet }>) {
  const shows = useShows();
  const { facts, today, zone } = sheet;
  const entries = [...facts.ledger, ...plannedEntries(applications, facts.zone, today)];
  const planned = applications.flatMap((a) => a.products.map((p) => ({ label: p.label, use: p.use })));
  const lying = sheet.labels.now
    .filter((l) => entries.some((e) => e.productId === l.id) && !planned.some((u) => u.label.id === l.id))
    .map((label) => ({ label, use: label.rates[0]?.use ?? ('pre-emergent' as const) }));
  const bars = limitsOn([...planned, ...lying], entries, zone.facts, facts.rules.ceilings).map((limit) =>
    barOf(limit, entries, sheet, shows),
  );
  if (!bars.length) return null;
  return (
    <section className="mt-5" aria-label="Ledger">
      <h2 className="text-row">Limits used</h2>
      {bars.map((b) => (
        <div key={`${b.name} ${b.within}`} className="mt-2">
          <p className="flex flex-wrap justify-between gap-x-3 text-note">
            <span>{b.name}</span>
            <span className="font-semibold">
              {b.worst === null
                ? 'not known: an amount cannot be told'
                : `${showPercent(b.worst / b.limit)} · ${b.show(b.worst)} of ${b.show(b.limit)} in ${b.within}`}
            </span>
          </p>
          {b.worst !== null && b.zone !== null && exceeds(b.worst, b.zone) && (
            <p className="text-fine text-steel">On the same spots; over the whole zone {b.show(b.zone)}.</p>
          )}
          {!b.isWhole && (
            <p className="text-fine text-straw-text">
              {facts.bookFrom === null
                ? 'What came before the book is not known.'
                : `The book begins on ${showFullDay(facts.bookFrom)}.`}
            </p>
          )}
          <Staircase {...b} today={today} />
        </div>
      ))}
      <p className="mt-1 text-fine text-steel">
        Dark: put down. Light: planned. The line across is the label&apos;s limit, the upright one today.
      </p>
    </section>
  );
}

/** What a limit is of, and its figures in words. */
function namedBy(limit: ZoneLimit, shows: Shows): Pick<Bar, 'name' | 'show'> {
  switch (limit.of) {
    case 'product': {
      const { label, most } = limit;
      return { name: shortName(label), show: (value) => showRate(rateLike(most, value), label.rateUnit) };
    }
    case 'substance':
      return {
        name: capital(limit.name),
        show: (kg) => shows.ingredient(kg as KilogramsPerHectare, limit.counts, 3),
      };
    case 'ceiling':
      return {
        name:
          limit.ingredient === null
            ? `Your ceiling on ${limit.turf}: what prunes roots, as prodiamine`
            : `Your ceiling on ${limit.turf}: ${limit.ingredient}`,
        show: (kg) => shows.ingredient(kg as KilogramsPerHectare, 'a.i.', 3),
      };
  }
}

function barOf(limit: ZoneLimit, entries: readonly LedgerEntry[], sheet: ZoneSheet, shows: Shows): Bar {
  const { period, sums } = usedOf(limit, entries, sheet.today);
  return {
    ...namedBy(limit, shows),
    limit: mostOf(limit),
    period,
    worst: sums.worst,
    zone: sums.zone,
    steps: sums.entries.flatMap((e) => {
      const value = limit.amount(e);
      return value === null || value === undefined ? [] : [{ day: e.day, amount: value, status: e.status }];
    }),
    isWhole: isBookWhole(sheet.facts.bookFrom, period),
    within: periodWords(limit.period, period),
  };
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
