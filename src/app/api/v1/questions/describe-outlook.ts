/** The outlook call, described: its question and its answer. */
import { SCHOOLS, SIGNS, WATCH_KEYS } from '@/core/ground/crossing';
import { pastYears, site, weatherRows } from './describe-weather';
import {
  bool,
  date,
  list,
  localTime,
  maybe,
  number,
  object,
  optional,
  soilLine,
  text,
  told,
  whole,
  word,
  type Sent,
} from './parts';

const depth = (description: string) => number(description, { minimum: 0.5, maximum: 100 });
export const outlookQuestion = object({
  site,
  weather: weatherRows(365),
  past_years: optional(pastYears),
  readings: optional(
    list(
      object({
        id: text(100),
        time: localTime('Local standard time'),
        depth_cm: depth('Depth, cm'),
        temperature_c: number('Reading with the instrument’s offset taken off, °C', {
          minimum: -40,
          maximum: 70,
        }),
        instrument_sd_k: optional(
          number('Standard error of the instrument, K; 0.8 where it is not said', {
            minimum: 0.01,
            maximum: 10,
          }),
        ),
        instrument: optional(text(100, { description: 'Which one: its bias is its own' })),
      }),
      'Probe readings of the last 365 days.',
      { maxItems: 20_000 },
    ),
  ),
  rule: object({
    school: word(SCHOOLS, { description: 'Signs are seen, not computed: they have no answer here' }),
    line_c: optional(number('The line, °C', { minimum: -20, maximum: 50 })),
    days: optional(whole('Days in a row', { minimum: 1, maximum: 30 })),
    of: optional(word(['mean', 'maximum', 'soil', 'air'])),
    base_c: optional(number('Base of degree days, °C', { minimum: -20, maximum: 30 })),
    sum_k_day: optional(number('Sum of degree days, K·day', { exclusiveMinimum: 0, maximum: 10_000 })),
    from_month: optional(whole('Month on whose first day degree days begin', { minimum: 1, maximum: 6 })),
    depth_cm: optional(depth('Depth of the rule, cm')),
    sign: optional(word(SIGNS)),
  }),
  depths_cm: list(depth('cm'), 'Depths for which daily means are wanted.', { minItems: 1, maxItems: 4 }),
  today: told(date, 'The first day that has not been observed whole.'),
});
export type OutlookQuestion = Sent<typeof outlookQuestion>;

const means = (what: string) => list(number('°C'), what);
export const outlookAnswer = object({
  today: date,
  daily_means: list(
    object({
      depth_cm: number('cm'),
      observed_from: date,
      observed_c: means('Corrected daily means from 1 January to the day before today'),
      outlook_from: date,
      p10_c: means('From today to the year’s end: 1 in 10 members is colder'),
      p50_c: means('The middle of the members'),
      p90_c: means('1 in 10 members is warmer'),
    }),
    'One for each depth asked.',
  ),
  crossing: object({
    crossed: maybe(date, { description: 'The day, where it is behind us' }),
    p10: maybe(date),
    p50: maybe(date),
    p90: maybe(date),
    members: list(
      object({ year: maybe(whole('null: generated weather')), date: maybe(date) }),
      'The day on which each member crosses; null: not this year.',
    ),
  }),
  lines: object(Object.fromEntries(['house', ...WATCH_KEYS].map((key) => [key, soilLine]))),
  correction: object({
    offset_k: number('Lasting difference of this site from its kind, K'),
    offset_sd_k: number('Its standard deviation, K'),
    transient_k: number('Passing difference today, K'),
    readings_used: whole('Of those that were sent'),
  }),
  readings: list(
    object({
      id: text(),
      expected_c: maybe(number('null: no weather reaches its hour')),
      innovation_k: maybe(number('Reading minus expected, K')),
      sd_k: maybe(number('K')),
      used: told(bool, 'false: beyond four standard deviations, or not reached'),
    }),
    'How each reading met the model.',
  ),
});
