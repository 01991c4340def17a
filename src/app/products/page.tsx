import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { showAmount, significant } from '@/core/units/format';
import { RATE_UNITS, amountLike } from '@/core/units/rate';
import { may } from '@/data/actor';
import { productList, type ProductLine } from '@/server/products/products';
import { list, plural } from '@/ui/words';
import { screen } from '../screen';

export const metadata: Metadata = { title: 'Products' };

/** Every product: how complete its sheet is, what stands on the shelf, and what the season still needs of it. */
export default screen(async (actor) => {
  const lines = await productList(actor);
  const needed = lines.filter((l) => l.purchase.short > 0);
  return (
    <div className="mx-auto max-w-[1180px] px-4 pb-10 pt-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h1 className="text-[28px]">Products</h1>
        {may(actor, 'plan') && (
          <Link className="button button-loud" href="/products/new">
            Enter a label
          </Link>
        )}
      </div>
      <p className="text-steel">
        Each is a copy of its printed label. The printed label is the law.{' '}
        {needed.length
          ? `For this year's open plans ${plural(needed.length, 'product')} must be bought.`
          : "The shelf covers this year's open plans."}
      </p>
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

function Line({ label, completeness, shelf, purchase, lawns }: ProductLine) {
  const like = RATE_UNITS[label.rateUnit];
  const show = (amount: number) => showAmount(amountLike(like, amount), label.amountUnit);
  const groups = [...new Set(label.ingredients.flatMap((i) => (i.group ? [i.group] : [])))];
  const bought = purchase.packages.map(({ index, count }) => `${count} × ${label.packages[index]!.typed}`);
  return (
    <li className="grid grid-cols-1 items-center gap-x-5 gap-y-1 border-b border-hair py-2.5 md:grid-cols-[minmax(0,1.5fr)_minmax(0,0.9fr)_minmax(0,0.9fr)_minmax(0,1.3fr)]">
      <div>
        <Link
          href={`/products/${label.id}`}
          className="inline-flex min-h-[44px] items-center font-cond text-[19px] font-semibold md:min-h-0"
        >
          {label.name}
        </Link>
        <p className="text-[15px] text-steel">
          {groups.length ? `group ${list(groups.map(String))}` : 'no group'} · {label.registrationNumber}
          {label.restrictedUse && ' · restricted use'}
          {label.status === 'cancelled' && <b className="text-clay"> · cancelled</b>}
        </p>
      </div>
      <Meter {...completeness} />
      <p className="text-[15px]">
        {shelf ? (
          <>
            <b>{show(shelf.onHand)}</b> on hand
          </>
        ) : (
          <span className="text-steel">no stock book</span>
        )}
      </p>
      <p className="text-[15px]">
        {lawns === 0 ? (
          <span className="text-steel">not in an open plan</span>
        ) : (
          <>
            {show(purchase.need)} for {plural(lawns, 'zone')}.{' '}
            {purchase.short <= 0 ? (
              'Enough.'
            ) : (
              <b className="text-clay">
                Buy {bought.length ? list(bought) : show(purchase.short)}
                {purchase.cost !== null && purchase.cost > 0 && `, $${significant(purchase.cost, 4)}`}.
              </b>
            )}
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
      <p className="text-[14px] text-steel">
        {there} of {asked} things that gates need
      </p>
    </div>
  );
}
