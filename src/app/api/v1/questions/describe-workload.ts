/** The call about when a round must be begun, described: its question and its answer. */
import { Type } from '@sinclair/typebox';
import { range } from './describe-season';
import { bool, date, list, maybe, number, object, optional, text, told, whole, type Sent } from './parts';

const said = Type.String();
const MOST_LAWNS = 10_000;
const MOST_DAYS = 500;
const MOST_YEARS = 60;

export const workloadQuestion = object({
  today: date,
  first: told(date, 'The day of the first figure of every year, moved onto this year'),
  crews: object({
    trucks: whole('Trucks that go out', { minimum: 1, maximum: 500 }),
    hours: number('Hours of a working day', { minimum: 1, maximum: 24 }),
    minutes_a_stop: number('Minutes a lawn takes with the way to it', { minimum: 1, maximum: 960 }),
    days_a_week: whole('From Monday on', { minimum: 1, maximum: 7 }),
  }),
  lawns: list(
    object({
      id: text(100),
      not_before: date,
      not_after: date,
      irrigated: optional(told(bool, 'Watered in on the day itself')),
      line: optional(
        whole('Which of `lines`, from 0; without it the window alone counts', { minimum: 0, maximum: 9999 }),
      ),
    }),
    'The round.',
    { minItems: 1, maxItems: MOST_LAWNS },
  ),
  lines: optional(
    list(
      list(maybe(date), 'One for each year; null: it was not crossed', { maxItems: MOST_YEARS }),
      'Days of crossing, moved onto this year.',
      { maxItems: MOST_LAWNS },
    ),
  ),
  years: list(
    object({
      year: whole('Which', { minimum: 1800, maximum: 3000 }),
      workable: text(MOST_DAYS, {
        pattern: '^[01]+$',
        examples: ['0110'],
        description: 'By day: 1 where people could work',
      }),
      rain_mm: list(number('mm', { minimum: 0, maximum: 2000 }), 'By day', { maxItems: MOST_DAYS }),
    }),
    'Past years, all of one length.',
    { minItems: 1, maxItems: MOST_YEARS, uniqueItemProperties: ['year'] },
  ),
  water_mm: optional(
    number('Rain that waters in, mm; 12.7 where it is not said', { minimum: 0, maximum: 100 }),
  ),
  start: optional(told(date, 'Begun on; today where it is not said')),
});
export type WorkloadQuestion = Sent<typeof workloadQuestion>;

export const workloadAnswer = object({
  lawns_a_day: whole('Of all trucks'),
  last_day: date,
  latest_start: maybe(date, {
    description: 'Of those that can be saved, for 9 years of 10; null: not even today',
  }),
  latest_start_with_one_more_truck: maybe(date),
  latest_start_with_one_more_day: maybe(date),
  begun: object({ start: date, down: range, watered_in: range }),
  years: list(
    object({
      year: whole('Which'),
      down: number('Share down before its day'),
      watered_in: number('Share down and watered in'),
      finished: maybe(date, { description: 'The last one went down; null: not all did' }),
    }),
    'Each past year.',
  ),
  too_late_whatever_is_done: list(
    said,
    'Late in a third of the years and more however many trucks go out at once.',
  ),
  at_risk: list(
    object({ id: said, years_of_ten: whole('Late in so many') }),
    'Late in a third of the years and more.',
  ),
});
