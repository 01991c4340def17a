'use server';
import { APIError } from 'better-auth/api';
import Joi from 'joi';
import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { turnClock } from '@/data/clock';
import { databaseAnswers, inOrganisation, isDatabaseGone } from '@/data/connection';
import { changed } from '@/server/changes';
import { action } from '@/server/entry/action';
import { auth } from '@/server/entry/auth';
import { done } from '@/server/entry/outcome';

const textOf = (form: FormData, name: string): string => {
  const value = form.get(name);
  return typeof value === 'string' ? value : '';
};

/** Where to go after signing in: a path of ours, never another site. */
const safePath = (path: string): string => (/^\/(?![/\\])/.test(path) ? path : '/');

export type SignInState = Readonly<{ problem: string; email: string }> | null;

export async function signInAction(_: SignInState, form: FormData): Promise<SignInState> {
  const email = textOf(form, 'email').trim();
  const password = textOf(form, 'password');
  if (!email || !password)
    return { email, problem: `${email ? 'Password' : 'E-mail'} is missing. Type both e-mail and password.` };
  try {
    await auth().api.signInEmail({ body: { email, password }, headers: await headers() });
  } catch (error) {
    if (isDatabaseGone(error) || !(await databaseAnswers()))
      return { email, problem: 'The database does not answer just now. Try again in a moment.' };
    if (error instanceof APIError) {
      const tooMany = error.status === 'TOO_MANY_REQUESTS';
      return {
        email,
        problem: tooMany
          ? 'Too many tries for this e-mail. Wait 15 minutes, then try again.'
          : 'E-mail and password do not match. Check both and try again.',
      };
    }
    throw error;
  }
  redirect(safePath(textOf(form, 'next')));
}

export async function signOutAction(): Promise<void> {
  await auth().api.signOut({ headers: await headers() });
  redirect('/sign-in');
}

const clockShape = Joi.object<{ days: number }>({ days: Joi.number().valid(1, 7).required() });
export const turnClockAction = action(clockShape, async (actor, { days }) => {
  const turned = await turnClock(actor, days);
  if (turned.ok)
    await inOrganisation(actor, (db) => changed(db, actor, 'all', [{ kind: 'weather', orgId: actor.orgId }]));
  return done(turned);
});
