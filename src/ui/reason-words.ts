/** Every reason in a sentence or two, with its figures and their units. The one place where reasons become words. */
import { addDays, dayOf, showDay, type Day, type MonthDay } from '@/core/calendar/day';
import { dayOfHour, hourOfDay, type Hour } from '@/core/calendar/hour';
import type { FallHabit } from '@/core/facts/facts';
import type { Missing, Reason } from '@/core/gates/reason';
import type { CrossingRule } from '@/core/ground/crossing';
import type { LimitPeriod } from '@/core/products/label';
import type { Use } from '@/core/trade/terms';
import { SHEET_FIELDS, fieldOf, type FigureKey } from '@/core/products/sheet-fields';
import { inUnits } from '@/core/units/measures';
import { showAmount, showMostRate, showRate, type Shows } from '@/core/units/format';
import { showPercent, significant } from '@/core/units/figure';
import type { Celsius } from '@/core/units/quantity';
import { fromFahrenheit } from '@/core/units/trade';
import { WEEDS, stageWords } from '@/core/weeds/weeds';
import { ruleWords } from './words';
import { capital, list, plural } from './text';

/** Common practice, no source: what reasons kept before the gate said its own line. */
const COLD_FOR_LEAF = fromFahrenheit(50);
const clock = (hour: number): string => `${hour % 12 === 0 ? 12 : hour % 12} ${hour < 12 ? 'am' : 'pm'}`;
/** "Thu 18 March, 2 pm" */
export const hourWords = (hour: Hour, { weekday }: Pick<Shows, 'weekday'>): string =>
  `${weekday(dayOfHour(hour))}, ${clock(hourOfDay(hour))}`;
const times = (n: number) => (n === 0 ? 'not once' : n === 1 ? 'once' : `${n} times`);
const seenWords = (seen: Day | null, { day }: Shows) =>
  seen === null ? ', by the soil' : `, counted from what was seen ${day(seen)}`;
const seedlingWords = ({ weeks, mowings }: { weeks: number | null; mowings: number | null }) =>
  list(
    [weeks === null ? '' : plural(weeks, 'week'), mowings === null ? '' : plural(mowings, 'mowing')].filter(
      Boolean,
    ),
  ) || 'nothing more';
const limitsWords = ({ least, most }: { least: Celsius | null; most: Celsius | null }, show: Shows) =>
  [least === null ? '' : `at least ${show.line(least)}`, most === null ? '' : `at most ${show.line(most)}`]
    .filter(Boolean)
    .join(', ') || 'all limits';
export const wordsForUse = (use: Use): string => (use === 'spot' ? 'spot treatment' : use);
const monthDay = ({ month, date }: MonthDay) => showDay(dayOf(2028, month, date));
const degreeWords = (degree: 'control' | 'suppression' | undefined) =>
  degree === 'suppression' ? 'only suppresses' : 'controls';
/** What the house has written down of when crews here go. */
const habitWords = (habit: FallHabit | null | undefined) =>
  habit ? ` Crews here go from ${monthDay(habit.from)} to ${monthDay(habit.to)}.` : '';
const ceilingOf = (ingredient: string | null) =>
  ingredient === null ? 'What prunes roots, counted as prodiamine' : capital(ingredient);
const daysBack = (days: number) => (days >= 365 ? 'twelve months' : plural(days, 'day'));
const onGround = ({ isSpot }: { isSpot: boolean }) => (isSpot ? ' on the same spots' : '');
/** Where only a part is treated, the sum over the whole zone stands beside that of the spots. */
const overZone = ({ isSpot }: { isSpot: boolean }, total: string) =>
  isSpot ? ` Over the zone ${total}.` : '';
/** A figure of a label in its row's own measure. */
function labelFigure(key: FigureKey, si: number, show: Shows): string {
  const field = fieldOf(key);
  const measure = field.kind === 'figure' ? field.measure : undefined;
  return measure === undefined
    ? significant(si)
    : `${significant(inUnits(si, measure, show.system))} ${show.unit(measure)}`;
}
type Counted = Readonly<{
  earlier: readonly Day[];
  later: readonly Day[];
  beside: readonly string[];
  period: LimitPeriod;
}>;
/** What a limit counted beside this application. */
const counted = ({ earlier, later, beside: others }: Counted, { day }: Shows): string => {
  const parts = [
    earlier.length ? list(earlier.map(day)) : '',
    later.length ? `planned ${list(later.map(day))}` : '',
    others.length ? `${list(others)} in the same visit` : '',
  ].filter(Boolean);
  return parts.length ? ` Counted: ${parts.join('; ')}.` : '';
};
const before = ({ earlier }: { earlier: readonly Day[] }, { day }: Shows): string =>
  earlier.length ? ` Counted: ${list(earlier.map(day))}.` : '';

