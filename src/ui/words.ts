/** Facts of the core in words: the one place where a reason becomes a sentence. A new code fails to compile until it has words. */
import { addDays, showDay, showFullDay, showWeekday, type Day } from '@/core/calendar/day';
import { spanAt, type State } from '@/core/calendar/span';
import type { Missing, Reason } from '@/core/gates/reason';
import { nextOpen, type WindowLane } from '@/core/gates/window';
import type { CrossingRule, Odds } from '@/core/ground/crossing';
import type { Expectation } from '@/core/lawn/zone';
import type { LimitPeriod } from '@/core/products/label';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { figure, showDepth, showRate, showLine, showWater, showWind, significant } from '@/core/units/format';
import { RATE_UNITS } from '@/core/units/rate';

const list = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
const clock = (hour: number): string => `${hour % 12 === 0 ? 12 : hour % 12} ${hour < 12 ? 'am' : 'pm'}`;
const poundsPerAcre = (rate: KilogramsPerHectare): string =>
  `${significant(rate / RATE_UNITS['lb/acre'].inSi, 4)} lb a.i./acre`;
const before = ({ earlier, period }: { earlier: readonly Day[]; period: LimitPeriod }): string =>
  earlier.length ? ` Counted: ${list(earlier.map(period === 'calendar year' ? showDay : showFullDay))}.` : '';

const MISSING: Record<Missing, string> = {
  outlook: 'The soil outlook is not known: there is too little weather on file.',
  forecast: 'Not known yet: the forecast does not reach this day.',
  'ingredient-content':
    'The label sheet does not say how much active ingredient is in this product, so its limit cannot be kept.',
  'first-part': 'The part before this one has no day, so its interval cannot be counted.',
  'seeding-wait':
    'Seed is planned here, and the label sheet does not say how long this product keeps seed out.',
  seedlings: 'The zone has been seeded: how far the seedlings are is not known here.',
};

