/** The HTTP interface described as OpenAPI 3.1. Checked in tests against the standard's schema and against real answers. */
import { COVERS, EXPOSURES, MOISTURES } from '@/core/ground/site';
import { TEXTURES } from '@/core/trade/terms';
import { SCHOOLS, WATCH_KEYS } from '@/core/ground/crossing';
import { MOST_ROWS } from './api-weather';
import { gatesAnswer, gatesQuestionSchema } from './openapi-gates';
import { mixAnswer, mixQuestionSchema } from './openapi-mix';
import { identifyAnswer, identifyQuestionSchema } from './openapi-identify';
import { routeAnswer, routeQuestionSchema } from './openapi-route';
import { date, list, maybe, number, object, soilLine } from './openapi-parts';
import { seasonAnswer, seasonQuestionSchema, workloadAnswer, workloadQuestionSchema } from './openapi-season';
import type { Call } from '@/server/entry/calls';
import { CALLS_PER_MINUTE } from '@/server/entry/tokens';
import { LABEL_SCHEMA } from '@/formats/label-schema';

const sky = {
  precipitation_mm: number('Water that fell, rain or snow, mm', { minimum: 0 }),
  wind_m_s: number('Mean wind, m/s', { minimum: 0 }),
};
const localTime = (description: string) => ({
  type: 'string',
  pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}$',
  description,
});

/** Rows of days or of hours, so many days at least. */
const weatherRowsSchema = (days: number) => ({
  ...object(
    {
      daily: list(
        object({
          date,
          tmin_c: number('Lowest air temperature, °C'),
          tmax_c: number('Highest air temperature, °C'),
          ...sky,
        }),
        'Every day in order, without a gap. Rows from `today` on are taken as a forecast of up to ten days.',
        { minItems: days, maxItems: MOST_ROWS },
      ),
      hourly: list(
        object(
          {
            time: localTime('Begin of the hour, local standard time'),
            air_c: number('Air temperature, °C'),
            ...sky,
            precipitation_chance: number('Chance of it, 0 to 1; sure where it is not said', {
              minimum: 0,
              maximum: 1,
            }),
          },
          ['time', 'air_c', ...Object.keys(sky)],
        ),
        'Every hour in order from 00:00 of the first day, whole days.',
        { minItems: days * 24, maxItems: MOST_ROWS },
      ),
    },
    [],
  ),
  description: 'Either daily or hourly.',
});
/** The published schema of a product sheet, without the marks that stand for a document of its own. */
const { $schema: _schema, $id: _id, ...productSheetSchema } = LABEL_SCHEMA;

const question = object(
  {
    site: object(
      {
        texture: { type: 'string', enum: TEXTURES },
        moisture: { type: 'string', enum: MOISTURES },
        exposure: { type: 'string', enum: EXPOSURES },
        beside_pavement: { type: 'boolean' },
        cover: {
          type: 'string',
          enum: COVERS,
          description: 'Thatch and dead leaf; none where it is not said',
        },
      },
      ['texture', 'moisture', 'exposure', 'beside_pavement'],
    ),
    weather: weatherRowsSchema(365),
    past_years: list(
      { type: 'integer' },
      'Years whose weather the members take; without it, all that are whole. Fewer than 15 are filled up with generated weather, to 30 where there are fewer than 8.',
    ),
    readings: list(
      object(
        {
          id: { type: 'string', maxLength: 100 },
          time: localTime('Local standard time'),
          depth_cm: number('Depth, cm', { minimum: 0.5, maximum: 100 }),
          temperature_c: number('Reading with the instrument’s offset taken off, °C'),
          instrument_sd_k: number('Standard error of the instrument, K; 0.8 where it is not said'),
          instrument: { type: 'string', maxLength: 100, description: 'Which one: its bias is its own' },
        },
        ['id', 'time', 'depth_cm', 'temperature_c'],
      ),
      'Probe readings of the last 365 days.',
    ),
    rule: object(
      {
        school: { type: 'string', enum: SCHOOLS.filter((s) => s !== 'signs') },
        line_c: number('The line, °C'),
        days: { type: 'integer', description: 'Days in a row' },
        of: { type: 'string', enum: ['mean', 'maximum', 'soil', 'air'] },
        base_c: number('Base of degree days, °C'),
        sum_k_day: number('Sum of degree days, K·day'),
        from_month: { type: 'integer', description: 'Month on whose first day degree days begin' },
        depth_cm: number('Depth of the rule, cm'),
      },
      ['school'],
    ),
    depths_cm: list(
      number('cm', { minimum: 0.5, maximum: 100 }),
      'Depths for which daily means are wanted.',
      { minItems: 1, maxItems: 4 },
    ),
    today: { ...date, description: 'The first day that has not been observed whole.' },
  },
  ['site', 'weather', 'rule', 'depths_cm', 'today'],
);

