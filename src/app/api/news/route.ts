import { findActor } from '@/server/entry/session';
import { newsStream } from '@/server/entry/news-stream';

/** What is new, and how background work stands: told to open screens as it happens. */
export async function GET(request: Request): Promise<Response> {
  try {
    const actor = await findActor();
    if (!actor) return Response.json({ signedOut: true }, { status: 401 });
    return new Response(await newsStream(actor, request.signal), {
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
