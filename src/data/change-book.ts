/** The books of who changed what: one of rows, written by triggers, and one of the house's figures. Nobody changes them. */
import 'server-only';
import { sql } from 'drizzle-orm';
import type { Transaction } from './connection';

/** Tables whose changes are kept, and the house's figures, which have no table of their own here. */
export const SUBJECTS = [
  'label_version',
  'planned_application',
  'planned_product',
  'lawn',
  'zone',
  'house_rule',
  'licence',
  'equipment',
  'truck',
  'member',
  'invitation',
  'api_token',
  'station',
  'thermometer',
  'soil_sensor',
  'organisation',
] as const;
export type Subject = (typeof SUBJECTS)[number];

export type Changed = Readonly<{
  id: string;
  changedAt: Date;
  person: string;
  subject: Subject;
  action: 'added' | 'changed' | 'removed';
  name: string;
  /** "12 Farrier Bend · front": where a plan or a zone lies; null: it lies nowhere, or is not there any more */
  site: string | null;
  zoneId: string | null;
  was: Readonly<Record<string, unknown>>;
  now: Readonly<Record<string, unknown>>;
}>;
export type ChangeQuery = Readonly<{ subject: Subject | null; person: string | null; page: number }>;
export const CHANGES_A_PAGE = 50;

const books = sql`(
  select id, changed_at, person, subject, action, name, zone_id, was, now from change_book
  union all
  select id, changed_at, person, 'house_rule', 'changed', field, null, jsonb_build_object(field, was), jsonb_build_object(field, now) from house_change
) book`;
const matching = ({ subject, person }: ChangeQuery) =>
  sql`${subject === null ? sql`true` : sql`subject = ${subject}`} and ${person === null ? sql`true` : sql`person = ${person}`}`;

/** One page of both, the latest first, and how many match. */
export async function changesOf(
  db: Transaction,
  query: ChangeQuery,
): Promise<{ changes: Changed[]; total: number; people: string[] }> {
  const rows = await db.execute<{
    id: string;
    changed_at: string;
    person: string;
    subject: Subject;
    action: Changed['action'];
    name: string;
    zone_id: string | null;
    site: string | null;
    was: Record<string, unknown>;
    now: Record<string, unknown>;
  }>(sql`
    select book.*, lawn.address || ' · ' || zone.name as site from ${books}
    left join zone on zone.id = book.zone_id left join lawn on lawn.id = zone.lawn_id
    where ${matching(query)} order by changed_at desc, book.id
    limit ${CHANGES_A_PAGE} offset ${(query.page - 1) * CHANGES_A_PAGE}`);
  const [{ n } = { n: 0 }] = await db.execute<{ n: number }>(
    sql`select count(*)::int as n from ${books} where ${matching(query)}`,
  );
  const people = await db.execute<{ person: string }>(
    sql`select distinct person from ${books} order by person`,
  );
  return {
    total: n,
    people: people.map((p) => p.person),
    changes: rows.map((r) => ({
      id: r.id,
      changedAt: new Date(r.changed_at),
      person: r.person,
      subject: r.subject,
      action: r.action,
      name: r.name,
      site: r.site,
      zoneId: r.zone_id,
      was: r.was,
      now: r.now,
    })),
  };
}
