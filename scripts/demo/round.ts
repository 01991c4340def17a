/** The demo's spring round: three neighbourhoods more, so that a day of two trucks has something to plan. All invented. */
import type { Actor } from '@/data/actor';
import { closeConnection, inOrganisation } from '@/data/connection';
import { siteName, zonesOf } from '@/data/lawns';
import { saveWalk, type WalkInput } from '@/server/lawns/walk';
import { closeQueue } from '@/server/queue/jobs';
import { workOff } from '@/server/worker/worker';
import { writeLooks } from './looks';
import { writeStreets, type Street } from './streets';

const lead: Actor = {
  userId: 'person-1',
  name: 'Mara Venn',
  orgId: 'quillmoor',
  orgName: 'Quillmoor Lawn Care',
  role: 'lead',
  timeZone: 'US/Central',
  units: 'trade',
};
const STREETS: readonly Street[] = [
  { street: 'Larkspur Bend', family: 'Oakhurst', houses: 7, from: [2.1, 1.4], step: [0.09, 0.05] },
  { street: 'Tilling Lane', family: 'Pellow', houses: 6, from: [-3.2, 0.6], step: [-0.05, 0.11] },
  { street: 'Ropewalk', family: 'Rudge', houses: 6, from: [-0.7, -3.4], step: [0.12, -0.03] },
];

const there = await inOrganisation(lead, zonesOf);
const missing = STREETS.filter(({ street }) => !there.some((z) => z.address.endsWith(street)));
if (missing.length) await writeStreets(lead, missing, 'Spring round');
const WALKS: readonly Readonly<{ site: string; found: WalkInput['found']; notes: string }>[] = [
  {
    site: '14 Quarry Lane · front',
    found: [
      weed('henbit', '2 to 4 tillers', '2', ['thin turf']),
      weed('annual-bluegrass', 'mature', '1.5', ['edge of pavement']),
    ],
    notes: 'Winter weeds along the drive; nothing of this spring yet.',
  },
  {
    site: '41 Tannery Row',
    found: [
      weed('wild-garlic', '2 to 4 tillers', '3', ['all over']),
      weed('white-clover', 'mature', '9', ['shade', 'wet']),
    ],
    notes: '',
  },
];
function weed(
  name: string,
  stage: string,
  cover: string,
  where: WalkInput['found'][number]['where'],
): WalkInput['found'][number] {
  return { weed: name, stage, cover, counted: '', where, isInFlower: false };
}
for (const [i, { site, found, notes }] of WALKS.entries()) {
  const zone = (await inOrganisation(lead, zonesOf)).find((z) => siteName(z).startsWith(site));
  if (zone)
    await saveWalk(lead, {
      sendKey: `00000000-0000-4000-8004-00000000000${i}`,
      zoneId: zone.id,
      on: '2027-03-12',
      found,
      notes,
    });
}
await writeLooks(lead, 'Ropewalk');
await workOff();
await closeQueue();
await closeConnection();
