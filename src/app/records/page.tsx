import { plainName } from '@/core/products/plain-name';
import { fromSquareFeet } from '@/core/units/trade';
import type { Metadata } from 'next';
import { isoDay, showFullDay } from '@/core/calendar/day';
import { SHOWS } from '@/core/units/format';
import { significant } from '@/core/units/figure';
import { AMOUNT_UNITS } from '@/core/units/rate';
import { WEEDS } from '@/core/weeds/weeds';
import { may } from '@/data/actor';
import { recordBook, recordQueryOf } from '@/server/records/view';
import { Link } from '@/ui/link';
import { YearStrip } from '@/ui/year-strip';
import { plural } from '@/ui/text';
import { screen } from '../screen';
import { RecordFilter } from './record-filter';

export const metadata: Metadata = { title: 'Records' };

export default screen(async (actor, { searchParams }: PageProps<'/records'>) => {
  const query = recordQueryOf(await searchParams);
  const { today, records, total, pages, days, choices } = await recordBook(actor, query);
  const asked = new URLSearchParams();
  if (query.words) asked.set('q', query.words);
  if (query.from !== null) asked.set('from', isoDay(query.from));
  if (query.to !== null) asked.set('to', isoDay(query.to));
  if (query.productId) asked.set('product', query.productId);
  if (query.ingredient) asked.set('ingredient', query.ingredient);
  if (query.appliedBy) asked.set('by', query.appliedBy);
  if (query.target) asked.set('target', query.target);
  if (!query.withCorrected) asked.set('standing', '1');
  const isPlain = asked.size === 0;
  const page = (n: number) => {
    const p = new URLSearchParams(asked);
    if (n > 1) p.set('page', String(n));
    return `/records${p.size ? `?${p}` : ''}`;
  };
  return (
    <div className="mx-auto max-w-[1280px] px-4 pb-10 pt-4 md:px-5">
      <h1 className="text-title">Records</h1>
      <p className="text-steel">
        What was put down, the latest first. An entry is never changed or removed; a correction is an entry of
        its own.
      </p>
      {may(actor, 'record') && (
        <p className="mt-2">
          <Link href="/records/sheet" className="button">
            Enter a sheet of stops
          </Link>
        </p>
      )}
      <RecordFilter
        key={asked.toString()}
        first={{
          q: query.words,
          from: asked.get('from') ?? '',
          to: asked.get('to') ?? '',
          product: query.productId,
          ingredient: query.ingredient,
          by: query.appliedBy,
          target: query.target,
          standing: query.withCorrected ? '' : '1',
        }}
        products={choices.products}
        ingredients={choices.ingredients}
        people={choices.people}
        targets={choices.targets.map((t) => ({ id: t, name: WEEDS[t].name }))}
      />
      <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1">
        <p className="font-semibold">
          {isPlain ? plural(total, 'entry', 'entries') : `${plural(total, 'entry', 'entries')} found`}
        </p>
        {total > 0 && (
          <p className="flex flex-wrap gap-2">
            {(['csv', 'json', 'pdf'] as const).map((kind) => (
              <a
                key={kind}
                href={`/api/export/records.${kind}${asked.size ? `?${asked}` : ''}`}
                className="button py-0 md:min-h-desk"
              >
                {kind === 'pdf' ? 'PDF for an inspector' : kind.toUpperCase()}
              </a>
            ))}
          </p>
        )}
      </div>
      {total === 0 && (
        <p className="mt-5 text-lg">
          {isPlain ? (
            'Nothing has been recorded yet. When an application is down, record it from Today or from its lawn.'
          ) : (
            <>
              No entry has all of this. <Link href="/records">Show all</Link>
            </>
          )}
        </p>
      )}
      {days.length > 0 && (
        <div className="mt-3">
          <YearStrip
            today={today}
            marks={days.map((d) => ({ day: d.day, label: plural(d.count, 'entry', 'entries') }))}
          />
        </div>
      )}
      <ul className="mt-1">
        {records.map((r) => (
          <li
            key={r.id}
            className={`grid grid-cols-1 items-baseline gap-x-5 border-b border-hair py-2 md:grid-cols-[1fr_1.5fr_1.7fr_0.9fr_1.2fr] ${r.correctedById ? 'text-steel line-through decoration-1' : ''}`}
          >
            <Link
              href={`/records/${r.id}`}
              className="inline-flex min-h-touch items-center font-cond text-lead font-semibold md:min-h-slim"
            >
              {showFullDay(r.appliedOn)}
            </Link>
            <span>{r.site}</span>
            <span>
              {plainName(r.productName)}
              {r.parts > 1 && `, part ${r.part} of ${r.parts}`}
              {r.place !== 'zone' && `, ${r.place}`}
              {r.plannedProductId === null && <span className="text-steel"> · not planned</span>}
            </span>
            <span>{r.appliedBy}</span>
            <span className="md:text-right">
              <b>
                {significant(r.amount, 4)} {AMOUNT_UNITS[r.amountUnit].words}
              </b>{' '}
              on {SHOWS[actor.units].area(fromSquareFeet(r.areaSqFt))}
              {r.correctsId && ' · correction'}
            </span>
          </li>
        ))}
      </ul>
      {pages > 1 && (
        <nav aria-label="Pages" className="mt-4 flex flex-wrap items-center gap-3">
          {query.page > 1 && (
            <Link href={page(query.page - 1)} className="button">
              ← later entries
            </Link>
          )}
          <span>
            Page {query.page} of {pages}
          </span>
          {query.page < pages && (
            <Link href={page(query.page + 1)} className="button">
              earlier entries →
            </Link>
          )}
        </nav>
      )}
    </div>
  );
});