/** A reason in a sentence or two, with its figures and their units. */
export function reasonWords(r: Reason): string {
  switch (r.code) {
    case 'turf-on-label':
      return `${capital(r.turf)} is on the label.`;
    case 'turf-not-on-label':
      return `${capital(r.turf)} is not on the label. It names ${list(r.onLabel)}.`;
    case 'product-cancelled':
      return 'The registration of this product is cancelled.';
    case 'rate-within':
      return `${showRate(r.rate, r.unit)} lies within the label's ${showRate(r.low, r.unit)} to ${showRate(r.high, r.unit)}.`;
    case 'rate-over':
      return `${showRate(r.rate, r.unit)} is above the label's ${showRate(r.high, r.unit)} for one application on this turf. Lower the rate or split it.`;
    case 'rate-under':
      return `${showRate(r.rate, r.unit)} is below the label's ${showRate(r.low, r.unit)} for this turf: an under-dose breeds resistance. Raise the rate or split it less.`;
    case 'within-year-limit':
      return `${showRate(r.total, r.unit)} with this one, of ${showRate(r.limit, r.unit)} in ${periodWords(r.period)}.${before(r)}`;
    case 'over-year-limit':
      return `${showRate(r.total, r.unit)} with this one would be above the label's ${showRate(r.limit, r.unit)} in ${periodWords(r.period)}; ${showRate(r.fits, r.unit)} still fits.${before(r)}`;
    case 'over-ingredient-limit':
      return `${poundsPerAcre(r.total)} of ${r.ingredient} with this one would be above ${poundsPerAcre(r.limit)} in ${periodWords(r.period)}, over all products that hold it.${before(r)}`;
    case 'nothing-before':
      return 'Nothing with this active ingredient has been put down here.';
    case 'too-soon-after':
      return `${r.done ? 'Put down' : 'Planned for'} ${showDay(r.last)}: the label asks for ${r.days} days between. Opens ${showWeekday(r.opens)}.`;
    case 'before-spacing':
      return `The first part of ${showDay(r.last)} still holds: your spacing is ${showDay(r.from)} to ${showDay(r.to)}.`;
    case 'within-spacing':
      return `Within your spacing of ${showDay(r.from)} to ${showDay(r.to)}, counted from ${showDay(r.last)}${r.done ? '' : ' as planned'}.`;
    case 'after-spacing':
      return `Later than your spacing: after ${showDay(r.to)} the part of ${showDay(r.last)} may have worn off.`;
    case 'interval-passed':
      return `The label's ${r.days} days since ${showDay(r.last)} have passed.`;
    case 'no-seeding':
      return 'No seeding is planned here.';
    case 'clear-by-seeding':
      return `Clear ${r.waitDays} days later by the label, in time for seeding on ${showDay(r.seeding)}. Last day: ${showDay(r.latest)}.`;
    case 'blocks-seeding':
      return `At this rate the label keeps seed out for ${r.waitDays} days: too late after ${showDay(r.latest)} for seeding on ${showDay(r.seeding)}. A lower rate waits less.`;
    case 'before-useful-start':
      return `Too early to be of use: the soil may cross ${line(r)} from ${showDay(r.p10)}, and your lead is ${r.leadDays} days. Opens ${showWeekday(r.opens)}.`;
    case 'ahead-of-line':
      return `Ahead of the line: 1 in 10 that ${line(r)} is crossed by ${showDay(r.p10)}.`;
    case 'line-may-be-crossed':
      return `The soil may have crossed ${line(r)}: 1 in 10 by ${showDay(r.p10)}${r.p50 === null ? '' : `, even odds by ${showDay(r.p50)}`}.`;
    case 'line-likely-crossed':
      return `The soil has likely crossed ${line(r)}: even odds by ${r.p50 === null ? 'the end of the year' : showDay(r.p50)}. What germinates before it is down gets through.`;
    case 'line-crossed':
      return `${capital(line(r))} was crossed on ${showDay(r.on)}.${r.reachesBack ? ' This product still takes small seedlings.' : ' A product with reach-back still takes small seedlings.'}`;
    case 'line-not-crossed-this-year':
      return `Not 1 in 10 that ${line(r)} is crossed this year.`;
    case 'later-part':
      return 'A later part follows the first, not the soil.';
    case 'granule':
      return 'A granule falls through: no wind limit.';
    case 'calm':
      return `Calmest ${spell(r)}: at most ${showWind(r.wind)}, limit ${showWind(r.limit)}.`;
    case 'breezy':
      return `Breezy: even ${spell(r)}, the calmest, has up to ${showWind(r.wind)}, limit ${showWind(r.limit)}. Watch for drift.`;
    case 'windy':
      return `Too windy: the calmest ${spell(r)} has up to ${showWind(r.wind)}, limit ${showWind(r.limit)}.`;
    case 'working-day-over':
      return `Fewer than ${r.hours} working hours are left before ${clock(r.until)}.`;
    case 'no-watering-in-needed':
      return 'The label asks for no watering-in.';
    case 'irrigation-waters-in':
      return `Irrigation waters it in: ${showWater(r.depth)} takes ${r.minutes} minutes, within ${r.withinDays} days.`;
    case 'rain-waters-in':
      return `${showWater(r.expected)} of rain forecast by ${showDay(r.by)}; the label asks for ${showWater(r.depth)} within ${r.withinDays} days.`;
    case 'too-little-rain':
      return `Only ${showWater(r.expected)} of rain forecast by ${showDay(r.by)}; the label asks for ${showWater(r.depth)} within ${r.withinDays} days. Irrigation would open it.`;
    case 'rain-not-known-yet':
      return `${showWater(r.expected)} of the ${showWater(r.depth)} due by ${showDay(r.by)} is forecast; after ${showDay(addDays(r.forecastTo, -1))} the rain is not known yet.`;
    case 'storm-runs-off':
      return `A storm of ${showWater(r.hourly)} an hour is forecast and this soil takes ${showWater(r.intake)} an hour: it would run off. Water in lightly first.`;
    case 'not-known':
      return MISSING[r.missing];
  }
}

