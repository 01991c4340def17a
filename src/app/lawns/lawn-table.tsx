'use client';
import { plainName } from '@/core/products/plain-name';
import { fromSquareFeet } from '@/core/units/trade';
import { useShows } from '@/ui/units';
import { Link } from '@/ui/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { showDay } from '@/core/calendar/day';
import type { School } from '@/core/ground/crossing';
import type { ListQuery } from '@/data/lawn-list';
import type { LawnList } from '@/server/lawns/lawn-list';
import type { Outcome } from '@/server/entry/outcome';
import { plural } from '@/ui/text';
import { RefusalWords } from '../refusal-words';
import { useCommand } from '../use-command';
import { BulkBar, type Bulk } from './bulk-bar';
import { Filters, Find } from './find-lawns';
import { addressOf } from './list-address';

type Props = Readonly<{
  query: ListQuery;
  list: LawnList;
  schools: readonly School[];
  mayPlan: boolean;
  bulkAction: (input: Bulk) => Promise<Outcome<{ changed: number }>>;
  saveFilterAction: (input: { name: string; query: string }) => Promise<Outcome<null>>;
  dropFilterAction: (input: { id: string }) => Promise<Outcome<null>>;
}>;

/** All zones: found by any word, in any order, many changed at once. */
export function LawnTable({
  query,
  list,
  schools,
  mayPlan,
  bulkAction,
  saveFilterAction,
  dropFilterAction,
}: Props) {
  const router = useRouter();
  const [words, setWords] = useState(query.words);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [said, setSaid] = useState<string | null>(null);
  const { run, draw, refusal, isSending: isBusy } = useCommand();
  const go = (change: Partial<ListQuery>) =>
    draw(() =>
      router.replace(`/lawns${addressOf({ ...query, words, page: 1, ...change })}`, { scroll: false }),
    );
  const { pages } = list;
  const isPlain = addressOf({ ...query, page: 1 }) === '';

  const toggle = (id: string) => {
    const next = new Set(chosen);
    if (!next.delete(id)) next.add(id);
    setChosen(next);
  };
  const apply = (change: Bulk['change']) =>
    run(bulkAction, { zoneIds: [...chosen], change }, ({ changed }) => {
      setSaid(`${plural(changed, 'zone')} changed: ${change.what} ${change.to ?? 'of the house'}.`);
      setChosen(new Set());
    });
  return (
    <div className="mx-auto max-w-[1280px] px-4 pb-10 pt-4 md:px-5">
      <Head total={list.total} isPlain={isPlain} mayPlan={mayPlan} />
      <Find query={query} words={words} onWords={setWords} go={go} />
      <Filters
        list={list}
        query={isPlain ? null : addressOf({ ...query, page: 1 })}
        run={run}
        saveFilterAction={saveFilterAction}
        dropFilterAction={dropFilterAction}
      />
      {refusal && <RefusalWords refusal={refusal} here="/lawns" />}
      {said && (
        <p role="status" className="mt-2 border-l-4 border-moss bg-paper px-3 py-2">
          {said} What hangs on it is computed again in the background.
        </p>
      )}
      {mayPlan && chosen.size > 0 && (
        <BulkBar count={chosen.size} schools={schools} isBusy={isBusy} onApply={apply} />
      )}
      <ul className="mt-2" aria-busy={isBusy}>
        {list.zones.length > 0 && mayPlan && (
          <li className="flex min-h-touch items-center gap-3 border-b-2 border-iron">
            <label className="flex items-center gap-3">
              <input
                type="checkbox"
                className="size-5"
                checked={chosen.size === list.zones.length}
                onChange={(e) => setChosen(new Set(e.target.checked ? list.zones.map((z) => z.id) : []))}
              />
              all on this page
            </label>
          </li>
        )}
        {list.zones.map((z) => (
          <li key={z.id} className="flex items-start gap-3 border-b border-hair py-1.5">
            {mayPlan && (
              <label className="grid min-h-touch min-w-[28px] place-items-center">
                <input
                  type="checkbox"
                  className="size-5"
                  aria-label={`Choose ${z.address} · ${z.name}`}
                  checked={chosen.has(z.id)}
                  onChange={() => toggle(z.id)}
                />
              </label>
            )}
            <ZoneLine z={z} />
          </li>
        ))}
      </ul>
      {list.total === 0 && (
        <p className="mt-6 text-lg">
          {isPlain
            ? 'No lawn yet: add the first one, or bring in a file.'
            : 'Nothing has all of these words and marks. '}
          {!isPlain && <Link href="/lawns">Show all</Link>}
        </p>
      )}
      {pages > 1 && <Pages page={query.page} pages={pages} go={go} />}
    </div>
  );
}

/** How many, and the ways in and out. */
function Head({ total, isPlain, mayPlan }: Readonly<{ total: number; isPlain: boolean; mayPlan: boolean }>) {
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
      <h1 className="text-title" role="status">
        {plural(total, 'zone')}
        {isPlain ? '' : ' found'}
      </h1>
      <div className="ml-auto flex flex-wrap gap-2">
        {mayPlan && (
          <Link href="/lawns/new" className="button button-loud">
            New lawn
          </Link>
        )}
        {mayPlan && (
          <Link href="/imports" className="button">
            Bring in a file
          </Link>
        )}
        <a href="/api/export/lawns.csv" download className="button">
          Save as CSV
        </a>
        <a href="/api/export/lawns.geojson" download className="button">
          Save as GeoJSON
        </a>
      </div>
    </div>
  );
}

/** A zone in the list: where it is, what grows there, what comes next. */
function ZoneLine({ z }: Readonly<{ z: LawnList['zones'][number] }>) {
  const show = useShows();
  return (
    <div className="grid grow grid-cols-1 gap-x-5 md:grid-cols-[1.4fr_1.2fr_1.6fr]">
      <div>
        <Link
          href={`/lawns/${z.id}`}
          className="inline-flex min-h-touch items-center font-cond text-row font-semibold md:min-h-slim"
        >
          {z.address} · {z.name}
        </Link>
        <p className="text-note text-steel">{z.customer}</p>
      </div>
      <p className="text-note">
        {z.turf}
        {z.mixedWith && ` with ${z.mixedWith}`}, {show.area(fromSquareFeet(z.areaSqFt))}
        <br />
        <span className="text-steel">
          {z.texture}, {z.exposure}
          {z.besidePavement && ', beside pavement'}
          {z.readings && ' · readings'}
          {z.school && ` · by ${z.school}`}
        </span>
      </p>
      <p className="text-note">
        {z.product === null ? (z.isClosed ? 'Closed' : 'Nothing planned') : plainName(z.product)}
        <br />
        <span className="text-steel">
          {z.product === null
            ? ''
            : z.nextOn === null
              ? 'done for this year'
              : `${showDay(z.nextOn)}${z.open > 1 ? `, and ${z.open - 1} more` : ''}`}
        </span>
      </p>
    </div>
  );
}

function Pages({
  page,
  pages,
  go,
}: Readonly<{ page: number; pages: number; go: (change: Partial<ListQuery>) => void }>) {
  return (
    <nav aria-label="Pages" className="mt-4 flex items-center gap-3">
      <button type="button" className="button" disabled={page <= 1} onClick={() => go({ page: page - 1 })}>
        ← back
      </button>
      <span>
        page {page} of {pages}
      </span>
      <button
        type="button"
        className="button"
        disabled={page >= pages}
        onClick={() => go({ page: page + 1 })}
      >
        on →
      </button>
    </nav>
  );
}
