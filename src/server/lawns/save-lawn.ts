import { fact, issue, type Fact, type Issue, type FieldRemedy } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { isoDay, parseDay } from '@/core/calendar/day';
import { SCHOOLS, type School } from '@/core/ground/crossing';
import { EXPOSURES, MOISTURES, type Exposure, type Moisture } from '@/core/ground/site';
import { SITES, TEXTURES, type Site, type Texture, TURFS, type Turf } from '@/core/trade/terms';
import { readTakeoff, type TakeoffDraft } from '@/core/lawn/takeoff-draft';
import { readTrees, type TreeDraft } from '@/core/lawn/takeoff-draft';
import type { LonLatRings, Measure } from '@/core/lawn/measure';
import {
  ASPECTS,
  DRAINAGES,
  SOWINGS,
  THATCHES,
  WATERS,
  type Aspect,
  type Drainage,
  type Sowing,
  type Thatch,
  type Water,
} from '@/core/lawn/zone';
import { parseFigure, type Parsed } from '@/core/units/parse';
import { fromSquareFeet, toSquareFeet } from '@/core/units/trade';
import { areasOf, polygonArea } from '@/geometry/region';
import { requirePermission, type Actor } from '@/data/actor';
import { inOrganisation, type Transaction } from '@/data/connection';
import {
  addLawn,
  addZone,
  changeZone,
  hasLawn,
  zoneOf,
  zonesOf,
  zonesOfLawn,
  type ZoneRow,
  siteName,
  type ZoneOnLawn,
} from '@/data/lawns';
import { toNumeric } from '@/data/numbers';
import { changed } from '@/server/queue/changes';
import { nearestTo, stationsOf } from '@/data/weather';
import { done, refuse, type Outcome, type Overtaken } from '@/server/entry/outcome';
import { inThread, task, TooMuch } from '@/threads/threads';

type MeasureInput =
  | Readonly<{ by: 'typed'; how: string; area: string }>
  | Readonly<{ by: 'takeoff'; shapes: readonly TakeoffDraft[] }>
  | Readonly<{ by: 'polygon'; polygons: readonly LonLatRings[]; file: string }>;

/** What the lawn sheet holds: figures as they were typed. */
export type LawnInput = Readonly<{
  customer: string;
  address: string;
  latitude: string;
  longitude: string;
  /** height above the sea, ft */
  elevationFt: string;
  /** the weather station chosen by hand; empty: the nearest */
  stationId: string;
  notes: string;
  hazards: string;
  noticeHours: string;
  optOut: string;
  organicOnly: boolean;
  /** days of the week, 1 Monday to 7 Sunday, on which others mow or water it */
  mownOn: readonly number[];
  wateredOn: readonly number[];
  email: string;
  /** USD for a visit */
  visitPrice: string;
  name: string;
  turf: Turf;
  mixedWith: Turf | null;
  measure: MeasureInput;
  /** further polygons of the same file that become zones of this lawn too, like this one but for name and area */
  others: readonly Readonly<{ name: string; polygons: readonly LonLatRings[] }>[];
  areaError: string;
  trees: readonly TreeDraft[];
  texture: Texture;
  moisture: Moisture;
  drainage: Drainage;
  exposure: Exposure;
  besidePavement: boolean;
  slopePercent: string;
  aspect: Aspect | null;
  concreteEdgeFt: string;
  bedEdgeFt: string;
  /** null: nobody has looked */
  waters: readonly Readonly<{ kind: Water; feet: string }>[] | null;
  grounds: Site | null;
  irrigation: string;
  thatch: Thatch;
  seedings: readonly Readonly<{ on: string; kind: Sowing }>[];
  weedHistory: string;
  thinSpots: string;
  school: School | null;
}>;
const words = (most: number) => Joi.string().allow('').max(most).required();
const figureText = words(40);
const choice = (list: readonly string[]) =>
  Joi.string()
    .valid(...list)
    .required();
const maybe = (list: readonly string[]) =>
  Joi.string()
    .valid(...list)
    .allow(null)
    .required();
const point = Joi.array().ordered(
  Joi.number().min(-180).max(180).required(),
  Joi.number().min(-90).max(90).required(),
);
const polygons = Joi.array()
  .items(Joi.array().items(Joi.array().items(point).min(3).max(20_000)).min(1))
  .min(1)
  .max(50)
  .required();
