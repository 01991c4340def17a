/** What a customer is told before a visit, by a sign and afterwards: made of the house's words, handed over, and kept. */
import { issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { addDays, type Day } from '@/core/calendar/day';
import { MESSAGE_KINDS, type MessageKind, type MessageVisit, type MessageWords } from '@/core/day/messages';
import { requirePermission, type Actor } from '@/data/actor';
import { hourIn, momentOf } from '@/data/clock';
import { inOrganisation, type Transaction } from '@/data/connection';
import { addNote, notesOfLawn, type CustomerNote } from '@/data/customer-notes';
import { routesOf } from '@/data/day-routes';
import { addFinding } from '@/data/findings';
import { houseOf } from '@/data/house';
import { zoneOf, type ZoneOnLawn } from '@/data/lawns';
import { applicationsOf, type StoredApplication } from '@/data/programme';
import { labelsOf } from '@/data/products';
import { changed } from '@/server/queue/changes';
import { done, refuse, type Outcome } from '../entry/outcome';
import { partKey } from '../entry/part-key';
import { sendLetter } from '../entry/letters';

export type CustomerSheet = Readonly<{
  zone: Pick<ZoneOnLawn, 'id' | 'lawnId' | 'customer' | 'address' | 'email'>;
  applicationId: string;
  /** the day of the visit: of the plan, or today's where that is gone by */
  day: Day;
  visit: MessageVisit;
  /** the house's, with places to be filled */
  templates: MessageWords;
  notes: readonly CustomerNote[];
}>;

/** So far back what was told is shown. */
const NOTES_DAYS = 60;

/** Null: no such application here. */
export function customerSheet(
  actor: Actor,
  zoneId: string,
  applicationId: string,
): Promise<CustomerSheet | null> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const known = await knownOf(db, actor, zoneId, applicationId);
    if (!known) return null;
    const { zone, application, day, today } = known;
    return {
      zone,
      applicationId,
      day,
      ...(await messageOf(db, actor, zone, application, day)),
      notes: await notesOfLawn(db, zone.lawnId, addDays(today, -NOTES_DAYS)),
    };
  });
}

async function knownOf(db: Transaction, actor: Actor, zoneId: string, applicationId: string) {
  const zone = await zoneOf(db, zoneId);
  if (!zone) return null;
  const { today, now } = await momentOf(db, actor);
  const labels = await labelsOf(db);
  const application = (await applicationsOf(db, [zoneId], labels))
    .get(zoneId)
    ?.find((a) => a.id === applicationId);
  if (!application) return null;
  const day = application.doneOn ?? (Math.max(application.plannedOn, today) as Day);
  return { zone, application, day, today, now };
}

async function messageOf(
  db: Transaction,
  actor: Actor,
  zone: ZoneOnLawn,
  application: StoredApplication,
  day: Day,
): Promise<Pick<CustomerSheet, 'visit' | 'templates'>> {
  const { visitRules } = await houseOf(db);
  const visit = (await routesOf(db, { from: day, to: addDays(day, 1) }))
    .flatMap((r) => r.body.visits)
    .find((v) => v.applicationIds.includes(application.id));
  return {
    templates: visitRules.messages,
    visit: {
      customer: zone.customer,
      address: zone.address,
      day,
      company: actor.orgName,
      by: actor.name,
      // half an hour on either side: nobody comes to the minute
      hours: visit ? { from: visit.begin - 30, to: visit.end + 30 } : null,
      products: application.products.map((p) => ({
        label: p.label,
        use: p.use,
        targets: p.targets,
        zone: zone.name,
      })),
      expectations: zone.expectations,
    },
  };
}

const GIVEN_HOW = ['handed over', 'printed', 'by letter'] as const;
export type TellInput = Readonly<{
  sendKey: string;
  zoneId: string;
  applicationId: string;
  kind: MessageKind;
  how: (typeof GIVEN_HOW)[number];
  /** as it was read, and perhaps changed, before it went */
  words: string;
}>;
const id = Joi.string().guid({ separator: '-', wrapper: false }).required();
export const tellShape = Joi.object<TellInput>({
  sendKey: id,
  zoneId: id,
  applicationId: id,
  kind: Joi.valid(...MESSAGE_KINDS).required(),
  how: Joi.valid(...GIVEN_HOW).required(),
  words: Joi.string().allow('').max(4000).required(),
}).required();

/** Keeps what was told, sends it where it is a letter, and opens the gate of notice where it was one. */
export async function tellCustomer(actor: Actor, t: TellInput): Promise<Outcome<{ how: string }>> {
  requirePermission(actor, 'record');
  const words = t.words.trim();
  if (!words) return refuse({ kind: 'invalid', issues: [issue('Words', 'nothing-to-tell')] });
  return inOrganisation(actor, async (db) => {
    const known = await knownOf(db, actor, t.zoneId, t.applicationId);
    if (!known) return refuse({ kind: 'gone' });
    const { zone, day, today, now } = known;
    if (t.how === 'by letter' && !zone.email)
      return refuse({
        kind: 'invalid',
        issues: [issue('Mail', 'no-mail-address-on-file', { customer: zone.customer })],
      });
    const isNew = await addNote(db, {
      orgId: actor.orgId,
      lawnId: zone.lawnId,
      kind: t.kind,
      day,
      words,
      how: t.how,
      person: actor.name,
      at: now,
      sendKey: t.sendKey,
    });
    if (!isNew) return done({ how: t.how });
    if (t.kind === 'before') {
      await addFinding(db, {
        orgId: actor.orgId,
        zoneId: zone.id,
        kind: 'notice sent',
        word: '',
        on: today,
        figure: hourIn(now, actor.timeZone),
        person: actor.name,
        sendKey: partKey(t.sendKey, 1),
      });
      await changed(db, actor, [zone.id]);
    }
    if (t.how !== 'by letter') return done({ how: t.how });
    const sent = await sendLetter({
      to: zone.email,
      subject: `${t.kind === 'before' ? 'Visit to' : 'What was done at'} ${zone.address}`.slice(0, 150),
      text: words,
    });
    // what could not go is not told: the note goes with the transaction
    if (sent.how === 'failed') throw new LetterFailed(sent.detail);
    return done({ how: sent.how === 'sent' ? `sent to ${zone.email}` : `in the outbox as ${sent.detail}` });
  }).catch((error: unknown) => {
    if (!(error instanceof LetterFailed)) throw error;
    return refuse({ kind: 'invalid', issues: [issue('Mail', 'letter-not-sent', { detail: error.message })] });
  });
}

class LetterFailed extends Error {}
