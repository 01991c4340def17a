'use client';
import { useRef, useState } from 'react';
import { EXPOSURES } from '@/core/ground/site';
import { TURFS } from '@/core/trade/terms';
import type { ListQuery, SortKey } from '@/data/lawn-list';
import type { LawnList } from '@/server/lawns/lawn-list';
import type { Outcome } from '@/server/entry/outcome';
import { Link } from '@/ui/link';
import type { useCommand } from '../use-command';

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

/** By any word, turf, sun and plan, and in which order. */
export function Find({
  query,
  words,
  onWords,
  go,
}: Readonly<{
  query: ListQuery;
  words: string;
  onWords: (words: string) => void;
  go: (change: Partial<ListQuery>) => void;
}>) {
  const timer = useRef<number | undefined>(undefined);
  return (
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
          onWords(e.target.value);
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
  );
}

/** Searches that the house keeps. @param query the address of this one; null: nothing is searched for */
export function Filters({
  list,
  query,
  run,
  saveFilterAction,
  dropFilterAction,
}: Readonly<{
  list: LawnList;
  query: string | null;
  run: ReturnType<typeof useCommand<never>>['run'];
  saveFilterAction: (input: { name: string; query: string }) => Promise<Outcome<null>>;
  dropFilterAction: (input: { id: string }) => Promise<Outcome<null>>;
}>) {
  const [name, setName] = useState('');
  return (
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
      {query !== null && (
        <form
          className="flex gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            run(saveFilterAction, { name, query }, () => setName(''));
          }}
        >
          <input
            className="field max-w-[210px]"
            aria-label="Name for this filter"
            placeholder="Keep this filter as…"
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
          <button className="button">Keep</button>
          <Link href="/lawns" className="button">
            Show all
          </Link>
        </form>
      )}
    </div>
  );
}
