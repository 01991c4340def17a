/** The demo's spring round: three neighbourhoods more, so that a day of two trucks has something to plan. All invented. */
import type { Actor } from '@/data/actor';
import { closeConnection, inOrganisation } from '@/data/connection';
import { zonesOf } from '@/data/lawns';
import { closeQueue } from '@/server/jobs/jobs';
import { computeWindows } from '@/server/jobs/windows';
import { writeStreets, type Street } from './streets';

const lead: Actor = {
  ...{ userId: 'person-1', name: 'Mara Venn', orgId: 'quillmoor', orgName: 'Quillmoor Lawn Care' },
  ...{ role: 'lead', timeZone: 'US/Central', units: 'trade' },
};
const STREETS: readonly Street[] = [
  { street: 'Larkspur Bend', family: 'Oakhurst', houses: 7, from: [2.1, 1.4], step: [0.09, 0.05] },
  { street: 'Tilling Lane', family: 'Pellow', houses: 6, from: [-3.2, 0.6], step: [-0.05, 0.11] },
  { street: 'Ropewalk', family: 'Rudge', houses: 6, from: [-0.7, -3.4], step: [0.12, -0.03] },
];

const there = await inOrganisation(lead, zonesOf);
const missing = STREETS.filter(({ street }) => !there.some((z) => z.address.endsWith(street)));
if (missing.length) {
  await writeStreets(lead, missing, 'Spring round');
  await computeWindows(lead);
}
await closeQueue();
await closeConnection();
