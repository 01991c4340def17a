'use client';
import { plainName } from '@/core/products/plain-name';
import { fromSquareFeet } from '@/core/units/trade';
import { useShows } from '@/ui/units';
import { Link } from '@/ui/link';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { showDay } from '@/core/calendar/day';
import type { School } from '@/core/ground/crossing';
import { EXPOSURES, MOISTURES, type Moisture } from '@/core/ground/site';
import { THATCHES, type Thatch } from '@/core/lawn/zone';
import { TURFS } from '@/core/trade/terms';
import type { ListQuery, SortKey } from '@/data/lawn-list';
import type { LawnList, changeMany } from '@/server/lawns/lawn-list';
import type { Outcome } from '@/server/entry/outcome';
import { plural } from '@/ui/words';
import { RefusalWords } from '../refusal-words';
import { useCommand } from '../use-command';

type Bulk = Parameters<typeof changeMany>[1];
type Props = Readonly<{
  query: ListQuery;
  list: LawnList;
  schools: readonly School[];
  mayPlan: boolean;
  bulkAction: (input: Bulk) => Promise<Outcome<{ changed: number }>>;
  saveFilterAction: (input: { name: string; query: string }) => Promise<Outcome<null>>;
  dropFilterAction: (input: { id: string }) => Promise<Outcome<null>>;
}>;

const SORT_WORDS: Record<SortKey, string> = {
  address: 'address',
  customer: 'customer',
  turf: 'turf',
  area: 'area',
  next: 'next application',
};
const PLAN_WORDS = {
  '': 'any programme',
  none: 'without a programme',
  due: 'something to do',
  done: 'done for the year',
} as const;

/** The address of a list: only what differs from the usual. */
function addressOf(q: ListQuery): string {
  const p = new URLSearchParams();
  if (q.words) p.set('q', q.words);
  if (q.turf) p.set('turf', q.turf);
  if (q.exposure) p.set('sun', q.exposure);
  if (q.plan) p.set('plan', q.plan);
  if (q.sort !== 'address') p.set('sort', q.sort);
  if (q.descending) p.set('down', '1');
  if (q.page > 1) p.set('page', String(q.page));
  const text = p.toString();
  return text ? `?${text}` : '';
}

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
  const show = useShows();
  const router = useRouter();
  const [words, setWords] = useState(query.words);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [filterName, setFilterName] = useState('');
  const [said, setSaid] = useState<string | null>(null);
  const { run, draw, refusal, isSending: isBusy } = useCommand();
  const timer = useRef<number | undefined>(undefined);
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
  const keepFilter = () =>
    run(saveFilterAction, { name: filterName, query: addressOf({ ...query, page: 1 }) }, () =>
      setFilterName(''),
    );

  return (
    <div className="mx-auto max-w-[1280px] px-4 pb-10 pt-4 md:px-5">
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <h1 className="text-title" role="status">
          {plural(list.total, 'zone')}
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
      <form
        role="search"
        className="mt-3 grid grid-cols-2 gap-2 md:grid-cols-[minmax(0,1.6fr)_1fr_1fr_1fr_1.2fr]"
        onSubmit={(e) => {
          e.preventDefault();
          go({});
        }}
      >
        <input
          className="field col-span-2 md:col-span-1"
          type="search"
          aria-label="Find by any word"
          placeholder="Find by any word: name, street, grass, note"
          value={words}
          onChange={(e) => {
            setWords(e.target.value);
            window.clearTimeout(timer.current);
            timer.current = window.setTimeout(() => go({ words: e.target.value }), 250);
          }}
        />
        <select
          className="field"
          aria-label="Turf"
          value={query.turf}
          onChange={(e) => go({ turf: e.target.value })}
        >
          <option value="">any turf</option>
          {TURFS.map((t) => (
            <option key={t}>{t}</option>
          ))}
        </select>
        <select
          className="field"
          aria-label="Sun"
          value={query.exposure}
          onChange={(e) => go({ exposure: e.target.value })}
        >
          <option value="">any sun</option>
          {EXPOSURES.map((t) => (
            <option key={t}>{t}</option>
          ))}
        </select>
        <select
          className="field"
          aria-label="Plan"
          value={query.plan}
          onChange={(e) => go({ plan: e.target.value as ListQuery['plan'] })}
        >
          {(Object.keys(PLAN_WORDS) as (keyof typeof PLAN_WORDS)[]).map((k) => (
            <option key={k} value={k}>
              {PLAN_WORDS[k]}
            </option>
          ))}
        </select>
        <select
          className="field"
          aria-label="Order"
          value={`${query.sort}${query.descending ? ' down' : ''}`}
          onChange={(e) => {
            const [sort, down] = e.target.value.split(' ');
            go({ sort: sort as SortKey, descending: down === 'down' });
          }}
        >
          {(Object.keys(SORT_WORDS) as SortKey[]).flatMap((k) => [
            <option key={k} value={k}>
              by {SORT_WORDS[k]}
            </option>,
            <option key={`${k} down`} value={`${k} down`}>
              by {SORT_WORDS[k]}, last first
            </option>,
          ])}
        </select>
      </form>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        {list.filters.map((f) => (
          <span key={f.id} className="inline-flex items-center border border-rail bg-paper">
            <Link
              href={`/lawns${f.query}`}
              className="inline-flex min-h-touch items-center px-3 font-cond text-body font-semibold no-underline"
            >
              {f.name}
            </Link>
            <button
              type="button"
              className="min-h-touch min-w-[36px] text-row"
              aria-label={`Forget the filter ${f.name}`}
              title="Forget this filter"
              onClick={() => run(dropFilterAction, { id: f.id })}
            >
              ×
            </button>
          </span>
        ))}
        {!isPlain && (
          <form
            className="flex gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              keepFilter();
            }}
          >
            <input
              className="field max-w-[210px]"
              aria-label="Name for this filter"
              placeholder="Keep this filter as…"
              value={filterName}
              onChange={(e) => setFilterName(e.target.value)}
            />
            <button className="button">Keep</button>
            <Link href="/lawns" className="button">
              Show all
            </Link>
          </form>
        )}
      </div>
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
      {pages > 1 && (
        <nav aria-label="Pages" className="mt-4 flex items-center gap-3">
          <button
            type="button"
            className="button"
            disabled={query.page <= 1}
            onClick={() => go({ page: query.page - 1 })}
          >
            ← back
          </button>
          <span>
            page {query.page} of {pages}
          </span>
          <button
            type="button"
            className="button"
            disabled={query.page >= pages}
            onClick={() => go({ page: query.page + 1 })}
          >
            on →
          </button>
        </nav>
      )}
    </div>
  );
}

