/** The book of changes, for who may see the company. */
import 'server-only';
import { requirePermission, type Actor } from '@/data/actor';
import {
  CHANGES_A_PAGE,
  SUBJECTS,
  changesOf,
  type ChangeQuery,
  type Changed,
  type Subject,
} from '@/data/change-book';
import { inOrganisation } from '@/data/connection';

export type ChangeSheet = Readonly<{
  changes: readonly Changed[];
  total: number;
  pages: number;
  people: readonly string[];
}>;

/** Names of people and addresses of invitations stand in it: for leads. */
export async function changeSheet(actor: Actor, query: ChangeQuery): Promise<ChangeSheet> {
  requirePermission(actor, 'change the house');
  return inOrganisation(actor, async (db) => {
    const found = await changesOf(db, query);
    return { ...found, pages: Math.ceil(found.total / CHANGES_A_PAGE) };
  });
}

/** A query from an address; what it does not know is left out. */
export function changeQueryOf(asked: Readonly<Record<string, string | string[] | undefined>>): ChangeQuery {
  const one = (key: string) => [asked[key]].flat()[0]?.slice(0, 200) ?? '';
  const subject = SUBJECTS.find((s) => s === (one('of') as Subject)) ?? null;
  const page = Number.parseInt(one('page'), 10);
  return { subject, person: one('by') || null, page: page > 0 && page < 1e6 ? page : 1 };
}
