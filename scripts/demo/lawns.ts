/** The demo company's lawns and what was planned and done on them. All invented. Areas in sq ft. */
import type { Exposure, Moisture } from '@/core/ground/site';
import type { Texture, Turf } from '@/core/trade/terms';
import type { Split } from '@/core/products/split';
import type { TypedProduct } from '@/core/season/typed-fields';
import type { DemoKey } from './labels';

type DemoPlan = Readonly<{
  product: DemoKey;
  split: Split;
  /** the season's total, in the label's unit */
  total: string;
  days: readonly string[];
  purpose?: string;
  /** what goes down beside it */
  with?: readonly Readonly<{
    product: DemoKey;
    rate: string;
    as: Partial<TypedProduct>;
    main?: Partial<TypedProduct>;
  }>[];
  /** entered in the book though a bolt stands against it */
  unchecked?: true;
  done?: readonly Readonly<{
    day: string;
    by: string;
    amount: string;
    unit: string;
    water: string;
    wind: string;
    air: string;
    notes: string;
  }>[];
}>;

type DemoZone = Readonly<{
  name: string;
  turf: Turf;
  sqFt: string;
  texture: Texture;
  moisture: Moisture;
  exposure: Exposure;
  besidePavement?: true;
  seedings?: readonly Readonly<{ on: string; kind: 'seed' }>[];
  irrigationInPerHour?: string;
  /** came to us this year: what was done before is to be asked */
  isNew?: true;
  plans: readonly DemoPlan[];
}>;
type DemoLawn = Readonly<{
  customer: string;
  address: string;
  /** km east and north of the shop */
  at: readonly [number, number];
  notes: string;
  zones: readonly DemoZone[];
}>;

const TOBIN = 'Tobin Asher';
const LISE = 'Lise Corran';

