'use client';
import { useId, useMemo, useState, type KeyboardEvent, type PointerEvent, type ReactNode } from 'react';
import { intersectRanges, overlay, spanAt, type Lane, type Range } from '@/core/calendar/span';
import { worseVerdict, type Verdict } from '@/core/gates/gate';
import type { GateKey } from '@/core/gates/gate-names';
import { isBeyondForecast } from '@/core/gates/past-odds';
import type { GateLane, Window } from '@/core/gates/window';
import { Pickets } from './pickets';
import { sourceWords } from './source-words';
import { ReasonText } from './issue-text';
import { list, plural } from './text';

/** What a tick of the fence is called: a day, or an hour. */
export type TickWords<At extends number> = Readonly<{
  /** "Gates by day" */
  label: string;
  /** "a day", on the phone's buttons */
  step: string;
  /** in full, over the reasons */
  full: (at: At) => string;
  /** over the pickets, every so many ticks */
  short: (at: At) => string;
  every: number;
  /** what a lane does from a tick on, in three words */
  lane: (lane: Window<At>['lanes'][number]['lane'] | Window<At>['all'], from: At) => string;
}>;

type Props<At extends number> = Readonly<{
  window: Window<At>;
  /** names of the application's products, by position from 1 */
  products: readonly string[];
  range: Range<At>;
  now: At;
  /** the tick people look for first */
  first: At;
  words: TickWords<At>;
  /** what past years say of ticks that no forecast reaches; not said where there is none */
  past?: Past<At> | undefined;
  /** what can be done about the gates of a tick, under its reasons */
  remedies?: (at: At, shut: readonly Held[]) => ReactNode;
}>;
/** Past years, asked by a gate or by all together. */
export type Past<At extends number> = Readonly<{
  years: number;
  tenths: (gate: GateKey | 'all', at: At) => number | null;
  /** in a sentence, of the ticks that are shown; null: there is none to sum */
  sum: (isAsked: (at: At) => boolean) => string | null;
}>;
/** A gate that is shut at a tick. */
export type Held = Readonly<{
  key: GateKey;
  name: string;
  of: GateLane['of'];
  verdict: Verdict & { state: 'shut' };
}>;
/** A lane by its gate; 'all' is all gates together. */
type Cursor<At> = Readonly<{ row: GateKey | 'all'; at: At }>;

/** A row of the fence: one gate, over all products of the application. */
type Row<At extends number> = Readonly<{
  gate: GateLane<At>['gate'];
  /** at each tick the worst of its products */
  lane: Lane<At, Verdict>;
  /** what it says of each */
  parts: readonly GateLane<At>[];
}>;

/** One row a gate: of several products the worst decides what the picket shows. */
function rowsOf<At extends number>(lanes: readonly GateLane<At>[]): Row<At>[] {
  const rows = new Map<GateKey, Row<At>>();
  for (const part of lanes) {
    const row = rows.get(part.gate.key);
    rows.set(part.gate.key, {
      gate: part.gate,
      lane: row ? overlay(row.lane, part.lane, worseVerdict) : part.lane,
      parts: [...(row?.parts ?? []), part],
    });
  }
  return [...rows.values()];
}
const rowKey = (l: Row<number>): GateKey => l.gate.key;

/** Only what the weather has not told yet, and nothing else, holds it there. */
function isUnknown<At extends number>(gates: readonly Row<At>[], row: GateKey | 'all', at: At): boolean {
  const held = gates.flatMap((g) => {
    const verdict = row === 'all' || g.gate.key === row ? spanAt(g.lane, at)?.verdict : undefined;
    return verdict && verdict.state !== 'open' ? [verdict] : [];
  });
  return held.some(isBeyondForecast) && held.every((v) => v.state === 'ajar');
}

/** Gates that hold something in sight, what hurts most first; and those that stand open throughout. */
function bySeverity<At extends number>(gates: readonly Row<At>[], range: Range<At>, start: At) {
  const sorted = gates
    .map((l) => ({ l, severity: severityOf(l.lane, range, start) }))
    .sort((a, b) => b.severity - a.severity);
  return {
    standing: sorted.filter(({ severity }) => severity > 0).map(({ l }) => l),
    clear: sorted.filter(({ severity }) => severity === 0).map(({ l }) => l),
  };
}

