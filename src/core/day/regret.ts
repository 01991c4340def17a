/**
 * Regret: what is lost if an application is not done today.
 *
 * Model: an application is worth what it stops on the day it is done (points: per cent of its weeds' season). Put off, it is
 * done on the next day that works and has room for it: each day ahead has a chance of its own, and when none comes it is
 * worth nothing. Regret is what it is worth today less what waiting is worth on the average.
 * Crews take what is pressing first, so for a line only those count that are at least as urgent (`roomFor`).
 */
import { addDays, weekdayOf, type Day } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import { isWeatherGate } from '@/core/gates/all';
import { tenthsOn, type PastOdds } from '@/core/gates/past-odds';
import type { WindowLane } from '@/core/gates/window-lane';

/** Why it is worth doing today: the larger of the two losses. */
type RegretWhy =
  /** after today no day is left on which it may go */
  | 'last-day'
  /** few days are left, and the weather may take them */
  | 'few-days'
  /** the barrier holds less with each day */
  | 'hold'
  /** hardly anything is lost */
  | 'can-wait';

export type Regret = Readonly<{
  /** what is lost, 0 to 100 */
  points: number;
  why: RegretWhy;
  /** of it: because it is done later, and because it may never be done */
  byDelay: number;
  byMissing: number;
  /** days after today on which it may go by its gates, as far as anybody sees */
  daysLeft: number;
  /** the last of them; null: none, or further off than anybody plans by */
  until: Day | null;
  /** chance that the next working day works */
  next: number;
}>;

/** Less is nothing that anybody would change a day for. Ours. */
const HARDLY_ANYTHING = 0.5;

/** A day after today on which it may go: how likely it works, and what it is worth then. */
export type DayAhead = Readonly<{ day: Day; chance: number; worth: number }>;

/**
 * @param now what it is worth today, points @param ahead days after today in their order, chances 0 to 1; a day whose
 * chance is 0 is no day
 */
export function regretOf(now: number, ahead: readonly DayAhead[]): Regret {
  let still = 1;
  let byDelay = 0;
  const days = ahead.filter((d) => d.chance > 0);
  for (const { chance, worth } of days) {
    byDelay += still * chance * (now - worth);
    still *= 1 - chance;
  }
  const byMissing = still * now;
  const points = Math.max(0, byDelay + byMissing);
  const why: RegretWhy =
    points < HARDLY_ANYTHING
      ? 'can-wait'
      : !days.length
        ? 'last-day'
        : byMissing >= byDelay
          ? 'few-days'
          : 'hold';
  return {
    points,
    why,
    byDelay,
    byMissing,
    daysLeft: days.length,
    until: days.at(-1)?.day ?? null,
    next: days[0]?.chance ?? 0,
  };
}

/** Days of a week that are worked, from Monday on. */
export const isWorked = (day: Day, daysAWeek: number): boolean => weekdayOf(day) <= daysAWeek;

/** A forecast tells nothing more of a day so far ahead: common practice, no source. */
const SKILL_DAYS = 10;
/** How often a day does what its forecast says of it. Ours. */
const SAID = { open: 0.95, ajar: 0.75, shut: 0.05 } as const;
/** So many of ten days work where no year is on file. Ours. */
const USUAL_TENTHS = 6;

/**
 * The chance that a day works: what the window says, believed less the further ahead it lies, and past years for the rest.
 * A day that something else than the weather shuts has none.
 * @param room see `roomFor`
 */
export function chanceOn(
  all: WindowLane,
  today: Day,
  past: PastOdds | null,
  daysAWeek: number,
  room = 1,
): (day: Day) => number {
  return (day) => {
    const verdict = spanAt(all, day)?.verdict;
    if (!verdict || !isWorked(day, daysAWeek)) return 0;
    if (verdict.state === 'shut' && !verdict.by.every(isWeatherGate)) return 0;
    const skill = Math.max(0, 1 - (day - today) / SKILL_DAYS);
    const usual = ((past && tenthsOn(past, 'all', day)) ?? USUAL_TENTHS) / 10;
    return room * (skill * SAID[verdict.state] + (1 - skill) * usual);
  };
}

/** What waits, and what crews can do of it. */
export type Waiting = Readonly<{
  /** how many lines may go today, by their last day; null: none, or further off than anybody plans by */
  lasts: readonly Readonly<{ last: Day | null; lines: number }>[];
  crews: Readonly<{ trucks: number; hours: number; minutesAStop: number; daysAWeek: number }>;
}>;

/**
 * The share of the lines that are at least as urgent as one with this last day that crews have room for from today until
 * then: at most 1. Less urgent ones take no room from it. Sharing a day's room among all that waits makes the chances tiny and lets the
 * dearest go first, whatever closes.
 */
export function roomFor({ lasts, crews }: Waiting, today: Day, last: Day | null): number {
  const end = last ?? addDays(today, FURTHEST_DAYS);
  const urgent = lasts.reduce(
    (sum, l) => sum + (last === null || (l.last !== null && l.last <= last) ? l.lines : 0),
    0,
  );
  let days = 0;
  for (let day = addDays(today, 1); day <= end; day = addDays(day, 1))
    if (isWorked(day, crews.daysAWeek)) days += USUAL_TENTHS / 10;
  const stops = ((crews.trucks * crews.hours * 60) / crews.minutesAStop) * (1 + days);
  return urgent > stops ? stops / urgent : 1;
}

/** Further ahead nobody puts an application off knowingly. */
const FURTHEST_DAYS = 60;
/** Days on which the worth is asked for; between them it is drawn straight. */
const ASKED = [0, 1, 3, 7, 14, 28, FURTHEST_DAYS];

/**
 * @param worthOn what it is worth on a day, points; asked on few of them
 * @param chance see `chanceOn`
 */
export function regretFor(
  today: Day,
  worthOn: (day: Day) => number,
  chance: (day: Day) => number,
  last: Day = addDays(today, FURTHEST_DAYS),
): Regret {
  const days = Array.from({ length: FURTHEST_DAYS }, (_, i) => addDays(today, i + 1)).filter(
    (d) => d <= last,
  );
  const possible = days.map((day) => ({ day, chance: chance(day) })).filter((d) => d.chance > 0);
  // what lies behind days that are as good as certain changes nothing: it need not be asked
  const furthest = reach(possible);
  const at = ASKED.filter((d, i) => i < 2 || ASKED[i - 1]! < furthest - today);
  const known = at.map((d) => worthOn(addDays(today, d)));
  const worth = (day: Day): number => {
    const d = day - today;
    const k = at.findIndex((x) => x >= d);
    if (k < 0) return known.at(-1)!;
    if (at[k] === d) return known[k]!;
    const share = (d - at[k - 1]!) / (at[k]! - at[k - 1]!);
    return known[k - 1]! + share * (known[k]! - known[k - 1]!);
  };
  const regret = regretOf(
    known[0]!,
    possible.map((d) => ({ ...d, worth: worth(d.day) })),
  );
  const isOn = regret.until !== null && regret.until - today > FURTHEST_DAYS - 7;
  return isOn ? { ...regret, until: null } : regret;
}

/** The chance of getting there is then below this. */
const NEVER_THERE = 0.001;
function reach(days: readonly Readonly<{ day: Day; chance: number }>[]): Day {
  let still = 1;
  for (const { day, chance } of days) {
    still *= 1 - chance;
    if (still < NEVER_THERE) return day;
  }
  return days.at(-1)?.day ?? (0 as Day);
}