const weekdays = Joi.array().items(Joi.number().integer().min(1).max(7)).max(7).unique().required();
const shape = {
  customer: words(200),
  address: words(300),
  latitude: figureText,
  longitude: figureText,
  elevationFt: figureText,
  stationId: Joi.string().guid({ separator: '-', wrapper: false }).allow('').required(),
  notes: words(4000),
  hazards: words(4000),
  noticeHours: figureText,
  optOut: words(1000),
  organicOnly: Joi.boolean().required(),
  mownOn: weekdays,
  wateredOn: weekdays,
  email: words(200),
  visitPrice: figureText,
  name: words(100),
  turf: choice(TURFS),
  mixedWith: maybe(TURFS),
  measure: Joi.alternatives(
    Joi.object({ by: Joi.valid('typed').required(), how: words(60), area: figureText }),
    Joi.object({
      by: Joi.valid('takeoff').required(),
      shapes: Joi.array()
        .items(
          Joi.object(
            Object.fromEntries(
              ['kind', 'sign', 'name', 'a', 'b', 'c', 'x', 'y'].map((key) => [key, words(60)]),
            ),
          ),
        )
        .max(60)
        .required(),
    }),
    Joi.object({ by: Joi.valid('polygon').required(), file: words(200), polygons }),
  ).required(),
  others: Joi.array()
    .items(Joi.object({ name: words(80), polygons }))
    .max(50)
    .required(),
  areaError: figureText,
  trees: Joi.array()
    .items(
      Joi.object({
        name: words(60),
        kind: choice(['ornamental', 'fruit']),
        x: figureText,
        y: figureText,
        dripLine: figureText,
        keepOut: Joi.boolean().required(),
      }),
    )
    .max(60)
    .required(),
  texture: choice(TEXTURES),
  moisture: choice(MOISTURES),
  drainage: choice(DRAINAGES),
  exposure: choice(EXPOSURES),
  besidePavement: Joi.boolean().required(),
  slopePercent: figureText,
  aspect: maybe(ASPECTS),
  concreteEdgeFt: figureText,
  bedEdgeFt: figureText,
  waters: Joi.array()
    .items(Joi.object({ kind: choice(WATERS), feet: figureText }))
    .max(20)
    .allow(null)
    .required(),
  grounds: maybe(SITES),
  irrigation: figureText,
  thatch: choice(THATCHES),
  seedings: Joi.array()
    .items(Joi.object({ on: words(20), kind: choice(SOWINGS) }))
    .max(20)
    .required(),
  weedHistory: words(2000),
  thinSpots: words(2000),
  school: maybe(SCHOOLS),
};
export const saveLawnShape = Joi.object<LawnInput & { zoneId: string; seen: number }>({
  ...shape,
  zoneId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  seen: Joi.number().integer().min(0).required(),
});
/** A new zone, on a lawn that is there or on a new one. */
export const addLawnShape = Joi.object<LawnInput & { lawnId: string | null }>({
  ...shape,
  lawnId: Joi.string().guid({ separator: '-', wrapper: false }).allow(null).required(),
});

/** A fence line walked with a phone has some hundreds; a boundary that a machine drew has thousands. */
const MOST_POINTS = 5000;
const AREA_SECONDS = 20;
const AREAS = task<typeof areasOf>('screens', 'geometry/region', 'areasOf');

function tooManyPoints({ measure, others }: LawnInput): Issue[] {
  const drawn = [...(measure.by === 'polygon' ? [measure.polygons] : []), ...others.map((o) => o.polygons)];
  return drawn.flatMap((its) => {
    const points = its.flat().reduce((sum, ring) => sum + ring.length, 0);
    if (points <= MOST_POINTS) return [];
    return [issue('Area', 'outline-too-long', { count: points, most: MOST_POINTS })];
  });
}

/** The areas of a measure, or what is wrong with it. */
async function areaOf(company: string, of: Parameters<typeof areasOf>[0]) {
  const wrong = (found: Fact): Issue => ({ field: 'Area', ...found });
  try {
    const area =
      of.measure.by === 'typed' ? areasOf(of) : await inThread(AREAS, company, of, { seconds: AREA_SECONDS });
    return area.whole > 0 ? area : wrong(fact('no-area-left'));
  } catch (error) {
    if (!(error instanceof TooMuch) || error.why === 'busy') throw error;
    return wrong(fact('area-not-found', { seconds: AREA_SECONDS }));
  }
}

