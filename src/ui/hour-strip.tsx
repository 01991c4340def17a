import { addDays, showWeekday, type Day } from '@/core/calendar/day';
import { hourOf, type Hour } from '@/core/calendar/hour';
import type { Lane, State } from '@/core/calendar/span';
import { openMinutes, type DayHours } from '@/core/day/hours';
import { minuteWords } from './day-words';
import { Pickets } from './pickets';
import { list } from './words';

const STATES: Readonly<Record<string, State>> = { o: 'open', a: 'ajar', s: 'shut', '-': 'shut' };

/** A day's hours in which it may go, in words. */
function hoursWords(hours: DayHours | undefined): string {
  const open = hours ? openMinutes(hours) : [];
  return open.length ? list(open.map((o) => `${minuteWords(o.from)} to ${minuteWords(o.to)}`)) : 'no hour';
}

/** Working hours of today and tomorrow as a fence: in which of them it may go. */
export function HourStrip({ hours, today }: Readonly<{ hours: readonly DayHours[]; today: Day }>) {
  return (
    <div className="grid grid-cols-2 gap-3">
      {[today, addDays(today, 1)].map((day, i) => {
        const of = hours.find((h) => h.day === day);
        const words = hoursWords(of);
        return (
          <div key={day}>
            {of && <Hours of={of} label={`${i ? 'Tomorrow' : 'Today'}: ${words}`} />}
            <p className="text-fine text-steel">
              {i ? showWeekday(day).slice(0, 3) : 'Today'}: {words}
            </p>
          </div>
        );
      })}
    </div>
  );
}

function Hours({ of, label }: Readonly<{ of: DayHours; label: string }>) {
  const range = { from: hourOf(of.day, of.from), to: hourOf(of.day, of.from + of.states.length) };
  const lane: Lane<Hour, { state: State }> = [...of.states].map((s, i) => ({
    from: hourOf(of.day, of.from + i),
    to: hourOf(of.day, of.from + i + 1),
    verdict: { state: STATES[s] ?? 'shut' },
  }));
  return <Pickets lane={lane} range={range} today={-1 as Hour} height={18} underlined label={label} />;
}