/** Which tick of which lane is looked at: by pointing, tapping, or the arrow keys. */
function useCursor<At extends number>(rows: readonly (GateKey | 'all')[], range: Range<At>, first: At) {
  const [chosen, setChosen] = useState<Cursor<At> | null>(null);
  const inRange = (at: number) => Math.min(Math.max(at, range.from), range.to - 1) as At;
  const cursor: Cursor<At> =
    chosen && rows.includes(chosen.row)
      ? { row: chosen.row, at: inRange(chosen.at) }
      : { row: 'all', at: inRange(chosen?.at ?? first) };
  const move = (event: KeyboardEvent) => {
    const ticks = { ArrowLeft: -1, ArrowRight: 1 }[event.key] ?? 0;
    const down = { ArrowUp: -1, ArrowDown: 1 }[event.key] ?? 0;
    if (!ticks && !down) return;
    event.preventDefault();
    const at = Math.min(Math.max(rows.indexOf(cursor.row) + down, 0), rows.length - 1);
    setChosen({ row: rows[at] ?? 'all', at: inRange(cursor.at + ticks) });
  };
  const point = (row: GateKey | 'all') => (event: PointerEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const share = (event.clientX - box.left) / box.width;
    setChosen({ row, at: inRange(range.from + Math.floor(share * (range.to - range.from))) });
  };
  return {
    cursor,
    step: (by: number) => setChosen({ row: cursor.row, at: inRange(cursor.at + by) }),
    move,
    lane: (row: GateKey | 'all'): Pointing => ({ onPointerMove: point(row), onPointerDown: point(row) }),
  };
}
type Pointing = Readonly<
  Record<'onPointerMove' | 'onPointerDown', (event: PointerEvent<HTMLElement>) => void>
>;

/**
 * The fence: a lane for each gate, a picket for each day or hour, and the lane of all lanes at the foot. Gates that stand
 * open throughout are folded into a line; the others are sorted by what hurts. Pointing, tapping or the arrow keys choose
 * a tick of a lane; its reason stands under the fence and is read out.
 */
export function Fence<At extends number>({
  window,
  products,
  range,
  now,
  first,
  words,
  past,
  remedies,
}: Props<At>) {
  const { lanes, all } = window;
  const gates = useMemo(() => rowsOf(lanes), [lanes]);
  const [isUnfolded, setUnfolded] = useState(false);
  const reasonId = useId();
  const tenths = (row: GateKey | 'all') => (at: At) =>
    past && isUnknown(gates, row, at) ? past.tenths(row, at) : null;
  const sum = past?.sum((at) => isUnknown(gates, 'all', at));
  const start = Math.min(Math.max(now, range.from), range.to - 1) as At;
  const { standing, clear } = bySeverity(gates, range, start);
  const shown = isUnfolded ? [...standing, ...clear] : standing;
  const { cursor, step, move, lane } = useCursor([...shown.map(rowKey), 'all'], range, first);
  const row = (key: GateKey | 'all') => ({
    range,
    today: now,
    marked: cursor.row === key ? cursor.at : null,
    tenths: tenths(key),
  });
  return (
    <div>
      <div
        tabIndex={0}
        role="application"
        aria-label={`${words.label}. Arrow keys move.`}
        aria-describedby={reasonId}
        onKeyDown={move}
        className="touch-pan-y"
      >
        <Ticks range={range} words={words} />
        {shown.map((l) => (
          <GateRow
            key={rowKey(l)}
            name={l.gate.name}
            says={words.lane(l.lane, start)}
            point={lane(rowKey(l))}
          >
            <Pickets
              {...row(rowKey(l))}
              lane={l.lane}
              height={24}
              label={`${l.gate.name}: ${words.lane(l.lane, start)}`}
            />
          </GateRow>
        ))}
        <AllGates
          says={words.lane(all, start)}
          isOpen={spanAt(all, start)?.verdict.state === 'open'}
          point={lane('all')}
        >
          <Pickets
            {...row('all')}
            lane={all}
            height={46}
            underlined
            label={`All gates together: ${words.lane(all, start)}`}
          />
        </AllGates>
      </div>
      {clear.length > 0 && (
        <Folded
          names={clear.map((l) => l.gate.name)}
          isUnfolded={isUnfolded}
          onTurn={() => setUnfolded(!isUnfolded)}
        />
      )}
      <div
        id={reasonId}
        aria-live="polite"
        className="mt-1 min-h-[4.6rem] border-l-4 border-iron bg-paper px-3 py-2"
      >
        <Reasons
          cursor={cursor}
          gates={gates}
          all={all}
          words={words}
          remedies={remedies}
          products={products}
          tenths={past ? tenths(cursor.row)(cursor.at) : null}
          years={past?.years ?? 0}
        />
      </div>
      {sum && <p className="mt-1 text-note font-semibold">{sum}</p>}
      <Steps step={words.step} onStep={step} />
      <Legend hasPast={Boolean(sum)} />
    </div>
  );
}

