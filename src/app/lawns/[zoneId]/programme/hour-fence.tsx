'use client';
import { useMemo } from 'react';
import { showWeekday, type Day } from '@/core/calendar/day';
import { dayOfHour, hourOf, hourOfDay, type Hour } from '@/core/calendar/hour';
import type { Range } from '@/core/calendar/span';
import { hoursWindowOf } from '@/core/gates/window';
import { contextOf } from '@/core/season/programme';
import type { PlannedApplication } from '@/core/season/standing';
import type { ZoneSheet } from '@/server/programme/view';
import { Fence, type Held, type TickWords } from '@/ui/fence';
import { hourWords } from '@/ui/reason-words';
import { shortDay } from '@/ui/words';

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

/** The gates of an application by the hour. */
export function HourFence({
  sheet,
  applications,
  applicationId,
  names,
  range,
  remedies,
}: Readonly<{
  sheet: ZoneSheet;
  applications: readonly PlannedApplication[];
  applicationId: string;
  /** short names of its products */
  names: readonly string[];
  range: Range<Hour>;
  remedies: (day: Day, shut: readonly Held[]) => React.ReactNode;
}>) {
  const context = useMemo(
    () => contextOf(applications, applicationId, sheet.facts),
    [applications, applicationId, sheet.facts],
  );
  const window = useMemo(() => hoursWindowOf(context, range), [context, range]);
  const now = hourOf(context.today, context.hour);
  return (
    <Fence
      window={window}
      products={names}
      range={range}
      now={now}
      first={Math.max(now, range.from) as Hour}
      words={HOUR_WORDS}
      remedies={(h, shut) => remedies(dayOfHour(h), shut)}
    />
  );
}
