/** The gates call, described: its question and its answer. Units are in the names. */
import { Type } from '@sinclair/typebox';
import { SOIL_OPENED } from '@/core/facts/facts';
import { WEATHER_GATES } from '@/core/gates/all';
import { GATE_KEYS } from '@/core/gates/gate-names';
import { WATCH_KEYS } from '@/core/ground/crossing';
import { COVERS } from '@/core/ground/site';
import { SOWINGS, WATERS } from '@/core/lawn/zone';
import { METHODS, SITES, TEXTURES, TURFS, USES } from '@/core/trade/terms';
import { RATE_UNITS, type RateUnit } from '@/core/units/rate';
import { ALL_WEEDS, STAGES } from '@/core/weeds/weeds';
import { weatherRows } from './describe-weather';
import {
  bool,
  date,
  list,
  localTime,
  maybe,
  number,
  object,
  optional,
  sentLine,
  sentSeason,
  sheet,
  some,
  text,
  told,
  whole,
  word,
  words,
  type Sent,
} from './parts';

const RATES = Object.keys(RATE_UNITS) as RateUnit[];
export const rate = object({
  figure: number('In its unit', { exclusiveMinimum: 0, maximum: 100_000 }),
  unit: word(RATES),
});
const temperature = number('°C', { minimum: -40, maximum: 70 });
const distance = optional(number('m', { minimum: 0, maximum: 100_000 }));
const ground = optional(
  text(60, { description: 'A name of the spots: doses on ground of one name add up, others do not meet' }),
);
const targets = (description: string) => optional(list(word(ALL_WEEDS), description, { maxItems: 40 }));
const treated = optional(
  number('Area of the spots, m²; without it, the whole zone', { exclusiveMinimum: 0, maximum: 1e8 }),
);
const hour = (description: string, most = 23) =>
  optional(whole(description, { minimum: most === 24 ? 1 : 0, maximum: most }));
const ledgerRow = {
  date,
  rate,
  ground,
  label: optional(told(sheet, 'The asked label where it is not said')),
  area_share: optional(number('Share of the zone that was treated', { minimum: 0, maximum: 1 })),
};
const wind = optional(number('m/s', { minimum: 0, maximum: 30 }));

const zone = object({
  turf: word(TURFS),
  mixed_with: optional(word(TURFS)),
  texture: word(TEXTURES),
  area_m2: number('Treated area, m²', { exclusiveMinimum: 0, maximum: 1e8 }),
  latitude_deg: number('Degrees north', { minimum: -66, maximum: 66 }),
  sun_behind_h: optional(
    number('Hours that the sun’s noon comes after noon of `time`; 0 where it is not said', {
      minimum: -3,
      maximum: 3,
    }),
  ),
  state: optional(text(200, { description: 'Where the product must be registered' })),
  seeding_on: optional(date),
  seedings: optional(
    list(object({ on: date, kind: word(SOWINGS) }), 'New turf that is planned', { maxItems: 20 }),
  ),
  irrigation_mm_per_h: optional(number('mm/h', { minimum: 0, maximum: 200 })),
  water: optional(
    object(
      { kind: word([...WATERS, 'none'] as const), distance_m: distance },
      { description: 'The nearest; none: somebody has looked' },
    ),
  ),
  waters: optional(
    list(
      object({ kind: word(WATERS), distance_m: distance }),
      'All waters near it; empty: somebody has looked and found none',
      { maxItems: 20 },
    ),
  ),
  grounds: optional(word(SITES)),
  fruit: optional(told(bool, 'Trees of which fruit is eaten stand in it')),
  opt_out: optional(text(1000, { description: 'What the customer does not want, in words' })),
  trees: optional(bool),
  beds: optional(bool),
  cover: optional(word(COVERS)),
  notice_h: optional(number('Notice that the customer wishes, h', { minimum: 0, maximum: 1000 })),
  organic_only: optional(bool),
});

