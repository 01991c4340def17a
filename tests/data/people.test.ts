/** One-time links, roles and leaving, on a real database. Passwords: a published rule by name, NIST SP 800-63B: length, and no common ones (from memory). */
import { eq } from 'drizzle-orm';
import { signInDatabase } from '@/data/connection';
import { account } from '@/data/schema';
import { problemOf } from '../support/told';
import { verifyPassword } from 'better-auth/crypto';
import { membershipOf, organisationIds } from '@/data/organisations';
import { peopleOfCompany } from '@/data/people';
import { passwordIssues } from '@/server/entry/passwords';
import { beginCompany, join, joinLink, type BeginInput } from '@/server/people/begin';
import { invitationBehind, makeFirstLink, makeLink } from '@/server/people/links';
import { changePerson, invite, passwordLink, peopleSheet, takeInvitationBack } from '@/server/people/manage';
import { saveStation, standardOffset, stationsSheet, type StationInput } from '@/server/house/stations';
import { actor, closeAll, refusalOf } from '../support/demo';
import type { Actor } from '@/data/actor';

afterAll(closeAll);
const lead = actor('lead');
const keyOf = (url: string) => new URL(url).searchParams.get('key')!;
const STRONG = 'harbour teaspoon velvet nine';

describe('passwords', () => {
  test.each([
    ['short', 'has 5 signs'],
    ['password1234', 'easy to guess'],
    ['qwertyuiop12', 'easy to guess'],
    ['aaaaaaaaaaaaaa', 'easy to guess'],
    ['Quillmoor2027!', 'easy to guess'],
    ['x'.repeat(200), 'has 200 signs'],
  ])('%s is refused', (password, words) => {
    expect(problemOf(passwordIssues(password, password, ['Quillmoor Lawn Care'])[0]!)).toContain(words);
  });
  test('four words are taken; two that differ are not', () => {
    expect(passwordIssues(STRONG, STRONG, ['Quillmoor'])).toEqual([]);
    expect(passwordIssues(STRONG, `${STRONG}!`, [])[0]?.field).toBe('Password again');
  });
});

const begin = (key: string, over: Partial<BeginInput> = {}): BeginInput => ({
  key,
  company: 'Saltmarsh Turf',
  timeZone: 'America/Chicago',
  units: 'trade',
  name: 'Orla Penhale',
  email: 'orla@saltmarsh.example',
  password: STRONG,
  again: STRONG,
  ...over,
});

describe('the first link', () => {
  test('opens one company, once, also when it is sent twice at the same moment', async () => {
    const before = await organisationIds();
    const key = keyOf((await makeFirstLink()).url);
    const both = await Promise.all([beginCompany(begin(key)), beginCompany(begin(key))]);
    expect(both.filter((o) => o.ok)).toHaveLength(1);
    expect(await organisationIds()).toHaveLength(before.length + 1);
    expect(refusalOf(await beginCompany(begin(key)))?.kind).toBe('gone');
  });
  test('a newer one makes an older one void, and a day ends it', async () => {
    const old = keyOf((await makeFirstLink()).url);
    const newer = keyOf((await makeFirstLink()).url);
    expect(await invitationBehind(old)).toBeNull();
    expect(await invitationBehind(newer)).not.toBeNull();
    expect(await invitationBehind(newer, new Date(Date.now() + 25 * 3_600_000))).toBeNull();
    expect(await invitationBehind('made up')).toBeNull();
  });
  test('what cannot be is named field by field, and the link stays', async () => {
    const key = keyOf((await makeFirstLink()).url);
    const bad = begin(key, {
      company: ' ',
      timeZone: 'Mars/Base',
      units: 'cubits',
      name: '',
      email: 'x',
      password: 'x',
      again: 'y',
    });
    expect(refusalOf(await beginCompany(bad))?.issues?.map((i) => i.field)).toEqual([
      'Company',
      'Time zone',
      'Units',
      'Your name',
      'E-mail',
      'Password',
    ]);
    expect(await invitationBehind(key)).not.toBeNull();
  });
  test('an address that has an account is not taken twice', async () => {
    const key = keyOf((await makeFirstLink()).url);
    expect(
      refusalOf(await beginCompany(begin(key, { email: 'LEAD@quillmoor.example' })))?.issues?.[0]?.problem,
    ).toContain('has an account');
  });
});

/** Somebody invited, who has joined. */
async function joined(email: string, role: 'lead' | 'technician' | 'viewer'): Promise<string> {
  const made = await invite(lead, { name: 'Bram Hollis', email, role });
  if (!made.ok) throw new Error('not invited');
  const done = await join({
    key: keyOf(made.value.url),
    name: 'Bram Hollis',
    password: STRONG,
    again: STRONG,
  });
  expect(done).toEqual({ ok: true, value: { email } });
  return (await peopleOfCompany(lead.orgId)).find((p) => p.email === email)!.userId;
}

