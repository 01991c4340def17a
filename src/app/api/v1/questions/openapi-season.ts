/** The calls about a season, described: their questions and answers. */
import { BARRIER_SCHOOLS } from '@/core/barrier/barrier';
import {
  AUTUMN_SCHOOLS,
  PERENNIAL_SCHOOLS,
  TENDER_SCHOOLS,
  YEAR_OFF_SCHOOLS,
} from '@/core/season/planner/question';
import { PROGRAMME_KINDS } from '@/core/season/planner/shapes';
import { USES } from '@/core/trade/terms';
import { RATE_UNITS } from '@/core/units/rate';
import { emergenceOf } from '@/core/weeds/emergence';
import { ALL_WEEDS } from '@/core/weeds/weeds';
import { date, list, maybe, number, object } from './openapi-parts';

const word = (words: readonly string[]) => ({ type: 'string', enum: words });
const whole = (description: string) => ({ type: 'integer', description });
const SEASONAL = ALL_WEEDS.filter((w) => emergenceOf(w));
const range = object({
  p10: number('1 in 10 years is below'),
  p50: number('The middle'),
  p90: number('1 in 10 is above'),
});

type Part = Readonly<Record<string, object>>;

/** @param gates parts of the gates call that are taken as they are @param outlook parts of the outlook call */
export const seasonQuestionSchema = (gates: Part, outlook: Part) =>
  object(
    {
      today: { ...date, description: 'The first day that has not been observed whole' },
      zone: gates['zone']!,
      site: outlook['site']!,
      weather: outlook['weather']!,
      past_years: outlook['past_years']!,
      labels: list(
        { $ref: '#/components/schemas/ProductSheet' },
        'What the house may use, each product once.',
        { minItems: 1, maxItems: 60 },
      ),
      targets: list(
        object({ weed: word(SEASONAL), weight: number('1 where it is not said', { exclusiveMinimum: 0 }) }, [
          'weed',
        ]),
        'Weeds to hold; without it the usual ones.',
        { minItems: 1 },
      ),
      ledger: {
        ...gates['ledger']!,
        description: 'What lies there; rows without a label are of the first one sent.',
      },
      ledger_from: gates['ledger_from']!,
      planned: gates['planned']!,
      house_rules: gates['house_rules']!,
      means: gates['means']!,
      seen: gates['seen']!,
      season_rules: object(
        {
          school: { ...word(BARRIER_SCHOOLS), description: 'How a barrier wears off' },
          autumn: { ...word(AUTUMN_SCHOOLS), description: 'A barrier in autumn' },
          tender: { ...word(TENDER_SCHOOLS), description: 'On turf that is tender to a product' },
          year_off: { ...word(YEAR_OFF_SCHOOLS), description: 'A year without a barrier' },
          perennials: {
            ...word(PERENNIAL_SCHOOLS),
            description: 'When perennial broadleaf weeds that were seen are taken',
          },
          minutes: number('An application takes so long, minutes'),
          callback_usd: number('A lawn on which half of the weeds come through costs, USD; 60 if not sent'),
          hour_usd: number('An hour at a lawn costs, USD; 45 if not sent'),
          root_visits: number(
            'A root load above half of the ceiling counts as so many visits; 1 if not sent',
          ),
          limit_visits: number('A limit used to more than 80 % counts as so many visits; 0.5 if not sent'),
        },
        [],
      ),
    },
    ['today', 'zone', 'site', 'weather', 'labels'],
  );

