import { addDays, showWeekday, type Day } from '@/core/calendar/day';
import { openMinutes, type DayHours } from '@/core/day/hours';
import { minuteWords } from './day-words';
import { list } from './text';

/** A day's hours in which it may go. */
function hoursWords(hours: DayHours | undefined): string {
  const open = hours ? openMinutes(hours) : [];
  return open.length ? list(open.map((o) => `${minuteWords(o.from)} to ${minuteWords(o.to)}`)) : 'no hour';
}

/** The hours of today and tomorrow: "today 7:00 to 10:00, Fri no hour". */
export const hoursOfDay = (hours: readonly DayHours[], today: Day): string =>
  [today, addDays(today, 1)]
    .map(
      (day, i) =>
        `${i ? showWeekday(day).slice(0, 3) : 'today'} ${hoursWords(hours.find((h) => h.day === day))}`,
    )
    .join(', ');
