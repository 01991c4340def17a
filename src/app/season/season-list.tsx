'use client';
import { fromSquareFeet } from '@/core/units/trade';
import { useShows } from '@/ui/units';
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { addDays, dateOfMonth, monthOf, showDay, type Day } from '@/core/calendar/day';
import { figure } from '@/core/units/figure';
import type { SeasonRow, SeasonShow } from '@/data/season';
import type { Outcome } from '@/server/entry/outcome';
import type { RowsQuery, SeasonSheet } from '@/server/season/view';
import { Link } from '@/ui/link';
import { monthName } from '@/ui/words';
import { plural } from '@/ui/text';
import { send } from '../send';
import { KIND_NAMES } from '../lawns/[zoneId]/programme/proposal-words';
import { factWords } from '@/ui/issue-words';

export type SeasonRowsAction = (input: RowsQuery) => Promise<Outcome<{ rows: readonly SeasonRow[] }>>;
type Props = Readonly<{ sheet: SeasonSheet; show: SeasonShow; seasonRowsAction: SeasonRowsAction }>;

const AT_ONCE = 100;
const ROW = { wide: 46, narrow: 96 };

/** Every zone on one line with its year; rows are drawn, and fetched, as they come into sight. */
export function SeasonList({ sheet, show, seasonRowsAction }: Props) {
  const total = sheet.totals[show];
  const list = useRef<HTMLDivElement>(null);
  const [top, setTop] = useState(0);
  const [isWide, setWide] = useState(true);
  const [pages, setPages] = useState<ReadonlyMap<number, readonly SeasonRow[]>>(new Map());
  const [failed, setFailed] = useState(false);
  useLayoutEffect(() => {
    const measure = () => {
      setWide(window.innerWidth >= 768);
      setTop((list.current?.getBoundingClientRect().top ?? 0) + window.scrollY);
    };
    measure();
    window.addEventListener('resize', measure);
    return () => window.removeEventListener('resize', measure);
  }, []);
  const height = isWide ? ROW.wide : ROW.narrow;
  // oxlint-disable-next-line react-hooks/incompatible-library -- what it gives is used here alone
  const rows = useWindowVirtualizer({
    count: total,
    estimateSize: () => height,
    overscan: 12,
    scrollMargin: top,
  });
  const shown = rows.getVirtualItems();
  const wanted = [...new Set(shown.map((v) => Math.floor(v.index / AT_ONCE)))].filter((p) => !pages.has(p));
  const asked = useRef(new Set<number>());
  const key = wanted.join();
  useEffect(() => {
    for (const p of key ? key.split(',').map(Number) : []) {
      if (asked.current.has(p)) continue;
      asked.current.add(p);
      void send(seasonRowsAction, { show, from: p * AT_ONCE }).then((outcome) => {
        if (outcome.ok) setPages((all) => new Map(all).set(p, outcome.value.rows));
        else setFailed(true);
      });
    }
  }, [key, show, seasonRowsAction]);
  if (!total)
    return (
      <p className="mt-3 text-steel">
        {show === 'exceptions' ? 'Nothing has to be looked at.' : 'No zone is here.'}
      </p>
    );
  return (
    <>
      <p className="mt-2 flex flex-wrap gap-x-5 text-note" aria-hidden>
        <Mark className="bg-moss">done</Mark>
        <Mark className="bg-paper">to come</Mark>
        <Mark className="bg-clay">its gates do not open</Mark>
        <Mark className="border-dashed bg-lime">skipped</Mark>
        <span className="inline-flex items-center gap-2">
          <span className="inline-block h-[9px] w-[20px] border border-iron bg-straw" />
          days on which it may go
        </span>
      </p>
      <Axis sheet={sheet} />
      {failed && (
        <p role="alert" className="border-l-4 border-clay px-3">
          Rows could not be fetched: load the page again.
        </p>
      )}
      <div ref={list} role="list" className="relative" style={{ height: rows.getTotalSize() }}>
        {shown.map((v) => (
          <div
            key={v.key}
            role="listitem"
            aria-setsize={total}
            aria-posinset={v.index + 1}
            className="absolute inset-x-0 top-0 border-b border-hair"
            style={{ height: v.size, transform: `translateY(${v.start - rows.options.scrollMargin}px)` }}
          >
            <Row row={pages.get(Math.floor(v.index / AT_ONCE))?.[v.index % AT_ONCE]} sheet={sheet} />
          </div>
        ))}
      </div>
    </>
  );
}

const PICKET = { clipPath: 'polygon(0 25%,50% 0,100% 25%,100% 100%,0 100%)' };
const Mark = ({ className, children }: Readonly<{ className: string; children: string }>) => (
  <span className="inline-flex items-center gap-2">
    <span className={`inline-block h-[18px] w-[9px] border-2 border-iron ${className}`} style={PICKET} />
    {children}
  </span>
);

/** Days; fewer are no news. */
const NEWS = 5;
const GRID = 'grid grid-cols-1 md:grid-cols-[240px_minmax(0,1fr)_190px] md:items-center gap-x-4';