/** The rows of the database that an input means, or what is wrong with it, field by field. */
async function rowsOf(company: string, input: LawnInput) {
  const issues: Issue[] = [];
  const read = <T>(parsed: Parsed<T>): T | null => {
    if (!parsed.ok) issues.push(parsed.issue);
    return parsed.ok ? parsed.value : null;
  };
  /** a figure that may be missing */
  const optional = (text: string, field: string, unit: string, least: number, most: number) =>
    text.trim() ? read(parseFigure(text.replace('−', '-'), { field, unit, least, most })) : null;
  const needed = (text: string, field: string, remedy: FieldRemedy) => {
    if (!text.trim()) issues.push(issue(field, 'field-missing', { name: field, remedy }));
    return text.trim();
  };
  const numeric = (value: number | null) => (value === null ? null : toNumeric(value));

  const customer = needed(input.customer, 'Customer', 'customer');
  const address = needed(input.address, 'Address', 'address');
  const name = needed(input.name, 'Zone', 'zone');
  const size = readMeasure(input.measure);
  const trees = readTrees(input.trees);
  issues.push(...size.issues, ...trees.issues);
  const areaError = read(parseFigure(input.areaError, { field: 'Area ±', unit: '%', least: 0, most: 50 }));
  const seedings = input.seedings.map(({ on, kind }, i) => ({ on: read(seedingDay(on, i + 1)) ?? '', kind }));
  if (input.mixedWith === input.turf) issues.push(issue('Mixed with', 'turf-twice', { turf: input.turf }));
  const latitude = optional(input.latitude, 'Latitude', '°', -90, 90);
  const longitude = optional(input.longitude, 'Longitude', '°', -180, 180);
  const elevationFt = optional(input.elevationFt, 'Height', 'length', -1500, 20_000);
  const noticeHours = optional(input.noticeHours, 'Notice', 'hours', 0, 720);
  const visitPrice = optional(input.visitPrice, 'Price of a visit', 'USD', 0, 100_000);
  const email = input.email.trim();
  if (email !== '' && Joi.string().email({ tlds: false }).validate(email).error)
    issues.push(issue('Mail', 'no-mail-address', { text: email }));
  const slopePercent = optional(input.slopePercent, 'Slope', '%', 0, 100);
  const concreteEdgeFt = optional(input.concreteEdgeFt, 'Edge along concrete', 'length', 0, 100_000);
  const bedEdgeFt = optional(input.bedEdgeFt, 'Edge along beds', 'length', 0, 100_000);
  const waters =
    input.waters &&
    input.waters.map(({ kind, feet }) => ({
      kind,
      feet: optional(feet, `Distance to the ${kind}`, 'length', 0, 100_000),
    }));
  const irrigation = optional(input.irrigation, 'Irrigation', 'waterRate', 0.01, 5);
  issues.push(...tooManyPoints(input));
  if (issues.length) return { issues };
  const area = await areaOf(company, {
    measure: size.measure,
    trees: trees.value,
    typed: fromSquareFeet(size.typedSqFt),
  });
  if ('field' in area) return { issues: [area] };
  return {
    issues,
    lawn: {
      ...wordsOfLawn(input),
      customer,
      address,
      latitude: numeric(latitude),
      longitude: numeric(longitude),
      elevationFt: numeric(elevationFt),
      noticeHours: noticeHours === null ? null : Math.round(noticeHours),
      email,
      visitPrice: numeric(visitPrice),
    },
    zone: {
      ...wordsOfZone(input),
      name,
      measure: size.measure,
      trees: trees.value,
      areaSqFt: toNumeric(toSquareFeet(area.whole)),
      excludedSqFt: toNumeric(toSquareFeet(area.excluded)),
      areaErrorPct: toNumeric(areaError ?? 0),
      slopePercent: numeric(slopePercent),
      concreteEdgeFt: toNumeric(concreteEdgeFt ?? 0),
      bedEdgeFt: toNumeric(bedEdgeFt ?? 0),
      waters,
      irrigationInPerHour: numeric(irrigation),
      seedings,
    },
  };
}

/** What is kept of a lawn as it is typed or chosen. */
const wordsOfLawn = (input: LawnInput) => ({
  notes: input.notes.trim(),
  hazards: input.hazards.trim(),
  stationChosen: input.stationId !== '',
  optOut: input.optOut.trim(),
  organicOnly: input.organicOnly,
  mownOn: [...input.mownOn].sort(),
  wateredOn: [...input.wateredOn].sort(),
});
/** What is kept of a zone as it is typed or chosen. */
const wordsOfZone = (input: LawnInput) => ({
  turf: input.turf,
  mixedWith: input.mixedWith,
  texture: input.texture,
  moisture: input.moisture,
  drainage: input.drainage,
  exposure: input.exposure,
  besidePavement: input.besidePavement,
  aspect: input.aspect,
  grounds: input.grounds,
  thatch: input.thatch,
  weedHistory: input.weedHistory.trim(),
  thinSpots: input.thinSpots.trim(),
  school: input.school,
});

/** How large, however it was got. @returns typedSqFt: of a typed figure; else 0, for the drawing says it */
function readMeasure(
  input: MeasureInput,
): Readonly<{ measure: Measure; typedSqFt: number; issues: readonly Issue[] }> {
  if (input.by === 'polygon') return { measure: input, typedSqFt: 0, issues: [] };
  if (input.by === 'takeoff') {
    const shapes = readTakeoff(input.shapes);
    return { measure: { by: 'takeoff', shapes: shapes.value }, typedSqFt: 0, issues: shapes.issues };
  }
  const area = parseFigure(input.area, { field: 'Area', unit: 'area', above: 0, most: 5_000_000 });
  return {
    measure: { by: 'typed', how: input.how },
    typedSqFt: area.ok ? area.value : 0,
    issues: area.ok ? [] : [area.issue],
  };
}

