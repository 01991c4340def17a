import type { Metadata } from 'next';
import { groupBy } from '@/core/group';
import { showPercent } from '@/core/units/figure';
import { CONTROL, ENOUGH_LOOKS, type Taken } from '@/core/weeds/efficacy';
import { WEEDS } from '@/core/weeds/weeds';
import { tookSheet, type TookSheet } from '@/server/products/took';
import { FallenLine } from '@/ui/fallen-line';
import { Link } from '@/ui/link';
import { shortName } from '@/ui/words';
import { capital, plural } from '@/ui/text';
import { screen } from '../../screen';

export const metadata: Metadata = { title: 'What products took' };

/** What each product really took on the company's own lawns, by weed and year: from walks before and looks after. */
export default screen(async (actor) => {
  const { products, fallen } = await tookSheet(actor);
  return (
    <div className="mx-auto max-w-[1180px] px-4 pb-10 pt-4">
      <p>
        <Link href="/products" className="inline-flex min-h-touch items-center">
          Products
        </Link>
      </p>
      <h1 className="text-page">What products took on your lawns</h1>
      <p className="max-w-[75ch] text-body text-steel">
        Of a weed’s cover on the walk before the spray, what was gone on the first look after it, ten days to
        eight weeks later: the middle lawn of each year. Fewer than {plural(ENOUGH_LOOKS, 'look')} tell
        little.
      </p>
      {fallen.map((f) => (
        <FallenLine
          key={`${f.now.productId}${f.now.weed}`}
          fallen={f}
          name={nameOf(products, f.now.productId)}
        />
      ))}
      {products.map((p) => (
        <section key={p.id} aria-label={p.name} className="mt-5">
          <h2 className="border-b-2 border-iron text-row">
            <Link href={`/products/${p.id}`}>{p.name}</Link>
          </h2>
          <ul>
            {[...groupBy(p.taken, (t) => t.weed)].map(([weed, years]) => (
              <li
                key={weed}
                className="grid gap-x-6 gap-y-1 border-b border-hair py-2 sm:grid-cols-[minmax(10em,14em)_1fr]"
              >
                <b className="font-cond text-row">{capital(WEEDS[weed].name)}</b>
                <ol className="flex flex-wrap gap-x-6 gap-y-2">
                  {years.map((t) => (
                    <Year key={t.year} taken={t} />
                  ))}
                </ol>
              </li>
            ))}
          </ul>
        </section>
      ))}
      {!products.length && (
        <p className="mt-4 max-w-[60ch] text-lg">
          Nobody has looked yet. Walk a zone before it is sprayed, from its page under “Walk it”, and walk it
          again two to eight weeks after: then it says here what the product took.
        </p>
      )}
    </div>
  );
});

const nameOf = (products: TookSheet['products'], id: string): string =>
  shortName({ name: products.find((p) => p.id === id)?.name ?? 'A product' });

/** A year's share: strong where it is no control, pale where too few looked. */
const Year = ({ taken: { year, share, looks } }: Readonly<{ taken: Taken }>) => (
  <li className={`w-[150px] ${looks < ENOUGH_LOOKS ? 'text-steel' : ''}`}>
    <p className="flex items-baseline justify-between gap-2">
      <span className="text-note">{year}</span>
      <b className={`font-cond text-head ${share < CONTROL ? 'text-clay' : ''}`}>{showPercent(share)}</b>
    </p>
    <p className="h-2.5 border border-iron" aria-hidden>
      <span
        className={`block h-full ${share < CONTROL ? 'bg-clay' : 'bg-moss'}`}
        style={{ width: `${share * 100}%` }}
      />
    </p>
    <p className="text-fine">
      {share < CONTROL ? 'no control, ' : ''}
      {plural(looks, 'look')}
    </p>
  </li>
);
