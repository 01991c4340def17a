'use client';
import type { SeedDay, safeToSeed } from '@/core/records/safe-to-seed';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { addDays, dayOf, monthStart, showDay, showFullDay, yearOf, type Day } from '@/core/calendar/day';
import type { Range } from '@/core/calendar/span';
import type { Standing } from '@/core/season/standing';
import type { Shows } from '@/core/units/format';
import { stretchesByColor, type RailSoil } from './rail-soil';
import { useShows } from './units';
import { ruleWords, shortDay } from './words';

/** An application on the rail: done, skipped, due or to come. */
export type RailMark = Readonly<{
  id: string;
  day: Day;
  standing: Standing;
  label: string;
  isChosen: boolean;
  /** it may be moved here, by dragging or with the arrow keys */
  isMovable: boolean;
}>;
type Props = Readonly<{
  soil: RailSoil | null;
  today: Day;
  marks: readonly RailMark[];
  onChoose: (id: string) => void;
  /** an application is to go to another day */
  onMoveMark: (id: string, to: Day) => void;
  /** what was seen this year: bloom, green shoots */
  signs?: readonly Readonly<{ day: Day; sign: string }>[];
  /** days on which the barrier stops four fifths of what germinates: both ends in them */
  barrier?: readonly Readonly<{ from: Day; to: Day }>[];
  /** from when the labels let seed go down; null: nothing is said */
  /** the first days for seed: as things lie, and with all that is planned; null: not asked */
  seed?: ReturnType<typeof safeToSeed> | null;
  /** the stretch that the fence shows */
  view: Range<Day>;
  /** the rail is also the way to move in time */
  onMove: (from: Day) => void;
}>;

const WIDTH = 1280;
const HEIGHT = 58;

/** Months shown before and after this one. */
const MONTHS_BEFORE = 3;
const MONTHS_AFTER = 12;
/** What the rail holds: three months behind, a year ahead, over New Year in both directions. */
const railRange = (today: Day): Range<Day> => ({
  from: monthStart(today, -MONTHS_BEFORE),
  to: monthStart(today, MONTHS_AFTER),
});

const MARK: Record<Standing, string> = {
  done: 'bg-moss',
  due: 'picket-mark-due',
  'to come': 'picket-mark-planned',
  skipped: 'picket-mark-skipped',
};

/**
 * The year at once, over New Year: soil temperature as a ribbon where it is known, paler where it is to come; the
 * crossing; today; every application, done, due and to come. It is the way to move in time, and to move an application.
 */
export function YearRail({
  soil,
  today,
  marks,
  signs = [],
  barrier = [],
  seed = null,
  view,
  onMove,
  onChoose,
  onMoveMark,
}: Props) {
  const range = railRange(today);
  const days = range.to - range.from;
  const rail = useRef<HTMLDivElement>(null);
  const x = (day: number) => ((day - range.from) / days) * WIDTH;
  const percent = (day: number) => `${((day - range.from) / days) * 100}%`;
  const inside = (day: Day) => day >= range.from && day < range.to;

  const step = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -7, ArrowRight: 7, Home: range.from - view.from, End: days }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    onMove(addDays(view.from, by));
  };
  const dayAt = (clientX: number): Day => {
    const box = rail.current?.getBoundingClientRect();
    const share = box ? Math.min(Math.max((clientX - box.left) / box.width, 0), 1) : 0;
    return addDays(range.from, Math.min(Math.floor(share * days), days - 1));
  };

  return (
    <div className="border-b border-hair bg-paper">
      <RailWords soil={soil} today={today} barrier={barrier} seed={seed} />
      <div ref={rail} className="relative overflow-x-clip">
        <svg
          viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
          preserveAspectRatio="none"
          className="block h-[58px] w-full cursor-pointer"
          role="slider"
          tabIndex={0}
          aria-label="Year rail: the stretch that the fence shows"
          aria-valuemin={0}
          aria-valuemax={days - 1}
          aria-valuenow={Math.min(Math.max(view.from - range.from, 0), days - 1)}
          aria-valuetext={`from ${showDay(view.from)}`}
          onKeyDown={step}
          onPointerDown={(event) => onMove(dayAt(event.clientX))}
        >
          {/* what no model reaches: an empty rail */}
          <rect x={0} y={8} width={WIDTH} height={24} fill="var(--color-hair)" opacity={0.55} />
          {soil && <Soil soil={soil} x={x} range={range} />}
          <rect
            x={x(view.from)}
            y={4}
            width={Math.max(x(view.to) - x(view.from), 2)}
            height={32}
            fill="none"
            stroke="var(--color-ink)"
            vectorEffect="non-scaling-stroke"
            strokeWidth={1.5}
          />
          {barrier
            .filter((s) => s.to >= range.from && s.from < range.to)
            .map((s) => (
              <rect
                key={s.from}
                x={x(s.from)}
                y={34}
                width={Math.max(x(s.to + 1) - x(s.from), 2)}
                height={6}
                fill="var(--color-moss)"
              />
            ))}
          {seed && seed.withPlan !== 'not known' && seed.withPlan > today && inside(seed.withPlan) && (
            <rect x={x(seed.withPlan) - 1.5} y={8} width={3} height={34} fill="var(--color-water)" />
          )}
          {soil && <Crossing soil={soil} x={x} />}
          <rect x={x(today) - 1.5} y={0} width={3} height={56} fill="var(--color-ink)" />
        </svg>
        <Marks
          marks={marks.filter((m) => inside(m.day))}
          percent={percent}
          dayAt={dayAt}
          onChoose={onChoose}
          onMoveMark={onMoveMark}
        />
        <Signs signs={signs.filter((s) => inside(s.day))} percent={percent} />
      </div>
      <Months today={today} percent={percent} />
    </div>
  );
}

