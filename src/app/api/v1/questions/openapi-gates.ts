/** The gates call, described: its question and its answer. */
import { SOIL_OPENED } from '@/core/facts/facts';
import { GATE_KEYS } from '@/core/gates/gate';
import { WEATHER_GATES } from '@/core/gates/all';
import { WATCH_KEYS } from '@/core/ground/crossing';
import { COVERS } from '@/core/ground/site';
import { METHODS, SITES, TEXTURES, TURFS, USES } from '@/core/trade/terms';
import { SOWINGS, WATERS } from '@/core/lawn/zone';
import { RATE_UNITS } from '@/core/units/rate';
import { ALL_WEEDS, STAGES } from '@/core/weeds/weeds';
import { date, list, maybe, number, object, soilLine } from './openapi-parts';

const text = { type: 'string', maxLength: 200 };
const bool = { type: 'boolean' };
const word = (words: readonly string[]) => ({ type: 'string', enum: words });
const sheet = { $ref: '#/components/schemas/ProductSheet' };
const rate = object({
  figure: number('More than 0', { exclusiveMinimum: 0 }),
  unit: word(Object.keys(RATE_UNITS)),
});
const some = (properties: Record<string, object>, required: string[] = []) => object(properties, required);

const ground = {
  ...text,
  description: 'A name of the spots: doses on ground of one name add up, others do not meet',
};
const ledgerRow = {
  date,
  rate,
  ground,
  label: { ...sheet, description: 'The asked label where it is not said' },
  area_share: number('Share of the zone that was treated', { minimum: 0, maximum: 1 }),
};

