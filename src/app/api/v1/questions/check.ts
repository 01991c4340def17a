/** A question over HTTP from its text to its answer: read, held to its description, computed. Runs in a thread, and asks nobody. */
import 'server-only';
import type { TSchema } from '@sinclair/typebox';
import { Ajv2020, type ErrorObject, type ValidateFunction } from 'ajv/dist/2020.js';
import ajvKeywords from 'ajv-keywords';
import { SHOWS } from '@/core/units/format';
import { fact, type Fact } from '@/core/units/issue';
import type { Answered, ProblemField, Worked } from '@/server/entry/question';
import { factWords } from '@/ui/issue-words';
import type { Sent } from './parts';

/** What was sent does not allow an answer. */
export class Wrong extends Error {
  constructor(readonly fields: readonly ProblemField[]) {
    super('wrong');
  }
}
/** @throws Wrong always */
export const wrong = (field: string, why: Fact, row?: number): never => {
  throw new Wrong([problemField(field, why, row)]);
};
/** @param row counts from 1 within its list */
export const problemField = (field: string, why: Fact, row?: number): ProblemField => ({
  field,
  code: why.code,
  ...factWords(why, SHOWS.trade),
  ...(row === undefined ? {} : { row }),
});

/** Up to so many characters all faults of a body are named: a refusal costs less than an answer. */
const SHORT = 200_000;
const MOST_NAMED = 100;

const checks = new WeakMap<TSchema, Record<'first' | 'all', () => ValidateFunction>>();
/** Compiled where it is asked for the first time. */
function checksOf(schema: TSchema): Record<'first' | 'all', () => ValidateFunction> {
  const known = checks.get(schema);
  if (known) return known;
  const compile = (allErrors: boolean) => {
    let made: ValidateFunction | null = null;
    return () => {
      if (made) return made;
      // days of the calendar are read by the answer, which says more of them
      const ajv = new Ajv2020({ allErrors, strict: false, validateFormats: false, verbose: true });
      ajvKeywords(ajv, 'uniqueItemProperties');
      return (made = ajv.compile({
        ...schema,
        components: { schemas: { ProductSheet: { type: 'object' } } },
      }));
    };
  };
  const both = { first: compile(false), all: compile(true) };
  checks.set(schema, both);
  return both;
}

/** What of a value is not as it is described. */
export function misfitsOf(schema: TSchema, value: unknown, every = true): ProblemField[] {
  const check = checksOf(schema)[every ? 'all' : 'first']();
  if (check(value)) return [];
  return (check.errors ?? []).flatMap((e) => problemOf(e) ?? []).slice(0, MOST_NAMED);
}

/** "weather.daily[3].tmin_c" and the row that it stands in. */
function placeOf(path: string): Pick<ProblemField, 'field' | 'row'> {
  const parts = path.split('/').slice(1);
  const field = parts
    .map((p, i) =>
      /^\d+$/.test(p) ? `[${p}]` : `${i ? '.' : ''}${p.replaceAll('~1', '/').replaceAll('~0', '~')}`,
    )
    .join('');
  const row = parts.findLast((p) => /^\d+$/.test(p));
  return { field, ...(row === undefined ? {} : { row: Number(row) + 1 }) };
}

function problemOf({
  instancePath,
  schemaPath,
  keyword,
  params,
  data,
  parentSchema,
}: ErrorObject): ProblemField | null {
  // what each of several ways lacks is said by the one that asks for one of them
  if (/\/(oneOf|anyOf)\/\d/.test(schemaPath)) return null;
  const p = params as Record<string, unknown>;
  const at = (why: Fact, more = ''): ProblemField => {
    const { field, row } = placeOf(more ? `${instancePath}/${more}` : instancePath);
    return problemField(field, why, row);
  };
  const limit = Number(p['limit']);
  switch (keyword) {
    case 'required':
      return at(fact('shape-required'), String(p['missingProperty']));
    case 'additionalProperties':
      return at(fact('shape-unknown'), String(p['additionalProperty']));
    case 'type':
      return at(fact('shape-type', { types: [p['type']].flat().map(String) }));
    case 'enum':
      return at(fact('shape-enum', { words: [p['allowedValues']].flat().map(String) }));
    case 'minimum':
      return at(fact('shape-least', { limit }));
    case 'exclusiveMinimum':
      return at(fact('shape-more-than', { limit }));
    case 'maximum':
      return at(fact('shape-most', { limit }));
    case 'maxLength':
      return at(fact('shape-length', { limit }));
    case 'minItems':
      return at(fact('shape-fewest', { limit }));
    case 'maxItems':
      return at(fact('shape-longest', { limit }));
    case 'pattern': {
      const [like] = (parentSchema as { examples?: readonly string[] } | undefined)?.examples ?? [];
      return at(fact('shape-pattern', { text: String(data).slice(0, 40), like: like ?? '' }));
    }
    case 'uniqueItems':
    case 'uniqueItemProperties':
      return at(fact('shape-twice'));
    case 'oneOf':
    case 'minProperties':
    case 'maxProperties':
      return at(fact('shape-one-of', { words: waysOf(parentSchema) }));
    default:
      return at(fact('shape-other', { rule: keyword }));
  }
}
/** The fields of which one is to be sent. */
function waysOf(schema: unknown): string[] {
  const { oneOf, properties } = (schema ?? {}) as {
    oneOf?: readonly { required?: readonly string[] }[];
    properties?: object;
  };
  return oneOf ? oneOf.flatMap((way) => way.required ?? []) : Object.keys(properties ?? {});
}

/** @param answer computes; what it throws but `Wrong` is a bug */
export function work<T extends TSchema>(
  schema: T,
  body: string,
  answer: (question: Sent<T>) => unknown,
): Worked {
  let question: unknown;
  try {
    question = JSON.parse(body);
  } catch (error) {
    return { kind: 'not JSON', detail: error instanceof Error ? error.message : 'The body is not JSON.' };
  }
  const misfits = misfitsOf(schema, question, body.length <= SHORT);
  if (misfits.length) return { kind: 'not as described', errors: misfits };
  const answered = answeredBy(() => answer(question as Sent<T>));
  return answered.ok
    ? { kind: 'answer', json: JSON.stringify(answered.body) }
    : { kind: 'cannot be computed', errors: answered.errors };
}

/** An answer, or what of the question does not allow one. */
export function answeredBy(answer: () => unknown): Answered {
  try {
    return { ok: true, body: answer() };
  } catch (error) {
    if (error instanceof Wrong) return { ok: false, errors: error.fields };
    throw error;
  }
}
