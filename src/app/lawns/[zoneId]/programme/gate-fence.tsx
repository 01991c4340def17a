'use client';
import dynamic from 'next/dynamic';
import { useMemo, useState } from 'react';
import { addDays, showDay, showWeekday, type Day } from '@/core/calendar/day';
import { dayOfHour, hourOf, hourOfDay, type Hour } from '@/core/calendar/hour';
import type { Range } from '@/core/calendar/span';
import type { GateContext } from '@/core/gates/gate';
import { pastYearsKey, tenthsOn, workingDays } from '@/core/gates/past-years';
import { hoursWindowOf, productsOf, type Window } from '@/core/gates/window';
import { nextOpen } from '@/core/gates/window-lane';
import type { LiftInput } from '@/server/programme/lift-latch';
import type { Outcome } from '@/server/entry/outcome';
import type { ZoneSheet } from '@/server/programme/view';
import { Fence, type Held, type Past, type TickWords } from '@/ui/fence';
import { hourWords } from '@/ui/reason-words';
import { laneWords, plural, shortDay, shortName } from '@/ui/words';

import { Openings, type AdoptedChange } from './openings';

const LiftLatch = dynamic(() => import('./lift-latch').then((m) => m.LiftLatch));

type Props = Readonly<{
  sheet: ZoneSheet;
  context: GateContext;
  window: Window;
  view: Range<Day>;
  isSaved: boolean;
  /** a new product that goes down once may be split instead */
  maySplit: boolean;
  mayPlan: boolean;
  onMove: (to: Day) => void;
  onTake: (change: AdoptedChange) => void;
  liftLatchAction: (input: LiftInput) => Promise<Outcome<{ until: string }>>;
}>;
/** Days that a fence shows at once. */
export const FENCE_DAYS = 40;
const HOURS_SHOWN = 48;
/** Hours are shown for the next ten days. */
const HOUR_DAYS = 10;

const DAY_WORDS: TickWords<Day> = {
  label: 'Gates by day',
  step: 'a day',
  full: showWeekday,
  short: shortDay,
  every: 7,
  lane: laneWords,
};
const HOUR_WORDS: TickWords<Hour> = {
  label: 'Gates by hour',
  step: 'an hour',
  // of the ten days that a forecast reaches: no year is missed
  full: (h) => hourWords(h, { weekday: showWeekday }),
  short: (h) => (hourOfDay(h) === 0 ? showWeekday(dayOfHour(h)) : `${hourOfDay(h)}:00`),
  every: 6,
  lane: (lane, from) => {
    const now = lane.find((s) => s.from <= from && from < s.to);
    const open = lane.find((s) => s.to > from && s.verdict.state === 'open');
    if (now?.verdict.state === 'open') {
      const ends = lane.find((s) => s.from > from && s.verdict.state !== 'open');
      return ends ? `to ${hourOfDay(ends.from)}:00` : 'all clear';
    }
    return open ? `${hourOfDay(open.from)}:00 ${shortDay(dayOfHour(open.from))}` : (now?.verdict.state ?? '');
  },
};

/** The fence of one application, by day or by hour, and what can be done about a gate that is shut. */
export function GateFence(props: Props) {
  const { sheet, context, window, view, onMove } = props;
  const { today } = sheet;
  const [by, setBy] = useState<'day' | 'hour'>('day');
  const [hoursFrom, setHoursFrom] = useState<Day>(today);
  const lastStart = addDays(window.range.to, -FENCE_DAYS);
  const lastHours = addDays(today, HOUR_DAYS - HOURS_SHOWN / 24);
  const step = (days: number) =>
    by === 'day'
      ? onMove(addDays(view.from, days * 20))
      : setHoursFrom(Math.min(Math.max(hoursFrom + days, today), lastHours) as Day);
  const isFirst = by === 'day' ? view.from <= today : hoursFrom <= today;
  const isLast = by === 'day' ? view.from >= lastStart : hoursFrom >= lastHours;
  const stride = by === 'day' ? '20 days' : 'a day';
  const hours: Range<Hour> = {
    from: hourOf(hoursFrom, 0),
    to: hourOf(addDays(hoursFrom, HOURS_SHOWN / 24), 0),
  };
  const remedies = (day: Day, shut: readonly Held[]) => <Remedies {...props} day={day} shut={shut} />;
  const names = productsOf(context).map((p) => shortName(p.label));
  const opening = nextOpen(window.all, view.from, 'ajar')?.from ?? view.to;
  const firstDay = opening < view.to ? opening : view.from;

  return (
    <>
      <div className="mt-1 flex flex-wrap items-center gap-1.5">
        <div role="group" aria-label="Days or hours" className="flex gap-1.5">
          {(['day', 'hour'] as const).map((b) => (
            <button
              key={b}
              type="button"
              className={`button py-0 md:min-h-desk ${by === b ? 'button-on' : ''}`}
              aria-pressed={by === b}
              onClick={() => setBy(b)}
            >
              {b === 'day' ? 'Days' : 'Hours'}
            </button>
          ))}
        </div>
        <div className="ml-auto flex gap-1.5" role="group" aria-label="Which days the fence shows">
          <button
            type="button"
            className="button py-0 md:min-h-desk"
            onClick={() => step(-1)}
            disabled={isFirst}
            aria-label={`${stride} back ([)`}
          >
            ← {stride}
          </button>
          <button
            type="button"
            className="button py-0 md:min-h-desk"
            onClick={() => step(1)}
            disabled={isLast}
            aria-label={`${stride} on (])`}
          >
            {stride} →
          </button>
        </div>
      </div>
      {by === 'day' ? (
        <Fence
          window={window}
          products={names}
          range={view}
          now={today}
          first={view.from === today ? today : firstDay}
          words={DAY_WORDS}
          past={pastOf(sheet, context, view)}
          remedies={remedies}
        />
      ) : (
        <HourFence
          products={names}
          context={context}
          range={hours}
          hour={hourOf(today, context.hour)}
          remedies={remedies}
        />
      )}
    </>
  );
}

