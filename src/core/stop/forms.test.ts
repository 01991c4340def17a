/** Stops as phones of earlier programs wrote them, one of each form; invented. */
import { STOP_FORM } from './bundle';
import { STOP_FORMS, stopFrom, type SentStop } from './forms';

const product = {
  plannedProductId: 'p',
  productId: 'l',
  use: 'pre-emergent',
  targets: [],
  place: 'zone',
  ground: '',
  area: '6000',
  amount: '2.4',
  amountUnit: 'oz',
  tank: 1,
  lot: '',
} as const;
const common = {
  sendKey: 'k',
  lawnId: 'lawn',
  truck: 'Truck 1',
  sentAt: 3,
  arrivedAt: 1,
  leftAt: 2,
  appliedBy: 'Tobin Asher',
  certifiedBy: '',
  wind: '4',
  windFrom: 'SW',
  air: '55',
  seen: { leafWet: null, bloom: null, green: '', soil: '' },
  place: null,
  stages: [],
  ticked: [],
  extras: [],
  told: '',
  toldHow: '',
  signWords: '',
  said: '',
  notes: '',
};
const zone = {
  zoneId: 'z',
  applicationId: 'a',
  products: [product],
  water: '6',
  startedAt: 1,
  endedAt: 2,
  method: '',
  equipment: '',
};
const SENT: Readonly<Record<number, SentStop>> = {
  1: { ...common, zones: [zone] },
  2: {
    ...common,
    form: 2,
    zones: [{ ...zone, anyway: 'it was late', products: [{ ...product, labelVersion: 3 }] }],
  },
};

test('there is one of every form, and each is read', () => {
  expect(Object.keys(SENT)).toEqual(Object.keys(STOP_FORMS));
  expect(Math.max(...Object.keys(STOP_FORMS).map(Number))).toBe(STOP_FORM);
  for (const sent of Object.values(SENT))
    expect(stopFrom(sent)).toMatchObject({ form: STOP_FORM, sendKey: 'k', zones: [{ zoneId: 'z' }] });
});
test('what an older form did not say is said to be nothing, and what it said stands', () => {
  expect(stopFrom(SENT[1]!)!.zones[0]).toEqual({ ...zone, anyway: '' });
  expect(stopFrom(SENT[2]!)!.zones[0]).toMatchObject({
    anyway: 'it was late',
    products: [{ labelVersion: 3 }],
  });
});
test('a reason was said by some phones of the first form already', () => {
  expect(stopFrom({ ...common, zones: [{ ...zone, anyway: 'gusts' }] })!.zones[0]!.anyway).toBe('gusts');
});
test('a form of a newer program is nobody’s to guess', () => {
  expect(stopFrom({ form: STOP_FORM + 1 })).toBeNull();
});
