/** A question over HTTP from its text to its answer: read, held to its shape, computed. Runs in a thread, and asks nobody. */
import type Joi from 'joi';

/** What is wrong with a call, field by field. `row` counts from 1 within the list that it is in. */
export type ProblemField = Readonly<{
  field: string;
  row?: number;
  /** what is wrong, for programs: it does not change with the words */
  code: string;
  problem: string;
  remedy?: string;
}>;

export type Answered =
  Readonly<{ ok: true; body: unknown }> | Readonly<{ ok: false; errors: readonly ProblemField[] }>;

/** What came of it: the answer as JSON, or why there is none. */
export type Worked =
  | Readonly<{ kind: 'answer'; json: string }>
  | Readonly<{ kind: 'not JSON'; detail: string }>
  | Readonly<{ kind: 'not as described' | 'cannot be computed'; errors: readonly ProblemField[] }>;

/** Up to so many characters all faults of a body are named: a refusal costs less than an answer. */
const SHORT = 200_000;
const MOST_NAMED = 100;

/** "weather.daily[3].tmin_c" and the row that it stands in. */
function placeOf(path: readonly (string | number)[]): Pick<ProblemField, 'field' | 'row'> {
  const field = path.map((p, i) => (typeof p === 'number' ? `[${p}]` : `${i ? '.' : ''}${p}`)).join('');
  const row = path.findLast((p) => typeof p === 'number');
  return { field, ...(row === undefined ? {} : { row: row + 1 }) };
}

/** @param answer computes; what it throws is a bug */
export function work<Input>(
  shape: Joi.ObjectSchema<Input>,
  text: string,
  answer: (input: Input) => Answered,
): Worked {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    return { kind: 'not JSON', detail: error instanceof Error ? error.message : 'The body is not JSON.' };
  }
  const checked = shape.validate(raw, {
    abortEarly: text.length > SHORT,
    convert: false,
    errors: { wrap: { label: false } },
  });
  if (checked.error)
    return {
      kind: 'not as described',
      errors: checked.error.details
        .slice(0, MOST_NAMED)
        .map((d) => ({ ...placeOf(d.path), code: d.type, problem: d.message })),
    };
  const answered = answer(checked.value);
  return answered.ok
    ? { kind: 'answer', json: JSON.stringify(answered.body) }
    : { kind: 'cannot be computed', errors: answered.errors };
}
