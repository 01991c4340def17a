/** What somebody with a one-time link may do before there is a person: begin a company, join one, set a new password. */
import { issue, type Issue, type FieldRemedy } from '@/core/units/issue';
import 'server-only';
import { hashPassword } from '@/server/entry/hashing';
import Joi from 'joi';
import { IANAZone } from 'luxon';
import { inOrganisation, asPerson } from '@/data/connection';
import { addUsualHouse } from '@/data/house';
import { useUp, type Invitation } from '@/data/invitations';
import { addOrganisation, organisationOf } from '@/data/organisations';
import { addPerson, endSessions, hasAccount, setPassword } from '@/data/people';
import { isUnitSystem } from '@/core/units/measures';
import { done, refuse, type Outcome } from '@/server/entry/outcome';
import { passwordIssues } from '@/server/entry/passwords';
import { invitationBehind } from './links';

const text = (most: number) => Joi.string().allow('').max(most).required();
const EMAIL = Joi.string().email({ tlds: false }).max(254);

export const emailIssue = (email: string): Issue | null =>
  email && !EMAIL.validate(email).error
    ? null
    : email
      ? issue('E-mail', 'no-email-address', { text: email.slice(0, 60) })
      : issue('E-mail', 'email-missing');
const missing = (field: string, remedy: FieldRemedy): Issue =>
  issue(field, 'field-missing', { name: field, remedy });

export type BeginInput = Readonly<{
  key: string;
  company: string;
  timeZone: string;
  units: string;
  name: string;
  email: string;
  password: string;
  again: string;
}>;
export const beginShape = Joi.object<BeginInput>({
  key: text(100),
  company: text(100),
  timeZone: text(60),
  units: text(10),
  name: text(100),
  email: text(254),
  password: text(1000),
  again: text(1000),
}).required();

/** A company, its house rules as they are usual, and its first lead. The link is used up. */
export async function beginCompany(t: BeginInput): Promise<Outcome<{ email: string }>> {
  const now = new Date();
  const link = await invitationBehind(t.key, now);
  if (link?.kind !== 'first') return refuse({ kind: 'gone' });
  const [company, name, email] = [t.company.trim(), t.name.trim(), t.email.trim()];
  const issues: Issue[] = [];
  if (!company) issues.push(missing('Company', 'company'));
  if (!IANAZone.isValidZone(t.timeZone))
    issues.push(
      t.timeZone
        ? issue('Time zone', 'time-zone-unknown', { text: t.timeZone })
        : issue('Time zone', 'time-zone-missing'),
    );
  if (!isUnitSystem(t.units)) issues.push(missing('Units', 'units'));
  if (!name) issues.push(missing('Your name', 'own name'));
  const address = emailIssue(email);
  if (address) issues.push(address);
  issues.push(...passwordIssues(t.password, t.again, [company, name, email]));
  if (issues.length || !isUnitSystem(t.units)) return refuse({ kind: 'invalid', issues });
  const { units } = t;
  const passwordHash = await hashPassword(t.password);
  const orgId = crypto.randomUUID();
  return inOrganisation({ orgId, name }, async (db) => {
    if (!(await useUp(link.id, now, db))) return refuse({ kind: 'gone' });
    if (await hasAccount(email, db)) return taken(email);
    await addOrganisation(db, { id: orgId, name: company, timeZone: t.timeZone, units });
    await addPerson(db, { name, email, passwordHash, orgId, role: 'lead' });
    await addUsualHouse(db, orgId);
    return done({ email });
  });
}

const taken = (email: string) =>
  refuse({ kind: 'invalid', issues: [issue('E-mail', 'email-taken', { email })] });

/** What a link to join or to a new password says of itself. */
export type JoinLink = Readonly<{
  kind: 'person' | 'password';
  company: string;
  name: string;
  email: string;
  role: Invitation['role'];
}>;
export async function joinLink(key: string): Promise<JoinLink | null> {
  const link = await invitationBehind(key);
  if (!link?.orgId || link.kind === 'first') return null;
  const company = await organisationOf(link.orgId);
  return (
    company && { kind: link.kind, company: company.name, name: link.name, email: link.email, role: link.role }
  );
}

export type JoinInput = Readonly<{ key: string; name: string; password: string; again: string }>;
export const joinShape = Joi.object<JoinInput>({
  key: text(100),
  name: text(100),
  password: text(1000),
  again: text(1000),
}).required();

/** Makes the invited person, or sets the new password and ends that person's sessions. The link is used up. */
export async function join(t: JoinInput): Promise<Outcome<{ email: string }>> {
  const now = new Date();
  const link = await invitationBehind(t.key, now);
  const company = link?.orgId ? await organisationOf(link.orgId) : null;
  if (!link || !company || link.kind === 'first') return refuse({ kind: 'gone' });
  const name = t.name.trim();
  const issues: Issue[] = [];
  if (link.kind === 'person' && !name) issues.push(missing('Your name', 'own name'));
  issues.push(...passwordIssues(t.password, t.again, [company.name, name || link.name, link.email]));
  if (issues.length) return refuse({ kind: 'invalid', issues });
  const passwordHash = await hashPassword(t.password);
  return asPerson(name || link.name, async (db) => {
    if (!(await useUp(link.id, now, db))) return refuse({ kind: 'gone' });
    if (link.kind === 'password') {
      await setPassword(db, link.userId!, passwordHash);
      await endSessions(link.userId!, { butToken: null }, db);
      return done({ email: link.email });
    }
    if (await hasAccount(link.email, db)) return taken(link.email);
    await addPerson(db, { name, email: link.email, passwordHash, orgId: company.id, role: link.role! });
    return done({ email: link.email });
  });
}
