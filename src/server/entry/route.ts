import 'server-only';
import { Forbidden, PERMISSIONS, requirePermission } from '@/data/actor';
import { isDatabaseGone } from '@/data/connection';
import { TooMuch, inThread, type Task } from '@/threads/threads';
import { logFault } from '@/server/log';
import { metrics } from './metrics';
import type { ProblemField, Worked } from './question';
import type { Call } from './calls';
import { actorOfToken, CALLS_PER_MINUTE, countCall } from './tokens';

/** application/problem+json, RFC 9457 */
function problem(
  status: number,
  code: string,
  title: string,
  detail: string,
  more: Readonly<{ errors?: readonly ProblemField[]; headers?: Record<string, string> }> = {},
): Response {
  const body = {
    type: 'about:blank',
    title,
    code,
    status,
    detail,
    ...(more.errors ? { errors: more.errors } : {}),
  };
  return new Response(JSON.stringify(body), {
    status,
    headers: { 'content-type': 'application/problem+json', 'cache-control': 'no-store', ...more.headers },
  });
}

/**
 * The one way in over HTTP: finds the token's actor, counts the call, measures the body, and has the question worked in
 * a thread, so that no question holds up the others.
 */
export function route(
  call: Call,
  mostBytes: number,
  question: Task<string, Worked>,
): (request: Request) => Promise<Response> {
  return async (request) => {
    const answer = await answerTo(request, call, mostBytes, question);
    metrics().calls.inc({ status: answer.status });
    return answer;
  };
}

async function answerTo(
  request: Request,
  call: Call,
  mostBytes: number,
  question: Task<string, Worked>,
): Promise<Response> {
  try {
    const secret = /^Bearer\s+(\S+)$/i.exec(request.headers.get('authorization') ?? '')?.[1];
    const found = secret ? await actorOfToken(secret) : null;
    if (!found)
      return problem(
        401,
        'not-signed-in',
        'Not signed in',
        'Send "Authorization: Bearer <token>" with a personal token that has not been taken back.',
        { headers: { 'www-authenticate': 'Bearer' } },
      );
    const wait = await countCall(found.tokenId);
    if (wait)
      return problem(
        429,
        'too-many-calls',
        'Too many calls',
        `A token may call ${CALLS_PER_MINUTE} times a minute. Try again in ${wait} s.`,
        { headers: { 'retry-after': String(wait) } },
      );
    if (!found.calls.includes(call))
      return problem(
        403,
        'not-for-this-call',
        'Not for this call',
        `The token was made for ${found.calls.join(', ')}. Make one for ${call} under House.`,
      );
    // measured before it is read
    const announced = Number(request.headers.get('content-length') ?? 0);
    const text = announced > mostBytes ? '' : await request.text();
    const length = Math.max(announced, text.length);
    if (length > mostBytes)
      return problem(
        413,
        'too-large',
        'Too large',
        `The body has ${length} bytes; at most ${mostBytes} are taken.`,
      );
    requirePermission(found.actor, 'see');
    return answered(await inThread(question, found.actor.orgId, text));
  } catch (error) {
    if (isDatabaseGone(error))
      return problem(503, 'database-away', 'Database away', 'Try again in a moment.', {
        headers: { 'retry-after': '5' },
      });
    if (error instanceof TooMuch)
      return error.why === 'busy'
        ? problem(503, 'busy', 'Busy', `${error.message} Try again in a moment.`, {
            headers: { 'retry-after': '10' },
          })
        : problem(422, 'too-much-to-compute', 'Too much to compute', `${error.message} Ask for less.`);
    if (error instanceof Forbidden)
      return problem(
        403,
        'not-allowed',
        'Not allowed',
        `Your role may not ${PERMISSIONS[error.permission]}.`,
      );
    const id = logFault(error, 'a call of the HTTP interface');
    return problem(500, 'our-fault', 'Our fault', `Something went wrong on our side. Reference: ${id}`);
  }
}

function answered(worked: Worked): Response {
  switch (worked.kind) {
    case 'answer':
      return new Response(worked.json, {
        headers: { 'content-type': 'application/json', 'cache-control': 'no-store' },
      });
    case 'not JSON':
      return problem(400, 'not-json', 'Not JSON', worked.detail);
    case 'not as described':
      return problem(422, 'not-as-described', 'Not as described', 'Some fields are missing or wrong.', {
        errors: worked.errors,
      });
    case 'cannot be computed':
      return problem(
        422,
        'cannot-be-computed',
        'Cannot be computed',
        'What was sent does not allow an answer.',
        { errors: worked.errors },
      );
  }
}
