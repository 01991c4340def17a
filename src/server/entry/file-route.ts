/** The one way in for files that a person fetches: finds who is asking, and says in words why there is none. */
import 'server-only';
import { Forbidden, PERMISSIONS, type Actor } from '@/data/actor';
import { isDatabaseGone } from '@/data/connection';
import { logFault } from '@/server/log';
import { DatabaseAway, findActor } from './session';

const words = (status: number, text: string, headers: Record<string, string> = {}) =>
  new Response(text, {
    status,
    headers: { 'content-type': 'text/plain; charset=utf-8', 'cache-control': 'no-store', ...headers },
  });

/** @param find tells who is asking; a test's stands in for the session */
export const fileRoute =
  <Context>(
    run: (actor: Actor, request: Request, context: Context) => Promise<Response>,
    find: () => Promise<Actor | null> = findActor,
  ) =>
  async (request: Request, context: Context): Promise<Response> => {
    try {
      const actor = await find();
      return actor ? await run(actor, request, context) : words(401, 'Sign in first.');
    } catch (error) {
      if (error instanceof DatabaseAway || isDatabaseGone(error))
        return words(503, 'The database does not answer. Try again in a moment.', { 'retry-after': '5' });
      if (error instanceof Forbidden)
        return words(403, `Your role may not ${PERMISSIONS[error.permission]}. Ask your lead.`);
      return words(500, `Something went wrong on our side. Reference: ${logFault(error, 'a file')}`);
    }
  };
