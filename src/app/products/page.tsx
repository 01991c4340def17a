import { plainName } from '@/core/products/plain-name';
import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { showDay } from '@/core/calendar/day';
import { showAmount } from '@/core/units/format';
import { significant } from '@/core/units/figure';
import { RATE_UNITS, amountLike } from '@/core/units/rate';
import { may } from '@/data/actor';
import { productList, type ProductLine } from '@/server/products/products';
import { list, plural } from '@/ui/text';
import { screen } from '../screen';

export const metadata: Metadata = { title: 'Products' };

/** Every product: how complete its sheet is, what stands on the shelf, and what the season still needs of it. */
export default screen(async (actor) => {
  const lines = await productList(actor);
  const needed = lines
    .filter((l) => l.purchase.short > 0)
    .toSorted((a, b) => (a.buyBy ?? Infinity) - (b.buyBy ?? Infinity));
  const costs = needed.map((l) => l.purchase.cost);
  const total = costs.reduce<number>((sum, c) => sum + (c ?? 0), 0);
  return (
    <div className="mx-auto max-w-[1180px] px-4 pb-10 pt-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h1 className="text-page">Products</h1>
        <div className="flex flex-wrap gap-2">
          <Link className="button" href="/products/took">
            What they took
          </Link>
          {may(actor, 'plan') && (
            <Link className="button button-loud" href="/products/new">
              Enter a label
            </Link>
          )}
        </div>
      </div>
      <p className="text-steel">
        Each is a copy of its printed label. The printed label is the law.{' '}
        {needed.length
          ? `For this year's open plans ${plural(needed.length, 'product')} must be bought.`
          : "The shelf covers this year's open plans."}
      </p>
      {needed.length > 0 && (
        <section aria-label="To buy" className="mt-4 border-2 border-iron bg-paper px-4 py-2">
          <h2 className="flex flex-wrap justify-between text-row">
            <span>To buy, in whole packages</span>
            {total > 0 && (
              <span>
                {costs.includes(null) ? 'more than ' : ''}${significant(total, 5)}
              </span>
            )}
          </h2>
          <ul className="text-body">
            {needed.map((l) => (
              <li key={l.label.id} className="flex flex-wrap gap-x-4 border-t border-hair py-1.5">
                <b className="w-[11em] font-cond text-lead">
                  {l.buyBy === null ? 'this season' : `by ${showDay(l.buyBy)}`}
                </b>
                <span className="min-w-[14em] grow">{plainName(l.label.name)}</span>
                <span>{boughtWords(l)}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <ul className="mt-3">
        {lines.map((l) => (
          <Line key={l.label.id} {...l} />
        ))}
      </ul>
      {!lines.length && (
        <p className="mt-4 text-lg">
          No product yet. Enter the label of the first: about ten minutes with the printed label beside you.
        </p>
      )}
    </div>
  );
});

/** Packages where the sheet names any, else how much is short; with what it costs. */
function boughtWords({ label, purchase: { packages, short, cost } }: ProductLine): string {
  const bought = packages.map(({ index, count }) => `${count} × ${label.packages[index]!.typed}`);
  const what = bought.length
    ? list(bought)
    : showAmount(amountLike(RATE_UNITS[label.rateUnit], short), label.amountUnit);
  return cost !== null && cost > 0 ? `${what}, $${significant(cost, 4)}` : what;
}

function Line(line: ProductLine) {
  const { label, completeness, shelf, purchase, lawns } = line;
  const like = RATE_UNITS[label.rateUnit];
  const show = (amount: number) => showAmount(amountLike(like, amount), label.amountUnit);
  const groups = [...new Set(label.ingredients.flatMap((i) => (i.group ? [i.group] : [])))];
  return (
    <li className="grid grid-cols-1 items-center gap-x-5 gap-y-1 border-b border-hair py-2.5 md:grid-cols-[minmax(0,1.5fr)_minmax(0,0.9fr)_minmax(0,0.9fr)_minmax(0,1.3fr)]">
      <div>
        <Link
          href={`/products/${label.id}`}
          className="inline-flex min-h-touch items-center font-cond text-row font-semibold md:min-h-0"
        >
          {label.name}
        </Link>
        <p className="text-note text-steel">
          {groups.length ? `group ${list(groups.map(String))}` : 'no group'} · {label.registrationNumber}
          {label.restrictedUse && ' · restricted use'}
          {label.status === 'cancelled' && <b className="text-clay"> · cancelled</b>}
        </p>
      </div>
      <Meter {...completeness} />
      <p className="text-note">
        {shelf ? (
          <>
            <b>{show(shelf.onHand)}</b> on hand
          </>
        ) : (
          <span className="text-steel">no stock book</span>
        )}
      </p>
      <p className="text-note">
        {lawns === 0 ? (
          <span className="text-steel">not in an open plan</span>
        ) : (
          <>
            {show(purchase.need)} for {plural(lawns, 'zone')}.{' '}
            {purchase.short <= 0 ? 'Enough.' : <b className="text-clay">Buy {boughtWords(line)}.</b>}
          </>
        )}
      </p>
    </li>
  );
}

function Meter({ there, asked, gaps }: ProductLine['completeness']) {
  return (
    <div>
      <svg viewBox={`0 0 ${asked} 1`} preserveAspectRatio="none" className="block h-2.5 w-full" aria-hidden>
        <rect width={asked} height={1} fill="var(--color-hair)" />
        <rect
          width={there}
          height={1}
          fill={gaps.some((g) => g.costs === 'shut') ? 'var(--color-straw)' : 'var(--color-moss)'}
        />
      </svg>
      <p className="text-fine text-steel">
        {there} of {asked} things that gates need
      </p>
    </div>
  );
}
