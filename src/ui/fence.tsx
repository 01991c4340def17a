'use client';
import { useId, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { addDays, showWeekday, type Day } from '@/core/calendar/day';
import { spanAt, type Range } from '@/core/calendar/span';
import type { GateKey, Verdict } from '@/core/gates/gate';
import { nextOpen, type Window, type WindowVerdict } from '@/core/gates/window';
import { Pickets } from './pickets';
import { laneWords, reasonWords, shortDay, sourceWords } from './words';

type Props = Readonly<{ window: Window; range: Range<Day>; today: Day }>;
/** A lane by its place; the row after the last is all gates together. */
type Cursor = Readonly<{ row: number; day: Day }>;

/**
 * The fence: a lane for each gate, a picket for each day, and the lane of all lanes at the foot. Pointing, tapping or
 * the arrow keys choose a day of a lane; its reason stands under the fence and is read out.
 */
export function Fence({ window: { lanes, all }, range, today }: Props) {
  const [chosen, setChosen] = useState<Cursor | null>(null);
  const reasonId = useId();
  const inRange = (day: Day) => Math.min(Math.max(day, range.from), range.to - 1) as Day;
  const start = inRange(today);
  // today; of a stretch ahead, the day that people look for: the first on which the work may go
  const first = start === today ? start : (nextOpen(all, start, 'ajar')?.from ?? start);
  const cursor = chosen
    ? { row: chosen.row, day: inRange(chosen.day) }
    : { row: lanes.length, day: inRange(first) };

  const move = (event: KeyboardEvent) => {
    const days = { ArrowLeft: -1, ArrowRight: 1 }[event.key] ?? 0;
    const rowsDown = { ArrowUp: -1, ArrowDown: 1 }[event.key] ?? 0;
    if (!days && !rowsDown) return;
    event.preventDefault();
    setChosen({
      row: Math.min(Math.max(cursor.row + rowsDown, 0), lanes.length),
      day: inRange(addDays(cursor.day, days)),
    });
  };
  const point = (row: number) => (event: PointerEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const share = (event.clientX - box.left) / box.width;
    setChosen({ row, day: inRange(addDays(range.from, Math.floor(share * (range.to - range.from)))) });
  };
  const lane = (row: number) => ({ onPointerMove: point(row), onPointerDown: point(row) });

  return (
    <div>
      <div
        tabIndex={0}
        role="application"
        aria-label="Gates by day. Arrow keys move."
        aria-describedby={reasonId}
        onKeyDown={move}
        className="touch-pan-y"
      >
        <Months range={range} />
        {lanes.map(({ gate, lane: spans }, row) => {
          const says = laneWords(spans, start);
          return (
            <div
              key={gate.key}
              className="grid h-[27px] grid-cols-[92px_1fr] items-center md:grid-cols-[118px_1fr_104px]"
            >
              <span className="truncate font-cond text-[16px]">{gate.name}</span>
              <div {...lane(row)} className="cursor-crosshair">
                <Pickets
                  lane={spans}
                  range={range}
                  today={today}
                  height={24}
                  marked={cursor.row === row ? cursor.day : null}
                  label={`${gate.name}: ${says}`}
                />
              </div>
              <span className="hidden truncate pl-2.5 text-[14px] text-steel md:block">{says}</span>
            </div>
          );
        })}
        <div className="mt-1 grid h-[54px] grid-cols-[92px_1fr] items-center border-t-2 border-iron md:grid-cols-[118px_1fr_104px]">
          <span className="font-cond text-[20px] font-bold">The gate</span>
          <div {...lane(lanes.length)} className="cursor-crosshair">
            <Pickets
              lane={all}
              range={range}
              today={today}
              height={46}
              marked={cursor.row === lanes.length ? cursor.day : null}
              underlined
              label={`All gates together: ${laneWords(all, start)}`}
            />
          </div>
          <span
            className={`hidden truncate pl-2.5 text-[15px] font-semibold md:block ${spanAt(all, start)?.verdict.state === 'open' ? 'text-moss' : 'text-ink'}`}
          >
            {laneWords(all, start)}
          </span>
        </div>
      </div>
      <div
        id={reasonId}
        aria-live="polite"
        className="mt-2 min-h-[4.6rem] border-l-4 border-iron bg-paper px-3 py-2"
      >
        <Reasons cursor={cursor} lanes={lanes} all={all} />
      </div>
      <div className="mt-1 flex gap-2 md:hidden">
        <button
          type="button"
          className="button grow"
          onClick={() => setChosen({ row: cursor.row, day: inRange(addDays(cursor.day, -1)) })}
        >
          ← a day
        </button>
        <button
          type="button"
          className="button grow"
          onClick={() => setChosen({ row: cursor.row, day: inRange(addDays(cursor.day, 1)) })}
        >
          a day →
        </button>
      </div>
      <p className="mt-1.5 text-[14px] text-steel">
        Tall picket: shut. Half: ajar, allowed with a warning. Only the rail: open. Framed: today.
      </p>
    </div>
  );
}

/** Of a day on which all gates stand open, what people still want to know: the soil, the calm hours, the water. */
const WORTH_SAYING: readonly GateKey[] = ['soil-line', 'wind', 'watering-in'];

/** What the chosen day says: one gate's reason, or those of all gates that hold the day. */
function Reasons({
  cursor: { row, day },
  lanes,
  all,
}: Readonly<{ cursor: Cursor; lanes: Window['lanes']; all: Window['all'] }>) {
  const together: WindowVerdict | undefined = spanAt(all, day)?.verdict;
  const isOpen = together?.state === 'open';
  const shown = lanes.filter(({ gate }, i) =>
    row === lanes.length
      ? isOpen
        ? WORTH_SAYING.includes(gate.key)
        : together?.by.includes(gate.key)
      : i === row,
  );
  const verdicts = shown.flatMap(({ gate, lane }) => {
    const verdict = spanAt(lane, day)?.verdict;
    return verdict ? [{ gate, verdict }] : [];
  });
  return (
    <>
      <p className="font-cond text-[17px] font-semibold">
        {showWeekday(day)}
        {row === lanes.length &&
          `: ${together?.state === 'open' ? 'all gates open' : (together?.state ?? '')}`}
      </p>
      {verdicts.map(({ gate, verdict }) => (
        <p key={gate.key} className="text-[15px]">
          <b className="font-cond">
            {gate.name}, {stateWords(verdict)}.
          </b>{' '}
          {reasonWords(verdict.reason)} <span className="text-steel">({sourceWords(verdict.reason)})</span>
        </p>
      ))}
    </>
  );
}

const stateWords = (v: Verdict) => (v.state === 'shut' ? `shut (${v.strength})` : v.state);

/** The days under the sky: a figure every week, the month where it begins. */
function Months({ range }: Readonly<{ range: Range<Day> }>) {
  const days = Array.from({ length: range.to - range.from }, (_, i) => addDays(range.from, i));
  return (
    <div
      className="grid grid-cols-[92px_1fr] text-[13px] text-steel md:grid-cols-[118px_1fr_104px]"
      aria-hidden
    >
      <span />
      <div className="relative h-5">
        {days.map((day, i) =>
          i % 7 === 0 && i < days.length - 3 ? (
            <span
              key={day}
              className="absolute whitespace-nowrap"
              style={{ left: `${(i / days.length) * 100}%` }}
            >
              {shortDay(day)}
            </span>
          ) : null,
        )}
      </div>
    </div>
  );
}