function BulkBar({
  count,
  schools,
  isBusy,
  onApply,
}: Readonly<{
  count: number;
  schools: readonly School[];
  isBusy: boolean;
  onApply: (change: Bulk['change']) => void;
}>) {
  const [what, setWhat] = useState<Bulk['change']['what']>('school');
  const options: Record<typeof what, readonly string[]> = {
    school: ['the house rule', ...schools],
    moisture: MOISTURES,
    thatch: THATCHES,
  };
  const [to, setTo] = useState('the house rule');
  const value = options[what].includes(to) ? to : options[what][0]!;
  const change = (): Bulk['change'] =>
    what === 'school'
      ? { what, to: schools.find((s) => s === value) ?? null }
      : what === 'moisture'
        ? { what, to: value as Moisture }
        : { what, to: value as Thatch };
  return (
    <form
      className="sticky top-0 z-10 mt-2 flex flex-wrap items-center gap-2 border-2 border-iron bg-lime px-3 py-2"
      onSubmit={(e) => {
        e.preventDefault();
        onApply(change());
      }}
    >
      <b className="font-cond text-lead">{plural(count, 'zone')} chosen: set</b>
      <select
        className="field w-auto"
        aria-label="What to set"
        value={what}
        onChange={(e) => setWhat(e.target.value as typeof what)}
      >
        <option value="school">the school it goes by</option>
        <option value="moisture">moisture</option>
        <option value="thatch">thatch</option>
      </select>
      <span>to</span>
      <select
        className="field w-auto"
        aria-label="To what"
        value={value}
        onChange={(e) => setTo(e.target.value)}
      >
        {options[what].map((o) => (
          <option key={o}>{o}</option>
        ))}
      </select>
      <button className="button button-loud" disabled={isBusy}>
        Set for {plural(count, 'zone')}
      </button>
    </form>
  );
}
