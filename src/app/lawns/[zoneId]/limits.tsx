import { dayOf, yearOf } from '@/core/calendar/day';
import { ingredientRate } from '@/core/products/label';
import { ingredientTotal, productTotal, type LedgerEntry } from '@/core/records/ledger';
import { applicationsOf, type Plan } from '@/core/season/plan';
import { showPercent, showRate, significant } from '@/core/units/format';
import { RATE_UNITS, rateIn, rateLike } from '@/core/units/rate';
import type { ZoneSheet } from '@/server/season';

type Bar = Readonly<{ name: string; done: number; planned: number; limit: number; words: string }>;

/** What the year has used of the label's limits, done and planned, as bars. */
export function Limits({ plan, sheet }: Readonly<{ plan: Plan; sheet: ZoneSheet }>) {
  const { label } = plan;
  const lastDay = dayOf(yearOf(sheet.today), 12, 31);
  const done = sheet.facts.ledger;
  const planned = applicationsOf(plan)
    .filter((a) => a.recordId === null)
    .map((a): LedgerEntry => ({ id: a.id, day: a.plannedOn, label, rate: a.rate, done: false }));
  // a limit over 12 months is shown for the 12 months that end with the last part
  const end = planned.at(-1)?.day ?? (label.period === '12 months' ? sheet.today : lastDay);
  const product = {
    done: productTotal(done, label, end).total,
    planned: productTotal(planned, label, end).total,
  };

  const bars: Bar[] = [
    {
      name: 'Product',
      ...product,
      limit: label.yearLimit.rate,
      words: `${significant(rateIn(rateLike(label.yearLimit, product.done + product.planned), label.rateUnit) ?? 0)} of ${showRate(label.yearLimit, label.rateUnit)}`,
    },
    ...label.ingredients.flatMap((i): Bar[] => {
      const used = {
        done: ingredientTotal(done, i.name, label.period, end).total,
        planned: ingredientTotal(planned, i.name, label.period, end).total,
      };
      if (
        i.yearLimit === null ||
        used.done === null ||
        used.planned === null ||
        ingredientRate(plan.total, i.content) === null
      )
        return [];
      const perAcre = (kg: number) => significant(kg / RATE_UNITS['lb/acre'].inSi);
      return [
        {
          name: capital(i.name),
          done: used.done,
          planned: used.planned,
          limit: i.yearLimit,
          words: `${perAcre(used.done + used.planned)} of ${perAcre(i.yearLimit)} lb a.i./acre`,
        },
      ];
    }),
  ];
  return (
    <section className="mt-5">
      <h2 className="text-[20px]">
        Limits used, {label.period === 'calendar year' ? yearOf(sheet.today) : '12 months'}
      </h2>
      {bars.map((b) => (
        <div key={b.name} className="mt-2">
          <p className="flex flex-wrap justify-between gap-x-3 text-[15px]">
            <span>{b.name}</span>
            <span className="font-semibold">
              {showPercent((b.done + b.planned) / b.limit)} · {b.words}
            </span>
          </p>
          <LimitBar {...b} />
        </div>
      ))}
      <p className="mt-1 text-[14px] text-steel">
        Dark: put down. Light: planned. The post is the label&apos;s limit.
      </p>
    </section>
  );
}

function LimitBar({ done, planned, limit }: Bar) {
  const scale = Math.max(limit * 1.12, done + planned);
  const at = (value: number) => (value / scale) * 100;
  const isOver = done + planned > limit * (1 + 1e-9);
  return (
    <svg viewBox="0 0 100 12" preserveAspectRatio="none" className="mt-0.5 block h-3 w-full" aria-hidden>
      <rect x={0} y={5} width={100} height={2} fill="var(--color-rail)" />
      <rect
        x={0}
        y={1}
        width={at(done)}
        height={10}
        fill={isOver ? 'var(--color-clay)' : 'var(--color-moss)'}
      />
      <rect
        x={at(done)}
        y={1}
        width={at(planned)}
        height={10}
        fill={isOver ? 'var(--color-clay)' : 'var(--color-moss)'}
        opacity={0.4}
      />
      <rect x={at(limit) - 0.4} y={0} width={0.8} height={12} fill="var(--color-ink)" />
    </svg>
  );
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
