import 'server-only';
import type Joi from 'joi';
import { Forbidden, PERMISSIONS, type Actor } from '@/data/actor';
import { isDatabaseGone } from '@/data/connection';
import { withoutData } from './log';
import { actorOfToken, CALLS_PER_MINUTE, countCall } from './tokens';

/** What is wrong with a call, field by field. `row` counts from 1 within the list that it is in. */
export type ProblemField = Readonly<{ field: string; row?: number; problem: string; remedy?: string }>;

/** application/problem+json, RFC 9457 */
function problem(
  status: number,
  title: string,
  detail: string,
  more: Readonly<{ errors?: readonly ProblemField[]; headers?: Record<string, string> }> = {},
): Response {
  const body = {
    type: 'about:blank',
    title,
    status,
    detail,
    ...(more.errors ? { errors: more.errors } : {}),
  };
  return new Response(JSON.stringify(body), {
    status,
    headers: { 'content-type': 'application/problem+json', 'cache-control': 'no-store', ...more.headers },
  });
}

/** Up to so many characters all faults of a body are named. */
const SHORT = 200_000;

export type Answered =
  Readonly<{ ok: true; body: unknown }> | Readonly<{ ok: false; errors: readonly ProblemField[] }>;

/** "weather.daily[3].tmin_c" and the row that it stands in. */
function fieldOf(path: readonly (string | number)[]): ProblemField & { field: string } {
  const field = path.map((p, i) => (typeof p === 'number' ? `[${p}]` : `${i ? '.' : ''}${p}`)).join('');
  const row = path.findLast((p) => typeof p === 'number');
  return { field, problem: '', ...(row === undefined ? {} : { row: row + 1 }) };
}

/** The one way in over HTTP: finds the token's actor, counts the call, checks the shape, runs, and words what went wrong. */
export function route<Input>(
  shape: Joi.ObjectSchema<Input>,
  mostBytes: number,
  run: (actor: Actor, input: Input) => Promise<Answered>,
): (request: Request) => Promise<Response> {
  return async (request) => {
    try {
      const secret = /^Bearer\s+(\S+)$/i.exec(request.headers.get('authorization') ?? '')?.[1];
      const found = secret ? await actorOfToken(secret) : null;
      if (!found)
        return problem(
          401,
          'Not signed in',
          'Send "Authorization: Bearer <token>" with a personal token that has not been taken back.',
          {
            headers: { 'www-authenticate': 'Bearer' },
          },
        );
      const wait = await countCall(found.tokenId);
      if (wait)
        return problem(
          429,
          'Too many calls',
          `A token may call ${CALLS_PER_MINUTE} times a minute. Try again in ${wait} s.`,
          {
            headers: { 'retry-after': String(wait) },
          },
        );
      // measured before it is read
      const announced = Number(request.headers.get('content-length') ?? 0);
      const text = announced > mostBytes ? '' : await request.text();
      const length = Math.max(announced, text.length);
      if (length > mostBytes)
        return problem(413, 'Too large', `The body has ${length} bytes; at most ${mostBytes} are taken.`);
      let raw: unknown;
      try {
        raw = JSON.parse(text);
      } catch (error) {
        return problem(400, 'Not JSON', error instanceof Error ? error.message : 'The body is not JSON.');
      }
      const checked = shape.validate(raw, {
        // of a long body the first fault is named, of a short one all: a refusal costs less than an answer
        abortEarly: text.length > SHORT,
        convert: false,
        errors: { wrap: { label: false } },
      });
      if (checked.error)
        return problem(422, 'Not as described', 'Some fields are missing or wrong.', {
          errors: checked.error.details
            .slice(0, 100)
            .map((d) => ({ ...fieldOf(d.path), problem: d.message })),
        });
      const answer = await run(found.actor, checked.value);
      return answer.ok
        ? Response.json(answer.body, { headers: { 'cache-control': 'no-store' } })
        : problem(422, 'Cannot be computed', 'What was sent does not allow an answer.', {
            errors: answer.errors,
          });
    } catch (error) {
      if (isDatabaseGone(error))
        return problem(503, 'Database away', 'Try again in a moment.', { headers: { 'retry-after': '5' } });
      if (error instanceof Forbidden)
        return problem(403, 'Not allowed', `Your role may not ${PERMISSIONS[error.permission]}.`);
      const id = crypto.randomUUID().slice(0, 8);
      console.error(`[${id}]`, withoutData(error));
      return problem(500, 'Our fault', `Something went wrong on our side. Reference: ${id}`);
    }
  };
}
