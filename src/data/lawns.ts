import 'server-only';
import { and, eq, gt, inArray, isNotNull, isNull, sql, type SQL } from 'drizzle-orm';
import { readDay, isoDay, type Day } from '@/core/calendar/day';
import type { ZoneFacts } from '@/core/facts/facts';
import type { Place } from '@/core/lawn/nearest';
import { SCHOOLS, type School } from '@/core/ground/crossing';
import { EXPOSURES, MOISTURES, type Site } from '@/core/ground/site';
import { SITES, TEXTURES, TURFS } from '@/core/trade/terms';
import { readMeasure, readStoredTrees, type Measure, type Tree } from '@/core/lawn/measure';
import {
  ASPECTS,
  DRAINAGES,
  THATCHES,
  expectationsOf,
  readSeedings,
  readWaters,
  type Aspect,
  type Drainage,
  type Expectation,
  type Thatch,
  type WaterNear,
} from '@/core/lawn/zone';
import type { SquareMetres } from '@/core/units/quantity';
import { fromFeet, fromInchesOfWater, fromSquareFeet } from '@/core/units/trade';
import type { Transaction } from './connection';
import { fromNumeric, toNumeric } from './numbers';
import { lawn, station, zone } from './schema';
import { oneOf } from './words';

/** Where a lawn lies, degrees and feet above the sea, null: not known; and the station chosen for it, empty: the nearest. */
type LawnPlace = Readonly<{
  latitude: number | null;
  longitude: number | null;
  elevationFt: number | null;
  chosenStationId: string;
}>;

/** One zone, with the lawn it lies on. */
export type ZoneOnLawn = Readonly<{
  id: string;
  name: string;
  lawnId: string;
  stationId: string;
  /** degrees east; null: not known */
  longitude: number | null;
  /** the lawn's own place, as it was typed */
  place: LawnPlace;
  /** where it is on a map; null: one of the two is not known */
  at: Place | null;
  customer: string;
  address: string;
  notes: string;
  hazards: string;
  wishes: Readonly<{ noticeHours: number | null; optOut: string; organicOnly: boolean }>;
  /** days of the week, 1 Monday to 7 Sunday, on which others mow or water it */
  mownOn: readonly number[];
  wateredOn: readonly number[];
  email: string;
  /** USD for a visit; null: not said */
  visitPrice: number | null;
  /** what is treated: the whole less the exclusions */
  area: SquareMetres;
  whole: SquareMetres;
  excluded: SquareMetres;
  /** how sure the area is, as a share of it */
  areaError: number;
  measure: Measure;
  trees: readonly Tree[];
  site: Site;
  facts: ZoneFacts;
  drainage: Drainage;
  slopePercent: number | null;
  aspect: Aspect | null;
  concreteEdgeFt: number;
  bedEdgeFt: number;
  /** null: nobody has looked */
  waters: readonly WaterNear[] | null;
  thatch: Thatch;
  weedHistory: string;
  thinSpots: string;
  /** the school this lawn goes by; null: the house's */
  school: School | null;
  expectations: readonly Expectation[];
  readingsVersion: number;
  programmeVersion: number;
  /** what is known of the work before the book, and the day from which the book is whole */
  history: History;
  bookFrom: Day | null;
  /** the zone or its lawn was closed: off lists and boards. Null: open */
  closed: Readonly<{ on: Day; why: string; whole: boolean; forgotten: boolean }> | null;
  version: number;
  lawnVersion: number;
}>;

const HISTORIES = ['not asked', 'not known', 'known'] as const;
export type History = (typeof HISTORIES)[number];

function closedFrom(z: Row['zone'], l: Row['lawn']): ZoneOnLawn['closed'] {
  const of = l.closedOn !== null ? l : z;
  return of.closedOn === null
    ? null
    : {
        on: readDay(of.closedOn),
        why: of.closedWhy ?? '',
        whole: l.closedOn !== null,
        forgotten: l.forgottenOn !== null,
      };
}

const columns = { zone, lawn, latitude: station.latitude };
type Row = Readonly<{ zone: typeof zone.$inferSelect; lawn: typeof lawn.$inferSelect; latitude: string }>;

