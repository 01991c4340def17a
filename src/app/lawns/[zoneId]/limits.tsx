import { dayOf, showDay, yearOf, type Day } from '@/core/calendar/day';
import { ingredientRate, limitsFor, type Label } from '@/core/products/label';
import { isInPeriod, type LedgerEntry } from '@/core/records/ledger';
import { plannedEntries, type Plan } from '@/core/season/plan';
import { showPercent, showRate, significant } from '@/core/units/format';
import { RATE_UNITS, rateLike } from '@/core/units/rate';
import type { ZoneSheet } from '@/server/season';
import { capital } from '@/ui/words';

type Step = Readonly<{ day: Day; amount: number; done: boolean }>;
type Bar = Readonly<{ name: string; steps: readonly Step[]; limit: number; words: string }>;

/**
 * The ledger of the zone: what it has got and what is planned, by product and by a.i., against each limit: as bars over
 * the year, each rising where something goes down.
 */
export function Limits({ plan, sheet }: Readonly<{ plan: Plan; sheet: ZoneSheet }>) {
  const year = yearOf(sheet.today);
  const entries = [...sheet.facts.ledger, ...plannedEntries(plan, sheet.zone)];
  const labels = [...new Map(entries.map((e) => [e.label.id, e.label])).values()];
  const here = labels.length ? labels : [plan.label];
  const bars = [
    ...here.flatMap((l) => productBar(l, entries, plan, sheet) ?? []),
    ...ingredientBars(here, entries, sheet),
  ];
  const range = { from: dayOf(year, 1, 1), to: dayOf(year + 1, 1, 1) };
  return (
    <section className="mt-5" aria-label="Ledger">
      <h2 className="text-[20px]">Limits used</h2>
      {bars.map((b) => (
        <div key={b.name} className="mt-2">
          <p className="flex flex-wrap justify-between gap-x-3 text-[15px]">
            <span>{b.name}</span>
            <span className="font-semibold">
              {showPercent(sum(b.steps) / b.limit)} · {b.words}
            </span>
          </p>
          <Staircase {...b} range={range} today={sheet.today} />
        </div>
      ))}
      <p className="mt-1 text-[14px] text-steel">
        January to December {year}; what went down before stands at the left. Dark: put down. Light: planned.
        The line across is the label&apos;s limit.
      </p>
    </section>
  );
}

const sum = (steps: readonly Step[]) => steps.reduce((s, e) => s + e.amount, 0);
/** A limit over 12 months is shown for the 12 months that end with its last entry; a calendar year's for this year. */
const counted = (entries: readonly LedgerEntry[], period: Label['period'], today: Day) => {
  const last = Math.max(today, ...entries.map((e) => e.day)) as Day;
  return entries.filter((e) => isInPeriod(e.day, period, last));
};

function productBar(
  label: Label,
  all: readonly LedgerEntry[],
  plan: Plan,
  { zone, today }: ZoneSheet,
): Bar | null {
  const { yearLimit } = limitsFor(label, zone.facts, plan.use);
  if (!yearLimit) return null;
  const entries = counted(
    all.filter((e) => e.label.id === label.id),
    label.period,
    today,
  );
  const steps = entries.map((e) => ({ day: e.day, amount: e.rate.rate * e.share, done: e.done }));
  return {
    name: label.name.replace(', demo label', ''),
    steps,
    limit: yearLimit.rate,
    words: `${showRate(rateLike(yearLimit, sum(steps)), label.rateUnit)} of ${showRate(yearLimit, label.rateUnit)} in ${periodWords(label)}`,
  };
}

function ingredientBars(labels: readonly Label[], all: readonly LedgerEntry[], { today }: ZoneSheet): Bar[] {
  const limits = new Map<string, { limit: number; label: Label; counts: string }>();
  for (const label of labels)
    for (const { name, yearLimit, counts } of label.ingredients) {
      const known = limits.get(name);
      // the strictest of the labels that hold it
      if (yearLimit !== null && (!known || yearLimit < known.limit))
        limits.set(name, { limit: yearLimit, label, counts });
    }
  return [...limits].flatMap(([name, { limit, label, counts }]): Bar[] => {
    const holding = counted(
      all.filter((e) => e.label.ingredients.some((i) => i.name === name)),
      label.period,
      today,
    );
    const steps = holding.flatMap((e): Step[] => {
      const part = e.label.ingredients.find((i) => i.name === name)!;
      const kg = ingredientRate(e.rate, part, e.label.density);
      return kg === null ? [] : [{ day: e.day, amount: kg * e.share, done: e.done }];
    });
    if (steps.length < holding.length) return [];
    const perAcre = (kg: number) => significant(kg / RATE_UNITS['lb/acre'].inSi);
    return [
      {
        name: capital(name),
        steps,
        limit,
        words: `${perAcre(sum(steps))} of ${perAcre(limit)} lb ${counts}/acre in ${periodWords(label)}`,
      },
    ];
  });
}
const periodWords = (l: Label) => (l.period === 'calendar year' ? 'the year' : '12 months');

const WIDTH = 365;
const HEIGHT = 34;
/** Amount over the days of the year: a stair of what went down, under the line of the limit. */
function Staircase({
  name,
  steps,
  limit,
  range,
  today,
}: Bar & Readonly<{ range: { from: Day; to: Day }; today: Day }>) {
  const sorted = steps.toSorted((a, b) => a.day - b.day);
  const top = Math.max(limit * 1.15, sum(steps));
  const y = (value: number) => HEIGHT - 2 - (value / top) * (HEIGHT - 4);
  const x = (day: Day) =>
    (Math.max(0, Math.min(day, range.to) - range.from) / (range.to - range.from)) * WIDTH;
  const isOver = sum(steps) > limit * (1 + 1e-9);
  const fill = isOver ? 'var(--color-clay)' : 'var(--color-moss)';
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      preserveAspectRatio="none"
      className="mt-0.5 block h-[34px] w-full"
      role="img"
      aria-label={`${name}: ${sorted.map((s) => `${showDay(s.day)} ${s.done ? 'put down' : 'planned'}`).join(', ') || 'nothing yet'}`}
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
            opacity={s.done ? 1 : 0.4}
          />
        );
      })}
      <rect x={0} y={y(limit) - 0.75} width={WIDTH} height={1.5} fill="var(--color-ink)" />
      <rect x={x(today)} y={0} width={1} height={HEIGHT} fill="var(--color-clay)" />
    </svg>
  );
}
