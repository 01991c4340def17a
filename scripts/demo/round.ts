/** The demo's spring round: three neighbourhoods more, planned for the demo day, so that a day of two trucks has something to plan. All invented. */
import { eq } from 'drizzle-orm';
import { EMPTY_LAWN } from '@/app/lawns/lawn-draft';
import { isoDay } from '@/core/calendar/day';
import { NEW_PRODUCT } from '@/core/season/typed-application';
import { momentOf } from '@/data/clock';
import { closeConnection, inOrganisation } from '@/data/connection';
import { zone } from '@/data/schema';
import { zonesOf } from '@/data/lawns';
import { labelsOf } from '@/data/products';
import { computeWindows } from '@/server/jobs/windows';
import { closeQueue } from '@/server/jobs/jobs';
import { addNewLawn } from '@/server/lawns/save-lawn';
import { saveApplication } from '@/server/programme/save-application';
import { demoPlace } from './places';
import type { Actor } from '@/data/actor';

const lead: Actor = {
  ...{ userId: 'person-1', name: 'Mara Venn', orgId: 'quillmoor', orgName: 'Quillmoor Lawn Care' },
  ...{ role: 'lead', timeZone: 'US/Central', units: 'trade' },
};

/** Street, how many lawns, and where its first house stands: km east and north of the shop, and from house to house. */
const STREETS = [
  { street: 'Larkspur Bend', houses: 7, from: [2.1, 1.4], step: [0.09, 0.05] },
  { street: 'Tilling Lane', houses: 6, from: [-3.2, 0.6], step: [-0.05, 0.11] },
  { street: 'Ropewalk', houses: 6, from: [-0.7, -3.4], step: [0.12, -0.03] },
] as const;
const CUSTOMERS = ['Abel', 'Brenna', 'Corin', 'Della', 'Edwin', 'Farrah', 'Gale'] as const;
const NAMES = ['Oakhurst', 'Pellow', 'Rudge'] as const;

const must = <T>(o: { ok: true; value: T } | { ok: false; refusal: unknown }): T => {
  if (!o.ok) throw new Error(JSON.stringify(o.refusal));
  return o.value;
};

const there = await inOrganisation(lead, zonesOf);
if (!there.some((z) => z.address.endsWith(STREETS[0].street))) {
  const { label, today } = await inOrganisation(lead, async (db) => ({
    label: (await labelsOf(db)).now.find((l) => l.name.startsWith('Prodiamine 65 WG'))!,
    today: (await momentOf(db, lead)).today,
  }));
  for (const [s, { street, houses, from, step }] of STREETS.entries())
    for (let i = 0; i < houses; i++) {
      const at = demoPlace(from[0] + i * step[0], from[1] + i * step[1]);
      const { zoneId } = must(
        await addNewLawn(lead, {
          ...EMPTY_LAWN,
          ...{ lawnId: null, customer: `${CUSTOMERS[i]} ${NAMES[s]}`, address: `${2 * i + 3} ${street}` },
          ...{ latitude: String(at.latitude), longitude: String(at.longitude), name: 'whole lawn' },
          ...{
            texture: 'clay loam',
            exposure: i % 3 ? 'full sun' : 'half sun',
            visitPrice: String(58 + 4 * i),
          },
          measure: { by: 'typed', how: 'paced', area: String(4200 + 650 * ((i * 3 + s) % 7)) },
          ...{ irrigation: i % 2 ? '' : '0.4', waters: [], mownOn: i === 4 ? [4] : [] },
          concreteEdgeFt: String(40 + 10 * i),
          email: `${CUSTOMERS[i]!.toLowerCase()}@example.com`,
        }),
      );
      // ours since the year before last
      await inOrganisation(lead, (db) =>
        db.update(zone).set({ history: 'known', bookFrom: '2025-01-01' }).where(eq(zone.id, zoneId)),
      );
      must(
        await saveApplication(lead, {
          ...{ zoneId, applicationId: '', base: 0, sendKey: '', purpose: 'Spring round' },
          ...{ plannedOn: isoDay(today), earliest: '', latest: '' },
          products: [
            {
              ...NEW_PRODUCT,
              ...{ productId: label.id, rate: '0.5', unit: 'oz/1000sqft', use: 'pre-emergent' },
              targets: ['smooth-crabgrass'],
            },
          ],
        }),
      );
    }
  await computeWindows(lead);
}
await closeQueue();
await closeConnection();
