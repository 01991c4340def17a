/**
 * Takes a stop that was done on a phone: its records, what was seen, what the customer was told, and its times. Sent once
 * or many times it is kept once; what somebody else has recorded meanwhile stays, and both are kept to be seen.
 */
import 'server-only';
import { isoDay, type Day } from '@/core/calendar/day';
import { SOIL_DEPTH_IN, readStop, type StopRead } from '@/core/stop/read-stop';
import type { DoneZone, PartRefused, ZoneOutcome } from '@/core/stop/bundle';
import { stopFrom, type SentStop } from '@/core/stop/forms';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf, type Moment } from '@/data/clock';
import { inOrganisation, type Transaction } from '@/data/connection';
import { addNote, notesOfLawn } from '@/data/customer-notes';
import { addFinding } from '@/data/findings';
import { placeLawn, zonesOfLawns } from '@/data/lawns';
import { labelsOf } from '@/data/products';
import { recordOf } from '@/data/records';
import { STOP_BODY_FORM, addStopVisit, stopVisitSent } from '@/data/stop-visits';
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
    const read = readStop(s, { now: moment.now.getTime(), timeZone: actor.timeZone });
    const at: Keeping = { db, actor, read, keyOf: keysOf(s.sendKey) };
    const here = [...new Set(s.zones.map((z) => z.zoneId))].filter((z) => zones.some((k) => k.id === z));
    const outcomes = await recordZones(at, moment, here, words);
    await keepFindings(at, here);
    // a reading needs a zone of the lawn: the first that was worked on, or its first
    await keepSoil(at, here[0] ?? zones[0]!.id);
    if (s.place) await placeLawn(db, s.lawnId, s.place);
    await keepNotes(at);
    const refused = read.found.issues.map(({ field, ...why }): PartRefused => ({ part: field, why }));
    await keepVisit(at, outcomes, refused);
    await changed(db, actor, here, read.found.soil === null ? [] : [heldToModel(actor, here)]);
    return done({ zones: outcomes, refused });
  });
}

type Keeping = Readonly<{
  db: Transaction;
  actor: Actor;
  read: StopRead;
  /** the key of a part of the stop, the same whenever it is sent */
  keyOf: (part: keyof typeof PARTS, i?: number) => string;
}>;
/** Keys of what a stop brings, apart from each other. */
const PARTS = { zone: 1000, finding: 2000, note: 3000, reading: 4000 } as const;
const keysOf =
  (sendKey: string): Keeping['keyOf'] =>
  (part, i = 0) =>
    partKey(sendKey, PARTS[part] + i);

/** Each zone's record, in the order in which they were done. */
async function recordZones(
  { db, actor, read: { stop, zones, found }, keyOf }: Keeping,
  moment: Moment,
  here: readonly string[],
  words: ReasonThen,
): Promise<ZoneOutcome[]> {
  const notice = (await notesOfLawn(db, stop.lawnId, (moment.today - NOTICE_DAYS) as Day)).find(
    (n) => n.kind === 'before',
  );
  const labels = (await labelsOf(db)).now;
  const reentryOf = ({ products }: DoneZone) =>
    [...new Set(products.map((p) => labels.find((l) => l.id === p.productId)?.reentry ?? ''))]
      .filter(Boolean)
      .join('; ')
      .slice(0, 300);
  const outcomes: ZoneOutcome[] = [];
  for (const [i, { zone: z, visit }] of zones.entries()) {
    if (!here.includes(z.zoneId)) outcomes.push(notHere(z, fact('zone-not-on-lawn')));
    else if (!z.products.length) outcomes.push(notHere(z, fact('no-product-named')));
    else {
      const input: RecordInput = {
        ...visit,
        sendKey: keyOf('zone', i),
        zoneId: z.zoneId,
        applicationId: z.applicationId,
        supervisor: '',
        equipment: z.equipment,
        noticeGiven: notice ? `${notice.how} by ${notice.person}, ${isoDay(notice.day)}` : '',
        reentryTold: reentryOf(z),
        // what is off the plan was asked about at the stop
        confirmed: true,
        corrects: null,
      };
      const there = {
        green: found.green,
        stages: found.stages,
        isLeafWet: stop.seen.leafWet,
        isInBloom: stop.seen.bloom,
        anyway: z.anyway,
        versions: new Map(
          z.products.flatMap((p) => (p.labelVersion === undefined ? [] : [[p.productId, p.labelVersion]])),
        ),
      };
      const recorded = await recordVisitIn(db, actor, moment, input, words, there);
      outcomes.push(await outcomeOf(db, z.zoneId, recorded));
    }
  }
  return outcomes;
}

async function keepFindings(
  { db, actor, read: { day, found }, keyOf }: Keeping,
  zoneIds: readonly string[],
): Promise<void> {
  const each = [
    ...(found.green === null
      ? []
      : [{ kind: 'turf green' as const, word: '', figure: Number((found.green * 100).toFixed(6)) }]),
    ...found.stages.map(({ weed, stage }) => ({
      kind: 'weed stage' as const,
      word: `${weed}|${stage}`,
      figure: null,
    })),
  ];
  const all = zoneIds.flatMap((zoneId) => each.map((finding) => ({ zoneId, ...finding })));
  for (const [i, finding] of all.entries())
    await addFinding(db, {
      ...finding,
      orgId: actor.orgId,
      on: day,
      person: actor.name,
      sendKey: keyOf('finding', i),
    });
}

async function keepSoil(
  { db, actor, read: { found, arrivedAt }, keyOf }: Keeping,
  zoneId: string,
): Promise<void> {
  if (found.soil !== null)
    await keepHandReading(db, actor, {
      zoneId,
      at: arrivedAt,
      spot: 'open',
      depthIn: SOIL_DEPTH_IN,
      value: found.soil,
      unit: 'F',
      thermometer: null,
      sendKey: keyOf('reading'),
    });
}

async function keepNotes({ db, actor, read, keyOf }: Keeping): Promise<void> {
  for (const note of read.notes)
    await addNote(db, {
      ...note,
      orgId: actor.orgId,
      lawnId: read.stop.lawnId,
      day: read.day,
      person: actor.name,
      at: read.leftAt,
      sendKey: keyOf('note', NOTE_PLACES.indexOf(note.kind)),
    });
}
const NOTE_PLACES = ['sign', 'after', 'said'] as const;

/** The stop as it went, with what became of it. */
async function keepVisit(
  { db, actor, read }: Keeping,
  outcomes: readonly ZoneOutcome[],
  refused: readonly PartRefused[],
): Promise<void> {
  const { lawnId, truck, sendKey, zones, wind, windFrom, air, seen, stages, ticked, extras, notes } =
    read.stop;
  await addStopVisit(db, {
    orgId: actor.orgId,
    lawnId,
    day: read.day,
    person: actor.name,
    truck,
    arrivedAt: read.arrivedAt,
    leftAt: read.leftAt,
    sendKey,
    body: {
      form: STOP_BODY_FORM,
      outcomes,
      refused,
      zones,
      wind,
      windFrom,
      air,
      seen,
      stages,
      ticked,
      extras,
      notes,
    },
  });
}

const notHere = ({ zoneId }: DoneZone, why: Fact): ZoneOutcome => ({
  zoneId,
  outcome: 'refused',
  told: [why],
  recordId: '',
});

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