const MISSING: Record<Missing, string> = {
  outlook: 'The soil outlook is not known: there is too little weather on file.',
  forecast: 'Not known yet: the forecast does not reach this day.',
  'ingredient-content':
    'The label sheet does not say how much active ingredient is in this product, so its limit cannot be kept.',
  'first-part': 'The part before this one has no day, so its interval cannot be counted.',
  'seeding-wait':
    'Seed is planned here, and the label sheet does not say how long this product keeps seed out.',
  seedlings:
    'Seeding was planned before this day: note it as seeded on the lawn’s screen, or move it on the lawn sheet.',
  'year-limit': 'The label sheet does not say how much may go down in a year: type it in from the label.',
  'seedling-rule': 'The zone was seeded, and the label sheet does not say how far seedlings must be.',
  registration: 'The label sheet does not say in which states it is registered.',
  state: "The lawn's state is not said: set it under House or on the lawn sheet.",
  'water-distance': 'The label asks for a distance from water, and it has not been measured on this lawn.',
  methods: 'The label sheet does not say with what equipment it may be put down.',
  category: 'The label sheet names no licence category: check local rules.',
  target: 'No weed is named for this application, so its stage cannot be judged.',
  stage: 'Nobody has written down how far the weed is here. Look, and note it on the lawn’s screen.',
  'rain-free-hours': 'The label sheet does not say how many hours without rain the leaf needs.',
  'watering-in': 'The label sheet does not say whether and when it must be watered in.',
  'recent-weather': "The weather of the last weeks is not on file, so the soil's water is not known.",
  density: "A share by weight in a liquid needs the product's density, and the sheet has none.",
  group: 'The label sheet does not say the site of action group.',
  green:
    'The label allows it on dormant turf alone, and nobody has written down in the ten days before that it is dormant. Look, and note it on the lawn’s screen.',
  mowing:
    'The label asks for days since mowing, and no mowing is written down here. Ask, and note it on the lawn’s screen.',
  water:
    'The label keeps a distance from water, and nobody has said whether there is any near this zone. Look, and say so on the lawn sheet.',
  'licence-category':
    'It is a restricted-use product, and the label sheet names no licence category: type it in from the label or your state’s list.',
  sites: 'Nobody has typed on which sites the label allows it: homes, public ground, sports, golf, sod.',
  grounds:
    'The label sets limits by site, and nobody has said what this ground is used for: say so on the lawn sheet.',
  setbacks: 'Nobody has typed the distances that the label keeps, or that it keeps none.',
  fruit:
    'Trees of which fruit is eaten stand here, and nobody has typed whether the label allows it near them.',
  interval:
    'The same product or ingredient is near by in time, and nobody has typed the least days between from the label.',
  'count-limit': 'Nobody has typed how many applications the label allows, or that it sets no number.',
  'mowing-days': 'Nobody has typed how long before or after mowing the label keeps, or that it sets no days.',
  'wind-limit': 'Your own wind limit is kept. Nobody has typed the label’s, or that it sets none.',
  'air-limits': 'Nobody has typed between which air temperatures the label allows it, or that it sets none.',
};

