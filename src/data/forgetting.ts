/** Personal data of a customer who is to be forgotten: gone at once where they stand, and on records when their years are over. */
import 'server-only';
import { and, eq, inArray, isNotNull, isNull, lt, or, sql } from 'drizzle-orm';
import { isoDay, type Day } from '@/core/calendar/day';
import type { Transaction } from './connection';
import { dropCardsOf } from './load-cards';
import {
  applicationRecord,
  changeBook,
  customerNote,
  fileImport,
  houseRule,
  lawn,
  observation,
  photo,
  zone,
} from './schema';

/** What stands where a name or an address stood. */
const FORGOTTEN = 'forgotten';
/** The columns of lawns and zones that say who somebody is or how they live; the database knows the same list. */
const PERSONAL = [
  'customer',
  'address',
  'latitude',
  'longitude',
  'notes',
  'hazards',
  'opt_out',
  'closed_why',
  'email',
  'weed_history',
  'thin_spots',
  'measure',
  'trees',
];

/**
 * Takes what is personal off a closed lawn and its zones, off what was seen there, off the book of changes and out of the
 * files that brought it. Ground and work stay as they were.
 * @returns the zones, or null where the lawn is open or not there
 */
export async function forgetLawn(db: Transaction, lawnId: string, today: Day): Promise<string[] | null> {
  const [known] = await db
    .select({ customer: lawn.customer, address: lawn.address })
    .from(lawn)
    .where(and(eq(lawn.id, lawnId), isNotNull(lawn.closedOn), isNull(lawn.forgottenOn)))
    .for('update');
  if (!known) return null;
  await db
    .update(lawn)
    .set({
      customer: FORGOTTEN,
      address: `Lawn ${lawnId.slice(-6)}`,
      latitude: null,
      longitude: null,
      notes: '',
      hazards: '',
      optOut: '',
      email: '',
      closedWhy: FORGOTTEN,
      forgottenOn: isoDay(today),
      version: sql`${lawn.version} + 1`,
    })
    .where(eq(lawn.id, lawnId));
  const zones = await db
    .update(zone)
    .set({
      weedHistory: '',
      thinSpots: '',
      trees: [],
      measure: { by: 'typed', how: 'measured' },
      version: sql`${zone.version} + 1`,
    })
    .where(eq(zone.lawnId, lawnId))
    .returning({ id: zone.id });
  const zoneIds = zones.map((z) => z.id);
  await dropCardsOf(db, zoneIds);
  await db.delete(photo).where(eq(photo.lawnId, lawnId));
  await db.delete(customerNote).where(eq(customerNote.lawnId, lawnId));
  if (zoneIds.length)
    await db.update(observation).set({ note: '' }).where(inArray(observation.zoneId, zoneIds));
  // after the changes above, which the book has just been told
  await db
    .update(changeBook)
    .set({
      name: sql`case ${changeBook.subject} when 'lawn' then ${FORGOTTEN} else ${changeBook.name} end`,
      was: sql`${changeBook.was} - ${sql.param(PERSONAL)}::text[]`,
      now: sql`${changeBook.now} - ${sql.param(PERSONAL)}::text[]`,
    })
    .where(
      or(
        and(eq(changeBook.subject, 'lawn'), eq(changeBook.subjectId, lawnId)),
        and(eq(changeBook.subject, 'zone'), inArray(changeBook.subjectId, zoneIds)),
      ),
    );
  // the rows that a file brought know their file; what it said is not needed to take them out again
  await db
    .update(fileImport)
    .set({ body: '', problems: [] })
    .where(
      and(
        eq(fileImport.kind, 'lawns'),
        inArray(fileImport.status, ['done', 'undone', 'failed', 'checked']),
        sql`(position(${known.customer} in ${fileImport.body}) > 0 or position(${known.address} in ${fileImport.body}) > 0)`,
      ),
    );
  return zoneIds;
}

/** Names and addresses go off records of forgotten customers once the house's years are over. @returns how many records */
export async function clearOldNames(db: Transaction, today: Day): Promise<number> {
  const [house] = await db.select({ years: houseRule.keepNamesYears }).from(houseRule);
  if (!house) return 0;
  const forgotten = db
    .select({ id: zone.id })
    .from(zone)
    .innerJoin(lawn, eq(lawn.id, zone.lawnId))
    .where(isNotNull(lawn.forgottenOn));
  const cleared = await db
    .update(applicationRecord)
    .set({ customer: '', address: '', site: FORGOTTEN, notes: '' })
    .where(
      and(
        inArray(applicationRecord.zoneId, forgotten),
        lt(
          applicationRecord.appliedOn,
          sql`${isoDay(today)}::date - make_interval(years => greatest(${house.years}, 2))`,
        ),
        sql`${applicationRecord.site} <> ${FORGOTTEN}`,
      ),
    )
    .returning({ id: applicationRecord.id });
  return cleared.length;
}
