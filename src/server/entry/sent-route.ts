/** The one way in for what a device has kept until there was a network: by session, from our own pages alone, answered like an action. */
import 'server-only';
import { refuse, type Outcome } from './outcome';
import { PERSON_HEADER } from './person-header';
import { findActor } from './session';

/** More than a picture and its words is no stop. */
const MOST_BYTES = 2_500_000;

/** The id of who is signed in; null: nobody, or the database does not say. */
const whoAsks = async (): Promise<string | null> => {
  try {
    return (await findActor())?.userId ?? null;
  } catch {
    return null;
  }
};

/** @param commands what may be sent, each as `action` makes it */
export function sentRoute(commands: Readonly<Record<string, (raw: unknown) => Promise<Outcome<unknown>>>>) {
  const known = new Map(Object.entries(commands));
  return async (request: Request, { params }: { params: Promise<{ what: string }> }): Promise<Response> => {
    const act = known.get((await params).what);
    if (!act) return Response.json(refuse({ kind: 'gone' }), { status: 404 });
    // a form of another site can send neither this type nor this header without being asked first
    if (!request.headers.get('content-type')?.startsWith('application/json') || isFromElsewhere(request))
      return Response.json(refuse({ kind: 'gone' }), { status: 403 });
    // another person has signed in since on the device that holds it: it waits for its own
    const person = request.headers.get(PERSON_HEADER);
    if (person !== null && (await whoAsks()) !== person) return Response.json(refuse({ kind: 'signed-out' }));
    const text = await request.text();
    if (text.length > MOST_BYTES)
      return Response.json(refuse({ kind: 'too-much', detail: 'It is more than a stop with its picture.' }), {
        status: 413,
      });
    let raw: unknown;
    try {
      raw = JSON.parse(text);
    } catch {
      raw = null;
    }
    return Response.json(await act(raw), { headers: { 'cache-control': 'no-store' } });
  };
}

const isFromElsewhere = (request: Request): boolean => {
  const site = request.headers.get('sec-fetch-site');
  return site !== null && site !== 'same-origin';
};
