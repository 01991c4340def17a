import 'server-only';
import { headers } from 'next/headers';
import { cache } from 'react';
import type { Actor } from '@/data/actor';
import { databaseAnswers } from '@/data/connection';
import { membershipOf } from '@/data/organisations';
import { auth } from './auth';

/** The database is away: pages say so and try again by themselves. */
export class DatabaseAway extends Error {}

/** Whose request these headers are of; null: nobody's. Membership is read at each: a session alone gives no right. */
async function actorOf(request: Headers, query: { disableRefresh?: boolean } = {}): Promise<Actor | null> {
  const session = await auth().api.getSession({ headers: request, query });
  if (!session) return null;
  const m = await membershipOf(session.user.id);
  return m ? { userId: session.user.id, name: session.user.name, ...m } : null;
}

/**
 * Who is asking; null when nobody is signed in.
 * @throws DatabaseAway
 */
export async function findActor(): Promise<Actor | null> {
  // first: it makes the page dynamic, before anything needs the database
  const h = await headers();
  try {
    return await actorOf(h);
  } catch (error) {
    // the sign-in library hides what went wrong; ask the database itself
    if (!(await databaseAnswers())) throw new DatabaseAway('The database does not answer', { cause: error });
    throw error;
  }
}

/** Whether a request that goes on for minutes is still that person's: neither signed out nor out of the company. */
export async function isStillIn(request: Headers, { userId, orgId }: Actor): Promise<boolean> {
  // its answer has begun: no cookie can be sent any more
  const now = await actorOf(request, { disableRefresh: true });
  return now?.userId === userId && now.orgId === orgId;
}

/** Once a page. React keeps nothing for actions: they call findActor. */
export const pageActor = cache(findActor);
