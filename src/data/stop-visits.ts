/** Stops as they went, and the pictures that were taken there. Added, never changed. */
import 'server-only';
import { and, asc, desc, eq, gte, lt, sql } from 'drizzle-orm';
import { readDay, isoDay, type Day } from '@/core/calendar/day';
import type { DoneStop, PartRefused, ZoneOutcome } from '@/core/stop/bundle';
import type { Transaction } from './connection';
import { photo, stopVisit } from './schema';
import { bodyOf, listIn, readable } from './stored-json';
import { type Fact, fact } from '@/core/units/issue';

/** 1: outcomes in sentences */
export const STOP_BODY_FORM = 2;

/** What a stop brought beside its times. */
export type StopBody = Readonly<{
  form: typeof STOP_BODY_FORM;
  outcomes: readonly ZoneOutcome[];
  /** what was not kept of it, with why; bodies of before it was told have none */
  refused: readonly PartRefused[];
}> &
  Pick<DoneStop, 'zones' | 'wind' | 'windFrom' | 'air' | 'seen' | 'stages' | 'ticked' | 'extras' | 'notes'>;

export type StopVisit = Readonly<{
  id: string;
  lawnId: string;
  day: Day;
  person: string;
  truck: string;
  arrivedAt: Date;
  leftAt: Date;
  body: StopBody;
  sendKey: string;
}>;

type StoredOutcome = Omit<ZoneOutcome, 'told'> & Readonly<{ told?: ZoneOutcome['told']; words?: string }>;
type StoredPart = Readonly<{ part: string; why?: Fact; words?: string }>;
const asTold = (words = '') => (words ? [fact('as-told', { words })] : []);
/** Stops of before codes were kept have sentences. */
const readOutcome = ({ words, told, ...outcome }: StoredOutcome): ZoneOutcome => ({
  ...outcome,
  told: told ?? asTold(words),
});
const readPart = ({ part, why, words = '' }: StoredPart): PartRefused => ({
  part,
  why: why ?? fact('as-told', { words }),
});

/** @returns null for a body of a later program */
export function readStopBody(stored: unknown): StopBody | null {
  const body = bodyOf(stored, [1, STOP_BODY_FORM]);
  return (
    body && {
      ...(body as StopBody),
      form: STOP_BODY_FORM,
      outcomes: listIn<StoredOutcome>(body, 'outcomes').map(readOutcome),
      refused: listIn<StoredPart>(body, 'refused').map(readPart),
      zones: listIn(body, 'zones'),
    }
  );
}

/** What became of a stop that was sent before; null: it was not. */
export async function stopVisitSent(
  db: Transaction,
  sendKey: string,
): Promise<Pick<StopBody, 'outcomes' | 'refused'> | null> {
  const [row] = await db
    .select({ body: stopVisit.body })
    .from(stopVisit)
    .where(eq(stopVisit.sendKey, sendKey));
  // of a later program: it was sent, and its parts stand in the book
  return row ? (readStopBody(row.body) ?? { outcomes: [], refused: [] }) : null;
}

function from(r: typeof stopVisit.$inferSelect): StopVisit | null {
  const body = readStopBody(r.body);
  return (
    body && {
      id: r.id,
      lawnId: r.lawnId,
      day: readDay(r.doneOn),
      person: r.person,
      truck: r.truck,
      arrivedAt: r.arrivedAt,
      leftAt: r.leftAt,
      body,
      sendKey: r.sendKey,
    }
  );
}

/** Sent twice, it is added once. */
export async function addStopVisit(
  db: Transaction,
  v: Omit<StopVisit, 'id'> & Readonly<{ orgId: string }>,
): Promise<void> {
  const { day, ...rest } = v;
  await db
    .insert(stopVisit)
    .values({ ...rest, doneOn: isoDay(day) })
    .onConflictDoNothing();
}

/** Of a lawn, the newest first. */
export const visitsOfLawn = async (db: Transaction, lawnId: string, most: number): Promise<StopVisit[]> =>
  readable(
    await db
      .select()
      .from(stopVisit)
      .where(eq(stopVisit.lawnId, lawnId))
      .orderBy(desc(stopVisit.doneOn), desc(stopVisit.arrivedAt))
      .limit(most),
    from,
  );

/** Stops since a day that were not all entered as they were sent: somebody else was there, a part was refused, the plan had changed. The newest first. */
export const oddVisits = async (db: Transaction, since: Day, most: number): Promise<StopVisit[]> =>
  readable(
    await db
      .select()
      .from(stopVisit)
      .where(
        and(
          gte(stopVisit.doneOn, isoDay(since)),
          sql`exists (select 1 from jsonb_array_elements(${stopVisit.body} -> 'outcomes') o
            where o ->> 'outcome' <> 'recorded' or o ->> 'words' <> ''
              or jsonb_array_length(coalesce(o -> 'told', '[]'::jsonb)) > 0)
            or jsonb_array_length(coalesce(${stopVisit.body} -> 'refused', '[]'::jsonb)) > 0`,
        ),
      )
      .orderBy(desc(stopVisit.sentAt))
      .limit(most),
    from,
  );

/** Of some days, in their order. */
export const visitsBetween = async (
  db: Transaction,
  range: Readonly<{ from: Day; to: Day }>,
): Promise<StopVisit[]> =>
  readable(
    await db
      .select()
      .from(stopVisit)
      .where(and(gte(stopVisit.doneOn, isoDay(range.from)), lt(stopVisit.doneOn, isoDay(range.to))))
      .orderBy(asc(stopVisit.arrivedAt)),
    from,
  );

export type PhotoLine = Readonly<{ id: string; stopKey: string; what: string; day: Day; person: string }>;

/** Those of a lawn, the newest first, without the pictures themselves. */
export async function photosOf(db: Transaction, lawnId: string, most: number): Promise<PhotoLine[]> {
  const rows = await db
    .select({
      id: photo.id,
      stopKey: photo.stopKey,
      what: photo.what,
      takenOn: photo.takenOn,
      person: photo.person,
    })
    .from(photo)
    .where(eq(photo.lawnId, lawnId))
    .orderBy(desc(photo.takenOn), asc(photo.id))
    .limit(most);
  return rows.map(({ takenOn, ...r }) => ({ ...r, day: readDay(takenOn) }));
}

/** The picture itself; null: there is none here. */
export async function pictureOf(db: Transaction, id: string): Promise<Buffer | null> {
  const [row] = await db.select({ jpeg: photo.jpeg }).from(photo).where(eq(photo.id, id));
  return row ? Buffer.from(row.jpeg, 'base64') : null;
}

/** Sent twice, it is added once. */
export async function addPhoto(
  db: Transaction,
  p: Readonly<{
    orgId: string;
    lawnId: string;
    stopKey: string;
    what: string;
    day: Day;
    person: string;
    jpeg: Buffer;
    sendKey: string;
  }>,
): Promise<void> {
  const { day, jpeg, ...rest } = p;
  await db
    .insert(photo)
    .values({ ...rest, takenOn: isoDay(day), jpeg: jpeg.toString('base64') })
    .onConflictDoNothing();
}
