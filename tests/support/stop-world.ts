/** A truck's stop as a phone takes it along; invented. */
import type { BundleProduct, BundleStop, BundleZone } from '@/core/stop/bundle';
import { rateOf } from '@/core/units/rate';
import { context, label } from './gate-context';

const { ledger: _l, outlook: _o, forecast: _f, recent: _r, ...facts } = context();

export const stopProduct = (over: Partial<BundleProduct> = {}): BundleProduct => ({
  plannedProductId: 'p1',
  labelId: label.id,
  position: 1,
  tank: 1,
  use: 'pre-emergent',
  targets: [],
  method: null,
  place: { on: 'zone' },
  rate: rateOf(0.4, 'oz/1000sqft'),
  area: '6000',
  amount: '2.4',
  amountUnit: 'oz',
  ground: '',
  ...over,
});

export const stopZone = (over: Partial<BundleZone> = {}): BundleZone => ({
  zoneId: 'front',
  name: 'front',
  applicationId: 'a-front',
  turf: 'tall fescue',
  area: 557 as BundleZone['area'],
  purpose: 'Spring round',
  products: [stopProduct()],
  water: '6',
  method: 'boom',
  equipment: 'Skid tank',
  facts,
  held: [],
  why: '',
  concreteFt: 0,
  bedFt: 0,
  keptOut: '',
  doneBy: '',
  recorded: [],
  addOns: [],
  ...over,
});

export const stopAtLawn = (over: Partial<BundleStop> = {}): BundleStop => ({
  lawnId: 'lawn',
  address: '3 Tilling Lane',
  customer: 'Abel',
  hazards: '',
  notes: '',
  waters: '',
  isPlaced: false,
  begin: 480,
  end: 500,
  zones: [stopZone()],
  sign: 'TREATED',
  after: 'Dear Abel',
  expect: '',
  ...over,
});
