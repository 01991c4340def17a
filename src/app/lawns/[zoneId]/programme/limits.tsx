import type { KilogramsPerHectare } from '@/core/units/quantity';
import { useShows } from '@/ui/units';
import { addDays, showDay, showFullDay, yearOf, type Day } from '@/core/calendar/day';
import type { Range } from '@/core/calendar/span';
import type { LimitPeriod } from '@/core/products/label';
import type { Period } from '@/core/records/ledger';
import { showRate, type Shows } from '@/core/units/format';
import { showPercent } from '@/core/units/figure';
import { rateLike } from '@/core/units/rate';
import { exceeds } from '@/core/units/tolerance';
import { capital } from '@/ui/text';
import type { LawnView } from '../lawn-view';
import type { LimitBar } from './answers';

/**
 * The ledger of the zone: what it has got and what is planned, against each limit of product, substance and house, in the
 * period that is fullest. Where spots were treated, the worst of them and the whole zone both stand.
 */
export function Limits({
  limits,
  sheet: { today, bookFrom },
}: Readonly<{ limits: readonly LimitBar[]; sheet: LawnView }>) {
  const shows = useShows();
  if (!limits.length) return null;
  return (
    <section className="mt-5" aria-label="Ledger">
      <h2 className="text-row">Limits used</h2>
      {limits.map((b) => {
        const { name, show } = namedBy(b.of, shows);
        const within = periodWords(b.kind, b.period);
        return (
          <div key={`${name} ${within}`} className="mt-2">
            <p className="flex flex-wrap justify-between gap-x-3 text-note">
              <span>{name}</span>
              <span className="font-semibold">
                {b.worst === null
                  ? 'not known: an amount cannot be told'
                  : `${showPercent(b.worst / b.limit)} · ${show(b.worst)} of ${show(b.limit)} in ${within}`}
              </span>
            </p>
            {b.worst !== null && b.zone !== null && exceeds(b.worst, b.zone) && (
              <p className="text-fine text-steel">On the same spots; over the whole zone {show(b.zone)}.</p>
            )}
            {!b.isWhole && (
              <p className="text-fine text-straw-text">
                {bookFrom === null
                  ? 'What came before the book is not known.'
                  : `The book begins on ${showFullDay(bookFrom)}.`}
              </p>
            )}
            <Staircase bar={b} name={name} today={today} />
          </div>
        );
      })}
      <p className="mt-1 text-fine text-steel">
        Dark: put down. Light: planned. The line across is the label&apos;s limit, the upright one today.
      </p>
    </section>
  );
}

/** What a limit is of, and its figures in words. */
function namedBy(
  limit: LimitBar['of'],
  shows: Shows,
): Readonly<{ name: string; show: (value: number) => string }> {
  switch (limit.of) {
    case 'product': {
      const { name, most, unit } = limit;
      return { name, show: (value) => showRate(rateLike(most, value), unit) };
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

const periodWords = (of: LimitPeriod, { from, to }: Period) =>
  of === 'calendar year' ? `${yearOf(from)}` : `the 12 months to ${showDay(to)}`;
const sum = (steps: LimitBar['steps']) => steps.reduce((s, e) => s + e.amount, 0);

const WIDTH = 365;
const HEIGHT = 34;
/** Amount over the days of the period: a stair of what went down, under the line of the limit. */
function Staircase({
  bar: { steps, limit, period },
  name,
  today,
}: Readonly<{ bar: LimitBar; name: string; today: Day }>) {
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