type Percent = Readonly<{ percent: (day: number) => string }>;

/** Applications, each to be chosen, and to be moved by dragging or with the arrow keys. */
function Marks({
  marks,
  percent,
  dayAt,
  onChoose,
  onMoveMark,
}: Percent &
  Pick<Props, 'marks' | 'onChoose' | 'onMoveMark'> &
  Readonly<{ dayAt: (clientX: number) => Day }>) {
  const [dragged, setDragged] = useState<Readonly<{ id: string; day: Day }> | null>(null);
  const dragging = (m: RailMark) => ({
    onPointerDown: (event: PointerEvent<HTMLButtonElement>) => {
      onChoose(m.id);
      if (!m.isMovable) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      setDragged({ id: m.id, day: m.day });
    },
    onPointerMove: (event: PointerEvent<HTMLButtonElement>) => {
      if (dragged?.id === m.id) setDragged({ id: m.id, day: dayAt(event.clientX) });
    },
    onPointerUp: () => {
      if (dragged?.id === m.id && dragged.day !== m.day) onMoveMark(m.id, dragged.day);
      setDragged(null);
    },
    onPointerCancel: () => setDragged(null),
    onKeyDown: (event: KeyboardEvent) => {
      const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
      if (!m.isMovable || by === undefined) return;
      event.preventDefault();
      onMoveMark(m.id, addDays(m.day, event.shiftKey ? by * 7 : by));
    },
  });
  return (
    <>
      {marks.map((m) => {
        const day = dragged?.id === m.id ? dragged.day : m.day;
        return (
          <button
            key={m.id}
            type="button"
            title={`${m.label}, ${showDay(day)}`}
            aria-label={`${m.label}, ${showDay(day)}${m.isMovable ? '. Arrow keys move it by a day, with Shift by a week' : ''}`}
            aria-pressed={m.isChosen}
            {...dragging(m)}
            className="absolute bottom-0 flex h-touch w-[24px] touch-none items-end justify-center border-0 bg-transparent p-0"
            style={{ left: `clamp(4px, calc(${percent(day + 0.5)} - 12px), calc(100% - 28px))` }}
          >
            <span
              className={`picket-mark ${MARK[m.standing]} ${m.isChosen ? 'outline-2 outline-offset-2 outline-water' : ''}`}
            />
            {dragged?.id === m.id && (
              <span className="absolute bottom-full whitespace-nowrap bg-iron px-2 py-0.5 font-cond text-body text-lime">
                {showDay(day)}
              </span>
            )}
          </button>
        );
      })}
    </>
  );
}

function Signs({ signs, percent }: Percent & Readonly<{ signs: NonNullable<Props['signs']> }>) {
  return (
    <>
      {signs.map((s) => (
        <span
          key={`${s.day}${s.sign}`}
          role="img"
          aria-label={`${s.sign}, seen ${showDay(s.day)}`}
          title={`${s.sign}, seen ${showDay(s.day)}`}
          className="pointer-events-none absolute bottom-0 text-lead leading-none text-straw-text"
          style={{ left: `calc(${percent(s.day + 0.5)} - 8px)` }}
        >
          ✿
        </span>
      ))}
    </>
  );
}

