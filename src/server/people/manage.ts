/** What a lead does with people: invite, say what they may do, end and take up again, hand out a way to a new password. */
import { issue, type Issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { requirePermission, type Actor, type Role } from '@/data/actor';
import { tellChange } from '@/data/changes-told';
import { inOrganisation } from '@/data/connection';
import { takeInvitationsBack, waitingInvitations } from '@/data/invitations';
import { changeMember, hasAccount, peopleOfCompany, type Person } from '@/data/people';
import { done, refuse, type Outcome } from '@/server/entry/outcome';
import { emailIssue } from './begin';
import { makeLink, type Link } from './links';
import { sendLetter, type Sent } from '@/server/entry/letters';

type Waiting = Readonly<{
  id: string;
  kind: 'person' | 'password';
  name: string;
  email: string;
  role: Role | null;
  expiresAt: Date;
}>;
export type PeopleSheet = Readonly<{ people: readonly Person[]; waiting: readonly Waiting[] }>;

export async function peopleSheet(actor: Actor): Promise<PeopleSheet> {
  requirePermission(actor, 'manage people');
  const waiting = await waitingInvitations(actor.orgId, new Date());
  return {
    people: await peopleOfCompany(actor.orgId),
    waiting: waiting.flatMap((w) =>
      w.kind === 'first'
        ? []
        : [{ id: w.id, kind: w.kind, name: w.name, email: w.email, role: w.role, expiresAt: w.expiresAt }],
    ),
  };
}

const text = (most: number) => Joi.string().allow('').max(most).required();
const ROLES = ['lead', 'technician', 'viewer'] as const satisfies readonly Role[];
export type InviteInput = Readonly<{ name: string; email: string; role: Role }>;
export const inviteShape = Joi.object<InviteInput>({
  name: text(100),
  email: text(254),
  role: Joi.string()
    .valid(...ROLES)
    .required(),
}).required();

export type Invited = Link & Readonly<{ letter: Sent; email: string }>;

/** A one-time link for a new person; an earlier one to the same address opens nothing any more. */
export async function invite(actor: Actor, t: InviteInput): Promise<Outcome<Invited>> {
  requirePermission(actor, 'manage people');
  const [name, email] = [t.name.trim(), t.email.trim().toLowerCase()];
  const issues: Issue[] = [];
  const address = emailIssue(email);
  if (address) issues.push(address);
  else if (await hasAccount(email)) issues.push(issue('E-mail', 'email-taken-here', { email }));
  if (issues.length) return refuse({ kind: 'invalid', issues });
  await takeInvitationsBack(actor, { email }, new Date());
  const link = await makeLink({ kind: 'person', orgId: actor.orgId, name, email, role: t.role }, actor.name);
  const letter = await sendLetter({
    to: email,
    subject: `${actor.orgName} invites you to Iron Gate`,
    text: `${actor.name} invites you to work with ${actor.orgName} as ${t.role}.\n\nOpen this link once, by ${when(link.expiresAt)}, and choose a password:\n\n${link.url}\n`,
  });
  return done({ ...link, letter, email });
}

const when = (at: Date) => `${at.toISOString().slice(0, 16).replace('T', ' ')} UTC`;

export const personShape = Joi.object<{ userId: string }>({
  userId: Joi.string().max(100).required(),
}).required();

/** A one-time link with which a person who works here sets a new password. */
export async function passwordLink(actor: Actor, { userId }: { userId: string }): Promise<Outcome<Invited>> {
  requirePermission(actor, 'manage people');
  const person = (await peopleOfCompany(actor.orgId)).find((p) => p.userId === userId && p.endedAt === null);
  if (!person) return refuse({ kind: 'gone' });
  const { name, email } = person;
  await takeInvitationsBack(actor, { email }, new Date());
  const link = await makeLink({ kind: 'password', orgId: actor.orgId, userId, name, email }, actor.name);
  const letter = await sendLetter({
    to: email,
    subject: 'A new password for Iron Gate',
    text: `${actor.name} has made a link for you to set a new password.\n\nOpen it once, by ${when(link.expiresAt)}:\n\n${link.url}\n\nYou did not ask for it? Tell your lead; nothing changes until the link is used.\n`,
  });
  return done({ ...link, letter, email });
}

export const invitationIdShape = Joi.object<{ id: string }>({
  id: Joi.string().guid({ separator: '-', wrapper: false }).required(),
}).required();
export async function takeInvitationBack(actor: Actor, { id }: { id: string }): Promise<Outcome<null>> {
  requirePermission(actor, 'manage people');
  const gone = await takeInvitationsBack(actor, { id }, new Date());
  return gone ? done(null) : refuse({ kind: 'gone' });
}

export type MemberInput = Readonly<{ userId: string; to: Role | 'ended' | 'back' }>;
export const memberShape = Joi.object<MemberInput>({
  userId: Joi.string().max(100).required(),
  to: Joi.string()
    .valid(...ROLES, 'ended', 'back')
    .required(),
}).required();

/** Says what a person may do from now on, also in sessions that are open; who has left is signed out at once. */
export async function changePerson(actor: Actor, { userId, to }: MemberInput): Promise<Outcome<null>> {
  requirePermission(actor, 'manage people');
  const change = to === 'ended' ? { endedAt: new Date() } : to === 'back' ? { endedAt: null } : { role: to };
  const became = await changeMember(actor, userId, change);
  if (became === 'gone') return refuse({ kind: 'gone' });
  if (became === 'last lead') return refuse({ kind: 'invalid', issues: [issue('Role', 'only-lead')] });
  // open screens are asked at once who they are
  await inOrganisation(actor, (db) => tellChange(db, actor.orgId, []));
  return done(null);
}