/** @returns the day as ISO */
function seedingDay(text: string, n: number): Parsed<string> {
  const day = parseDay(text);
  if (day !== null) return { ok: true, value: isoDay(day) };
  const field = `Seeding ${n}`;
  return {
    ok: false,
    issue: text.trim() ? issue(field, 'seeding-no-day', { text }) : issue(field, 'seeding-day-missing'),
  };
}

/** The other zones of a drawn file: where a zone of the lawn has the name already, it is left as it is. */
async function addOthers(
  db: Transaction,
  orgId: string,
  lawnId: string,
  { others, measure }: LawnInput,
  like: Omit<ZoneRow, 'orgId' | 'lawnId'>,
): Promise<void> {
  if (measure.by !== 'polygon') return;
  const there = new Set((await zonesOfLawn(db, lawnId)).map((z) => z.name));
  for (const { name, polygons: its } of others.filter((o) => !there.has(o.name)))
    await addZone(db, {
      ...like,
      orgId,
      lawnId,
      name,
      measure: { by: 'polygon', polygons: its, file: measure.file } satisfies Measure,
      areaSqFt: toNumeric(toSquareFeet(polygonArea(its))),
      trees: [],
      excludedSqFt: '0',
    });
}

const NO_STATION = refuse({ kind: 'invalid', issues: [issue('Weather station', 'no-weather-station')] });
/** The station that was chosen, or the nearest. */
const stationFor = (
  stations: Awaited<ReturnType<typeof stationsOf>>,
  chosen: string,
  place: Parameters<typeof nearestTo>[1],
) => (chosen ? stations.find((s) => s.id === chosen) : nearestTo(stations, place));

/** Saves the sheet of a zone and what its lawn shares with its other zones. */
export async function saveLawn(
  actor: Actor,
  { zoneId, seen, ...input }: LawnInput & { zoneId: string; seen: number },
): Promise<Outcome<{ version: number }, Overtaken<ZoneOnLawn>>> {
  requirePermission(actor, 'plan');
  const rows = await rowsOf(actor.orgId, input);
  if (!rows.zone) return refuse({ kind: 'invalid', issues: rows.issues });
  return inOrganisation(actor, async (db) => {
    const before = await zoneOf(db, zoneId);
    if (!before) return refuse({ kind: 'gone' });
    // a lawn that does not say where it lies stays where it is
    const kept = input.stationId || (rows.lawn.latitude && rows.lawn.longitude ? '' : before.stationId);
    const station = stationFor(await stationsOf(db), kept, rows.lawn);
    if (!station) return NO_STATION;
    const version = await changeZone(db, zoneId, seen, rows.zone, { ...rows.lawn, stationId: station.id });
    if (version === null)
      return refuse({ kind: 'changed-by-other', by: 'somebody else', at: '', theirs: before });
    await addOthers(db, actor.orgId, before.lawnId, input, rows.zone);
    await changed(db, actor, [zoneId], [{ kind: 'zones', orgId: actor.orgId, zoneIds: [zoneId] }]);
    return done({ version });
  });
}

/** Adds a zone, and its lawn where that is new. */
export async function addNewLawn(
  actor: Actor,
  { lawnId, ...input }: LawnInput & { lawnId: string | null },
): Promise<Outcome<{ zoneId: string }>> {
  requirePermission(actor, 'plan');
  const rows = await rowsOf(actor.orgId, input);
  if (!rows.zone) return refuse({ kind: 'invalid', issues: rows.issues });
  return inOrganisation(actor, async (db) => {
    const station = stationFor(await stationsOf(db), input.stationId, rows.lawn);
    if (!station) return NO_STATION;
    // a lawn of another company is not there
    if (lawnId !== null && !(await hasLawn(db, lawnId))) return refuse({ kind: 'gone' });
    const same = (await zonesOf(db)).find(
      (z) => siteName(z) === siteName({ address: rows.lawn.address, name: rows.zone.name }),
    );
    if (same)
      return refuse({ kind: 'invalid', issues: [issue('Zone', 'zone-twice', { site: siteName(same) })] });
    const on = lawnId ?? (await addLawn(db, { ...rows.lawn, orgId: actor.orgId, stationId: station.id }));
    const zoneId = await addZone(db, { ...rows.zone, orgId: actor.orgId, lawnId: on });
    await addOthers(db, actor.orgId, on, input, rows.zone);
    await changed(db, actor, [zoneId]);
    return done({ zoneId });
  });
}
