/** Facts of the core in words. Reasons of gates have a file of their own (reason-words). */
import { plainName } from '@/core/products/plain-name';
import { addDays, dateOfMonth, monthOf, showWeekday, yearOf, type Day } from '@/core/calendar/day';
import { spanAt, type State } from '@/core/calendar/span';
import { tooLateBy, type LastDay } from '@/core/gates/window-lane';
import { nextOpen, type WindowLane } from '@/core/gates/window-lane';
import type { CrossingRule, Odds } from '@/core/ground/crossing';
import type { Expectation } from '@/core/lawn/zone';
import type { Shows } from '@/core/units/format';
import { capital, list } from './text';

/** A rule's line in few words: "55 °F at 2 in". */
export function ruleWords(rule: CrossingRule, show: Shows): string {
  switch (rule.school) {
    case 'early bird':
    case 'run of days':
    case 'five-day mean':
      return `${show.line(rule.line)} at ${show.depth(rule.depth)}`;
    case 'air rule of thumb':
      return `${show.line(rule.line)} air`;
    case 'signs':
      return `“${rule.sign}”`;
    case 'degree days':
      return show.degreeDays(rule.sum);
  }
}

/** What a school says, in a sentence. */
export function schoolWords(rule: CrossingRule, show: Shows): string {
  switch (rule.school) {
    case 'early bird':
      return `Daily mean at ${show.depth(rule.depth)} reaches ${show.line(rule.line)} once`;
    case 'run of days':
      return `Daily mean at ${show.depth(rule.depth)} at or above ${show.line(rule.line)} on ${rule.days} days in a row`;
    case 'five-day mean':
      return `Mean of 5 days at ${show.depth(rule.depth)} reaches ${show.line(rule.line)}`;
    case 'air rule of thumb':
      return `Air ${rule.of} at or above ${show.line(rule.line)} on ${rule.days} days in a row`;
    case 'signs':
      return `Seen: ${rule.sign}`;
    case 'degree days':
      return `${show.degreeDays(rule.sum)} of ${rule.of} over ${show.line(rule.base)} since 1 ${monthName(rule.fromMonth, 'long')}`;
  }
}
const MONTH_FORMS = {
  long: new Intl.DateTimeFormat('en-US', { month: 'long', timeZone: 'UTC' }),
  short: new Intl.DateTimeFormat('en-US', { month: 'short', timeZone: 'UTC' }),
  letter: new Intl.DateTimeFormat('en-US', { month: 'narrow', timeZone: 'UTC' }),
} as const;
/** A month's name, its first three letters or its first; 1 is January. */
export const monthName = (month: number, form: keyof typeof MONTH_FORMS): string =>
  MONTH_FORMS[form].format(Date.UTC(2000, month - 1));

const MONTHS = [
  'Jan',
  'Feb',
  'Mar',
  'Apr',
  'May',
  'June',
  'July',
  'Aug',
  'Sept',
  'Oct',
  'Nov',
  'Dec',
] as const;
/** "18 Mar"; with its year where a reader's day is given and lies in another. */
export function shortDay(day: Day, today: Day = day): string {
  const year = yearOf(day) === yearOf(today) ? '' : ` ${yearOf(day)}`;
  return `${dateOfMonth(day)} ${MONTHS[monthOf(day) - 1] ?? ''}${year}`;
}

/** What a lane does from a day on, in three words. */
export function laneWords(
  lane: readonly Readonly<{ from: Day; to: Day; verdict: { state: State } }>[],
  from: Day,
): string {
  const now = spanAt(lane, from);
  if (!now) return '';
  const { state } = now.verdict;
  const change = lane.find((s) => s.from > from && s.verdict.state !== state);
  if (!change) return state === 'open' ? 'all clear' : state;
  if (state === 'open')
    return change.from - from === 1 ? 'open today' : `open to ${shortDay(addDays(change.from, -1), from)}`;
  const opens = lane.find((s) => s.from > from && s.verdict.state === 'open');
  if (opens) return `${state === 'ajar' ? 'ajar; ' : ''}opens ${shortDay(opens.from, from)}`;
  return `${change.verdict.state} ${shortDay(change.from, from)}`;
}

/** "Thu 18 March", with its year where that is not today's. */
const dayIn = (today: Day, day: Day): string =>
  `${showWeekday(day)}${yearOf(day) === yearOf(today) ? '' : ` ${yearOf(day)}`}`;

