/** Lawns of a street with one barrier each, planned for the day that the company's clock shows. All invented. */
import { eq } from 'drizzle-orm';
import { EMPTY_LAWN } from '@/app/lawns/lawn-draft';
import { isoDay } from '@/core/calendar/day';
import { NEW_PRODUCT } from '@/core/season/typed-fields';
import type { Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { labelsOf } from '@/data/products';
import { zone } from '@/data/schema';
import { addNewLawn } from '@/server/lawns/save-lawn';
import { saveApplication } from '@/server/programme/save-application';
import { demoPlace } from './places';

/** How many lawns, and where the first house stands: km east and north of the shop, and from house to house. */
export type Street = Readonly<{
  street: string;
  family: string;
  houses: number;
  from: readonly [number, number];
  step: readonly [number, number];
}>;
const FIRST = ['Abel', 'Brenna', 'Corin', 'Della', 'Edwin', 'Farrah', 'Gale'] as const;

export const must = <T>(o: { ok: true; value: T } | { ok: false; refusal: unknown }): T => {
  if (!o.ok) throw new Error(JSON.stringify(o.refusal));
  return o.value;
};

/** @param purpose the round's name */
export async function writeStreets(lead: Actor, streets: readonly Street[], purpose: string): Promise<void> {
  const { label, today } = await inOrganisation(lead, async (db) => ({
    label: (await labelsOf(db)).now.find((l) => l.name.startsWith('Prodiamine 65 WG'))!,
    today: (await momentOf(db, lead)).today,
  }));
  for (const [s, { street, family, houses, from, step }] of streets.entries())
    for (let i = 0; i < houses; i++) {
      const at = demoPlace(from[0] + i * step[0], from[1] + i * step[1]);
      const name = FIRST[i % FIRST.length]!;
      const { zoneId } = must(
        await addNewLawn(lead, {
          ...EMPTY_LAWN,
          lawnId: null,
          customer: `${name} ${family}`,
          address: `${2 * i + 3} ${street}`,
          latitude: String(at.latitude),
          longitude: String(at.longitude),
          name: 'whole lawn',
          texture: 'clay loam',
          exposure: i % 3 ? 'full sun' : 'half sun',
          visitPrice: String(58 + 4 * i),
          measure: { by: 'typed', how: 'paced', area: String(4200 + 650 * ((i * 3 + s) % 7)) },
          irrigation: i % 2 ? '' : '0.4',
          waters: [],
          mownOn: i === 4 ? [4] : [],
          concreteEdgeFt: String(40 + 10 * i),
          email: `${name.toLowerCase()}@example.com`,
        }),
      );
      // ours since the year before last
      await inOrganisation(lead, (db) =>
        db.update(zone).set({ history: 'known', bookFrom: '2025-01-01' }).where(eq(zone.id, zoneId)),
      );
      must(
        await saveApplication(lead, {
          zoneId,
          applicationId: '',
          base: 0,
          sendKey: '',
          purpose,
          plannedOn: isoDay(today),
          earliest: '',
          latest: '',
          products: [
            {
              ...NEW_PRODUCT,
              productId: label.id,
              rate: '0.5',
              unit: 'oz/1000sqft',
              use: 'pre-emergent',
              targets: ['smooth-crabgrass'],
            },
          ],
        }),
      );
    }
}
