/**
 * Takes a stop that was done on a phone: its records, what was seen, what the customer was told, and its times. Sent once
 * or many times it is kept once; what somebody else has recorded meanwhile stays, and both are kept to be seen.
 */
import 'server-only';
import { isoDay, type Day } from '@/core/calendar/day';
import { SOIL_DEPTH_IN, dayLeft, findingsOf, visitOf } from '@/core/stop/read-stop';
import { companyTime } from '@/core/stop/clock';
import type { DoneZone, PartRefused, ZoneOutcome } from '@/core/stop/bundle';
import { stopFrom, type SentStop } from '@/core/stop/forms';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation, type Transaction } from '@/data/connection';
import { addNote, notesOfLawn } from '@/data/customer-notes';
import { addFinding } from '@/data/findings';
import { placeLawn, zonesOfLawns } from '@/data/lawns';
import { labelsOf } from '@/data/products';
import { recordOf } from '@/data/records';
import { addStopVisit, stopVisitSent } from '@/data/stop-visits';
import { changed } from '@/server/queue/changes';
import { done, refuse, type Outcome, type Refusal } from '../entry/outcome';
import { partKey } from '../entry/part-key';
import { heldToModel, keepHandReading } from '../soil/take-reading';
import { recordVisitIn, type RecordInput, type VisitRecorded } from '../records/record-visit';
import type { ReasonThen } from '../records/gates-on';
import { type Fact, fact } from '@/core/units/issue';

/** What became of each zone, and of what else the stop brought and was not kept. */
export type StopKept = Readonly<{ zones: readonly ZoneOutcome[]; refused: readonly PartRefused[] }>;

/** Undoes what was written of a stop before one of its zones was found to be wrong. */
class Mend extends Error {
  constructor(readonly refusal: Refusal) {
    super('A zone of the stop is to be mended');
  }
}

/**
 * All of a stop in one transaction, each part with its outcome: nothing is half kept, and nothing is left out unsaid. A
 * figure that cannot be read sends the whole back to where it can be mended.
 */
export async function finishStop(
  actor: Actor,
  sent: SentStop,
  words: ReasonThen,
): Promise<Outcome<StopKept>> {
  try {
    return await keepStop(actor, sent, words);
  } catch (error) {
    if (error instanceof Mend) return refuse(error.refusal);
    throw error;
  }
}