/** When the work can go, in a sentence: the headline of an application. */
export function windowWords(all: WindowLane, today: Day): string {
  const open = nextOpen(all, today);
  if (open?.from === today) {
    const again = nextOpen(all, open.to);
    const until = open.to - today === 1 ? '' : ` to ${dayIn(today, addDays(open.to, -1))}`;
    return `Open today${until}${again ? `, again ${dayIn(today, again.from)}` : ''}`;
  }
  if (open && yearOf(open.from) === yearOf(today)) return `Opens ${dayIn(today, open.from)}`;
  const ajar = nextOpen(all, today, 'ajar');
  if (ajar?.from === today) return 'Ajar today: allowed, with a warning';
  if (ajar && yearOf(ajar.from) === yearOf(today)) return `Ajar from ${dayIn(today, ajar.from)}`;
  if (open) return `Shut for the rest of the year; opens ${dayIn(today, open.from)}`;
  if (ajar) return `Shut for the rest of the year; ajar from ${dayIn(today, ajar.from)}`;
  return `Shut to ${dayIn(today, addDays(all.at(-1)?.to ?? addDays(today, 1), -1))}`;
}

/** Ahead of its day by more than this, an application is not asked whether it could go now. */
const FAR_DAYS = 21;

/**
 * How an application stands: now where it is near, on its planned day where that is far.
 * @param isBrief for a list: only how the day itself stands
 */
export function plannedWords(all: WindowLane, today: Day, planned: Day, isBrief = false): string {
  const then = planned - today > FAR_DAYS ? all.find((s) => s.from <= planned && planned < s.to) : undefined;
  if (!then) return windowWords(all, today);
  const { state } = then.verdict;
  const onThatDay = `${capital(state)} on that day`;
  if (isBrief || state === 'open') return onThatDay;
  return state === 'shut'
    ? `${onThatDay}. ${windowWords(all, planned)}`
    : `${onThatDay}: allowed, with a warning`;
}

/** The last day on which it may go, and how likely it is too late before that; empty where no end is in sight. */
export function lastDayWords({ last, p10, p50 }: LastDay, today: Day): string {
  const now = tooLateBy({ p10, p50 }, today);
  const late =
    now === 'even odds'
      ? 'Even odds that it is too late already.'
      : now === '1 in 10'
        ? '1 in 10 that it is too late already.'
        : p10 !== null && (last === null || p10 < last)
          ? `From ${dayIn(today, p10)} on, 1 in 10 that it is too late.`
          : '';
  return [last === null ? '' : `Last day: ${dayIn(today, last)}.`, late].filter(Boolean).join(' ');
}

/** When a line is crossed: the day where it is behind us, else the odds. */
export function crossingWords(crossed: Day | null, { p10, p50, p90 }: Odds): string {
  if (crossed !== null) return `${shortDay(crossed)}, crossed`;
  if (p10 === null) return 'not likely this year';
  return `${shortDay(p10)} – ${p90 === null ? 'year’s end' : shortDay(p90)}${p50 === null ? '' : `, even odds ${shortDay(p50)}`}`;
}

/** What a lawn will not be, whatever is sprayed, in one line: for the sheet and for the customer. */
export function expectationWords(e: Expectation): string {
  switch (e.code) {
    case 'shade-too-deep':
      return `${capital(e.turf)} does not grow well in ${e.exposure}, whatever is sprayed: expect thin turf and weeds.${e.better.length ? ` ${capital(list(e.better))} would stand it.` : ''}`;
    case 'too-wet':
      return `${capital(e.turf)} does not stand wet feet: ${e.drainage === 'ponds' ? 'water stands here' : 'this soil stays wet'}. Drainage first; weeds of wet places come back until then.`;
  }
}

/** A label's name as it is said: what marks it as a demo's is said once for the screen. */
export const shortName = (label: Readonly<{ name: string }>): string => plainName(label.name);

/** What is recalled of a turf that does not stand an ingredient well. */
export function toleranceWords({
  ingredient,
  tolerance,
}: Readonly<{ ingredient: string; tolerance: string }>): string {
  switch (tolerance) {
    case 'thins':
      return `${capital(ingredient)}: this turf grows thin and roots slowly under it`;
    case 'injury':
      return `${capital(ingredient)}: this turf is tender to it`;
    case 'dormant-only':
      return `${capital(ingredient)}: safe on this turf only when it is dormant`;
    default:
      return `${capital(ingredient)}: this turf is sensitive to it`;
  }
}
