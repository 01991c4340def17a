/** What customers were told, and what they said. Added, never changed; with a customer who is forgotten it goes. */
import 'server-only';
import { and, desc, eq, gte } from 'drizzle-orm';
import { readDay, isoDay, type Day } from '@/core/calendar/day';
import type { MessageKind } from '@/core/day/messages';
import type { Transaction } from './connection';
import { customerNote } from './schema';

type NoteKind = MessageKind | 'said';
export type CustomerNote = Readonly<{
  id: string;
  kind: NoteKind;
  day: Day;
  words: string;
  how: string;
  person: string;
  at: Date;
}>;

/** Those of a lawn from a day on, the newest first. */
export async function notesOfLawn(db: Transaction, lawnId: string, since: Day): Promise<CustomerNote[]> {
  const rows = await db
    .select()
    .from(customerNote)
    .where(and(eq(customerNote.lawnId, lawnId), gte(customerNote.forDay, isoDay(since))))
    .orderBy(desc(customerNote.madeAt));
  return rows.map((r) => ({
    id: r.id,
    kind: r.kind,
    day: readDay(r.forDay),
    words: r.words,
    how: r.how,
    person: r.person,
    at: r.madeAt,
  }));
}

/** Sent twice, it is added once. False: it was there. */
export async function addNote(
  db: Transaction,
  n: Omit<CustomerNote, 'id'> & Readonly<{ orgId: string; lawnId: string; sendKey: string }>,
): Promise<boolean> {
  const { day, at, ...rest } = n;
  const rows = await db
    .insert(customerNote)
    .values({ ...rest, forDay: isoDay(day), madeAt: at })
    .onConflictDoNothing()
    .returning({ id: customerNote.id });
  return rows.length > 0;
}