const product = { label: whole('Its place in `labels`, from 0'), name: { type: 'string' } };
export const seasonAnswer = object({
  today: date,
  tried: whole('Programmes that were tried'),
  year_off: {
    ...object({
      group: whole('Site of action that stood alone'),
      years: list(whole('Year'), 'In which it did'),
    }),
    type: ['object', 'null'],
    description: 'By the rule this year has no barrier: that programme stands first',
  },
  clean_up: {
    ...object({
      date,
      ...product,
      targets: list(word(ALL_WEEDS), 'What it takes'),
      rate: object({ figure: number('In its unit'), unit: word(Object.keys(RATE_UNITS)) }),
    }),
    type: ['object', 'null'],
    description: 'Perennial broadleaf weeds that were seen, beside whichever programme is taken',
  },
  programmes: list(
    object({
      kind: word(PROGRAMME_KINDS),
      hold: {
        ...range,
        type: ['object', 'null'],
        description: 'Share of all targets’ seedlings that is stopped',
      },
      targets: list(
        object({
          weed: word(SEASONAL),
          hold: range,
          held_until: { ...maybe(date), description: 'The last day on which four fifths are stopped' },
        }),
        'Each by itself.',
      ),
      applications: list(
        object({
          date,
          not_before: maybe(date),
          not_after: maybe(date),
          products: list(
            object({
              ...product,
              rate: object({ figure: number('In its unit'), unit: word(Object.keys(RATE_UNITS)) }),
              use: word(USES),
              targets: list(word(ALL_WEEDS), 'What it is planned for'),
              part: whole('Which part of its total'),
              of: whole('Of how many'),
            }),
            'All of one visit.',
          ),
        }),
        'In the order of their days; every gate lets each go with the rest on the ledger.',
      ),
      looks: list(
        object({
          date,
          takes: number('Share of the season’s seedlings that is still small enough'),
          product: { ...object(product), type: ['object', 'null'] },
        }),
        'When what comes through is looked for.',
      ),
      later: list(
        object({ days: whole('Later by'), hold: number('Share held then') }),
        'What a late start costs.',
      ),
      by_day: object({
        from: date,
        flush: list(number('0 to 1'), 'Share of the season’s seedlings that comes up on each day'),
        held: list(number('0 to 1'), 'How much of that is stopped'),
      }),
      season_cost_usd: {
        ...object({
          weeds: number('Weeds that come through'),
          visits: number('Visits'),
          product: number('Product'),
          roots: number('Load on the roots'),
          limits: number('A limit used to more than 80 %'),
          total: number('Sum: programmes stand in its order'),
        }),
        description: 'What the season costs by the weights, USD, for a lawn of about this size',
      },
      figures: object({
        visits: whole('Visits'),
        minutes: number('Minutes'),
        cost_usd: {
          ...maybe({ type: 'number' }),
          description: 'Product for the zone; null: a price is missing',
        },
        ingredients: list(
          object({
            name: { type: 'string' },
            group: maybe({ type: 'integer' }),
            kg_ai_ha: number('kg a.i./ha'),
          }),
          'Of the programme.',
        ),
        limits: list(
          object({
            of: word(['product', 'substance']),
            name: { type: 'string' },
            share: { type: ['number', 'null'], description: '0 to 1; null: an amount cannot be told' },
          }),
          'Of the year of each product and of each of its substances, with what lies there.',
        ),
        root_load_kg_ha: {
          ...maybe({ type: 'number' }),
          description:
            'What prunes roots, counted as prodiamine, kg/ha, with the twelve months before; null: it cannot be told',
        },
        groups_again: list(
          object({ group: whole('Site of action'), years: whole('Years running, with this one') }),
          'Groups that were used in the years before.',
        ),
        nitrogen_kg_ha: number('kg N/ha'),
        seed_from: {
          ...maybe(date),
          description:
            'The first day for seed by the labels’ waits, with what lies there and all of this; null: a label does not say',
        },
      }),
    }),
    'The one that costs the season least first, a year without a pre-emergent among them; unless the rule takes the year off.',
  ),
});

export const workloadQuestionSchema = object(
  {
    today: date,
    first: { ...date, description: 'The day of the first figure of every year, moved onto this year' },
    crews: object({
      trucks: whole('Trucks that go out'),
      hours: number('Hours of a working day'),
      minutes_a_stop: number('Minutes a lawn takes with the way to it'),
      days_a_week: whole('From Monday on'),
    }),
    lawns: list(
      object(
        {
          id: { type: 'string', maxLength: 100 },
          not_before: date,
          not_after: date,
          irrigated: { type: 'boolean', description: 'Watered in on the day itself' },
          line: whole('Which of `lines`, from 0; without it the window alone counts'),
        },
        ['id', 'not_before', 'not_after'],
      ),
      'The round.',
      { minItems: 1, maxItems: 10_000 },
    ),
    lines: list(
      list(maybe(date), 'One for each year; null: it was not crossed'),
      'Days of crossing, moved onto this year.',
    ),
    years: list(
      object({
        year: whole('Which'),
        workable: { type: 'string', pattern: '^[01]+$', description: 'By day: 1 where people could work' },
        rain_mm: list(number('mm', { minimum: 0 }), 'By day'),
      }),
      'Past years, all of one length.',
      { minItems: 1, maxItems: 60 },
    ),
    water_mm: number('Rain that waters in, mm; 12.7 where it is not said'),
    start: { ...date, description: 'Begun on; today where it is not said' },
  },
  ['today', 'first', 'crews', 'lawns', 'years'],
);

export const workloadAnswer = object({
  lawns_a_day: whole('Of all trucks'),
  last_day: date,
  latest_start: {
    ...maybe(date),
    description: 'Of those that can be saved, for 9 years of 10; null: not even today',
  },
  latest_start_with_one_more_truck: maybe(date),
  latest_start_with_one_more_day: maybe(date),
  begun: object({ start: date, down: range, watered_in: range }),
  years: list(
    object({
      year: whole('Which'),
      down: number('Share down before its day'),
      watered_in: number('Share down and watered in'),
      finished: { ...maybe(date), description: 'The last one went down; null: not all did' },
    }),
    'Each past year.',
  ),
  too_late_whatever_is_done: list(
    { type: 'string' },
    'Late in a third of the years and more however many trucks go out at once.',
  ),
  at_risk: list(
    object({ id: { type: 'string' }, years_of_ten: whole('Late in so many') }),
    'Late in a third of the years and more.',
  ),
});
