/** The demo company in the database of the tests: its people as actors, its lawns by name. */
import { closeConnection, inOrganisation } from '@/data/connection';
import type { Actor, Role } from '@/data/actor';
import { siteName, zonesOf } from '@/data/lawns';
import { closeQueue } from '@/server/jobs/jobs';

export const actor = (role: Role = 'technician', orgId = 'quillmoor'): Actor => ({
  userId: 'person-2',
  name: 'Tobin Asher',
  orgId,
  orgName: 'Quillmoor Lawn Care',
  role,
  timeZone: 'US/Central',
});

export async function zoneNamed(site: string) {
  const zone = (await inOrganisation(actor(), zonesOf)).find((z) => siteName(z) === site);
  if (!zone) throw new Error(`The demo has no ${site}`);
  return zone;
}

export async function closeAll(): Promise<void> {
  await closeQueue();
  await closeConnection();
}
