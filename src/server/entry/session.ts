import 'server-only';
import { headers } from 'next/headers';
import { cache } from 'react';
import type { Actor } from '@/data/actor';
import { databaseAnswers } from '@/data/connection';
import { membershipOf } from '@/data/organisations';
import { auth } from './auth';

/** The database is away: pages say so and try again by themselves. */
export class DatabaseAway extends Error {}

/**
 * Who is asking; null when nobody is signed in. Membership is read at each request: a session alone gives no right.
 * @throws DatabaseAway
 */
export async function findActor(): Promise<Actor | null> {
  // first: it makes the page dynamic, before anything needs the database
  const h = await headers();
  try {
    const session = await auth().api.getSession({ headers: h });
    if (!session) return null;
    const m = await membershipOf(session.user.id);
    return m ? { userId: session.user.id, name: session.user.name, ...m } : null;
  } catch (error) {
    // the sign-in library hides what went wrong; ask the database itself
    if (!(await databaseAnswers())) throw new DatabaseAway('The database does not answer', { cause: error });
    throw error;
  }
}

/** Once a page. React keeps nothing for actions: they call findActor. */
export const pageActor = cache(findActor);