/** A reason in a sentence or two, with its figures and their units. */
export function reasonWords(r: Reason, show: Shows): string {
  const { day, weekday } = show;
  switch (r.code) {
    case 'turf-on-label':
      return `${capital(r.turf)} is on the label.`;
    case 'turf-not-on-label':
      return `${capital(r.turf)} is not on the label for ${wordsForUse(r.use)}. ${r.onLabel.length ? `It names ${list(r.onLabel)}.` : 'It has no row for that use.'}`;
    case 'product-cancelled':
      return 'The registration of this product is cancelled.';
    case 'rate-within':
      return `${showRate(r.rate, r.unit)} lies within the label's ${showRate(r.low, r.unit)} to ${showRate(r.high, r.unit)}.`;
    case 'rate-over':
      return `${showRate(r.rate, r.unit)} is above the label's ${showRate(r.high, r.unit)} for one application on this turf, and no one may go above it.`;
    case 'rate-under':
      return `${showRate(r.rate, r.unit)} is below the label's ${showRate(r.low, r.unit)} for this turf: an under-dose breeds resistance, and some labels forbid it.`;
    case 'within-year-limit':
      return `${showRate(r.total, r.unit)} with this one${onGround(r)}, of ${showRate(r.limit, r.unit)} in ${periodWords(r.period)}.${overZone(r, showRate(r.zoneTotal, r.unit))}${counted(r, show)}`;
    case 'over-year-limit':
      return `${showRate(r.total, r.unit)} with this one${onGround(r)} would be above the label's ${showRate(r.limit, r.unit)} in ${periodWords(r.period)}; ${showMostRate(r.fits, r.unit)} still fits.${overZone(r, showRate(r.zoneTotal, r.unit))}${counted(r, show)}`;
    case 'over-ingredient-limit':
      return `${show.ingredient(r.total, r.counts)} of ${r.ingredient} with this one${onGround(r)} would be above ${show.ingredient(r.limit, r.counts)} in ${periodWords(r.period)}, over all products that hold it${!r.setBy ? '' : `, as the label of ${r.setBy} says`}; ${showMostRate(r.fits, r.unit)} still fits.${overZone(r, show.ingredient(r.zoneTotal, r.counts))}${counted(r, show)}`;
    case 'over-at-once':
      return `${show.ingredient(r.total, r.counts)} of ${r.ingredient} go down in one visit, together with ${list(r.others)}: above the ${show.ingredient(r.most, r.counts)} that this label allows at once.`;
    case 'too-soon-before':
      return `The next one is planned for ${day(r.next)}: the label asks for ${plural(r.days, 'day')} between. Last day before it: ${day(r.latest)}; or move that one.`;
    case 'history-not-known':
      return r.bookFrom === null
        ? `What was put down here in the ${daysBack(r.days)} before is not known, and not known is not zero. Say it on the lawn sheet.`
        : `The book of this zone begins on ${day(r.bookFrom)}: what went down in the ${daysBack(r.days)} before is not wholly known.`;
    case 'no-label-rate':
      return 'No rate is typed for this product, so none is held against it.';
    case 'nothing-before':
      return 'Nothing with this active ingredient has been put down here.';
    case 'too-soon-after':
      return `${r.done ? 'Put down' : 'Planned for'} ${day(r.last)}: the label asks for ${r.days} days between. Opens ${weekday(r.opens)}.`;
    case 'before-spacing':
      return `The first part of ${day(r.last)} still holds: your spacing is ${day(r.from)} to ${day(r.to)}.`;
    case 'within-spacing':
      return `Within your spacing of ${day(r.from)} to ${day(r.to)}, counted from ${day(r.last)}${r.done ? '' : ' as planned'}.`;
    case 'after-spacing':
      return `Later than your spacing: after ${day(r.to)} the part of ${day(r.last)} may have worn off.`;
    case 'interval-passed':
      return `The label's ${r.days} days since ${day(r.last)} have passed.`;
    case 'no-seeding':
      return 'No seeding is planned here.';
    case 'clear-by-seeding':
      return `Clear ${r.waitDays} days later by the label, in time for ${r.kind ?? 'seed'} on ${day(r.seeding)}. Last day: ${day(r.latest)}.`;
    case 'clear-late':
      return `Clear ${r.waitDays} days later by the label: from ${day(addDays(r.latest, -r.slackDays + 1))} on that is less than your ${plural(r.slackDays, 'day')} before ${r.kind ?? 'seed'} on ${day(r.seeding)}. Last day by the label: ${day(r.latest)}.`;
    case 'blocks-seeding':
      return `At this rate the label keeps seed out for ${r.waitDays} days${r.kind && r.kind !== 'seed' ? `, held against ${r.kind} too` : ''}: too late after ${day(r.latest)} for ${r.kind ?? 'seed'} on ${day(r.seeding)}. What lies there already counts: halves wait as long as the whole.`;
    case 'before-useful-start':
      return `Too early to be of use: the soil may cross ${line(r, show)} from ${day(r.p10)}, and your lead is ${r.leadDays} days. Opens ${weekday(r.opens)}.`;
    case 'ahead-of-line':
      return `Ahead of the line: 1 in 10 that ${line(r, show)} is crossed by ${day(r.p10)}.${r.strip ? ` The warmest strip comes first, from ${day(r.strip)}.` : ''}${r.last && r.lastP10 ? ` ${capital(WEEDS[r.last].name)} follows from ${day(r.lastP10)}: by then the barrier is ${plural(r.lastP10 - r.p10, 'day')} older.` : ''}`;
    case 'some-targets-late':
      return `Late for ${list(r.late.map((w) => WEEDS[w].name))}; still ahead of ${list(r.ahead.map((w) => WEEDS[w].name))}.`;
    case 'no-line-of-its-own':
      return `${capital(list(r.targets.map((w) => WEEDS[w].name)))} also ${r.targets.length === 1 ? 'comes' : 'come'} from the root, over a whole season: no line of the soil tells when. Look.`;
    case 'target-held-back':
      return `${capital(list(r.targets.map((w) => WEEDS[w].name)))}: the label names ${r.targets.length === 1 ? 'it' : 'them'} among what it keeps from coming up.`;
    case 'line-may-be-crossed':
      return `The soil may have crossed ${line(r, show)}: 1 in 10 by ${day(r.p10)}${r.p50 === null ? '' : `, even odds by ${day(r.p50)}`}.`;
    case 'line-likely-crossed':
      return `The soil has likely crossed ${line(r, show)}: even odds by ${r.p50 === null ? 'the end of the year' : day(r.p50)}. What germinates before it is down gets through.`;
    case 'line-crossed':
      return `${capital(line(r, show))} was crossed on ${day(r.on)}.${r.reachesBack ? ' By its label it takes what is up, as far as a stage: look how far it is.' : ' What came up before it is down gets through.'}`;
    case 'line-not-crossed-this-year':
      return `Not 1 in 10 that ${line(r, show)} is crossed this year: the soil stays under it, or is above it all winter. Look when this weed comes up here.`;
    case 'later-part':
      return 'A later part follows the first, not the soil.';
    case 'granule':
      return 'A granule drifts far less than a spray, and its label sheet sets no wind limit.';
    case 'calm':
      return `Calmest ${spell(r)}: at most ${show.wind(r.wind)}, limit ${show.wind(r.limit)}.`;
    case 'breezy':
      return `Breezy: even ${spell(r)}, the calmest, has up to ${show.wind(r.wind)}, limit ${show.wind(r.limit)}. Watch for drift.`;
    case 'windy':
      return `Too windy: the calmest ${spell(r)} has up to ${show.wind(r.wind)}, limit ${show.wind(r.limit)}.`;
    case 'above-label-figure':
      return `${SHEET_FIELDS[r.field].name}: the label says ${labelFigure(r.field, r.limit, show)}, and it is ${labelFigure(r.field, r.value, show)}.`;
    case 'working-day-over':
      return `Fewer than ${r.hours} working hours are left before ${clock(r.until)}.`;
    case 'no-watering-in-needed':
      return r.asked
        ? `The label’s watering-in is for another use: ${wordsForUse(r.use ?? 'post-emergent')} is not watered in.`
        : 'The label asks for no watering-in.';
    case 'irrigation-waters-in':
      return `Irrigation waters it in: ${show.water(r.depth)} takes ${r.minutes} minutes, within ${r.withinDays} days.`;
    case 'rain-waters-in':
      return `${show.water(r.expected)} of rain forecast by ${day(r.by)}; the label asks for ${show.water(r.depth)} within ${r.withinDays} days.`;
    case 'too-little-rain':
      return `Only ${show.water(r.expected)} of rain forecast by ${day(r.by)}; the label asks for ${show.water(r.depth)} within ${r.withinDays} days. Without irrigation it lies on the leaf and in the light.`;
    case 'rain-not-known-yet':
      return `${show.water(r.expected)} of the ${show.water(r.depth)} due by ${day(r.by)} is forecast; after ${day(addDays(r.forecastTo, -1))} the rain is not known yet.`;
    case 'storm-runs-off':
      return `A storm of ${show.water(r.hourly)} an hour is forecast and this soil takes ${show.water(r.intake)} an hour: it would run off. Water in lightly first.`;
    case 'not-for-this-use':
      return `Does not matter for ${wordsForUse(r.use)}.`;
    case 'registered-here':
      return `Registered in ${r.state}.`;
    case 'not-registered-here':
      return `Not registered in ${r.state}. The label sheet names ${list(r.registeredIn) || 'no state'}. Another product would open it.`;
    case 'no-count-limit':
      return 'The label sheet sets no number of applications.';
    case 'within-count':
      return `${r.count} of ${r.most} applications so far in ${periodWords(r.period)}.${before(r, show)}`;
    case 'count-reached':
      return `All ${r.most} applications that the label allows in ${periodWords(r.period)} are taken.${before(r, show)} Another product would open it.`;
    case 'not-seeded':
      return 'No seeding is written down here.';
    case 'seedlings-too-young':
      return `Seeded ${day(r.seeded)}; the label asks for ${seedlingWords(r)}. ${r.mowings !== null && r.mown < r.mowings ? `Mown ${times(r.mown)} so far.` : r.opens === null ? '' : `Opens ${weekday(r.opens)}.`}`.trim();
    case 'seedlings-old-enough':
      return `Seeded ${day(r.seeded)}, and past the label's ${seedlingWords(r)}.`;
    case 'no-seedling-rule':
      return 'Seedlings stand here; the label sheet says that the label sets no age for them.';
    case 'no-seeding-wait':
      return 'The label sheet says that the label sets no wait before seeding.';
    case 'no-year-limit':
      return 'The label sheet says that the label sets no most of the product in a year.';
    case 'any-site':
      return 'The label sheet says that the label sets no sites.';
    case 'site-on-label':
      return `The label allows it on a ${r.grounds}.`;
    case 'site-not-on-label':
      return `Not on a ${r.grounds}, by the label: ${list(r.sites)} only.`;
    case 'organic-only':
      return 'The customer wishes organic products only, and this is none by its active ingredients.';
    case 'opted-out':
      return `The customer wishes none of: ${r.words}. Read it against this product.`;
    case 'no-wish':
      return 'The customer has wished nothing that stands against it.';
    case 'fruit-here':
      return 'Not where fruit is grown, by the label, and fruit trees stand in this zone. Leave their circle out on the lawn sheet, or take another product.';
    case 'no-setback':
      return 'The label sheet sets no distance from what the lawn sheet says is near this zone.';
    case 'inside-setback':
      return `${capital(r.from)} at ${show.length(r.distance)}; the label keeps ${show.length(r.asked)}. Treat only what lies beyond it, as a zone of its own, or choose another product.`;
    case 'beyond-setback':
      return `${capital(r.from)} at ${show.length(r.distance)}, beyond the label's ${show.length(r.asked)}.`;
    case 'keep-off':
      return `Keep ${show.length(r.asked)} off the ${r.from === 'tree' ? 'drip line of the trees' : 'edge of the beds'}, by the label.`;
    case 'no-licence-needed':
      return 'The label names no licence.';
    case 'licensed':
      return `${r.person} is licensed${r.category ? ` for ${r.category}` : ''} until ${day(r.until)}${r.restricted ? '; restricted use, under a certified applicator only' : ''}.`;
    case 'no-valid-licence':
      return `${r.restricted ? 'Restricted use: nobody' : 'Nobody'} here has a licence${r.category ? ` for ${r.category}` : ''} that is valid on this day${r.lapsed === null ? '' : `; the last ran out on ${day(r.lapsed)}`}. A valid licence under House would open it.`;
    case 'method-not-on-label':
      return `The label allows ${list(r.onLabel)}${r.has.length ? `, and not ${list(r.has)}` : ''}. ${r.has.length ? 'Equipment of that kind would open it.' : 'Write down your equipment under House.'}`;
    case 'calibrated':
      return `${r.name} was calibrated on ${day(r.on)}; good for ${r.days} days.`;
    case 'calibration-old':
      return `${r.name} was last calibrated on ${day(r.on)}: your house rule is ${r.days} days.`;
    case 'calibration-runs-out':
      return `${r.name} was calibrated on ${day(r.on)}, good for ${r.days} days: calibrate again before this day.`;
    case 'calibration-drifted':
      return `On ${day(r.on)} ${r.name} put out ${showPercent(Math.abs(r.drift))} ${r.drift > 0 ? 'more' : 'less'} than the time before: look at nozzles, pressure and gate.`;
    case 'calibration-waived':
      return `${r.by} said on ${day(r.on)} that ${r.name} is right, without measuring: ${r.why}. A calibration with figures would open it.`;
    case 'never-calibrated':
      return `${r.name} has never been calibrated, as far as is written down.`;
    case 'carrier-outside':
      return `${r.name} puts out ${show.carrier(r.carrier)}; the label asks for ${show.carrier(r.least)} to ${show.carrier(r.most)}. Other nozzles, pressure or pace, measured again, would open it.`;
    case 'no-event':
      return 'No event of the customer is written down.';
    case 'event-that-day':
      return `The customer's ${r.what} is on ${day(r.on)}.`;
    case 'no-dry-time-before-event':
      return `Too close before the customer's ${r.what} on ${day(r.on)}: re-entry ${r.hours === null ? 'when dry, counted as a day' : `after ${r.hours} hours`}.`;
    case 'no-notice-needed':
      return 'Nobody has asked for notice.';
    case 'notice-given':
      return `Notice went out ${hourWords(r.sent, show)}, ${r.hours} hours ahead or more.`;
    case 'notice-too-short':
      return `Notice went out ${hourWords(r.sent, show)}; ${r.hours} hours are asked for. Opens ${hourWords(r.opens, show)}.`;
    case 'notice-to-send':
      return `${r.hours} hours of notice are asked for, and none has gone out yet. Send it in time and note it on the lawn’s screen.`;
    case 'notice-not-sent':
      return `${r.hours} hours of notice are asked for, and none has gone out. Send it and note it on the lawn’s screen.`;
    case 'before-autumn':
      return `Too early for winter weeds: the soil may fall through ${show.line(r.line)} from ${day(r.p10)}, and your lead is ${r.leadDays} days. Opens ${weekday(r.opens)}.${habitWords(r.habit)}`;
    case 'ahead-of-autumn':
      return `Ahead of the fall line: 1 in 10 that the soil has fallen through ${show.line(r.line)} for good by ${day(r.p10)}.${habitWords(r.habit)}`;
    case 'autumn-may-be-here':
      return `The soil may have fallen through ${show.line(r.line)} for good: 1 in 10 by ${day(r.p10)}${r.p50 === null ? '' : `, even odds by ${day(r.p50)}`}.${habitWords(r.habit)}`;
    case 'autumn-is-here':
      return `The soil has likely fallen through ${show.line(r.line)}${r.p50 === null ? '' : ` by ${day(r.p50)}`}: winter weeds are coming up.${habitWords(r.habit)}`;
    case 'fall-came-back':
      return `The soil had likely fallen through ${show.line(r.line)}${r.p50 === null ? '' : ` by ${day(r.p50)}`}, and is back above it on this day, ${show.temperature(r.soil)}: some winter weeds are up, more are to come${r.p90 === null ? '' : ` until about ${day(r.p90)}`}.${habitWords(r.habit)}`;
    case 'fall-stays-mild':
      return `The soil has likely fallen through ${show.line(r.line)}${r.p50 === null ? '' : ` by ${day(r.p50)}`}. Winters are mild here, ${show.line(r.coldest)} at the coldest: winter weeds keep coming until spring. It stops those, and not what is up.${habitWords(r.habit)}`;
    case 'fall-not-crossed':
      return `The soil does not fall through ${show.line(r.line)} for good in this season, as far as the outlook tells: winter weeds come up in any cool spell.${habitWords(r.habit)}`;
    case 'target-not-on-label':
      return `${capital(WEEDS[r.target].name)} is not among the weeds that the label sheet ${r.before ? 'keeps from coming up' : 'takes once they are up'}${r.onLabel.length ? `: ${list(r.onLabel.map((w) => WEEDS[w].name))}` : ''}.`;
    case 'target-not-up':
      return `${capital(WEEDS[r.target].name)} is not up${r.seen === null ? ', as far as the soil tells' : ` (looked at ${day(r.seen)})`}.${r.from === null ? '' : ` Expected from ${day(r.from)}.`}`;
    case 'stage-controlled':
      return `${capital(WEEDS[r.target].name)} at ${stageWords(r.target, r.stage)}${r.seen === null ? '' : `, counted from what was seen ${day(r.seen)}`}; the label ${degreeWords(r.degree)} it up to ${stageWords(r.target, r.upTo)}.`;
    case 'stage-expected':
      return `${capital(WEEDS[r.target].name)} is expected at ${stageWords(r.target, r.stage)}, by the soil alone; the label ${degreeWords(r.degree)} it up to ${stageWords(r.target, r.upTo)}. Look before you spray.`;
    case 'past-stage':
      return `${capital(WEEDS[r.target].name)} is at ${stageWords(r.target, r.stage)}${r.seen === null ? ', as far as the soil tells' : `, counted from what was seen ${day(r.seen)}`}, past the label's ${stageWords(r.target, r.upTo)}. A product that takes it larger would open it.`;
    case 'between-stages':
      return `${capital(WEEDS[r.target].name)} is at ${stageWords(r.target, r.stage)}${r.seen === null ? ', as far as the soil tells' : `, counted from what was seen ${day(r.seen)}`}: the label takes it smaller and larger, but not then. It takes it again at ${stageWords(r.target, r.again)}.`;
    case 'turf-state-irrelevant':
      return 'Neither the label nor your rules ask how green this turf is for it.';
    case 'turf-green':
      return `${capital(r.turf)} is green: about ${showPercent(r.green)}${seenWords(r.seen, show)}.`;
    case 'turf-expected':
      return `${capital(r.turf)} is about ${showPercent(r.green)} green by the soil alone, and the label keeps off it while it greens up. Look, and note it on the lawn’s screen.`;
    case 'turf-dormant':
      return `${capital(r.turf)} is dormant: about ${showPercent(r.green)} green${seenWords(r.seen, show)}.`;
    case 'part-green':
      return `${capital(r.turf)} is part green, about ${showPercent(r.green)}${seenWords(r.seen, show)}: neither dormant nor grown, it is easily hurt. What you see goes before it: note it on the lawn’s screen.`;
    case 'must-be-dormant':
      return `Only on dormant turf, by the label; ${r.turf} is about ${showPercent(r.green)} green${seenWords(r.seen, show)}.`;
    case 'turf-stressed':
      return `The turf was seen under ${r.stress} stress on ${day(r.seen)}${r.until === null ? ', and no rain since then has filled the soil again. Note it on the lawn’s screen when it is over.' : `; that counts until ${day(r.until)}.`}`;
    case 'drought-may-last':
      return `The turf was seen under drought stress on ${day(r.seen)}, and no forecast reaches so far: look again before you spray.`;
    case 'no-air-limit':
      return 'The label sheet sets no limit of air temperature.';
    case 'air-within':
      return `${show.temperature(r.air)} is within ${limitsWords(r, show)}.`;
    case 'air-too-cold':
      return `${show.temperature(r.air)} is too cold: the label asks for ${r.least === null ? 'more' : `${show.line(r.least)} or more`}.`;
    case 'air-too-warm':
      return `${show.temperature(r.air)} is too warm: no more than ${r.most === null ? 'the limit' : show.line(r.most)}.`;
    case 'day-too-warm':
      return `The day gets to ${show.temperature(r.high)}: the label allows no work on days above ${show.line(r.most)}, at whatever hour.`;
    case 'air-cold':
      return `${show.temperature(r.air)} is cold for a leaf-active product: below ${show.line(r.least ?? COLD_FOR_LEAF)} weeds take up little.`;
    case 'air-warm':
      return `${show.temperature(r.air)} is warm for a leaf-active product: your caution is ${r.most === null ? 'lower' : show.line(r.most)}.`;
    case 'no-ceiling':
      return 'Your house sets no ceiling for it on this turf.';
    case 'within-ceiling':
      return `${ceilingOf(r.ingredient)}: ${show.ingredient(r.total, 'a.i.')} in 12 months with this; your ceiling on ${r.turf} is ${show.ingredient(r.most, 'a.i.')}.`;
    case 'over-ceiling':
      return `${ceilingOf(r.ingredient)}: it would come to ${show.ingredient(r.total, 'a.i.')} in 12 months. Your ceiling on ${r.turf} is ${show.ingredient(r.most, 'a.i.')}.`;
    case 'no-nitrogen':
      return 'It carries no nitrogen.';
    case 'nitrogen-fits':
      return `${show.nitrogen(r.now)} now, ${show.nitrogen(r.total)} of ${show.nitrogen(r.budget)} in the calendar year.`;
    case 'over-nitrogen':
      return `${show.nitrogen(r.now)} now would make ${show.nitrogen(r.total)} in the calendar year, above ${show.nitrogen(r.budget)}. A lower rate, or a product without fertilizer, would open it.`;
    case 'too-much-nitrogen-at-once':
      return `${show.nitrogen(r.now)} in one application is above ${show.nitrogen(r.most)}, the usual most at once; some states make it law. Less at once, or a slower source by its own label.`;
    case 'fertilizer-banned':
      return `Local law allows no fertilizer until ${day(r.until)}. A product without fertilizer would open it.`;
    case 'phosphorus-not-wanted':
      return `It carries phosphate, which local law allows on new turf or where a soil test asks for it${r.tested === null ? ': none is written down' : `; that of ${day(r.tested)} does not, or is too old`}. A product without phosphate would open it.`;
    case 'soil-too-warm-for-nitrogen':
      return `The soil is at about ${show.temperature(r.soil)}: no nitrogen above ${show.line(r.limit)}.`;
    case 'dormant-wants-no-nitrogen':
      return `${capital(r.turf)} is about ${showPercent(r.green)} green: it wants nitrogen only when green.`;
    case 'possible-inversion':
      return `Still air at dawn or dusk, ${show.wind(r.wind)}: it may lie in layers and drift goes far. Watch smoke or dust.`;
    case 'leaf-irrelevant':
      return 'Neither the label nor your rules ask for a dry or a moist leaf.';
    case 'leaf-dry':
      return r.lastRain === null
        ? 'No rain in the hours before; dew is not measured here. Look at the leaf.'
        : `Rain ${hourWords(r.lastRain, show)}, long enough ago to have dried as a rule. Look at the leaf.`;
    case 'leaf-dripping':
      return `The leaf drips: rain ${r.lastRain === null ? '' : hourWords(r.lastRain, show)}.`;
    case 'leaf-moist':
      return `This granule sticks to a moist leaf: ${r.lastRain === null ? 'dew is likely now' : `rain ${hourWords(r.lastRain, show)}`}.`;
    case 'leaf-too-dry':
      return 'This granule works through the leaf and falls off a dry one. Dew, or a light watering before, would open it.';
    case 'leaf-damp':
      return `The leaf is still damp from rain ${r.lastRain === null ? '' : hourWords(r.lastRain, show)}.`;
    case 'dew-likely':
      return `Dew is likely until about ${hourWords(r.until, show)}: fertilizer sticks to wet leaf and burns it. Feel the leaf.`;
    case 'no-frost':
      return 'No frost, no snow.';
    case 'frost-in-air':
      return `Frost: ${show.temperature(r.air)}.`;
    case 'ground-frozen':
      return `The ground is frozen, ${show.temperature(r.soil)}.`;
    case 'snow':
      return `Snow lies: melted it would be ${show.water(r.water)} of water.`;
    case 'soil-saturated':
      return `The soil is full: water runs off, and the product with it. ${capital(plural(r.dryDays, 'dry day'))} before.`;
    case 'soil-wet':
      return `The soil has room for ${show.water(r.room)} of water and no more after ${plural(r.dryDays, 'dry day')}: best after 3 or 4.`;
    case 'soil-takes-water':
      return `The soil has room for ${show.water(r.room)} of water after ${plural(r.dryDays, 'dry day')}.`;
    case 'no-rain-free-hours-needed':
      return 'The label sheet asks for no dry hours for this use.';
    case 'dry-long-enough':
      return `Dry until ${hourWords(r.until, show)}: the label asks for ${plural(r.hours, 'hour')}.`;
    case 'rain-possible':
      return `The label asks for ${r.hours} hours without rain, and ${show.water(r.rain)} may fall inside them, at up to ${showPercent(r.chance)}.`;
    case 'rain-inside':
      return `Rain ${hourWords(r.at, show)}, ${show.water(r.rain)} at ${showPercent(r.chance)}: inside the label's ${plural(r.hours, 'hour')}.`;
    case 'no-mowing-rule':
      return 'The label sheet asks for no days since mowing.';
    case 'mown-too-recently':
      return `Mown ${day(r.on)}: wait ${plural(r.days, 'day')}. Opens ${weekday(r.opens)}.`;
    case 'mown-long-enough-ago':
      return `Mown ${day(r.on)}, more than ${plural(r.days, 'day')} ago.`;
    case 'dead-leaf-catches':
      return 'Long dead leaf catches 10 to 40 % of a spray. Cut dormant warm-season turf low first and note it on the lawn’s screen, use a granule, or wash it in at once.';
    case 'no-partner':
      return 'Nothing else goes with it.';
    case 'partners-agree':
      return `Goes with ${r.partner}.`;
    case 'alone-only':
      return `${r.says} goes in the tank alone, by its label.`;
    case 'granule-in-tank':
      return `A granule goes in no tank: put ${r.partner} down on the same day instead.`;
    case 'label-excludes':
      return `The label of ${r.says} will not have ${r.what} in one tank: put ${r.partner} in another.`;
    case 'ph-turned':
      return `${r.says} wants water of pH ${r.least} to ${r.most}, and its partner makes it ${r.turns} (${r.partner}).`;
    case 'wants-water-in':
      return `${r.feed} wants to be watered in, and ${r.leaf} must dry on the leaf: put them down apart.`;
    case 'adjuvants-differ':
      return `One label asks for ${r.asks[0]}, the other for ${r.asks[1]} (${r.partner}): ask both labels which goes.`;
    case 'same-ingredient':
      return `Both bring ${r.ingredient} (${r.partner}): they count together against its limits.`;
    case 'never-together':
      return `Your house rule: a leaf-active product and a barrier never together (${r.partner}).`;
    case 'granule-first':
      return 'The granule first, on dry leaf; the spray after it.';
    case 'spray-first':
      return 'The spray first, by your house rule; the granule when the leaf is dry again.';
    case 'dry-then-water':
      return `${plural(r.dryHours, 'dry hour')} for the leaf first, then ${show.water(r.depth)} within ${plural(r.withinDays, 'day')}${r.byIrrigation ? ' by irrigation: book it after the dry hours' : ' by rain'} (with ${r.partner}).`;
    case 'no-dry-then-water':
      return `With ${r.partner}: no ${plural(r.dryHours, 'dry hour')} followed by ${show.water(r.depth)} within ${plural(r.withinDays, 'day')}${r.byIrrigation ? '' : '; irrigation would bring the water'}. Separate days would open it.`;
    case 'dry-then-water-not-known':
      return `With ${r.partner}: ${plural(r.dryHours, 'dry hour')}, then ${show.water(r.depth)} within ${plural(r.withinDays, 'day')}. The forecast does not reach so far.`;
    case 'dry-outlasts-deadline':
      return `${r.partner}: ${plural(r.dryHours, 'dry hour')} last longer than the ${plural(r.withinDays, 'day')} in which the water must come. Separate days would open it.`;
    case 'groups-rotate':
      return r.groups.length
        ? `Group ${list(r.groups.map(String))}: no long row of the same.`
        : 'No site of action group.';
    case 'group-running':
      return `Group ${r.group} in ${list(r.years.map(String))}: ${r.years.length >= r.most ? 'the same group so many years running' : 'one more year of it alone and the gate shuts; it'} breeds weeds that survive it. Another group${r.isPre === false ? ' would break the row' : ', or a year of post-emergents alone, would break it'}.`;
    case 'stock-not-kept':
      return 'No stock book is kept of this product.';
    case 'enough-on-hand':
      return `${showAmount(r.need, r.unit)} needed, ${showAmount(r.onHand, r.unit)} on hand.`;
    case 'not-enough-on-hand':
      return `${showAmount(r.need, r.unit)} needed and only ${showAmount(r.onHand, r.unit)} on hand. Buy more, or count again.`;
    case 'lifted':
      return `Lifted by ${r.by} until ${day(r.until)}: “${r.why}”. It said: ${reasonWords(r.was, show)}`;
    case 'not-known':
      return MISSING[r.missing];
    case 'substance-not-known':
      return `The label says "${r.ingredient}", which is no substance we know, so its limits cannot be kept. ${
        r.like.length ? `Is it ${r.like.join(' or ')}?` : 'Does it stand for another name?'
      } Answer on the product's sheet.`;
  }
}

const line = (r: { rule: CrossingRule }, show: Shows) => `the ${ruleWords(r.rule, show)} line`;
const spell = (r: { from: number; to: number }) => `${clock(r.from)} to ${clock(r.to)}`;
const periodWords = (period: LimitPeriod) => (period === 'calendar year' ? 'the calendar year' : '12 months');

/**
 * The words of a reason that was kept before its sentence was: by what is known of it today. One whose code or figures
 * this program does not know any more is told by its code, never by a wrong figure.
 */
export function oldReasonWords(
  kept: Readonly<Record<string, unknown> & { code: string }>,
  show: Shows,
): string {
  try {
    // what an earlier program kept lacks figures that came later: of a limit, the sums of spots
    const old = { later: [], beside: [], earlier: [], isSpot: false, zoneTotal: kept['total'], ...kept };
    const words: unknown = reasonWords(old as unknown as Reason, show);
    if (typeof words === 'string' && !/undefined|NaN|Invalid/.test(words)) return words;
  } catch {
    /* its figures are not those of today */
  }
  return `Kept as “${kept.code.replace(/-/g, ' ')}”.`;
}