const means = (what: string) => list(number('°C'), what);
const outlookAnswer = object({
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
    crossed: { ...maybe(date), description: 'The day, where it is behind us' },
    p10: maybe(date),
    p50: maybe(date),
    p90: maybe(date),
    members: list(
      object({
        year: { ...maybe({ type: 'integer' }), description: 'null: generated weather' },
        date: maybe(date),
      }),
      'The day on which each member crosses; null: not this year.',
    ),
  }),
  lines: object(Object.fromEntries(['house', ...WATCH_KEYS].map((key) => [key, soilLine()]))),
  correction: object({
    offset_k: number('Lasting difference of this site from its kind, K'),
    offset_sd_k: number('Its standard deviation, K'),
    transient_k: number('Passing difference today, K'),
    readings_used: { type: 'integer' },
  }),
  readings: list(
    object({
      id: { type: 'string' },
      expected_c: { ...maybe({ type: 'number' }), description: 'null: no weather reaches its hour' },
      innovation_k: { ...maybe({ type: 'number' }), description: 'Reading minus expected, K' },
      sd_k: maybe({ type: 'number' }),
      used: { type: 'boolean', description: 'false: beyond four standard deviations, or not reached' },
    }),
    'How each reading met the model.',
  ),
});

const problemSchema = {
  type: 'object',
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    code: { type: 'string', description: 'The title for programs: it stays as the words change' },
    status: { type: 'integer' },
    detail: { type: 'string' },
    errors: list(
      object(
        {
          field: { type: 'string' },
          row: { type: 'integer', description: 'Counts from 1 within its list' },
          code: { type: 'string', description: 'What is wrong, for programs: it stays as the words change' },
          problem: { type: 'string' },
          remedy: { type: 'string' },
        },
        ['field', 'code', 'problem'],
      ),
      'What is wrong, field by field.',
    ),
  },
  required: ['type', 'title', 'code', 'status', 'detail'],
};
const problem = (description: string) => ({
  description,
  content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
});

/** What can go wrong with any call. */
const PROBLEMS = {
  '400': problem('The body is not JSON'),
  '401': problem('No token, or one that was taken back'),
  '403': problem('The person’s role does not allow it'),
  '413': problem('The body is too large'),
  '422': problem('A field is wrong or does not allow an answer'),
  '429': problem('Too many calls in this minute'),
  '503': problem('The database is away'),
};

/** A call that takes a question and gives an answer, by the names of their schemas. */
const call = (operationId: Call, summary: string, answer: string, schema: string) => ({
  post: {
    operationId,
    summary,
    requestBody: {
      required: true,
      content: { 'application/json': { schema: { $ref: `#/components/schemas/${schema}Question` } } },
    },
    responses: {
      '200': {
        description: answer,
        content: { 'application/json': { schema: { $ref: `#/components/schemas/${schema}Answer` } } },
      },
      ...PROBLEMS,
    },
  },
});

export const openApi = {
  openapi: '3.1.0',
  info: {
    title: 'Iron Gate',
    version: '1',
    description: `Stateless questions about soil, gates and the season. Units stand in the field names. A token may call ${CALLS_PER_MINUTE} times a minute.`,
    license: { name: 'Apache-2.0', identifier: 'Apache-2.0' },
  },
  servers: [{ url: '/' }],
  security: [{ token: [] }],
  paths: {
    '/api/v1/outlook': call(
      'outlook',
      'What the soil of a site will do, and when it crosses a line',
      'The outlook',
      'Outlook',
    ),
    '/api/v1/gates': call(
      'gates',
      'How every gate of an application stands, by day or by hour, and why',
      'Lanes, the window, and the next opening',
      'Gates',
    ),
    '/api/v1/season': call(
      'season',
      'Programmes for a zone’s year that differ in kind, what each holds, costs and takes of every limit',
      'The programmes',
      'Season',
    ),
    '/api/v1/workload': call(
      'workload',
      'When a round of many lawns must be begun, worked off in every past year',
      'The latest start, and how a start goes',
      'Workload',
    ),
    '/api/v1/mix': call(
      'mix',
      'Loads of a tank or hopper for stops in their order, with what goes in and in which order',
      'The loads',
      'Mix',
    ),
    '/api/v1/route': call(
      'route',
      'Which stops for which truck and in which order: most regret avoided in the time there is',
      'The tours, and what is left out and why',
      'Route',
    ),
    '/api/v1/identify': call(
      'identify',
      'Which weed it is by what was seen of it, and what to look at next',
      'Candidates with their odds',
      'Identify',
    ),
  },
  components: {
    securitySchemes: {
      token: { type: 'http', scheme: 'bearer', description: 'A personal token, made under House' },
    },
    schemas: {
      OutlookQuestion: question,
      OutlookAnswer: outlookAnswer,
      GatesQuestion: gatesQuestionSchema(weatherRowsSchema),
      GatesAnswer: gatesAnswer,
      SeasonQuestion: seasonQuestionSchema(
        gatesQuestionSchema(weatherRowsSchema).properties,
        question.properties,
      ),
      SeasonAnswer: seasonAnswer,
      WorkloadQuestion: workloadQuestionSchema,
      WorkloadAnswer: workloadAnswer,
      MixQuestion: mixQuestionSchema,
      MixAnswer: mixAnswer,
      RouteQuestion: routeQuestionSchema,
      RouteAnswer: routeAnswer,
      IdentifyQuestion: identifyQuestionSchema,
      IdentifyAnswer: identifyAnswer,
      ProductSheet: productSheetSchema,
      Problem: problemSchema,
    },
  },
} as const;
