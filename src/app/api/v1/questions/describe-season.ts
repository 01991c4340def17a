/** The season call, described: its question and its answer. */
import { Type } from '@sinclair/typebox';
import { BARRIER_SCHOOLS } from '@/core/barrier/control';
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
import { gatesQuestion } from './describe-gates';
import { pastYears, site, weatherRows } from './describe-weather';
import {
  date,
  list,
  maybe,
  number,
  object,
  optional,
  sheet,
  some,
  told,
  whole,
  word,
  type Sent,
} from './parts';

const said = Type.String();
const SEASONAL = ALL_WEEDS.filter((w) => emergenceOf(w));
export const range = object({
  p10: number('1 in 10 years is below'),
  p50: number('The middle'),
  p90: number('1 in 10 is above'),
});
const atMost = (most: number, description: string) => number(description, { minimum: 0, maximum: most });

const gates = gatesQuestion.properties;
export const seasonQuestion = object({
  today: told(date, 'The first day that has not been observed whole'),
  zone: gates.zone,
  site,
  weather: weatherRows(365),
  past_years: optional(pastYears),
  labels: list(sheet, 'What the house may use, each product once.', { minItems: 1, maxItems: 60 }),
  targets: optional(
    list(
      object({
        weed: word(SEASONAL),
        weight: optional(number('1 where it is not said', { exclusiveMinimum: 0, maximum: 1000 })),
      }),
      'Weeds to hold; without it the usual ones.',
      { minItems: 1, maxItems: SEASONAL.length, uniqueItemProperties: ['weed'] },
    ),
  ),
  ledger: told(gates.ledger, 'What lies there; rows without a label are of the first one sent.'),
  ledger_from: gates.ledger_from,
  planned: gates.planned,
  house_rules: gates.house_rules,
  means: gates.means,
  seen: gates.seen,
  season_rules: optional(
    some({
      school: word(BARRIER_SCHOOLS, { description: 'How a barrier wears off' }),
      autumn: word(AUTUMN_SCHOOLS, { description: 'A barrier in autumn' }),
      tender: word(TENDER_SCHOOLS, { description: 'On turf that is tender to a product' }),
      year_off: word(YEAR_OFF_SCHOOLS, { description: 'A year without a barrier' }),
      perennials: word(PERENNIAL_SCHOOLS, {
        description: 'When perennial broadleaf weeds that were seen are taken',
      }),
      minutes: atMost(1000, 'An application takes so long, minutes'),
      callback_usd: atMost(
        10_000,
        'A lawn on which half of the weeds come through costs, USD; 60 if not sent',
      ),
      hour_usd: atMost(1000, 'An hour at a lawn costs, USD; 45 if not sent'),
      root_visits: atMost(
        20,
        'A root load above half of the ceiling counts as so many visits; 1 if not sent',
      ),
      limit_visits: atMost(20, 'A limit used to more than 80 % counts as so many visits; 0.5 if not sent'),
    }),
  ),
});
export type SeasonQuestion = Sent<typeof seasonQuestion>;

const answerRate = object({ figure: number('In its unit'), unit: word(Object.keys(RATE_UNITS)) });
const product = { label: whole('Its place in `labels`, from 0'), name: said };
export const seasonAnswer = object({
  today: date,
  tried: whole('Programmes that were tried'),
  year_off: maybe(
    object({
      group: whole('Site of action that stood alone'),
      years: list(whole('Year'), 'In which it did'),
    }),
    { description: 'By the rule this year has no barrier: that programme stands first' },
  ),
  clean_up: maybe(
    object({ date, ...product, targets: list(word(ALL_WEEDS), 'What it takes'), rate: answerRate }),
    { description: 'Perennial broadleaf weeds that were seen, beside whichever programme is taken' },
  ),
  programmes: list(
    object({
      kind: word(PROGRAMME_KINDS),
      hold: maybe(range, { description: 'Share of all targets’ seedlings that is stopped' }),
      targets: list(
        object({
          weed: word(SEASONAL),
          hold: range,
          held_until: maybe(date, { description: 'The last day on which four fifths are stopped' }),
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
              rate: answerRate,
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
          product: maybe(object(product)),
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
      season_cost_usd: object(
        {
          weeds: number('Weeds that come through'),
          visits: number('Visits'),
          product: number('Product'),
          roots: number('Load on the roots'),
          limits: number('A limit used to more than 80 %'),
          total: number('Sum: programmes stand in its order'),
        },
        { description: 'What the season costs by the weights, USD, for a lawn of about this size' },
      ),
      figures: object({
        visits: whole('Visits'),
        minutes: number('Minutes'),
        cost_usd: maybe(number('Product for the zone; null: a price is missing')),
        ingredients: list(
          object({ name: said, group: maybe(whole('Site of action')), kg_ai_ha: number('kg a.i./ha') }),
          'Of the programme.',
        ),
        limits: list(
          object({
            of: word(['product', 'substance']),
            name: said,
            share: maybe(number('0 to 1; null: an amount cannot be told')),
          }),
          'Of the year of each product and of each of its substances, with what lies there.',
        ),
        root_load_kg_ha: maybe(
          number(
            'What prunes roots, counted as prodiamine, kg/ha, with the twelve months before; null: it cannot be told',
          ),
        ),
        groups_again: list(
          object({ group: whole('Site of action'), years: whole('Years running, with this one') }),
          'Groups that were used in the years before.',
        ),
        nitrogen_kg_ha: number('kg N/ha'),
        seed_from: maybe(date, {
          description:
            'The first day for seed by the labels’ waits, with what lies there and all of this; null: a label does not say',
        }),
      }),
    }),
    'The one that costs the season least first, a year without a pre-emergent among them; unless the rule takes the year off.',
  ),
});
