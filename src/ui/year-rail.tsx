'use client';
import type { KeyboardEvent, PointerEvent } from 'react';
import { addDays, dayOf, showDay, yearOf, type Day } from '@/core/calendar/day';
import type { Range } from '@/core/calendar/span';
import type { Outlook } from '@/core/ground/outlook';
import { showDepth, showTemperature } from '@/core/units/format';
import type { Celsius } from '@/core/units/quantity';
import { toFahrenheit } from '@/core/units/trade';
import { ruleWords, shortDay } from './words';

/** Soil temperature from cold to hot, by °F. */
const COLOURS: readonly (readonly [from: number, colour: string])[] = [
  [-99, '#4f7f9f'],
  [40, '#7ba6bb'],
  [48, '#abc9ce'],
  [52, '#d5dec6'],
  [55, '#e9d08a'],
  [62, '#e0b055'],
  [70, '#d48d3a'],
  [78, '#bb5a2d'],
];
const colourOf = (t: number): string =>
  COLOURS.findLast(([from]) => toFahrenheit(t as Celsius) >= from)?.[1] ?? '#4f7f9f';

export type RailMark = Readonly<{ day: Day; done: boolean; label: string }>;
type Props = Readonly<{
  outlook: Outlook;
  today: Day;
  marks: readonly RailMark[];
  /** what was seen this year: bloom, green shoots */
  signs?: readonly Readonly<{ day: Day; sign: string }>[];
  /** the stretch that the fence shows */
  view: Range<Day>;
  /** the rail is also the way to move in time */
  onMove: (from: Day) => void;
}>;

const WIDTH = 1280;
const HEIGHT = 58;

/** The whole year at once: soil temperature as a ribbon, paler where it is to come; the crossing; today; what is planned and done. */
export function YearRail({ outlook, today, marks, signs = [], view, onMove }: Props) {
  const newYear = dayOf(yearOf(today), 1, 1);
  const days = dayOf(yearOf(today) + 1, 1, 1) - newYear;
  const x = (day: number) => ((day - newYear) / days) * WIDTH;
  const soil = [...outlook.observed, ...outlook.band.p50];
  const { p10, p50, p90 } = outlook.dates;
  const now = outlook.observed.at(-1);
  const lineWords = ruleWords(outlook.rule);
  const crossing =
    outlook.crossed !== null
      ? `${lineWords} crossed ${showDay(outlook.crossed)}`
      : p10 !== null
        ? `${lineWords}: ${showDay(p10)} to ${p90 === null ? 'the year’s end' : showDay(p90)} (8 in 10), even odds ${p50 === null ? 'later' : showDay(p50)}`
        : `${lineWords}: not likely this year`;

  const step = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -7, ArrowRight: 7, Home: newYear - view.from, End: days }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    onMove(addDays(view.from, by));
  };
  const point = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    onMove(addDays(newYear, Math.floor(((event.clientX - box.left) / box.width) * days)));
  };

  return (
    <div className="relative border-b border-hair bg-paper">
      <p className="flex flex-wrap gap-x-6 px-4 pt-1 text-[14px] md:px-5">
        <span>
          <b className="font-cond text-[16px]">{showDay(today)}</b>
          {now !== undefined &&
            ` · yesterday's mean ${showTemperature(now as Celsius)} at ${showDepth(outlook.depth)}`}
        </span>
        <span className="text-clay">{crossing}</span>
      </p>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        preserveAspectRatio="none"
        className="block h-[58px] w-full cursor-pointer"
        role="slider"
        tabIndex={0}
        aria-label="Year rail: the stretch that the fence shows"
        aria-valuemin={0}
        aria-valuemax={days - 1}
        aria-valuenow={Math.min(Math.max(view.from - newYear, 0), days - 1)}
        aria-valuetext={`from ${showDay(view.from)}`}
        onKeyDown={step}
        onPointerDown={point}
      >
        {soil.map((t, i) => (
          <rect
            key={i}
            x={x(newYear + i)}
            y={8}
            width={WIDTH / days + 0.5}
            height={24}
            fill={colourOf(t)}
            opacity={i < outlook.observed.length ? 1 : 0.6}
          />
        ))}
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
        {p10 !== null && outlook.crossed === null && (
          <rect
            x={x(p10)}
            y={1}
            width={Math.max(x(p90 ?? newYear + days) - x(p10), 3)}
            height={38}
            fill="none"
            stroke="var(--color-clay)"
            vectorEffect="non-scaling-stroke"
            strokeWidth={2}
            strokeDasharray="4 3"
          />
        )}
        {outlook.crossed !== null && (
          <rect x={x(outlook.crossed) - 1.5} y={1} width={3} height={38} fill="var(--color-clay)" />
        )}
        <rect x={x(today) - 1.5} y={0} width={3} height={56} fill="var(--color-ink)" />
      </svg>
      {marks.map((m) => (
        <span
          key={`${m.day}${m.label}`}
          title={`${m.label}, ${showDay(m.day)}`}
          className={`picket-mark absolute bottom-[20px] ${m.done ? 'bg-moss' : 'picket-mark-planned'}`}
          style={{ left: `calc(${((m.day + 0.5 - newYear) / days) * 100}% - 6px)` }}
        />
      ))}
      {signs
        .filter((s) => yearOf(s.day) === yearOf(today))
        .map((s) => (
          <span
            key={`${s.day}${s.sign}`}
            role="img"
            aria-label={`${s.sign}, seen ${showDay(s.day)}`}
            title={`${s.sign}, seen ${showDay(s.day)}`}
            className="absolute bottom-[17px] text-[17px] leading-none text-straw-text"
            style={{ left: `calc(${((s.day + 0.5 - newYear) / days) * 100}% - 8px)` }}
          >
            ✿
          </span>
        ))}
      <div className="relative h-[18px] text-[13px] text-steel" aria-hidden>
        {Array.from({ length: 12 }, (_, m) => (
          <span
            key={m}
            className="absolute"
            style={{ left: `${((dayOf(yearOf(today), m + 1, 1) - newYear) / days) * 100}%`, paddingLeft: 4 }}
          >
            <span className="md:hidden">
              {shortDay(dayOf(yearOf(today), m + 1, 1))
                .replace(/^\d+ /, '')
                .charAt(0)}
            </span>
            <span className="hidden md:inline">
              {shortDay(dayOf(yearOf(today), m + 1, 1)).replace(/^\d+ /, '')}
            </span>
          </span>
        ))}
      </div>
    </div>
  );
}