function zoneFrom({ zone: z, lawn: l, latitude }: Row): ZoneOnLawn {
  const texture = oneOf(TEXTURES, z.texture, 'texture');
  const thatch = oneOf(THATCHES, z.thatch, 'thatch');
  const site: Site = {
    cover: thatch,
    texture,
    moisture: oneOf(MOISTURES, z.moisture, 'moisture'),
    exposure: oneOf(EXPOSURES, z.exposure, 'exposure'),
    besidePavement: z.besidePavement,
  };
  const turf = oneOf(TURFS, z.turf, 'turf');
  const mixedWith = z.mixedWith === null ? null : oneOf(TURFS, z.mixedWith, 'turf');
  const drainage = oneOf(DRAINAGES, z.drainage, 'drainage');
  const whole = fromSquareFeet(fromNumeric(z.areaSqFt));
  const excluded = fromSquareFeet(fromNumeric(z.excludedSqFt));
  const area = (whole - excluded) as SquareMetres;
  const trees = readStoredTrees(z.trees);
  const waters = readWaters(z.waters);
  const known = (text: string | null) => (text === null ? null : fromNumeric(text));
  const place: LawnPlace = {
    latitude: known(l.latitude),
    longitude: known(l.longitude),
    elevationFt: known(l.elevationFt),
    chosenStationId: l.stationChosen ? l.stationId : '',
  };
  return {
    id: z.id,
    name: z.name,
    lawnId: l.id,
    stationId: l.stationId,
    longitude: place.longitude,
    place,
    at:
      place.latitude === null || place.longitude === null
        ? null
        : { latitude: place.latitude, longitude: place.longitude },
    customer: l.customer,
    address: l.address,
    notes: l.notes,
    hazards: l.hazards,
    wishes: { noticeHours: l.noticeHours, optOut: l.optOut, organicOnly: l.organicOnly },
    mownOn: l.mownOn,
    wateredOn: l.wateredOn,
    email: l.email,
    visitPrice: l.visitPrice === null ? null : fromNumeric(l.visitPrice),
    area,
    whole,
    excluded,
    areaError: fromNumeric(z.areaErrorPct) / 100,
    measure: readMeasure(z.measure),
    trees,
    site,
    facts: {
      turf,
      mixedWith,
      texture,
      seedings: readSeedings(z.seedings),
      irrigationPerHour:
        z.irrigationInPerHour === null ? null : fromInchesOfWater(fromNumeric(z.irrigationInPerHour)),
      area,
      latitude: fromNumeric(l.latitude ?? latitude),
      state: l.state,
      waters:
        waters && waters.map(({ kind, feet }) => ({ kind, distance: feet === null ? null : fromFeet(feet) })),
      grounds: z.grounds === null ? null : oneOf(SITES, z.grounds, 'grounds'),
      trees: trees.length > 0,
      // what is kept out of is not treated
      fruit: trees.some((t) => t.kind === 'fruit' && !t.keepOut),
      beds: fromNumeric(z.bedEdgeFt) > 0,
      cover: thatch,
      noticeHours: l.noticeHours,
      organicOnly: l.organicOnly,
      optOut: l.optOut,
    },
    drainage,
    slopePercent: z.slopePercent === null ? null : fromNumeric(z.slopePercent),
    aspect: z.aspect === null ? null : oneOf(ASPECTS, z.aspect, 'aspect'),
    concreteEdgeFt: fromNumeric(z.concreteEdgeFt),
    bedEdgeFt: fromNumeric(z.bedEdgeFt),
    waters,
    thatch,
    weedHistory: z.weedHistory,
    thinSpots: z.thinSpots,
    school: z.school === null ? null : oneOf(SCHOOLS, z.school, 'school'),
    expectations: expectationsOf(mixedWith ? [turf, mixedWith] : [turf], site, drainage),
    readingsVersion: z.readingsVersion,
    programmeVersion: z.programmeVersion,
    history: oneOf(HISTORIES, z.history, 'history'),
    bookFrom: z.bookFrom === null ? null : readDay(z.bookFrom),
    closed: closedFrom(z, l),
    version: z.version,
    lawnVersion: l.version,
  };
}

