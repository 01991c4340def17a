/** The demo's lead signs in, through the application's own door. */
import people from '../demo/people.json' with { type: 'json' };
import { auth } from '@/server/entry/auth';

/** @returns what a browser would send with each request */
export async function leadCookie(): Promise<string> {
  const { headers } = await auth().api.signInEmail({
    body: { email: people.people[0]!.email, password: people.password },
    returnHeaders: true,
  });
  return headers
    .getSetCookie()
    .map((c) => c.split(';')[0])
    .join('; ');
}