const monthsIn = ({ first, last }: SeasonSheet): Day[] =>
  Array.from({ length: last - first }, (_, d) => addDays(first, d)).filter((day) => dateOfMonth(day) === 1);
const share = ({ first, last }: SeasonSheet, day: number) => ((day - first) / (last - first)) * 100;

function Axis({ sheet }: Readonly<{ sheet: SeasonSheet }>) {
  return (
    <div className={`${GRID} sticky top-0 z-[1] mt-2 border-b-2 border-iron bg-lime`} aria-hidden>
      <span className="hidden text-note text-steel md:block">Zone</span>
      <span className="relative block h-[24px] font-cond text-fine">
        {monthsIn(sheet).map((day, i) => (
          <span
            key={day}
            className={`absolute border-l border-iron pl-0.5 ${i % 2 ? 'hidden sm:inline' : ''}`}
            style={{ left: `${share(sheet, day)}%` }}
          >
            {monthName(monthOf(day), 'short')}
          </span>
        ))}
      </span>
      <span className="hidden text-note text-steel md:block">Held, proposed</span>
    </div>
  );
}

const WINDOW_WORDS = { open: 'open today', ajar: 'ajar today', shut: 'shut today', never: 'does not open' };

function Row({ row, sheet }: Readonly<{ row: SeasonRow | undefined; sheet: SeasonSheet }>) {
  const shows = useShows();
  if (!row) return <span className="text-steel">…</span>;
  const { best } = row;
  return (
    <div className={`${GRID} h-full py-1`}>
      <Link
        href={`/lawns/${row.zoneId}`}
        className="block min-h-desk min-w-0 leading-tight no-underline hover:underline"
      >
        <b className="block truncate font-cond text-lead">{row.site}</b>
        <span className="block truncate text-fine text-steel">
          {row.turf}, {shows.area(fromSquareFeet(row.areaSqFt))}
        </span>
      </Link>
      <Year row={row} sheet={sheet} />
      <span className="line-clamp-2 text-fine leading-tight">
        {row.isWaiting ? (
          'being proposed…'
        ) : row.problem ? (
          <span className="text-clay">{factWords(row.problem, shows).problem}</span>
        ) : best ? (
          <>
            {best.plannedHold !== null && <b>{figure(best.plannedHold * 100)} % planned</b>}
            {best.kind && (
              <span className="block truncate text-steel" title={KIND_NAMES[best.kind]}>
                {best.hold !== null && `${figure(best.hold * 100)} %: `}
                {KIND_NAMES[best.kind].toLowerCase()}
              </span>
            )}
          </>
        ) : (
          ''
        )}
      </span>
    </div>
  );
}

/** The year: windows as bands, planned work as pickets, done work filled, what does not open in clay. */
function Year({ row, sheet }: Readonly<{ row: SeasonRow; sheet: SeasonSheet }>) {
  const words = row.applications
    .map((a) => {
      const how = a.standing === 'open' ? (a.window ? WINDOW_WORDS[a.window] : 'planned') : a.standing;
      const moved =
        a.standing === 'open' && a.moved !== null && Math.abs(a.moved) >= NEWS
          ? `, its line moved by ${plural(Math.abs(a.moved), 'day')} ${a.moved < 0 ? 'earlier' : 'later'}`
          : '';
      return `${showDay(a.day)} ${a.products}, ${how}${moved}`;
    })
    .join('; ');
  return (
    <div
      role="img"
      aria-label={words || 'nothing planned or done'}
      title={words.replaceAll('; ', '\n')}
      className="relative h-[30px] border-b-2 border-iron"
    >
      {monthsIn(sheet).map((day) => (
        <span
          key={day}
          className="absolute inset-y-0 border-l border-hair"
          style={{ left: `${share(sheet, day)}%` }}
        />
      ))}
      <span
        className="absolute inset-y-0 border-l-2 border-water"
        style={{ left: `${share(sheet, sheet.today)}%` }}
      />
      {row.applications.map((a) => (
        <span key={a.id}>
          {a.standing === 'open' && a.earliest !== null && a.latest !== null && (
            <span
              className="absolute bottom-0 h-[9px] border border-iron bg-straw"
              style={{
                left: `${share(sheet, a.earliest)}%`,
                width: `${Math.max(0.6, share(sheet, a.latest + 1) - share(sheet, a.earliest))}%`,
              }}
            />
          )}
          <span
            className={`absolute bottom-0 w-[9px] -translate-x-1/2 border-2 border-iron ${
              a.standing === 'done'
                ? 'h-[22px] bg-moss'
                : a.standing === 'skipped'
                  ? 'h-[12px] border-dashed bg-lime'
                  : a.window === 'never'
                    ? 'h-[26px] bg-clay'
                    : 'h-[22px] bg-paper'
            }`}
            style={{ left: `${share(sheet, a.day)}%`, ...PICKET }}
          />
        </span>
      ))}
    </div>
  );
}