/** Some zones. */
export async function zonesByIds(db: Transaction, ids: readonly string[]): Promise<ZoneOnLawn[]> {
  if (!ids.length) return [];
  const rows = await db
    .select(columns)
    .from(zone)
    .innerJoin(lawn, eq(lawn.id, zone.lawnId))
    .innerJoin(station, eq(station.id, lawn.stationId))
    .where(inArray(zone.id, [...ids]));
  return rows.map(zoneFrom);
}

const openZones = (db: Transaction, more?: SQL) =>
  db
    .select(columns)
    .from(zone)
    .innerJoin(lawn, eq(lawn.id, zone.lawnId))
    .innerJoin(station, eq(station.id, lawn.stationId))
    .where(and(isNull(zone.closedOn), isNull(lawn.closedOn), more));

/** Every zone of the organisation that is not closed, by address. */
export async function zonesOf(db: Transaction): Promise<ZoneOnLawn[]> {
  // 3 Mill Race before 12 Farrier Bend
  return (await openZones(db))
    .map(zoneFrom)
    .sort((a, b) => siteName(a).localeCompare(siteName(b), 'en', { numeric: true }));
}

/** Those at which the soil has been read. */
export const zonesWithReadings = async (db: Transaction): Promise<ZoneOnLawn[]> =>
  (await openZones(db, gt(zone.readingsVersion, 0))).map(zoneFrom);

/** The rows of every zone that is not closed and of its lawn, as they are kept: for a file that comes back the same. */
export async function rowsOfZones(
  db: Transaction,
): Promise<{ zone: Row['zone']; lawn: Row['lawn'] & { station: string } }[]> {
  const found = await db
    .select({ zone, lawn, station: station.name })
    .from(zone)
    .innerJoin(lawn, eq(lawn.id, zone.lawnId))
    .innerJoin(station, eq(station.id, lawn.stationId))
    .where(and(isNull(zone.closedOn), isNull(lawn.closedOn)));
  // a station that is only the nearest is found again
  const rows = found.map((r) => ({
    zone: r.zone,
    lawn: { ...r.lawn, station: r.lawn.stationChosen ? r.station : '' },
  }));
  const name = ({ zone: z, lawn: l }: (typeof rows)[number]) =>
    siteName({ address: l.address, name: z.name });
  return rows.sort((a, b) => name(a).localeCompare(name(b), 'en', { numeric: true }));
}

/** One zone; null where there is none, or where it is another organisation's. */
export async function zoneOf(db: Transaction, id: string): Promise<ZoneOnLawn | null> {
  const [row] = await db
    .select(columns)
    .from(zone)
    .innerJoin(lawn, eq(lawn.id, zone.lawnId))
    .innerJoin(station, eq(station.id, lawn.stationId))
    .where(eq(zone.id, id));
  return row ? zoneFrom(row) : null;
}

/** The zones of one lawn, by name. */
export async function zonesOfLawn(db: Transaction, lawnId: string): Promise<ZoneOnLawn[]> {
  const rows = await db
    .select(columns)
    .from(zone)
    .innerJoin(lawn, eq(lawn.id, zone.lawnId))
    .innerJoin(station, eq(station.id, lawn.stationId))
    .where(eq(lawn.id, lawnId));
  return rows.map(zoneFrom).sort((a, b) => a.name.localeCompare(b.name));
}

/** Where a lawn is, where nobody has said it before. */
export async function placeLawn(
  db: Transaction,
  lawnId: string,
  { latitude, longitude }: Readonly<{ latitude: number; longitude: number }>,
): Promise<void> {
  await db
    .update(lawn)
    .set({
      latitude: toNumeric(latitude),
      longitude: toNumeric(longitude),
      version: sql`${lawn.version} + 1`,
    })
    .where(and(eq(lawn.id, lawnId), isNull(lawn.latitude)));
}

/** Zones of some lawns, closed or not. */
export async function zonesOfLawns(db: Transaction, lawnIds: readonly string[]): Promise<ZoneOnLawn[]> {
  if (!lawnIds.length) return [];
  const rows = await db
    .select(columns)
    .from(zone)
    .innerJoin(lawn, eq(lawn.id, zone.lawnId))
    .innerJoin(station, eq(station.id, lawn.stationId))
    .where(inArray(lawn.id, [...lawnIds]));
  return rows.map(zoneFrom);
}