describe('people', () => {
  test('an invited person works here, as what the link says, and the link is used up', async () => {
    const made = await invite(lead, { name: 'Ida Marsh', email: 'ida@quillmoor.example', role: 'viewer' });
    if (!made.ok) throw new Error('not invited');
    const key = keyOf(made.value.url);
    expect(await joinLink(key)).toMatchObject({
      company: 'Quillmoor Lawn Care',
      role: 'viewer',
      kind: 'person',
    });
    const input = { key, name: 'Ida Marsh', password: STRONG, again: STRONG };
    const both = await Promise.all([join(input), join(input)]);
    expect(both.filter((o) => o.ok)).toHaveLength(1);
    expect(await joinLink(key)).toBeNull();
    const ida = (await peopleSheet(lead)).people.find((p) => p.name === 'Ida Marsh')!;
    expect(await membershipOf(ida.userId)).toMatchObject({ role: 'viewer', orgId: lead.orgId });
    expect(
      refusalOf(await invite(lead, { name: '', email: 'ida@quillmoor.example', role: 'lead' }))?.issues?.[0]
        ?.problem,
    ).toContain('has an account');
  });
  test('a second invitation to one address makes the first void, and one can be taken back', async () => {
    const one = await invite(lead, { name: '', email: 'two@quillmoor.example', role: 'viewer' });
    const two = await invite(lead, { name: '', email: 'two@quillmoor.example', role: 'technician' });
    if (!one.ok || !two.ok) throw new Error('not invited');
    expect(await joinLink(keyOf(one.value.url))).toBeNull();
    const { waiting } = await peopleSheet(lead);
    const { id } = waiting.find((w) => w.email === 'two@quillmoor.example')!;
    expect(await takeInvitationBack({ ...lead, orgId: 'other' }, { id })).toMatchObject({ ok: false });
    expect((await takeInvitationBack(lead, { id })).ok).toBe(true);
    expect(await joinLink(keyOf(two.value.url))).toBeNull();
  });
  test('a new password by a link; the old one opens nothing any more', async () => {
    const userId = await joined('new@quillmoor.example', 'technician');
    const made = await passwordLink(lead, { userId });
    if (!made.ok) throw new Error('no link');
    const fresh = 'plum orbit canyon sleeve';
    expect((await join({ key: keyOf(made.value.url), name: '', password: fresh, again: fresh })).ok).toBe(
      true,
    );
    const [kept] = await signInDatabase()
      .select({ hash: account.password })
      .from(account)
      .where(eq(account.userId, userId));
    const hash = kept!.hash!;
    expect(await verifyPassword({ hash, password: fresh })).toBe(true);
    expect(await verifyPassword({ hash, password: STRONG })).toBe(false);
    expect(refusalOf(await passwordLink({ ...lead, orgId: 'other' }, { userId }))?.kind).toBe('gone');
  });
  test('who has left may do nothing, and can be let back in', async () => {
    const userId = await joined('left@quillmoor.example', 'technician');
    expect((await changePerson(lead, { userId, to: 'ended' })).ok).toBe(true);
    expect(await membershipOf(userId)).toBeNull();
    expect((await changePerson(lead, { userId, to: 'back' })).ok).toBe(true);
    expect(await membershipOf(userId)).toMatchObject({ role: 'technician' });
    expect(refusalOf(await changePerson({ ...lead, orgId: 'other' }, { userId, to: 'lead' }))?.kind).toBe(
      'gone',
    );
  });
  test('two leads who end each other at the same moment leave one', async () => {
    const key = keyOf((await makeFirstLink()).url);
    await beginCompany(begin(key, { email: 'one@two.example', company: 'Two Leads' }));
    const orgId = (
      await Promise.all(
        (await organisationIds()).map(async (id) => ({ id, people: await peopleOfCompany(id) })),
      )
    ).find((o) => o.people.some((p) => p.email === 'one@two.example'))!.id;
    const { url } = await makeLink(
      { kind: 'person', orgId, name: '', email: 'other@two.example', role: 'lead' },
      'one',
    );
    await join({ key: keyOf(url), name: 'Other', password: STRONG, again: STRONG });
    const [one, other] = await peopleOfCompany(orgId);
    const boss = { ...lead, orgId };
    const ended = await Promise.all(
      [one!, other!].map((p) => changePerson(boss, { userId: p.userId, to: 'ended' })),
    );
    expect(ended.filter((o) => o.ok)).toHaveLength(1);
    expect(refusalOf(ended.find((o) => !o.ok)!)?.issues?.[0]?.problem).toContain('only lead');
  });
});

describe('weather stations', () => {
  const station = (over: Partial<StationInput> = {}): StationInput => ({
    id: null,
    name: 'Second',
    latitude: '39.1',
    longitude: '-91.0',
    elevationFt: '',
    serviceKey: '',
    ...over,
  });
  test('one is added, changed, and never another company’s', async () => {
    const made = await saveStation(lead, station());
    if (!made.ok) throw new Error('not saved');
    const { id } = made.value;
    expect((await saveStation(lead, station({ id, name: 'Second, moved', elevationFt: '640' }))).ok).toBe(
      true,
    );
    expect((await stationsSheet(lead)).stations.find((s) => s.id === id)).toMatchObject({
      name: 'Second, moved',
      elevationFt: 640,
      days: 0,
      utcOffsetHours: -6,
    });
    const stranger: Actor = { ...lead, orgId: 'other' };
    expect(refusalOf(await saveStation(stranger, station({ id })))?.kind).toBe('gone');
  });
  test.each([
    [{ name: '' }, 'Name', 'missing'],
    [{ latitude: '139' }, 'Latitude', '139'],
    [{ longitude: '91' }, 'Longitude', 'does not lie in the time zone'],
    [{ elevationFt: 'high' }, 'Height', 'is not a number'],
  ])('%o is refused at %s', async (over, field, words) => {
    const issue = refusalOf(await saveStation(lead, station(over)))?.issues?.find((i) => i.field === field);
    expect(issue?.problem).toContain(words);
  });
  test.each([
    ['America/New_York', -5],
    ['America/Phoenix', -7],
    ['Australia/Melbourne', 10],
  ])('standard time in %s is UTC %d h', (zone, hours) => {
    expect(standardOffset(zone)).toBe(hours);
  });
});