const companion = { label: sheet, rate, use: word(USES), target: optional(word(ALL_WEEDS)) };
const application = object({
  rate,
  use: word(USES),
  target: optional(word(ALL_WEEDS)),
  method: optional(word(METHODS)),
  part: optional(whole('Which part of a split', { minimum: 1, maximum: 6 })),
  of: optional(whole('Of how many', { minimum: 1, maximum: 6 })),
  treated_m2: treated,
  partner: optional(object({ ...companion, how: word(['tank', 'day']) })),
  targets: targets('Weeds that it is for; the worst of them decides'),
  ground,
  companions: optional(
    list(
      object({
        ...companion,
        ground,
        targets: targets('As above'),
        tank: optional(
          whole('What has one number shares a tank; the asked product is in tank 1', {
            minimum: 1,
            maximum: 8,
          }),
        ),
        treated_m2: treated,
      }),
      'What else goes down in the same visit, in any number of tanks.',
      { maxItems: 7 },
    ),
  ),
});

const houseRules = some({
  wind_limit_m_s: wind,
  wind_caution_m_s: wind,
  work_from_h: hour('Work begins'),
  work_to_h: hour('Work ends', 24),
  calm_h: whole('Hours of good weather that work needs', { minimum: 1, maximum: 12 }),
  lead_days: whole('Days ahead of the line', { minimum: 0, maximum: 200 }),
  rain_chance: number('Rain counts from this chance on, 0 to 1', { minimum: 0, maximum: 1 }),
  calibration_days: whole('A calibration lasts so many days', { minimum: 1, maximum: 1000 }),
  notice_by_code_h: number('Hours of notice that local code asks for; none where it is not said', {
    minimum: 0,
    maximum: 1000,
  }),
  heat_limit_c: temperature,
  heat_caution_c: temperature,
  nitrogen_soil_c: temperature,
  fertilizer_ban: object({
    from: text(40, { description: 'Month and day, for example 11-15' }),
    to: text(40, { description: 'Month and day, in it' }),
  }),
  phosphorus_by_test: bool,
  partners: word(['as labels allow', 'never together']),
  group_years: whole('Years running of one group that are too many', { minimum: 2, maximum: 20 }),
  seed_slack_days: whole('Days that the wait is over before a planned seeding; 14 if not sent', {
    minimum: 0,
    maximum: 120,
  }),
  ceilings: list(
    object({
      turf: word(TURFS),
      ingredient: maybe(text(80), { description: 'Null: all that prunes roots, counted as prodiamine' }),
      most_kg_ha: number('a.i. in twelve months, kg/ha', { minimum: 0, maximum: 100 }),
    }),
    'The most of one a.i., or of what prunes roots, on one turf, whatever labels allow.',
    { maxItems: 40 },
  ),
});

const means = some({
  licences: list(
    object({
      person: text(),
      categories: list(text(), 'As labels name them', { maxItems: 50 }),
      valid_to: date,
    }),
    'Licences of the company’s people.',
    { maxItems: 1000 },
  ),
  equipment: list(
    object({
      name: text(),
      method: word(METHODS),
      calibrated_on: optional(date),
      drift: optional(
        number('Against the time before: -0.12 puts out 12 % less', { minimum: -1, maximum: 100 }),
      ),
      carrier_l_ha: optional(
        number('Spray on an area, as it was last measured, L/ha', { exclusiveMinimum: 0, maximum: 50_000 }),
      ),
    }),
    'Sprayers and spreaders.',
    { maxItems: 1000 },
  ),
  on_hand: object({ figure: number('At least 0', { minimum: 0 }), unit: word(['kg', 'L']) }),
});

const seen = some({
  mown_on: date,
  green: object({ share: number('0 to 1', { minimum: 0, maximum: 1 }), on: date }),
  stress: object({ kind: word(['none', 'heat', 'drought']), on: date }),
  stages: list(object({ weed: word(ALL_WEEDS), stage: word(STAGES), on: date }), 'Weeds looked at.', {
    maxItems: 200,
  }),
  seeded_on: date,
  seedling_mowings: whole('Mowings since', { minimum: 0, maximum: 100 }),
  notice_sent: localTime('Local time'),
  events: list(object({ on: date, what: text() }), 'Events of the customer: days on which nobody sprays.', {
    maxItems: 100,
  }),
  phosphorus: object({ wanted: bool, on: date }),
  opened: list(object({ how: word(SOIL_OPENED), on: date }), 'The soil was opened, and a barrier with it.', {
    maxItems: 100,
  }),
});