export const DEMO_LAWNS: readonly DemoLawn[] = [
  {
    customer: 'Hollis Quarrie',
    address: '14 Quarry Lane',
    at: [1.2, 2.3],
    notes: 'Gate on the left sticks. Low lights along the path.',
    zones: [
      {
        name: 'front',
        turf: 'tall fescue',
        sqFt: '6240',
        texture: 'clay loam',
        moisture: 'moist',
        exposure: 'half sun',
        irrigationInPerHour: '0.4',
        plans: [{ product: 'prodiamine', split: 'halves', total: '0.8', days: ['2027-03-19', '2027-05-28'] }],
      },
      {
        name: 'back',
        turf: 'tall fescue',
        sqFt: '4000',
        texture: 'clay loam',
        moisture: 'moist',
        exposure: 'full sun',
        irrigationInPerHour: '0.4',
        plans: [
          {
            product: 'prodiamine',
            split: 'halves',
            total: '0.8',
            days: ['2027-03-08', '2027-05-17'],
            done: [
              {
                day: '2027-03-08',
                by: LISE,
                amount: '45',
                unit: 'g',
                water: '4',
                wind: '5',
                air: '52',
                notes: 'Dry leaf. Customer waters in tonight.',
              },
            ],
          },
        ],
      },
    ],
  },
  {
    customer: 'Petra Dunmoor',
    address: '3 Mill Race',
    at: [-1.8, 1.1],
    notes: 'Small dog; ring first.',
    zones: [
      {
        name: 'whole lawn',
        turf: 'bermudagrass',
        sqFt: '9800',
        texture: 'sandy loam',
        moisture: 'moist',
        exposure: 'full sun',
        plans: [
          {
            product: 'prodiamine',
            split: 'two-thirds',
            total: '0.75',
            days: ['2027-02-22', '2027-05-03'],
            done: [
              {
                day: '2027-02-22',
                by: TOBIN,
                amount: '139',
                unit: 'g',
                water: '10',
                wind: '4',
                air: '47',
                notes: 'Fully dormant.',
              },
            ],
          },
        ],
      },
    ],
  },
  {
    customer: 'Arlo Senn',
    address: '27 Orchard Close',
    at: [-2.6, -1.9],
    notes: '',
    zones: [
      {
        name: 'front and side',
        turf: 'Kentucky bluegrass',
        sqFt: '5150',
        texture: 'loam',
        moisture: 'moist',
        exposure: 'full sun',
        seedings: [{ on: '2027-08-10', kind: 'seed' }],
        irrigationInPerHour: '0.5',
        plans: [{ product: 'prodiamine', split: 'single', total: '0.3', days: ['2027-03-20'] }],
      },
    ],
  },
  {
    customer: 'Briony Oast',
    address: '8 Fallow Street',
    at: [0.6, -2.2],
    notes: 'Centipede: keep to the lower rate.',
    zones: [
      {
        name: 'whole lawn',
        turf: 'centipedegrass',
        sqFt: '7300',
        texture: 'sand',
        moisture: 'dry',
        exposure: 'full sun',
        plans: [{ product: 'mesotrione', split: 'single', total: '6', days: ['2027-03-25'] }],
      },
    ],
  },
  {
    customer: 'Corvin Hale',
    address: '41 Tannery Row',
    at: [1.9, 1.9],
    notes: 'Warm strip along 84 ft of drive.',
    zones: [
      {
        name: 'drive strip',
        turf: 'zoysiagrass',
        sqFt: '840',
        texture: 'sandy loam',
        moisture: 'dry',
        exposure: 'full sun',
        besidePavement: true,
        plans: [{ product: 'dithiopyr', split: 'halves', total: '1.1', days: ['2027-03-18', '2027-05-20'] }],
      },
      {
        name: 'lawn',
        turf: 'zoysiagrass',
        sqFt: '5600',
        texture: 'sandy loam',
        moisture: 'moist',
        exposure: 'full sun',
        plans: [{ product: 'dithiopyr', split: 'halves', total: '1', days: ['2027-03-22', '2027-05-24'] }],
      },
    ],
  },
  {
    customer: 'Maud Ferrant',
    address: '102 Cooper Rise',
    at: [3.4, 0.4],
    notes: 'Deep shade under the limes: thin turf, told the customer.',
    zones: [
      {
        name: 'under the limes',
        turf: 'fine fescue',
        sqFt: '2900',
        texture: 'clay',
        moisture: 'wet',
        exposure: 'shade',
        plans: [{ product: 'prodiamine', split: 'single', total: '0.3', days: ['2027-03-30'] }],
      },
    ],
  },
  {
    customer: 'Silas Wray',
    address: '5 Saddler Court',
    at: [2.8, -1.3],
    notes: '',
    zones: [
      {
        name: 'whole lawn',
        turf: 'tall fescue',
        sqFt: '11200',
        texture: 'clay loam',
        moisture: 'moist',
        exposure: 'full sun',
        plans: [
          {
            product: 'pendimethalin',
            split: 'single',
            total: '2.35',
            days: ['2026-09-14'],
            done: [
              {
                day: '2026-09-14',
                by: TOBIN,
                amount: '26.3',
                unit: 'floz',
                water: '11',
                wind: '6',
                air: '71',
                notes: 'Autumn barrier against annual bluegrass.',
              },
            ],
          },
          { product: 'pendimethalin', split: 'single', total: '2.4', days: ['2027-03-22'], unchecked: true },
        ],
      },
    ],
  },
  {
    customer: 'Wren Alderby',
    address: '66 Weir Walk',
    at: [-1.1, 0.2],
    notes: 'Well at the north corner.',
    zones: [
      {
        name: 'front',
        turf: 'perennial ryegrass',
        sqFt: '3400',
        texture: 'loam',
        moisture: 'moist',
        exposure: 'half sun',
        plans: [
          {
            product: 'prodiamine',
            split: 'halves',
            total: '0.54',
            days: ['2027-02-25', '2027-05-06'],
            done: [
              {
                day: '2027-02-25',
                by: LISE,
                amount: '26',
                unit: 'g',
                water: '3.5',
                wind: '7',
                air: '50',
                notes: '',
              },
            ],
          },
        ],
      },
    ],
  },
  {
    customer: 'Tamsin Roe',
    address: '19 Kiln Hill',
    at: [-0.4, 3.1],
    notes: 'New concrete: blow granules off at once.',
    zones: [
      {
        name: 'whole lawn',
        turf: 'tall fescue',
        sqFt: '8050',
        texture: 'clay',
        moisture: 'moist',
        exposure: 'full sun',
        plans: [{ product: 'granule', split: 'halves', total: '7', days: ['2027-03-18', '2027-05-27'] }],
      },
    ],
  },
  {
    customer: 'Jory Pell',
    address: '230 Long Meadow',
    at: [5.2, 2.6],
    notes: 'Two acres: skid tank.',
    zones: [
      {
        name: 'paddock',
        turf: 'bermudagrass',
        sqFt: '87120',
        texture: 'sandy loam',
        moisture: 'moist',
        exposure: 'full sun',
        plans: [{ product: 'dithiopyr', split: 'single', total: '0.6', days: ['2027-03-24'] }],
      },
    ],
  },
  {
    customer: 'Ines Castell',
    address: '7 Glazier Yard',
    at: [0.3, 0.9],
    notes: '',
    zones: [
      {
        name: 'court',
        turf: 'zoysiagrass',
        sqFt: '1450',
        texture: 'loam',
        moisture: 'moist',
        exposure: 'half sun',
        irrigationInPerHour: '0.6',
        plans: [
          {
            product: 'dithiopyr',
            split: 'single',
            total: '0.7',
            days: ['2027-03-02'],
            done: [
              {
                day: '2027-03-02',
                by: TOBIN,
                amount: '1',
                unit: 'floz',
                water: '1.5',
                wind: '3',
                air: '49',
                notes: 'Season done with this one.',
              },
            ],
          },
        ],
      },
    ],
  },
  {
    customer: 'Barnaby Orr',
    address: '88 Chandler Street',
    at: [-3.6, 2.2],
    notes: 'Wants to seed bare spots on 1 April: seed-safe product only.',
    zones: [
      {
        name: 'front',
        turf: 'tall fescue',
        sqFt: '3900',
        texture: 'clay loam',
        moisture: 'moist',
        exposure: 'full sun',
        seedings: [{ on: '2027-04-01', kind: 'seed' }],
        irrigationInPerHour: '0.4',
        plans: [{ product: 'mesotrione', split: 'halves', total: '12', days: ['2027-03-18', '2027-04-01'] }],
      },
    ],
  },
  {
    customer: 'Greta Lomas',
    address: '12 Farrier Bend',
    at: [1.5, -0.6],
    notes: 'New customer.',
    zones: [
      {
        name: 'whole lawn',
        isNew: true,
        turf: 'tall fescue',
        sqFt: '6700',
        texture: 'loam',
        moisture: 'moist',
        exposure: 'full sun',
        plans: [],
      },
    ],
  },
];
