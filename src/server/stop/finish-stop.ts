/**
 * Takes a stop that was done on a phone: its records, what was seen, what the customer was told, and its times. Sent once
 * or many times it is kept once; what somebody else has recorded meanwhile stays, and both are kept to be seen.
 */
import 'server-only';
import Joi from 'joi';
import { DateTime } from 'luxon';
import { isoDay, type Day } from '@/core/calendar/day';
import type { DoneStop, ZoneOutcome } from '@/core/stop/bundle';
import { USES } from '@/core/trade/terms';
import { parseFigure } from '@/core/units/parse';
import { STAGES, isWeed, type Stage, type Weed } from '@/core/weeds/weeds';
import { requirePermission, type Actor } from '@/data/actor';
import { dayIn, momentOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { addNote, notesOfLawn } from '@/data/customer-notes';
import { addFinding } from '@/data/findings';
import { placeLawn, zonesOfLawns } from '@/data/lawns';
import { labelsOf } from '@/data/products';
import { recordOf } from '@/data/records';
import { addStopVisit } from '@/data/stop-visits';
import { changed } from '../changes';
import { done, refuse, type Outcome, type Refusal } from '../entry/outcome';
import { partKey } from '../entry/part-key';
import { takeReading } from '../soil/take-reading';
import { recordVisit, type ReasonThen, type RecordInput } from '../records/record-visit';

const id = Joi.string().guid({ separator: '-', wrapper: false }).required();
const text = (most: number) => Joi.string().allow('').max(most).required();
/** A phone that believes it is another century still sends what it has. */
const phoneTime = Joi.number().min(0).max(8.64e15).required();
export const doneStopShape = Joi.object<DoneStop>({
  sendKey: id,
  lawnId: id,
  truck: text(60),
  sentAt: phoneTime,
  arrivedAt: phoneTime,
  leftAt: phoneTime,
  zones: Joi.array()
    .items(
      Joi.object({
        zoneId: id,
        applicationId: id,
        startedAt: phoneTime,
        endedAt: phoneTime,
        products: Joi.array()
          .items(
            Joi.object({
              plannedProductId: id,
              productId: id,
              use: Joi.valid(...USES).required(),
              targets: Joi.array().items(Joi.string().max(60)).max(40).required(),
              place: Joi.valid('zone', 'spots', 'strip').required(),
              ground: text(60),
              area: text(40),
              amount: text(40),
              amountUnit: text(10),
              lot: text(60),
              tank: Joi.number().integer().min(1).max(8).required(),
            }).optional(),
          )
          .max(8)
          .required(),
        water: text(40),
        method: text(40),
        equipment: text(120),
        anyway: Joi.string().allow('').max(500).optional(),
      }).optional(),
    )
    .max(20)
    .required(),
  appliedBy: text(200),
  certifiedBy: text(200),
  wind: text(40),
  windFrom: text(10),
  air: text(40),
  seen: Joi.object({
    leafWet: Joi.boolean().allow(null).required(),
    bloom: Joi.boolean().allow(null).required(),
    green: text(40),
    soil: text(40),
  }).required(),
  place: Joi.object({
    latitude: Joi.number().min(-90).max(90).required(),
    longitude: Joi.number().min(-180).max(180).required(),
  })
    .allow(null)
    .required(),
  stages: Joi.array().items(Joi.string().max(80).optional()).max(20).required(),
  ticked: Joi.array().items(Joi.string().max(80).optional()).max(80).required(),
  extras: Joi.array()
    .items(Joi.object({ what: text(200), minutes: Joi.number().min(0).max(1440).required() }).optional())
    .max(20)
    .required(),
  told: text(4000),
  toldHow: text(40),
  signWords: text(4000),
  said: text(2000),
  notes: text(4000),
}).required();

export type StopKept = Readonly<{ zones: readonly ZoneOutcome[] }>;

export async function finishStop(actor: Actor, s: DoneStop, words: ReasonThen): Promise<Outcome<StopKept>> {
  requirePermission(actor, 'record');
  const known = await inOrganisation(actor, async (db) => {
    const zones = await zonesOfLawns(db, [s.lawnId]);
    const moment = await momentOf(db, actor);
    const before = (await notesOfLawn(db, s.lawnId, (moment.today - NOTICE_DAYS) as Day)).find(
      (n) => n.kind === 'before',
    );
    const labels = (await labelsOf(db)).now;
    return zones.length ? { zones, moment, before, labels } : null;
  });
  if (!known) return refuse({ kind: 'gone' });
  const { moment, before, labels } = known;
  // the phone's clock may be off: what it says now tells by how much
  const ahead = moment.now.getTime() - s.sentAt;
  const at = (phone: number) => new Date(phone + ahead);
  const clock = (phone: number) => DateTime.fromJSDate(at(phone), { zone: actor.timeZone }).toFormat('HH:mm');
  const dayOf = (phone: number): Day => Math.min(dayIn(at(phone), actor.timeZone), moment.today) as Day;
  const green = s.seen.green.trim() ? parseFigure(s.seen.green, GREEN) : null;
  const outcomes: ZoneOutcome[] = [];
  for (const [i, z] of s.zones.entries()) {
    if (!known.zones.some((k) => k.id === z.zoneId) || !z.products.length) {
      outcomes.push({
        zoneId: z.zoneId,
        outcome: 'refused',
        words: z.products.length
          ? 'The zone is not on this lawn any more. Record it as other work on the zone where it was done.'
          : 'No product was named. Record what was put down on the lawn.',
        recordId: '',
      });
      continue;
    }
    const [start, end] = [clock(z.startedAt), clock(z.endedAt)];
    const input: RecordInput = {
      sendKey: partKey(s.sendKey, ZONE_KEYS + i),
      zoneId: z.zoneId,
      applicationId: z.applicationId,
      products: z.products,
      water: z.water,
      appliedOn: isoDay(dayOf(z.startedAt)),
      // over midnight it is two entries: the end is left open
      startedAt: start,
      endedAt: end >= start ? end : '',
      appliedBy: s.appliedBy,
      certifiedBy: s.certifiedBy,
      supervisor: '',
      method: z.method,
      equipment: z.equipment,
      wind: s.wind,
      windFrom: s.windFrom,
      air: s.air,
      noticeGiven: before ? `${before.how} by ${before.person}, ${isoDay(before.day)}` : '',
      reentryTold: [
        ...new Set(z.products.map((p) => labels.find((l) => l.id === p.productId)?.reentry ?? '')),
      ]
        .filter(Boolean)
        .join('; ')
        .slice(0, 300),
      notes: s.notes,
      // what is off the plan was asked about at the stop
      confirmed: true,
      corrects: null,
    };
    outcomes.push(
      await outcomeOf(
        actor,
        z.zoneId,
        await recordVisit(actor, input, words, {
          green: green?.ok ? green.value / 100 : null,
          stages: s.stages.flatMap(stageSeen),
          anyway: z.anyway ?? '',
        }),
      ),
    );
  }
  await inOrganisation(actor, async (db) => {
    const day = dayOf(s.leftAt);
    await addStopVisit(db, {
      orgId: actor.orgId,
      lawnId: s.lawnId,
      day,
      person: actor.name,
      truck: s.truck,
      arrivedAt: at(s.arrivedAt),
      leftAt: at(Math.max(s.leftAt, s.arrivedAt)),
      sendKey: s.sendKey,
      body: {
        form: 1,
        outcomes,
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
    let part = FINDING_KEYS;
    for (const z of s.zones.filter((x) => known.zones.some((k) => k.id === x.zoneId))) {
      const common = { orgId: actor.orgId, zoneId: z.zoneId, on: day, person: actor.name };
      if (green?.ok)
        await addFinding(db, {
          ...common,
          kind: 'turf green',
          word: '',
          figure: green.value,
          sendKey: partKey(s.sendKey, part++),
        });
      for (const { weed, stage } of s.stages.flatMap(stageSeen))
        await addFinding(db, {
          ...common,
          kind: 'weed stage',
          word: `${weed}|${stage}`,
          figure: null,
          sendKey: partKey(s.sendKey, part++),
        });
    }
    if (s.place) await placeLawn(db, s.lawnId, s.place);
    const told = [
      ['sign', s.signWords, 'set'],
      ['after', s.told, s.toldHow || 'handed over'],
      ['said', s.said, 'said'],
    ] as const;
    for (const [i, [kind, what, how]] of told.entries())
      if (what.trim())
        await addNote(db, {
          orgId: actor.orgId,
          lawnId: s.lawnId,
          kind,
          day,
          words: what.trim(),
          how,
          person: actor.name,
          at: at(s.leftAt),
          sendKey: partKey(s.sendKey, NOTE_KEYS + i),
        });
    await changed(
      db,
      actor,
      s.zones.map((z) => z.zoneId).filter((z) => known.zones.some((k) => k.id === z)),
    );
  });
  // what is no reading is not taken: the rest of the stop is kept all the same
  const [zone] = s.zones;
  if (s.seen.soil.trim() !== '' && zone)
    await takeReading(actor, {
      sendKey: partKey(s.sendKey, READING_KEY),
      zoneId: zone.zoneId,
      spot: 'open',
      depth: SOIL_DEPTH_IN,
      value: s.seen.soil.trim(),
      unit: 'F',
      thermometerId: null,
      confirmed: true,
      takenAt: DateTime.fromJSDate(at(s.arrivedAt), { zone: actor.timeZone }).toFormat("yyyy-MM-dd'T'HH:mm"),
    });
  return done({ zones: outcomes });
}

/** Keys of what a stop brings, apart from each other. */
const ZONE_KEYS = 1000;
const FINDING_KEYS = 2000;
const NOTE_KEYS = 3000;
const READING_KEY = 4000;
/** As deep as the stop's own field says. */
const SOIL_DEPTH_IN = '2';
const NOTICE_DAYS = 14;
const GREEN = { field: 'Green', unit: '%', least: 0, most: 100 } as const;

/** "weed|stage" as a phone sends it; none where it is not known here. */
function stageSeen(seen: string): { weed: Weed; stage: Stage }[] {
  const [weed = '', named = ''] = seen.split('|');
  const stage = STAGES.find((s) => s === named);
  return isWeed(weed) && stage ? [{ weed, stage }] : [];
}

async function outcomeOf(
  actor: Actor,
  zoneId: string,
  o: Outcome<{ recordId: string }>,
): Promise<ZoneOutcome> {
  if (o.ok) return { zoneId, outcome: 'recorded', words: '', recordId: o.value.recordId };
  const { refusal } = o;
  if (refusal.kind !== 'already-recorded')
    return { zoneId, outcome: 'refused', words: refusedWords(refusal), recordId: '' };
  const r = await inOrganisation(actor, (db) => recordOf(db, refusal.recordId));
  return {
    zoneId,
    outcome: 'already',
    recordId: refusal.recordId,
    words: r ? `${r.appliedBy}${r.endedAt && ` at ${r.endedAt}`}, written down by ${r.recordedBy}` : '',
  };
}

const refusedWords = (r: Refusal): string =>
  r.kind === 'invalid'
    ? r.issues.map((i) => `${i.problem}. ${i.remedy}`).join(' ')
    : r.kind === 'gone'
      ? 'It is not planned here any more: somebody moved or removed it. Record it as other work.'
      : 'It could not be recorded as it is.';