const means_c = (description: string, most: number) => list(temperature, description, { maxItems: most });
const LINES = ['house', ...WATCH_KEYS] as const;
const outlook = object({
  ...some(sentSeason).properties,
  lines: optional(
    some(
      Object.fromEntries(LINES.map((key) => [key, sentLine])) as Record<
        (typeof LINES)[number],
        typeof sentLine
      >,
      { description: 'Other lines of the soil, as the outlook call answers them' },
    ),
  ),
  observed_from: date,
  observed_c: means_c('Daily means up to the day before today', 400),
  p50_c: means_c('Daily means from today on', 600),
});

export const gatesQuestion = object({
  today: date,
  hour: hour('The clock’s hour now; 0 where it is not said'),
  range: object({
    from: date,
    to: told(date, 'The first day after: 400 days at most, 10 by the hour'),
    by: optional(word(['day', 'hour'])),
  }),
  zone,
  label: sheet,
  application,
  ledger: optional(
    list(
      object({ ...ledgerRow, planned: optional(bool) }),
      'What the zone has received; rows that are planned say so.',
      { maxItems: 1000 },
    ),
  ),
  ledger_from: optional(
    told(
      date,
      'The day from which the ledger is whole: what lies before is not known. Without it, all is known',
    ),
  ),
  planned: optional(
    list(object(ledgerRow), 'What else is planned for this zone, earlier and later.', { maxItems: 1000 }),
  ),
  house_rules: optional(houseRules),
  means: optional(means),
  seen: optional(seen),
  outlook: optional(outlook),
  weather: optional(weatherRows(1)),
  past_years: optional(
    told(bool, 'By day: what past years in the weather say of days that no forecast reaches'),
  ),
});
export type GatesQuestion = Sent<typeof gatesQuestion>;
export type RateRow = Sent<typeof rate>;
export type LedgerRow = NonNullable<GatesQuestion['planned']>[number];
/** Days of one season of a line, as the outlook call answers them. */
export type LineRow = Sent<typeof sentLine>;
export type SeasonRow = Omit<LineRow, 'next'>;

const state = word(['open', 'ajar', 'shut']);
const at = words('A date, or a local time where hours were asked');
const range = maybe(object({ from: date, to: date }));
const share = number('0 to 1', { minimum: 0, maximum: 1 });
const pastYears = object({
  years: list(whole('A year'), 'Those that were asked'),
  days: list(
    object({
      date,
      possible: told(share, 'Share of such days with a spell in which no gate of the weather was shut'),
      gates: object(Object.fromEntries(WEATHER_GATES.map((key) => [key, share]))),
    }),
    'Days that no forecast reaches.',
  ),
  working_days: maybe(
    object({ about: number('The mean of the years'), at_least: whole('In 9 of 10 years') }),
  ),
});
export const gatesAnswer = object({
  lanes: list(
    object({
      gate: word(GATE_KEYS),
      name: text(),
      of: words('application, partner, or companions[0] and so on: the product that the lane is of'),
      spans: list(
        object({
          from: at,
          to: at,
          state,
          strength: maybe(word(['bolt', 'latch']), { enum: ['bolt', 'latch', null] }),
          reason: object({
            code: Type.String(),
            source: Type.String(),
            figures: Type.Object({}, { description: 'In SI; dates and times in ISO 8601' }),
            words: Type.String(),
          }),
        }),
        'In order, without hole or overlap; "to" is not in a span.',
      ),
    }),
    'One for each gate; of what goes with it, those that are not open throughout.',
  ),
  window: list(
    object({ from: at, to: at, state, by: list(word(GATE_KEYS), 'The gates that hold it') }),
    'All together.',
  ),
  next_open: range,
  next_ajar: range,
  past_years: optional(pastYears),
});
