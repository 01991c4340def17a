import { inOrganisation } from '@/data/connection';
import { newsVersion } from '@/data/news';
import { queueState } from '@/server/jobs/jobs';
import { findActor } from '@/server/entry/session';

/** Whether anything is new, and how background work stands: asked by open screens every few seconds. */
export async function GET(): Promise<Response> {
  try {
    const actor = await findActor();
    if (!actor) return Response.json({ signedOut: true }, { status: 401 });
    const [version, jobs] = await Promise.all([inOrganisation(actor, newsVersion), queueState(actor.orgId)]);
    return Response.json(
      { version, waiting: jobs.waiting, failed: jobs.failed.length },
      { headers: { 'cache-control': 'no-store' } },
    );
  } catch {
    // the next question will find the database back
    return Response.json({ away: true }, { status: 503 });
  }
}