/** A gate's name, its pickets, and what it does from now on. */
const GateRow = ({
  name,
  says,
  point,
  children,
}: Readonly<{ name: string; says: string; point: Pointing; children: ReactNode }>) => (
  <div className="grid h-[27px] grid-cols-[92px_1fr] items-center md:grid-cols-[132px_1fr_104px]">
    <span className="truncate font-cond text-body" title={name}>
      {name}
    </span>
    <div {...point} className="cursor-crosshair">
      {children}
    </div>
    <span className="hidden truncate pl-2.5 text-fine text-steel md:block">{says}</span>
  </div>
);

/** All gates together, at the foot. */
const AllGates = ({
  says,
  isOpen,
  point,
  children,
}: Readonly<{ says: string; isOpen: boolean; point: Pointing; children: ReactNode }>) => (
  <div className="mt-1 grid h-[54px] grid-cols-[92px_1fr] items-center border-t-2 border-iron md:grid-cols-[132px_1fr_104px]">
    <span className="font-cond text-row font-bold">The gate</span>
    <div {...point} className="cursor-crosshair">
      {children}
    </div>
    <span
      className={`hidden truncate pl-2.5 text-note font-semibold md:block ${isOpen ? 'text-moss' : 'text-ink'}`}
    >
      {says}
    </span>
  </div>
);

function Folded({
  names,
  isUnfolded,
  onTurn,
}: Readonly<{ names: readonly string[]; isUnfolded: boolean; onTurn: () => void }>) {
  return (
    <button
      type="button"
      className="flex min-h-touch w-full items-center gap-2 text-left text-fine text-steel md:min-h-slim"
      aria-expanded={isUnfolded}
      onClick={onTurn}
    >
      <span className="whitespace-nowrap underline">
        {isUnfolded ? 'Fold the gates that stand open' : `${plural(names.length, 'gate')} open throughout`}
      </span>
      {!isUnfolded && <span className="hidden truncate md:inline">{list(names)}</span>}
    </button>
  );
}

/** On a phone, a tick at a time. */
const Steps = ({ step, onStep }: Readonly<{ step: string; onStep: (by: number) => void }>) => (
  <div className="mt-1 flex gap-2 md:hidden">
    {([-1, 1] as const).map((by) => (
      <button key={by} type="button" className="button grow" onClick={() => onStep(by)}>
        {by < 0 ? `← ${step}` : `${step} →`}
      </button>
    ))}
  </div>
);

/** How its pickets are read. */
const Legend = ({ hasPast }: Readonly<{ hasPast: boolean }>) => (
  <p className="mt-1.5 text-fine text-steel">
    Tall picket: shut. Half: ajar, allowed with a warning. Only the rail: open. Framed: now.
    {hasPast && ' Hollow: beyond the forecast, as tall as such days of past years were shut.'}
  </p>
);

/** How severe a lane is: a bolt now most, then a latch, then what is shut later, then warnings; 0: open throughout. */
function severityOf<At extends number>(lane: GateLane<At>['lane'], range: Range<At>, start: At): number {
  let ticks = 0;
  for (const s of lane) {
    const part = intersectRanges(s, range);
    if (part && s.verdict.state !== 'open')
      ticks += (part.to - part.from) * (s.verdict.state === 'shut' ? 4 : 1);
  }
  const now = spanAt(lane, start)?.verdict;
  const weight =
    now?.state === 'shut' ? (now.strength === 'bolt' ? 30_000 : 20_000) : now?.state === 'ajar' ? 10_000 : 0;
  return ticks + weight;
}

