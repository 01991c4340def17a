import { fact, issue, type Fact, type Issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { DateTime } from 'luxon';
import { isoDay, parseDay, type Day, readDay } from '@/core/calendar/day';
import { SIGNS, type Sign } from '@/core/ground/crossing';
import { POSSIBLE, doubtsAbout, mostChange, type Doubt } from '@/core/ground/plausible';
import { diffusivityOf } from '@/core/ground/site';
import { companyTime } from '@/core/stop/clock';
import { SPOTS, siteAt, type Spot } from '@/core/lawn/zone';
import { parseFigure, type Parsed } from '@/core/units/parse';
import type { Celsius } from '@/core/units/quantity';
import { fromFahrenheit, fromFahrenheitDifference, fromInches } from '@/core/units/trade';
import { requirePermission, type Actor } from '@/data/actor';
import { nowOf, dayIn } from '@/data/clock';
import { inOrganisation, type Transaction } from '@/data/connection';
import { houseOf } from '@/data/house';
import { zoneOf, type ZoneOnLawn } from '@/data/lawns';
import { toNumeric } from '@/data/numbers';
import {
  addObservation,
  addReadings,
  latestReadings,
  readingSent,
  thermometersOf,
  type Thermometer,
} from '@/data/readings';
import { compareReadings } from '@/data/outlooks';
import { changed } from '@/server/queue/changes';
import { done, refuse, type Outcome } from '@/server/entry/outcome';
import { expectedAt } from './view';

export type ReadingInput = Readonly<{
  /** made by the form when it opens: sent twice, it is taken once */
  sendKey: string;
  zoneId: string;
  spot: Spot;
  depth: string;
  value: string;
  unit: 'F' | 'C';
  thermometerId: string | null;
  /** "2027-03-18T10:30" by the clock of the organisation's people; empty: now */
  takenAt: string;
  confirmed: boolean;
  /** of one that a device kept: ms by its clock, when it was read and when it was sent; `takenAt` is empty then */
  readAt?: number;
  sentAt?: number;
}>;
export const readingShape = Joi.object<ReadingInput>({
  sendKey: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  zoneId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  spot: Joi.string()
    .valid(...SPOTS)
    .required(),
  depth: Joi.string().allow('').max(20).required(),
  value: Joi.string().allow('').max(20).required(),
  unit: Joi.string().valid('F', 'C').required(),
  thermometerId: Joi.string().guid({ separator: '-', wrapper: false }).allow(null).required(),
  takenAt: Joi.string().allow('').max(30).required(),
  confirmed: Joi.boolean().required(),
  readAt: Joi.number().optional(),
  sentAt: Joi.number().optional(),
}).prefs({ stripUnknown: { objects: true } });

/** Takes one reading: what is impossible is refused, what looks like a slip is asked about, and then it counts at once. */
export async function takeReading(
  actor: Actor,
  input: ReadingInput,
): Promise<Outcome<{ readingId: string }>> {
  requirePermission(actor, 'record');
  const { least, most } = POSSIBLE[input.unit];
  const issues: Issue[] = [];
  const read = <T>(parsed: Parsed<T>): T | null => {
    if (!parsed.ok) issues.push(parsed.issue);
    return parsed.ok ? parsed.value : null;
  };
  const value = read(
    parseFigure(input.value.replace('−', '-'), { field: 'Temperature', unit: `°${input.unit}`, least, most }),
  );
  const depth = read(parseFigure(input.depth, { field: 'Depth', unit: 'depth', least: 0.5, most: 12 }));
  const taken = await inOrganisation(actor, async (db) => {
    const zone = await zoneOf(db, input.zoneId);
    if (!zone) return refuse({ kind: 'gone' });
    const { now } = await nowOf(db);
    const { readAt, sentAt = readAt } = input;
    const kept = readAt === undefined ? null : companyTime(readAt, sentAt!, now.getTime());
    const at = kept === null ? read(parseMoment(input.takenAt, now, actor.timeZone)) : new Date(kept);
    const thermometer = (await thermometersOf(db)).find((t) => t.id === input.thermometerId) ?? null;
    if (input.thermometerId && !thermometer) issues.push(issue('Thermometer', 'thermometer-put-away'));
    if (value === null || depth === null || at === null || issues.length)
      return refuse({ kind: 'invalid', issues });
    const sent = await readingSent(db, input.sendKey);
    if (sent) return done({ readingId: sent });

    const house = await houseOf(db);
    const today = dayIn(now, actor.timeZone);
    const doubts = await doubtsOf(db, actor, { zone, house, today, input, value, depth, at, thermometer });
    if (doubts.length && !input.confirmed)
      return refuse({ kind: 'questions', questions: doubts.map((d) => question(d, value, input.unit)) });

    await keepHandReading(db, actor, {
      zoneId: zone.id,
      at,
      spot: input.spot,
      depthIn: depth,
      value,
      unit: input.unit,
      thermometer,
      sendKey: input.sendKey,
    });
    // held to the model at once, so that its neighbours of the same kind hear of it too
    const withIt = await zoneOf(db, zone.id);
    if (withIt) await compareReadings(db, actor.orgId, [withIt], house.crossings.depth, today);
    await changed(db, actor, [zone.id], [heldToModel(actor, [zone.id])]);
    return done({ readingId: (await readingSent(db, input.sendKey))! });
  });
  return taken;
}

type Read = Readonly<{
  zone: ZoneOnLawn;
  house: Awaited<ReturnType<typeof houseOf>>;
  today: Day;
  input: ReadingInput;
  /** as it was typed, in the unit of the input */
  value: number;
  /** in */
  depth: number;
  at: Date;
  thermometer: Awaited<ReturnType<typeof thermometersOf>>[number] | null;
}>;

/** What is odd about a reading, by what is expected there and what was read there last. */
async function doubtsOf(
  db: Transaction,
  actor: Actor,
  { zone, house, today, input, value, depth, at, thermometer }: Read,
) {
  const z = fromInches(depth);
  const offset = thermometer?.offsetF ?? 0;
  const last = (await latestReadings(db, zone.id, 20)).find(
    (r) => r.spot === input.spot && Math.abs(r.depth - z) < 0.013 && r.takenAt <= at,
  );
  const hours = last ? (at.getTime() - last.takenAt.getTime()) / 3_600_000 : 0;
  return doubtsAbout(
    { value: value - (input.unit === 'F' ? offset : fromFahrenheitDifference(offset)), unit: input.unit },
    await expectedAt(db, actor.orgId, zone, house, today, input.spot, z, at),
    last && hours < 24
      ? {
          value: last.value,
          hours,
          most: mostChange(z, Math.max(hours, 0.1), diffusivityOf(siteAt(zone.site, input.spot))),
        }
      : null,
  );
}

type HandReading = Readonly<{
  zoneId: string;
  at: Date;
  spot: Spot;
  depthIn: number;
  value: number;
  unit: 'F' | 'C';
  thermometer: Thermometer | null;
  sendKey: string;
}>;

/** Keeps a reading as it was read; sent twice, it is kept once. */
export async function keepHandReading(db: Transaction, actor: Actor, r: HandReading): Promise<void> {
  await addReadings(db, [
    {
      orgId: actor.orgId,
      zoneId: r.zoneId,
      spot: r.spot,
      depthIn: toNumeric(r.depthIn),
      takenAt: r.at,
      value: toNumeric(r.value),
      unit: r.unit,
      offsetF: toNumeric(r.thermometer?.offsetF ?? 0),
      calibrated: r.thermometer?.calibratedOn != null,
      source: 'hand',
      instrument: r.thermometer?.name ?? '',
      person: actor.name,
      sendKey: r.sendKey,
    },
  ]);
}
/** To be told to `changed`: the model is held to what was read. */
export const heldToModel = ({ orgId }: Pick<Actor, 'orgId'>, zoneIds: readonly string[]) =>
  ({ kind: 'zones', orgId, zoneIds }) as const;

function parseMoment(text: string, now: Date, zone: string): Parsed<Date> {
  if (!text.trim()) return { ok: true, value: now };
  const field = 'Time';
  const no = (found: Fact): Parsed<Date> => ({ ok: false, issue: { field, ...found } });
  const at = DateTime.fromISO(text, { zone });
  // a year that no calendar of ours has is no moment
  if (!at.isValid || parseDay(at.toISODate()) === null) return no(fact('no-day-and-hour', { text }));
  if (at.toMillis() > now.getTime() + 60_000)
    return no(fact('reading-still-to-come', { at: at.toFormat("yyyy-MM-dd'T'HH:mm") }));
  if (at.toMillis() < now.getTime() - 400 * 86_400_000)
    return no(fact('reading-too-old', { day: readDay(at.toFormat('yyyy-MM-dd')) }));
  return { ok: true, value: at.toJSDate() };
}

function question(d: Doubt, value: number, unit: 'F' | 'C'): Issue {
  const field = 'Temperature';
  const read = { value, unit };
  switch (d.code) {
    case 'other-scale':
      return issue(field, 'reading-other-scale', { ...read, expected: d.expected, asOther: d.asOther });
    case 'far-off':
      return issue(field, 'reading-far-off', { ...read, expected: d.expected });
    case 'swing': {
      const { before, hours, most } = d;
      const change = Math.abs(asCelsius(value, unit) - before);
      return issue(field, 'reading-swing', { ...read, change, before, hours, most });
    }
  }
}
const asCelsius = (value: number, unit: 'F' | 'C') =>
  unit === 'F' ? fromFahrenheit(value) : (value as Celsius);

export type ObservationInput = Readonly<{
  sendKey: string;
  zoneId: string;
  sign: Sign;
  seenOn: string;
  note: string;
}>;
export const observationShape = Joi.object<ObservationInput>({
  sendKey: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  zoneId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  sign: Joi.string()
    .valid(...SIGNS)
    .required(),
  seenOn: Joi.string().allow('').max(20).required(),
  note: Joi.string().allow('').max(500).required(),
});

/** Notes a sign of the season. */
export async function noteSign(actor: Actor, input: ObservationInput): Promise<Outcome<null>> {
  requirePermission(actor, 'record');
  const noted = await inOrganisation(actor, async (db) => {
    if (!(await zoneOf(db, input.zoneId))) return refuse({ kind: 'gone' });
    const today = dayIn((await nowOf(db)).now, actor.timeZone);
    const day: Day | null = parseDay(input.seenOn);
    if (day === null || day > today)
      return refuse({
        kind: 'invalid',
        issues: [
          day === null
            ? issue('Day', 'sign-no-day', { text: input.seenOn, today })
            : issue('Day', 'sign-to-come', { day, today }),
        ],
      });
    await addObservation(db, {
      orgId: actor.orgId,
      zoneId: input.zoneId,
      sign: input.sign,
      seenOn: isoDay(day),
      person: actor.name,
      note: input.note.trim(),
      sendKey: input.sendKey,
    });
    await changed(db, actor, [input.zoneId], [heldToModel(actor, [input.zoneId])]);
    return done(null);
  });
  return noted;
}
