/** What people do with their own account: password, where they are signed in, second factor. */
import { issue, type Issue } from '@/core/units/issue';
import 'server-only';
import { APIError } from 'better-auth/api';
import Joi from 'joi';
import { headers } from 'next/headers';
import QRCode from 'qrcode';
import { requirePermission, type Actor } from '@/data/actor';
import { endSessions, peopleOfCompany, sessionsOf } from '@/data/people';
import { auth } from '@/server/entry/auth';
import { done, refuse, type Outcome } from '@/server/entry/outcome';
import { passwordIssues } from '@/server/entry/passwords';

export type SessionNews = Readonly<{
  id: string;
  device: string;
  since: Date;
  seenAt: Date;
  isThis: boolean;
}>;
export type AccountSheet = Readonly<{
  name: string;
  email: string;
  hasSecondFactor: boolean;
  sessions: readonly SessionNews[];
}>;

const tokenHere = async (): Promise<string | null> =>
  (await auth().api.getSession({ headers: await headers() }))?.session.token ?? null;

export async function accountSheet(actor: Actor): Promise<AccountSheet> {
  requirePermission(actor, 'see');
  const here = await tokenHere();
  const me = (await peopleOfCompany(actor.orgId)).find((p) => p.userId === actor.userId);
  const sessions = await sessionsOf(actor.userId);
  return {
    name: actor.name,
    email: me?.email ?? '',
    hasSecondFactor: me?.hasSecondFactor ?? false,
    sessions: sessions.map((s) => ({
      id: s.id,
      device: deviceWords(s.userAgent),
      since: s.since,
      seenAt: s.seenAt,
      isThis: s.token === here,
    })),
  };
}

/** "Chrome on Linux", of what a browser says of itself. */
function deviceWords(userAgent: string): string {
  const browser = [
    ['Edg/', 'Edge'],
    ['Firefox/', 'Firefox'],
    ['Chrome/', 'Chrome'],
    ['Safari/', 'Safari'],
  ].find(([sign]) => userAgent.includes(sign!))?.[1];
  const system = [
    ['Android', 'Android'],
    ['iPhone', 'iPhone'],
    ['iPad', 'iPad'],
    ['Windows', 'Windows'],
    ['Mac OS', 'Mac'],
    ['Linux', 'Linux'],
  ].find(([sign]) => userAgent.includes(sign!))?.[1];
  return [browser ?? 'A browser', system].filter(Boolean).join(' on ');
}

const text = (most: number) => Joi.string().allow('').max(most).required();
export type PasswordInput = Readonly<{ old: string; password: string; again: string }>;
export const passwordShape = Joi.object<PasswordInput>({
  old: text(1000),
  password: text(1000),
  again: text(1000),
}).required();

/** What the sign-in library would not take. @throws anything that is no answer of its */
function notTaken(error: unknown, found: Issue) {
  if (!(error instanceof APIError)) throw error;
  return refuse({
    kind: 'invalid',
    issues: [error.status === 'TOO_MANY_REQUESTS' ? issue(found.field, 'too-many-tries') : found],
  });
}
const wrongPassword = (error: unknown, field: string) => notTaken(error, issue(field, 'password-not-yours'));

/** A new password; everywhere else the person is signed out. */
export async function changeOwnPassword(actor: Actor, t: PasswordInput): Promise<Outcome<null>> {
  requirePermission(actor, 'see');
  const issues = passwordIssues(t.password, t.again, [actor.orgName, actor.name]);
  if (issues.length) return refuse({ kind: 'invalid', issues });
  try {
    await auth().api.changePassword({
      body: { currentPassword: t.old, newPassword: t.password, revokeOtherSessions: true },
      headers: await headers(),
    });
  } catch (error) {
    return wrongPassword(error, 'Password until now');
  }
  return done(null);
}

export const sessionShape = Joi.object<{ id: string | null }>({
  id: Joi.string().max(100).allow(null).required(),
}).required();
/** Ends one sign-in of one's own, or (null) all but this. */
export async function endOwnSessions(
  actor: Actor,
  { id }: { id: string | null },
): Promise<Outcome<{ ended: number }>> {
  requirePermission(actor, 'see');
  const ended = await endSessions(actor.userId, id === null ? { butToken: await tokenHere() } : { id });
  return id !== null && ended === 0 ? refuse({ kind: 'gone' }) : done({ ended });
}

export type OwnPassword = Readonly<{ password: string }>;
export const ownPasswordShape = Joi.object<OwnPassword>({ password: text(1000) }).required();
/** @property picture the secret as a QR code, SVG */
export type FactorOffer = Readonly<{ secret: string; picture: string; codes: readonly string[] }>;

/** Begins a second factor: it counts once a code from the app has been typed. */
export async function offerSecondFactor(
  actor: Actor,
  { password }: OwnPassword,
): Promise<Outcome<FactorOffer>> {
  requirePermission(actor, 'see');
  try {
    const made = await auth().api.enableTwoFactor({ body: { password }, headers: await headers() });
    if (!('totpURI' in made)) return wrongPassword(new APIError('BAD_REQUEST'), 'Password');
    const secret = new URL(made.totpURI).searchParams.get('secret') ?? '';
    return done({
      secret,
      codes: made.backupCodes,
      picture: await QRCode.toString(made.totpURI, { type: 'svg', margin: 1 }),
    });
  } catch (error) {
    return wrongPassword(error, 'Password');
  }
}

export const codeShape = Joi.object<{ code: string }>({ code: text(20) }).required();
export async function confirmSecondFactor(actor: Actor, { code }: { code: string }): Promise<Outcome<null>> {
  requirePermission(actor, 'see');
  try {
    await auth().api.verifyTOTP({ body: { code: code.replace(/\s/g, '') }, headers: await headers() });
    return done(null);
  } catch (error) {
    return notTaken(error, issue('Code', 'code-does-not-fit'));
  }
}

export async function endSecondFactor(actor: Actor, { password }: OwnPassword): Promise<Outcome<null>> {
  requirePermission(actor, 'see');
  try {
    await auth().api.disableTwoFactor({ body: { password }, headers: await headers() });
    return done(null);
  } catch (error) {
    return wrongPassword(error, 'Password');
  }
}
