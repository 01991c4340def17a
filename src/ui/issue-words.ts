/** The words of everything that can be wrong: what it is, and what to do about it. One code, one entry. */
import { isoDay, readDay, showDay, showFullDay } from '@/core/calendar/day';
import { gateName } from '@/core/gates/gate-names';
import type { GateKey } from '@/core/gates/gate-names';
import { NONE_WORDS } from '@/core/products/none-words';
import type { LeftOutBy } from '@/core/season/planner/left-out';
import { showAmount, showRate, type Shows } from '@/core/units/format';
import { figure } from '@/core/units/figure';
import type { Fact, FieldRemedy, Issue, IssueCode, IssueFigures, RowProblem } from '@/core/units/issue';
import { asTyped, isMeasure, unitWords, type Measure } from '@/core/units/measures';
import { AMOUNT_UNITS, RATE_UNITS, amountLike } from '@/core/units/rate';
import { WEEDS } from '@/core/weeds/weeds';
import { LAWN_COLUMNS } from '@/formats/lawn-columns';
import { WEATHER_COLUMNS } from '@/formats/weather-mapping';
import { leftOutWords } from './left-out-words';
import { list, plural } from './text';

/** A sentence without its full stop, and the sentence after it; '' where nothing more is to be said. */
export type IssueWords = Readonly<{ problem: string; remedy: string }>;

export const issueWords = (issue: Issue, show: Shows): IssueWords => wordsOf(issue, issue.field, show);
/** What is wrong where the place is said beside it. */
export const factWords = (fact: Fact, show: Shows): IssueWords => wordsOf(fact, '', show);
export const issueSentence = (issue: Issue, show: Shows): string => sentence(issueWords(issue, show));
/** Both sentences, where the place is said beside them. */
export const factSentence = (fact: Fact, show: Shows): string => sentence(factWords(fact, show));
const sentence = ({ problem, remedy }: IssueWords) => `${problem}.${remedy && ` ${remedy}`}`;

/** "customer is missing. area is −3": all that is wrong in a line of a file. */
export const rowWords = ({ why }: RowProblem, show: Shows): string =>
  why
    .map(({ column, fact }) => {
      const { problem, remedy } = factWords(fact, show);
      return [
        column === null ? '' : `${column} `,
        problem.trim(),
        remedy && `. ${remedy.replace(/\.$/, '')}`,
      ].join('');
    })
    .join('. ');

function wordsOf(fact: Fact, field: string, show: Shows): IssueWords {
  // one entry for each code: the union of calls is beyond what the compiler follows
  const words = WORDS[fact.code] as (figures: unknown, field: string, show: Shows) => IssueWords;
  return words(fact.figures, field, show);
}

const say = (problem: string, remedy = ''): IssueWords => ({ problem, remedy });
const inZone = (zone: string) => zone && `${zone}: `;
const weedName = (key: string) => (WEEDS as Readonly<Record<string, { name: string }>>)[key]?.name ?? key;
const noneWords = (key: string) => (NONE_WORDS as Readonly<Record<string, string>>)[key] ?? key;
const lawnColumn = (key: string) =>
  (LAWN_COLUMNS as Readonly<Record<string, { words: string }>>)[key]?.words ?? key;
const weatherColumn = (key: string) => (WEATHER_COLUMNS as Readonly<Record<string, string>>)[key] ?? key;
/** "18 March, 10:30" of "2027-03-18T10:30" */
const momentWords = (at: string) => `${showDay(readDay(at.slice(0, 10)))}, ${at.slice(11)}`;
const oneDecimal = (value: number) => figure(value, 1);
const firstRow = (row: RowProblem | null, show: Shows) =>
  row ? `line ${row.line}, ${rowWords(row, show)}` : 'line 2, empty';

/** A figure in trade units as the company reads it. */
const measured = (trade: number, measure: Measure, { system }: Shows): string =>
  `${Number(asTyped(String(trade), measure, system)).toLocaleString('en-US', { maximumSignificantDigits: 6 })} ${unitWords(measure, system)}`;
const unitName = (unit: string, { system }: Shows) => (isMeasure(unit) ? unitWords(unit, system) : unit);
const inUnit = (typed: string, unit: string, { system }: Shows) =>
  isMeasure(unit) ? asTyped(typed, unit, system) : typed;
const bound = (
  { name, unit, value, bound: at }: IssueFigures['beyond'],
  show: Shows,
  remedy: (bound: string) => string,
): IssueWords => {
  const words = unitName(unit, show);
  const limit = Number(inUnit(String(at), unit, show));
  return say(
    `${name} is ${inUnit(value, unit, show)} ${words}`,
    remedy(`${limit.toLocaleString('en-US')} ${words}`),
  );
};

const FIELD_REMEDIES: Readonly<Record<FieldRemedy, string>> = {
  'station name': 'Type its name as the station’s service has it.',
  company: 'Type its name as it stands on records.',
  units: 'Choose in which your people read and type figures.',
  'own name': 'Type it as it is to stand on records.',
  customer: 'Type who the lawn belongs to.',
  address: 'Type where it is.',
  zone: 'Give the zone a name, for example front.',
  reason: 'Say in a few words what was wrong.',
  person: 'Choose who put it down.',
};
/** Where a stop's run asks for what is missing. */
const TYPE_IT: Readonly<Record<string, string>> = {
  check: 'Type it under Check.',
  wear: 'Choose under Wear who answers for it.',
  used: 'Type it under Used.',
};
/** A day that is none, or was not typed. */
const noDay = (name: string, text: string): string =>
  text === '' ? `${name} is missing` : `${name} "${text}" is no day`;
const WALK_DAY = { 'no-day': 'no day', 'to-come': 'after today', 'years-ago': 'years ago' } as const;
const OUT_OF_ORDER = {
  caution: 'The caution comes before the limit.',
  hours: 'The day must hold the hours of good weather that work needs.',
  spacing: 'The least comes before the most.',
} as const;

const SHAPE_TYPES: Readonly<Record<string, string>> = {
  string: 'a text',
  number: 'a number',
  integer: 'a whole number',
  boolean: 'true or false',
  array: 'a list',
  object: 'an object',
  null: 'null',
};