/** Where all gates stand open, what people still want to know: the soil, the calm hours, the water. */
const WORTH_SAYING: readonly GateKey[] = ['soil-line', 'wind', 'watering-in'];

/** What each gate says at a tick: where one product is held, what it says of the others is no matter. */
const saidAt = <At extends number>(gates: readonly Row<At>[], at: At) =>
  gates.flatMap((g) => {
    const parts = g.parts.flatMap(({ of, lane }) => {
      const verdict = spanAt(lane, at)?.verdict;
      return verdict ? [{ gate: g.gate, of, verdict }] : [];
    });
    const held = parts.filter((p) => p.verdict.state !== 'open');
    return held.length ? held : parts.slice(0, 1);
  });

/** What the chosen tick says: one gate's reason, or those of all gates that hold it. */
function Reasons<At extends number>({
  cursor: { row, at },
  gates,
  all,
  words,
  remedies,
  products,
  tenths,
  years,
}: Readonly<{
  cursor: Cursor<At>;
  gates: readonly Row<At>[];
  /** of ten such days in past years */
  tenths: number | null;
  years: number;
}> &
  Pick<Window<At>, 'all'> &
  Pick<Props<At>, 'words' | 'products'> & { remedies: Props<At>['remedies'] | undefined }) {
  const together = spanAt(all, at)?.verdict;
  const isOpen = together?.state === 'open';
  const said = saidAt(gates, at);
  const verdicts = said.filter(({ gate, verdict }) =>
    row === 'all'
      ? isOpen
        ? WORTH_SAYING.includes(gate.key)
        : together?.by.includes(gate.key) && verdict.state !== 'open'
      : gate.key === row,
  );
  const held = said.flatMap(({ gate, of, verdict }): Held[] =>
    verdict.state === 'shut' && (row === 'all' || gate.key === row)
      ? [{ key: gate.key, name: gate.name, of, verdict }]
      : [],
  );
  const never = row === 'all' && !isOpen && verdicts.length === 0;
  return (
    <>
      <p className="font-cond text-lead font-semibold">
        {words.full(at)}
        {row === 'all' && `: ${isOpen ? 'all gates open' : (together?.state ?? '')}`}
      </p>
      {tenths !== null && (
        <p className="text-note font-semibold">
          {row === 'all' ? 'Work was possible' : 'It was not shut'} on {tenths} of 10 such days, by{' '}
          {plural(years, 'past year')}. It opens nothing: nobody knows this day’s weather yet.
        </p>
      )}
      {verdicts.map((l) => (
        <p key={`${l.gate.key}|${l.of}`} className="text-note">
          <b className="font-cond">
            {l.gate.name}, {stateWords(l.verdict)}
            {products.length > 1 && `, ${products[l.of - 1] ?? ''}`}.
          </b>{' '}
          <ReasonText reason={l.verdict.reason} />{' '}
          <span className="text-steel">({sourceWords(l.verdict.reason)})</span>
        </p>
      ))}
      {never && (
        <p className="text-note">
          Each of {list((together?.by ?? []).map((k) => gates.find((g) => g.gate.key === k)?.gate.name ?? k))}{' '}
          has its hours on this day, and never the same ones. The hours show it.
        </p>
      )}
      {remedies?.(at, held)}
    </>
  );
}

const stateWords = (v: Verdict) => (v.state === 'shut' ? `shut (${v.strength})` : v.state);

/** The ticks under the sky: a name every so many. */
function Ticks<At extends number>({ range, words }: Readonly<{ range: Range<At>; words: TickWords<At> }>) {
  const count = range.to - range.from;
  const named = Array.from({ length: Math.ceil(count / words.every) }, (_, i) => i * words.every);
  return (
    <div
      className="grid grid-cols-[92px_1fr] text-fine text-steel md:grid-cols-[132px_1fr_104px]"
      aria-hidden
    >
      <span />
      <div className="relative h-5">
        {named
          .filter((i) => i < count - count / 14)
          .map((i) => (
            <span key={i} className="absolute whitespace-nowrap" style={{ left: `${(i / count) * 100}%` }}>
              {words.short((range.from + i) as At)}
            </span>
          ))}
      </div>
    </div>
  );
}
