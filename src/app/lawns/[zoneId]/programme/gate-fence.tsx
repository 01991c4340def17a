'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { addDays, showDay, showWeekday, type Day } from '@/core/calendar/day';
import { hourOf, type Hour } from '@/core/calendar/hour';
import type { Range } from '@/core/calendar/span';
import { tenthsOn, workingDays } from '@/core/gates/past-odds';
import { nextOpen } from '@/core/gates/window-lane';
import type { LiftInput } from '@/server/programme/lift-latch';
import type { Outcome } from '@/server/entry/outcome';
import type { PlannedApplication } from '@/core/season/standing';
import { Fence, type Held, type Past, type TickWords } from '@/ui/fence';
import { laneWords, shortDay } from '@/ui/words';
import { plural } from '@/ui/text';
import type { LawnView } from '../lawn-view';
import type { Asked } from './answers';
import { DeskWaits } from './desk-waits';
import type { AdoptedChange } from './openings';
import type { LawnDesk } from './use-desk';

const LiftLatch = dynamic(() => import('./lift-latch').then((m) => m.LiftLatch), { loading: () => null });
const Openings = dynamic(() => import('./openings').then((m) => m.Openings), { loading: () => null });
const HourFence = dynamic(() => import('./hour-fence').then((m) => m.HourFence), { loading: () => null });

type Props = Readonly<{
  sheet: LawnView;
  asked: Asked;
  /** the programme as it is edited */
  applications: readonly PlannedApplication[];
  desk: LawnDesk;
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
/** The fence of one application, by day or by hour, and what can be done about a gate that is shut. */
export function GateFence(props: Props) {
  const { sheet, asked, applications, desk, view, onMove } = props;
  const { today } = sheet;
  const { window, names } = asked;
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
          past={pastOf(asked, view)}
          remedies={remedies}
        />
      ) : (
        <HoursOf
          desk={desk}
          names={names}
          applicationId={asked.applicationId}
          applications={applications}
          range={hours}
          remedies={remedies}
        />
      )}
    </>
  );
}

/** What past years say of the days that are shown; undefined: a job is still at it, or too little weather is on file. */
function pastOf({ past: odds }: Asked, view: Range<Day>): Past<Day> | undefined {
  if (!odds) return undefined;
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

/** The hours, once the desk is there. */
function HoursOf({
  desk,
  ...rest
}: Readonly<{ desk: LawnDesk }> & Omit<React.ComponentProps<typeof HourFence>, 'sheet'>) {
  return desk.ready ? <HourFence sheet={desk.ready.sheet} {...rest} /> : <DeskWaits desk={desk} />;
}

/** For a shut gate: what would open it, and, where it is a latch, lifting it. */
function Remedies(props: Props & Readonly<{ day: Day; shut: readonly Held[] }>) {
  const { sheet, asked: gates, applications, desk, shut, day, isSaved, mayPlan, maySplit, onTake } = props;
  const { names } = gates;
  const [asked, setAsked] = useState<string | null>(null);
  if (!shut.length || !mayPlan) return null;
  // a lift for each product that a gate holds; where it bolts any of them there is none
  const bolted = new Set(shut.filter((s) => s.verdict.strength === 'bolt').map((s) => s.key));
  const latches = shut.filter((s) => !bolted.has(s.key));
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
      {asked === 'opening' &&
        (desk.ready ? (
          <Openings
            sheet={desk.ready.sheet}
            applications={applications}
            applicationId={gates.applicationId}
            maySplit={maySplit}
            day={day}
            position={position}
            range={gates.window.range}
            onTake={onTake}
          />
        ) : (
          <DeskWaits desk={desk} />
        ))}
      {latches
        .filter((l) => keyOf(l) === asked)
        .map((l) => (
          <LiftLatch
            key={keyOf(l)}
            zoneId={sheet.zone.id}
            plannedId={gates.applicationId}
            gate={l}
            day={day}
            liftLatchAction={props.liftLatchAction}
            onDone={() => setAsked(null)}
          />
        ))}
    </div>
  );
}
