/** The working hours of the next days as an application's gates leave them: a letter an hour, as boards and routes read them. */
import { addDays, type Day } from '@/core/calendar/day';
import { dayOfHour, hourOf } from '@/core/calendar/hour';
import { spanAt, type State } from '@/core/calendar/span';
import type { GateContext } from '@/core/gates/gate';
import { skyEnds } from '@/core/gates/sky';
import { hoursWindowOf } from '@/core/gates/window';
import type { WindowLane } from '@/core/gates/window-lane';

/** One day: `o` open, `a` ajar, `s` shut, `-` gone by, from the first working hour on. */
export type DayHours = Readonly<{ day: Day; from: number; states: string }>;

const LETTERS: Readonly<Record<State, string>> = { open: 'o', ajar: 'a', shut: 's' };
/** Days ahead that have hours: a week's route wants no more. */
export const HOURS_DAYS = 7;

/**
 * Days that are shut as a whole, and days that no forecast reaches, have no hours: the list leaves them out.
 * @param all the window by days
 */
export function hoursAhead(context: GateContext, all: WindowLane): DayHours[] {
  const { today, hour, rules } = context;
  const reach = dayOfHour(skyEnds(context));
  return Array.from({ length: HOURS_DAYS }, (_, i) => addDays(today, i)).flatMap((day): DayHours[] => {
    if (day >= reach || (spanAt(all, day)?.verdict.state ?? 'shut') === 'shut') return [];
    const range = { from: hourOf(day, rules.workFrom), to: hourOf(day, rules.workTo) };
    if (range.from >= range.to) return [];
    const lane = hoursWindowOf(context, range).all;
    let states = '';
    for (let h = rules.workFrom; h < rules.workTo; h++)
      states +=
        day === today && h < hour ? '-' : LETTERS[spanAt(lane, hourOf(day, h))?.verdict.state ?? 'shut'];
    return [{ day, from: rules.workFrom, states }];
  });
}

/** Stretches of a day that are open or ajar, in minutes from midnight. */
export function openMinutes({ from, states }: DayHours): { from: number; to: number }[] {
  const out: { from: number; to: number }[] = [];
  [...states].forEach((s, i) => {
    if (s !== 'o' && s !== 'a') return;
    const at = (from + i) * 60;
    const last = out.at(-1);
    if (last?.to === at) last.to = at + 60;
    else out.push({ from: at, to: at + 60 });
  });
  return out;
}