/** What past years say of the days that are shown; undefined: a job is still at it, or too little weather is on file. */
function pastOf({ past }: ZoneSheet, context: GateContext, view: Range<Day>): Past<Day> | undefined {
  const odds = past[pastYearsKey(context)];
  if (!odds?.years.length) return undefined;
  return {
    years: odds.years.length,
    tenths: (gate, day) => tenthsOn(odds, gate, day),
    sum: (isAsked) => {
      const days = Array.from({ length: view.to - view.from }, (_, i) => addDays(view.from, i)).filter(
        isAsked,
      );
      const sum = workingDays(odds, view, isAsked);
      if (!sum || !days.length) return null;
      const about = Math.round(sum.about);
      return `About ${plural(about, 'working day')} between ${showDay(days[0]!)} and ${showDay(days.at(-1)!)}, as far as the weather decides; in 9 of 10 years at least ${sum.atLeast}.`;
    },
  };
}

function HourFence({
  products,
  context,
  range,
  hour,
  remedies,
}: Readonly<{
  products: readonly string[];
  context: GateContext;
  range: Range<Hour>;
  hour: Hour;
  remedies: (day: Day, shut: readonly Held[]) => React.ReactNode;
}>) {
  const window = useMemo(() => hoursWindowOf(context, range), [context, range]);
  const at = Math.max(hour, range.from) as Hour;
  return (
    <Fence
      window={window}
      products={products}
      range={range}
      now={hour}
      first={at}
      words={HOUR_WORDS}
      remedies={(h, shut) => remedies(dayOfHour(h), shut)}
    />
  );
}

/** For a shut gate: what would open it, and, where it is a latch, lifting it. */
function Remedies(props: Props & Readonly<{ day: Day; shut: readonly Held[] }>) {
  const { sheet, context, shut, day, isSaved, mayPlan } = props;
  const [asked, setAsked] = useState<string | null>(null);
  if (!shut.length || !mayPlan) return null;
  // a lift for each product that a gate holds; where it bolts any of them there is none
  const bolted = new Set(shut.filter((s) => s.verdict.strength === 'bolt').map((s) => s.key));
  const latches = shut.filter((s) => !bolted.has(s.key));
  const names = productsOf(context).map((p) => shortName(p.label));
  const keyOf = (l: Held) => `${l.key}|${l.of}`;
  const position = shut[0]?.of ?? 1;
  return (
    <div className="mt-2">
      <div className="flex flex-wrap gap-2">
        <button
          type="button"
          className="button py-0 md:min-h-desk"
          aria-expanded={asked === 'opening'}
          onClick={() => setAsked(asked === 'opening' ? null : 'opening')}
        >
          What would open it?
        </button>
        {isSaved &&
          latches.map((l) => (
            <button
              key={keyOf(l)}
              type="button"
              className="button py-0 md:min-h-desk"
              aria-expanded={asked === keyOf(l)}
              onClick={() => setAsked(asked === keyOf(l) ? null : keyOf(l))}
            >
              Lift {l.name}
              {names.length > 1 && ` for ${names[l.of - 1] ?? ''}`}…
            </button>
          ))}
      </div>
      {latches.length > 0 && !isSaved && (
        <p className="mt-1 text-fine text-steel">Save the application to lift a latch for it.</p>
      )}
      {asked === 'opening' && (
        <Openings {...props} day={day} position={position} range={props.window.range} />
      )}
      {latches
        .filter((l) => keyOf(l) === asked)
        .map((l) => (
          <LiftLatch
            key={keyOf(l)}
            zoneId={sheet.zone.id}
            plannedId={context.applicationId}
            gate={l}
            day={day}
            liftLatchAction={props.liftLatchAction}
            onDone={() => setAsked(null)}
          />
        ))}
    </div>
  );
}