function Months({ today, percent }: Percent & Pick<Props, 'today'>) {
  return (
    <div className="relative h-[18px] text-fine text-steel" aria-hidden>
      {Array.from({ length: MONTHS_BEFORE + MONTHS_AFTER }, (_, i) => {
        const start = monthStart(today, i - MONTHS_BEFORE);
        const name = shortDay(start).replace(/^\d+ /, '');
        const isNewYear = dayOf(yearOf(start), 1, 1) === start;
        return (
          <span
            key={start}
            className={`absolute border-l pl-1 ${isNewYear ? 'border-ink font-semibold' : 'border-hair'}`}
            style={{ left: percent(start) }}
          >
            <span className="md:hidden">{name.charAt(0)}</span>
            <span className="hidden md:inline">{isNewYear ? `${name} ${yearOf(start)}` : name}</span>
          </span>
        );
      })}
    </div>
  );
}

function RailWords({
  soil,
  today,
  barrier = [],
  seed = null,
}: Pick<Props, 'soil' | 'today' | 'barrier' | 'seed'>) {
  const show = useShows();
  const holds = barrier.filter((s) => s.to >= today);
  return (
    <p className="flex flex-wrap gap-x-6 px-4 pt-1 text-fine md:px-5">
      <span>
        <b className="font-cond text-body">{showDay(today)}</b>
        {soil &&
          soil.latest !== null &&
          ` · yesterday's mean ${show.temperature(soil.latest)} at ${show.depth(soil.depth)}`}
      </span>
      {soil && <span className="text-clay">{crossingWords(soil, show)}</span>}
      {holds.length > 0 && (
        <span className="text-moss">
          Barrier holds {holds.map((s) => `${showDay(s.from)} to ${showDay(s.to)}`).join(', ')}
        </span>
      )}
      {seed && <span>{seedWords(seed, today)}</span>}
    </p>
  );
}

/** "Safe to seed (per labels): 25 Oct 2027 with this plan, now if nothing more goes down." */
function seedWords({ asIs, withPlan }: ReturnType<typeof safeToSeed>, today: Day): string {
  const on = (day: SeedDay) => (day === 'not known' ? 'not known' : day <= today ? 'now' : showFullDay(day));
  return asIs === withPlan
    ? `Safe to seed (per labels): ${on(asIs)}`
    : `Safe to seed (per labels): ${on(withPlan)} with this plan, ${on(asIs)} if nothing more goes down`;
}

function crossingWords({ rule, crossed, dates: { p10, p50, p90 } }: RailSoil, show: Shows): string {
  const line = ruleWords(rule, show);
  if (crossed !== null) return `${line} crossed ${showDay(crossed)}`;
  if (p10 === null) return `${line}: not likely this year`;
  return `${line}: ${showDay(p10)} to ${p90 === null ? 'the year’s end' : showDay(p90)} (8 in 10), even odds ${p50 === null ? 'later' : showDay(p50)}`;
}

type Scale = Readonly<{ x: (day: number) => number }>;

/** The ribbon: a path for all stretches of a color. */
function Soil({ soil, x, range }: Readonly<{ soil: RailSoil; range: Range<Day> }> & Scale) {
  return stretchesByColor(soil).map(({ color, isAhead, stretches }) => {
    const d = stretches
      .filter((s) => s.to > range.from && s.from < range.to)
      .map((s) => {
        const left = short(x(Math.max(s.from, range.from)));
        const width = short(x(Math.min(s.to, range.to)) - left + 0.5);
        return `M${left} 8h${width}v24h-${width}z`;
      })
      .join('');
    return d && <path key={`${color}${isAhead}`} d={d} fill={color} opacity={isAhead ? 0.6 : 1} />;
  });
}
const short = (value: number) => Math.round(value * 10) / 10;

function Crossing({ soil: { crossed, dates }, x }: Readonly<{ soil: RailSoil }> & Scale) {
  const { p10, p90 } = dates;
  if (crossed !== null)
    return <rect x={x(crossed) - 1.5} y={1} width={3} height={38} fill="var(--color-clay)" />;
  if (p10 === null) return null;
  const end = p90 ?? dayOf(yearOf(p10) + 1, 1, 1);
  return (
    <rect
      x={x(p10)}
      y={1}
      width={Math.max(x(end) - x(p10), 3)}
      height={38}
      fill="none"
      stroke="var(--color-clay)"
      vectorEffect="non-scaling-stroke"
      strokeWidth={2}
      strokeDasharray="4 3"
    />
  );
}
