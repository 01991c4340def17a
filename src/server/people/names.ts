import 'server-only';
import { requirePermission, type Actor } from '@/data/actor';
import { namesOf } from '@/data/organisations';

/** Names of those in the actor's organisation who put product down. */
export async function peopleOf(actor: Actor): Promise<string[]> {
  requirePermission(actor, 'see');
  return namesOf(actor.orgId);
}