export type LawnRow = typeof lawn.$inferInsert;
export type ZoneRow = typeof zone.$inferInsert;

export const addLawn = async (db: Transaction, row: LawnRow): Promise<string> =>
  (await db.insert(lawn).values(row).returning({ id: lawn.id }))[0]!.id;
/** What another zone on the same ground has in common with one: all of its row but what counts its own changes. */
export async function likeZone(db: Transaction, id: string): Promise<ZoneRow | null> {
  const [row] = await db.select().from(zone).where(eq(zone.id, id));
  if (!row) return null;
  const {
    id: _,
    version: __,
    programmeState: ___,
    programmeVersion: ____,
    readingsVersion: _____,
    ...like
  } = row;
  return like;
}
export const addZone = async (db: Transaction, row: ZoneRow): Promise<string> =>
  (await db.insert(zone).values(row).returning({ id: zone.id }))[0]!.id;

/** Changes a zone and its lawn where nobody else has meanwhile. Null: somebody has, or it is gone. */
export async function changeZone(
  db: Transaction,
  id: string,
  seen: number,
  zoneChange: Partial<ZoneRow>,
  lawnChange: Partial<LawnRow>,
): Promise<number | null> {
  const [row] = await db
    .update(zone)
    .set({ ...zoneChange, version: seen + 1 })
    .where(and(eq(zone.id, id), eq(zone.version, seen)))
    .returning({ version: zone.version, lawnId: zone.lawnId });
  if (!row) return null;
  await db
    .update(lawn)
    .set({ ...lawnChange, version: sql`${lawn.version} + 1` })
    .where(eq(lawn.id, row.lawnId));
  return row.version;
}

/** What is known of the work before the book. @param bookFrom the day from which it is whole; null: not known */
export const setHistory = (db: Transaction, zoneId: string, history: History, bookFrom: Day | null) =>
  db
    .update(zone)
    .set({ history, bookFrom: bookFrom === null ? null : isoDay(bookFrom) })
    .where(eq(zone.id, zoneId));

/**
 * Closes a zone or its lawn (null: opens it again).
 * @returns the zones that it touches
 */
export async function setClosed(
  db: Transaction,
  { id, lawnId }: Pick<ZoneOnLawn, 'id' | 'lawnId'>,
  of: 'zone' | 'lawn',
  closed: Readonly<{ on: Day; why: string }> | null,
): Promise<string[]> {
  const change = { closedOn: closed && isoDay(closed.on), closedWhy: closed?.why ?? null };
  if (of === 'zone') {
    await db.update(zone).set(change).where(eq(zone.id, id));
    return [id];
  }
  await db.update(lawn).set(change).where(eq(lawn.id, lawnId));
  const zones = await db.select({ id: zone.id }).from(zone).where(eq(zone.lawnId, lawnId));
  return zones.map((z) => z.id);
}

/** "14 Quarry Lane · front" */
export const siteName = (z: Pick<ZoneOnLawn, 'address' | 'name'>): string => `${z.address} · ${z.name}`;

export async function hasLawn(db: Transaction, lawnId: string): Promise<boolean> {
  const rows = await db.select({ id: lawn.id }).from(lawn).where(eq(lawn.id, lawnId));
  return rows.length > 0;
}

/** Puts every lawn whose place is known under the nearest station, but for those whose station was chosen by hand. */
export async function settleStations(
  db: Transaction,
  nearest: (place: typeof lawn.$inferSelect) => string | undefined,
): Promise<void> {
  const lawns = await db
    .select()
    .from(lawn)
    .where(and(eq(lawn.stationChosen, false), isNotNull(lawn.latitude), isNotNull(lawn.longitude)));
  const moves = new Map<string, string[]>();
  for (const l of lawns) {
    const to = nearest(l);
    if (to && to !== l.stationId) moves.set(to, [...(moves.get(to) ?? []), l.id]);
  }
  for (const [stationId, ids] of moves) await db.update(lawn).set({ stationId }).where(inArray(lawn.id, ids));
}