const line = (r: { rule: CrossingRule }) => `the ${ruleWords(r.rule)} line`;

/** A rule's line in few words: "55 °F at 2 in". */
export function ruleWords(rule: CrossingRule): string {
  switch (rule.school) {
    case 'early bird':
    case 'run of days':
    case 'five-day mean':
      return `${showLine(rule.line)} at ${showDepth(rule.depth)}`;
    case 'air rule of thumb':
      return `${showLine(rule.line)} air`;
    case 'signs':
      return `“${rule.sign}”`;
    case 'degree days':
      return `${figure(rule.sum * 1.8)} °F·day`;
  }
}

/** What a school says, in a sentence. */
export function schoolWords(rule: CrossingRule): string {
  switch (rule.school) {
    case 'early bird':
      return `Daily mean at ${showDepth(rule.depth)} reaches ${showLine(rule.line)} once`;
    case 'run of days':
      return `Daily mean at ${showDepth(rule.depth)} at or above ${showLine(rule.line)} on ${rule.days} days in a row`;
    case 'five-day mean':
      return `Mean of 5 days at ${showDepth(rule.depth)} reaches ${showLine(rule.line)}`;
    case 'air rule of thumb':
      return `Air ${rule.of} at or above ${showLine(rule.line)} on ${rule.days} days in a row`;
    case 'signs':
      return `Seen: ${rule.sign}`;
    case 'degree days':
      return `${figure(rule.sum * 1.8)} °F·days of ${rule.of} over ${showLine(rule.base)} since 1 ${MONTH_NAMES[rule.fromMonth - 1] ?? ''}`;
  }
}
const spell = (r: { from: number; to: number }) => `${clock(r.from)} to ${clock(r.to)}`;
const periodWords = (period: LimitPeriod) => (period === 'calendar year' ? 'the calendar year' : '12 months');
export const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** Whose rule it is. */
export const sourceWords = (r: Reason): string =>
  ({
    label: 'the label',
    'house rule': 'your house rule',
    forecast: 'the forecast',
    outlook: 'the outlook',
    plan: 'the plan',
  })[r.source];

const MONTH_NAMES = ['January', 'February', 'March', 'April', 'May', 'June'] as const;
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
/** "18 Mar" */
export function shortDay(day: Day): string {
  const d = new Date(day * 86_400_000);
  return `${d.getUTCDate()} ${MONTHS[d.getUTCMonth()] ?? ''}`;
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
    return change.from - from === 1 ? 'open today' : `open to ${shortDay(addDays(change.from, -1))}`;
  const opens = lane.find((s) => s.from > from && s.verdict.state === 'open');
  if (opens) return `opens ${shortDay(opens.from)}`;
  return `${change.verdict.state} ${shortDay(change.from)}`;
}

/** When the work can go, in a sentence: the headline of an application. */
export function windowWords(all: WindowLane, today: Day): string {
  const open = nextOpen(all, today);
  if (open?.from === today) {
    const again = nextOpen(all, open.to);
    const until = open.to - today === 1 ? '' : ` to ${showWeekday(addDays(open.to, -1))}`;
    return `Open today${until}${again ? `, again ${showWeekday(again.from)}` : ''}`;
  }
  if (open) return `Opens ${showWeekday(open.from)}`;
  const ajar = nextOpen(all, today, 'ajar');
  if (ajar?.from === today) return 'Ajar today: allowed, with a warning';
  if (ajar) return `Ajar from ${showWeekday(ajar.from)}`;
  return 'Shut for the rest of the year';
}

/** The last day of the window before it shuts; empty where it stays. */
export function lastDayWords(all: WindowLane, today: Day): string {
  const window = nextOpen(all, today, 'ajar');
  const isEnd = !window || all.at(-1)?.to === window.to;
  return isEnd ? '' : `Last day before it shuts: ${showWeekday(addDays(window.to, -1))}`;
}

export const plural = (n: number, one: string, many = `${one}s`): string =>
  `${figure(n)} ${n === 1 ? one : many}`;

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