const WORDS: Readonly<{
  [C in IssueCode]: (figures: IssueFigures[C], field: string, show: Shows) => IssueWords;
}> = {
  missing: (f, _, show) => say(`${f.name} is missing`, `Type a number in ${unitName(f.unit, show)}.`),
  'not-a-number': (f, _, show) =>
    say(
      `${f.name} "${f.text}" is not a number`,
      `Type a number in ${unitName(f.unit, show)}, for example ${isMeasure(f.unit) && show.system !== 'trade' ? Math.ceil(Number(inUnit(String(f.example), f.unit, show))) : f.example}.`,
    ),
  'not-above': (f, _, show) => bound(f, show, (limit) => `It must be more than ${limit}.`),
  below: (f, _, show) => bound(f, show, (limit) => `It must be at least ${limit}.`),
  beyond: (f, _, show) =>
    bound(f, show, (limit) => `More than ${limit} is taken for a slip. Check the figure and its unit.`),
  'no-product-put-down': () => say('No product was put down', 'Choose at least one.'),
  'missing-where-sprayed': (_, field) =>
    say(`${field} is missing: it was sprayed`, 'Type what was measured.'),
  'no-valid-license': (f) =>
    say(
      `${f.person} has no licence on file that was valid on that day`,
      'Choose another, or add the licence under House first.',
    ),
  'certified-applicator-missing': (f) =>
    say(
      `Certified applicator is missing: ${f.product} is for restricted use`,
      'Choose who applied or supervised it under a licence.',
    ),
  'product-used-not-chosen': (f) => say(`Product ${f.row} is not chosen`, 'Choose what was put down.'),
  'not-of-this-product': (f) => say(`${f.product}: "${f.word}" is not known here`, 'Choose one of the list.'),
  'amount-used-wrong-kind': (f) =>
    say(
      `Product used is in ${AMOUNT_UNITS[f.unit].words}, and ${f.product} is measured the other way`,
      `Choose a unit like ${AMOUNT_UNITS[f.like].words}: weight and volume do not mix.`,
    ),
  'no-day': (f) => say(noDay('Day', f.text), 'Type a day of the calendar, for example 2027-03-20.'),
  'record-of-future': (f) =>
    say(
      `Day is ${isoDay(f.day)}, after today`,
      `Record what has been put down: ${isoDay(f.today)} at the latest.`,
    ),
  'record-too-old': (f) =>
    say(
      `Day is ${isoDay(f.day)}, more than two years ago`,
      'Check the year. What lies further back is noted on the lawn sheet as earlier work.',
    ),
  'no-time': (f, field) => say(`${field} "${f.text}" is no time`, 'Type it like 14:30, or leave it empty.'),
  'end-before-start': (f) =>
    say(
      `End ${f.ended} lies before the start ${f.started}`,
      'Check both: work that goes past midnight is two entries.',
    ),
  'clock-not-run': (f) =>
    say(
      `${inZone(f.zone)}the work was not ${f.isBegun ? 'ended' : 'begun'}`,
      'Start and stop its clock under Apply, or leave the zone out there.',
    ),
  'off-plan-unconfirmed': (f) =>
    say(
      `${inZone(f.zone)}what was used is more than ${f.percent} % off the plan`,
      'Check it under Used, and say there that it is right.',
    ),
  'bad-walk-day': (f) =>
    say(
      `Day "${f.text}" is ${WALK_DAY[f.why]}`,
      `Type the day of the walk, ${isoDay(f.today)} at the latest.`,
    ),
  'weed-twice': (f) =>
    say(
      `${weedName(f.weed)}, ${f.stage}, is written down twice`,
      'Put both together, or give one another stage.',
    ),
  'weed-unnamed': (f) =>
    say(`Weed ${f.row} has no name`, 'Choose it. What you cannot name, look up under "What is it?".'),
  'weed-stage-missing': (f) =>
    say(`Weed ${f.row} has no growth stage`, 'Choose the largest that you see: products go by it.'),
  'tank-overfull': () =>
    say('More is left in the tank than it holds', 'Check what is left, or the size of the tank.'),
  'not-whole': (f, field, show) =>
    say(`${field} is ${f.value} ${unitName(f.unit, show)}`, 'Type a whole number.'),
  'loads-cannot-be-mixed': () =>
    say(
      'These loads cannot be mixed as they stand',
      'Look at what the screen says of it, and change it there.',
    ),
  'already-measured': (f) =>
    say(
      `What went into this load was written down already, by ${f.by || 'somebody else'}`,
      'The first word stands. Where it is wrong, put it right in the record of each stop.',
    ),
  'thermometer-put-away': () => say('This thermometer has been put away', 'Choose another, or none.'),
  'no-day-and-hour': (f) => say(`Time "${f.text}" is no day and hour`, 'Type it as 2027-03-18 10:30.'),
  'reading-still-to-come': (f) =>
    say(`Time is ${momentWords(f.at)}, which is still to come`, 'Check the hour.'),
  'reading-too-old': (f) => say(`Time is ${showFullDay(f.day)}, more than a year ago`, 'Check the year.'),
  'picture-too-large': (f) =>
    say(
      `The picture has ${f.kB} kB, more than ${f.most}`,
      'Take it again with this screen: it is scaled down there.',
    ),
  'not-a-jpeg': () =>
    say('The picture is no JPEG', 'Take it again with this screen: it is scaled down there.'),
  'form-of-another-zone': () =>
    say('This form was sent for another zone already', 'Load the page again and record the work from there.'),
  'person-unknown': (f) =>
    say(
      `${f.person} is neither one of the company's people nor licensed here`,
      'Check the name, or confirm that this person put it down.',
    ),
  'product-cancelled': (f) =>
    say(
      `${f.product} is cancelled: it must not be used, on ${isoDay(f.day)} or any other day`,
      'If it went down all the same, confirm it: the record must be true.',
    ),
  'password-too-short': (f) =>
    say(
      `Password has ${f.length} signs`,
      `Take at least ${f.least}. Four words that have nothing to do with each other are easy to keep.`,
    ),
  'password-too-long': (f) => say(`Password has ${f.length} signs`, `Take at most ${f.most}.`),
  'password-easy': () =>
    say(
      'Password is easy to guess: it is a common one, a row of keys, or made of names that others know',
      'Take four words that have nothing to do with each other, or with you and the company.',
    ),
  'passwords-differ': () => say('The two passwords differ', 'Type the same one twice.'),
  'text-not-storable': () => say('A text holds a sign that cannot be kept', 'Type it again.'),
  'password-not-yours': (_, field) =>
    say(`${field} is not yours`, 'Type it again, or ask a lead for a link to a new one.'),
  'code-does-not-fit': () =>
    say('This code does not fit', 'Type the six digits that the app shows now; its clock must be right.'),
  'geojson-not-json': (f) => say(`The file is not JSON: ${f.detail}`, 'Export it as GeoJSON again.'),
  'not-geojson': () =>
    say(
      'The file is JSON, but not GeoJSON',
      'It needs a FeatureCollection, a Feature, a Polygon or a MultiPolygon.',
    ),
  'geojson-no-polygon': () => say('The file holds no polygon', 'Draw the zone as a polygon.'),
  'geojson-too-many': (f) =>
    say(`The file holds ${f.count} polygons`, `At most ${f.most} zones are taken from one file.`),
  'no-table': (f) => say(`The file is no table: ${f.detail}`),
  'no-columns': () => say('The file has no columns: it needs a header line and at least two columns'),
  'no-rows': () => say('The file has a header and no rows'),
  'row-no-time': (f) => say(`"${f.text}" is no time`),
  'row-to-come': (f) => say(`${f.text} is still to come`),
  'cell-not-json': (f) => say(`"${f.text}" is no JSON; leave the cell empty to draw it later`),
  'cell-drawing-malformed': (f) => say(`is not as this file is written: ${f.detail}`),
  'cell-too-long': (f) => say(`has ${f.length} letters; at most ${f.most}`),
  'cell-not-in-list': (f) => say(`"${f.text}" is none of ${f.list.join(', ')}`),
  'cell-not-whole': (f) => say(`${f.text} is no whole number`),
  'cell-not-yes-no': (f) => say(`"${f.text}" is neither yes nor no`),
  'cell-no-day': (f) => say(`"${f.text}" is no day like 2027-09-01`),
  'cell-no-weekday': (f) => say(`"${f.text}" is no day like Mon`),
  'cell-no-water': (f) => say(`"${f.text}" is no water like "pond 30"; known are ${f.known.join(', ')}`),
  'cell-no-seeding': (f) =>
    say(`"${f.text}" is no seeding like "2027-09-01 seed"; known are ${f.known.join(', ')}`),
  'cell-missing': () => say('is missing'),
  'lawns-not-json': (f) => say(`The file is no JSON: ${f.detail}`),
  'lawns-not-geojson': () => say('The file is JSON, and no FeatureCollection of GeoJSON'),
  'lawns-no-feature': () => say('The file holds no feature'),
  'lawns-too-many': (f) => say(`The file holds ${figure(f.count)} features, and ${figure(f.most)} are taken`),
  'feature-not-a-zone': (f) =>
    say(`Feature ${f.feature}: a ${f.kind} is no zone; a Polygon, a MultiPolygon or a Point is`),
  'features-without-properties': () => say('The features have no properties: customer, address, turf'),
  'filter-unnamed': () => say('The filter has no name', 'Give it one.'),
  'shares-malformed': (f) =>
    say(
      `Shares "${f.text}" are not 2 to ${f.most} figures above 0`,
      'Type them one after the other, for example 60/40.',
    ),
  'shares-missing': () => say('Shares are missing', 'Type them one after the other, for example 60/40.'),
  'earliest-after-planned': (f) =>
    say(`Not before ${isoDay(f.earliest)} is after the planned day ${isoDay(f.planned)}`),
  'latest-before-planned': (f) =>
    say(`Not after ${isoDay(f.latest)} is before the planned day ${isoDay(f.planned)}`),
  'no-product-chosen': () => say('No product is chosen', 'Add at least one.'),
  'too-many-products': (f) =>
    say(
      `${f.count} products in one application`,
      `At most ${f.most} go down in one visit: plan a second one.`,
    ),
  'product-not-on-shelf': () =>
    say('This product is not on the shelf list any more', 'Choose one of the list.'),
  'product-not-chosen': (f) => say(`Product ${f.row} is not chosen`, 'Choose one of the list.'),
  'rate-wrong-kind': (f) =>
    say(
      `${f.name} is in ${RATE_UNITS[f.unit].words}, and the label measures it the other way`,
      `Choose a unit like ${RATE_UNITS[f.like].words}: weight and volume do not mix.`,
    ),
  'no-past-year': () =>
    say(
      'No past year of weather is whole on file',
      'Bring weather in under Files: a year at least, with some weeks before and after it.',
    ),
  'lawns-without-outlook': (f) =>
    say(
      `${f.count} of the ${f.all} lawns have no outlook of their soil, so their line is not known (${f.example})`,
      'Bring more years of weather in under Files, then ask again.',
    ),
  'label-not-json': (f) =>
    say(
      `This is no JSON: ${f.detail}`,
      'Choose a product sheet that Iron Gate wrote, or one that follows the published schema.',
    ),
  'label-field-missing': () => say('is missing', 'Add it; null where the label does not say.'),
  'label-field-unknown': () => say('is not a field of a product sheet', 'Remove it, or mend its name.'),
  'label-leaf-not-ticked': () =>
    say(
      'is not ticked, and a rate is for weeds that are up',
      'Tick that it works through the leaf, or take that use out of the row.',
    ),
  'label-rain-free-missing-granule': () =>
    say(
      'is missing, and this granule works through the leaf',
      'Type the hours from the label, or tick that it sets none.',
    ),
  'label-rain-free-missing': () =>
    say(
      'is missing, and it works through the leaf',
      'Type the hours from the label, or tick that it sets none.',
    ),
  'label-rate-outside-row': (f) =>
    say(`is ${f.rate} ${f.unit}, outside the row's ${f.low} to ${f.high}`, 'Type a rate of this row.'),
  'label-rate-twice': (f) =>
    say(
      `is ${f.rate} ${f.unit}, which stands there twice`,
      'Type the months of the high rate in its own field, and each other rate once.',
    ),
  'label-higher-rate-holds-less': (f) =>
    say(
      `is ${f.rate} ${f.unit} for ${f.months} months, and ${f.lower} holds ${f.lowerMonths}`,
      'A higher rate holds as long or longer: check both.',
    ),
  'label-no-day': (f) => say(`is ${f.text}, no day of the calendar`, 'Type it as 2027-01-15.'),
  'label-amount-wrong-kind': (f) =>
    say(
      `is ${AMOUNT_UNITS[f.unit].words}, and rates are in ${f.rates}`,
      'Weight and volume do not mix: choose a unit of the same kind.',
    ),
  'label-low-above-high': (f) =>
    say(
      `is ${f.low}, above the row's high of ${f.high} ${f.unit}`,
      'Low is the least of one application, high the most.',
    ),
  'label-rate-above-year': (f) =>
    say(
      `is ${f.rate} ${f.unit}, above the year's most of ${f.most}`,
      'One application cannot be above the limit of the year.',
    ),
  'label-turf-twice': (f) =>
    say(`${f.turf} for ${f.use} stands in row ${f.row} too`, 'Take it out of one of the two rows.'),
  'label-acid-above-content': (f) =>
    say(
      `is ${f.acid}, above the content of ${f.content} ${f.unit}`,
      'The acid is part of the salt or ester and weighs less.',
    ),
  'label-content-above-all': (f) => say(`is ${f.percent} %`, 'At most 100 % by weight.'),
  'label-acid-missing': () =>
    say(
      'is missing, and the limit counts acid equivalents',
      'Type the acid equivalent from the label, or count a.i.',
    ),
  'label-contents-above-all': () => say('add up to more than 100 % by weight', 'Check each content.'),
  'label-none-and-typed': (f) =>
    say(
      `says that the label sets no ${noneWords(f.what)}, and the sheet has one`,
      'Take the figure out, or the tick.',
    ),
  'label-least-above-most': (f) => say(`is ${f.least}, above the most of ${f.most}`, 'Swap them.'),
  'label-stage-beyond': (f) =>
    say(
      `is ${f.butNot}, and it takes the weed up to ${f.upTo}`,
      'A stage that is left out lies before the last one it takes.',
    ),
  'label-granule-by-volume': (f) => say(`is ${f.unit}, and a granule is weighed`, 'Choose a unit of weight.'),
  'registration-number-twice': (f) =>
    say(
      `is ${f.number}, as that of ${f.product}`,
      'Open that product and change its label there, or mend the number.',
    ),
  'stock-wrong-kind': (f) =>
    say(
      `Amount is in ${AMOUNT_UNITS[f.unit].words}, and ${f.product} is measured the other way`,
      `Choose a unit like ${AMOUNT_UNITS[f.like].words}: weight and volume do not mix.`,
    ),
  'stock-no-day': (f) => say(noDay('Day', f.text), `Choose ${isoDay(f.today)} or sooner.`),
  'stock-day-to-come': (f) =>
    say(`Day is ${isoDay(f.day)}, after today`, `Choose ${isoDay(f.today)} or sooner.`),
  'expiry-no-day': (f) => say(noDay('Expires', f.text), 'Choose a day.'),
  'correction-without-reason': () => say('A correction has no reason', 'Say in a few words why.'),
  'stock-not-enough': (f) =>
    say(
      `${f.amount} ${AMOUNT_UNITS[f.unit].words} would go out, and ${showAmount(amountLike(AMOUNT_UNITS[f.unit], f.there), f.unit)} are there`,
      'Check the amount and the lot, or count what is on the shelf.',
    ),
  'api-no-day': (f) => say(`${f.text} is no day of the calendar`, 'Check month and day.'),
  'api-hour-out-of-order': (f) =>
    say(
      `${f.time} does not follow the row before by one hour`,
      'Send every hour from the first day’s 00:00 on, in order.',
    ),
  'api-part-of-a-day': (f) => say(`The last day has ${f.hours} hours`, 'Send whole days.'),
  'api-day-out-of-order': (f) =>
    say(`${f.date} does not follow the row before by one day`, 'Send every day, in order.'),
  'api-low-above-high': (f) => say(`${f.low} °C is above tmax_c, ${f.high} °C`, 'Check the two.'),
  'api-range': (f) =>
    say(
      `${f.to} is ${f.days} days after ${f.from}`,
      `Ask for 1 to ${f.most} days; "to" is the first day after.`,
    ),
  'api-no-weather': () => say('No weather was sent', 'Send past years too.'),
  'api-no-past-year': () =>
    say('No past year is whole in it', 'Send at least a year, with 40 days before and 31 after it.'),
  'api-rate-wrong-kind': (f) =>
    say(
      `${RATE_UNITS[f.unit].words} is measured the other way than ${f.product}`,
      `Send a unit like ${RATE_UNITS[f.like].words}: weight and volume do not mix.`,
    ),
  'api-no-day-of-year': (f) =>
    say(`"${f.text}" is no day of a year`, 'Send month and day, for example 11-15.'),
  'api-observed-not-up-to-today': (f) =>
    say(
      `${f.count} days from ${f.from} end on ${isoDay(f.last)}`,
      'Send one figure a day up to the day before today.',
    ),
  'api-no-label': (f) => say(`There is no label ${f.index}`, `${f.count} were sent; they count from 0.`),
  'api-carrier-missing': () => say('is missing', 'Send how much spray a tank puts on an area, L/ha.'),
  'api-tank-and-hopper': (f) =>
    say(
      `${f.product} is ${f.isGranule ? 'a granule, and this is a tank' : 'no granule, and this is a hopper'}`,
      'Ask for tank and hopper apart.',
    ),
  'api-school-needs': (f) => say(`The school "${f.school}" needs ${f.key}`, 'Send it.'),
  'api-signs-are-seen': () => say('Signs are seen, not computed', 'Ask by another school.'),
  'api-weather-ends': (f) =>
    say(`The weather ends on ${isoDay(f.last)}, before ${f.today}`, 'Send it up to the day before today.'),
  'api-weather-begins': (f) =>
    say(`The weather begins on ${isoDay(f.first)}`, `It must hold 1 January ${f.year}.`),
  'api-year-not-whole': (f) =>
    say(`${f.year} is not whole in the weather sent`, `Whole are ${f.whole.join(', ') || 'none'}.`),
  'api-no-whole-year': () =>
    say('No whole past year is in the weather sent', 'Send at least one year before this one.'),
  'api-reading-to-come': (f) =>
    say(`${f.time} lies after today, ${isoDay(f.today)}`, 'Send readings up to today.'),
  'api-reading-twice': (f) => say(`${f.id} stands twice`, 'Give each reading an id of its own.'),
  'api-matrix-row': (f) =>
    say(`It has ${f.minutes} minutes for ${f.places} places`, 'Send one to each place, its own too.'),
  'api-no-place': (f) => say(`There is no place ${f.index}`, `${f.count} were sent; they count from 0.`),
  'api-times-out-of-order': (f) => say(`${f.to} is not after ${f.from}`, 'Check the two times.'),
  'api-no-truck': (f) => say(`There is no truck ${f.id}`, 'Send it among the trucks.'),
  'api-label-twice': (f) =>
    say(
      `${f.product} stands twice`,
      'Send each product once; products are told apart by registration number, else by name.',
    ),
  'api-year-unlike-first': (f) =>
    say(
      `${f.year} has ${f.workable} working days and ${f.rain} of rain, the first year ${f.first}`,
      'Send as many of both in every year.',
    ),
  'api-line-days': (f) =>
    say(`It has ${f.days} days for ${f.years} years`, 'Send one for each year, or null.'),
  'api-days-out-of-order': (f) => say(`${f.last} is before ${f.first}`, 'Check the two days.'),
  'api-no-line': (f) => say(`There is no line ${f.index}`, `${f.count} were sent; they count from 0.`),
  'token-unnamed': () =>
    say('The token has no name', 'Say what it is for, so that you know which to take back.'),
  'token-opens-nothing': () => say('The token would open nothing', 'Choose at least one call.'),
  'too-many-tokens': (f) =>
    say(`You have ${f.count} tokens`, `At most ${f.most} are kept. Take one back first.`),
  'no-email-address': (f) => say(`E-mail "${f.text}" is no address`, 'Type one like name@company.example.'),
  'email-missing': () => say('E-mail is missing', 'Type one like name@company.example.'),
  'time-zone-unknown': (f) =>
    say(`Time zone "${f.text}" is not known`, 'Choose the one in which the lawns lie.'),
  'time-zone-missing': () => say('Time zone is missing', 'Choose the one in which the lawns lie.'),
  'email-taken': (f) =>
    say(`${f.email} has an account on this server already`, 'Sign in with it, or take another address.'),
  'day-not-plannable': (f) =>
    say(
      `${f.text} lies ${f.isPast ? 'before today' : 'on no day that can be planned'}`,
      `Plan ${isoDay(f.today)} or a day after it.`,
    ),
  'truck-saved-meanwhile': (f) =>
    say(
      `${f.by} has saved ${f.truck} for ${f.day} since you opened this page`,
      'Load the page again to see it; then save yours.',
    ),
  'rules-changed-meanwhile': () =>
    say(
      'Somebody else has changed these figures since you opened this page',
      'Load the page again to see theirs, then save yours.',
    ),
  'no-soil-service': () => say('No soil station service is set up here', 'Set SOIL_URL on the server.'),
  'soil-station-trouble': (f) =>
    say(`Station "${f.key}" is ${f.kind} (${f.detail})`, 'Check its name and that it is switched on.'),
  'soil-station-scale': (f) =>
    say(`The station says °${f.told}, and °${f.chosen} was chosen`, `Choose °${f.told} if that is right.`),
  'season-day-missing': (_, field) =>
    say(`${field} is missing`, 'Type month and day as 09-15, or leave both empty.'),
  'season-no-day': (f, field) =>
    say(`${field} "${f.text}" is no day of the year`, 'Type month and day as 09-15, or leave both empty.'),
  'thermometer-unnamed': () => say('The thermometer has no name', 'Write one on it and type it here.'),
  'compared-no-day': (f) =>
    say(`Compared on "${f.text}" is no day up to today`, `Type a day up to ${isoDay(f.today)}, or nothing.`),
  'no-calendar-day': (f, field) =>
    say(noDay(field, f.text), 'Choose a day of the calendar, for example 2027-03-18.'),
  'day-of-year-empty': (_, field) =>
    say(`${field} is empty`, 'Type month and day of both ends, for example 11-15, or leave both empty.'),
  'no-day-of-year': (f, field) =>
    say(
      `${field} "${f.text}" is no day of a year`,
      'Type month and day of both ends, for example 11-15, or leave both empty.',
    ),
  'person-not-here': () => say('This person does not work here', 'Choose another.'),
  'license-holder-missing': () => say('Person is missing', 'Choose whose licence it is.'),
  'person-like': (f) =>
    say(
      `${f.person} may be ${f.like}, who works here`,
      `Choose ${f.like} from the list; or type the whole name of the other.`,
    ),
  'no-category': () => say('No category', 'Type the categories as labels name them, with commas between.'),
  'license-too-long': (f) =>
    say(`Valid to is ${isoDay(f.day)}`, 'No licence is valid for so long: check the year.'),
  'equipment-name-missing': () => say('Name is missing', 'Name it as people call it.'),
  'calibrated-to-come': (f) =>
    say(`Calibrated is ${isoDay(f.day)}, after today`, `Type ${isoDay(f.today)} or sooner.`),
  'why-not-measured-missing': () =>
    say('Why is missing', 'Say in a few words why it was not measured, or calibrate it with figures.'),
  'runs-apart': (f) =>
    say(
      `The runs lie ${figure(f.spread)} % apart, and run ${f.run} most`,
      `At most ${figure(f.most)} % is even work: the same pace, the same pressure, full width. Do that run again.`,
    ),
  'too-few-caught': (f) =>
    say(`There are fewer than ${f.least} ${f.what}s`, `Type what each ${f.what} caught.`),
  'pans-empty': () => say('The pans are empty', 'Spread over them once.'),
  'dead-volume-as-tank': () =>
    say(
      'Stays in pump and hose is as much as the tank holds',
      'Type what is left when nothing more comes out.',
    ),
  'equipment-changed-meanwhile': () =>
    say(
      'Somebody else changed this equipment meanwhile',
      'Load the page again, and change what stands there now.',
    ),
  'event-unnamed': () => say('What is missing', 'Say in a few words what it was.'),
  'event-no-day': (_, field) => say(`${field} is no day`, 'Choose a day.'),
  'event-to-come': (_, field) => say(`${field} is after today`, 'Type today or sooner.'),
  'tool-unnamed': () => say('Tool is missing', 'Name it as it is marked.'),
  'cap-without-product': () =>
    say('No product is chosen', 'A cap weighs another figure with every product: choose one.'),
  'truck-unnamed': () => say('Its name is missing', 'Say how you call it.'),
  'truck-no-time': (f, field) =>
    say(
      `${field} "${f.text}" is no time`,
      'Type it like 07:30, or leave it empty for the house’s working hours.',
    ),
  'truck-back-before-out': (f) => say(`Back at ${f.to} lies before out at ${f.from}`, 'Check both times.'),
  'place-half': () => say('Of the place only one figure is there', 'Type both, or neither.'),
  'truck-twice': (f) =>
    say(
      `There is a truck "${f.name}" already, or there was one`,
      'Give this one another name: equipment is told apart by it.',
    ),
  'truck-changed-meanwhile': () =>
    say(
      'Somebody else has changed this truck since you opened this page',
      'Load the page again, then save yours.',
    ),
  'letter-unknown-place': (f, field) =>
    say(
      `${field} has a place {${f.place}} that nothing stands for`,
      'Take it out, or use one of the places that are listed.',
    ),
  'letter-place-missing': (f, field) =>
    say(
      `${field} does not say {${f.place}}`,
      'Put it in: without it nobody knows what was put down, or when the lawn may be used.',
    ),
  'water-hours-half': () => say('Of the hours without water only one is there', 'Type both, or neither.'),
  'years-not-whole': (f, field) => say(`${field} is ${f.years} years`, 'Type a whole number.'),
  'ingredient-missing': (f) =>
    say(
      `Ingredient ${f.row} is missing`,
      'Type the active ingredient as labels name it, or take the row out.',
    ),
  'weather-columns-missing': (f) => say(`No column is chosen for ${f.columns.map(weatherColumn).join(', ')}`),
  'row-figure-impossible': (f) =>
    say(`${isoDay(f.day)}: ${f.text} is outside of anything possible. Check the unit.`),
  'row-not-of-this-format': () => say('does not begin with station, year, month and element'),
  'row-day-no-figure': (f) => say(`${isoDay(f.day)}: "${f.text}" is no figure`),
  'row-no-plain-date': (f) => say(`"${f.text}" is no date as yyyymmdd`),
  'row-no-figure': (f) => say(`"${f.text}" is no figure`),
  'row-no-date': (f) => say(`"${f.text}" is no date`),
  'row-low-above-high': (f) =>
    say(
      `${isoDay(f.day)}: the lowest, ${oneDecimal(f.low)} °C, is above the highest, ${oneDecimal(f.high)} °C`,
    ),
  'row-names-offset': (f) =>
    say(`${f.text} names an offset from UTC: times must be the station's standard time`),
  'row-cell-no-figure': (f) => say(`${f.text}: a cell is no figure`),
  'row-air-missing': (f) => say(`${f.text}: the air temperature is missing`),
  'row-hour-impossible': (f) => say(`${f.text}: a figure is outside of anything possible. Check the unit.`),
  'clock-unknown': () => say('The time zone is not known', 'Choose one from the list.'),
  'lawn-columns-missing': (f) =>
    say(`No column is chosen for ${f.columns.map(lawnColumn).join(', ')}`, 'Choose one for each.'),
  'takeoff-empty': () => say('The takeoff has no shape', 'Add the first one.'),
  'outline-too-long': (f) =>
    say(
      `An outline has ${figure(f.count)} points; at most ${figure(f.most)} are taken`,
      'Simplify it where it was drawn: a point a foot is fine enough.',
    ),
  'no-area-left': () => say('The shapes leave no area', 'Add a shape, or take less away.'),
  'area-not-found': (f) =>
    say(
      `The area of these shapes is not found within ${f.seconds} s: their lines cross too often`,
      'Draw the outline so that it does not cross itself, or with fewer points.',
    ),
  'seeding-no-day': (f) =>
    say(noDay('Seeding', f.text), 'Choose a day of the calendar, for example 2027-09-01, or remove it.'),
  'seeding-day-missing': () =>
    say('Its day is missing', 'Choose a day of the calendar, for example 2027-09-01, or remove it.'),
  'turf-twice': (f) => say(`The mix names ${f.turf} twice`, 'Choose the other grass, or none.'),
  'no-mail-address': (f) =>
    say(`"${f.text}" is no mail address`, 'Type it like name@example.com, or leave it empty.'),
  'no-weather-station': () =>
    say(
      'This weather station is not there',
      'Add one under House, Weather: the soil of every lawn is computed from its weather.',
    ),
  'zone-twice': (f) => say(`${f.site} is there already`, 'Open it, or give this zone another name.'),
  'lawn-still-open': () =>
    say('The lawn is open: work may still be due there', 'Close the whole lawn first.'),
  'forget-for-good': (f) =>
    say(
      `${f.customer}, ${f.address}: name, address, place, notes, trees and outlines go for good`,
      `Records keep name and address for ${plural(f.years, 'year')} from their day, as the law asks; a backup keeps what it holds.`,
    ),
  'strip-twice': (f) =>
    say(`${f.site} is there already`, 'Open it under Lawns: its own sheet has its length and width.'),
  'finding-no-day': (f) => say(noDay('Day', f.text), 'Choose a day of the calendar, for example 2027-03-18.'),
  'finding-to-come': (f) =>
    say(
      `Day is ${isoDay(f.day)}, after today`,
      `Write down what has been seen or done: ${isoDay(f.today)} at the latest.`,
    ),
  'finding-years-ago': (f) => say(`Day is ${isoDay(f.day)}, years ago`, 'Check the year.'),
  'weed-or-stage-missing': () => say('Weed or stage is missing', 'Choose both.'),
  'stress-missing': () => say('Kind of stress is missing', 'Choose one.'),
  'phosphorus-missing': () => say('What the test says is missing', 'Choose one.'),
  'ground-missing': () => say('How hard the ground is is missing', 'Choose one.'),
  'opened-by-missing': () => say('What opened the soil is missing', 'Choose one.'),
  'watered-by-missing': () => say('Who watered it is missing', 'Choose one.'),
  'next-year-unknown': (f) =>
    say(`"${f.word}" asks nothing of next year’s plan`, 'Choose one of what the walk offers.'),
  'call-reason-missing': () => say('What the customer called about is missing', 'Say it in a few words.'),
  'cause-missing': () => say('The likely cause is missing', 'Choose one; "not known" is an answer.'),
  'seen-missing': () => say('What was seen is missing', 'Say it in a few words.'),
  'lift-reason-too-short': (f) =>
    say(
      `Reason "${f.text}" says too little`,
      'Say in a sentence why the work may go ahead: the record keeps it.',
    ),
  'lift-reason-missing': () =>
    say('Reason is missing', 'Say in a sentence why the work may go ahead: the record keeps it.'),
  'lift-ends-early': (f) =>
    say(
      `Until ${isoDay(f.until)} lies before ${isoDay(f.from)}`,
      'Choose the last day for which it is lifted: today or later.',
    ),
  'lift-too-long': (f) =>
    say(
      `Until ${isoDay(f.until)} is more than ${f.most} days`,
      `Choose ${showDay(f.last)} or sooner; what is to hold for longer is a house rule.`,
    ),
  'gate-not-shut': (f) =>
    say(
      `${gateName(f.gate as GateKey)} is not shut for this reason on ${isoDay(f.day)}`,
      'Nothing needs lifting there. Load the page again to see it as it is now.',
    ),
  'zone-closed': (f) =>
    say(
      `The ${f.isWhole ? 'lawn' : 'zone'} was closed on ${isoDay(f.day)}: ${f.why}`,
      'Open it again on its lawn sheet, then plan.',
    ),
  'product-put-down': (f) =>
    say(
      `${f.product} of this application has been put down`,
      'Leave it as it is; plan what is still to come beside it, or as another application.',
    ),
  'already-put-down': (f) =>
    say(
      `This application was put down on ${isoDay(f.day)}`,
      'What is done stays in the book; correct its record where it is wrong.',
    ),
  'skip-reason-missing': () =>
    say('Reason is missing', 'Say in a few words why it is skipped: the programme keeps it.'),
  'part-put-down': () => say('A part of this application has been put down', 'Skip what is left of it.'),
  'plan-changed-meanwhile': () =>
    say(
      'What is planned here has changed since this programme was proposed',
      'Have it proposed again: it then counts what stands now.',
    ),
  'other-plan-reason-missing': () => say('Reason is missing', 'Say in a few words why the other plan goes.'),
  'parts-not-whole': (f) =>
    say(
      `The parts ${f.parts.join(', ')} of "${f.of}" are no total of one product`,
      'Count them from 1 without a gap, of one product and in one unit.',
    ),
  'known-from-no-day': (f) =>
    say(noDay('Known from', f.text), 'Choose the day from which you know of everything that was put down.'),
  'known-from-to-come': (f) =>
    say(
      `Known from ${isoDay(f.day)} lies after today`,
      'Choose the day from which you know of everything that was put down.',
    ),
  'earlier-no-day': (f) =>
    say(noDay('Day', f.text), 'Choose a day of the last three years; about is near enough.'),
  'earlier-day-out-of-range': (f) =>
    say(`Day is ${isoDay(f.day)}`, 'Choose a day of the last three years; about is near enough.'),
  'substance-missing': () =>
    say(
      'What was put down is missing',
      'Choose a product of yours, or type the active ingredient; "nitrogen" for a feeding.',
    ),
  'substance-is-several': (f) => say(`"${f.text}" is ${f.names.join(' and ')}`, 'Add one entry for each.'),
  'substance-unknown': (f) =>
    say(`"${f.text}" is not a substance we know`, `Is it ${f.like.join(' or ')}? Choose it from the list.`),
  'earlier-wrong-kind': (f) =>
    say(
      `Amount is in ${RATE_UNITS[f.unit].words}, and ${f.product} is measured the other way`,
      `Choose a unit like ${RATE_UNITS[f.like].words}.`,
    ),
  'closing-reason-missing': () => say('Why is missing', 'Say in a few words why it is closed.'),
  'customer-forgotten': () =>
    say(
      'Its customer was forgotten: it stays closed, for its records alone',
      'Enter a new lawn for a new customer, and what went down before as earlier work.',
    ),
  'nothing-to-tell': () => say('There is nothing to tell', 'Write what the customer is told.'),
  'no-mail-address-on-file': (f) =>
    say(
      `No mail address of ${f.customer || 'this customer'} is on file`,
      'Type it on the lawn sheet, or hand the note over.',
    ),
  'letter-not-sent': (f) =>
    say(`The letter could not be sent: ${f.detail}`, 'Hand it over or print it, or ask who runs the server.'),
  'email-taken-here': (f) =>
    say(
      `${f.email} has an account on this server already`,
      'A person who left is taken up again below; for another company take another address.',
    ),
  'only-lead': () => say('This is the only lead of the company', 'Make somebody else a lead first.'),
  'station-unnamed': () => say('Name is missing', 'Type what people call it.'),
  'longitude-not-in-zone': (f) =>
    say(
      `Longitude ${f.longitude}° does not lie in the time zone ${f.zone.replaceAll('_', ' ')}`,
      'West of Greenwich is negative, for example -86.2.',
    ),
  'forecast-empty': () => say('No day is filled in', 'Type low, high and wind of today at least.'),
  'minutes-no-table': (f) => say(`The file is no table: ${f.detail}`, 'Save it as CSV.'),
  'minutes-no-places': () => say('The first row names no places', 'Put their addresses into the first row.'),
  'minutes-too-many-places': (f) => say(`It names ${f.count} places`, `Bring at most ${f.most}.`),
  'minutes-place-twice': () => say('A place is named twice in the first row', 'Name each of them once.'),
  'minutes-no-row': (f) =>
    say(`There is no row for ${f.place}`, 'Name the same places in the first row and column.'),
  'minutes-malformed': (f) =>
    say(`From ${f.from} to ${f.to} stands "${f.text}"`, `Type minutes, 0 to ${f.most}.`),
  'unsaved-label': () =>
    say(
      'stands a label that you typed and have not saved',
      'Save it or throw it away first; then open the file.',
    ),
  'no-calendar-day-given': (f) =>
    say(`"${f.text}" is no day`, 'Choose a day of the calendar, for example 2027-03-20.'),
  'field-missing': (f) => say(`${f.name} is missing`, FIELD_REMEDIES[f.remedy]),
  'planned-day-missing': (f) =>
    say(`${f.name} is missing`, 'Type a day of the calendar, for example 2027-03-20.'),
  'planned-no-day': (f) =>
    say(`${f.name} "${f.text}" is no day`, 'Type a day of the calendar, for example 2027-03-20.'),
  'at-step': (f, _, show) => {
    const { problem, remedy } = issueWords(f.issue, show);
    return say(
      `${inZone(f.zone)}${f.product && `${f.product}: `}${problem}`,
      (f.issue.isMissing && TYPE_IT[f.step]) || remedy,
    );
  },
  'too-many-tries': () =>
    say(
      'Too many tries',
      'Wait 15 minutes. If it was not you, sign out here and ask a lead for a link to a new password.',
    ),
  'not-measured': (f, _, show) =>
    say(
      `${issueWords(f.issue, show).problem}${f.station ? `; the station had ${measured(f.station.value, f.station.measure, show)}` : ''}`,
      'Type what was measured, or confirm that nobody did: the record says so.',
    ),
  'rate-above-label': (f) =>
    say(
      `${f.product}: this comes to ${showRate(f.used, f.unit)}, above the label's ${showRate(f.most, f.unit)}`,
      'Check amount and area. If that is what went down, confirm it: the record must be true.',
    ),
  'rate-off-plan': (f) =>
    say(
      `${f.product}: this comes to ${showRate(f.used, f.unit)}, ${figure(Math.abs(f.off) * 100)} % ${f.off > 0 ? 'above' : 'below'} the plan's ${showRate(f.planned, f.unit)}`,
      'Check amount and area, or confirm.',
    ),
  'area-off-plan': (f, _, show) => {
    const expected = measured(f.expectedSqFt, 'area', show);
    const what =
      f.of === 'zone'
        ? `the zone has ${expected}`
        : `${f.of === 'strip' ? 'a strip' : 'spots'} of ${expected} were planned`;
    return say(
      `${measured(f.sqFt, 'area', show)} were treated, and ${what}`,
      'Check the area, or confirm that only this much was treated.',
    );
  },
  'reading-other-scale': (f, _, show) => {
    const other = f.unit === 'F' ? 'C' : 'F';
    return say(
      `${figure(f.value, 1)} °${f.unit} is far from the ${show.temperature(f.expected)} expected here, and ${figure(f.value, 1)} °${other} would fit (${show.temperature(f.asOther)})`,
      `Is the thermometer set to °${other}? Then change the unit.`,
    );
  },
  'reading-far-off': (f, _, show) =>
    say(
      `${figure(f.value, 1)} °${f.unit} is far from the ${show.temperature(f.expected)} expected here`,
      'Let the probe settle, check depth and spot. If it is right, keep it: it is flagged and not used.',
    ),
  'reading-swing': (f, _, show) =>
    say(
      `${figure(f.value, 1)} °${f.unit} is ${show.warmth(f.change)} from ${show.temperature(f.before)}, read ${f.hours < 1 ? `${Math.round(f.hours * 60)} minutes` : `${figure(f.hours)} hours`} ago; at this depth the soil changes by ${show.warmth(f.most)} at most`,
      'Check the figure, the depth and the spot.',
    ),
  'sign-no-day': (f) => say(noDay('Day', f.text), `Type a day up to ${isoDay(f.today)}.`),
  'sign-to-come': (f) => say(`Day is ${isoDay(f.day)}, after today`, `Type a day up to ${isoDay(f.today)}.`),
  'geojson-feature': (f, _, show) =>
    say(`${f.feature}: ${factWords(f.why, show).problem}`, 'Mend the drawing and export it again.'),
  'geometry-missing': () => say('it has no geometry'),
  'geometry-without-area': (f) => say(`a ${f.type} has no area; a Polygon is needed`),
  'polygon-without-ring': () => say('a polygon without a ring'),
  'ring-too-short': () => say('a ring needs at least four points, the last one as the first'),
  'point-no-pair': () => say('a point that is no pair of numbers'),
  'point-off-earth': (f) =>
    say(
      `longitude ${f.longitude}, latitude ${f.latitude} is not on the earth: is the file in another projection?`,
    ),
  'ring-not-closed': () => say('a ring is not closed: its last point must be its first'),
  'too-many-points': (f) => say(`${f.count} points; at most ${f.most} are taken`),
  'lawn-feature': (f, _, show) => say(`Feature ${f.feature}: ${factWords(f.why, show).problem}`),
  'figure-no-number': (f) => say(`"${f.text}" under ${f.column} is no number`),
  'figure-impossible': (f) =>
    say(
      `${figure(f.value, 1)} °${f.unit} under ${f.column} is impossible: turf soil lies between ${f.least} and ${f.most} °${f.unit}`,
    ),
  'station-not-there': (f) => say(`Weather station "${f.station}" is not there: add it under House, Weather`),
  'kept-out-leaves-nothing': (f) => say(`Kept out, sq ft ${f.keptOut} leaves nothing of ${f.area}`),
  'no-row-readable': (f, _, show) =>
    say(
      `None of the ${f.rows} rows can be read: ${firstRow(f.first, show)}`,
      'Check which column is the time, which the temperature, and the scale.',
    ),
  'no-lawn-readable': (f, _, show) =>
    say(
      `None of the ${f.rows} rows can be taken: ${firstRow(f.first, show)}`,
      'Check which column is which.',
    ),
  'no-day-readable': (f, _, show) =>
    say(
      `No whole day can be read: ${f.first ? firstRow(f.first, show) : 'a day needs its lowest and highest, or all its hours'}`,
      'Check the kind of file, the columns and the units.',
    ),
  'file-not-read': (f, _, show) =>
    say(
      factWords(f.why, show).problem,
      f.kind === 'weather'
        ? 'Check which column is which, or choose another kind of file.'
        : 'Choose the file again.',
    ),
  'figures-out-of-order': (f, _, show) =>
    say(
      isMeasure(f.unit)
        ? `${f.name} is ${measured(f.low, f.unit, show)}, beside ${f.other} ${measured(f.high, f.unit, show)}`
        : `${f.name} is ${f.low} ${f.unit}, beside ${f.other} ${f.high}`,
      OUT_OF_ORDER[f.why],
    ),
  'heat-caution-above-limit': (f, _, show) =>
    say(
      `Heat caution is ${measured(f.cautionF, 'temperature', show)}, above the limit of ${measured(f.limitF, 'temperature', show)}`,
      'The caution comes before the limit.',
    ),
  'forecast-low-above-high': (f, _, show) =>
    say(
      `Low is ${measured(f.lowF, 'temperature', show)}, above the high of ${measured(f.highF, 'temperature', show)}`,
      'The low of a day comes before its high.',
    ),
  'strip-too-large': (f, _, show) =>
    say(
      `${measured(f.lengthFt, 'length', show)} by ${measured(f.widthFt, 'length', show)} is more than half of ${f.zone}`,
      'Type how long the edge is, and how wide the strip that gets hot.',
    ),
  'area-above-zone': (f, _, show) =>
    say(
      `${measured(f.sqFt, 'area', show)} is more than the zone, which has ${measured(f.zoneSqFt, 'area', show)}`,
      'Type what is really treated, or choose the whole zone.',
    ),
  'label-rate-above-ingredient-year': (f, _, show) =>
    say(
      `is ${f.rate} ${RATE_UNITS[f.unit].words}, ${measured(f.lb, f.measure, show)} of ${f.ingredient}: above its ${measured(f.most, f.measure, show)} of the year`,
      'One application cannot be above the limit of the year: check both on the label.',
    ),
  'label-air-least-not-below': (f, _, show) =>
    say(
      `is ${measured(f.leastF, 'temperature', show)}, not below ${measured(f.mostF, 'temperature', show)}`,
      'Swap them.',
    ),
  'label-air-day-below-work': (f, _, show) =>
    say(
      `is ${measured(f.dayMostF, 'temperature', show)}, and work is allowed at ${measured(f.workF, 'temperature', show)}`,
      'The limit of the day’s high is the highest of them.',
    ),
  'label-schema': (f) =>
    say(
      `${f.value === null ? '' : `is ${f.value}: `}${f.oneOf ? `must be one of ${f.oneOf.join(', ')}` : f.message}`,
      f.description ?? 'See the published schema.',
    ),
  'sheet-figure-no-number': (f) => say(`“${f.text}” is not a number`, 'Type a number, for example 0.83.'),
  'nozzle-off-mean': (f) =>
    say(
      `Nozzle ${f.nozzle} is ${figure(Math.abs(f.off) * 100)} % ${f.off > 0 ? 'over' : 'under'} the mean of the boom`,
      f.off > 0
        ? 'It is worn: replace it, and catch again.'
        : 'Clean it and its screen, or replace it, and catch again.',
    ),
  'pattern-uneven': (f) =>
    say(
      `At ${f.pans} pans between two passes the pattern varies by ${figure(f.cv * 100)} %`,
      `At most ${figure(f.most * 100)} % is fair${f.best ? `: ${f.best.pans} pans between passes give ${figure(f.best.cv * 100)} %` : ', and no swath gives it: look at the gate, the spinner and the deflector'}.`,
    ),
  'year-not-playable': (f) =>
    say(
      `${f.year ?? 'No year'} cannot be played with the weather that is on file`,
      f.years.length
        ? `Choose one of ${f.years.join(', ')}.`
        : 'Three whole years of the station’s weather are needed: take a file of them in under Files.',
    ),
  'wrong-shape': (f) => say(f.detail, 'Load the page again and send the form from there.'),
  'api-ensemble': (f) => say(f.kind, 'Check the rows.'),
  'api-cannot-be-loaded': (f) =>
    say(`cannot be loaded (${f.kind}${f.product === null ? '' : ` product ${f.product}`})`, f.remedy),
  'nothing-proposed-yet': () => say('nothing is proposed yet'),
  'nothing-proposed': () => say('nothing is proposed'),
  'pre-emergent-planned': () => say('a pre-emergent is planned here already'),
  'next-year-planned': (f) => say(`a programme of ${f.year} is planned here already`),
  'next-year-gone': (f) => say(`its days of ${f.year} have gone`),
  'nothing-was-planned': (f) => say(`nothing was planned in ${f.year}`),
  'changed-meanwhile': () => say('it has changed meanwhile'),
  'year-off-by-house': (f) =>
    say(`a year off by your house: group ${f.group} alone in ${f.years.join(', ')}`),
  'year-off-by-walk': () => say('a year off: a walk of last season asked for it'),
  'nothing-more-pays': (f) =>
    say(
      f.hold > 0
        ? `nothing more is worth its cost: what lies there holds ${figure(f.hold * 100)} %`
        : 'no pre-emergent of the house is worth its cost here',
    ),
  'no-pre-emergent-fits': (f) =>
    say(
      `no pre-emergent of the house can go here${f.leftOutBy === null ? '' : `: ${leftOutWords(f.leftOutBy as LeftOutBy)}`}`,
    ),
  'too-few-years': () => say('too few years of weather are on file'),
  'no-outlook': () => say('there is no outlook of its soil'),
  'zone-not-on-lawn': () =>
    say('The zone is not on this lawn any more', 'Record it as other work on the zone where it was done.'),
  'no-product-named': () => say('No product was named', 'Record what was put down on the lawn.'),
  'recorded-as-other-work': () =>
    say('It is not planned here any more: somebody moved or removed it', 'It is recorded as other work.'),
  'recorded-before': (f) => say(`${f.by}${f.endedAt && ` at ${f.endedAt}`}, written down by ${f.writtenBy}`),
  'days-filled': (f) =>
    say(`${plural(f.days, 'day')} missing in gaps of up to ${f.most} days: filled between their neighbours`),
  'hours-filled': (f) =>
    say(`${f.hours} missing hours in gaps of up to ${f.most}: filled between their neighbours`),
  'days-without-rain': (f) => say(`No rain figure on ${plural(f.days, 'day')}: taken as none`),
  'days-without-wind': (f) =>
    say(
      `No wind on ${plural(f.days, 'day')}: taken as ${f.metresPerSecond} m/s, as is usual where none is measured`,
    ),
  'hours-without-rain': (f) => say(`No rain figure in ${figure(f.hours)} hours: taken as none`),
  'hours-without-wind': (f) =>
    say(
      `No wind in ${figure(f.hours)} hours: taken as ${f.metresPerSecond} m/s, as is usual where none is measured`,
    ),
  'figures-doubted': (f) =>
    say(`${plural(f.count, 'figure')} had failed a check of the archive and are left out`),
  'read-in-the-morning': () => say('Read in the morning: highs and rain are booked on the day before'),
  'several-stations': (f) =>
    say(
      `The file holds ${f.count} stations: ${f.stations.join(', ')}`,
      'The first figure of each day counts; choose one.',
    ),
  'short-days-left-out': (f) =>
    say(
      `${f.count} days have less than 24 hours and are left out: ${f.first.map(isoDay).join(', ')}${f.count > f.first.length ? ', …' : ''}`,
    ),
  'sensor-stuck': (f) =>
    say(
      `${f.column} shows ${f.value} in every one of ${f.readings} readings of ${f.month}: a stuck sensor`,
      'Look at it before you take the file.',
    ),
  'other-scale-fits': (f) =>
    say(`These figures fit °${f.fits} and not °${f.chosen}`, 'Check the scale before you take them.'),
  'days-covered': (f) =>
    say(
      `${showFullDay(f.first)} to ${showFullDay(f.last)}${f.ahead ? `, of which ${f.ahead} from today on: a forecast` : ''}`,
    ),
  'days-missing': (f) =>
    say(
      `Missing: ${showFullDay(f.from)} to ${showFullDay(f.to)}, ${f.to - f.from + 1} days`,
      'What lies before a gap is not used.',
    ),
  'further-gaps': (f) => say(`${f.count} further gaps`),
  'figures-twice': (f) => say(`${figure(f.count)} figures stand twice; the first of each counts`),
  'days-taken-out': (f) => say(`${f.days} days taken out; a forecast stays until the next one`),
  'readings-taken-out': (f) => say(`${f.readings} readings taken out`),
  'zones-taken-out': (f) =>
    say(
      `${f.zones} zones taken out${f.stay ? `; ${f.stay} stay, because work has been planned, read or recorded there` : ''}`,
    ),
  'not-taken-out': (f, _, show) => say(`It could not be taken out again: ${factWords(f.why, show).problem}`),
  'shape-required': () => say('is required'),
  'shape-unknown': () => say('is not allowed', 'See the document for what may be sent.'),
  'shape-type': (f) =>
    say(`must be ${list(f.types.map((t) => SHAPE_TYPES[t] ?? t)).replace(' and ', ' or ')}`),
  'shape-enum': (f) => say(`must be one of ${f.words.join(', ')}`),
  'shape-least': (f) => say(`must be ${f.limit} or more`),
  'shape-more-than': (f) => say(`must be more than ${f.limit}`),
  'shape-most': (f) => say(`must be ${f.limit} or less`),
  'shape-length': (f) => say(`must not be longer than ${f.limit} characters`),
  'shape-fewest': (f) => say(`must hold at least ${f.limit}`),
  'shape-longest': (f) => say(`must hold at most ${f.limit}`),
  'shape-pattern': (f) => say(`"${f.text}" is not written as asked`, f.like && `Send it like ${f.like}.`),
  'shape-twice': () => say('holds one of them twice', 'Send each once.'),
  'shape-one-of': (f) => say(`must hold exactly one of ${f.words.join(', ')}`),
  'shape-other': (f) => say(`is not as described (${f.rule})`, 'See the document.'),
  'as-told': (f) => say(f.words),
};
