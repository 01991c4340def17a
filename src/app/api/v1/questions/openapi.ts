/** The HTTP interface described as OpenAPI 3.1. Checked in tests against the standard's schema and against real answers. */
import { Type } from '@sinclair/typebox';
import { LABEL_SCHEMA } from '@/formats/label-schema';
import type { Call } from '@/server/entry/calls';
import { CALLS_PER_MINUTE } from '@/server/entry/tokens';
import { gatesAnswer, gatesQuestion } from './describe-gates';
import { identifyAnswer, identifyQuestion } from './describe-identify';
import { mixAnswer, mixQuestion } from './describe-mix';
import { outlookAnswer, outlookQuestion } from './describe-outlook';
import { routeAnswer, routeQuestion } from './describe-route';
import { seasonAnswer, seasonQuestion } from './describe-season';
import { workloadAnswer, workloadQuestion } from './describe-workload';
import { list, object, optional, whole, words } from './parts';

/** The published schema of a product sheet, without the marks that stand for a document of its own. */
const { $schema: _schema, $id: _id, ...productSheetSchema } = LABEL_SCHEMA;

const problemSchema = {
  type: 'object',
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    code: { type: 'string', description: 'The title for programs: it stays as the words change' },
    status: { type: 'integer' },
    detail: { type: 'string' },
    errors: list(
      object({
        field: Type.String(),
        row: optional(whole('Counts from 1 within its list')),
        code: words('What is wrong, for programs: it stays as the words change'),
        problem: Type.String(),
        remedy: optional(Type.String()),
      }),
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
      OutlookQuestion: outlookQuestion,
      OutlookAnswer: outlookAnswer,
      GatesQuestion: gatesQuestion,
      GatesAnswer: gatesAnswer,
      SeasonQuestion: seasonQuestion,
      SeasonAnswer: seasonAnswer,
      WorkloadQuestion: workloadQuestion,
      WorkloadAnswer: workloadAnswer,
      MixQuestion: mixQuestion,
      MixAnswer: mixAnswer,
      RouteQuestion: routeQuestion,
      RouteAnswer: routeAnswer,
      IdentifyQuestion: identifyQuestion,
      IdentifyAnswer: identifyAnswer,
      ProductSheet: productSheetSchema,
      Problem: problemSchema,
    },
  },
} as const;