async function keepStop(actor: Actor, sent: SentStop, words: ReasonThen): Promise<Outcome<StopKept>> {
  requirePermission(actor, 'record');
  const s = stopFrom(sent);
  // a server that was set back: the phone keeps it until the newer one is there again
  if (!s) return refuse({ kind: 'too-much', detail: 'This phone’s program is newer than the server’s.' });
  return inOrganisation(actor, async (db) => {
    const zones = await zonesOfLawns(db, [s.lawnId]);
    if (!zones.length) return refuse({ kind: 'gone' });
    const kept = await stopVisitSent(db, s.sendKey);
    if (kept) return done({ zones: kept.outcomes, refused: kept.refused });
    const moment = await momentOf(db, actor);
    const clock = { now: moment.now.getTime(), timeZone: actor.timeZone };
    const day = dayLeft(s, clock);
    const notice = (await notesOfLawn(db, s.lawnId, (moment.today - NOTICE_DAYS) as Day)).find(
      (n) => n.kind === 'before',
    );
    const labels = (await labelsOf(db)).now;
    const found = findingsOf(s);
    const refused = found.issues.map(({ field, ...why }): PartRefused => ({ part: field, why }));

    const outcomes: ZoneOutcome[] = [];
    for (const [i, z] of s.zones.entries()) {
      if (!zones.some((k) => k.id === z.zoneId)) outcomes.push(notHere(z, fact('zone-not-on-lawn')));
      else if (!z.products.length) outcomes.push(notHere(z, fact('no-product-named')));
      else outcomes.push(await recordZone(z, i));
    }
    const here = [...new Set(s.zones.map((z) => z.zoneId))].filter((z) => zones.some((k) => k.id === z));
    await keepFindings(here);
    // a reading needs a zone of the lawn: the first that was worked on, or its first
    if (found.soil !== null)
      await keepHandReading(db, actor, {
        zoneId: here[0] ?? zones[0]!.id,
        at: timeOf(s.arrivedAt),
        spot: 'open',
        depthIn: SOIL_DEPTH_IN,
        value: found.soil,
        unit: 'F',
        thermometer: null,
        sendKey: partKey(s.sendKey, READING_KEY),
      });
    if (s.place) await placeLawn(db, s.lawnId, s.place);
    await keepNotes();
    await addStopVisit(db, {
      orgId: actor.orgId,
      lawnId: s.lawnId,
      day,
      person: actor.name,
      truck: s.truck,
      arrivedAt: timeOf(s.arrivedAt),
      leftAt: new Date(Math.max(timeOf(s.leftAt).getTime(), timeOf(s.arrivedAt).getTime())),
      sendKey: s.sendKey,
      body: {
        form: 1,
        outcomes,
        refused,
        zones: s.zones,
        wind: s.wind,
        windFrom: s.windFrom,
        air: s.air,
        seen: s.seen,
        stages: s.stages,
        ticked: s.ticked,
        extras: s.extras,
        notes: s.notes,
      },
    });
    await changed(db, actor, here, found.soil === null ? [] : [heldToModel(actor, here)]);
    return done({ zones: outcomes, refused });

    /** By the company's clock; of a moment that nobody knows, now. */
    function timeOf(phone: number): Date {
      return new Date(companyTime(phone, s!.sentAt, clock.now) ?? clock.now);
    }

    async function recordZone(z: DoneZone, i: number): Promise<ZoneOutcome> {
      const visit = visitOf(s!, z, clock);
      const input: RecordInput = {
        ...visit,
        sendKey: partKey(s!.sendKey, ZONE_KEYS + i),
        zoneId: z.zoneId,
        applicationId: z.applicationId,
        supervisor: '',
        equipment: z.equipment,
        noticeGiven: notice ? `${notice.how} by ${notice.person}, ${isoDay(notice.day)}` : '',
        reentryTold: [
          ...new Set(z.products.map((p) => labels.find((l) => l.id === p.productId)?.reentry ?? '')),
        ]
          .filter(Boolean)
          .join('; ')
          .slice(0, 300),
        // what is off the plan was asked about at the stop
        confirmed: true,
        corrects: null,
      };
      const there = {
        green: found.green,
        stages: found.stages,
        isLeafWet: s!.seen.leafWet,
        isInBloom: s!.seen.bloom,
        anyway: z.anyway,
        versions: new Map(
          z.products.flatMap((p) => (p.labelVersion === undefined ? [] : [[p.productId, p.labelVersion]])),
        ),
      };
      return outcomeOf(db, z.zoneId, await recordVisitIn(db, actor, moment, input, words, there));
    }

    async function keepFindings(zoneIds: readonly string[]): Promise<void> {
      let part = FINDING_KEYS;
      for (const zoneId of zoneIds) {
        const common = { orgId: actor.orgId, zoneId, on: day, person: actor.name };
        if (found.green !== null)
          await addFinding(db, {
            ...common,
            kind: 'turf green',
            word: '',
            figure: Number((found.green * 100).toFixed(6)),
            sendKey: partKey(s!.sendKey, part++),
          });
        for (const { weed, stage } of found.stages)
          await addFinding(db, {
            ...common,
            kind: 'weed stage',
            word: `${weed}|${stage}`,
            figure: null,
            sendKey: partKey(s!.sendKey, part++),
          });
      }
    }

    async function keepNotes(): Promise<void> {
      const told = [
        ['sign', s!.signWords, 'set'],
        ['after', s!.told, s!.toldHow || 'handed over'],
        ['said', s!.said, 'said'],
      ] as const;
      for (const [i, [kind, what, how]] of told.entries())
        if (what.trim())
          await addNote(db, {
            orgId: actor.orgId,
            lawnId: s!.lawnId,
            kind,
            day,
            words: what.trim(),
            how,
            person: actor.name,
            at: timeOf(s!.leftAt),
            sendKey: partKey(s!.sendKey, NOTE_KEYS + i),
          });
    }
  });
}

const notHere = ({ zoneId }: DoneZone, why: Fact): ZoneOutcome => ({
  zoneId,
  outcome: 'refused',
  told: [why],
  recordId: '',
});

/** Keys of what a stop brings, apart from each other. */
const ZONE_KEYS = 1000;
const FINDING_KEYS = 2000;
const NOTE_KEYS = 3000;
const READING_KEY = 4000;
const NOTICE_DAYS = 14;

async function outcomeOf(db: Transaction, zoneId: string, o: Outcome<VisitRecorded>): Promise<ZoneOutcome> {
  if (o.ok)
    return {
      zoneId,
      outcome: 'recorded',
      told: [...(o.value.isOffPlan ? [fact('recorded-as-other-work')] : []), ...o.value.unanswered],
      recordId: o.value.recordId,
    };
  const { refusal } = o;
  if (refusal.kind === 'gone')
    return { zoneId, outcome: 'refused', told: [fact('zone-not-on-lawn')], recordId: '' };
  if (refusal.kind !== 'already-recorded') throw new Mend(refusal);
  const r = await recordOf(db, refusal.recordId);
  return {
    zoneId,
    outcome: 'already',
    recordId: refusal.recordId,
    told: r
      ? [fact('recorded-before', { by: r.appliedBy, endedAt: r.endedAt ?? '', writtenBy: r.recordedBy })]
      : [],
  };
}
