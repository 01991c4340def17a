'use server';
import { headers } from 'next/headers';
import { openAction } from '@/server/entry/action';
import { auth } from '@/server/entry/auth';
import { beginCompany, beginShape, join, joinShape } from '@/server/people/begin';

/** Signs the new person in at once: the password was typed a moment ago. */
const signIn = async (email: string, password: string) =>
  auth().api.signInEmail({ body: { email, password }, headers: await headers() });

export const beginAction = openAction(beginShape, async (input) => {
  const begun = await beginCompany(input);
  if (begun.ok) await signIn(begun.value.email, input.password);
  return begun;
});

export const joinAction = openAction(joinShape, async (input) => {
  const joined = await join(input);
  // a second factor may be asked for: then the sign-in page asks
  if (joined.ok) await signIn(joined.value.email, input.password).catch(() => undefined);
  return joined;
});
