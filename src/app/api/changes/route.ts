import { findActor, isStillIn } from '@/server/entry/session';
import { changeStream } from '@/server/entry/change-stream';

/** What is new, and how background work stands: told to open screens as it happens. */
export async function GET(request: Request): Promise<Response> {
  try {
    const actor = await findActor();
    if (!actor) return Response.json({ signedOut: true }, { status: 401 });
    const { headers } = request;
    const events = await changeStream(actor, request.signal, () => isStillIn(headers, actor));
    return new Response(events, {
      headers: {
        'content-type': 'text/event-stream',
        'cache-control': 'no-store, no-transform',
        'x-accel-buffering': 'no',
      },
    });
  } catch {
    // the next question will find the database back
    return Response.json({ away: true }, { status: 503 });
  }
}
