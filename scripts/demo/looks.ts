/** What the demo company put on weeds in two summers, with a walk before each and a look after. All invented. */
import { toSquareFeet } from '@/core/units/trade';
import type { Actor } from '@/data/actor';
import { inOrganisation } from '@/data/connection';
import { siteName, zonesOf } from '@/data/lawns';
import { labelsOf } from '@/data/products';
import { recordVisit, type RecordInput } from '@/server/records/record-visit';
import { saveWalk } from '@/server/lawns/walk';
import { walksOf } from '@/data/walks';
import { must } from './streets';

type Spray = Readonly<{
  product: string;
  /** for 1,000 sq ft */
  each: number;
  unit: string;
  weed: string;
  stage: string;
  on: string;
  before: string;
  after: string;
  /** lawn by lawn: cover on the walk before, and on the look after, % */
  covers: readonly (readonly [number, number])[];
}>;
const QUINCLORAC = {
  product: 'Quinclorac 75 WG',
  each: 0.367,
  unit: 'oz',
  weed: 'smooth-crabgrass',
} as const;
const THREE_WAY = {
  product: 'MCPA + mecoprop + dicamba',
  each: 1.3,
  unit: 'floz',
  weed: 'white-clover',
} as const;
const SPRAYS: readonly Spray[] = [
  {
    ...QUINCLORAC,
    stage: '1 tiller',
    on: '2025-06-12',
    before: '2025-06-10',
    after: '2025-07-08',
    covers: [
      [6, 0.5],
      [12, 1],
      [4, 0.5],
      [8, 1],
    ],
  },
  {
    ...QUINCLORAC,
    stage: '1 tiller',
    on: '2026-06-11',
    before: '2026-06-09',
    after: '2026-07-07',
    covers: [
      [5, 2.5],
      [9, 5],
      [6, 2],
      [7, 4],
    ],
  },
  {
    ...THREE_WAY,
    stage: 'mature',
    on: '2026-09-24',
    before: '2026-09-22',
    after: '2026-10-20',
    covers: [
      [8, 0.5],
      [14, 1],
      [5, 0.5],
    ],
  },
];

/** @param street whose first lawns were sprayed */
export async function writeLooks(lead: Actor, street: string): Promise<void> {
  const { zones, labels, walks } = await inOrganisation(lead, async (db) => {
    const zones = (await zonesOf(db)).filter((z) => siteName(z).includes(street));
    return {
      zones,
      labels: (await labelsOf(db)).now,
      walks: await walksOf(
        db,
        zones.map((z) => z.id),
      ),
    };
  });
  if (walks.size) return;
  for (const s of SPRAYS) {
    const label = labels.find((l) => l.name.startsWith(s.product))!;
    for (const [i, [before, after]] of s.covers.entries()) {
      const zone = zones[i]!;
      const walk = async (on: string, cover: number) =>
        must(
          await saveWalk(lead, {
            sendKey: crypto.randomUUID(),
            zoneId: zone.id,
            on,
            notes: '',
            found: [
              {
                weed: s.weed,
                stage: s.stage,
                cover: String(cover),
                counted: '',
                where: ['all over'],
                isInFlower: false,
              },
            ],
          }),
        );
      const squareFeet = Math.round(toSquareFeet(zone.area));
      const used: RecordInput['products'][number] = {
        plannedProductId: '',
        productId: label.id,
        use: 'post-emergent',
        targets: [s.weed],
        place: 'zone',
        ground: '',
        area: String(squareFeet),
        lot: '',
        tank: 1,
        amount: ((s.each * squareFeet) / 1000).toFixed(2),
        amountUnit: s.unit,
      };
      await walk(s.before, before);
      must(
        await recordVisit(
          lead,
          {
            sendKey: crypto.randomUUID(),
            zoneId: zone.id,
            applicationId: '',
            products: [used],
            water: String(squareFeet / 1000),
            appliedOn: s.on,
            startedAt: '',
            endedAt: '',
            appliedBy: 'Tobin Asher',
            certifiedBy: 'Mara Venn',
            supervisor: '',
            method: '',
            equipment: '',
            wind: '4',
            windFrom: 'SW',
            air: '74',
            noticeGiven: '',
            reentryTold: '',
            notes: '',
            confirmed: true,
            corrects: null,
          },
          (reason) => reason.code,
        ),
      );
      await walk(s.after, after);
    }
  }
}
