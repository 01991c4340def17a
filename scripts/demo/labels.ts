/**
 * Demo labels: invented, named by content, never for use. Their figures are of the size that such products have (from
 * memory), so that amounts and dates look as they do at work.
 */
import type { Turf } from '@/core/products/label';
import type { product } from '@/data/schema';

export type DemoLabel = Readonly<{
  key: 'prodiamine' | 'dithiopyr' | 'pendimethalin' | 'granule' | 'mesotrione';
  product: Omit<typeof product.$inferInsert, 'orgId' | 'id' | 'demo' | 'labelDate' | 'status'>;
  ingredients: readonly Readonly<{
    name: string;
    siteOfAction: number;
    content: string;
    contentUnit: '% by weight' | 'lb/gal';
    yearLimitLbPerAcre: string | null;
  }>[];
  rates: readonly Readonly<{ turfs: readonly Turf[]; low: string; high: string }>[];
  waits: readonly (readonly [upTo: string, days: number])[];
}>;

const COOL: Turf[] = ['tall fescue', 'Kentucky bluegrass', 'perennial ryegrass'];
const WARM: Turf[] = ['bermudagrass', 'zoysiagrass'];
const SPRAY_PPE = 'Long sleeves and trousers, socks and shoes, chemical-resistant gloves, eye protection.';
const CAUTIONS = [
  'Keep children and pets off until dry.',
  'Keep off water, drains and hard surfaces; sweep granules back onto turf.',
  'Do not let spray drift onto beds, trees or neighbours.',
];

export const DEMO_LABELS: readonly DemoLabel[] = [
  {
    key: 'prodiamine',
    product: {
      name: 'Prodiamine 65 WG, demo label',
      registrationNumber: 'DEMO-0001',
      formulation: 'WG',
      signalWord: 'Caution',
      restrictedUse: false,
      rateUnit: 'oz/1000sqft',
      amountUnit: 'g',
      period: 'calendar year',
      yearLimit: '0.83',
      minimumIntervalDays: 56,
      reachesBack: false,
      waterInIn: '0.5',
      waterWithinDays: 14,
      windLimitMph: null,
      ppe: SPRAY_PPE,
      reentry: 'Keep off until the spray has dried.',
      cautions: CAUTIONS,
    },
    ingredients: [
      {
        name: 'prodiamine',
        siteOfAction: 3,
        content: '65',
        contentUnit: '% by weight',
        yearLimitLbPerAcre: '1.5',
      },
    ],
    rates: [
      { turfs: [...COOL, ...WARM, 'buffalograss'], low: '0.18', high: '0.83' },
      {
        turfs: ['centipedegrass', 'St. Augustinegrass', 'bahiagrass', 'fine fescue'],
        low: '0.18',
        high: '0.55',
      },
    ],
    waits: [
      ['0.28', 120],
      ['0.42', 150],
      ['0.55', 210],
      ['0.83', 300],
    ],
  },
  {
    key: 'dithiopyr',
    product: {
      name: 'Dithiopyr 2 EW, demo label',
      registrationNumber: 'DEMO-0002',
      formulation: 'EC',
      signalWord: 'Caution',
      restrictedUse: false,
      rateUnit: 'floz/1000sqft',
      amountUnit: 'floz',
      period: 'calendar year',
      yearLimit: '2.2',
      minimumIntervalDays: 35,
      reachesBack: true,
      waterInIn: '0.25',
      waterWithinDays: 14,
      windLimitMph: '10',
      ppe: SPRAY_PPE,
      reentry: 'Keep off until the spray has dried.',
      cautions: CAUTIONS,
    },
    ingredients: [
      { name: 'dithiopyr', siteOfAction: 3, content: '2', contentUnit: 'lb/gal', yearLimitLbPerAcre: '1.5' },
    ],
    rates: [
      {
        turfs: [...COOL, ...WARM, 'centipedegrass', 'St. Augustinegrass', 'buffalograss'],
        low: '0.36',
        high: '0.74',
      },
    ],
    waits: [
      ['0.5', 90],
      ['0.74', 120],
    ],
  },
  {
    key: 'pendimethalin',
    product: {
      name: 'Pendimethalin 3.8 SC, demo label',
      registrationNumber: 'DEMO-0003',
      formulation: 'SC',
      signalWord: 'Caution',
      restrictedUse: false,
      rateUnit: 'floz/1000sqft',
      amountUnit: 'floz',
      period: '12 months',
      yearLimit: '4.7',
      minimumIntervalDays: 35,
      reachesBack: false,
      waterInIn: '0.5',
      waterWithinDays: 30,
      windLimitMph: '10',
      ppe: SPRAY_PPE,
      reentry: 'Keep off until the spray has dried.',
      cautions: [...CAUTIONS, 'Stains concrete and shoes yellow: rinse off at once.'],
    },
    ingredients: [
      {
        name: 'pendimethalin',
        siteOfAction: 3,
        content: '3.8',
        contentUnit: 'lb/gal',
        yearLimitLbPerAcre: null,
      },
    ],
    rates: [{ turfs: [...COOL, ...WARM, 'centipedegrass'], low: '1.1', high: '2.4' }],
    waits: [
      ['1.2', 90],
      ['2.4', 120],
    ],
  },
  {
    key: 'granule',
    product: {
      name: 'Prodiamine 0.38 on 0-0-7 granule, demo label',
      registrationNumber: 'DEMO-0004',
      formulation: 'G',
      signalWord: 'Caution',
      restrictedUse: false,
      rateUnit: 'lb/1000sqft',
      amountUnit: 'lb',
      period: 'calendar year',
      yearLimit: '9',
      minimumIntervalDays: 56,
      reachesBack: false,
      waterInIn: '0.5',
      waterWithinDays: 14,
      windLimitMph: null,
      ppe: 'Long sleeves and trousers, socks and shoes, gloves.',
      reentry: 'Keep off until the dust has settled and the granules are watered in.',
      cautions: CAUTIONS.slice(0, 2),
    },
    ingredients: [
      {
        name: 'prodiamine',
        siteOfAction: 3,
        content: '0.38',
        contentUnit: '% by weight',
        yearLimitLbPerAcre: '1.5',
      },
    ],
    rates: [{ turfs: [...COOL, ...WARM], low: '2', high: '9' }],
    waits: [
      ['3', 120],
      ['4.5', 150],
      ['9', 300],
    ],
  },
  {
    key: 'mesotrione',
    product: {
      name: 'Mesotrione 4 SC, demo label',
      registrationNumber: 'DEMO-0005',
      formulation: 'SC',
      signalWord: 'Caution',
      restrictedUse: false,
      rateUnit: 'floz/acre',
      amountUnit: 'mL',
      period: 'calendar year',
      yearLimit: '16',
      minimumIntervalDays: 14,
      reachesBack: true,
      waterInIn: '0.25',
      waterWithinDays: 10,
      windLimitMph: '10',
      ppe: SPRAY_PPE,
      reentry: 'Keep off until the spray has dried.',
      cautions: [...CAUTIONS, 'Whitens some grasses for weeks: not for bermudagrass or zoysiagrass.'],
    },
    ingredients: [
      {
        name: 'mesotrione',
        siteOfAction: 27,
        content: '4',
        contentUnit: 'lb/gal',
        yearLimitLbPerAcre: '0.5',
      },
    ],
    rates: [{ turfs: [...COOL, 'centipedegrass'], low: '4', high: '8' }],
    waits: [['8', 0]],
  },
];