export const gatesQuestionSchema = (weather: (days: number) => object) =>
  object(
    {
      today: date,
      hour: {
        type: 'integer',
        minimum: 0,
        maximum: 23,
        description: 'The clock’s hour now; 0 where it is not said',
      },
      range: some(
        {
          from: date,
          to: { ...date, description: 'The first day after: 400 days at most, 10 by the hour' },
          by: word(['day', 'hour']),
        },
        ['from', 'to'],
      ),
      zone: some(
        {
          turf: word(TURFS),
          mixed_with: word(TURFS),
          texture: word(TEXTURES),
          area_m2: number('Treated area, m²', { exclusiveMinimum: 0 }),
          latitude_deg: number('Degrees north', { minimum: -66, maximum: 66 }),
          sun_behind_h: number(
            'Hours that the sun’s noon comes after noon of `time`; 0 where it is not said',
            { minimum: -3, maximum: 3 },
          ),
          state: { ...text, description: 'Where the product must be registered' },
          seeding_on: date,
          seedings: list(object({ on: date, kind: word(SOWINGS) }), 'New turf that is planned'),
          irrigation_mm_per_h: number('mm/h', { minimum: 0 }),
          water: some({ kind: word([...WATERS, 'none']), distance_m: number('m', { minimum: 0 }) }, ['kind']),
          waters: list(
            some({ kind: word(WATERS), distance_m: number('m', { minimum: 0 }) }, ['kind']),
            'All waters near it; empty: somebody has looked and found none',
          ),
          grounds: word(SITES),
          fruit: { type: 'boolean', description: 'Trees of which fruit is eaten stand in it' },
          opt_out: { type: 'string', description: 'What the customer does not want, in words' },
          trees: bool,
          beds: bool,
          cover: word(COVERS),
          notice_h: number('Notice that the customer wishes, h', { minimum: 0 }),
          organic_only: bool,
        },
        ['turf', 'texture', 'area_m2', 'latitude_deg'],
      ),
      label: sheet,
      application: some(
        {
          rate,
          use: word(USES),
          target: word(ALL_WEEDS),
          method: word(METHODS),
          part: { type: 'integer', minimum: 1, maximum: 6 },
          of: { type: 'integer', minimum: 1, maximum: 6 },
          treated_m2: {
            type: 'number',
            exclusiveMinimum: 0,
            description: 'Area of the spots; without it, the whole zone',
          },
          partner: some(
            { label: sheet, rate, use: word(USES), how: word(['tank', 'day']), target: word(ALL_WEEDS) },
            ['label', 'rate', 'use', 'how'],
          ),
          targets: list(word(ALL_WEEDS), 'Weeds that it is for; the worst of them decides'),
          ground,
          companions: list(
            some(
              {
                label: sheet,
                rate,
                use: word(USES),
                target: word(ALL_WEEDS),
                ground,
                targets: list(word(ALL_WEEDS), 'As above'),
                tank: {
                  type: 'integer',
                  minimum: 1,
                  maximum: 8,
                  description: 'What has one number shares a tank; the asked product is in tank 1',
                },
                treated_m2: { type: 'number', exclusiveMinimum: 0 },
              },
              ['label', 'rate', 'use'],
            ),
            'What else goes down in the same visit, in any number of tanks.',
          ),
        },
        ['rate', 'use'],
      ),
      ledger: list(
        some({ ...ledgerRow, planned: bool }, ['date', 'rate']),
        'What the zone has received; rows that are planned say so.',
      ),
      ledger_from: {
        ...date,
        description:
          'The day from which the ledger is whole: what lies before is not known. Without it, all is known',
      },
      planned: list(
        some(ledgerRow, ['date', 'rate']),
        'What else is planned for this zone, earlier and later.',
      ),
      house_rules: some({
        wind_limit_m_s: number('m/s'),
        wind_caution_m_s: number('m/s'),
        work_from_h: { type: 'integer' },
        work_to_h: { type: 'integer' },
        calm_h: { type: 'integer' },
        lead_days: { type: 'integer' },
        rain_chance: number('Rain counts from this chance on, 0 to 1'),
        calibration_days: { type: 'integer' },
        notice_by_code_h: number('Hours of notice that local code asks for; none where it is not said'),
        heat_limit_c: number('°C'),
        heat_caution_c: number('°C'),
        nitrogen_soil_c: number('°C'),
        fertilizer_ban: object({
          from: { type: 'string', description: 'Month and day, for example 11-15' },
          to: { type: 'string', description: 'Month and day, in it' },
        }),
        phosphorus_by_test: bool,
        partners: word(['as labels allow', 'never together']),
        group_years: { type: 'integer' },
        seed_slack_days: {
          type: 'integer',
          description: 'Days that the wait is over before a planned seeding; 14 if not sent',
        },
        ceilings: list(
          object({
            turf: word(TURFS),
            ingredient: {
              type: ['string', 'null'],
              maxLength: 80,
              description: 'Null: all that prunes roots, counted as prodiamine',
            },
            most_kg_ha: number('a.i. in twelve months, kg/ha'),
          }),
          'The most of one a.i., or of what prunes roots, on one turf, whatever labels allow.',
        ),
      }),
      means: some({
        licences: list(
          object({ person: text, categories: list(text, 'As labels name them'), valid_to: date }),
          'Licences of the company’s people.',
        ),
        equipment: list(
          some(
            {
              name: text,
              method: word(METHODS),
              calibrated_on: date,
              drift: number('Against the time before: -0.12 puts out 12 % less'),
              carrier_l_ha: number('Spray on an area, as it was last measured, L/ha'),
            },
            ['name', 'method'],
          ),
          'Sprayers and spreaders.',
        ),
        on_hand: object({ figure: number('At least 0', { minimum: 0 }), unit: word(['kg', 'L']) }),
      }),
      seen: some({
        mown_on: date,
        green: object({ share: number('0 to 1'), on: date }),
        stress: object({ kind: word(['none', 'heat', 'drought']), on: date }),
        stages: list(object({ weed: word(ALL_WEEDS), stage: word(STAGES), on: date }), 'Weeds looked at.'),
        seeded_on: date,
        seedling_mowings: { type: 'integer', minimum: 0 },
        notice_sent: { type: 'string', description: 'Local time' },
        events: list(
          object({ on: date, what: text }),
          'Events of the customer: days on which nobody sprays.',
        ),
        phosphorus: object({ wanted: bool, on: date }),
        opened: list(
          object({ how: word(SOIL_OPENED), on: date }),
          'The soil was opened, and a barrier with it.',
        ),
      }),
      outlook: some(
        {
          crossed: maybe(date),
          p10: maybe(date),
          p50: maybe(date),
          p90: maybe(date),
          begins: date,
          lines: {
            type: 'object',
            additionalProperties: false,
            properties: Object.fromEntries(['house', ...WATCH_KEYS].map((key) => [key, soilLine([])])),
            description: 'Other lines of the soil, as the outlook call answers them',
          },
          observed_from: date,
          observed_c: list(number('°C'), 'Daily means up to the day before today'),
          p50_c: list(number('°C'), 'Daily means from today on'),
        },
        ['observed_from', 'observed_c', 'p50_c'],
      ),
      weather: weather(1),
      past_years: {
        type: 'boolean',
        description: 'By day: what past years in the weather say of days that no forecast reaches',
      },
    },
    ['today', 'range', 'zone', 'label', 'application'],
  );

const state = word(['open', 'ajar', 'shut']);
const at = { type: 'string', description: 'A date, or a local time where hours were asked' };
const range = { ...object({ from: date, to: date }), type: ['object', 'null'] };
const share = number('0 to 1', { minimum: 0, maximum: 1 });
const pastYears = object({
  years: list({ type: 'integer' }, 'Those that were asked'),
  days: list(
    object({
      date,
      possible: {
        ...share,
        description: 'Share of such days with a spell in which no gate of the weather was shut',
      },
      gates: object(Object.fromEntries(WEATHER_GATES.map((key) => [key, share]))),
    }),
    'Days that no forecast reaches.',
  ),
  working_days: {
    ...object({
      about: number('The mean of the years'),
      at_least: { type: 'integer', description: 'In 9 of 10 years' },
    }),
    type: ['object', 'null'],
  },
});
export const gatesAnswer = object(
  {
    lanes: list(
      object({
        gate: word(GATE_KEYS),
        name: { type: 'string' },
        of: {
          ...text,
          description: 'application, partner, or companions[0] and so on: the product that the lane is of',
        },
        spans: list(
          object({
            from: at,
            to: at,
            state,
            strength: { type: ['string', 'null'], enum: ['bolt', 'latch', null] },
            reason: object({
              code: { type: 'string' },
              source: { type: 'string' },
              figures: { type: 'object', description: 'In SI; dates and times in ISO 8601' },
              words: { type: 'string' },
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
    past_years: pastYears,
  },
  ['lanes', 'window', 'next_open', 'next_ajar'],
);
