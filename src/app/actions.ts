'use server';
import { APIError } from 'better-auth/api';
import Joi from 'joi';
import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { turnClock } from '@/data/clock';
import { databaseAnswers, inOrganisation, isDatabaseGone } from '@/data/connection';
import { changed } from '@/server/queue/changes';
import { action } from '@/server/entry/action';
import { auth } from '@/server/entry/auth';
import { done } from '@/server/entry/outcome';
import { safePath } from '@/server/entry/safe-path';

/** The text of a field; empty where there is none, or where no form came at all: what is sent here is anybody's. */
const textOf = (form: unknown, name: string): string => {
  const value = form instanceof FormData ? form.get(name) : null;
  return typeof value === 'string' ? value : '';
};

export type SignInState = Readonly<{ problem: string; email: string }> | null;

export async function signInAction(_: SignInState, form: unknown): Promise<SignInState> {
  const email = textOf(form, 'email').trim();
  const password = textOf(form, 'password');
  if (!email || !password)
    return { email, problem: `${email ? 'Password' : 'E-mail'} is missing. Type both e-mail and password.` };
  let isAskedForCode = false;
  try {
    const signedIn = await auth().api.signInEmail({ body: { email, password }, headers: await headers() });
    isAskedForCode = 'twoFactorRedirect' in signedIn;
  } catch (error) {
    if (isDatabaseGone(error) || !(await databaseAnswers()))
      return { email, problem: 'The database does not answer just now. Try again in a moment.' };
    if (error instanceof APIError) {
      const tooMany = error.status === 'TOO_MANY_REQUESTS';
      return {
        email,
        problem: tooMany
          ? 'Too many tries. Wait 15 minutes and try again, or use a device that you have signed in on before.'
          : 'E-mail and password do not match. Check both and try again.',
      };
    }
    throw error;
  }
  const next = safePath(textOf(form, 'next'));
  redirect(isAskedForCode ? `/sign-in/code?next=${encodeURIComponent(next)}` : next);
}

/** The second factor: the six digits of the app, or one of the codes for the day it is lost. */
export async function signInCodeAction(_: SignInState, form: unknown): Promise<SignInState> {
  const code = textOf(form, 'code').replace(/\s/g, '');
  if (!code)
    return { email: '', problem: 'The code is missing. Type the six digits that the app shows now.' };
  try {
    const request = { body: { code }, headers: await headers() };
    await (/^\d{6}$/.test(code) ? auth().api.verifyTOTP(request) : auth().api.verifyBackupCode(request));
  } catch (error) {
    if (isDatabaseGone(error) || !(await databaseAnswers()))
      return { email: '', problem: 'The database does not answer just now. Try again in a moment.' };
    if (error instanceof APIError && error.body?.code === 'CODE_USED')
      return {
        email: '',
        problem:
          'This code was already used, and each works once. Start over with e-mail and password, then type the next code of the app.',
      };
    if (error instanceof APIError)
      return {
        email: '',
        problem:
          'This code does not fit. Wait for the next one and type it, or one of your codes for a lost phone; after many tries begin again with e-mail and password.',
      };
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
